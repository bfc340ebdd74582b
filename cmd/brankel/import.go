package main

import (
	"context"
	"fmt"
	"os"

	"github.com/spf13/cobra"

	"brankel/shop"
)

// importCommand loads a folder and says before it does what will change; with --look it says so and
// changes nothing.
func importCommand() *cobra.Command {
	c := &cobra.Command{Use: "import DIR", Short: "load open-format files; what is there already stays", Args: cobra.ExactArgs(1)}
	look := c.Flags().Bool("look", false, "say what would change, and change nothing")
	take := c.Flags().Bool("take", false, "take cards and gauges as the files have them")
	c.MarkFlagsMutuallyExclusive("look", "take")
	c.RunE = does(func(c *cobra.Command, args []string) error {
		dir := args[0]
		if info, err := os.Stat(dir); err != nil || !info.IsDir() {
			return fmt.Errorf("there is no folder %s: name the one that holds workshop.json, sheets and runs", dir)
		}
		told := func(says []string, replaces bool) {
			for _, one := range says {
				fmt.Fprintln(c.OutOrStdout(), one)
			}
			if replaces {
				fmt.Fprintln(c.OutOrStdout(),
					"What stays can be written over as the files have it: brankel import --take. Roles are given by who leads.")
			}
		}
		return withShop(c.Context(), func(ctx context.Context, s *shop.Shop) error {
			if *look {
				says, replaces, err := s.LookImport(ctx, os.DirFS(dir), *take)
				if err == nil && len(says) == 0 {
					says = []string{"nothing would change"}
				}
				told(says, replaces)
				return err
			}
			if err := s.ImportWith(ctx, os.DirFS(dir), *take, told); err != nil {
				return fmt.Errorf("nothing more was loaded after this:\n%w", err)
			}
			return nil
		})
	})
	return c
}

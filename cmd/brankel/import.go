package main

import (
	"context"
	"errors"
	"fmt"
	"os"

	"github.com/spf13/cobra"

	"brankel/archive"
	"brankel/shop"
)

// importCommand loads a folder and says before it does what will change; with --look it says so and
// changes nothing.
func importCommand() *cobra.Command {
	c := &cobra.Command{Use: "import FILE.tar | DIR | -", Short: "load an archive into an empty database; or open-format files, what is there already stays", Args: cobra.ExactArgs(1)}
	look := c.Flags().Bool("look", false, "say what would change, and change nothing")
	take := c.Flags().Bool("take", false, "take cards and gauges as the files have them")
	c.MarkFlagsMutuallyExclusive("look", "take")
	c.RunE = does(func(c *cobra.Command, args []string) error {
		dir := args[0]
		r, closes, err := archived(c, dir)
		if err != nil {
			return err
		}
		if r != nil {
			defer closes()
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
			if whole, err := wanted(ctx, s, r, dir); err != nil || whole {
				if err == nil && (*look || *take) {
					err = errors.New("an archive goes into an empty database as a whole: write brankel import without --look and --take")
				}
				if err != nil {
					return err
				}
				return loadArchive(ctx, c, s, r)
			}
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

// wanted tells whether an archive is loaded as a whole. Where there is a floor already, the folder of one is taken as what it
// holds in the open formats: the floor and its sheets.
func wanted(ctx context.Context, s *shop.Shop, r *archive.Reader, from string) (bool, error) {
	if r == nil {
		return false, nil
	}
	empty, err := s.Empty(ctx)
	info, _ := os.Stat(from) // it was opened
	return empty || info == nil || !info.IsDir(), err
}

package main

import (
	"errors"

	"github.com/spf13/cobra"

	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

func troubleCommand() *cobra.Command {
	c := &cobra.Command{Use: "trouble [--list [FAMILY]]", Short: "what could be wrong, JSON in, JSON out", Args: cobra.MaximumNArgs(1)}
	list := c.Flags().Bool("list", false, "causes, symptoms and tests with what they mean in the model")
	c.RunE = func(c *cobra.Command, args []string) error {
		if !*list && len(args) > 0 {
			return errors.New("write trouble, or trouble --list FAMILY")
		}
		if *list {
			return does(func(c *cobra.Command, args []string) error {
				all, err := known(args)
				return told(c, all, err)
			})(c, args)
		}
		return does(solves(func(raw []byte) (any, error) { return trouble.Solve(raw, usual.Sheet) }))(c, args)
	}
	return c
}

// known is what is known of the families named, of all when none is, each in its usual proportions.
func known(families []string) (trouble.List, error) {
	all, err := trouble.Usual(usual.Sheet, families...)
	if err != nil {
		return trouble.List{}, err
	}
	var out []trouble.List
	for _, b := range all {
		out = append(out, b.List())
	}
	return trouble.Together(out), nil
}

package main

import (
	"github.com/spf13/cobra"

	"brankel/rigging/wear"
)

func wearCommand() *cobra.Command {
	c := &cobra.Command{Use: "wear [--cases FILE]", Short: "how fast a line wears and when it runs out, JSON in, JSON out", Args: cobra.NoArgs}
	file := c.Flags().String("cases", "", "a file with an array of histories")
	c.RunE = does(func(c *cobra.Command, args []string) error {
		if *file == "" {
			return solves(func(raw []byte) (any, error) { return wear.Solve(raw) })(c, args)
		}
		return solvesFile(c, *file, func(raw []byte) (any, error) { return wear.Cases(raw) })
	})
	return c
}

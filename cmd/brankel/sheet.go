package main

import (
	"errors"
	"io"

	"github.com/spf13/cobra"

	"brankel/rigging/fault"
	"brankel/rigging/sheet/manual"
)

func sheetCommand() *cobra.Command {
	asks := &cobra.Command{Use: "asks FAMILY [--school S]", Short: "which figures of its manual a family asks for", Args: cobra.ExactArgs(1)}
	school := asks.Flags().String("school", "", "one of its schools, else the manual's")
	asks.RunE = does(func(c *cobra.Command, args []string) error {
		out, err := manual.Asks(args[0], *school)
		return told(c, out, err)
	})
	from := &cobra.Command{Use: "from", Short: "a sheet made of the figures of a manual, JSON in, JSON out", Args: cobra.NoArgs}
	from.RunE = does(func(c *cobra.Command, _ []string) error {
		raw, err := io.ReadAll(c.InOrStdin())
		if err != nil {
			return err
		}
		s, err := manual.From(raw)
		var list fault.List
		if errors.As(err, &list) && len(list) > 0 {
			write(c.OutOrStdout(), map[string]any{"error": list[0], "faults": list})
			return errInput
		}
		return told(c, s, err)
	})
	c := &cobra.Command{Use: "sheet", Short: "sheets of the few figures that manuals give", Args: cobra.NoArgs,
		RunE: func(*cobra.Command, []string) error { return errors.New("write sheet asks FAMILY, or sheet from") }}
	c.AddCommand(asks, from)
	return c
}

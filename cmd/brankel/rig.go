package main

import (
	"errors"

	"github.com/spf13/cobra"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
)

func rigCommand() *cobra.Command {
	answer := &cobra.Command{Use: "answer", Short: "what a rig shows", Args: cobra.NoArgs}
	file := answer.Flags().String("cases", "", "a file with an array of questions")
	answer.RunE = does(func(c *cobra.Command, args []string) error {
		if *file == "" {
			return solves(func(raw []byte) (any, error) { return rig.Solve(raw) })(c, args)
		}
		return solvesFile(c, *file, func(raw []byte) (any, error) { return rig.Cases(raw) })
	})
	c := &cobra.Command{Use: "rig", Short: "what rigs show, JSON in, JSON out", Args: cobra.NoArgs,
		RunE: func(*cobra.Command, []string) error { return errors.New("write rig answer or rig answer --cases FILE") }}
	c.AddCommand(answer)
	return c
}

// told writes a result, or what was wrong with what was asked.
func told(c *cobra.Command, result any, err error) error {
	var wrong *fault.Fault
	if errors.As(err, &wrong) {
		write(c.OutOrStdout(), map[string]any{"error": wrong})
		return errInput
	}
	write(c.OutOrStdout(), result)
	return nil
}

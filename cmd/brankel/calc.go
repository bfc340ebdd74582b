package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/spf13/cobra"

	"brankel/rigging/calc"
)

func calcCommand() *cobra.Command {
	c := &cobra.Command{Use: "calc NAME", Short: "one calculation, or an array of cases, JSON in, JSON out", Args: cobra.MaximumNArgs(1)}
	list := c.Flags().Bool("list", false, "the names and what they answer")
	file := c.Flags().String("cases", "", "a file with an array of {\"calc\", \"input\"}")
	c.RunE = func(c *cobra.Command, args []string) error {
		switch {
		case *list && *file == "" && len(args) == 0:
			for _, one := range calc.All() {
				fmt.Fprintf(c.OutOrStdout(), "%-14s %s\n", one.Name, one.Purpose)
			}
			return nil
		case *file != "" && !*list && len(args) == 0:
			return does(func(c *cobra.Command, _ []string) error { return solvesFile(c, *file, calcCases) })(c, args)
		case *file == "" && !*list && len(args) == 1:
			return does(solves(func(raw []byte) (any, error) { return calc.Run(args[0], raw) }))(c, args)
		}
		return errors.New("write calc NAME, calc --cases FILE or calc --list")
	}
	return c
}

// calcCases answers an array of cases, each beside what it was asked.
func calcCases(raw []byte) (any, error) {
	var list []calc.Case
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, fmt.Errorf("the file is no array of {\"calc\", \"input\"}: %w", err)
	}
	for i := range list {
		list[i].Solve()
	}
	return list, nil
}

// solves reads a question and writes its answer.
func solves(solve func(raw []byte) (any, error)) func(*cobra.Command, []string) error {
	return func(c *cobra.Command, _ []string) error {
		raw, err := io.ReadAll(c.InOrStdin())
		if err != nil {
			return err
		}
		result, err := solve(raw)
		return told(c, result, err)
	}
}

// solvesFile answers a file of questions.
func solvesFile(c *cobra.Command, file string, cases func(raw []byte) (any, error)) error {
	raw, err := os.ReadFile(file)
	if err != nil {
		return err
	}
	list, err := cases(raw)
	if err != nil {
		return tell(c, "%s", err)
	}
	write(c.OutOrStdout(), list)
	return nil
}

// tell says what is wrong with the input.
func tell(c *cobra.Command, format string, a ...any) error {
	fmt.Fprintf(c.ErrOrStderr(), "brankel: "+format+"\n", a...)
	return errInput
}

func write(out io.Writer, v any) {
	e := json.NewEncoder(out)
	e.SetEscapeHTML(false)
	e.SetIndent("", " ")
	_ = e.Encode(v) // results are finite numbers and words
}

package main

import (
	"os"
	"strings"

	"github.com/spf13/cobra"

	"brankel/rigging/practice"
)

func practiceCommand() *cobra.Command {
	c := &cobra.Command{Use: "practice", Short: "exercises: rigs with something hidden, to be found and set"}
	list := &cobra.Command{Use: "list", Short: "the exercises that are shipped, as JSON", Args: cobra.NoArgs}
	list.RunE = does(func(c *cobra.Command, _ []string) error {
		var out []practice.Open
		for _, e := range practice.All() {
			out = append(out, e.Open())
		}
		write(c.OutOrStdout(), out)
		return nil
	})
	show := &cobra.Command{Use: "show ID|FILE", Short: "one of them; with --hidden what it hides too", Args: cobra.ExactArgs(1)}
	hidden := show.Flags().Bool("hidden", false, "as the file has it")
	show.RunE = does(func(c *cobra.Command, args []string) error {
		e, err := exercise(args[0])
		if err != nil || *hidden {
			return told(c, e, err)
		}
		return told(c, e.Open(), nil)
	})
	play := &cobra.Command{Use: "play ID|FILE", Short: "a hand plays one: score and debrief as JSON", Args: cobra.ExactArgs(1)}
	hand := play.Flags().String("hand", "careful", strings.Join(practice.Hands, ", "))
	seed := play.Flags().Uint64("seed", 1, "the same seed gives the same run")
	play.RunE = does(func(c *cobra.Command, args []string) error {
		e, err := exercise(args[0])
		if err != nil {
			return told(c, nil, err)
		}
		p, err := practice.Play(e, *hand, *seed)
		return told(c, p, err)
	})
	c.AddCommand(list, show, play)
	return c
}

// exercise is a shipped one by its id, or one in a file.
func exercise(name string) (*practice.Exercise, error) {
	if !strings.HasSuffix(name, ".json") {
		return practice.Find(name)
	}
	raw, err := os.ReadFile(name)
	if err != nil {
		return nil, err
	}
	return practice.Parse(raw)
}

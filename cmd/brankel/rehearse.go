package main

import (
	"encoding/json"
	"errors"
	"os"
	"time"

	"github.com/spf13/cobra"

	"brankel/demo"
	"brankel/rigging/fault"
	"brankel/rigging/rehearse"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

func rehearseCommand() *cobra.Command {
	c := &cobra.Command{Use: "rehearse", Short: "a run played against a rig, or an array of them, JSON in, JSON out", Args: cobra.NoArgs}
	file := c.Flags().String("cases", "", "a file with an array of questions")
	c.RunE = does(func(c *cobra.Command, args []string) error {
		if *file == "" {
			return solves(func(raw []byte) (any, error) { return timed(raw) })(c, args)
		}
		raw, err := os.ReadFile(*file)
		if err != nil {
			return err
		}
		var list []json.RawMessage
		if err := json.Unmarshal(raw, &list); err != nil {
			return tell(c, "the file is no array of questions: %s", err)
		}
		answers := make([]map[string]any, len(list))
		for i, one := range list {
			outcome, err := timed(one)
			answers[i] = map[string]any{"input": one, "output": outcome}
			var wrong *fault.Fault
			if errors.As(err, &wrong) {
				answers[i] = map[string]any{"input": one, "error": wrong}
			}
		}
		write(c.OutOrStdout(), answers)
		return nil
	})
	return c
}

func timed(raw []byte) (rehearse.Outcome, error) {
	from := time.Now()
	out, err := rehearse.Solve(raw, demoSheet, demoFloor().Gauges)
	out.Seconds = time.Since(from).Seconds()
	out.Search()
	return out, err
}

// demoFloor is the demo workshop, which is built in.
func demoFloor() (floor workshop.Workshop) {
	raw, _ := demo.Files.ReadFile("workshop.json")
	_ = json.Unmarshal(raw, &floor)
	return floor
}

// demoSheet is a sheet of the demo workshop by its number.
func demoSheet(id string) (*sheet.Sheet, error) {
	raw, err := demo.Files.ReadFile("sheets/" + id + ".json")
	if err != nil {
		return nil, fault.At("sheet", "the demo has no sheet of this number: write the sheet itself")
	}
	return sheet.Parse(raw)
}

package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"brankel/demo"
	"brankel/rigging/fault"
	"brankel/rigging/rehearse"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// rehearsal is the command rehearse. It gives 2 when the question is at fault.
func rehearsal(args []string, in io.Reader, out, errs io.Writer) int {
	switch {
	case len(args) == 0:
		raw, err := io.ReadAll(in)
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 1
		}
		outcome, err := timed(raw)
		return told(outcome, err, out)
	case len(args) == 2 && args[0] == "--cases":
		raw, err := os.ReadFile(args[1])
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 1
		}
		var list []json.RawMessage
		if err := json.Unmarshal(raw, &list); err != nil {
			fmt.Fprintln(errs, "brankel: the file is no array of questions:", err)
			return 2
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
		write(out, answers)
		return 0
	}
	fmt.Fprintln(errs, "write: brankel rehearse | rehearse --cases FILE")
	return 2
}

func timed(raw []byte) (rehearse.Outcome, error) {
	from := time.Now()
	out, err := rehearse.Solve(raw, demoSheet, demoFloor().Gauges)
	out.Seconds = time.Since(from).Seconds()
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

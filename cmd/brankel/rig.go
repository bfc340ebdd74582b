package main

import (
	"errors"
	"fmt"
	"io"
	"os"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
)

// rigs is the command rig. It gives 2 when the input is at fault.
func rigs(args []string, in io.Reader, out, errs io.Writer) int {
	switch {
	case len(args) == 1 && args[0] == "answer":
		raw, err := io.ReadAll(in)
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 1
		}
		answer, err := rig.Solve(raw)
		return told(answer, err, out)
	case len(args) == 3 && args[0] == "answer" && args[1] == "--cases":
		raw, err := os.ReadFile(args[2])
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 1
		}
		list, err := rig.Cases(raw)
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 2
		}
		write(out, list)
		return 0
	}
	fmt.Fprintln(errs, "write: brankel rig answer | rig answer --cases FILE")
	return 2
}

// told writes a result, or what was wrong with what was asked.
func told(result any, err error, out io.Writer) int {
	var wrong *fault.Fault
	if errors.As(err, &wrong) {
		write(out, map[string]any{"error": wrong})
		return 2
	}
	write(out, result)
	return 0
}

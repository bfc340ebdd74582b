package main

import (
	"encoding/json"
	"fmt"
	"io"
	"os"

	"brankel/rigging/calc"
)

// calculate is the command calc. It gives 2 when the input is at fault.
func calculate(args []string, in io.Reader, out, errs io.Writer) int {
	switch {
	case len(args) == 1 && args[0] == "--list":
		for _, c := range calc.All() {
			fmt.Fprintf(out, "%-14s %s\n", c.Name, c.Purpose)
		}
		return 0
	case len(args) == 2 && args[0] == "--cases":
		return cases(args[1], out, errs)
	case len(args) != 1:
		fmt.Fprintln(errs, "write: brankel calc NAME | calc --cases FILE | calc --list")
		return 2
	}
	raw, err := io.ReadAll(in)
	if err != nil {
		fmt.Fprintln(errs, "brankel:", err)
		return 1
	}
	result, err := calc.Run(args[0], raw)
	return told(result, err, out)
}

func cases(file string, out, errs io.Writer) int {
	raw, err := os.ReadFile(file)
	if err != nil {
		fmt.Fprintln(errs, "brankel:", err)
		return 1
	}
	var list []calc.Case
	if err := json.Unmarshal(raw, &list); err != nil {
		fmt.Fprintln(errs, "brankel: the file is no array of {\"calc\", \"input\"}:", err)
		return 2
	}
	for i := range list {
		list[i].Solve()
	}
	write(out, list)
	return 0
}

func write(out io.Writer, v any) {
	e := json.NewEncoder(out)
	e.SetEscapeHTML(false)
	e.SetIndent("", " ")
	_ = e.Encode(v) // results are finite numbers and words
}

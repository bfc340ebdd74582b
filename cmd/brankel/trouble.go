package main

import (
	"fmt"
	"io"

	"brankel/demo"
	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// troubles is the command trouble. It gives 2 when the input is at fault.
func troubles(args []string, in io.Reader, out, errs io.Writer) int {
	switch {
	case len(args) == 0:
		raw, err := io.ReadAll(in)
		if err != nil {
			fmt.Fprintln(errs, "brankel:", err)
			return 1
		}
		answer, err := trouble.Solve(raw, demo.Usual)
		return told(answer, err, out)
	case args[0] == "--list" && len(args) <= 2:
		list, err := known(args[1:])
		return told(list, err, out)
	}
	fmt.Fprintln(errs, "write: brankel trouble | trouble --list [FAMILY]")
	return 2
}

// known is what is known of the families named, of all when none is, each in its usual proportions.
func known(families []string) (trouble.List, error) {
	if len(families) == 0 {
		families = rig.Families()
	}
	var out []trouble.List
	for _, f := range families {
		s, err := trouble.Asked{Family: f}.Of(demo.Usual)
		if err != nil {
			return trouble.List{}, err
		}
		b, err := trouble.On(s, nil)
		if err != nil {
			return trouble.List{}, err
		}
		out = append(out, b.List())
	}
	return trouble.Together(out), nil
}

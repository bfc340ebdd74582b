package tell

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// fetched are the kinds of things that are brought along.
var fetched = []setup.Kind{setup.Chocks, setup.Pin, setup.Lock, setup.Held, setup.Mark}

// fetch is what is brought along, once: the tools of the steps, the instruments that are read by, what is tightened how
// hard and with which pin, the part that goes in, what goes on for the work. Nothing more once the work has begun.
func (run page) fetch() []string {
	from := run.Sheet
	if from == nil {
		from = run.Expected
	}
	if from == nil || run.begun() {
		return []string{}
	}
	list := brought(from)
	if run.Job.Job == sheet.JobNew {
		list.add(strings.TrimSpace("the new " + run.Job.Part + " " + run.Job.Number))
	}
	for _, t := range from.Things {
		if slices.Contains(fetched, t.Kind) {
			list.add(t.Name)
		}
	}
	return list
}

// begun tells whether somebody has gone to the work: something was changed for it, read, turned or taken off.
func (run page) begun() bool {
	return len(run.Readings) > 0 || len(run.Parts) > 0 || run.AnyMoved() ||
		slices.ContainsFunc(run.Changes, func(c record.Change) bool { return !c.Found })
}

// fetching is a list as it grows.
type fetching []string

func (f *fetching) add(name string) {
	if name != "" && !slices.Contains(*f, name) {
		*f = append(*f, name)
	}
}

// has tells whether something of that name is there, of whatever size.
func (f fetching) has(name string) bool {
	return slices.ContainsFunc(f, func(one string) bool { return strings.Contains(strings.ToLower(one), name) })
}

// lock is what a lock wants: a torque wrench for its nut, a pin.
func (f *fetching) lock(of string, l *sheet.Lock) {
	switch {
	case l == nil:
		return
	case l.Torque != nil:
		f.add(strings.TrimSuffix(fmt.Sprintf("torque wrench, %g Nm: %s of the %s", *l.Torque, l.Nut, of), " of the "))
	}
	if l.Pin != "" && !f.has(strings.ToLower(l.Pin)) {
		f.add("new " + l.Pin)
	}
}

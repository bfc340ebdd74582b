package paper

import (
	"io"
	"time"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// Card is what hangs at a machine: how each cable was left, who signed, and when it is looked at
// again.
type Card struct {
	Name, Note string
	Identity   []tell.Field
	Open       []string // faults and bulletins
	Lines      []CardLine
	Printed    time.Time
}

// CardLine is one cable on it; Signed is "" when no record of it is signed.
type CardLine struct {
	Cable, Signed, Due, Void, Hash string
	Left                           []tell.Field
}

// MachineCard prints the card on paper of one of Sizes.
func MachineCard(c Card, size string, out io.Writer) error {
	w := page(size, record.Heading{Called: record.Called{Machine: c.Name, Cable: "card"}, Opened: c.Printed}, func(w writer) {
		w.SetY(-16)
		w.quiet(7.4)
		w.CellFormat(w.width, 4, tell.Foot, "", 0, "L", false, 0, "")
	})
	below := "as it stood on " + c.Printed.Format(record.Day)
	if c.Note != "" {
		below = c.Note + " · " + below
	}
	w.heading(c.Name, below)
	w.rule()
	w.fields("On its plates", c.Identity)
	w.list("Open", c.Open)
	for _, l := range c.Lines {
		fields := []tell.Field{}
		add := func(name, text string) {
			if text != "" {
				fields = append(fields, tell.Field{Name: name, Text: text})
			}
		}
		if l.Signed == "" {
			add("record", "none is signed yet")
		}
		fields = append(fields, l.Left...)
		add("signed", l.Signed)
		add("look again", l.Due)
		if l.Void != "" {
			add("prove it again", "the "+l.Void+" was turned since")
		}
		if l.Hash != "" {
			add("chain hash", l.Hash)
		}
		w.fields(l.Cable, fields)
	}
	return w.Output(out)
}

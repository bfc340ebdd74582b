package paper

import (
	"io"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// Order writes what to order as a slip for the stores or the maker.
func Order(h record.Heading, o tell.Order, size string, out io.Writer) error {
	w := page(size, h, func(w writer) {
		w.SetY(-16)
		w.quiet(7.4)
		w.CellFormat(w.width, 4, "Measured at the machine. Compare with the part that comes off before it is ordered.", "", 0, "L", false, 0, "")
	})
	w.heading("To order: "+o.Part, h.Machine+" · "+h.Cable+" · "+h.Note)
	w.rule()
	w.fields("What it is", o.What)
	w.list("Why", []string{o.Why})
	if o.Against != nil {
		w.list("Cannot be met together", o.Against.Windows)
		w.list("What would allow it", o.Against.Cures)
	}
	w.fields("The unit, and what was read", o.Lines)
	w.list("Before it is fitted", o.Prepare)
	return w.Output(out)
}

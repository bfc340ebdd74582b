package tell

import (
	"brankel/rigging/run/record"
)

// ReadRow is one reading for a table.
type ReadRow struct {
	record.Event
	record.Reading
	Void    bool
	Amended []string // what was added to it after the signature
	Min     *float64 // of the window on the sheet, nil where it sets none
	Max     *float64
}

// Rows are the readings of a run in order, with the windows of its sheet.
func Rows(st record.State, events []record.Event) (out []ReadRow) {
	struck, amended := record.StruckOut(events), record.Amendments(events, nil)
	for _, e := range events {
		if e.Kind != record.KindReading {
			continue
		}
		r := ReadRow{Event: e, Reading: record.BodyOf[record.Reading](e), Void: struck[e.ID], Amended: amended[e.ID]}
		if st.Sheet != nil {
			if p := st.Sheet.Point(r.Point); p != nil && p.Target != nil {
				low, high := *p.Target-p.Minus, *p.Target+p.Plus
				r.Min, r.Max = &low, &high
			}
		}
		out = append(out, r)
	}
	return out
}

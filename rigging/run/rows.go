package run

// ReadRow is one reading for a table.
type ReadRow struct {
	Event
	Reading
	Void    bool
	Amended []string // what was added to it after the signature
	Min     *float64 // of the window on the sheet, nil where it sets none
	Max     *float64
}

// Rows are the readings of a run in order, with the windows of its sheet.
func Rows(st State, events []Event) (out []ReadRow) {
	struck, amended := struckOut(events), State{}.amendments(events)
	for _, e := range events {
		if e.Kind != KindReading {
			continue
		}
		r := ReadRow{Event: e, Reading: bodyOf[Reading](e), Void: struck[e.ID], Amended: amended[e.ID]}
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

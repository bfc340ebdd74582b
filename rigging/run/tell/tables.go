package tell

import (
	"slices"
	"strings"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// ProofTable is what was read with a proof over and over, such as shift speeds by throttle: as found beside as left.
type ProofTable struct {
	Title   string     `json:"title"`
	Columns []string   `json:"columns"`
	Unit    string     `json:"unit,omitempty"` // of all of them, "" where each says its own
	Rows    []ProofRow `json:"rows"`
	Found   string     `json:"found,omitempty"` // how it was answered as found, "" where it was not tried
	Left    string     `json:"left,omitempty"`
}

// ProofRow is one row of it.
type ProofRow struct {
	Name  string      `json:"name"`
	Cells []ProofCell `json:"cells"` // one a column
}

// ProofCell is one figure in words, "" where it was not read.
type ProofCell struct {
	Found string `json:"found,omitempty"`
	Left  string `json:"left,omitempty"`
	Wants string `json:"wants,omitempty"`
	Out   bool   `json:"out,omitempty"` // as left, outside what is wanted
}

// tables are those of the proofs that have one, in the order of the sheet; one that was never filled is left out.
func (run page) tables() []ProofTable {
	out := []ProofTable{}
	if run.Sheet == nil {
		return out
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if found, left := run.tabled(c); c.Tabled() && (found != nil || left != nil) {
			out = append(out, tableOf(c, found, left))
		}
	}
	return out
}

// tabled are the answers to a check as found and as left, nil where there is none with a figure.
func (run page) tabled(c *sheet.Check) (found, left *record.Answered) {
	for i := range run.Answers {
		a := &run.Answers[i]
		switch {
		case a.Check != c.ID || len(a.Figures) == 0:
		case a.Found:
			found = a
		case len(a.Unmet) == 0:
			left = a
		}
	}
	if found != nil && left == nil && !run.Checks[c.ID].Void {
		left = found // nothing was turned, and it stands as it came
	}
	return found, left
}

func tableOf(c *sheet.Check, found, left *record.Answered) ProofTable {
	t := ProofTable{Title: c.Name, Columns: []string{}, Rows: []ProofRow{}}
	if found != nil {
		t.Found = found.Says
	}
	if left != nil {
		t.Left = left.Says
	}
	units := map[string]bool{}
	for _, f := range c.Figures {
		if f.Row == "" {
			continue
		}
		if units[f.Quantity.Unit()] = true; !slices.Contains(t.Columns, f.Column) {
			t.Columns = append(t.Columns, f.Column)
		}
	}
	for unit := range units {
		if t.Unit = unit; len(units) > 1 {
			t.Unit = ""
		}
	}
	plain := func(text string) string { return strings.TrimSuffix(text, " "+t.Unit) }
	for i := range c.Figures {
		f := &c.Figures[i]
		if f.Row == "" {
			continue
		}
		k := slices.IndexFunc(t.Rows, func(r ProofRow) bool { return r.Name == f.Row })
		if k < 0 {
			k = len(t.Rows)
			t.Rows = append(t.Rows, ProofRow{f.Row, make([]ProofCell, len(t.Columns))})
		}
		cell := &t.Rows[k].Cells[slices.Index(t.Columns, f.Column)]
		cell.Wants = plain(f.Wants())
		if read := figureOf(found, f.ID); read != nil {
			cell.Found = plain(read.Says())
		}
		if read := figureOf(left, f.ID); read != nil {
			cell.Left, cell.Out = plain(read.Says()), read.Side != ""
		}
	}
	return t
}

func figureOf(a *record.Answered, figure string) *record.FigureRead {
	if a == nil {
		return nil
	}
	i := slices.IndexFunc(a.Figures, func(f record.FigureRead) bool { return f.Figure == figure })
	if i < 0 {
		return nil
	}
	return &a.Figures[i]
}

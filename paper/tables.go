package paper

import (
	"strings"

	"brankel/rigging/run/tell"
)

// tables are those of proofs: each figure as found, then as left.
func (w writer) tables(list []tell.ProofTable) {
	for _, t := range list {
		if _, tall := w.GetPageSize(); w.GetY()+float64(len(t.Rows)+3)*line > tall-26 {
			w.AddPage()
		}
		w.title(strings.TrimSuffix(t.Title+", "+t.Unit, ", "))
		wide := (w.width - 38) / float64(len(t.Columns))
		w.quiet(9)
		w.CellFormat(38, line, "", "", 0, "L", false, 0, "")
		for _, c := range t.Columns {
			w.written(c, wide, "")
		}
		w.Ln(line)
		for _, row := range t.Rows {
			w.quiet(9)
			w.written(row.Name, 38, "B")
			w.ink(10, "")
			for _, c := range row.Cells {
				w.written(cellSays(c), wide, "B")
			}
			w.Ln(line)
		}
		w.quiet(9)
		if t.Found != "" {
			w.MultiCell(w.width, line, strings.TrimSuffix("as found: "+t.Found+"; as left: "+t.Left, "; as left: "), "", "L", false)
		}
	}
}

// cellSays is one figure: as found, as left, and what is wanted in brackets.
func cellSays(c tell.ProofCell) string {
	says := c.Left
	if c.Found != "" && c.Found != c.Left {
		says = strings.TrimSuffix(c.Found+" > "+c.Left, " > ")
	}
	if c.Wants != "" {
		says += " (" + c.Wants + ")"
	}
	if c.Out {
		says += " out"
	}
	return says
}

// written writes a text into a cell, smaller where it has no room: nothing of a record is cut off.
func (w writer) written(text string, wide float64, style string) {
	size, _ := w.GetFontSize()
	for s := size; s > 4 && w.GetStringWidth(text) > wide-1; s -= 0.5 {
		w.SetFontSize(s)
	}
	w.CellFormat(wide, line, text, style, 0, "L", false, 0, "")
	w.SetFontSize(size)
}

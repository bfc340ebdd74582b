package paper

import (
	"math"

	"brankel/rigging/run/tell"
)

// rules draws each limit as a small ruler with its window and marks, told by
// shape: hollow as found, thin each move, solid as left.
func (w writer) rules(rules []tell.Rule) {
	_, tall := w.GetPageSize()
	for _, r := range rules {
		if len(r.Marks) == 0 || r.To <= r.From {
			continue
		}
		if w.GetY() > tall-42 {
			w.AddPage()
		}
		w.ruler(r)
	}
}

// mostTicks bounds what is drawn, whatever a rule says.
const mostTicks = 200

func (w writer) ruler(r tell.Rule) {
	left, long := margin+38.0, w.width-46
	x := func(v float64) float64 { return left + (v-r.From)/(r.To-r.From)*long }
	top := w.GetY() + 2
	base := top + 7
	w.SetY(top + 3)
	w.quiet(10)
	w.CellFormat(36, line, r.Name, "", 0, "L", false, 0, "")
	w.SetFillColor(214, 230, 222)
	w.SetDrawColor(38, 104, 84)
	w.SetLineWidth(0.3)
	w.Rect(x(r.Min), base-5, x(r.Max)-x(r.Min), 5, "FD")
	w.SetDrawColor(28, 36, 38)
	w.Line(left, base, left+long, base)
	for i, first := 0, math.Ceil(r.From/r.Tick); i < mostTicks; i++ {
		v := (first + float64(i)) * r.Tick
		if !(v <= r.To+r.Tick/1e6) {
			break
		}
		w.Line(x(v), base, x(v), base+1.2)
	}
	for _, m := range r.Marks {
		switch m.Kind {
		case "found":
			w.SetLineWidth(0.5)
			w.Circle(x(m.At), base-2.5, 1.5, "D")
		case "left":
			w.SetFillColor(28, 36, 38)
			w.Circle(x(m.At), base-2.5, 1.5, "FD")
		case "move":
			w.SetLineWidth(0.25)
			w.Line(x(m.At), base-4.5, x(m.At), base-0.5)
		}
	}
	w.SetY(base + 2)
	w.SetX(left)
	w.quiet(8)
	w.MultiCell(long+8, 4, r.Words+" · "+r.TickSay, "", "L", false)
	w.Ln(1)
}

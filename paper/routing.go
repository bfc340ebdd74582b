package paper

import (
	"fmt"
	"io"

	"brankel/rigging/routing"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// Routing writes a cable's path as an order slip: what to order, the path with its bends, and
// what it passes.
func Routing(h record.Heading, v routing.View, size string, out io.Writer) error {
	about := ""
	if h.Machine != "" {
		about = h.Machine + " · " + h.Cable + " · " + h.Note
	}
	w := page(size, h, func(w writer) {
		w.SetY(-16)
		w.quiet(7.4)
		w.CellFormat(w.width, 4, "Measured on the machine, not on the old cable. Compare with the maker's list before it is ordered.", "", 0, "L",
			false, 0, "")
	})
	name := v.Draft.Name
	if name == "" {
		name = "a cable"
	}
	w.heading("To order: "+name, about)
	w.rule()
	w.lines("Length", v.Order)
	w.lines("Ends", v.Ends)
	w.sights(v.Sights)
	w.lines("Path", v.Path)
	w.list("Pieces, in their order", v.Laid)
	w.beside(v)
	if v.Loop != nil {
		w.lines("Loop for steering", v.Loop.Says)
	}
	return w.Output(out)
}

// lines writes findings, what is not as it should be with a word before it.
func (w writer) lines(title string, list []routing.Line) {
	var out []string
	for _, l := range list {
		if !l.Good {
			l.Text = "Look: " + l.Text
		}
		out = append(out, l.Text)
	}
	w.list(title, out)
}

func (w writer) beside(v routing.View) {
	var list []tell.Field
	for i, p := range v.Draft.Near {
		if i >= len(v.Near) || v.Near[i].Text == "" {
			continue
		}
		text := v.Near[i].Text
		if !v.Near[i].Good {
			text = "Look: " + text
		}
		list = append(list, tell.Field{Name: fmt.Sprintf("%d %s", i+1, p.Name), Text: text})
	}
	w.fields("What it passes", list)
}

// sights draws both views of the path, one above the other.
func (w writer) sights(list []routing.Sight) {
	for _, s := range list {
		scale := w.width * 0.8 / s.Width
		if _, tall := w.GetPageSize(); w.GetY()+s.Height*scale+8 > tall-24 {
			w.AddPage()
		}
		w.title(map[string]string{"side": "From the side", "top": "From above"}[s.View])
		x0, y0 := margin, w.GetY()
		for _, one := range s.Shapes {
			w.shape(one, x0, y0, scale)
		}
		for _, t := range s.Marks {
			w.ink(t.Size*scale/0.3528, "B")
			w.Text(x0+t.X*scale, y0+t.Y*scale, printable(t.Text))
		}
		w.SetXY(margin, y0+s.Height*scale+1)
	}
}

package paper

import (
	"codeberg.org/go-pdf/fpdf"

	"brankel/rigging/picture"
)

// inks are the tones of a picture on paper.
var inks = map[picture.Tone][3]int{
	picture.Ink:   {28, 36, 38},
	picture.Quiet: {104, 110, 112},
	picture.Now:   {150, 72, 20},
	picture.Good:  {38, 104, 84},
	picture.Bad:   {140, 20, 60},
	picture.Paper: {255, 255, 255},
	picture.Wash:  {236, 233, 222},
}

// picture draws the rig as vectors, as wide as the page.
func (w writer) picture(s *picture.Scene) {
	if s == nil {
		return
	}
	scale := w.width / picture.Width
	if _, tall := w.GetPageSize(); w.GetY()+picture.Height*scale > tall-24 {
		w.AddPage()
	}
	x0, y0 := margin, w.GetY()
	w.SetLineCapStyle("round")
	w.SetLineJoinStyle("round")
	for _, one := range s.Shapes {
		w.shape(one, x0, y0, scale)
	}
	w.SetDashPattern(nil, 0)
	w.SetLineCapStyle("butt")
	for _, t := range s.Middle {
		style := ""
		if t.Bold {
			style = "B"
		}
		c := inks[t.Tone]
		w.SetFont("B", style, t.Size*scale/0.3528)
		w.SetTextColor(c[0], c[1], c[2])
		w.Text(x0+t.X*scale, y0+t.Y*scale, printable(t.Text))
	}
	w.SetXY(margin, y0+picture.Height*scale+1)
	for _, text := range s.Beside.Middle {
		w.quiet(9)
		w.MultiCell(w.width, 4.2, text, "", "L", false)
	}
}

func (w writer) shape(s picture.Shape, x0, y0, scale float64) {
	style := ""
	if s.Fill != "" {
		c := inks[s.Fill]
		w.SetFillColor(c[0], c[1], c[2])
		style = "F"
	}
	if s.Weight > 0 {
		c := inks[s.Tone]
		w.SetDrawColor(c[0], c[1], c[2])
		w.SetLineWidth(s.Weight * scale)
		style += "D"
	}
	if s.Dashed {
		w.SetDashPattern([]float64{1, 0.8}, 0)
	} else {
		w.SetDashPattern(nil, 0)
	}
	if s.Round > 0 {
		w.Circle(x0+s.Points[0]*scale, y0+s.Points[1]*scale, s.Round*scale, style)
		return
	}
	at := make([]fpdf.PointType, 0, len(s.Points)/2)
	for i := 0; i+1 < len(s.Points); i += 2 {
		at = append(at, fpdf.PointType{X: x0 + s.Points[i]*scale, Y: y0 + s.Points[i+1]*scale})
	}
	if s.Closed {
		w.Polygon(at, style)
		return
	}
	w.MoveTo(at[0].X, at[0].Y)
	for _, p := range at[1:] {
		w.LineTo(p.X, p.Y)
	}
	w.DrawPath("D")
}

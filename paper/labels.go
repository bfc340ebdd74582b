package paper

import (
	"fmt"
	"io"
	"time"

	"codeberg.org/go-pdf/fpdf"
)

// Label is stuck on a machine or beside a cable: its square opens Link on a phone.
type Label struct{ Name, Line, Link string }

// sheetOfLabels is how labels lie on a sheet: how many, how large, where the first begins, in mm.
type sheetOfLabels struct {
	across, down         int
	wide, high           float64
	left, top, gapAcross float64
}

// LabelSizes are the sheets there are, the usual one first: adhesive sheets of 24 and of 30, and a label printer's single one.
var LabelSizes = []string{"A4", "Letter", "single"}

var labelSheets = map[string]sheetOfLabels{
	"A4":     {3, 8, 70, 37, 0, 0.5, 0},
	"Letter": {3, 10, 66.675, 25.4, 4.76, 12.7, 3.175},
	"single": {1, 1, 62, 29, 0, 0, 0},
}

// Labels prints labels on sheets of one of LabelSizes.
func Labels(list []Label, size string, on time.Time, out io.Writer) error {
	s, ok := labelSheets[size]
	if !ok {
		return fmt.Errorf("there are no labels of the size %q", size)
	}
	one := fpdf.InitType{OrientationStr: "P", UnitStr: "mm", SizeStr: size}
	if s.across*s.down == 1 {
		one.OrientationStr, one.SizeStr, one.Size = "L", "", fpdf.SizeType{Wd: s.high, Ht: s.wide}
	}
	w := begun(fpdf.NewCustom(&one), on)
	w.SetAutoPageBreak(false, 0)
	w.SetMargins(0, 0, 0)
	if len(list) == 0 {
		w.AddPage()
	}
	for i, l := range list {
		at := i % (s.across * s.down)
		if at == 0 {
			w.AddPage()
		}
		x := s.left + float64(at%s.across)*(s.wide+s.gapAcross)
		y := s.top + float64(at/s.across)*s.high
		side := min(s.high-4, 30)
		w.square(l.Link, x+2, y+(s.high-side)/2, side)
		room := s.wide - side - 6
		w.SetXY(x+side+3, y+s.high/2-9)
		w.ink(11, "B")
		w.MultiCell(room, 4.6, firstLetters(l.Name), "", "L", false)
		w.SetX(x + side + 3)
		w.ink(9.5, "")
		w.MultiCell(room, 4.4, firstLetters(l.Line), "", "L", false)
	}
	return w.Output(out)
}

// mostLetters is what a label has room for, on two lines or three.
const mostLetters = 60

func firstLetters(text string) string {
	r := []rune(text)
	return printable(string(r[:min(len(r), mostLetters)]))
}

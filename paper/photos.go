package paper

import (
	"bytes"
	"fmt"

	"codeberg.org/go-pdf/fpdf"

	"brankel/rigging/run/record"
)

// photoHigh is how high a photo may stand on paper, in mm; two stand beside each other.
const photoHigh = 62.0

// photos prints two beside each other with their words beneath: as found beside as left.
func (w writer) photos(list []record.PhotoLine, bytesOf map[string][]byte) {
	if len(list) == 0 {
		return
	}
	w.title("Photos")
	const gap = 6.0
	wide := (w.width - gap) / 2
	for i := 0; i < len(list); i += 2 {
		pair := list[i:min(i+2, len(list))]
		high := 0.0
		for _, p := range pair {
			_, h := fitIn(p, wide)
			high = max(high, h)
		}
		if _, tall := w.GetPageSize(); w.GetY()+high+12 > tall-24 {
			w.AddPage()
		}
		top, bottom := w.GetY(), 0.0
		for j, p := range pair {
			x := margin + float64(j)*(wide+gap)
			raw := bytesOf[p.SHA256]
			long, h := fitIn(p, wide)
			options := fpdf.ImageOptions{ImageType: "JPG"}
			w.RegisterImageOptionsReader(p.SHA256, options, bytes.NewReader(raw))
			w.ImageOptions(p.SHA256, x, top, long, h, false, options, 0, "")
			w.SetXY(x, top+high+1)
			w.quiet(8.5)
			w.MultiCell(wide, 4, fmt.Sprintf("%d  %s (%s)", p.Seq, p.Says, p.By), "", "L", false)
			bottom = max(bottom, w.GetY())
		}
		w.SetXY(margin, bottom+2)
	}
}

// fitIn is how large a photo stands in a column.
func fitIn(p record.PhotoLine, wide float64) (long, high float64) {
	scale := min(wide/float64(max(p.Width, 1)), photoHigh/float64(max(p.Height, 1)))
	return float64(p.Width) * scale, float64(p.Height) * scale
}

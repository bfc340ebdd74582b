package paper

import qrcode "github.com/skip2/go-qrcode"

// Dark is a row of dark modules of a QR code: where it begins, and how many.
type Dark struct{ X, Y, N int }

// Square is a text as a QR code of so many modules a side, with its quiet border.
func Square(text string) (size int, dark []Dark, err error) {
	code, err := qrcode.New(text, qrcode.Medium)
	if err != nil {
		return 0, nil, err
	}
	rows := code.Bitmap()
	for y, row := range rows {
		for x := 0; x < len(row); x++ {
			n := 0
			for x+n < len(row) && row[x+n] {
				n++
			}
			if n > 0 {
				dark = append(dark, Dark{x, y, n})
				x += n
			}
		}
	}
	return len(rows), dark, nil
}

// square draws a text as a QR code of so many mm at a place.
func (w writer) square(text string, x, y, side float64) {
	size, dark, err := Square(text)
	if err != nil {
		w.SetError(err)
		return
	}
	one := side / float64(size)
	w.SetFillColor(28, 36, 38)
	for _, d := range dark {
		w.Rect(x+float64(d.X)*one, y+float64(d.Y)*one, float64(d.N)*one, one, "F")
	}
}

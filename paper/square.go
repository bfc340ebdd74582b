package paper

import "github.com/boombuler/barcode/qr"

// Dark is a row of dark modules of a QR code: where it begins, and how many.
type Dark struct{ X, Y, N int }

// quiet is how many light modules a code has around it.
const quiet = 4

// Square is a text as a QR code of so many modules a side, with its quiet border.
func Square(text string) (size int, dark []Dark, err error) {
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return 0, nil, err
	}
	side := code.Bounds().Dx()
	is := func(x, y int) bool {
		if x >= side {
			return false
		}
		r, _, _, _ := code.At(x, y).RGBA()
		return r == 0
	}
	for y := range side {
		for x := 0; x < side; x++ {
			n := 0
			for is(x+n, y) {
				n++
			}
			if n > 0 {
				dark = append(dark, Dark{x + quiet, y + quiet, n})
				x += n
			}
		}
	}
	return side + 2*quiet, dark, nil
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

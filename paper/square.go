package paper

import qrcode "github.com/skip2/go-qrcode"

// Square draws a text as a QR code of so many mm at a place.
func (w writer) square(text string, x, y, side float64) {
	code, err := qrcode.New(text, qrcode.Medium)
	if err != nil {
		w.SetError(err)
		return
	}
	rows := code.Bitmap()
	one := side / float64(len(rows))
	w.SetFillColor(28, 36, 38)
	for i, row := range rows {
		for from := 0; from < len(row); from++ {
			n := 0
			for from+n < len(row) && row[from+n] {
				n++
			}
			if n > 0 {
				w.Rect(x+float64(from)*one, y+float64(i)*one, float64(n)*one, one, "F")
				from += n
			}
		}
	}
}

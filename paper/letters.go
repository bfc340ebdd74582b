package paper

import (
	"strings"
	"sync"

	"golang.org/x/image/font/sfnt"
)

// noGlyph stands for a letter that the font of the paper does not have.
const noGlyph = '¤'

var face = sync.OnceValue(func() *sfnt.Font {
	f, err := sfnt.Parse(regular)
	if err != nil {
		panic(err) // a font of our own
	}
	return f
})

// printable is the text with a plain mark for every letter that has no glyph: nobody's
// words keep a record from being printed. Marks that turn the direction of the text
// and other signs that show nothing are left out.
func printable(text string) string {
	var buf sfnt.Buffer
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n' || r == '\t':
			return r
		case r < ' ' || r >= 0x7f && r < 0xa0 || r >= 0x200b && r <= 0x200f || r >= 0x202a && r <= 0x202e || r >= 0x2060 && r <= 0x206f ||
			r >= 0xfe00 && r <= 0xfe0f || r == 0xfeff:
			return -1
		case r > 0xffff: // the writer of the paper knows no more
			return noGlyph
		}
		if i, err := face().GlyphIndex(&buf, r); err != nil || i == 0 {
			return noGlyph
		}
		return r
	}, text)
}

// CellFormat and MultiCell write what can be printed of a text.
func (w writer) CellFormat(width, height float64, text, border string, ln int, align string, fill bool, link int, url string) {
	w.Fpdf.CellFormat(width, height, printable(text), border, ln, align, fill, link, url)
}

func (w writer) MultiCell(width, height float64, text, border, align string, fill bool) {
	w.Fpdf.MultiCell(width, height, printable(text), border, align, fill)
}

package whatif

import (
	"math"
	"strings"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

func cut(name string) (list, place string, deep bool) { return strings.Cut(name, ".") }

// amount is a reading in words, with its side where it has one.
func amount(s *sheet.Sheet, p *sheet.Point, v float64) string {
	digits := 1
	unit := s.UnitOf(p)
	if p.Signed != nil {
		side := p.Signed.Positive
		if v < 0 {
			side = p.Signed.Negative
		}
		return withUnit(quantity.Number(math.Abs(v), digits), unit) + " " + side
	}
	return withUnit(quantity.Number(v, digits), unit)
}

func withUnit(number, unit string) string {
	if unit == "" || unit == "°" {
		return number + unit
	}
	return number + " " + unit
}

// ruleOf is the window of a point with where it stood and where it stands; nil where it has
// none.
func ruleOf(s *sheet.Sheet, p *sheet.Point, before, v float64) (rule *tell.Rule, read picture.Reading, in bool) {
	read = picture.Reading{Name: p.Name, Text: amount(s, p, v), Tone: picture.Ink}
	band, limited := p.Limits()
	if !limited {
		return nil, read, true
	}
	in = v >= band.Min-1e-9 && v <= band.Max+1e-9
	read.Tone = picture.Good
	if !in {
		read.Tone = picture.Bad
	}
	r := tell.RuleOf(s, p, before, v)
	return &r, read, in
}

package quantity

import (
	"math"
	"strconv"
	"strings"
)

// Fraction writes a length in mm as inches on a tape divided into
// denominator-ths: "6 5/8 in", nearest, a half away from zero, reduced; and the
// rest the tape cannot show, in mm. denominator is 1 or more.
func Fraction(mm float64, denominator int) (text string, residual float64) {
	parts := math.Round(mm / inch * float64(denominator))
	text = mixedText(parts, denominator, " ", func(a, b int) string {
		return strconv.Itoa(a) + "/" + strconv.Itoa(b)
	}) + " in"
	return text, mm - parts*inch/float64(denominator)
}

var vulgarOf = map[[2]int]string{
	{1, 8}: "⅛", {1, 4}: "¼", {3, 8}: "⅜", {1, 2}: "½", {5, 8}: "⅝", {3, 4}: "¾", {7, 8}: "⅞",
}

// Turns writes a number of turns as spoken at the bench: "3½", "¼", "0"; what lies
// between the eighths with two decimals, "0.05", so that no step is told as nothing.
func Turns(turns float64) string {
	eighths := math.Round(turns * 8)
	if math.Abs(turns*8-eighths) > 8*0.005 {
		if s := Number(turns, 2); s != "0" {
			return s
		}
		return Number(turns, 4)
	}
	return mixedText(eighths, 8, "", func(a, b int) string { return vulgarOf[[2]int{a, b}] })
}

func mixedText(parts float64, denominator int, gap string, frac func(a, b int) string) string {
	parts += 0 // a rounded -0.4 is a negative zero
	sign := ""
	if parts < 0 {
		sign, parts = "-", -parts
	}
	whole := math.Floor(parts / float64(denominator))
	rest := int(parts - whole*float64(denominator))
	w := strconv.FormatFloat(whole, 'f', 0, 64)
	switch {
	case rest == 0:
		if whole == 0 {
			sign = ""
		}
		return sign + w
	case whole == 0:
		w, gap = "", ""
	}
	g := gcd(rest, denominator)
	return sign + w + gap + frac(rest/g, denominator/g)
}

func gcd(a, b int) int {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

// Number writes v with at most digits decimals, without idle zeros.
func Number(v float64, digits int) string {
	s := strconv.FormatFloat(v, 'f', digits, 64)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	if s == "-0" {
		return "0"
	}
	return s
}

// Text writes the quantity in its canonical unit, lengths to a tenth of a
// millimetre, which is as fine as a tape or a calliper at the bench is read.
func (q Quantity) Text() string {
	switch q.Kind {
	case Count:
		return Number(q.Value, 3)
	case Angle:
		return Number(q.Value, 1) + "°"
	case Length:
		return strconv.FormatFloat(roundHalfAway(q.Value, 1), 'f', 1, 64) + " mm"
	}
	return Number(q.Value, 2) + " " + q.Kind.Unit()
}

// Also writes the same quantity in the other system, "" where there is none.
func (q Quantity) Also() string {
	switch q.Kind {
	case Length:
		return inches(q.Value)
	case Force:
		return Number(q.Value/pound, 1) + " lb"
	case Torque:
		return Number(q.Value/(pound*inch/1000), 1) + " in-lb"
	case Rate:
		return Number(q.Value*inch/pound, 2) + " lb/in"
	case Temperature:
		return Number(q.Value*1.8+32, 1) + " °F"
	}
	return ""
}

// inches writes a length as the other tape shows it: by sixteenths, and where that is
// not close as a decimal of an inch.
func inches(mm float64) string {
	s, rest := Fraction(mm, 16)
	if math.Abs(rest) <= 0.05 {
		return s
	}
	return Number(mm/inch, 3) + " in"
}

func roundHalfAway(v float64, digits int) float64 {
	p := math.Pow10(digits)
	// the nudge keeps 0.05 a half although binary floats store it just below
	return math.Copysign(math.Floor(math.Abs(v)*p+0.5+1e-9), v) / p
}

// ThreeFigures leaves three figures of a value, and all that stand before the point: nobody here measures nearer.
func ThreeFigures(v float64) float64 {
	if v == 0 {
		return 0
	}
	scale := math.Pow(10, max(0, 2-math.Floor(math.Log10(math.Abs(v)))))
	return math.Round(v*scale) / scale
}

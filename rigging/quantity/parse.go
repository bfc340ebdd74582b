package quantity

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// Quantity is a number in the canonical unit of its kind.
type Quantity struct {
	Kind  Kind
	Value float64
}

// Error says what to write instead of a text that could not be read.
type Error struct{ Message string }

func (e *Error) Error() string { return e.Message }

func refuse(format string, a ...any) error { return &Error{fmt.Sprintf(format, a...)} }

// Parse reads a quantity as a mechanic writes it: "12", ".062", "12,5",
// "3/16", "6 3/16", "6-3/16", "2½", `1' 3 1/2"`, "1 ft 3 in", each with a unit
// or in defaultUnit (a unit word; "" when a unit must be written). want is the
// kind expected, "" for any.
//
// It refuses what two careful people could read differently: "1,234" (thousands
// or decimals), a range such as "7-9", a mixed number whose fraction is not
// below one, inches of twelve and more after feet; and what is no number: a zero
// denominator, exponents, an unknown unit, nothing at all. kg is a mass, not a
// force: it is refused and kgf asked for. The error is an *Error.
func Parse(text, defaultUnit string, want Kind) (Quantity, error) {
	s := strings.Join(strings.Fields(marks.Replace(text)), " ")
	if s == "" {
		return Quantity{}, refuse("nothing to read: write a number, such as 12.5 or 6 3/16")
	}
	q, err := parse(s, defaultUnit)
	if err != nil {
		return Quantity{}, err
	}
	if math.IsInf(q.Value, 0) || math.IsNaN(q.Value) {
		return Quantity{}, refuse("%q is too large to be a measurement", shorten(s))
	}
	if want != "" && q.Kind != want {
		return Quantity{}, refuse("this is a %s where a %s is wanted: write it in %s", q.Kind, want, want.Unit())
	}
	return q, nil
}

func parse(s, defaultUnit string) (Quantity, error) {
	if m := feetInches.FindStringSubmatch(s); m != nil {
		return parseFeet(m[1], m[2], m[3])
	}
	number, word, err := split(s)
	if err != nil {
		return Quantity{}, err
	}
	if word == "" {
		if defaultUnit == "" {
			return Quantity{}, refuse("write the unit too, such as %s mm or %s in", number, number)
		}
		word = marks.Replace(defaultUnit)
	}
	u, ok := lookup(word)
	if !ok {
		return Quantity{}, unknownUnit(word)
	}
	v, err := parseNumber(number)
	if err != nil {
		return Quantity{}, err
	}
	return Quantity{u.kind, u.of(v)}, nil
}

var (
	feetInches = regexp.MustCompile(`(?i)^(-?)(\d+) ?(?:'|ft) ?([\d.,¼½¾⅛⅜⅝⅞].*?) ?(?:"|in|inch|inches)$`)
	openInches = regexp.MustCompile(`(?i)^-?\d+ ?(?:'|ft) ?[\d.,¼½¾⅛⅜⅝⅞]`)
	numberPart = regexp.MustCompile(`^[-–—\d.,/ ¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]+`)
	exponent   = regexp.MustCompile(`(?i)^e[-+]?\d`)
)

func parseFeet(sign, feet, inches string) (Quantity, error) {
	f, err := strconv.ParseFloat(feet, 64)
	if err != nil {
		return Quantity{}, refuse("%q is too large to be a measurement", shorten(feet))
	}
	in, err := parseNumber(inches)
	if err != nil {
		return Quantity{}, err
	}
	if in < 0 || in >= 12 {
		return Quantity{}, refuse("after feet the inches are below 12: write feet and the inches that are left over")
	}
	v := f*12*inch + in*inch
	if sign != "" {
		v = -v
	}
	return Quantity{Length, v}, nil
}

// split parts the number from the unit word.
func split(s string) (number, word string, err error) {
	number = numberPart.FindString(s)
	word = strings.TrimSpace(s[len(number):])
	number = strings.TrimSpace(number)
	switch {
	case number == "":
		return "", "", refuse("%q is not a number: write one such as 12.5 or 6 3/16", shorten(s))
	case exponent.MatchString(word):
		return "", "", refuse("write the number out, without an exponent: 1200, not 1.2e3")
	case openInches.MatchString(s):
		return "", "", refuse(`mark the inches after the feet, such as 1' 3 1/2"`)
	}
	return number, word, nil
}

func unknownUnit(word string) error {
	if strings.EqualFold(word, "kg") {
		return refuse("kg is a mass: for a force write kgf, N or lb")
	}
	return refuse("unknown unit %q: write mm, in, ft, thou, deg, N, lb, kgf, Nm, in-lb, N/mm, °C, °F, rpm, km/h, mph or turns", shorten(word))
}

// shorten keeps a message readable when somebody leans on the keyboard.
func shorten(s string) string {
	if r := []rune(s); len(r) > 24 {
		return string(r[:24]) + "…"
	}
	return s
}

// UnitOf is the unit word that a written quantity ends with, "" where it has none.
func UnitOf(text string) string {
	s := strings.Join(strings.Fields(marks.Replace(text)), " ")
	if feetInches.MatchString(s) {
		return "in"
	}
	_, word, err := split(s)
	if err != nil {
		return ""
	}
	return word
}

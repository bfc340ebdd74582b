package sheet

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
)

// Effectivity says which units a sheet is for.
type Effectivity struct {
	Unit    string `json:"unit" jsonschema:"minLength=1"` // what carries the serial: "drive"
	Prefix  string `json:"prefix,omitempty"`
	From    int    `json:"from" jsonschema:"minimum=0"`
	To      int    `json:"to" jsonschema:"minimum=0"`
	Hand    string `json:"hand" jsonschema:"enum=standard,enum=counter,enum=either"`
	Variant string `json:"variant,omitempty"` // such as "pinned barrel"
}

// Unit is what was found on the machine.
type Unit struct {
	Serial  string
	Hand    string
	Variant string
}

// Neighbour is a sheet of the same rig that does not apply, and how its figure differs.
type Neighbour struct {
	Sheet string `json:"sheet"`
	Says  string `json:"says"`
}

// Match is the sheet that applies, or none, and why.
type Match struct {
	Sheet      *Sheet
	Why        string
	Neighbours []Neighbour
}

var serialForm = regexp.MustCompile(`^([A-Za-z]*)[ -]?(\d{1,9})$`)

// ParseSerial parts "QD-2207" into its prefix and number.
func ParseSerial(text string) (prefix string, number int, err error) {
	m := serialForm.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return "", 0, fmt.Errorf("%q is no serial: write it as on the plate, letters first, such as 2207 or QD-2207", text)
	}
	number, err = strconv.Atoi(m[2])
	return strings.ToUpper(m[1]), number, err
}

func (e Effectivity) holds(number int) bool { return number >= e.From && number <= e.To }

func (e Effectivity) span() string { return fmt.Sprintf("%s%d–%d", e.Prefix, e.From, e.To) }

func (e Effectivity) fits(u Unit) bool {
	return (e.Hand == "either" || e.Hand == u.Hand) && e.Variant == u.Variant
}

// Resolve finds the sheet of family and cable for a unit. No sheet is an answer
// too: Why then says which ranges there are, and no figure is given.
func Resolve(sheets []*Sheet, family, cable string, u Unit) (Match, error) {
	prefix, number, err := ParseSerial(u.Serial)
	if err != nil {
		return Match{}, err
	}
	var same []*Sheet
	m := Match{}
	for _, s := range sheets {
		if s.Family != family || s.Cable != cable || s.Applies.Prefix != "" && prefix != "" && s.Applies.Prefix != prefix {
			continue
		}
		same = append(same, s)
		if s.Applies.holds(number) && s.Applies.fits(u) {
			m.Sheet = s
		}
	}
	if m.Sheet == nil {
		m.Why = noSheet(same, number, u)
		return m, nil
	}
	a := m.Sheet.Applies
	m.Why = fmt.Sprintf("serial %d lies in %s, %s hand", number, a.span(), u.Hand)
	if a.Variant != "" {
		m.Why += ", " + a.Variant
	}
	for _, s := range same {
		if s != m.Sheet {
			m.Neighbours = append(m.Neighbours, Neighbour{s.ID, compare(m.Sheet, s)})
		}
	}
	return m, nil
}

func noSheet(same []*Sheet, number int, u Unit) string {
	if len(same) == 0 {
		return "there is no sheet for this cable yet: no figures are offered"
	}
	var spans []string
	inRange := false
	for _, s := range same {
		span := s.Applies.span() + ", " + s.Applies.Hand + " hand"
		if s.Applies.Variant != "" {
			span += ", " + s.Applies.Variant
		}
		spans = append(spans, span)
		inRange = inRange || s.Applies.holds(number)
	}
	list := strings.Join(spans, "; ")
	if inRange {
		what := u.Hand + " hand"
		if u.Variant != "" {
			what += ", " + u.Variant
		}
		return fmt.Sprintf("serial %d is in range, but no sheet is for %s; there are: %s. No figures are offered", number, what, list)
	}
	return fmt.Sprintf("serial %d lies outside every range; there are: %s. No figures are offered: look for its manual", number, list)
}

// compare says how another sheet's figure differs from the one that applies.
func compare(mine, other *Sheet) string {
	_, p, _ := mine.Setting()
	_, q, _ := other.Setting()
	head := other.Applies.span()
	if other.Applies.Variant != "" {
		head += ", " + other.Applies.Variant
	}
	switch {
	case p == nil || q == nil:
		return head
	case *q.Target == *p.Target:
		return fmt.Sprintf("%s: the same %.1f mm", head, *q.Target)
	case *q.Target > *p.Target:
		return fmt.Sprintf("%s: %.1f mm, %.1f more than yours", head, *q.Target, *q.Target-*p.Target)
	}
	return fmt.Sprintf("%s: %.1f mm, %.1f less than yours", head, *q.Target, *p.Target-*q.Target)
}

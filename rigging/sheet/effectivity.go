package sheet

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/fault"
)

// Effectivity says which units a sheet is for: a range of numbers of one kind, the
// hand of rotation, a variant, and members of the chain that must be fitted. The
// range goes From a number or from just After one, up To one; without an end it is open.
type Effectivity struct {
	Unit    string   `json:"unit" jsonschema:"minLength=1"` // what carries the number: "drive"
	Number  string   `json:"number,omitempty" jsonschema:"enum=serial,enum=year,enum=hull number,enum=engine number"`
	Prefix  string   `json:"prefix,omitempty"`
	From    string   `json:"from,omitempty"`
	After   string   `json:"after,omitempty"`
	To      string   `json:"to,omitempty"`
	Hand    string   `json:"hand" jsonschema:"enum=standard,enum=counter,enum=either"`
	Variant string   `json:"variant,omitempty"` // such as "pinned barrel"
	Members []string `json:"members,omitempty"` // parts of the chain by name
	Machine string   `json:"machine,omitempty"` // the one machine it was written for, by the id of its card
}

// Unit is what was found on the machine.
type Unit struct {
	Serial  string
	Hand    string
	Variant string
	Chain   []string // names of the parts fitted, as far as known
	Machine string   // the id of its card
}

// Neighbour is a sheet of the same rig that does not apply, and how its figure differs.
type Neighbour struct {
	Sheet string `json:"sheet"`
	Says  string `json:"says"`
}

// Match is the sheet that applies, or none, and why; or several, to choose from.
type Match struct {
	Sheet      *Head
	Why        string
	Neighbours []Neighbour
	Choices    []*Head
}

// reach is the range of an effectivity with its ends read: just after low when after
// is set, up to high unless it is open.
type reach struct {
	low   Serial
	after bool
	high  Serial
	open  bool
}

func (e *Effectivity) reach() (r reach) {
	text := e.From
	if r.after = e.After != ""; r.after {
		text = e.After
	}
	r.low, _ = ParseSerial(text) // no end is number 0; a bad one was refused when the sheet came in
	if r.open = e.To == ""; !r.open {
		r.high, _ = ParseSerial(e.To)
	}
	return r
}

func (r reach) holds(s Serial) bool {
	c := s.Compare(r.low)
	return (c > 0 || c == 0 && !r.after) && (r.open || s.Compare(r.high) <= 0)
}

// span is the range in words: 1850–2399, after K-0877B, from 2400, all.
func (e *Effectivity) span() string {
	head := e.Prefix
	if head != "" {
		head += "-"
	}
	switch {
	case e.After != "" && e.To != "":
		return fmt.Sprintf("after %s%s up to %s", head, e.After, e.To)
	case e.After != "":
		return "after " + head + e.After
	case e.From != "" && e.To != "":
		return head + e.From + "–" + e.To
	case e.From != "":
		return "from " + head + e.From
	case e.To != "":
		return "up to " + head + e.To
	case head != "":
		return "all " + head
	}
	return "all"
}

// Words is the range with all else that decides.
func (e *Effectivity) Words() string {
	s := e.span()
	if e.Hand != "either" {
		s += ", " + e.Hand + " hand"
	}
	for _, one := range append([]string{e.Variant}, e.Members...) {
		if one != "" {
			s += ", " + one
		}
	}
	if e.Machine != "" {
		s += ", of one machine"
	}
	return s
}

// whatever tells whether it is for every number, so that none need be read.
func (e *Effectivity) whatever() bool {
	return e.From == "" && e.After == "" && e.To == "" && e.Prefix == ""
}

// fits tells whether hand, variant and chain allow the sheet. Where the chain is
// not known its members do not exclude it.
func (e *Effectivity) fits(u Unit) bool {
	if e.Machine != "" && e.Machine != u.Machine {
		return false
	}
	if e.Hand != "either" && u.Hand != "" && e.Hand != u.Hand {
		return false
	}
	if len(e.Members) > 0 {
		if slices.Contains(e.Members, u.Variant) {
			return true
		}
		for _, m := range e.Members {
			if len(u.Chain) > 0 && !slices.Contains(u.Chain, m) {
				return false
			}
		}
		return u.Variant == "" || u.Variant == e.Variant
	}
	return e.Variant == u.Variant
}

// Elsewhere is the sheets of the same family that call their cable otherwise and are for that unit: for a cable whose name no
// sheet has. A few of them, in the order they came in.
func Elsewhere(sheets []Head, family, cable string, u Unit) (out []*Head) {
	serial, err := ParseSerial(u.Serial)
	for i := range sheets {
		s := &sheets[i]
		switch {
		case err != nil || s.Family != family:
		case s.Cable == cable: // its sheets are known, and say why none of them applies
			return nil
		case s.Applies.Prefix != "" && serial.Prefix != "" && s.Applies.Prefix != serial.Prefix:
		case len(out) < mostNeighbours && s.Led && s.Applies.reach().holds(serial) && s.Applies.fits(u):
			out = append(out, s)
		}
	}
	return out
}

// Told says of each sheet that fits what it is for, and how its figure differs
// from the first one's.
func (m Match) Told() (out []Neighbour) {
	for i, s := range m.Choices {
		says := s.Applies.Words()
		if i > 0 {
			says = compare(m.Choices[0], s)
		} else if s.Figure != nil {
			says += ": " + s.Figure.says()
		}
		out = append(out, Neighbour{s.ID, says})
	}
	return out
}

func (e *Effectivity) noun() string {
	if e.Number == "" {
		return "serial"
	}
	return e.Number
}

// Resolve finds the sheet of family and cable for a unit. No sheet is an answer
// too: Why then says which ranges there are, and no figure is given. When several
// fit Choices has them, and Why says what would tell them apart. A sheet of this one machine goes before others; where one
// is for every number, none need be read.
func Resolve(sheets []Head, family, cable string, u Unit) (Match, error) {
	unread := strings.TrimSpace(u.Serial) == ""
	var serial Serial
	var err error
	if !unread {
		if serial, err = ParseSerial(u.Serial); err != nil {
			return Match{}, err
		}
	}
	same, lows, fit := make([]*Head, 0, len(sheets)), make([]int, 0, len(sheets)), []*Head(nil)
	for i := range sheets {
		s := &sheets[i]
		if s.Family != family || s.Cable != cable || s.Applies.Prefix != "" && serial.Prefix != "" && s.Applies.Prefix != serial.Prefix {
			continue
		}
		r := s.Applies.reach()
		same, lows = append(same, s), append(lows, r.low.Number)
		if (unread && s.Applies.whatever() || !unread && r.holds(serial)) && s.Applies.fits(u) {
			fit = append(fit, s)
		}
	}
	own := func(s *Head) bool { return s.Applies.Machine != "" }
	if slices.ContainsFunc(fit, own) {
		fit = slices.DeleteFunc(fit, func(s *Head) bool { return !own(s) })
	}
	switch {
	case unread && len(fit) != 1:
		_, err := ParseSerial(u.Serial)
		return Match{}, err
	case unread:
		return Match{Sheet: fit[0], Why: "it is for every number, and none was read"}, nil
	}
	switch len(fit) {
	case 0:
		return Match{Why: noSheet(same, serial, u)}, nil
	case 1:
		return settled(fit[0], same, lows, serial, u), nil
	}
	var words []string
	for _, s := range fit {
		words = append(words, fmt.Sprintf("%s for %s", s.ID, s.Applies.Words()))
	}
	return Match{Choices: fit, Why: "several sheets fit: " + strings.Join(words, "; ") + ". Say which part is fitted"}, nil
}

func settled(s *Head, same []*Head, lows []int, serial Serial, u Unit) Match {
	m := Match{Sheet: s}
	a := &s.Applies
	lies := "lies in "
	if a.From == "" || a.To == "" {
		lies = "lies "
	}
	m.Why = fmt.Sprintf("%s %s %s%s", a.noun(), plainSerial(serial, a), lies, a.span())
	if a.Hand != "either" && u.Hand != "" {
		m.Why += ", " + u.Hand + " hand"
	}
	for _, one := range append([]string{a.Variant}, a.Members...) {
		if one != "" {
			m.Why += ", " + one
		}
	}
	for _, other := range nearest(s, same, lows, serial.Number) {
		m.Neighbours = append(m.Neighbours, Neighbour{other.ID, compare(s, other)})
	}
	return m
}

// mostNeighbours is how many sheets beside the one that applies are worth a look.
const mostNeighbours = 6

// nearest is the sheets whose ranges begin nearest to the number.
func nearest(mine *Head, same []*Head, lows []int, number int) (out []*Head) {
	var distances []int
	for i, s := range same {
		if s == mine {
			continue
		}
		d := max(lows[i]-number, number-lows[i])
		if len(out) == mostNeighbours && d >= distances[len(out)-1] {
			continue
		}
		at, _ := slices.BinarySearch(distances, d+1)
		out, distances = slices.Insert(out, at, s), slices.Insert(distances, at, d)
		if len(out) > mostNeighbours {
			out, distances = out[:mostNeighbours], distances[:mostNeighbours]
		}
	}
	return out
}

// plainSerial leaves out a prefix that the sheet does not ask for.
func plainSerial(s Serial, e *Effectivity) string {
	if e.Prefix == "" {
		s.Prefix = ""
	}
	return s.String()
}

func noSheet(same []*Head, serial Serial, u Unit) string {
	if len(same) == 0 {
		return "there is no sheet for this cable yet: no figures are offered"
	}
	var spans []string
	inRange := false
	for _, s := range same {
		spans = append(spans, s.Applies.Words())
		inRange = inRange || s.Applies.reach().holds(serial)
	}
	list := strings.Join(spans, "; ")
	if inRange {
		what := u.Hand + " hand"
		if u.Variant != "" {
			what += ", " + u.Variant
		}
		return fmt.Sprintf(
			"%s %s is in range, but no sheet is for %s; there are: %s. No figures are offered",
			same[0].Applies.noun(),
			plainSerial(serial, &same[0].Applies),
			what,
			list,
		)
	}
	return fmt.Sprintf(
		"%s %s lies outside every range; there are: %s. No figures are offered: look for its manual",
		same[0].Applies.noun(),
		plainSerial(serial, &same[0].Applies),
		list,
	)
}

// compare says how another sheet's figure differs from the one that applies.
func compare(mine, other *Head) string {
	p, q := mine.Figure, other.Figure
	head := other.Applies.span()
	for _, one := range append([]string{other.Applies.Variant}, other.Applies.Members...) {
		if one != "" {
			head += ", " + one
		}
	}
	switch {
	case p == nil || q == nil || p.Quantity != q.Quantity:
		return head
	case q.Value == p.Value:
		return head + ": the same " + q.says()
	case q.Value > p.Value:
		return fmt.Sprintf("%s: %s, %.1f more than yours", head, q.says(), q.Value-p.Value)
	}
	return fmt.Sprintf("%s: %s, %.1f less than yours", head, q.says(), p.Value-q.Value)
}

// faults finds what is wrong with a range itself.
func (e *Effectivity) faults() (f fault.List) {
	for _, one := range []struct{ field, text string }{{"from", e.From}, {"after", e.After}, {"to", e.To}} {
		if one.text == "" {
			continue
		}
		s, err := ParseSerial(one.text)
		if err != nil {
			f.Add("applies."+one.field, err.Error())
		} else if s.Prefix != "" {
			f.Add("applies."+one.field, "write the letters before the number in prefix")
		}
	}
	if e.From != "" && e.After != "" {
		f.Add("applies.after", "give from or after, not both")
	}
	if r := e.reach(); !r.open && len(f) == 0 && r.low.Compare(r.high) > 0 {
		f.Add("applies.from", "the range begins after its end: swap from and to")
	}
	return f
}

// One is a unit that the sheet is for: the first of its range.
func (e *Effectivity) One() Unit {
	text := e.From
	if e.After != "" {
		text = e.After
	}
	s, err := ParseSerial(text)
	if err != nil { // it has no lower end
		s = Serial{Number: 1}
	}
	if e.After != "" {
		s.Number, s.Suffix = s.Number+1, ""
	}
	s.Prefix = e.Prefix
	hand := e.Hand
	if hand == "either" {
		hand = "standard"
	}
	return Unit{Serial: s.String(), Hand: hand, Variant: e.Variant, Chain: e.Members}
}

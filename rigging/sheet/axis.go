package sheet

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
)

// Head is what a library needs to know of a sheet without reading it.
type Head struct {
	Hash     string
	ID       string
	Revision int
	Craft    string
	Family   string
	Cable    string
	Applies  Effectivity
	Title    string // of the source
	Assumed  bool
}

// Head is the head of the sheet.
func (s *Sheet) Head() Head {
	return Head{s.Hash(), s.ID, s.Revision, s.Craft, s.Family, s.Cable, s.Applies, s.Source.Title, s.HasAssumed()}
}

// Heads are the heads of several.
func Heads(sheets []*Sheet) (out []Head) {
	for _, s := range sheets {
		out = append(out, s.Head())
	}
	return out
}

// Axis is the numbers that the sheets of one rig cover: their bars, and where
// between them there is no sheet, or more than one.
type Axis struct {
	Family   string `json:"family"`
	Cable    string `json:"cable"`
	Craft    string `json:"craft"`
	Number   string `json:"number"` // what the axis counts
	From     int    `json:"from"`
	To       int    `json:"to"`
	Bars     []Bar  `json:"bars"`
	Gaps     []Span `json:"gaps"`
	Overlaps []Span `json:"overlaps"`
}

// Bar is the range of one sheet; Open ends beyond the axis.
type Bar struct {
	Sheet    string `json:"sheet"`
	Hash     string `json:"hash"`
	Revision int    `json:"revision"`
	Says     string `json:"says"`
	From     int    `json:"from"`
	To       int    `json:"to"`
	OpenLow  bool   `json:"open_low"`
	OpenHigh bool   `json:"open_high"`
	Assumed  bool   `json:"assumed"`
}

// Span is a stretch of numbers, in words too.
type Span struct {
	From int    `json:"from"`
	To   int    `json:"to"`
	Says string `json:"says"`
}

// Axes draws the bars of all sheets, rig by rig, in the order of their names.
func Axes(sheets []Head) (out []Axis) {
	groups := map[string][]Head{}
	for _, s := range sheets {
		key := s.Family + "\x00" + s.Cable + "\x00" + s.Applies.Prefix
		groups[key] = append(groups[key], s)
	}
	for _, group := range groups {
		out = append(out, axis(group))
	}
	slices.SortFunc(out, func(a, b Axis) int {
		return cmp.Or(
			cmp.Compare(a.Craft, b.Craft),
			cmp.Compare(a.Family, b.Family),
			cmp.Compare(a.Cable, b.Cable),
			cmp.Compare(a.Bars[0].Sheet, b.Bars[0].Sheet),
		)
	})
	return out
}

func axis(group []Head) Axis {
	a := Axis{
		Family:   group[0].Family,
		Cable:    group[0].Cable,
		Craft:    group[0].Craft,
		Number:   group[0].Applies.noun(),
		From:     math.MaxInt,
		Gaps:     []Span{},
		Overlaps: []Span{},
	}
	if p := group[0].Applies.Prefix; p != "" {
		a.Number += " " + p
	}
	slices.SortStableFunc(group, func(x, y Head) int {
		l, _ := x.Applies.low()
		m, _ := y.Applies.low()
		return cmp.Or(l.Compare(m), strings.Compare(x.ID, y.ID))
	})
	for _, s := range group {
		low, after := s.Applies.low()
		high, open := s.Applies.high()
		if after && low.Suffix == "" {
			low.Number++
		}
		b := Bar{s.ID, s.Hash, s.Revision, s.Applies.Words(), low.Number, high.Number, s.Applies.From == "" && !after, open, s.Assumed}
		if !b.OpenLow {
			a.From = min(a.From, b.From)
		}
		a.To = max(a.To, b.From, b.To)
		a.Bars = append(a.Bars, b)
	}
	if a.From == math.MaxInt {
		a.From = 0
	}
	room := max((a.To-a.From)/8, 1)
	a.From, a.To = max(0, a.From-room), a.To+room
	for i := range a.Bars {
		if a.Bars[i].OpenLow {
			a.Bars[i].From = a.From
		}
		if a.Bars[i].OpenHigh {
			a.Bars[i].To = a.To
		}
	}
	a.gaps()
	for _, f := range Overlaps(group) {
		a.Overlaps = append(a.Overlaps, Span{f.low, f.high, f.Message})
	}
	return a
}

// gaps finds the numbers between the first and the last bar that no bar holds.
func (a *Axis) gaps() {
	reach := math.MinInt
	for i, b := range a.Bars {
		if i > 0 && b.From > reach+1 && reach != math.MinInt {
			a.Gaps = append(a.Gaps, Span{reach + 1, b.From - 1, fmt.Sprintf("no sheet for %d–%d", reach+1, b.From-1)})
		}
		reach = max(reach, b.To)
	}
}

// Overlap is two sheets that claim the same unit.
type Overlap struct {
	Fault
	low, high int
}

// Overlaps finds sheets that claim the same unit: each pair is told once, at the
// later sheet.
func Overlaps(sheets []Head) (out []Overlap) {
	for i, a := range sheets {
		for _, b := range sheets[:i] {
			x, y := a.Applies, b.Applies
			hands := x.Hand == y.Hand || x.Hand == "either" || y.Hand == "either"
			if a.Family != b.Family || a.Cable != b.Cable || x.Prefix != y.Prefix || x.Variant != y.Variant ||
				!slices.Equal(x.Members, y.Members) ||
				!hands {
				continue
			}
			low, high, both := common(&x, &y)
			if both {
				out = append(
					out,
					Overlap{
						Fault{
							"applies",
							fmt.Sprintf(
								"sheet %s and sheet %s both claim %ss %s: part their ranges",
								b.ID,
								a.ID,
								x.noun(),
								spanOf(low, high),
							),
						},
						low,
						high,
					},
				)
			}
		}
	}
	return out
}

func spanOf(low, high int) string {
	if high == math.MaxInt {
		return fmt.Sprintf("from %d", low)
	}
	return fmt.Sprintf("%d–%d", low, high)
}

// common is the numbers that both ranges hold.
func common(x, y *Effectivity) (low, high int, both bool) {
	xl, xa := x.low()
	yl, ya := y.low()
	l, after := xl, xa
	if c := yl.Compare(xl); c > 0 || c == 0 && ya {
		l, after = yl, ya
	}
	h, open := x.high()
	if yh, yo := y.high(); open || !yo && yh.Compare(h) < 0 {
		h, open = yh, yo
	}
	if open {
		return l.Number, math.MaxInt, true
	}
	c := l.Compare(h)
	if after && l.Suffix == "" {
		return l.Number, h.Number, c < 0
	}
	return l.Number, h.Number, c < 0 || c == 0 && !after
}

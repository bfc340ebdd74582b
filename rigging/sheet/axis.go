package sheet

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
)

// Axis is the numbers that the sheets of one rig cover: their bars, and where
// between them there is no sheet, or more than one.
type Axis struct {
	Family   string `json:"family"`
	Cable    string `json:"cable"`
	Craft    Craft  `json:"craft"`
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
	groups, keys := map[string][]Head{}, []string(nil)
	for _, s := range sheets {
		key := s.Family + "\x00" + s.Cable + "\x00" + s.Applies.Prefix
		if groups[key] == nil {
			keys = append(keys, key)
		}
		groups[key] = append(groups[key], s)
	}
	for _, key := range keys {
		out = append(out, axis(groups[key]))
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
	bars := make([]ranged, len(group))
	for i, s := range group {
		bars[i] = ranged{s, s.Applies.reach()}
	}
	slices.SortStableFunc(bars, func(x, y ranged) int {
		return cmp.Or(x.low.Compare(y.low), strings.Compare(x.ID, y.ID))
	})
	for _, s := range bars {
		low, after, high, open := s.low, s.after, s.reach.high, s.open
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

package sheet

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
)

// Overlap is two sheets that claim the same unit. Sheets are their IDs, the one that
// stood earlier in the list first.
type Overlap struct {
	Sheets  [2]string
	Message string

	low, high   int // the numbers both claim
	first, then int // places in the list
}

// Fault is the overlap as what is wrong with the later sheet.
func (o Overlap) Fault() *fault.Fault { return fault.At("applies", o.Message) }

// mostOverlaps is how many overlaps of one rig are told: whoever sees so many parts
// the ranges first and looks again.
const mostOverlaps = 100

// ranged is a head with its range read.
type ranged struct {
	Head
	reach
}

// Overlaps finds sheets that claim the same unit, each pair once, in the order of the
// later sheet. Of each rig at most mostOverlaps are told.
func Overlaps(sheets []Head) (out []Overlap) {
	groups, keys := map[string][]int{}, []string(nil)
	all := make([]ranged, len(sheets))
	for i, s := range sheets {
		a := s.Applies
		all[i] = ranged{s, a.reach()}
		key := strings.Join(append([]string{s.Family, s.Cable, a.Prefix, a.Variant, a.Machine}, a.Members...), "\x00")
		if groups[key] == nil {
			keys = append(keys, key)
		}
		groups[key] = append(groups[key], i)
	}
	for _, key := range keys {
		out = append(out, sweep(all, groups[key])...)
	}
	slices.SortFunc(out, func(a, b Overlap) int { return cmp.Or(cmp.Compare(a.then, b.then), cmp.Compare(a.first, b.first)) })
	return out
}

// sweep walks the ranges by where they begin; those that still hold are compared.
func sweep(all []ranged, group []int) (out []Overlap) {
	slices.SortStableFunc(group, func(i, j int) int { return all[i].low.Compare(all[j].low) })
	var holding []int
	for _, i := range group {
		x := all[i]
		holding = slices.DeleteFunc(holding, func(j int) bool { return !all[j].open && all[j].reach.high.Compare(x.low) < 0 })
		for _, j := range holding {
			y := all[j]
			if x.Applies.Hand != y.Applies.Hand && x.Applies.Hand != "either" && y.Applies.Hand != "either" {
				continue
			}
			low, high, both := common(x.reach, y.reach)
			if !both {
				continue
			}
			first, then := min(i, j), max(i, j)
			ids := [2]string{all[first].ID, all[then].ID}
			out = append(out, Overlap{ids, fmt.Sprintf("sheet %s and sheet %s both claim %ss %s: part their ranges",
				ids[0], ids[1], x.Applies.noun(), spanOf(low, high)), low, high, first, then})
			if len(out) == mostOverlaps {
				return out
			}
		}
		holding = append(holding, i)
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
func common(x, y reach) (low, high int, both bool) {
	l, after := x.low, x.after
	if c := y.low.Compare(x.low); c > 0 || c == 0 && y.after {
		l, after = y.low, y.after
	}
	h, open := x.high, x.open
	if open || !y.open && y.high.Compare(h) < 0 {
		h, open = y.high, y.open
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

package lattice

import (
	"cmp"
	"math"
	"slices"
)

// fewRows is up to how many rows the outermost adjuster has conditions of its own,
// mostRows how many a level keeps, mostMade from when on no more are made for it. Leaving
// some out lets more branches be entered and changes no answer.
const fewRows, mostRows, mostMade = 60, 1000, 100_000

// fewer leaves out rows that every setting in the ranges meets and puts rows of one
// direction together; it asks that no row has a scale.
func (s *Search) fewer(rows []row) []row {
	kept := rows[:0]
	for _, r := range rows {
		size := 0.0
		for level := range s.n {
			if math.Abs(r.by[level]) > math.Abs(size) {
				size = r.by[level]
			}
		}
		if size != 0 {
			r.at, r.fixed = r.at/size, r.fixed/math.Abs(size)
			for level := range s.n {
				r.by[level] /= size
			}
		}
		if least, most := s.reach(r); least < -r.fixed || most > r.fixed {
			kept = append(kept, r)
		}
	}
	if len(kept) > fewRows {
		return s.tightest(kept) // to find those of one direction would take too long
	}
	slices.SortFunc(kept, func(a, b row) int { return cmp.Or(slices.Compare(a.by[:], b.by[:]), cmp.Compare(a.fixed, b.fixed)) })
	out := kept[:0]
	for _, r := range kept {
		if last := len(out) - 1; last >= 0 && out[last].alike(r) {
			low := math.Max(-out[last].fixed-out[last].at, -r.fixed-r.at)
			high := math.Min(out[last].fixed-out[last].at, r.fixed-r.at)
			out[last].at, out[last].fixed = -(low+high)/2, (high-low)/2
			continue
		}
		out = append(out, r)
	}
	return out
}

func (s *Search) tightest(rows []row) []row {
	if len(rows) <= mostRows {
		return rows
	}
	s.work += len(rows) * s.n
	type held struct {
		loose float64
		row   int
	}
	by := make([]held, len(rows))
	for i, r := range rows {
		least, most := s.reach(r)
		by[i] = held{(r.fixed + r.scale*s.worst) / (most - least), i}
	}
	slices.SortFunc(by, func(a, b held) int { return cmp.Or(cmp.Compare(a.loose, b.loose), cmp.Compare(a.row, b.row)) })
	out := make([]row, mostRows)
	for i := range out {
		out[i] = rows[by[i].row]
	}
	return out
}

// reach is the least and the greatest that stands between the bars of a row.
func (s *Search) reach(r row) (least, most float64) {
	least, most = r.at, r.at
	for level := range s.n {
		a, b := r.by[level]*s.low[level]*s.step[level], r.by[level]*s.high[level]*s.step[level]
		least, most = least+math.Min(a, b), most+math.Max(a, b)
	}
	return least, most
}

// alike tells whether two rows run in one direction.
func (r row) alike(other row) bool {
	for j, by := range r.by {
		if math.Abs(by-other.by[j]) > 1e-12 {
			return false
		}
	}
	return true
}

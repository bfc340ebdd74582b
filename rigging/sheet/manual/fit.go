package manual

import (
	"math"
	"strings"

	"brankel/rigging/lattice"
	"brankel/rigging/sheet"
)

// param is what one told figure of the rig moves: several paths together, by their proportion, or by so much where they lie
// about nothing.
type param struct {
	paths []string
	near  float64
}

// want is a reading that the fitted rig shows.
type want struct {
	ask   int // of the list
	point string
	at    map[string]any
	fig   Figure
	width float64
}

// fitting looks for the figures of the rig with which it shows what was given, near to the usual ones.
type fitting struct {
	s      *sheet.Sheet
	f      *family
	base   map[string]any
	params []param
	wants  []want
}

// Figures are told when they lie between these parts of the usual.
const (
	leastTold = 0.4
	mostTold  = 2.5
)

// Of the fit: how often it goes on, how little it is held to the usual, and how far a told figure may go in one step.
const (
	fitRounds  = 40
	heldTo     = 1e-7
	fitStride  = 0.5
	slopeOver  = 1e-4
	fitMet     = 1e-9
	farthest   = 2.0 // of the logarithm: beyond it nothing is usual
	farthestBy = 12  // of what lies about nothing
)

func (f *fitting) geometry(at []float64) map[string]any {
	g := f.base
	for i, p := range f.params {
		for _, path := range p.paths {
			v, _ := get(f.base, path)
			if p.near > 0 {
				v += at[i] * p.near
			} else {
				v *= math.Exp(at[i])
			}
			g = set(g, path, v)
		}
	}
	return f.f.followed(f.base, g, f.s.Rig.Settings)
}

// followed keeps what follows another figure in its proportion to it, and what is a sum of others their sum.
func (f *family) followed(base, g map[string]any, settings map[string]float64) map[string]any {
	for _, one := range f.Follows {
		was, _ := get(base, one.With)
		now, _ := get(g, one.With)
		v, there := get(base, one.Path)
		if there && was != 0 && now != was {
			g = set(g, one.Path, v*now/was)
		}
	}
	return f.sumsOnly(g, settings)
}

func (f *family) sumsOnly(g map[string]any, settings map[string]float64) map[string]any {
	for _, one := range f.Sums {
		total := 0.0
		for _, part := range one.Of {
			path, setting, times := strings.Cut(part, "*")
			v, _ := get(g, path)
			if times {
				v *= settings[setting]
			}
			total += v
		}
		g = set(g, one.Path, math.Round(total*1e6)/1e6)
	}
	return g
}

// off is how far the readings lie from what is wanted, in widths; nil where the rig does not tell.
func (f *fitting) off(at []float64) (out []float64) {
	f.s.Rig.Geometry = f.geometry(at)
	for _, w := range f.wants {
		shows := f.s.Shows(f.s.Point(w.point), w.at)
		if len(shows) == 0 {
			return nil
		}
		for _, v := range shows {
			out = append(out, (v-w.aim(v))/w.width)
		}
	}
	return out
}

// aim is what a reading is to be: the target; where one end is open anything within, or that end.
func (w want) aim(v float64) float64 {
	switch {
	case math.IsInf(w.fig.From, -1):
		return min(v, w.fig.To)
	case math.IsInf(w.fig.To, 1):
		return max(v, w.fig.From)
	}
	return w.fig.Target
}

func cost(off, at []float64) (sum float64) {
	for _, v := range off {
		sum += v * v
	}
	for _, v := range at {
		sum += heldTo * v * v
	}
	return sum
}

// solve gives the parameters that fit best; those of the usual rig where there is nothing to fit.
func (f *fitting) solve() []float64 {
	at := make([]float64, len(f.params))
	off := f.off(at)
	if off == nil || len(at) == 0 {
		return at
	}
	damp := 1e-3
	for range fitRounds {
		slopes := f.slopes(at, off)
		if slopes == nil {
			break
		}
		next, nextOff := f.step(at, off, slopes, damp)
		if nextOff == nil || cost(nextOff, next) >= cost(off, at)-fitMet*fitMet {
			if damp > 1e6 {
				break
			}
			damp *= 10
			continue
		}
		at, off, damp = next, nextOff, damp/10
	}
	f.off(at) // leaves the rig as it was found
	return at
}

func (f *fitting) slopes(at, off []float64) [][]float64 {
	out := make([][]float64, len(at))
	for i := range at {
		there := append([]float64(nil), at...)
		there[i] += slopeOver
		o := f.off(there)
		if o == nil {
			return nil
		}
		for k := range off {
			out[i] = append(out[i], (o[k]-off[k])/slopeOver)
		}
	}
	return out
}

func (f *fitting) step(at, off []float64, slopes [][]float64, damp float64) ([]float64, []float64) {
	n := len(at)
	a, b := make([][]float64, n), make([]float64, n)
	for i := range n {
		a[i] = make([]float64, n)
		for j := range n {
			for k := range off {
				a[i][j] += slopes[i][k] * slopes[j][k]
			}
		}
		a[i][i] += heldTo + damp*(a[i][i]+heldTo)
		for k := range off {
			b[i] -= slopes[i][k] * off[k]
		}
		b[i] -= heldTo * at[i]
	}
	move := lattice.SolveLinear(a, b)
	next := append([]float64(nil), at...)
	for i := range n {
		far := farthest
		if f.params[i].near > 0 {
			far = farthestBy
		}
		next[i] = min(max(at[i]+min(max(move[i], -fitStride*far), fitStride*far), -far), far)
	}
	return next, f.off(next)
}

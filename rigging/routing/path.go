package routing

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
)

// vec is a place or a direction, mm: ahead, left, up.
type vec [3]float64

func (a vec) plus(b vec, times float64) vec {
	return vec{a[0] + b[0]*times, a[1] + b[1]*times, a[2] + b[2]*times}
}
func (a vec) dot(b vec) float64 { return a[0]*b[0] + a[1]*b[1] + a[2]*b[2] }
func (a vec) size() float64     { return math.Sqrt(a.dot(a)) }
func (a vec) unit() vec         { return vec{}.plus(a, 1/a.size()) }

var ways = map[string]vec{
	"ahead": {1, 0, 0}, "back": {-1, 0, 0}, "left": {0, 1, 0}, "right": {0, -1, 0}, "up": {0, 0, 1}, "down": {0, 0, -1},
}

// toward reads one of Ways, or a direction as a drag wrote it.
func toward(text string) (v vec, ok bool) {
	if v, ok = ways[text]; ok {
		return v, true
	}
	n, err := fmt.Sscanf(text, "%g %g %g", &v[0], &v[1], &v[2])
	size := v.size()
	if err != nil || n != 3 || !(size > 1e-6) || size > 1e6 {
		return v, false
	}
	return v.unit(), true
}

// written is a direction as a draft keeps it: its word where it has one.
func written(v vec) string {
	for _, word := range Ways {
		if ways[word].dot(v) > 1-1e-6 {
			return word
		}
	}
	round := func(x float64) float64 { return math.Round(x*1e4)/1e4 + 0 }
	return fmt.Sprintf("%g %g %g", round(v[0]), round(v[1]), round(v[2]))
}

// leg is a piece that could be read, where it lies.
type leg struct {
	of     int // the piece of the draft
	bend   bool
	length float64 // along the cable
	angle  float64 // radians
	radius float64
	from   vec
	dir    vec // as it begins
	side   vec // toward which it bends, square to dir
	line   []vec
}

// walk goes along the path from its start.
type walk struct {
	legs []leg
	at   vec
	dir  vec
}

// mostBend is as far as one bend goes round, degrees.
const mostBend = 360

func (r *reader) path(d *Draft) walk {
	w := walk{dir: ways["ahead"]}
	if d.Starts != "" {
		v, ok := toward(d.Starts)
		if !ok {
			r.faults.Add("starts", "say where it starts toward: %s", strings.Join(Ways, ", "))
			return w
		}
		w.dir = v
	}
	for i := range r.atMost("pieces", len(d.Pieces), mostPieces) {
		one := leg{of: i, from: w.at, dir: w.dir}
		if r.piece(d, i, &w, &one) {
			w.legs = append(w.legs, one)
		}
	}
	return w
}

// piece reads one and goes along it; what is not whole yet is passed over.
func (r *reader) piece(d *Draft, i int, w *walk, one *leg) bool {
	p := d.Pieces[i]
	long := quantity.Length.Most()
	length, told := r.number(at("pieces", i, "length"), p.Length, quantity.Length, 0, long)
	if !p.Bend {
		one.length, one.line = length, []vec{w.at, w.at.plus(w.dir, length)}
		w.at = one.line[1]
		return told
	}
	angle, known := r.number(at("pieces", i, "angle"), p.Angle, quantity.Angle, 1, mostBend)
	radius, wide := r.number(at("pieces", i, "radius"), p.Radius, quantity.Length, 1, long)
	if !known || !wide {
		return false
	}
	to, ok := toward(p.Toward)
	if !ok {
		r.faults.Add(at("pieces", i, "toward"), "say toward which side it bends: %s", strings.Join(Ways, ", "))
		return false
	}
	side := to.plus(w.dir, -to.dot(w.dir))
	if side.size() < 1e-3 {
		r.faults.Add(at("pieces", i, "toward"), "it already goes that way, or straight back: bend it toward another side")
		return false
	}
	one.bend, one.angle, one.radius, one.side = true, angle*math.Pi/180, radius, side.unit()
	if one.length = radius * one.angle; told {
		one.length = length
	}
	steps := int(math.Ceil(angle / 9))
	for n := range steps + 1 {
		one.line = append(one.line, one.place(one.angle*float64(n)/float64(steps)))
	}
	w.at = one.line[steps]
	w.dir = vec{}.plus(one.dir, math.Cos(one.angle)).plus(one.side, math.Sin(one.angle))
	return true
}

// place is where a bend is after so many radians of it.
func (l *leg) place(angle float64) vec {
	return l.from.plus(l.dir, l.radius*math.Sin(angle)).plus(l.side, l.radius*(1-math.Cos(angle)))
}

// segments are the legs as the calculations take them.
func (w walk) segments() []calc.Segment {
	out := make([]calc.Segment, len(w.legs))
	for i := range w.legs {
		l := &w.legs[i]
		out[i].Length = &l.length
		if l.bend {
			degrees := l.angle * 180 / math.Pi
			out[i].Bend, out[i].Radius = &degrees, &l.radius
		}
	}
	return out
}

// nearest is how far a place lies from the path, and the leg that comes nearest; -1 where there
// is no path.
func (w walk) nearest(p vec) (mm float64, of int) {
	mm, of = math.Inf(1), -1
	for _, l := range w.legs {
		for i := range l.line[1:] {
			if d := apart(p, l.line[i], l.line[i+1]); d < mm {
				mm, of = d, l.of
			}
		}
	}
	return mm, of
}

// apart is how far a place lies from a straight piece.
func apart(p, from, to vec) float64 {
	along, off := to.plus(from, -1), p.plus(from, -1)
	t := 0.0
	if size := along.dot(along); size > 0 {
		t = math.Min(1, math.Max(0, off.dot(along)/size))
	}
	return off.plus(along, -t).size()
}

// named says which piece of the draft a leg is: "bend 2", "the piece after bend 2".
func (w walk) named(of int) string {
	bends := 0
	for _, l := range w.legs {
		if l.bend && l.of <= of {
			bends++
		}
	}
	bend := slices.ContainsFunc(w.legs, func(l leg) bool { return l.of == of && l.bend })
	switch {
	case bend:
		return fmt.Sprintf("bend %d", bends)
	case bends == 0:
		return "the first straight piece"
	}
	return fmt.Sprintf("the straight piece after bend %d", bends)
}

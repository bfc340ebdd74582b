package routing

import (
	"math"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// widest is up to which angle a bend has a corner that can be taken hold of; a wider one counts as
// two.
const widest = 150 * math.Pi / 180

// corner is a bend as two straight lines that meet.
type corner struct {
	at     vec
	radius float64
	of     int // the leg
}

// corners are the bends of the path; the start and the end are not among them.
func (w walk) corners() (out []corner) {
	for i := range w.legs {
		l := &w.legs[i]
		if !l.bend {
			continue
		}
		if l.angle <= widest {
			out = append(out, corner{l.from.plus(l.dir, l.radius*math.Tan(l.angle/2)), l.radius, i})
			continue
		}
		parts := math.Ceil(l.angle / widest)
		for n := range int(parts) {
			begin := l.angle * float64(n) / parts
			dir := vec{}.plus(l.dir, math.Cos(begin)).plus(l.side, math.Sin(begin))
			out = append(out, corner{l.place(begin).plus(dir, l.radius*math.Tan(l.angle/parts/2)), l.radius, i})
		}
	}
	return out
}

// handleOf are the names of handles: a corner by its number, the end, the middle of a straight
// leg by the number of the corners before it.
const (
	cornerHandle = "c"
	middleHandle = "m"
	endHandle    = "end"
)

// fine is what a dragged place snaps to, mm.
const fine = 5

// drag moves a handle and writes the pieces anew. What does not fit is a fault, and the pieces
// stay as they were.
func (r *reader) drag(d *Draft, w walk, least float64) bool {
	by := d.Drag
	list := w.corners()
	places := []vec{{}}
	for _, c := range list {
		places = append(places, c.at)
	}
	places = append(places, w.at)
	i, ok := r.take(by.Handle, &list, &places, math.Max(least, 100))
	if !ok {
		return false
	}
	view := map[string]int{"side": 0, "top": 1}
	n, ok := view[by.View]
	if !ok || len(by.Frames) != len(view) {
		r.faults.Add("drag.view", "side or top, with the frames of both")
		return false
	}
	f := by.Frames[n]
	if !f.fits() {
		r.faults.Add("drag.frames", "send the frames of the views as they were drawn")
		return false
	}
	ahead, across := math.Round((by.X-f.X0)*f.MM/fine)*fine, math.Round((f.Y0-by.Y)*f.MM/fine)*fine
	if far := math.Hypot(ahead, across); !(far <= quantity.Length.Most()) {
		r.faults.Add("drag", "no cable here is longer than %s", length(quantity.Length.Most()))
		return false
	}
	places[i][0], places[i][2-n] = ahead, across
	starts, pieces, err := through(places, list)
	if err != nil {
		r.faults = append(r.faults, *err)
		return false
	}
	d.Starts, d.Pieces = starts, pieces
	return true
}

// take finds the place a handle moves; the middle of a leg becomes a corner of its own.
func (r *reader) take(handle string, list *[]corner, places *[]vec, radius float64) (i int, ok bool) {
	if handle == endHandle {
		return len(*places) - 1, true
	}
	kind, number := handle, ""
	if handle != "" {
		kind, number = handle[:1], handle[1:]
	}
	n, err := strconv.Atoi(number)
	switch {
	case err == nil && kind == cornerHandle && n >= 0 && n < len(*list):
		return n + 1, true
	case err == nil && kind == middleHandle && n >= 0 && n+1 < len(*places) && len(*list) < mostPieces/2:
		a, b := (*places)[n], (*places)[n+1]
		mid := a.plus(b, 1)
		mid = vec{mid[0] / 2, mid[1] / 2, mid[2] / 2}
		*list = append((*list)[:n:n], append([]corner{{mid, radius, -1}}, (*list)[n:]...)...)
		*places = append((*places)[:n+1:n+1], append([]vec{mid}, (*places)[n+1:]...)...)
		return n + 1, true
	}
	r.faults.Add("drag.handle", "there is no such corner: take hold of a mark on the path")
	return 0, false
}

// through lays the pieces along the corners anew.
func through(places []vec, list []corner) (starts string, pieces []Piece, err *fault.Fault) {
	taken := 0.0 // of the leg by the bend before it
	pieces = []Piece{}
	for i := range places[1:] {
		leg := places[i+1].plus(places[i], -1)
		if leg.size() < 1 {
			return "", nil, fault.At("drag", "two corners lie on each other: drag it farther away")
		}
		dir := leg.unit()
		if i == 0 {
			starts = written(dir)
		}
		straight, angle := leg.size()-taken, 0.0
		var next vec
		if i+2 < len(places) {
			next = places[i+2].plus(places[i+1], -1)
			if next.size() < 1 {
				return "", nil, fault.At("drag", "two corners lie on each other: drag it farther away")
			}
			next = next.unit()
			angle = math.Acos(math.Max(-1, math.Min(1, dir.dot(next))))
		}
		if taken = 0; angle > 0 {
			taken = list[i].radius * math.Tan(angle/2)
		}
		straight -= taken
		switch {
		case angle > widest:
			return "", nil, fault.At("drag", "that bend would go round by more than 150°: leave the corner where the cable can go")
		case straight < -0.5:
			return "", nil, fault.At("drag", "the bends do not fit between these corners: %s mm are missing. Drag them apart, or write a "+
				"tighter radius", figure(-straight))
		case angle < 0.5*math.Pi/180: // straight on
			pieces, taken = extend(pieces, straight), 0
			continue
		}
		pieces = extend(pieces, straight)
		pieces = append(pieces, Piece{Bend: true, Angle: angleFigure(angle), Radius: figure(list[i].radius), Toward: written(next)})
	}
	return starts, pieces, nil
}

// extend adds a straight length to the end of what is laid.
func extend(pieces []Piece, mm float64) []Piece {
	if mm < 0.5 {
		return pieces
	}
	if n := len(pieces); n > 0 && !pieces[n-1].Bend {
		was, _ := strconv.ParseFloat(pieces[n-1].Length, 64)
		pieces[n-1].Length = figure(was + mm)
		return pieces
	}
	return append(pieces, Piece{Length: figure(mm)})
}

// figure is a number as a blank shows it, to a tenth.
func figure(v float64) string {
	return strings.TrimSuffix(strconv.FormatFloat(math.Round(v*10)/10+0, 'f', 1, 64), ".0")
}

// angleFigure is an angle to a hundredth of a degree: what lies 3 m behind it keeps its place.
func angleFigure(radians float64) string {
	return strconv.FormatFloat(math.Round(radians*18000/math.Pi)/100, 'f', -1, 64)
}

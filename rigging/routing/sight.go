package routing

import (
	"fmt"
	"math"
	"strconv"

	"brankel/rigging/picture"
)

// The room a view of the path has, in its own unit; both views have the same scale.
const (
	sightWidth  = 600.0
	sightHeight = 220.0
	sightEdge   = 26.0
)

// Sight is the path seen from the side or from above: lines and circles, and what can be taken
// hold of.
type Sight struct {
	View    string          `json:"view"` // side or top
	Says    string          `json:"says"`
	Width   float64         `json:"width"`
	Height  float64         `json:"height"`
	Frame   Frame           `json:"frame"`
	Shapes  []picture.Shape `json:"shapes"`
	Marks   []picture.Text  `json:"marks"` // numbers of the parts beside the path
	Handles []Handle        `json:"handles"`
}

// Handle is a place on the path that can be dragged.
type Handle struct {
	ID   string  `json:"id"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Says string  `json:"says"`
	Mid  bool    `json:"mid,omitempty"` // it makes a new bend
}

// placed is a part beside the path that has a place.
type placed struct {
	of   int
	at   vec
	size float64
	good bool
}

func sights(v View, w walk, least float64, held []Frame) []Sight {
	quiet := &reader{} // what is wrong with the parts was said already
	var parts []placed
	for i, p := range v.Draft.Near[:min(len(v.Draft.Near), mostParts)] {
		if place, size, ok := quiet.part(i, p); ok {
			parts = append(parts, placed{i, place, size, v.Near[i].Good || v.Near[i].Text == ""})
		}
	}
	out := []Sight{}
	for i, one := range []struct {
		view, says string
		up         int
	}{{"side", "the path from the side, ahead to the right", 2}, {"top", "the path from above, ahead to the right, left upward", 1}} {
		s := Sight{View: one.view, Says: one.says, Width: sightWidth, Height: sightHeight, Marks: []picture.Text{}, Handles: []Handle{}}
		if len(held) > i {
			s.Frame = held[i]
		} else {
			s.Frame = fit(w, parts, one.up)
		}
		s.draw(w, parts, one.up, least)
		out = append(out, s)
	}
	return out
}

// fits tells whether a view can be drawn in a frame that came in.
func (f Frame) fits() bool {
	return f.MM >= 0.1 && f.MM <= 1000 && math.Abs(f.X0) <= 1e6 && math.Abs(f.Y0) <= 1e6
}

// fit is the frame in which everything is seen. Both views have one scale, so that the side and
// the top can be laid beside each other.
func fit(w walk, parts []placed, up int) Frame {
	lo, hi := vec{}, vec{}
	grow := func(p vec, by float64) {
		for k := range p {
			lo[k], hi[k] = math.Min(lo[k], p[k]-by), math.Max(hi[k], p[k]+by)
		}
	}
	for _, l := range w.legs {
		for _, p := range l.line {
			grow(p, 0)
		}
	}
	for _, p := range parts {
		grow(p.at, p.size)
	}
	f := Frame{MM: 1}
	for k, room := range []float64{sightWidth, sightHeight, sightHeight} {
		f.MM = math.Max(f.MM, (hi[k]-lo[k])/(room-2*sightEdge))
	}
	f.X0 = sightWidth/2 - (lo[0]+hi[0])/2/f.MM
	f.Y0 = sightHeight/2 + (lo[up]+hi[up])/2/f.MM
	return f
}

func (s *Sight) draw(w walk, parts []placed, up int, least float64) {
	xy := func(p vec) (x, y float64) {
		return tenth(s.Frame.X0 + p[0]/s.Frame.MM), tenth(s.Frame.Y0 - p[up]/s.Frame.MM)
	}
	for _, p := range parts {
		x, y := xy(p.at)
		tone := picture.Quiet
		if !p.good {
			tone = picture.Bad
		}
		s.Shapes = append(s.Shapes, picture.Shape{
			Points: []float64{x, y},
			Round:  math.Max(9, p.size/s.Frame.MM),
			Weight: 2,
			Tone:   tone,
			Fill:   picture.Wash,
		})
		s.Marks = append(s.Marks, picture.Text{X: x - 4, Y: y + 5, Size: 15, Bold: true, Tone: tone, Text: strconv.Itoa(p.of + 1)})
	}
	for _, l := range w.legs {
		one := picture.Shape{Weight: 4, Tone: picture.Ink}
		if l.bend && l.radius < least {
			one.Tone = picture.Bad
		}
		for _, p := range l.line {
			x, y := xy(p)
			one.Points = append(one.Points, x, y)
		}
		s.Shapes = append(s.Shapes, one)
	}
	x, y := xy(vec{})
	s.Shapes = append(s.Shapes, picture.Shape{Points: []float64{x, y}, Round: 6, Weight: 2, Tone: picture.Ink, Fill: picture.Ink})
	list := w.corners()
	before := vec{}
	for i, c := range list {
		s.middle(i, before, c.at, xy)
		x, y := xy(c.at)
		s.Handles = append(s.Handles, Handle{ID: cornerHandle + strconv.Itoa(i), X: x, Y: y, Says: fmt.Sprintf("corner %d", i+1)})
		before = c.at
	}
	if len(w.legs) > 0 {
		s.middle(len(list), before, w.at, xy)
		x, y := xy(w.at)
		s.Handles = append(s.Handles, Handle{ID: endHandle, X: x, Y: y, Says: "the end"})
	}
}

// middle offers the middle of a straight piece as a new bend, where there is room for one.
func (s *Sight) middle(i int, from, to vec, xy func(vec) (float64, float64)) {
	ax, ay := xy(from)
	bx, by := xy(to)
	if math.Hypot(bx-ax, by-ay) < 70 {
		return
	}
	s.Handles = append(s.Handles, Handle{ID: middleHandle + strconv.Itoa(i), X: tenth((ax + bx) / 2), Y: tenth((ay + by) / 2),
		Says: fmt.Sprintf("a new bend before corner %d", i+1), Mid: true})
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

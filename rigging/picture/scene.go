// Package picture draws each family of rig as it is, from hand to works: lines and circles at
// the places that the figures say, and texts where nothing is in their way. It knows no
// screen and no paper: both draw the same scene.
package picture

import (
	"slices"

	"brankel/rigging/rig"
)

// The room of a scene. Where there is little room across, its two halves stand one above the
// other.
const (
	Width  = 1200.0
	Height = 230.0
	Half   = Width / 2
)

// Tone is what something is, not what colour it has.
type Tone string

// The tones of lines, fills and texts.
const (
	Ink   Tone = "ink"
	Quiet Tone = "quiet" // names, jackets
	Now   Tone = "now"   // what the hand does now, and only that
	Good  Tone = "good"  // inside
	Bad   Tone = "bad"   // outside
	Paper Tone = "paper" // the ground, as a fill
	Wash  Tone = "wash"  // travel
)

// Shape is a line through points, closed where it is filled, or a circle of radius Round
// about one point. Weight is the width of the line; 0 draws none.
type Shape struct {
	Points []float64 `json:"points"` // x, y, x, y …
	Round  float64   `json:"round,omitempty"`
	Weight float64   `json:"weight"`
	Tone   Tone      `json:"tone"`
	Fill   Tone      `json:"fill,omitempty"`
	Closed bool      `json:"closed,omitempty"`
	Dashed bool      `json:"dashed,omitempty"`
}

// Text is one line of text, its baseline beginning at X, Y.
type Text struct {
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Size float64 `json:"size"`
	Bold bool    `json:"bold,omitempty"`
	Tone Tone    `json:"tone"`
	Text string  `json:"text"`
	Gone string  `json:"gone,omitempty"` // instead of it while the control moves
}

// Scene is a picture. Texts are placed for three widths: whole (a screen), middle (a tablet)
// and halves (a phone, one half above the other); what found no place stands in Beside.
type Scene struct {
	Shapes []Shape     `json:"shapes"`
	Whole  []Text      `json:"whole"`
	Middle []Text      `json:"middle"`
	Halves []Text      `json:"halves"`
	Beside Beside      `json:"beside"`
	Marks  []Placed    `json:"marks,omitempty"`
	Drawn  []Dimension `json:"-"`    // what is drawn as large as it was read
	Says   string      `json:"says"` // the picture in words
}

// Moving is a shape at places evenly along a travel, the first at its begin.
type Moving struct {
	Shape int         `json:"shape"`
	At    [][]float64 `json:"at"` // its points at each
}

// Beside is what stands beneath the drawing, by width.
type Beside struct {
	Whole  []string `json:"whole"`
	Middle []string `json:"middle"`
	Halves []string `json:"halves"`
}

// Rig is what is drawn: the rig of a sheet, where its control stands, what it shows or was read to show, what is said of
// it and what is turned now. At of nothing is where its family begins; maps that are nil say nothing.
type Rig struct {
	Model     *rig.Model
	At        rig.At
	Values    map[rig.Reading]float64 // what the rig shows, or was read
	Settings  map[rig.Turned]float64
	Senses    map[rig.Sense]string
	Readings  map[rig.Reading]Reading
	Adjusters map[rig.Turned]Adjuster
	States    []Tick
	On        []string // temporary things
	Moved     *Moved   // the control somewhere along its travel; nil where it stands by At
	Control   string
	Works     string
	Marks     []Mark
}

// Moved is the control somewhere along the sweep of its family: how far, 0 to 1, and what the
// sweep shows there.
type Moved struct {
	Share float64
	Shows map[rig.Swept]float64
}

// Reading is one reading with its words.
type Reading struct {
	Name string
	Text string // "139.4 of 143.0 mm", "" before it was read
	Now  bool   // it is read now
	Tone Tone   // Good, Bad, or Ink; Now where somebody points at it
}

// Adjuster is one that is turned.
type Adjuster struct {
	Name    string
	Turn    string // "3½ turns out", "" when it is not turned now
	Seen    string // clockwise, anticlockwise, along
	From    string // seen from
	Out     bool   // the way is out: what is slid is drawn by it
	Done    bool   // of a move of several: turned
	Threads string // "12½ threads in, 6 at least"
}

// Tick is something that must be so for the reading at hand.
type Tick struct {
	Name string
	OK   bool
}

// Draw makes the picture of a rig; ok is false where there is none of its family.
func Draw(r Rig) (Scene, bool) {
	s, _, ok := DrawMoving(r)
	return s, ok
}

// DrawMoving makes the picture of a rig, and of each travel the shapes that follow it; the texts
// keep clear of where they go.
func DrawMoving(r Rig, travels ...[]Moved) (s Scene, moving [][]Moving, ok bool) {
	draw, ok := drawing(r)
	if !ok {
		return s, nil, false
	}
	p := &pen{rig: r, places: map[string]at{}}
	draw(p)
	p.states()
	p.mark()
	for _, one := range travels {
		moving = append(moving, p.follow(one, draw))
	}
	return p.scene(), moving, true
}

// Places tells where along the picture each adjuster, reading and sense sits, by the rig's names:
// 0 at the hand to 1 at the works. nil where there is no picture of its family.
func Places(r Rig) map[string]float64 {
	draw, ok := drawing(r)
	if !ok {
		return nil
	}
	p := &pen{rig: r, places: map[string]at{}}
	draw(p)
	across := map[string]float64{}
	for name, at := range p.places {
		across[name] = at.x / Width
	}
	return across
}

// follow finds which shapes move while something goes through its travel.
func (p *pen) follow(travel []Moved, draw func(*pen)) []Moving {
	out := []Moving{}
	places := make([][][]float64, len(p.shapes))
	for i := range travel {
		q := &pen{rig: p.rig}
		q.rig.Moved = &travel[i]
		draw(q)
		q.states()
		if len(q.shapes) != len(p.shapes) {
			return out // another place draws other things: it stays as it is
		}
		for k := range q.shapes {
			places[k] = append(places[k], q.shapes[k].Points)
		}
	}
	for k, at := range places {
		if !slices.ContainsFunc(at, func(one []float64) bool { return len(one) != len(at[0]) }) && !still(at) {
			out = append(out, Moving{k, at})
			for _, points := range at {
				one := p.shapes[k]
				one.Points = points
				p.passed = append(p.passed, one)
			}
		}
	}
	return out
}

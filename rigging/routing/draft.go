// Package routing lays out a cable before it is ordered: its path from straight pieces and bends,
// what the bends cost, what comes too near, the loop that steering needs, and the stock length
// to order. It takes texts as a mechanic writes them and says beside each what is wrong with it.
package routing

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// Draft is a path as it was written so far; every blank may be empty. Lengths are in mm where
// no unit is written.
type Draft struct {
	Run      string    `json:"run,omitempty"`  // the slip is for this run
	Name     string    `json:"name,omitempty"` // of the cable
	Starts   string    `json:"starts,omitempty"`
	Pieces   []Piece   `json:"pieces"`
	Conduit  Conduit   `json:"conduit,omitzero"`
	Near     []Part    `json:"near,omitempty"`
	Steering *Steering `json:"steering,omitempty"`
	Ends     []End     `json:"ends,omitempty"` // two: where it starts, where it ends
	Order    Wanted    `json:"order,omitzero"`
	Drag     *Drag     `json:"drag,omitempty"`
}

// Piece is a straight piece, or a bend toward somewhere. Length of a bend is what was measured
// along the cable; without one it is radius times angle.
type Piece struct {
	Bend   bool   `json:"bend,omitempty"`
	Length string `json:"length,omitempty"`
	Angle  string `json:"angle,omitempty"`  // degrees
	Radius string `json:"radius,omitempty"` // of the cable's middle
	Toward string `json:"toward,omitempty"` // one of Ways, or "x y z" where it was dragged
}

// Conduit is what the cable is made of, and the load at its far end.
type Conduit struct {
	Core     string `json:"core,omitempty"`
	Bore     string `json:"bore,omitempty"`
	Least    string `json:"least,omitempty"` // the least radius
	Friction string `json:"friction,omitempty"`
	Load     string `json:"load,omitempty"` // N
}

// Part is something hot, moving or sharp beside the path: how far it is to be kept from the
// cable's middle, and how far it is, as measured, or by its place and size.
type Part struct {
	Name  string `json:"name,omitempty"`
	Kind  string `json:"kind,omitempty"` // one of Kinds
	Keep  string `json:"keep,omitempty"`
	Is    string `json:"is,omitempty"`
	Ahead string `json:"ahead,omitempty"` // from the start of the path
	Left  string `json:"left,omitempty"`
	Up    string `json:"up,omitempty"`
	Size  string `json:"size,omitempty"` // its own radius
}

// Steering is an engine that swings: the last clamp on the hull, and where the cable takes hold,
// both from the steering pivot; Lock is how far it swings either way.
type Steering struct {
	Behind string `json:"behind,omitempty"` // of the clamp, along the boat
	Aside  string `json:"aside,omitempty"`  // of the clamp, left positive
	Arm    string `json:"arm,omitempty"`    // of the hold, ahead of the pivot
	Off    string `json:"off,omitempty"`    // of the hold, left positive
	Lock   string `json:"lock,omitempty"`   // degrees
}

// End is the fitting at one end: what it adds to the jacket, and its thread.
type End struct {
	Adds   string `json:"adds,omitempty"`
	Thread string `json:"thread,omitempty"` // threads on it
	Least  string `json:"least,omitempty"`  // threads that must hold
	Pitch  string `json:"pitch,omitempty"`
}

// Wanted is how the maker measures, what is in stock, and how well the path is known.
type Wanted struct {
	SoldBy string `json:"sold_by,omitempty"` // tip or jacket
	Stock  string `json:"stock,omitempty"`   // lengths, with commas between
	Loop   string `json:"loop,omitempty"`    // left for movement besides steering
	Doubt  string `json:"doubt,omitempty"`
}

// Drag moves a corner of the path in one of the views: the middle of a straight piece becomes a
// corner. Frames are those of both views when it was taken hold of: they stay while it is dragged.
type Drag struct {
	Handle string  `json:"handle"`
	View   string  `json:"view"` // side or top
	X      float64 `json:"x"`    // in the view
	Y      float64 `json:"y"`
	Frames []Frame `json:"frames"` // side, top
}

// Frame is how a view lies over the path: a place at x, y is (x−X0)·MM ahead of the start and
// (Y0−y)·MM above it, or left of it.
type Frame struct {
	MM float64 `json:"mm"`
	X0 float64 `json:"x0"`
	Y0 float64 `json:"y0"`
}

// Ways are the directions that have a word.
var Ways = []string{"ahead", "back", "left", "right", "up", "down"}

// Kinds are what a part beside the path is.
var Kinds = []string{"hot", "moving", "sharp"}

// How much a draft may hold.
const (
	mostPieces = 40
	mostParts  = 20
	mostStock  = 40
	mostName   = 80
)

// reader reads blanks and notes what is wrong with them.
type reader struct{ faults fault.List }

// number reads a blank; ok is false where it is empty or wrong.
func (r *reader) number(field, text string, kind quantity.Kind, least, most float64) (v float64, ok bool) {
	if strings.TrimSpace(text) == "" {
		return 0, false
	}
	q, err := quantity.Parse(text, kind.Unit(), kind)
	switch {
	case err != nil:
		r.faults.Add(field, err.Error())
	case q.Value < least || q.Value > most:
		r.faults.Add(field, "write %s to %s", amount(kind, least), amount(kind, most))
	default:
		return q.Value, true
	}
	return 0, false
}

// amount is a figure with its unit, to a tenth where it has one.
func amount(kind quantity.Kind, v float64) string {
	unit := map[quantity.Kind]string{quantity.Length: " mm", quantity.Angle: "°", quantity.Force: " N"}[kind]
	return strings.TrimSuffix(quantity.Number(v, 1), ".0") + unit
}

// name reads a text of one line.
func (r *reader) name(field, text string) string {
	text = strings.Join(strings.Fields(text), " ")
	if utf8.RuneCountInString(text) > mostName {
		r.faults.Add(field, "write it shorter: %d letters at most", mostName)
		return string([]rune(text)[:mostName])
	}
	return text
}

func (r *reader) atMost(field string, n, most int) int {
	if n > most {
		r.faults.Add(field, "%d at most: lay out the rest by itself", most)
		return most
	}
	return n
}

func at(list string, i int, field string) string { return fmt.Sprintf("%s[%d].%s", list, i, field) }

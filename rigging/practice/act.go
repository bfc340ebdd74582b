package practice

import (
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
)

// Act is one thing that somebody does to the rig of an exercise, or asks of it. One of Control, State, SetUp, Look, Point and
// Turn is there.
type Act struct {
	Control map[string]any `json:"control,omitempty"` // the control is put there, by the rig's own words
	State   string         `json:"state,omitempty"`   // is made so: the inner pushed, the dogs turned home
	SetUp   *Putting       `json:"set_up,omitempty"`
	Look    string         `json:"look,omitempty"`  // a check is looked at or tried, or how a thing stands; "around" for how all stands
	Point   string         `json:"point,omitempty"` // a gauge is held to it
	Gauge   string         `json:"gauge,omitempty"` // which, "" for the one that lies there for it
	Turn    *Turning       `json:"turn,omitempty"`
}

// Putting is a thing of the machine made to stand otherwise.
type Putting struct {
	Thing string `json:"thing"`
	Way   string `json:"way"`
}

// Turning is an adjuster turned by hand: so far, or in the course of a setting until its check says that it is there. An entry
// of a move does the same, and turns nothing more where it was turned so already.
type Turning struct {
	Adjuster string `json:"adjuster"`
	Way      string `json:"way"` // out, in
	Turns    string `json:"turns,omitempty"`
	Setting  string `json:"setting,omitempty"`

	free bool // until it is free, else until it is locked
}

// Told is what hands, eyes, ears and gauges tell of an act. Done is false where it could not be done as the machine stands.
// Danger is what it would have led to, "" for nothing: it was not done then.
type Told struct {
	Says    string              `json:"says"`
	Done    bool                `json:"done"`
	Danger  string              `json:"danger,omitempty"`
	Reading *Held               `json:"reading,omitempty"`
	Figures []record.FigureRead `json:"figures,omitempty"` // read with a proof
	Minutes float64             `json:"minutes"`
}

// Held is what a gauge shows that is held to a point.
type Held struct {
	Point string `json:"point"`
	Text  string `json:"text"`
	Side  string `json:"side,omitempty"`
	Unit  string `json:"unit,omitempty"`
	Gauge string `json:"gauge,omitempty"`
}

// mostWords is how many places of the control one act names, longestWord how many letters a word of one has.
const (
	mostWords   = 8
	longestWord = 80
)

// check is the fault of an act that says nothing, or more than one thing.
func (a Act) check() error {
	n := 0
	for _, is := range []bool{a.Control != nil, a.State != "", a.SetUp != nil, a.Look != "", a.Point != "", a.Turn != nil} {
		if is {
			n++
		}
	}
	switch {
	case n != 1:
		return fault.At("", "do one thing at a time: control, state, set_up, look, point (with a gauge) or turn")
	case a.Gauge != "" && a.Point == "":
		return fault.At("point", "say which point the gauge is held to")
	case len(a.Control) > mostWords:
		return fault.At("control", "a control stands in at most %d ways at once", mostWords)
	}
	for name, v := range a.Control {
		word, text := v.(string)
		switch v.(type) {
		case string, bool, float64:
		default:
			return fault.At("control."+name, "write a word, a number, or true or false")
		}
		if len(name) > longestWord || text && len(word) > longestWord {
			return fault.At("control", "write words of at most %d letters", longestWord)
		}
	}
	return nil
}

// Minutes that acts cost where the sheet says nothing of them.
const (
	minutesControl = 0.5
	minutesState   = 1
	minutesLook    = 1
	minutesGauge   = 1
	minutesTurn    = 1
	minutesThing   = 1
)

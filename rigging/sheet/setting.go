package sheet

import (
	"strings"

	"brankel/rigging/setup"
)

// Action is what the hand does that is neither a turn nor a reading: strokes that settle,
// a protractor zeroed, a wheel turned backwards.
type Action struct {
	ID      string   `json:"id" jsonschema:"minLength=1"`
	Name    string   `json:"name" jsonschema:"minLength=1"`
	Says    string   `json:"says" jsonschema:"minLength=1"`
	Times   int      `json:"times,omitempty" jsonschema:"minimum=1,maximum=1000"`
	Makes   []string `json:"makes,omitempty"`   // states
	Unmakes []string `json:"unmakes,omitempty"` // states
	Each    bool     `json:"each,omitempty"`    // at a place
	Spoils  bool     `json:"spoils,omitempty"`  // a mishap: that place starts again
	Control string   `json:"control,omitempty"` // what of it is done at the control, where two share the work

	Needs setup.Needs `json:"needs,omitempty"`
}

// Setting is one thing that is set, in the sheet's order, by its method.
type Setting struct {
	ID        string   `json:"id" jsonschema:"minLength=1"`
	Title     string   `json:"title" jsonschema:"minLength=1"`
	As        string   `json:"as,omitempty"`     // the same for alternatives of different schools
	Base      string   `json:"-"`                // the setting on the sheet, where places are written out
	School    string   `json:"school,omitempty"` // only by this one
	Method    Method   `json:"method"`
	Adjusters []string `json:"adjusters,omitempty"`
	Points    []string `json:"points,omitempty"`
	Checks    []string `json:"checks,omitempty"`
	Places    []string `json:"places,omitempty"` // each by itself
	After     []string `json:"after,omitempty"`  // settings it stands on
	Alike     []string `json:"alike,omitempty"`  // two of its points that are made alike where it is turned at all
	Settle    *Settle  `json:"settle,omitempty"`
	Lock      *Lock    `json:"lock,omitempty"`

	// Trial is what the hand tries before anything is turned, where that tells whether a turn
	// would cure it at all.
	Trial *Trial `json:"trial,omitempty"`

	Keeps      []string `json:"keeps,omitempty"`      // what its own purpose moves and therefore does not void
	Supersedes []string `json:"supersedes,omitempty"` // points whose limits it replaces by its own

	Needs setup.Needs `json:"needs,omitempty"` // of all it reads, tries and turns, in the place of their own

	// What each method asks for; of these it has its own, and what methodFields lets it share.
	Felt
	BackedOff
	SelfSet
	Counted
	Chosen
	LockedOut
}

// Felt is what is judged by feel: between steps that are too tight and too loose.
type Felt struct {
	Stride float64 `json:"stride,omitempty" jsonschema:"minimum=0,maximum=100"` // steps of a first try
	Least  bool    `json:"least,omitempty"`                                     // the least that serves
	Taste  bool    `json:"taste,omitempty"`                                     // to taste, inside the safe ends
}

// BackedOff is what is turned until it locks, then backed off.
type BackedOff struct {
	Until   *Until   `json:"until,omitempty"`
	BackOff *BackOff `json:"back_off,omitempty"`
	Times   int      `json:"times,omitempty" jsonschema:"minimum=0,maximum=20"`
	Between string   `json:"between,omitempty"` // the action between one time and the next
}

// SelfSet is what sets itself by an action, and is trimmed then.
type SelfSet struct {
	Action string  `json:"action,omitempty"`
	Spread float64 `json:"spread,omitempty" jsonschema:"minimum=0,maximum=1000"` // how far readings may lie apart, in the unit of the point
	Trim   string  `json:"trim,omitempty" jsonschema:"enum=measured,enum=felt"`
}

// Counted is what is set by so many steps from a place.
type Counted struct {
	Steps float64 `json:"steps,omitempty" jsonschema:"minimum=0,maximum=200"`
	Way   string  `json:"way,omitempty" jsonschema:"enum=out,enum=in"`
	From  string  `json:"from,omitempty"` // the point it starts from
	Then  string  `json:"then,omitempty"` // the point that proves it
}

// Chosen is one of several parts or places.
type Chosen struct {
	Options []Option `json:"options,omitempty"`
	By      string   `json:"by,omitempty"` // the calculation that chooses
}

// LockedOut is what holds itself, and is held back for the work.
type LockedOut struct {
	Held  string `json:"held,omitempty"`  // the thing of the set-up that holds it back
	Check string `json:"check,omitempty"` // what proves it is given back
}

// Trial is tried by hand; PointsTo is where to look when it does not come right so.
type Trial struct {
	Says     string `json:"says" jsonschema:"minLength=1"`
	PointsTo string `json:"points_to" jsonschema:"minLength=1"`
	Control  string `json:"control,omitempty"` // what of it is done at the control, where two share the work
}

// Until is the answer that ends the turning.
type Until struct {
	Check  string `json:"check" jsonschema:"minLength=1"`
	Answer string `json:"answer" jsonschema:"minLength=1"` // the rig's word
}

// BackOff is how far it is backed off after that, in the adjuster's steps.
type BackOff struct {
	Min float64 `json:"min" jsonschema:"minimum=0,maximum=200"`
	Max float64 `json:"max" jsonschema:"minimum=0,maximum=200"`
}

// Option is one part or place to choose.
type Option struct {
	ID       string             `json:"id" jsonschema:"minLength=1"`
	Name     string             `json:"name" jsonschema:"minLength=1"`
	Setting  *float64           `json:"setting,omitempty" jsonschema:"minimum=0,maximum=100"`
	Geometry map[string]float64 `json:"geometry,omitempty"` // figures of the rig with this part
}

// Setting is the setting of that id.
func (s *Sheet) Setting(id string) *Setting {
	if s == nil {
		return nil
	}
	return find(s.Settings, id, func(one Setting) string { return one.ID })
}

// Action is the action of that id.
func (s *Sheet) Action(id string) *Action {
	if s == nil {
		return nil
	}
	return find(s.Actions, id, func(a Action) string { return a.ID })
}

// Place is the place of that id.
func (s *Sheet) Place(id string) *Place {
	return find(s.Places, id, func(p Place) string { return p.ID })
}

// of tells whether something of one school is part of another: what has none is of all.
func of(own, school string) bool { return own == "" || own == school }

// SpoiltBy lists the settings that a mishap has begin again: those that rest on a state it
// unmakes by being done at its place.
func (s *Sheet) SpoiltBy(a *Action) (out []*Setting) {
	for i := range s.Settings {
		one := &s.Settings[i]
		if one.Method == MethodBackedOff && at(one.ID) == at(a.ID) {
			out = append(out, one)
		}
	}
	return out
}

// at is the place in an id that was written out: left of star.left; "" where there is none.
func at(id string) string {
	_, place, _ := strings.Cut(id, ".")
	return place
}

package setup

import (
	"encoding/json"
	"maps"
	"slices"
)

// Way is one way in which a thing stands, and what a change into it takes. Its zero value but for ID takes nothing.
type Way struct {
	ID       string   `json:"id" jsonschema:"minLength=1"`
	Says     string   `json:"says,omitempty"` // after its name: "out, in your pocket"; "" is the id itself
	Why      string   `json:"why,omitempty"`
	Cautions []string `json:"cautions,omitempty"` // asked at each change into it
	Minutes  float64  `json:"minutes,omitempty" jsonschema:"minimum=0,maximum=600"`
	Access   string   `json:"access,omitempty"`
	Torque   float64  `json:"torque,omitempty" jsonschema:"minimum=0,maximum=1000"` // Nm
	Needs    Needs    `json:"needs,omitempty"`                                      // before it is changed so
	Left     bool     `json:"left,omitempty"`                                       // it may stand so under way
	Made     *Patch   `json:"made,omitempty"`                                       // what the rig is while it stands so
	Pairs    *Pairs   `json:"pairs,omitempty"`                                      // where two are needed for the change
	Alone    *Alone   `json:"alone,omitempty"`                                      // how one does it
}

// Pairs is who does what where two pairs of hands are needed: here, at the thing, and there, at the control or beyond it.
type Pairs struct {
	Here  string `json:"here" jsonschema:"minLength=1"`
	There string `json:"there" jsonschema:"minLength=1"`
}

// Alone is the one-person way, and its risk.
type Alone struct {
	How  string `json:"how" jsonschema:"minLength=1"`
	Risk string `json:"risk" jsonschema:"minLength=1"`
}

// Patch is what the way of a thing, or a state, does to a rig and to where its control stands.
type Patch struct {
	At        map[string]any     `json:"at,omitempty"`
	Condition map[string]any     `json:"condition,omitempty"`
	Settings  map[string]float64 `json:"settings,omitempty"`
}

// Thing is something of the machine or of the work that stands one way or another.
type Thing struct {
	ID    string   `json:"id" jsonschema:"minLength=1"`
	Kind  Kind     `json:"kind"`
	Name  string   `json:"name" jsonschema:"minLength=1"`
	Rest  string   `json:"rest,omitempty"` // "" is the first of its ways
	Ways  []Way    `json:"ways" jsonschema:"minItems=2"`
	Each  bool     `json:"each,omitempty"`  // one at each place of the sheet
	Stops []string `json:"stops,omitempty"` // points and checks that mean nothing while it is not at rest
	Place string   `json:"-"`               // it stands at, where places are written out
}

// AtRest is how the thing stands when nobody works.
func (t *Thing) AtRest() string {
	if t.Rest != "" || len(t.Ways) == 0 {
		return t.Rest
	}
	return t.Ways[0].ID
}

// Way is one of its ways by its id, nil where it has none of that name.
func (t *Thing) Way(id string) *Way {
	if i := slices.IndexFunc(t.Ways, func(w Way) bool { return w.ID == id }); i >= 0 {
		return &t.Ways[i]
	}
	return nil
}

// Says is a way in words, by its id where the sheet has no words for it.
func (t *Thing) Says(way string) string {
	if w := t.Way(way); w != nil && w.Says != "" {
		return w.Says
	}
	return way
}

// Needs are the ways in which things must stand, any of several, by the id of the thing; "hands" is clear or in.
type Needs map[string]AnyOf

// AnyOf is one of several ways. In JSON one alone is a text.
type AnyOf []string

// UnmarshalJSON reads a text or a list of them.
func (a *AnyOf) UnmarshalJSON(raw []byte) error {
	var one string
	if json.Unmarshal(raw, &one) == nil {
		*a = AnyOf{one}
		return nil
	}
	return json.Unmarshal(raw, (*[]string)(a))
}

// MarshalJSON writes one alone as a text.
func (a AnyOf) MarshalJSON() ([]byte, error) {
	if len(a) == 1 {
		return json.Marshal(a[0])
	}
	return json.Marshal([]string(a))
}

// Together are things that stand so at once, by their ids, and hands: what must never be, or what is allowed with its
// caution.
type Together map[string]string

// Setup is the things of a machine and of the work, and what of them must never be together beside what the core
// forbids. Its zero value has nothing that stands one way or another.
type Setup struct {
	Boat   bool       `json:"-"` // the engine is cooled by the water it floats in
	Things []Thing    `json:"setup"`
	Never  []Together `json:"never,omitempty"`
}

// Thing is the thing of that id, nil where there is none.
func (s *Setup) Thing(id string) *Thing {
	if i := slices.IndexFunc(s.Things, func(t Thing) bool { return t.ID == id }); i >= 0 {
		return &s.Things[i]
	}
	return nil
}

// Hands is the name by which needs and nevers speak of hands in the linkage, Caution the one by which what is allowed
// says what to beware of.
const (
	Hands   = "hands"
	Clear   = "clear"
	Caution = "caution"
)

// Stand is how everything stands at a moment: the way of each thing, hands in the linkage or clear of it, and whether
// anything is only finger tight. A thing that is not named stands at its rest.
type Stand struct {
	Ways    map[string]string
	HandsIn bool
	Loose   bool
}

// Way is how a thing stands.
func (s *Setup) Way(now Stand, id string) string {
	if way, ok := now.Ways[id]; ok {
		return way
	}
	if t := s.Thing(id); t != nil {
		return t.AtRest()
	}
	return ""
}

// Missing are the things that do not stand as needed, in the order of the set-up, hands last.
func (s *Setup) Missing(now Stand, needs Needs) (out []string) {
	for i := range s.Things {
		id := s.Things[i].ID
		if any, there := needs[id]; there && !slices.Contains(any, s.Way(now, id)) {
			out = append(out, id)
		}
	}
	if any, there := needs[Hands]; there && !slices.Contains(any, map[bool]string{true: In, false: Clear}[now.HandsIn]) {
		out = append(out, Hands)
	}
	return out
}

// Quiet adds to needs what they do not name and is at rest for everything that does not: what is held, and locks of the
// controls. The needs that came in stay as they are.
func (s *Setup) Quiet(needs Needs) Needs {
	out := maps.Clone(needs)
	for i := range s.Things {
		t := &s.Things[i]
		if _, named := needs[t.ID]; !named && (t.Kind == Held || t.Kind == Lock) {
			if out == nil {
				out = Needs{}
			}
			out[t.ID] = AnyOf{t.AtRest()}
		}
	}
	return out
}

package rig

import (
	"math"
	"reflect"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// family is how one kind of rig is read.
type family struct {
	name  string
	build func(geometry, condition map[string]any) (*mechanism, error)
	newAt func() any // where its control may stand, to be read into

	geometry, condition any // zero values, for the schema
}

// of makes a family of its structs and of what builds the works from them.
func of[G, C, A any](name string, build func(g *G, c *C) (*mechanism, error)) family {
	for _, t := range []reflect.Type{reflect.TypeFor[G](), reflect.TypeFor[C](), reflect.TypeFor[A]()} {
		input.Plan(t)
	}
	return family{
		name:      name,
		geometry:  *new(G),
		condition: *new(C),
		newAt:     func() any { return new(A) },
		build: func(geometry, condition map[string]any) (*mechanism, error) {
			g, c := new(G), new(C)
			if err := input.Object(geometry, g); err != nil {
				return nil, fault.Below("geometry", err)
			}
			if err := input.Object(condition, c); err != nil {
				return nil, fault.Below("condition", err)
			}
			w, err := build(g, c)
			if err == nil {
				w.geometry = g
			}
			return w, err
		},
	}
}

// mechanism is what a family makes of a rig's geometry and condition.
type mechanism struct {
	adjusters []Adjuster
	readings  []reading
	senses    []sense
	geometry  any // the struct it was made of, which the functions below look at

	checkAt func(at any) error // what the tags cannot tell; may be nil
	// what it shows along its travel, and along something else; begun is the one that curves are
	// added to; all may be nil
	sweep, second, begun *sweeping
}

// Adjuster is one thing to set. Places is how many there are to choose from, 0 for what
// is turned or slid.
type Adjuster struct {
	Name   string
	Places int
}

type reading struct {
	name string
	of   func(s *spot) float64
}

// sense is what hand, eye and ear tell: its words, the good one first.
type sense struct {
	name  string
	words []string
	of    func(s *spot) string
}

func (w *mechanism) reads(name Reading, of func(s *spot) float64) {
	w.readings = append(w.readings, reading{string(name), of})
}

func (w *mechanism) tells(name Sense, words []string, of func(s *spot) string) {
	w.senses = append(w.senses, sense{string(name), words, of})
}

func (w *mechanism) sets(names ...Turned) {
	for _, name := range names {
		w.adjusters = append(w.adjusters, Adjuster{Name: string(name)})
	}
}

// Model is a rig that was read and can be asked.
type Model struct {
	Family, Name string

	rig      Rig
	works    *mechanism
	newAt    func() any
	settings []float64 // of each adjuster
	found    []float64
	slips    []float64
	seized   []bool
}

// At is a position of the control that the model knows.
type At struct{ place any }

// Place is where the control stands as the family reads it: a pointer to its struct, such as *ClutchAt; nil for the zero At.
func (a At) Place() any { return a.place }

// Geometry is what the rig measures as the family reads it: a pointer to its struct, such as *ClutchGeometry. It is not
// to be changed.
func (m *Model) Geometry() any { return m.works.geometry }

// Adjusters lists what can be set, in the order of the family.
func (m *Model) Adjusters() []Adjuster { return slices.Clone(m.works.adjusters) }

// Readings lists what a gauge can read.
func (m *Model) Readings() (out []string) {
	for _, r := range m.works.readings {
		out = append(out, r.name)
	}
	return out
}

// Words are the words of a sense, the good one first; nil when there is no such sense.
func (m *Model) Words(name string) []string {
	if i := m.sense(name); i >= 0 {
		return slices.Clone(m.works.senses[i].words)
	}
	return nil
}

// Senses lists what is felt, seen and heard.
func (m *Model) Senses() (out []string) {
	for _, s := range m.works.senses {
		out = append(out, s.name)
	}
	return out
}

func (m *Model) index(adjuster string) int {
	return slices.IndexFunc(m.works.adjusters, func(a Adjuster) bool { return a.Name == adjuster })
}

func (m *Model) reading(name string) int {
	return slices.IndexFunc(m.works.readings, func(r reading) bool { return r.name == name })
}

func (m *Model) sense(name string) int {
	return slices.IndexFunc(m.works.senses, func(s sense) bool { return s.name == name })
}

// At reads where the control stands; nil is the place the family begins at. The error
// is a *fault.Fault with the path in at.
func (m *Model) At(at map[string]any) (At, error) {
	place := m.newAt()
	if err := input.Object(at, place); err != nil {
		return At{}, err
	}
	if m.works.checkAt != nil {
		if err := m.works.checkAt(place); err != nil {
			return At{}, err
		}
	}
	return At{place}, nil
}

// Same tells whether two positions are one: what was left out stands where it begins.
func (a At) Same(other At) bool { return reflect.DeepEqual(a.place, other.place) }

// Setting is what an adjuster is set to.
func (m *Model) Setting(adjuster string) float64 { return m.settings[m.index(adjuster)] }

// Set is the same rig with its adjusters set otherwise; what is not named stays. The
// names must be the model's, or it panics.
func (m *Model) Set(settings map[string]float64) *Model {
	other := *m
	other.settings = slices.Clone(m.settings)
	for name, v := range settings {
		other.settings[m.index(name)] = v
	}
	return &other
}

// stands is where the adjusters really stand when they are set so: what slips follows
// only a part of the way from where it was found.
func (m *Model) stands(settings, into []float64) []float64 {
	into = into[:0]
	for i, set := range settings {
		into = append(into, m.found[i]+(1-m.slips[i])*(set-m.found[i]))
	}
	return into
}

// Answer is what the rig shows.
type Answer struct {
	Readings map[string]float64 `json:"readings"`
	Senses   map[string]string  `json:"senses"`
}

// Answer asks everything at once. The error, a *fault.Fault, is of numbers too large to
// work with.
func (m *Model) Answer(at At) (Answer, error) {
	s := spot{e: m.stands(m.settings, nil), at: at.place}
	out := Answer{make(map[string]float64, len(m.works.readings)), make(map[string]string, len(m.works.senses))}
	for _, r := range m.works.readings {
		v := r.of(&s) + 0 // never −0
		if math.IsInf(v, 0) || math.IsNaN(v) {
			return Answer{}, fault.At("geometry", "these numbers are too large or too small to work with: check their units")
		}
		out.Readings[r.name] = v
	}
	for _, one := range m.works.senses {
		out.Senses[one.name] = one.of(&s)
	}
	return out, nil
}

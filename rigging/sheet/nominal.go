package sheet

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"
	"sync"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

// fill puts a place into a name of the rig.
func fill(name, place string) string { return strings.ReplaceAll(name, "{place}", place) }

// at lists the places where something stands: one of no name unless it stands at each.
func (s *Sheet) at(each bool) []Place {
	if each {
		return s.Places
	}
	return []Place{{}}
}

// schools are those the sheet is proved for, "" where there is nothing to choose.
func (s *Sheet) schools() []string {
	if len(s.Schools) == 0 {
		return []string{""}
	}
	var out []string
	for _, one := range s.Schools {
		out = append(out, one.ID)
	}
	return out
}

// nominal are the settings at which everything is right by a school.
func (s *Sheet) nominal(school string) map[string]float64 {
	return merged(s.Rig.Settings, s.Nominal[school])
}

// Model is the sheet's rig set for a school, in the states that are made, everything standing as needed, its control
// where at says. The error is a *fault.Fault with its path from the sheet.
func (s *Sheet) Model(school string, states []string, needs setup.Needs, at map[string]any) (*rig.Model, rig.At, error) {
	return s.model(s.nominal(school), states, needs, at)
}

func (s *Sheet) model(settings map[string]float64, states []string, needs setup.Needs, at map[string]any) (*rig.Model, rig.At, error) {
	r := *s.Rig
	r.Settings, r.Condition = maps.Clone(settings), maps.Clone(r.Condition)
	if r.Condition == nil {
		r.Condition = map[string]any{}
	}
	place := map[string]any{}
	for _, made := range s.made(states, needs) {
		maps.Copy(place, made.At)
		maps.Copy(r.Condition, made.Condition)
		maps.Copy(r.Settings, made.Settings)
	}
	maps.Copy(place, at)
	m, err := r.Model()
	if err != nil {
		return nil, rig.At{}, err
	}
	where, err := m.At(place)
	return m, where, err
}

// Limits are the ends of the point's window; ok is false where it has none of its own.
func (p *Point) Limits() (band calc.Band, ok bool) {
	if p.Target == nil {
		return band, false
	}
	return calc.Band{Min: *p.Target - p.Minus, Max: *p.Target + p.Plus}, true
}

// shown is what a gauge would show of a value: counts as they are heard, whole.
func (p *Point) shown(v float64) float64 {
	if p.Quantity == quantity.Count {
		return math.Floor(v + 1e-9)
	}
	return v
}

// RangeOf is what an adjuster can be set to by the rig's own count, for a school: by its
// thread budget where it has one. ok is false where the sheet does not say.
func (s *Sheet) RangeOf(a *Adjuster, school string) (r Range, ok bool) {
	if t := a.Threads; t != nil && s.Rig != nil && a.Works != "" {
		p := s.Point(t.Point)
		m, where, err := s.Model(school, nil, nil, nil)
		if p != nil && p.Measures != "" && err == nil {
			answer, err := m.Answer(where)
			for _, place := range s.at(a.Each) {
				in, there := answer.Readings[fill(p.Measures, place.ID)]
				if err == nil && there {
					set := s.nominal(school)[fill(a.Works, place.ID)]
					return Range{set + in - t.Max, set + in - t.Min}, true
				}
			}
		}
	}
	if a.Range != nil {
		return *a.Range, true
	}
	return Range{}, false
}

// Influences lists what a turn out of each adjuster does to each point with limits: from
// the rig where there is one, else as they are written.
func (s *Sheet) Influences() []Influence { return s.influences }

// WorkOut works out what follows from the rig. It is done once, before the sheet is used.
func (s *Sheet) WorkOut() {
	s.nameAnswers()
	s.Boat = s.Craft == Boat
	s.worked = &asWorked{by: map[string]*Sheet{}}
	s.workOut(s.Manual())
}

// Nevers is what must never be of the set-up, worked out once.
func (s *Sheet) Nevers() *setup.Rules {
	if s.nevers == nil {
		return s.Rules()
	}
	return s.nevers
}

func (s *Sheet) workOut(school string) {
	s.nevers, s.kept, s.jobs = s.Rules(), new(sync.Map), &jobs{by: map[Job]*Sheet{}, ends: map[string]*Ends{}}
	s.influences = append([]Influence{}, s.Influence...)
	if s.Rig == nil {
		return
	}
	s.nominals = map[string]float64{}
	if m, where, err := s.Model(school, nil, nil, nil); err == nil {
		if answer, err := m.Answer(where); err == nil {
			maps.Copy(s.nominals, answer.Readings)
		}
	}
	for i := range s.Points {
		p := &s.Points[i]
		m, where, err := s.Model(school, p.States, p.Needs, p.At)
		if p.Measures == "" || err != nil {
			continue
		}
		if answer, err := m.Answer(where); err == nil {
			if v, there := answer.Readings[p.Measures]; there {
				s.nominals[p.Measures] = v
			}
		}
		for j := range s.Adjusters {
			a := &s.Adjusters[j]
			place := s.at(a.Each || p.Each)
			if a.Works == "" || len(place) == 0 {
				continue
			}
			per, err := m.Influence(fill(a.Works, place[0].ID), fill(p.Measures, place[0].ID), where)
			if err == nil && math.Abs(per) >= leastChange && s.influence(a.ID, p.ID) == nil {
				s.influences = append(s.influences, Influence{a.ID, p.ID, per})
				s.findFlats(a, p, m, where, place[0])
			}
		}
	}
}

// findFlats notes what a point reads at an end of the adjuster's range where turning does
// nothing more: a valve on its stop, a spring that is not reached.
func (s *Sheet) findFlats(a *Adjuster, p *Point, m *rig.Model, where rig.At, place Place) {
	r, ok := s.RangeOf(a, s.Manual())
	if !ok {
		return
	}
	works, measures := fill(a.Works, place.ID), fill(p.Measures, place.ID)
	for _, end := range []float64{r.Min, r.Max} {
		there := m.Set(map[string]float64{works: end})
		per, err := there.Influence(works, measures, where)
		answer, wrong := there.Answer(where)
		if err != nil || wrong != nil || math.Abs(per) >= leastChange {
			continue
		}
		if s.flats == nil {
			s.flats = map[string][]float64{}
		}
		s.flats[p.ID] = append(s.flats[p.ID], answer.Readings[measures])
	}
}

// Nominals are what the rig shows where all is right, by its own names: each reading where its
// point has the control. nil without a rig.
func (s *Sheet) Nominals() map[string]float64 { return s.nominals }

// Flat is what a point reads where turning does nothing more: such a reading says only "at
// most" or "at least".
func (s *Sheet) Flat(point string) []float64 { return s.flats[point] }

// InfluenceOf is what is known of an adjuster and a point, nil when nothing.
func (s *Sheet) InfluenceOf(adjuster, point string) *Influence { return s.influence(adjuster, point) }

// influence is what is known of an adjuster and a point, nil when nothing.
func (s *Sheet) influence(adjuster, point string) *Influence {
	for i, in := range s.influences {
		if in.Adjuster == adjuster && in.Point == point {
			return &s.influences[i]
		}
	}
	return nil
}

// Proof is one thing the sheet asks of its rig at the settings where all is right: what
// it wants, what the rig shows, and whether that is so. Field is its path on the sheet.
type Proof struct {
	Field  string `json:"field"`
	Name   string `json:"name"`
	School string `json:"school,omitempty"`
	Wants  string `json:"wants"`
	Shows  string `json:"shows"`
	Met    bool   `json:"met"`
}

// Proofs holds the sheet against its rig, school by school. What cannot be asked is a
// fault of its own and not told here.
func (s *Sheet) Proofs() []Proof {
	out := []Proof{}
	if s.Rig == nil {
		return out
	}
	for _, school := range s.schools() {
		for i := range s.Points {
			if p := &s.Points[i]; p.Measures != "" && of(p.School, school) {
				out = append(out, s.provePoint(fmt.Sprintf("points[%d]", i), p, school)...)
			}
		}
		for i := range s.Checks {
			if c := &s.Checks[i]; c.Proves != "" && of(c.School, school) {
				out = append(out, s.proveCheck(fmt.Sprintf("checks[%d]", i), c, school)...)
			}
		}
	}
	return out
}

func (s *Sheet) provePoint(path string, p *Point, school string) (out []Proof) {
	settings, told := s.whenRead(p.ID, school)
	if !told {
		return nil
	}
	if band, ok := p.Limits(); ok {
		return s.readings(path+".target", p, school, settings, p.At, band, s.limits(p))
	}
	c := find(s.Charts, p.Chart, func(c Chart) string { return c.ID })
	if c == nil || c.At == "" {
		return nil
	}
	for _, point := range c.Points {
		if len(point) != 2 {
			return nil // a fault, told by Faults
		}
		at := maps.Clone(p.At)
		if at == nil {
			at = map[string]any{}
		}
		at[c.At] = point[0]
		band := calc.Band{Min: point[1] - p.Minus, Max: point[1] + p.Plus}
		ends := quantity.Number(band.Min, 2) + " to " + quantity.Number(band.Max, 2)
		wants := fmt.Sprintf("%s at %s", withUnit(ends, s.UnitOf(p)), quantity.Number(point[0], 1))
		out = append(out, s.readings(path+".chart", p, school, settings, at, band, wants)...)
	}
	return out
}

func (s *Sheet) readings(
	path string, p *Point, school string, settings map[string]float64, at map[string]any, band calc.Band, wants string,
) (out []Proof) {
	m, where, err := s.model(settings, p.States, p.Needs, at)
	if err != nil {
		return nil
	}
	answer, err := m.Answer(where)
	if err != nil {
		return nil
	}
	for _, place := range s.at(p.Each) {
		v, there := answer.Readings[fill(p.Measures, place.ID)]
		if !there {
			continue
		}
		v = p.shown(v)
		shows := withUnit(quantity.Number(v, 3), s.UnitOf(p))
		out = append(out, Proof{path, named(p.Name, place), school, wants, shows, band.In(v)})
	}
	return out
}

func (s *Sheet) proveCheck(path string, c *Check, school string) (out []Proof) {
	m, where, err := s.Model(school, nil, c.Needs, c.At)
	if err != nil {
		return nil
	}
	answer, err := m.Answer(where)
	if err != nil {
		return nil
	}
	for _, place := range s.at(c.Each) {
		name := fill(c.Proves, place.ID)
		shows, there := answer.Senses[name]
		if !there {
			continue
		}
		wants := c.Wanted
		if wants == "" {
			wants = m.Words(name)[0]
		}
		out = append(out, Proof{path + ".proves", named(c.Name, place), school, wants, shows, wants == shows})
	}
	return out
}

func named(name string, place Place) string {
	if place.Name == "" {
		return name
	}
	return name + ", " + place.Name
}

// whenRead are the settings at which the point has to be right: where they end, unless a
// later setting by turns that are counted supersedes it, which are then not done yet. told
// is false where it cannot be said.
func (s *Sheet) whenRead(point, school string) (settings map[string]float64, told bool) {
	settings = s.nominal(school)
	for _, one := range s.Settings {
		if !of(one.School, school) || !contains(one.Supersedes, point) {
			continue
		}
		if one.Method != MethodCounted {
			return nil, false
		}
		for _, id := range one.Adjusters {
			a := s.Adjuster(id)
			if a == nil || a.Works == "" {
				return nil, false
			}
			for _, place := range s.at(a.Each) {
				settings[fill(a.Works, place.ID)] -= signed(one.Way, one.Steps)
			}
		}
	}
	return settings, true
}

func signed(way string, steps float64) float64 {
	if way == "in" {
		return -steps
	}
	return steps
}

// Ranked are the options of a setting, those that the rig of the sheet is right with first.
func (s *Sheet) Ranked(one *Setting, told map[string]float64) []Option {
	met := map[string]int{}
	for _, o := range one.Options {
		met[o.ID] = s.metWith(one, o, told)
	}
	out := slices.Clone(one.Options)
	slices.SortStableFunc(out, func(a, b Option) int { return met[b.ID] - met[a.ID] })
	return out
}

// metWith counts what of the setting's readings and checks the rig meets with an option.
func (s *Sheet) metWith(one *Setting, o Option, told map[string]float64) (met int) {
	if s.Rig == nil {
		return 0
	}
	with, r := *s, *s.Rig
	r.Geometry, r.Settings = o.Fitted(Option{Geometry: told}.Fitted(r.Geometry, nil), nil), maps.Clone(r.Settings)
	for _, id := range one.Adjusters {
		if a := s.Adjuster(id); a != nil && a.Works != "" && o.Setting != nil {
			r.Settings = merged(r.Settings, map[string]float64{a.Works: *o.Setting})
		}
	}
	with.Rig, with.Nominal = &r, nil
	for i := range s.Points {
		if contains(one.Points, s.Points[i].ID) {
			met += metIn(with.provePoint("", &s.Points[i], ""))
		}
	}
	for i := range s.Checks {
		if contains(one.Checks, s.Checks[i].ID) {
			met += metIn(with.proveCheck("", &s.Checks[i], ""))
		}
	}
	return met
}

func metIn(proofs []Proof) (n int) {
	for _, p := range proofs {
		if p.Met {
			n++
		}
	}
	return n
}

// Fitted is a rig's geometry with the figures of the option's part: spring.at_in stands in
// the spring. Where the rig has no such part yet, the rest of it is as in like.
func (o Option) Fitted(geometry, like map[string]any) map[string]any {
	out := maps.Clone(geometry)
	for _, name := range slices.Sorted(maps.Keys(o.Geometry)) {
		part, field, deep := strings.Cut(name, ".")
		if !deep {
			out[name] = o.Geometry[name]
			continue
		}
		inner, _ := out[part].(map[string]any)
		inner = maps.Clone(inner)
		if inner == nil {
			other, _ := like[part].(map[string]any)
			if inner = maps.Clone(other); inner == nil {
				inner = map[string]any{}
			}
		}
		inner[field] = o.Geometry[name]
		out[part] = inner
	}
	return out
}

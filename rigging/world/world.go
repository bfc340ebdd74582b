// Package world is a rig as it truly is, whatever a run believes of it: it is turned, locked and fitted, and shows what hands,
// eyes, ears and gauges would tell as the machine stands. It knows no run.
package world

import (
	"maps"
	"math/rand/v2"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// World is a rig with its wear, and the gauges that are held to it. Its zero value is one that nobody knows: all reads and
// answers well.
type World struct {
	Rig       *rig.Rig
	Settings  map[string]float64 // by the rig's own names
	Condition map[string]any
	Geometry  map[string]any    // with the parts that were fitted
	At        map[string]any    // what holds all the time, such as the air
	Looks     map[string]string // what checks outside the model show, by id: the answer; the rest is well
	Gauges    []record.Gauge
	Bias      map[string]float64 // of each gauge, for as long as the world lasts
}

// Stance is how the machine stands while something is asked of it, and where its control is.
type Stance struct {
	Things []setup.Thing
	Way    func(thing string) string
	Needs  setup.Needs    // of what is asked: the things it names count last
	Made   []*setup.Patch // what states make of it, nil for nothing
	At     map[string]any
}

// Begin puts it as it was found: the true rig where one is given, else that of the sheet, else none, with what is set and
// worn otherwise. What a gauge is off is drawn from random, in their order, so that a seed means one thing.
func (w *World) Begin(own *rig.Rig, settings map[string]float64, condition map[string]any, random *rand.Rand) error {
	w.Condition, w.Bias, w.Settings = maps.Clone(condition), map[string]float64{}, map[string]float64{}
	if w.Condition == nil {
		w.Condition = map[string]any{}
	}
	found := w.works(own, settings)
	if given, ok := w.Condition["found"].(map[string]any); ok {
		maps.Copy(found, given)
	}
	w.Condition["found"] = found
	for _, g := range w.Gauges {
		w.Bias[g.ID] = (2*random.Float64() - 1) * max(0, g.Doubt-g.Resolution/2)
	}
	if w.Rig == nil {
		return nil
	}
	_, _, err := w.Model(Stance{})
	return err
}

// works gives where each adjuster was found.
func (w *World) works(own *rig.Rig, settings map[string]float64) map[string]any {
	found := map[string]any{}
	if own != nil {
		if maps.Copy(w.Settings, own.Settings); w.Rig == nil {
			w.Rig = own
		}
	}
	if w.Rig == nil {
		return found
	}
	maps.Copy(w.Settings, w.Rig.Settings)
	maps.Copy(w.Settings, settings)
	for name, value := range w.Rig.Condition {
		if _, given := w.Condition[name]; !given {
			w.Condition[name] = value
		}
	}
	w.Geometry = w.Rig.Geometry
	if m, err := w.Rig.Model(); err == nil {
		for _, a := range m.Adjusters() {
			if a.Places == 0 { // what is chosen slips nowhere
				found[a.Name] = w.Settings[a.Name]
			}
		}
	}
	return found
}

// Model is the rig as it stands, with what states and things make of it: those last that whoever looks at it needs so.
func (w *World) Model(st Stance) (*rig.Model, rig.At, error) {
	r := *w.Rig
	r.Geometry, r.Settings, r.Condition = w.Geometry, maps.Clone(w.Settings), maps.Clone(w.Condition)
	place := maps.Clone(w.At)
	if place == nil {
		place = map[string]any{}
	}
	patch := func(p *setup.Patch) {
		if p != nil {
			maps.Copy(place, p.At)
			maps.Copy(r.Condition, p.Condition)
			maps.Copy(r.Settings, p.Settings)
		}
	}
	for _, named := range []bool{false, true} {
		for i := range st.Things {
			t := &st.Things[i]
			if _, is := st.Needs[t.ID]; is == named {
				if way := t.Way(st.Way(t.ID)); way != nil {
					patch(way.Made)
				}
			}
		}
	}
	for _, p := range st.Made {
		patch(p)
	}
	maps.Copy(place, st.At)
	m, err := r.Model()
	if err != nil {
		return nil, rig.At{}, err
	}
	where, err := m.At(place)
	return m, where, fault.Below("at", err)
}

// Answer is all that it shows.
func (w *World) Answer(st Stance) (rig.Answer, error) {
	m, at, err := w.Model(st)
	if err != nil {
		return rig.Answer{}, err
	}
	return m.Answer(at)
}

// Seized tells whether an adjuster does not turn, by its name in the rig.
func (w *World) Seized(works string) bool {
	switch all := w.Condition["seized"].(type) {
	case []any:
		return slices.Contains(all, any(works))
	case []string:
		return slices.Contains(all, works)
	}
	return false
}

// Within is a turn as far as the adjuster goes.
func (w *World) Within(s *sheet.Sheet, a *sheet.Adjuster, by float64) float64 {
	span, ok := s.RangeOf(a, "")
	if !ok {
		return by
	}
	return min(max(w.Settings[a.Works]+by, span.Min), span.Max) - w.Settings[a.Works]
}

// Drift is what locking moves.
func (w *World) Drift(s *sheet.Sheet, adjusters ...string) {
	steps, _ := w.Condition["lock_drift"].(map[string]any)
	for _, id := range adjusters {
		a := s.Adjuster(id)
		if a == nil {
			continue
		}
		if by, ok := steps[a.Works].(float64); ok {
			w.Settings[a.Works] += by * a.LeastTurn()
		}
	}
}

// Fit puts in a part of a setting.
func (w *World) Fit(s *sheet.Sheet, one *sheet.Setting, option string) {
	for _, o := range one.Options {
		if o.ID != option {
			continue
		}
		var like map[string]any
		if s.Rig != nil {
			like = s.Rig.Geometry
		}
		w.Geometry = o.Fitted(w.Geometry, like)
		for _, id := range one.Adjusters {
			if a := s.Adjuster(id); a != nil && a.Works != "" && o.Setting != nil {
				w.Settings[a.Works] = *o.Setting
			}
		}
	}
}

// GivenBack lets what was held back take up its slack by itself, as a thing that held it is brought to its rest.
func (w *World) GivenBack(s *sheet.Sheet, t *setup.Thing, way string) {
	if s.Rig == nil || t == nil {
		return
	}
	for _, one := range s.Settings {
		if one.Held != t.ID || one.Method != sheet.MethodLockedOut || way != t.AtRest() {
			continue
		}
		for _, id := range one.Adjusters {
			if works := s.Adjuster(id).Works; !w.Seized(works) {
				w.Settings[works] = s.Rig.Settings[works]
			}
		}
	}
}

// UntilLocked is how far an adjuster turns until its check says that it is locked, or free where it is turned until that,
// 0 where it never does.
func (w *World) UntilLocked(s *sheet.Sheet, one *sheet.Setting, a *sheet.Adjuster, way string, free bool, st Stance) (float64, error) {
	c := s.Check(one.Until.Check)
	step := a.LeastTurn()
	if way == "in" {
		step = -step
	}
	was := w.Settings[a.Works]
	defer func() { w.Settings[a.Works] = was }()
	for n := 1.0; n <= 400; n++ {
		w.Settings[a.Works] = was + n*step
		if span, ok := s.RangeOf(a, ""); ok && (w.Settings[a.Works] < span.Min || w.Settings[a.Works] > span.Max) {
			return 0, nil
		}
		answer, err := w.Answer(st)
		if err != nil {
			return 0, err
		}
		word := answer.Senses[c.Proves]
		if !free && word == one.Until.Answer || free && !tight(c, word) {
			return n * step, nil
		}
	}
	return 0, nil
}

// tight tells whether a word of the rig stands for an answer of what is too tight.
func tight(c *sheet.Check, word string) bool {
	return slices.ContainsFunc(c.Answers, func(a sheet.Answer) bool { return a.Side == "tight" && slices.Contains(a.Sense, word) })
}

package sheet

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

func contains(list []string, one string) bool { return slices.Contains(list, one) }

// rigFaults holds the sheet against its rig: names that it does not have, settings out of
// their ranges and budgets, limits and answers that it contradicts.
func (s *Sheet) rigFaults() (f fault.List) {
	if s.Rig == nil {
		if len(s.Nominal) > 0 {
			f.Add("nominal", "this sheet has no rig that could be set: leave it out, or write the rig")
		}
		return f
	}
	if s.Rig.Family != s.Family {
		f.Add("rig.family", "this is the rig of a %s on a sheet of a %s: one of them is wrong", s.Rig.Family, s.Family)
		return f
	}
	if len(s.Rig.Condition) > 0 {
		f.Add("rig.condition", "a sheet's rig is as it should be: leave out what is worn or wrong")
		return f
	}
	for _, school := range slices.Sorted(maps.Keys(s.Nominal)) {
		if len(s.Schools) == 0 || !contains(s.schools(), school) {
			f.Add("nominal."+school, "there is no school %q", school)
		}
	}
	for _, school := range s.schools() {
		if _, _, err := s.Model(school, nil, nil, nil); err != nil {
			return append(f, *s.placed(school, err))
		}
	}
	m, _, _ := s.Model(s.schools()[0], nil, nil, nil) // read without a fault above
	f = append(f, s.adjustersOf(m)...)
	f = append(f, s.pointsOf(m)...)
	f = append(f, s.checksOf(m)...)
	f = append(f, s.statesOf(m)...)
	f = append(f, s.writtenInfluences()...)
	if len(f) > 0 {
		return f
	}
	told := map[string]bool{}
	for _, p := range s.Proofs() {
		if p.Met || told[p.Field] {
			continue
		}
		told[p.Field] = true
		by := ""
		if p.School != "" {
			by = " by the school " + p.School
		}
		f.Add(p.Field, "%s: the sheet wants %s and its rig shows %s%s at the settings where all is right: correct one of them",
			p.Name, p.Wants, p.Shows, by)
	}
	return f
}

// placed puts a fault of the rig where it stands on the sheet: settings of a school are
// under nominal.
func (s *Sheet) placed(school string, err error) *fault.Fault {
	below := fault.Below("rig", err).(*fault.Fault)
	if name, ok := strings.CutPrefix(below.Field, "rig.settings."); ok {
		if _, own := s.Nominal[school][name]; own {
			below.Field = "nominal." + school + "." + name
		}
	}
	return below
}

// adjustersOf: each works what the rig has, within what it can be set to.
func (s *Sheet) adjustersOf(m *rig.Model) (f fault.List) {
	for i := range s.Adjusters {
		a, path := &s.Adjusters[i], fmt.Sprintf("adjusters[%d]", i)
		if a.Works == "" || a.MeasureOnly {
			continue
		}
		for _, place := range s.at(a.Each) {
			name := fill(a.Works, place.ID)
			k := slices.IndexFunc(m.Adjusters(), func(one rig.Adjuster) bool { return one.Name == name })
			if k < 0 {
				f.Add(path+".works", "the rig has no adjuster %q: it has %s", name, adjustersSay(m))
				break
			}
			if m.Adjusters()[k].Places > 0 {
				continue // chosen, not turned
			}
			for _, school := range s.schools() {
				r, ok := s.RangeOf(a, school)
				set := s.nominal(school)[name]
				switch {
				case !ok:
					f.Add(path+".range", "write from where to where it can be set, in its own steps from the rig's 0")
				case r.Min > r.Max:
					f.Add(path+".range.min", "the least lies above the most: swap them")
				case set < r.Min-leastChange || set > r.Max+leastChange:
					f.Add(path+s.budget(a), "its rig stands at %s %s, and it can be set from %s to %s: correct one of them",
						quantity.Number(set, 2), a.unit(), quantity.Number(r.Min, 2), quantity.Number(r.Max, 2))
				}
			}
		}
	}
	return f
}

// budget is the field that says what the adjuster can be set to.
func (s *Sheet) budget(a *Adjuster) string {
	if a.Threads != nil {
		if p := s.Point(a.Threads.Point); p != nil && p.Measures != "" {
			return ".threads"
		}
	}
	return ".range"
}

// unit is what the adjuster is counted in.
func (a *Adjuster) unit() string {
	if a.Threaded() {
		return "turns"
	}
	return a.Notch
}

func adjustersSay(m *rig.Model) string {
	var names []string
	for _, a := range m.Adjusters() {
		names = append(names, a.Name)
	}
	return strings.Join(names, ", ")
}

func (s *Sheet) pointsOf(m *rig.Model) (f fault.List) {
	readings := m.Readings()
	for i := range s.Points {
		p, path := &s.Points[i], fmt.Sprintf("points[%d]", i)
		if p.Measures == "" {
			continue
		}
		for _, place := range s.at(p.Each) {
			if name := fill(p.Measures, place.ID); !contains(readings, name) {
				f.Add(path+".measures", "the rig shows no %q: it shows %s", name, strings.Join(readings, ", "))
				break
			}
		}
		if _, _, err := s.Model(s.schools()[0], p.States, p.Needs, p.At); err != nil {
			f = append(f, *fault.Below(path+".at", err).(*fault.Fault))
		}
	}
	for i, c := range s.Charts {
		if c.Reads != "" && s.Point(c.Reads) == nil {
			f.Add(fmt.Sprintf("charts[%d].reads", i), "there is no point %q", c.Reads)
		}
		if c.At == "" || len(c.Points) == 0 || len(c.Points[0]) == 0 {
			continue
		}
		if _, err := m.At(map[string]any{c.At: c.Points[0][0]}); err != nil {
			f = append(f, *fault.Below(fmt.Sprintf("charts[%d].at", i), err).(*fault.Fault))
		}
	}
	return f
}

// checksOf: each proves what the rig tells, and every word of it stands in one answer.
func (s *Sheet) checksOf(m *rig.Model) (f fault.List) {
	senses := m.Senses()
	for i := range s.Checks {
		c, path := &s.Checks[i], fmt.Sprintf("checks[%d]", i)
		if c.Proves == "" {
			continue
		}
		name := fill(c.Proves, s.firstPlace(c.Each))
		words := m.Words(name)
		if words == nil {
			f.Add(path+".proves", "the rig tells no %q: it tells %s", name, strings.Join(senses, ", "))
			continue
		}
		if c.Wanted != "" && !contains(words, c.Wanted) {
			f.Add(path+".wanted", "%s is told as %s: write one of these", name, strings.Join(words, ", "))
		}
		stands := map[string]int{}
		for j, a := range c.Answers {
			for k, word := range a.Sense {
				at := fmt.Sprintf("%s.answers[%d].sense[%d]", path, j, k)
				if !contains(words, word) {
					f.Add(at, "%s is told as %s: write one of these", name, strings.Join(words, ", "))
				} else if stands[word]++; stands[word] > 1 {
					f.Add(at, "%q stands in another answer already: leave it in one", word)
				}
			}
		}
		for _, word := range words {
			if stands[word] == 0 {
				f.Add(path+".answers", "no answer stands for %q: write it into the sense of one", word)
			}
		}
		if _, _, err := s.Model(s.schools()[0], nil, c.Needs, c.At); err != nil {
			f = append(f, *fault.Below(path+".at", err).(*fault.Fault))
		}
	}
	return f
}

func (s *Sheet) firstPlace(each bool) string {
	if places := s.at(each); len(places) > 0 {
		return places[0].ID
	}
	return ""
}

// statesOf: what a state makes of the rig is something the rig can be.
func (s *Sheet) statesOf(m *rig.Model) (f fault.List) {
	for i, st := range s.States {
		for _, one := range []struct {
			field string
			patch *setup.Patch
		}{{"made", st.Made}, {"unmade", st.Unmade}} {
			if one.patch == nil {
				continue
			}
			path := fmt.Sprintf("states[%d].%s", i, one.field)
			r := *s.Rig
			r.Settings = maps.Clone(s.nominal(s.schools()[0]))
			maps.Copy(r.Settings, one.patch.Settings)
			r.Condition = one.patch.Condition
			if _, err := r.Model(); err != nil {
				f = append(f, *fault.Below(path, err).(*fault.Fault))
			}
			if _, err := m.At(one.patch.At); err != nil {
				f = append(f, *fault.Below(path+".at", err).(*fault.Fault))
			}
		}
	}
	return f
}

// writtenInfluences are checked against the rig where it tells them.
func (s *Sheet) writtenInfluences() (f fault.List) {
	for i, in := range s.Influence {
		a, p := s.Adjuster(in.Adjuster), s.Point(in.Point)
		if a == nil || p == nil || a.Works == "" || p.Measures == "" {
			continue
		}
		m, where, err := s.Model(s.schools()[0], p.States, p.Needs, p.At)
		if err != nil {
			continue // told where the point stands
		}
		per, err := m.Influence(fill(a.Works, s.firstPlace(a.Each)), fill(p.Measures, s.firstPlace(p.Each)), where)
		if err == nil && math.Abs(per-in.PerTurn) > 0.02*math.Abs(per)+leastChange {
			f.Add(fmt.Sprintf("influence[%d].per_turn", i), "the sheet says %s and its rig moves by %s: leave this out, or correct one of them",
				quantity.Number(in.PerTurn, 3), quantity.Number(per, 3))
		}
	}
	return f
}

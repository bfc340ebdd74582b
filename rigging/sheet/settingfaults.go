package sheet

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/setup"
)

// settingFaults: what each setting names is there, it stands on settings that come
// before it, and it has what its method needs.
func (s *Sheet) settingFaults() (f fault.List) {
	for i := range s.Settings {
		one, path := &s.Settings[i], fmt.Sprintf("settings[%d]", i)
		f = append(f, s.settingNames(path, one)...)
		f = append(f, s.methodFaults(path, one)...)
		for j, id := range one.After {
			switch at := s.indexOf(id, one.School); {
			case at < 0:
				f.Add(fmt.Sprintf("%s.after[%d]", path, j), "there is no setting %q", id)
			case at == i:
				f.Add(fmt.Sprintf("%s.after[%d]", path, j), "it cannot stand on itself: leave this out")
			case at > i:
				f.Add(fmt.Sprintf("%s.after[%d]", path, j), "%q comes after this one: move it before, or leave this out", id)
			}
		}
	}
	for i := range s.Adjusters {
		a := &s.Adjusters[i]
		used := slices.ContainsFunc(s.Settings, func(one Setting) bool { return contains(one.Adjusters, a.ID) })
		if !used {
			f.Add(fmt.Sprintf("adjusters[%d]", i), "no setting turns this: name it in one, or leave it out")
		}
	}
	return f
}

// indexOf is the place of a setting by its id, or of the first alternative as it.
func (s *Sheet) indexOf(id, school string) int {
	return slices.IndexFunc(s.Settings, func(one Setting) bool {
		return one.ID == id || one.As == id && (school == "" || of(one.School, school))
	})
}

func (s *Sheet) settingNames(path string, one *Setting) (f fault.List) {
	for _, list := range []struct {
		field, what string
		ids         []string
		there       func(id string) bool
	}{
		{"adjusters", "adjuster", one.Adjusters, func(id string) bool { return s.Adjuster(id) != nil }},
		{"points", "point", one.Points, func(id string) bool { return s.Point(id) != nil }},
		{"checks", "check", one.Checks, func(id string) bool { return s.Check(id) != nil }},
		{"places", "place", one.Places, func(id string) bool { return s.Place(id) != nil }},
		{"alike", "point of its own", one.Alike, func(id string) bool { return contains(one.Points, id) }},
		{"keeps", "point or check", one.Keeps, func(id string) bool { return s.Point(id) != nil || s.Check(id) != nil }},
		{"supersedes", "point", one.Supersedes, func(id string) bool { return s.Point(id) != nil }},
	} {
		for j, id := range list.ids {
			if !list.there(id) {
				f.Add(fmt.Sprintf("%s.%s[%d]", path, list.field, j), "there is no %s %q", list.what, id)
			}
		}
	}
	if n := len(one.Alike); n != 0 && (n != 2 || one.Alike[0] == one.Alike[1]) {
		f.Add(path+".alike", "two points are made alike: write both, or leave it out")
	}
	if one.School != "" && !contains(s.schools(), one.School) {
		f.Add(path+".school", "there is no school %q", one.School)
	}
	for _, named := range []struct {
		field, id, what string
		there           bool
	}{
		{"between", one.Between, "action", s.Action(one.Between) != nil},
		{"action", one.Action, "action", s.Action(one.Action) != nil},
		{"from", one.From, "point", s.Point(one.From) != nil},
		{"then", one.Then, "point", s.Point(one.Then) != nil},
		{"check", one.Check, "check", s.Check(one.Check) != nil},
		{"held", one.Held, "thing of kind held", s.heldBack(one.Held)},
	} {
		if named.id != "" && !named.there {
			f.Add(path+"."+named.field, "there is no %s %q", named.what, named.id)
		}
	}
	return f
}

func (s *Sheet) heldBack(id string) bool {
	t := s.Thing(id)
	return t != nil && t.Kind == setup.Held
}

// methodFields are the fields that only some methods have, and why they are needed.
var methodFields = []struct {
	method     Method
	field, why string
	needed     bool
	given      func(*Setting) bool
}{
	{MethodMeasured, "points", "name what is read", true, func(s *Setting) bool { return len(s.Points) > 0 }},
	{MethodFelt, "checks", "name what is felt", true, func(s *Setting) bool { return len(s.Checks) > 0 }},
	{MethodFelt, "stride", "write how many steps the first try goes", true, func(s *Setting) bool { return s.Stride > 0 }},
	{MethodFelt, "least", "", false, func(s *Setting) bool { return s.Least }},
	{MethodFelt, "taste", "", false, func(s *Setting) bool { return s.Taste }},
	{MethodBackedOff, "until", "name the answer that ends the turning", true, func(s *Setting) bool { return s.Until != nil }},
	{MethodBackedOff, "back_off", "write how far it is backed off", true, func(s *Setting) bool { return s.BackOff != nil }},
	{MethodBackedOff, "times", "write how often the whole is done", true, func(s *Setting) bool { return s.Times > 0 }},
	{MethodBackedOff, "between", "", false, func(s *Setting) bool { return s.Between != "" }},
	{MethodSelfSet, "action", "name the action that sets it", true, func(s *Setting) bool { return s.Action != "" }},
	{MethodSelfSet, "spread", "write how far apart the readings may lie", true, func(s *Setting) bool { return s.Spread > 0 }},
	{MethodSelfSet, "trim", "write how it is trimmed: measured or felt", true, func(s *Setting) bool { return s.Trim != "" }},
	{MethodCounted, "steps", "write how many steps are counted", true, func(s *Setting) bool { return s.Steps > 0 }},
	{MethodCounted, "way", "write the way: out or in", true, func(s *Setting) bool { return s.Way != "" }},
	{MethodCounted, "from", "", false, func(s *Setting) bool { return s.From != "" }},
	{MethodCounted, "then", "", false, func(s *Setting) bool { return s.Then != "" }},
	{MethodChosen, "options", "write what there is to choose from", true, func(s *Setting) bool { return len(s.Options) > 1 }},
	{MethodChosen, "by", "", false, func(s *Setting) bool { return s.By != "" }},
	{MethodLockedOut, "held", "name what holds it back", true, func(s *Setting) bool { return s.Held != "" }},
	{MethodLockedOut, "check", "name the check that proves it is given back", true, func(s *Setting) bool { return s.Check != "" }},
}

// shared are fields of one method that another may use as well.
func shared(method Method, field string) bool {
	switch field {
	case "points", "checks":
		return true
	case "stride", "taste", "least":
		return method == MethodSelfSet // its trim may be felt
	case "times":
		return method == MethodSelfSet
	}
	return false
}

func (s *Sheet) methodFaults(path string, one *Setting) (f fault.List) {
	if len(one.Adjusters) == 0 && one.Method != MethodChosen && one.Method != MethodLockedOut {
		f.Add(path+".adjusters", "name what is turned")
	}
	for _, m := range methodFields {
		switch {
		case m.method == one.Method && m.needed && !m.given(one):
			f.Add(path+"."+m.field, m.why)
		case m.method != one.Method && m.given(one) && !shared(one.Method, m.field):
			f.Add(path+"."+m.field, "this belongs to the method “%s”: leave it out", m.method)
		}
	}
	if b := one.BackOff; b != nil && b.Min > b.Max {
		f.Add(path+".back_off.min", "the least lies above the most: swap them")
	}
	if u := one.Until; u != nil {
		c := s.Check(u.Check)
		switch {
		case c == nil:
			f.Add(path+".until.check", "there is no check %q", u.Check)
		case !slices.ContainsFunc(c.Answers, func(a Answer) bool { return a.Is(u.Answer) }):
			f.Add(path+".until.answer", "%q is no answer to that check", u.Answer)
		}
	}
	return f
}

// answerFaults: answers differ, a finish that is wanted is one of them, and a cure turns
// what there is.
func (s *Sheet) answerFaults() (f fault.List) {
	for i := range s.Checks {
		c, path := &s.Checks[i], fmt.Sprintf("checks[%d]", i)
		says, ids := map[string]bool{}, map[string]bool{}
		for j, a := range c.Answers {
			at := fmt.Sprintf("%s.answers[%d]", path, j)
			if says[a.Says] {
				f.Add(at+".says", "this answer stands here twice")
			}
			if a.ID != "" && ids[a.ID] {
				f.Add(at+".id", "another answer of this check has this id")
			}
			says[a.Says], ids[a.ID] = true, true
			if a.Says != c.Good().Says && a.PointsTo == "" {
				f.Add(at+".points_to", "say what this answer points to")
			}
			if a.Cure != nil && s.Adjuster(a.Cure.Adjuster) == nil {
				f.Add(at+".cure.adjuster", "there is no adjuster %q", a.Cure.Adjuster)
			}
			if c.Proves == "" && len(a.Sense) > 0 {
				f.Add(at+".sense", "this check proves nothing of the rig: leave it out, or write what it proves")
			}
		}
		if c.Proves == "" && c.Wanted != "" && !says[c.Wanted] {
			f.Add(path+".wanted", "this is none of the answers")
		}
	}
	for i, a := range s.Actions {
		for _, list := range []struct {
			field string
			ids   []string
		}{{"makes", a.Makes}, {"unmakes", a.Unmakes}} {
			for j, id := range list.ids {
				if s.State(id) == nil {
					f.Add(fmt.Sprintf("actions[%d].%s[%d]", i, list.field, j), "there is no state %q", id)
				}
			}
		}
	}
	return f
}

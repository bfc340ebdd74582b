package sheet

import "slices"

// Only is the sheet with what one school works by, its places still together: what the others read, set and prove is left
// out, and their limits with it, which another rig would not keep. "" is the manual's school. It is to be worked out again.
func (s *Sheet) Only(school string) *Sheet {
	if school == "" {
		school = s.Manual()
	}
	out := *s
	if len(s.Schools) == 0 {
		return &out
	}
	out.Schools, out.Nominal = nil, nil
	for _, one := range s.Schools {
		if one.ID == school {
			one.Manual = true
			out.Schools = append(out.Schools, one)
		}
	}
	if s.Rig != nil {
		r := *s.Rig
		r.Settings = s.nominal(school)
		out.Rig = &r
	}
	out.Points = slices.DeleteFunc(slices.Clone(s.Points), func(p Point) bool { return !of(p.School, school) })
	out.Checks = slices.DeleteFunc(slices.Clone(s.Checks), func(c Check) bool { return !of(c.School, school) })
	out.Settings = slices.DeleteFunc(slices.Clone(s.Settings), func(one Setting) bool { return !of(one.School, school) })
	out.tidy()
	return &out
}

// Without is the sheet without some of its settings, and without the steps that lead to nothing else.
func (s *Sheet) Without(settings []string) *Sheet {
	out := *s
	out.Settings = slices.DeleteFunc(slices.Clone(s.Settings), func(one Setting) bool { return slices.Contains(settings, one.ID) })
	out.Adjusters = slices.DeleteFunc(slices.Clone(s.Adjusters), func(a Adjuster) bool { return s.Turns(a.ID) && !out.Turns(a.ID) })
	out.tidy()
	return &out
}

// tidy takes out whatever names what is there no more.
func (s *Sheet) tidy() {
	var voids []Void
	for _, v := range s.Voids {
		if s.Adjuster(v.Moving) == nil {
			continue
		}
		v.Reopens = slices.DeleteFunc(slices.Clone(v.Reopens), func(id string) bool { return s.Point(id) == nil && s.Check(id) == nil })
		if len(v.Reopens) > 0 {
			voids = append(voids, v)
		}
	}
	s.Voids = voids
	s.Checks = slices.Clone(s.Checks)
	for i := range s.Checks {
		c := &s.Checks[i]
		c.Answers = slices.Clone(c.Answers)
		for j, a := range c.Answers {
			if a.Cure != nil && s.Adjuster(a.Cure.Adjuster) == nil {
				c.Answers[j].Cure = nil
			}
		}
	}
	s.Settings = slices.Clone(s.Settings)
	for i, one := range s.Settings {
		s.Settings[i].After = slices.DeleteFunc(slices.Clone(one.After), func(id string) bool { return len(s.settingsOf(id)) == 0 })
	}
	s.Steps = slices.DeleteFunc(slices.Clone(s.Steps), func(step Step) bool {
		return step.Kind == StepSetting && len(s.settingsOf(step.Setting)) == 0
	})
}

// settingsOf are the settings of an id, or that stand for one.
func (s *Sheet) settingsOf(id string) (out []Setting) {
	for _, one := range s.Settings {
		if one.ID == id || one.As == id {
			out = append(out, one)
		}
	}
	return out
}

package run

import (
	"maps"
	"slices"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// pictureNow is the rig as it is, with what the setting at hand reads and turns.
func (st State) pictureNow(s *Setting, a Advice) *picture.Scene {
	return st.picture(func(p *sheet.Point) bool {
		return slices.ContainsFunc(s.Aims, func(one *Aim) bool { return one.Point.ID == p.ID })
	}, s.Turned, a)
}

// picture is the rig by the readings that were taken last; what is shown is written too. nil
// where there is none of its family.
func (st State) picture(shown func(*sheet.Point) bool, turned []*Turned, a Advice) *picture.Scene {
	rig, ok := RigOf(st.Sheet)
	if !ok {
		return nil
	}
	at := st.pointAt(a)
	maps.Copy(rig.At, at)
	for i := range st.Sheet.Points {
		p := &st.Sheet.Points[i]
		if p.Measures == "" {
			continue
		}
		aim := st.aim(p.ID)
		wanted := a.Read != nil && a.Read.Point == p.ID
		if t := st.latest(p.ID, ""); t != nil {
			rig.Values[p.Measures] = t.Value
		}
		if !wanted && (st.latest(p.ID, "") == nil || !shown(p)) {
			continue
		}
		if r, there := rig.Readings[p.Measures]; there && (r.Now || !wanted) {
			continue // the rig shows both of them at one place
		}
		rig.Readings[p.Measures] = st.pictured(aim, wanted)
	}
	st.turning(&rig, turned, a)
	if c := a.Check; c != nil {
		if one := st.Sheet.Check(c.Check); one != nil && one.Proves != "" {
			delete(rig.Senses, one.Proves)
		}
	}
	for _, c := range st.Sheet.Checks {
		if answer, there := st.Checks[c.ID]; there && !answer.Void && c.Proves != "" {
			rig.Senses[c.Proves] = answer.Says
		}
	}
	for _, t := range st.On {
		rig.On = append(rig.On, t.Name)
	}
	if a.Read != nil {
		latest := st.latest(a.Read.Point, "")
		for _, one := range a.Read.States {
			rig.States = append(rig.States, picture.State{Name: one.Name, OK: latest != nil && slices.Contains(latest.States, one.ID)})
		}
	}
	scene, ok := picture.Draw(rig)
	if !ok {
		return nil
	}
	return &scene
}

// pointAt is where the control stands for what is read or tried now.
func (st State) pointAt(a Advice) map[string]any {
	if a.Read != nil {
		if p := st.Sheet.Point(a.Read.Point); p != nil {
			return p.At
		}
	}
	if a.Check != nil {
		if c := st.Sheet.Check(a.Check.Check); c != nil {
			return c.At
		}
	}
	return nil
}

// pictured is a reading with its words; one that tells no more how it stands says so.
func (st State) pictured(aim *Aim, wanted bool) picture.Reading {
	p := aim.Point
	r := picture.Reading{Name: p.Name, Now: wanted, Tone: picture.Ink}
	if t := aim.Now; t == nil && !wanted {
		r.Name, r.Tone = p.Name+", before the turn", picture.Quiet
		if last := last(st.byPoint[p.ID], 1); len(last) > 0 {
			r.Text = reads(p, st.Readings[last[0]].Value)
		}
	} else if t != nil {
		r.Text = reads(p, t.Value)
		if aim.Limited {
			r.Text += " of " + quantity.Number(aim.Band.Min, 1) + " to " + quantity.Number(aim.Band.Max, 1)
			r.Tone = picture.Good
			if aim.Judge.wrong() {
				r.Tone = picture.Bad
			}
		}
	}
	return r
}

// turning marks what is turned now, with its threads.
func (st State) turning(rig *picture.Rig, turned []*Turned, a Advice) {
	turns := a.Plan
	if len(turns) == 0 && a.Move != nil {
		turns = []Turn{*a.Move}
	}
	for _, t := range turns {
		one := st.Sheet.Adjuster(t.Adjuster)
		if one == nil || one.Works == "" {
			continue
		}
		drawn := rig.Adjusters[one.Works]
		drawn.Name, drawn.Turn, drawn.Seen, drawn.From, drawn.Done = one.Name, t.Text+" "+t.WaySays, t.Seen, t.SeenFrom, t.Done
		rig.Adjusters[one.Works] = drawn
	}
	for _, t := range turned {
		one := t.Adjuster
		if one.Works == "" || one.Threads == nil || t.Threads == nil {
			continue
		}
		drawn := rig.Adjusters[one.Works]
		drawn.Threads = quantity.Turns(*t.Threads) + " threads in, " + quantity.Number(one.Threads.Min, 0) + " at least"
		rig.Adjusters[one.Works] = drawn
	}
}

// RigOf is the rig of a sheet where all is right, with what it shows at each of its
// points. The sheet is one as a school works it.
func RigOf(s *sheet.Sheet) (out picture.Rig, ok bool) {
	if s == nil || s.Rig == nil {
		return out, false
	}
	out = picture.Rig{
		Family:    s.Family,
		Geometry:  s.Rig.Geometry,
		Values:    map[string]float64{},
		Senses:    map[string]string{},
		Readings:  map[string]picture.Reading{},
		Adjusters: map[string]picture.Adjuster{},
		At:        map[string]any{},
		Control:   s.Line.Control,
		Works:     s.Line.Works,
	}
	maps.Copy(out.Values, s.Nominals())
	maps.Copy(out.Values, s.Rig.Settings)
	for _, a := range s.Adjusters {
		if a.Works != "" && len(a.Hooks) == 0 {
			out.Adjusters[a.Works] = picture.Adjuster{Name: a.Name}
		}
	}
	return out, true
}

// Picture is the rig of a sheet where all is right, every window written where it is read; nil
// where there is none of its family.
func Picture(s *sheet.Sheet) *picture.Scene {
	s = s.For(s.Manual())
	rig, ok := RigOf(s)
	if !ok {
		return nil
	}
	for i := range s.Points {
		p := &s.Points[i]
		if _, there := rig.Readings[p.Measures]; p.Measures == "" || there {
			continue
		}
		r := picture.Reading{Name: p.Name, Tone: picture.Ink}
		if band, limited := p.Limits(); limited {
			r.Text = quantity.Number(band.Min, 1) + " to " + text(p.Quantity, band.Max)
		}
		rig.Readings[p.Measures] = r
	}
	scene, ok := picture.Draw(rig)
	if !ok {
		return nil
	}
	return &scene
}

package tell

import (
	"slices"
	"strings"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// hung are the kinds of things that hang at the rig itself while they are not at rest.
var hung = []setup.Kind{setup.Pin, setup.Lock, setup.Held, setup.Chocks, setup.Propeller, setup.Cable}

// pictureNow is the rig as it is, with what the setting at hand reads and turns.
func (run page) pictureNow(s *lead.Setting, a lead.Advice) *picture.Scene {
	return run.picture(func(p *sheet.Point) bool {
		return slices.ContainsFunc(s.Aims, func(one *lead.Aim) bool { return one.Point.ID == p.ID })
	}, s.Turned, a)
}

// picture is the rig by the readings that were taken last; what is shown is written too. nil
// where there is none of its family.
func (run page) picture(shown func(*sheet.Point) bool, turned []*lead.Turned, a lead.Advice) *picture.Scene {
	drawn, ok := RigOf(run.Sheet)
	if !ok {
		return nil
	}
	if at, err := drawn.Model.At(run.pointAt(a)); err == nil {
		drawn.At = at
	}
	for i := range run.Sheet.Points {
		p := &run.Sheet.Points[i]
		if p.Measures == "" {
			continue
		}
		aim := run.Aim(p.ID)
		wanted := a.Read != nil && a.Read.Point == p.ID
		of := rig.Reading(p.Measures)
		if t := run.Latest(p.ID, ""); t != nil {
			drawn.Values[of] = t.Value
		}
		if !wanted && (run.Latest(p.ID, "") == nil || !shown(p)) {
			continue
		}
		if r, there := drawn.Readings[of]; there && (r.Now || !wanted) {
			continue // the rig shows both of them at one place
		}
		drawn.Readings[of] = run.pictured(aim, wanted)
	}
	run.turning(&drawn, turned, a)
	if c := a.Check; c != nil {
		if one := run.Sheet.Check(c.Check); one != nil && one.Proves != "" {
			delete(drawn.Senses, rig.Sense(one.Proves))
		}
	}
	for _, c := range run.Sheet.Checks {
		if answer, there := run.Checks[c.ID]; there && !answer.Void && c.Proves != "" {
			drawn.Senses[rig.Sense(c.Proves)] = answer.Says
		}
	}
	for _, t := range run.Things() {
		if way := run.Stood.Way(run.Now(), t.ID); slices.Contains(hung, t.Kind) && way != t.AtRest() {
			drawn.On = append(drawn.On, t.Name+" "+way)
		}
	}
	if a.Read != nil {
		latest := run.Latest(a.Read.Point, "")
		for _, one := range a.Read.States {
			drawn.States = append(drawn.States, picture.Tick{Name: one.Name, OK: latest != nil && slices.Contains(latest.States, one.ID)})
		}
	}
	scene, ok := picture.Draw(drawn)
	if !ok {
		return nil
	}
	return &scene
}

// pointAt is where the control stands for what is read or tried now.
func (run page) pointAt(a lead.Advice) map[string]any {
	if a.Read != nil {
		if p := run.Sheet.Point(a.Read.Point); p != nil {
			return p.At
		}
	}
	if a.Check != nil {
		if c := run.Sheet.Check(a.Check.Check); c != nil {
			return c.At
		}
	}
	return nil
}

// pictured is a reading with its words; one that tells no more how it stands says so.
func (run page) pictured(aim *lead.Aim, wanted bool) picture.Reading {
	p := aim.Point
	r := picture.Reading{Name: p.Name, Now: wanted, Tone: picture.Ink}
	if t := aim.Now; t == nil && !wanted {
		r.Name, r.Tone = p.Name+", before the turn", picture.Quiet
		if last := last(run.ByPoint[p.ID], 1); len(last) > 0 {
			r.Text = spell.Reading(p, run.Readings[last[0]].Value)
		}
	} else if t != nil {
		r.Text = spell.Reading(p, t.Value)
		if aim.Limited {
			r.Text += " of " + strings.TrimSuffix(strings.TrimSuffix(spell.Between(p, aim.Band.Min, aim.Band.Max), spell.Unit(p)), " ")
			r.Tone = picture.Good
			if aim.Judge.Wrong() {
				r.Tone = picture.Bad
			}
		}
	}
	return r
}

// turning marks what is turned now, with its threads.
func (run page) turning(of *picture.Rig, turned []*lead.Turned, a lead.Advice) {
	turns := a.Plan
	if len(turns) == 0 && a.Move != nil {
		turns = []lead.Turn{*a.Move}
	}
	for _, t := range turns {
		one := run.Sheet.Adjuster(t.Adjuster)
		if one == nil || one.Works == "" {
			continue
		}
		drawn := of.Adjusters[rig.Turned(one.Works)]
		drawn.Name, drawn.Turn, drawn.Seen, drawn.From, drawn.Done = one.Name, t.Text+" "+t.WaySays, t.Seen, t.SeenFrom, t.Done
		drawn.Out = t.Way == "out"
		of.Adjusters[rig.Turned(one.Works)] = drawn
	}
	for _, t := range turned {
		one := t.Adjuster
		if one.Works == "" || one.Threads == nil || t.Threads == nil {
			continue
		}
		drawn := of.Adjusters[rig.Turned(one.Works)]
		drawn.Threads = quantity.Turns(*t.Threads) + " threads in, " + quantity.Number(one.Threads.Min, 0) + " at least"
		of.Adjusters[rig.Turned(one.Works)] = drawn
	}
}

// RigOf is the rig of a sheet where all is right, with what it shows at each of its
// points. The sheet is one as a school works it. ok is false where it has none, or one that cannot be read.
func RigOf(s *sheet.Sheet) (out picture.Rig, ok bool) {
	if s == nil || s.Rig == nil {
		return out, false
	}
	out = picture.Rig{
		Values:    map[rig.Reading]float64{},
		Settings:  map[rig.Turned]float64{},
		Senses:    map[rig.Sense]string{},
		Readings:  map[rig.Reading]picture.Reading{},
		Adjusters: map[rig.Turned]picture.Adjuster{},
		Control:   s.Line.Control,
		Works:     s.Line.Works,
	}
	var err error
	if out.Model, err = s.Rig.Model(); err != nil {
		return out, false
	}
	if out.At, err = out.Model.At(nil); err != nil {
		return out, false
	}
	for name, v := range s.Nominals() {
		out.Values[rig.Reading(name)] = v
	}
	for name, v := range s.Rig.Settings {
		out.Settings[rig.Turned(name)] = v
	}
	for _, a := range s.Adjusters {
		if a.Works != "" && len(a.Hooks) == 0 {
			out.Adjusters[rig.Turned(a.Works)] = picture.Adjuster{Name: a.Name}
		}
	}
	return out, true
}

// Picture is the rig of a sheet where all is right, every window written where it is read; nil
// where there is none of its family.
func Picture(s *sheet.Sheet) *picture.Scene {
	s = s.For(s.Manual())
	drawn, ok := RigOf(s)
	if !ok {
		return nil
	}
	for i := range s.Points {
		p := &s.Points[i]
		of := rig.Reading(p.Measures)
		if _, there := drawn.Readings[of]; p.Measures == "" || there {
			continue
		}
		r := picture.Reading{Name: p.Name, Tone: picture.Ink}
		if band, limited := p.Limits(); limited {
			r.Text = spell.Between(p, band.Min, band.Max)
		}
		drawn.Readings[of] = r
	}
	scene, ok := picture.Draw(drawn)
	if !ok {
		return nil
	}
	return &scene
}

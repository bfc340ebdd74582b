package lead

import (
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// functions are what is tried when all is set, and what is read then that nothing sets. A bad answer comes before all
// else: it leads back.
func (l *listing) functions() {
	run, sh := l.run, l.run.Sheet
	after := l.ids(nil)
	for i := range sh.Points {
		p := &sh.Points[i]
		if a := run.unstood(p); a != nil {
			w := named(sh.Reading(p, nil), "stands:"+p.ID, after...)
			if a.Now != nil {
				w.Needs = nil // to be decided on
			}
			l.add(w, func() Advice { return run.readStanding(a) })
		}
	}
	l.checks(false, l.ids(nil))
}

// loaded are the proofs under load.
func (l *listing) loaded() { l.checks(true, l.ids(nil)) }

func (l *listing) checks(loaded bool, after []string) {
	run := l.run
	bad, _ := run.failed()
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		answer, ok := run.Checks[c.ID]
		if c.Loaded != loaded || c.Kind == sheet.CheckCondition || ok && !answer.Void && (answer.Good || run.Looks()) {
			continue
		}
		a := run.ask(c, answer, ok)
		run.everywhere(&a, c, run.after(loaded))
		w := run.Sheet.Trying(c, nil)
		if ok && !answer.Void {
			w = run.workOf(a, nil)
			if a.Cure == nil {
				w = sheet.Work{} // it waits for a repair
			}
		}
		w = named(w, "check:"+c.ID, after...)
		switch {
		case bad == c:
			w.After = nil
		case bad != nil:
			w.After = append(slices.Clone(after), "check:"+bad.ID)
		}
		l.add(w, func() Advice { return a })
	}
}

// after are the checks that are tried when all is set, under load or without.
func (run *Lead) after(loaded bool) (out []string) {
	for i := range run.Sheet.Checks {
		if c := &run.Sheet.Checks[i]; c.Loaded == loaded && c.Kind != sheet.CheckCondition {
			out = append(out, c.ID)
		}
	}
	return out
}

// standing has what nothing sets read as found, too, where that undoes nothing.
func (l *listing) standing() {
	run := l.run
	for i := range run.Sheet.Points {
		p := &run.Sheet.Points[i]
		w := named(run.Sheet.Making(p, nil), "found:"+p.ID, l.first...)
		if run.AnyMoved() || run.Latest(p.ID, "") != nil || run.unstood(p) == nil || !run.plain(w) {
			continue
		}
		t := l.add(w, func() Advice { return run.readStanding(run.unstood(p)) })
		t.looks, t.setting = true, nil
		l.swept = append(l.swept, t.ID)
	}
}

// sweep has as found read, all of it that can be without undoing a cable or a pin or running an engine for it, before
// anything is turned.
func (l *listing) sweep() {
	found := l.ids(func(t *task) bool {
		return t.looks && (t.setting != nil && l.run.plain(t.Work) || slices.Contains(l.swept, t.ID))
	})
	for i := range l.out {
		if t := &l.out[i]; t.setting != nil && !t.looks {
			t.After = append(slices.Clone(t.After), found...)
		}
	}
}

// parting has a check that takes a cable, a held thing or a fluid from its rest come before what would not outlive that.
func (l *listing) parting() {
	run := l.run
	for i := range l.out {
		x := &l.out[i]
		if x.setting != nil || x.looks || x.ID == "sign" || x.step == record.NewPart {
			continue
		}
		for id, any := range x.Needs {
			t := run.Stood.Thing(id)
			if t == nil || !record.Holds(t.Kind) || slices.Contains(any, t.AtRest()) {
				continue
			}
			x.After = l.first
			for k := range l.out {
				if y := &l.out[k]; k != i && !y.looks && y.step != record.NewPart && slices.Equal(y.Needs[id], setup.AnyOf{t.AtRest()}) {
					y.After = append(slices.Clone(y.After), x.ID)
				}
			}
		}
	}
}

// plain tells whether some work undoes no cable and no pin, holds nothing and runs no engine.
func (run *Lead) plain(w sheet.Work) bool {
	for id, any := range w.Needs {
		t := run.Stood.Thing(id)
		if t == nil {
			continue
		}
		switch t.Kind {
		case setup.Cable, setup.Pin, setup.Held:
			if !slices.Contains(any, t.AtRest()) {
				return false
			}
		case setup.Key:
			if !slices.ContainsFunc(any, func(way string) bool { return way != setup.Running && way != setup.Warm }) {
				return false
			}
		}
	}
	return true
}

// alsoRead is what nothing asked for and what only now can be read, before it is closed.
func (l *listing) alsoRead() {
	run := l.run
	p := run.alsoRead()
	if p == nil {
		return
	}
	settings := l.ids(func(t *task) bool { return t.setting != nil })
	l.add(named(run.Sheet.Making(p, nil), "also:"+p.ID, settings...), func() Advice {
		a := run.read(p)
		a.Say = Say(Plain("Before you close this, also read the " + p.Name + "."))
		a.Choices = []record.Choice{{About: record.AboutAlso.Of(p.ID), Choice: record.ChoiceLeaveOut, Label: "Leave it out"}}
		return a
	})
}

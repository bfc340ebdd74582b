package manual

import (
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// direct takes what is no reading as it stands.
func (m *maker) direct() {
	for _, one := range m.list {
		fig, given := m.is(one)
		if !given {
			continue
		}
		switch one.Kind {
		case Step:
			m.step(one, fig.Number)
		case Torque:
			for _, id := range one.Adjusters {
				if lock := m.s.Adjuster(id).Lock; lock != nil {
					lock.Torque = &fig.Number
				}
			}
		case Choice:
			m.choose(one, fig.Word)
		case Count:
			m.count(one, fig)
		}
	}
}

// step is what a turn, click or notch moves: the thread's pitch goes in the same proportion.
func (m *maker) step(one asked, v float64) {
	usual, _ := m.f.usualStep(m.usual, one)
	for _, group := range one.Tells {
		for _, path := range paths(m.s.Rig.Geometry, group) {
			m.tell(path, v)
		}
	}
	for _, id := range one.Adjusters {
		if a := m.s.Adjuster(id); a.Pitch > 0 {
			a.Pitch = round(a.Pitch * v / usual)
		}
	}
}

func (m *maker) tell(path string, v any) {
	m.s.Rig.Geometry = set(m.s.Rig.Geometry, path, v)
	m.told[path] = true
}

func (m *maker) choose(one asked, word string) {
	for _, path := range one.Tells {
		m.tell(path, word)
	}
	if c := m.s.Check(one.Check); c != nil {
		wanted(c, word)
		if m.s.FailsTo != "" && c.Proves == "fails_to" {
			m.s.FailsTo = word
		}
	}
}

// wanted has another answer of a check be the one that is wanted: what was wanted before is cured the other way.
func wanted(c *sheet.Check, word string) {
	c.Wanted = word
	var back *sheet.Cure
	for i := range c.Answers {
		a := &c.Answers[i]
		if a.Is(word) {
			if a.Cure != nil {
				back = &sheet.Cure{Adjuster: a.Cure.Adjuster, Way: map[string]string{"in": "out", "out": "in"}[a.Cure.Way], Steps: a.Cure.Steps}
			}
			a.Cure, a.PointsTo, a.Side, a.Stop = nil, "", "", false
		}
	}
	for i := range c.Answers {
		if a := &c.Answers[i]; a.PointsTo == "" && !a.Is(word) {
			a.PointsTo, a.Cure = "By the manual it is "+c.Good().Says+".", back
		}
	}
}

// count is a number that no gauge reads: how far it is backed off, a preload, the fewest threads, a pull.
func (m *maker) count(one asked, fig Figure) {
	set := m.s.Setting(one.Setting)
	switch {
	case set != nil && set.BackOff != nil:
		was := set.BackOff
		set.BackOff = &sheet.BackOff{Min: math.Floor(fig.From + 1e-9), Max: math.Ceil(fig.To - 1e-9)}
		by := (was.Min + was.Max) / (set.BackOff.Min + set.BackOff.Max)
		for _, path := range one.Scales { // so many clicks are the usual clearance
			v, _ := get(m.s.Rig.Geometry, path)
			m.tell(path, math.Round(v*by*1e6)/1e6)
		}
		for _, id := range set.Adjusters {
			a := m.s.Adjuster(id)
			if a.Range != nil {
				a.Range = &sheet.Range{Min: math.Floor(a.Range.Min / by), Max: math.Ceil(a.Range.Max / by)}
			}
		}
	case set != nil:
		set.Steps = fig.Number
	default:
		for _, id := range one.Adjusters {
			if t := m.s.Adjuster(id).Threads; t != nil {
				t.Min = math.Floor(fig.Number + 1e-9)
			}
		}
		for _, path := range one.Tells {
			m.tell(path, fig.Number)
		}
		m.proofs(one, fig.Number)
	}
}

// proofs has a proof that is made on a slope made on the one that was given: as an angle, which is how it is read.
func (m *maker) proofs(one asked, v float64) {
	for i := range m.s.Checks {
		for j := range m.s.Checks[i].Figures {
			if f := &m.s.Checks[i].Figures[j]; f.ID == one.ID && f.Quantity == quantity.Angle && one.Unit == "%" {
				least := math.Floor(math.Atan(v/100) * 180 / math.Pi)
				f.Least = &least
			}
		}
	}
}

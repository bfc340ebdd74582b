package manual

import (
	"math"
	"slices"

	"brankel/rigging/sheet"
)

// windows gives each point what was given for it, and takes the usual limits of all others.
func (m *maker) windows() {
	keeps := map[string]bool{}
	for _, one := range m.list {
		fig, given := m.is(one)
		for _, id := range one.Points {
			p := m.s.Point(id)
			switch {
			case one.Kind == Chart && given:
				m.s.Charts[0].Points = m.pairs(fig)
			case one.Kind != Target:
			case given:
				m.limit(p, one, fig)
				keeps[id] = true
			case len(one.Else) > 0:
				fig, err := read(one, one.Else, window(m.usual, one))
				if err != nil {
					panic(one.ID + ": " + err.Error()) // it is built in
				}
				by := m.given[one.ElseOf].Target
				fig.Target, fig.From, fig.To = fig.Target+by, fig.From+by, fig.To+by
				m.limit(p, one, fig)
				keeps[id] = true
			}
		}
		if set := m.settingOf(one.Setting); given && one.Kind == Target && set != nil {
			for _, id := range one.Points {
				if !slices.Contains(set.Points, id) {
					set.Points = append(set.Points, id)
				}
			}
		}
	}
	for i := range m.s.Points {
		p := &m.s.Points[i]
		if p.Target == nil || keeps[p.ID] {
			continue
		}
		if m.s.Superseded(p.ID) { // it is where something is counted from
			continue
		}
		p.Target, p.Minus, p.Plus, p.Stop = nil, 0, 0, ""
	}
}

func (m *maker) settingOf(name string) *sheet.Setting {
	for i := range m.s.Settings {
		if one := &m.s.Settings[i]; name != "" && (one.ID == name || one.As == name) {
			return one
		}
	}
	return nil
}

// leastGap is what part of a target a gap is at the least that reads nothing when it is gone.
const leastGap = 4

// limit is the window of a point: of one end, the other lies where nothing of the usual is.
func (m *maker) limit(p *sheet.Point, one asked, fig Figure) {
	u := window(m.usual, one)
	target, from, to := fig.Target, fig.From, fig.To
	if math.IsInf(from, -1) {
		from = target - max(u.minus, 10*(u.minus+u.plus))
		if p.Signed == nil {
			from = max(from, min(0, target-u.minus))
		}
	}
	if one.Below {
		from = min(from, target-u.minus, -u.minus)
	}
	if math.IsInf(to, 1) {
		to = target + 10*(u.minus+u.plus)
	}
	if p.Signed == nil && from <= 0 && target > 0 && u.target-u.minus > 0 {
		from = target / leastGap // at nothing a slack cable and a taut one read alike
	}
	target = round(target)
	p.Target, p.Minus, p.Plus = &target, round(target-from), round(to-target)
}

// drop has what is measured set by feel where nothing is wanted of its readings and a check tells which way; what no check
// tells of either is left as it is found.
func (m *maker) drop() {
	var out []string
	for i := range m.s.Settings {
		one := &m.s.Settings[i]
		if one.Method != sheet.MethodMeasured && !(one.Method == sheet.MethodSelfSet && m.q.School == ByFunction) {
			continue
		}
		wanted := slices.ContainsFunc(one.Points, func(id string) bool {
			p := m.s.Point(id)
			return p != nil && (p.Target != nil || p.Chart != "") &&
				slices.ContainsFunc(one.Adjusters, func(a string) bool { return m.s.InfluenceOf(a, id) != nil })
		})
		switch {
		case wanted:
		case m.q.School == ByFunction && m.byFunction(one):
		case slices.ContainsFunc(one.Checks, m.cures):
			one.Method, one.Alike = sheet.MethodFelt, nil
			one.Stride = m.s.Adjuster(one.Adjusters[0]).LeastTurn()
		default:
			out = append(out, one.ID)
		}
	}
	m.s = m.s.Without(out)
}

// cures tells whether an answer of a check says which way to turn.
func (m *maker) cures(check string) bool {
	c := m.s.Check(check)
	return c != nil && slices.ContainsFunc(c.Answers, func(a sheet.Answer) bool { return a.Cure != nil })
}

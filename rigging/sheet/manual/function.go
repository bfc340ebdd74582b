package manual

import (
	"maps"
	"slices"

	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// ByFunction is the school of whoever has no figure at all: nothing is required, and what would be measured is set by what
// is felt, heard and proved, as far as that tells which way to turn.
const ByFunction = "function"

// byFigures are the families that nobody sets without their maker's figures, and why.
var byFigures = map[string]string{
	"flap-follow-up":      "a flight control is set by its maker’s figures and by nothing else: write them from its manual",
	"flight-control-loop": "a flight control is set by its maker’s figures and by nothing else: write them from its manual",
	"stern-drive-shift":   "a drive that shifts out of its gear breaks its dogs before it is felt: write its length from its manual",
}

// CanByFunction tells whether a family can be set without any figure.
func CanByFunction(family string) bool { return byFigures[family] == "" }

// looked is how many steps either way are tried on the rig to see which answer comes first.
const looked = 80

// byFunction has a setting judged by every proof whose answer changes with its adjuster, one way with one answer and the
// other way with another or with none, and by those under load only where the others tell one side alone: which way cures it
// is asked of the rig. false where there is none.
func (m *maker) byFunction(one *sheet.Setting) bool {
	if len(one.Places) > 0 {
		return false
	}
	a := m.s.Adjuster(one.Adjusters[0])
	if a == nil || a.Works == "" || a.Each {
		return false
	}
	span, ok := m.s.RangeOf(a, "")
	if !ok {
		return false
	}
	var checks []string
	sides := map[string]bool{}
	for _, loaded := range []bool{false, true} { // on the road only what nothing tells at rest
		if sides["tight"] && sides["loose"] {
			break
		}
		for i := range m.s.Checks {
			c := &m.s.Checks[i]
			if c.Loaded != loaded || c.Each || c.Kind == sheet.CheckCondition || c.Proves == "" || !loaded && runs(c.Needs) ||
				m.ofAnother(c.ID, one) {
				continue
			}
			in, out := m.first(c, a, -1, span.Min), m.first(c, a, 1, span.Max)
			if in == out || loaded && (in == "" || sides["tight"]) && (out == "" || sides["loose"]) {
				continue // no answer either way, or one that tells nothing
			}
			for j := range c.Answers {
				switch answer := &c.Answers[j]; answer.ID {
				case in:
					answer.Side, answer.Cure = "tight", &sheet.Cure{Adjuster: a.ID, Way: "out", Steps: 1}
				case out:
					answer.Side, answer.Cure = "loose", &sheet.Cure{Adjuster: a.ID, Way: "in", Steps: 1}
				}
			}
			sides["tight"], sides["loose"] = sides["tight"] || in != "", sides["loose"] || out != ""
			checks = append(checks, c.ID)
		}
	}
	if len(checks) == 0 {
		return false
	}
	one.Method, one.Alike, one.Checks = sheet.MethodFelt, nil, checks
	one.Action, one.Spread, one.Trim, one.Times = "", 0, "", 0 // of what would have set itself
	one.Stride = 2 * a.LeastTurn()
	return true
}

// ofAnother tells whether another setting is judged by a check.
func (m *maker) ofAnother(check string, one *sheet.Setting) bool {
	return slices.ContainsFunc(m.s.Settings, func(other sheet.Setting) bool {
		return other.ID != one.ID && slices.Contains(other.Checks, check)
	})
}

// first is the id of the bad answer that a check gives first when an adjuster is turned one way from where all is right, to
// the end of its range; "" where it stays good.
func (m *maker) first(c *sheet.Check, a *sheet.Adjuster, way, end float64) string {
	at := maps.Clone(m.s.Rig.Settings)
	if at == nil {
		at = map[string]float64{}
	}
	right := at[a.Works]
	for i := 1; i <= looked; i++ {
		at[a.Works] = right + way*float64(i)*a.LeastTurn()
		if (at[a.Works]-end)*way > 1e-9 {
			return ""
		}
		if felt := m.s.Feels(c, at); felt != nil && felt.ID != c.Good().ID {
			return felt.ID
		}
	}
	return ""
}

// runs tells whether something is under way while a check is tried: nobody turns anything between two tries of that.
func runs(needs setup.Needs) bool {
	for _, ways := range needs {
		for _, way := range ways {
			if setup.UnderWay(way) {
				return true
			}
		}
	}
	return false
}

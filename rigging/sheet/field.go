package sheet

import "brankel/rigging/rig"

// Field asks at which settings of two adjusters all is inside, the others as fitted; ok is false
// where the sheet does not say what they can be set to.
func (s *Sheet) Field(f Fitted, x, y *Adjuster) (out rig.Field, ok bool) {
	r := *s.Rig
	r.Settings = f.Settings
	m, err := r.Model()
	if err != nil {
		return out, false
	}
	ranges := [2]rig.Range{}
	for i, a := range []*Adjuster{x, y} {
		within, told := s.RangeOf(a, "")
		if !told || a.Works == "" {
			return out, false
		}
		ranges[i] = rig.Range{Adjuster: a.Works, Min: within.Min, Max: within.Max, Step: a.LeastTurn()}
	}
	limits, _ := s.asked(f)
	out, err = m.Field(limits, ranges[0], ranges[1])
	return out, err == nil
}

package tell

import (
	"brankel/rigging/picture"
	"brankel/rigging/run/lead"
)

// troubleAt is where along the rig the trouble is, 0 at the hand to 1 at the works: where the
// thing at hand sits in the picture. ok is false before anything is turned or read, and where
// there is no picture.
func (run page) troubleAt(a lead.Advice) (at float64, ok bool) {
	s := run.Setting()
	if s == nil || len(run.Readings) == 0 {
		return 0, false
	}
	rig, ok := RigOf(run.Sheet)
	if !ok {
		return 0, false
	}
	places := picture.Places(rig)
	for _, name := range run.atHand(s, a) {
		if at, there := places[name]; there && name != "" {
			return at, true
		}
	}
	return 0, false
}

// atHand are the rig's names of what the advice is about, the nearest first.
func (run page) atHand(s *lead.Setting, a lead.Advice) (out []string) {
	works := func(id string) {
		if one := run.Sheet.Adjuster(id); one != nil {
			out = append(out, one.Works)
		}
	}
	point := func(id string) {
		if one := run.Sheet.Point(id); one != nil {
			out = append(out, one.Measures)
		}
	}
	switch {
	case a.Move != nil:
		works(a.Move.Adjuster)
	case a.Read != nil:
		point(a.Read.Point)
	case a.Lock != nil:
		works(a.Lock.Adjuster)
	case a.Check != nil:
		if c := run.Sheet.Check(a.Check.Check); c != nil {
			out = append(out, c.Proves)
		}
	case a.Do == lead.DoDecide && len(a.Choices) > 0:
		point(a.Choices[0].About.ID)
	}
	for _, aim := range s.Aims {
		if aim.Wrong() {
			out = append(out, aim.Point.Measures)
		}
	}
	for _, t := range s.Turned {
		out = append(out, t.Adjuster.Works)
	}
	return out
}

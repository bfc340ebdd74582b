package lead

import (
	"slices"

	"brankel/rigging/sheet"
)

// CableLength is how long over all, in mm, a cable would be that reads its target with its thread in the middle of what may be
// engaged: what to order where the thread of this one runs out. ok is false where the setting is not one reading by one thread
// along the cable, where the thread was not counted, or where nobody knows how long the cable is.
func (run *Lead) CableLength(setting string) (mm float64, ok bool) {
	i := slices.IndexFunc(run.settings, func(s *Setting) bool { return s.Of.ID == setting })
	if i < 0 {
		return 0, false
	}
	s, p := run.settings[i], run.Sheet.CablePart()
	if !s.Single() || s.Now == nil || s.Point.Target == nil || s.PerTurn == 0 || p == nil || p.Length <= 0 {
		return 0, false
	}
	a, engaged := s.Adjuster, run.engaged(s.Adjuster)
	if a.Threads == nil || engaged == nil || a.Pitch <= 0 || a.Kind == sheet.Turnbuckle || a.Lengthens != "out" {
		return 0, false
	}
	outward := (*s.Point.Target - s.Judge.Value) / s.PerTurn
	return p.Length + a.Pitch*((a.Threads.Min+a.Threads.Max)/2-*engaged+outward), true
}

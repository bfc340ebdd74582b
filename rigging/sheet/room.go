package sheet

// Room is how many turns an adjuster has from its end inward to its end outward, and how far out it stands where all is
// right; ok is false where the sheet tells of no ends. The sheet is one as a school works it (For).
func (s *Sheet) Room(a *Adjuster) (room, stands float64, ok bool) {
	r, ok := s.RangeOf(a, "")
	if !ok || a.Works == "" || r.Max <= r.Min {
		return 0, 0, false
	}
	return r.Max - r.Min, min(max(s.nominal("")[a.Works]-r.Min, 0), r.Max-r.Min), true
}

// Key is what an adjuster is for every sheet of the same rig.
func (a *Adjuster) Key() string {
	if a.Works != "" {
		return a.Works
	}
	return a.ID
}

// Key is what a point is for every sheet of the same rig.
func (p *Point) Key() string {
	if p.Measures == "" {
		return p.ID
	}
	if p.Position == "" {
		return p.Measures
	}
	return p.Measures + " at " + p.Position
}

// Moved tells whether any adjuster moves a point.
func (s *Sheet) Moved(point string) bool {
	for _, in := range s.influences {
		if in.Point == point && in.PerTurn != 0 {
			return true
		}
	}
	return false
}

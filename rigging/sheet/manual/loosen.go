package manual

import (
	"math"
	"slices"

	"brankel/rigging/sheet"
)

// loosen is by how much a figure that nobody told may go, in the order it is tried: as little as serves.
var loosen = []float64{1.03, 1 / 1.03, 1.08, 1 / 1.08, 1.15, 1 / 1.15, 1.25, 1 / 1.25, 1.4, 1 / 1.4, 1.6, 1 / 1.6, 1.9, 1 / 1.9, 2.4, 1 / 2.4}

// mostLoosened is how many figures are moved one after the other.
const mostLoosened = 5

// loosened moves what nobody told, the one that goes the least way first, until the made rig shows all that was given and all
// is felt as it should be: a brake's gain, a drive's needs with its throw. nil when it is so, else what still is not.
func (m *maker) loosened() *sheet.Proof {
	all := len(m.s.Proofs())
	for range mostLoosened {
		bad := unmet(m.s)
		if len(bad) == 0 {
			return nil
		}
		if !m.loosenOne(len(bad), all) {
			break
		}
	}
	if bad := unmet(m.s); len(bad) > 0 {
		return &bad[0]
	}
	return nil
}

func unmet(s *sheet.Sheet) []sheet.Proof {
	return slices.DeleteFunc(s.Proofs(), met)
}

func met(p sheet.Proof) bool { return p.Met }

// loosenOne moves the figure that puts the most right by the least; false where none puts anything right.
func (m *maker) loosenOne(bad, all int) bool {
	base, settings := m.s.Rig.Geometry, m.s.Rig.Settings
	best, bestGeometry := bad, base
	for _, by := range loosen {
		for _, path := range numbers("", base) {
			v, _ := get(base, path)
			if m.told[path] || v == 0 || m.summed(path) || !m.within(path, v*by) {
				continue
			}
			m.s.Rig.Geometry = m.f.sumsOnly(set(base, path, math.Round(v*by*1e6)/1e6), settings)
			proofs := m.s.Proofs()
			if len(proofs) < all { // it is no rig any more
				continue
			}
			if n := len(slices.DeleteFunc(proofs, met)); n < best {
				best, bestGeometry = n, m.s.Rig.Geometry
			}
		}
		if best == 0 {
			break
		}
	}
	m.s.Rig.Geometry = bestGeometry
	return best < bad
}

// within tells whether a figure that nobody told is still a usual one.
func (m *maker) within(path string, v float64) bool {
	usual, _ := get(m.usual.Rig.Geometry, path)
	return math.Abs(v) <= mostTold*math.Abs(usual) && math.Abs(v) >= leastTold*math.Abs(usual) && !slices.Contains(fixed, path)
}

// fixed are figures that are what is proved, and not what it is proved on.
var fixed = []string{"slope", "mass", "at_air", "lock_at", "whisper"}

func (m *maker) summed(path string) bool {
	return slices.ContainsFunc(m.f.Sums, func(one sum) bool { return one.Path == path })
}

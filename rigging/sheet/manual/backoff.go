package manual

import (
	"math"
	"strings"

	"brankel/rigging/sheet"
)

// settings are where the usual rig is right, with what was counted otherwise.
func (m *maker) settings() map[string]float64 {
	out := map[string]float64{}
	for name, v := range m.usual.Rig.Settings {
		out[name] = v
	}
	for _, one := range m.list {
		set := m.s.Setting(one.Setting)
		if _, given := m.is(one); !given || one.Kind != Count || set == nil {
			continue
		}
		if set.BackOff != nil {
			m.backOff(set, out)
			continue
		}
		for _, id := range set.Adjusters { // counted from where it falls in by itself
			out[m.s.Adjuster(id).Works] = map[string]float64{"in": -set.Steps, "out": set.Steps}[set.Way]
		}
	}
	return out
}

// backOff sets what is turned until it locks, and then backed off, by the rig as it is.
func (m *maker) backOff(set *sheet.Setting, out map[string]float64) {
	c, mid := m.s.Check(set.Until.Check), math.Floor((set.BackOff.Min+set.BackOff.Max)/2+1e-9)
	for _, id := range set.Adjusters {
		a := m.s.Adjuster(id)
		for _, place := range m.s.Places {
			works, proves := strings.ReplaceAll(a.Works, "{place}", place.ID), strings.ReplaceAll(c.Proves, "{place}", place.ID)
			if at, way := m.locks(works, proves, set.Until.Answer); way != 0 {
				out[works] = at - way*mid
			}
		}
	}
}

// mostToLock is how many steps something is turned at the most until it locks.
const mostToLock = 200

// locks is where the rig locks that is turned either way from nothing, and which way that is; 0 where it never does.
func (m *maker) locks(works, sense, locked string) (at, way float64) {
	for n := range mostToLock {
		for _, way := range []float64{1, -1} {
			if at := way * float64(n); m.felt(works, at, sense) == locked {
				return at, way
			}
		}
	}
	return 0, 0
}

// felt is what the rig tells with one adjuster elsewhere.
func (m *maker) felt(works string, at float64, sense string) string {
	r := *m.s.Rig
	r.Settings = map[string]float64{}
	for name, v := range m.usual.Rig.Settings {
		r.Settings[name] = v
	}
	r.Settings[works] = at
	model, err := r.Model()
	if err != nil {
		return ""
	}
	where, err := model.At(nil)
	if err != nil {
		return ""
	}
	answer, err := model.Answer(where)
	if err != nil {
		return ""
	}
	return answer.Senses[sense]
}

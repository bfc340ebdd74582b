package rig

import (
	"math"
	"strconv"

	"brankel/rigging/fault"
)

func itoa(i int) string { return strconv.Itoa(i) }

// farthest is how many steps a window looks either way.
const farthest = 10000

// End is one end of a window: how many whole steps that way leave right what is right
// now, and which limit the next one puts wrong; Limit is −1 where the range ends first.
type End struct {
	Steps int
	Limit int
}

// Window is where one adjuster stands between its two ends. Wrong lists the limits that
// are not met as it stands.
type Window struct {
	In, Out End
	Wrong   []int
}

// Window steps the adjuster both ways until a limit or a wanted sense that is right goes
// wrong. The error is a *fault.Fault.
func (m *Model) Window(limits []Limit, r Range) (Window, error) {
	gauges, err := m.gauges(limits)
	if err != nil {
		return Window{}, err
	}
	i := m.index(r.Adjuster)
	if i < 0 || m.works.adjusters[i].Places > 0 {
		return Window{}, fault.At("adjuster", m.noAdjuster(r.Adjuster, false))
	}
	if !(r.Step > 0) || math.IsInf(r.Step, 0) {
		return Window{}, fault.At("step", "write the least step that can be locked: more than 0")
	}
	settings := append([]float64(nil), m.settings...)
	s := spot{}
	right := func(g *gauge, setting float64) bool {
		settings[i] = setting
		s.e = m.stands(settings, s.e)
		return g.good(&s)
	}
	var w Window
	var watch []int
	for k := range gauges {
		if right(&gauges[k], m.settings[i]) {
			watch = append(watch, k)
		} else {
			w.Wrong = append(w.Wrong, k)
		}
	}
	end := func(way float64) End {
		for n := 1; n <= farthest; n++ {
			setting := m.settings[i] + way*float64(n)*r.Step
			if setting < r.Min-slack || setting > r.Max+slack {
				return End{n - 1, -1}
			}
			for _, k := range watch {
				if !right(&gauges[k], setting) {
					return End{n - 1, k}
				}
			}
		}
		return End{farthest, -1}
	}
	w.In, w.Out = end(-1), end(1)
	return w, nil
}

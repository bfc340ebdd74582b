package rig

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// told is what a family's curve is at a place, and what its answer says there.
type told struct {
	curve string
	at    float64
	is    float64
}

// named are the places of every family that have a name, by what the answers say of them.
var named = map[string]func(m *Model, ask func(map[string]any) map[string]float64) []told{
	"engine-push-pull": func(m *Model, ask func(map[string]any) map[string]float64) (out []told) {
		for _, n := range m.works.sweep.named {
			for _, way := range []string{"push", "pull"} {
				out = append(out, told{way + "ed", n.At, ask(map[string]any{"knob": n.Name, "last": way})["force"]})
			}
		}
		return out
	},
	"throttle-cruise": func(_ *Model, ask func(map[string]any) map[string]float64) []told {
		r := ask(nil)
		return []told{{"by the pedal", 0, r["cam_rest"]}, {"by the pedal", 100, r["cam_full"]}, {"by the servo", 100, r["cam_servo"]}}
	},
	"kickdown": func(m *Model, ask func(map[string]any) map[string]float64) []told {
		return []told{{"valve", 0, ask(nil)["valve"]}, {"valve", m.works.sweep.named[1].At, ask(nil)["full_valve"]},
			{"valve", 37, ask(map[string]any{"throttle": 0.37})["valve"]}}
	},
	"clutch": func(m *Model, ask func(map[string]any) map[string]float64) []told {
		r, g := ask(nil), m.works.geometry.(*ClutchGeometry)
		released := m.works.sweep.curves[2].of(nil, 0)
		return []told{{"bearing", r["pedal_free"], math.Max(0, -r["bearing_free"])}, {"bearing", g.PedalStroke,
			math.Max(0, r["release_margin"]+released)}}
	},
	"parking-brake": func(_ *Model, ask func(map[string]any) map[string]float64) []told {
		return []told{{"force", ask(nil)["notches"], ask(nil)["brake_force"]}}
	},
	"trailer-overrun": func(_ *Model, ask func(map[string]any) map[string]float64) []told {
		return []told{{"play and clearance", ask(nil)["coupler_travel"], 0}}
	},
	"outboard-shift": func(m *Model, ask func(map[string]any) map[string]float64) (out []told) {
		for _, n := range m.works.sweep.named {
			out = append(out, told{"arm", n.At, ask(map[string]any{"control": n.Name})["arm"]})
		}
		return out
	},
	"gear-gate": func(_ *Model, ask func(map[string]any) map[string]float64) []told {
		return []told{{"left", 0, ask(nil)["gap.left"]}, {"right", 0, ask(nil)["gap.right"]}}
	},
	"flap-follow-up": func(m *Model, ask func(map[string]any) map[string]float64) (out []told) {
		for _, n := range m.works.sweep.named {
			out = append(out, told{"going down", n.At, ask(map[string]any{"detent": n.Name, "from": "up"})["angle"]},
				told{"going up", n.At, ask(map[string]any{"detent": n.Name, "from": "down"})["angle"]})
		}
		return out
	},
	"flight-control-loop": func(m *Model, ask func(map[string]any) map[string]float64) []told {
		return []told{{"tension", m.works.sweep.named[0].At, ask(nil)["tension"]}, {"tension", -10, ask(map[string]any{"air": -10.0})["tension"]}}
	},
}

// A yoke's sweep ends where the ailerons' travel does; a run in time ends where the surface is
// said to rest, and never rests where it is said to hunt both ways.
func TestTheSecondSweepAgreesWithTheAnswers(t *testing.T) {
	rested, hunted, yoked := 0, 0, 0
	for _, family := range []string{"flap-follow-up", "flight-control-loop"} {
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			m, _ := e.model(t)
			all, err := m.Sweeps(401)
			require.NoError(t, err)
			require.Len(t, all, 2)
			values := func(name string) []float64 {
				i := slices.IndexFunc(all[1].Curves, func(c Curve) bool { return c.Name == name })
				return all[1].Curves[i].Values
			}
			at, err := m.At(nil)
			require.NoError(t, err)
			answer, err := m.Answer(at)
			require.NoError(t, err)
			if family == "flight-control-loop" {
				yoked++
				left, right := values("left"), values("right")
				if answer.Senses["sense"] == "wrong" {
					assert.InDelta(t, answer.Readings["travel_up.right"], right[0], 1e-9, "crossed: the wrong one rises")
					continue
				}
				assert.InDelta(t, answer.Readings["travel_up.left"], left[0], 1e-9, "yoke to the left: the left one rises")
				assert.InDelta(t, -answer.Readings["travel_down.left"], left[400], 1e-9)
				assert.InDelta(t, answer.Readings["travel_up.right"], right[400], 1e-9)
				assert.InDelta(t, answer.Readings["flap_edge.right"], right[200], 1e-9)
				continue
			}
			g := m.works.geometry.(*FlapGeometry)
			name := g.Detents[1].Name
			for curve, from := range map[string]string{"from up": "up", "from down": "down"} {
				there, err := m.At(map[string]any{"detent": name, "from": from})
				require.NoError(t, err)
				rests, err := m.Answer(there)
				require.NoError(t, err)
				last := values(curve)[400]
				gaps := rests.Readings["gap_up"] + rests.Readings["gap_down"]
				if least := math.Min(g.CoastUp, g.CoastDown); least > gaps+slack {
					hunted++
					assert.NotEqual(t, values(curve)[398], last, "it never comes to rest: %s", e.Rig)
					continue
				}
				if rests.Senses["rest"] == "rests" {
					rested++
					assert.InDelta(t, rests.Readings["angle"], last, 1e-6, "%s %s", curve, e.Rig)
				}
			}
		}
	}
	assert.Positive(t, rested)
	assert.Positive(t, hunted)
	assert.Positive(t, yoked)
}

// Every sweep agrees with the answers at the places that have a name, over all worked
// examples; a stern drive's with whether its gears go in.
func TestASweepAgreesWithTheAnswers(t *testing.T) {
	for _, family := range Families() {
		t.Run(family, func(t *testing.T) {
			agreed := 0
			for _, e := range examples(t, family) {
				if e.Error != nil {
					continue
				}
				m, _ := e.model(t)
				s := spot{e: m.stands(m.settings, nil), at: m.newAt()}
				begin, err := m.At(nil)
				require.NoError(t, err)
				s.at = begin.place
				value := func(name string, at float64) float64 {
					for _, c := range m.works.sweep.curves {
						if c.name == name {
							return c.of(&s, at)
						}
					}
					t.Fatal(name)
					return 0
				}
				if family == "stern-drive-shift" {
					answer, err := m.Answer(begin)
					require.NoError(t, err)
					push, pull := value("plate", 100) >= value("in on the push", 0)-slack, value("plate", -100) <= value("in on the pull", 0)+slack
					if m.works.geometry.(*SternGeometry).Hand == "counter" {
						push, pull = pull, push
					}
					assert.Equal(t, answer.Senses["forward"] == "locks", push, "%s", e.Rig)
					assert.Equal(t, answer.Senses["reverse"] == "locks", pull, "%s", e.Rig)
					agreed++
					continue
				}
				ask := func(at map[string]any) map[string]float64 {
					where, err := m.At(at)
					require.NoError(t, err)
					answer, err := m.Answer(where)
					require.NoError(t, err)
					return answer.Readings
				}
				for _, one := range named[family](m, ask) {
					assert.InDelta(t, one.is, value(one.curve, one.at), 1e-9*math.Max(1, math.Abs(one.is)), "%s at %v: %s", one.curve, one.at, e.Rig)
					agreed++
				}
			}
			assert.Greater(t, agreed, 5)
		})
	}
}

func TestASweepHasBothEnds(t *testing.T) {
	for _, family := range Families() {
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			m, _ := e.model(t)
			s, err := m.Sweep(61)
			require.NoError(t, err)
			assert.Len(t, s.At, 61)
			require.NotEmpty(t, s.Curves)
			for _, c := range s.Curves {
				assert.Len(t, c.Values, 61)
			}
			assert.InDelta(t, m.works.sweep.from, s.At[0], 1e-12)
			assert.InDelta(t, m.works.sweep.to, s.At[60], 1e-12)
			_, err = m.Sweep(1)
			assert.Error(t, err)
			_, err = m.Sweep(mostSweep + 1)
			assert.Error(t, err)
			break
		}
	}
}

func BenchmarkSweep(b *testing.B) {
	m, _ := examples(b, "kickdown")[0].model(b)
	for b.Loop() {
		if _, err := m.Sweep(61); err != nil {
			b.Fatal(err)
		}
	}
}

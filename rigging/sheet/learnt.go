package sheet

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"brankel/rigging/rig"
)

// Learnt is what runs showed one step (turn, click, notch) of an adjuster to move, where no source gives it. Path is that of
// the rig's geometry, Value in its unit; Runs are the ids of the runs that agree on it.
type Learnt struct {
	Path  string   `json:"path" jsonschema:"minLength=1"`
	Value float64  `json:"value" jsonschema:"minimum=0,maximum=1000"`
	Runs  []string `json:"runs" jsonschema:"minItems=1,maxItems=50"`
}

// EnoughRuns is how many runs that agree make a figure measured instead of assumed.
const EnoughRuns = 3

// StepOf is what one step of an adjuster moves by the rig: the path of its geometry and the number there.
func (s *Sheet) StepOf(a *Adjuster) (path string, value float64, ok bool) {
	if s.Rig == nil || a.Works == "" {
		return "", 0, false
	}
	works := a.Works
	if places := s.at(a.Each); a.Each && len(places) > 0 {
		works = fill(works, places[0].ID)
	}
	if path, ok = s.Rig.StepPath(works); !ok {
		return "", 0, false
	}
	value, ok = rig.Look(map[string]any(s.Rig.Geometry), path).(float64)
	return path, value, ok
}

// Counts tells whether a point is a count of threads: a turn is one of them, whatever it moves.
func (s *Sheet) Counts(point string) bool {
	return slices.ContainsFunc(s.Adjusters, func(a Adjuster) bool { return a.Threads != nil && a.Threads.Point == point })
}

// bent is from what part on an answer is no longer as straight as its influence says.
const bent = 0.05

// Straight tells whether so many turns of an adjuster, ending where all is right, move a point as its influence says: not
// where slack is taken up or a stop is met on the way. The sheet is one as a school works it (For).
func (s *Sheet) Straight(a *Adjuster, p *Point, turns float64) bool {
	in := s.influence(a.ID, p.ID)
	if s.Rig == nil || in == nil || p.Measures == "" {
		return false
	}
	right := merged(s.Rig.Settings, nil)
	before := maps.Clone(right)
	before[a.Works] -= turns
	from, ok := s.showsAt(p, before)
	to, there := s.showsAt(p, right)
	want := turns * in.PerTurn
	return ok && there && math.Abs(to-from-want) <= bent*math.Abs(want)
}

// AssumesStep tells whether the number at a path of the rig is assumed: then a run may teach it.
func (s *Sheet) AssumesStep(path string) bool {
	return s.Source.Assumed || slices.Contains(s.Assumed, rigPath+path) || slices.Contains(s.Assumed, "rig.geometry") ||
		slices.ContainsFunc(s.Learnt, func(l Learnt) bool { return l.Path == path && s.holds(l) && len(l.Runs) < EnoughRuns })
}

// holds tells whether what runs taught is what the rig has: whoever writes another figure there by hand knows better.
func (s *Sheet) holds(l Learnt) bool {
	return s.Rig != nil && rig.Look(map[string]any(s.Rig.Geometry), l.Path) == any(l.Value)
}

const rigPath = "rig.geometry."

// Knowing is the sheet whose rig moves so much a step, by path of its geometry: all it shows where all is right stays as it
// is, and a turn does as much more or less. What names no step of the sheet is passed over. It is kept, so that it is
// worked out once; nobody changes what it holds.
func (s *Sheet) Knowing(steps map[string]float64) *Sheet {
	if s == nil || s.Rig == nil || len(steps) == 0 {
		return s
	}
	key := fmt.Sprint(steps) // maps are printed in the order of their keys
	if s.worked != nil {
		s.worked.Lock()
		defer s.worked.Unlock()
		if known := s.worked.knowing[key]; known != nil {
			return known
		}
	}
	out := s.knowing(steps)
	out.WorkOut()
	if s.worked != nil && len(s.worked.knowing) < mostKnowing {
		if s.worked.knowing == nil {
			s.worked.knowing = map[string]*Sheet{}
		}
		s.worked.knowing[key] = out
	}
	return out
}

// mostKnowing bounds what is kept: each machine may know the same sheet otherwise.
const mostKnowing = 64

func (s *Sheet) knowing(steps map[string]float64) *Sheet {
	out := *s
	out.flats, out.nominals, out.influences = nil, nil, nil
	r := *s.Rig
	r.Settings = maps.Clone(r.Settings)
	out.Rig, out.Adjusters, out.Nominal = &r, slices.Clone(s.Adjusters), maps.Clone(s.Nominal)
	for school, set := range out.Nominal {
		out.Nominal[school] = maps.Clone(set)
	}
	for i := range out.Adjusters {
		a := &out.Adjusters[i]
		path, was, ok := s.StepOf(a)
		value := steps[path]
		if !ok || !(value > 0) || !(was > 0) {
			continue
		}
		ratio := value / was
		a.Pitch *= ratio
		for _, place := range s.at(a.Each) {
			works := fill(a.Works, place.ID)
			if at, set := r.Settings[works]; set {
				r.Settings[works] = at / ratio
			}
			for _, set := range out.Nominal {
				if at, there := set[works]; there {
					set[works] = at / ratio
				}
			}
		}
		r.Geometry = rig.With(r.Geometry, path, value)
	}
	return &out
}

// Teach is the sheet with what runs taught of its steps, as its next revision may have it: learnt where no source gives it,
// and measured, no longer assumed, once enough runs agree.
func (s *Sheet) Teach(learnt []Learnt) *Sheet {
	steps := map[string]float64{}
	for _, l := range learnt {
		steps[l.Path] = l.Value
	}
	out := s.knowing(steps)
	out.Learnt = slices.Clone(s.Learnt)
	for _, l := range learnt {
		out.Learnt = slices.DeleteFunc(out.Learnt, func(old Learnt) bool { return old.Path == l.Path })
		out.Learnt = append(out.Learnt, l)
		if len(l.Runs) < EnoughRuns {
			continue
		}
		out.Assumed = slices.DeleteFunc(slices.Clone(out.Assumed), func(path string) bool {
			if path == rigPath+l.Path {
				return true
			}
			i, err := 0, error(nil)
			_, err = fmt.Sscanf(path, "adjusters[%d].pitch", &i)
			if err != nil || i < 0 || i >= len(s.Adjusters) || !strings.HasSuffix(path, ".pitch") {
				return false
			}
			of, _, ok := s.StepOf(&s.Adjusters[i])
			return ok && of == l.Path
		})
	}
	slices.SortFunc(out.Learnt, func(x, y Learnt) int { return strings.Compare(x.Path, y.Path) })
	return out
}

// Measured are the figures that runs taught, each with how many agree.
func (s *Sheet) Measured() (out []Said) {
	for _, l := range s.Learnt {
		if !s.holds(l) {
			continue
		}
		said := s.saidOfRig(l.Path)
		said.Value += fmt.Sprintf(", %s in %s", map[bool]string{true: "measured", false: "as it moved"}[len(l.Runs) >= EnoughRuns],
			map[bool]string{true: "one run", false: fmt.Sprintf("%d runs", len(l.Runs))}[len(l.Runs) == 1])
		out = append(out, said)
	}
	return out
}

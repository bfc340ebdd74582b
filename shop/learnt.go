package shop

import (
	"context"
	"errors"
	"math"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// mostTaught is how many runs are looked at for what they teach: the newest ones.
const mostTaught = 8

// differs is from what part on a step of a machine is told to be another than its sheet's.
const differs = 0.05

// taught is what a signed run teaches of the steps of its sheet.
type taught struct {
	run     string
	machine string
	sheet   *sheet.Sheet // as it is kept
	learns  []lead.Learns
	left    []left
}

// left is what a point was left at by a run that was signed and proved.
type left struct {
	measures string
	at       map[string]any
	value    float64
	text     string
}

// taughtBy is what the newest signed runs among lines teach, as many as are wanted, each by its own sheet. They are read aside: whoever asks may
// hold a run already.
func (s *Shop) taughtBy(ctx context.Context, lines []postgres.RunLine, most int) (out []taught, err error) {
	for _, l := range lines {
		if len(out) == most {
			break
		}
		if !l.Standing.Signed || !l.Whole {
			continue
		}
		key := l.ID + "@" + l.Standing.Touched.String() // it may be amended
		one, known := s.memory.taught.Get(key)
		if !known {
			if one, err = s.taughtByOne(ctx, l.ID); err != nil {
				return nil, err
			}
			one.machine = l.Machine
			s.memory.taught.Add(key, one)
		}
		out = append(out, one)
	}
	return out, nil
}

func (s *Shop) taughtByOne(ctx context.Context, id string) (taught, error) {
	events, _, err := s.Store.Events(ctx, id, 0)
	if err != nil {
		return taught{}, err
	}
	hash, _ := record.Pinned(events)
	if hash == "" || record.Carried(events) != nil {
		return taught{}, nil
	}
	kept, err := s.knownSheet(ctx, hash)
	if errors.Is(err, postgres.ErrChanged) {
		return taught{}, nil // what was changed by hand teaches nobody
	}
	if err != nil {
		return taught{}, err
	}
	led := lead.Of(record.Fold(kept, events))
	t := taught{run: id, sheet: kept, learns: led.Learns()}
	for i := range led.Sheet.Points {
		p := &led.Sheet.Points[i]
		if a := led.Aim(p.ID); p.Measures != "" && a != nil && a.Now != nil && a.Now.Judged() && !a.Wrong() {
			t.left = append(t.left, left{p.Measures, p.At, a.Now.Value, spell.Reading(p, a.Now.Value)})
		}
	}
	return t, nil
}

// together is what runs say of the steps of a sheet, those that agree with the newest of them put together.
func together(list []taught, id string) (out []record.Known) {
	weights := map[string]float64{}
	for _, one := range list {
		if one.sheet == nil || one.sheet.ID != id {
			continue
		}
		for _, l := range one.learns {
			at := slices.IndexFunc(out, func(k record.Known) bool { return k.Path == l.Path })
			weight := 1 / max(l.Doubt*l.Doubt, 1e-9)
			if at < 0 {
				out = append(out, record.Known{Sheet: id, Path: l.Path, Name: l.Name, Unit: l.Unit, Value: l.Value, Runs: []string{one.run}})
				weights[l.Path] = weight
				continue
			}
			k := &out[at]
			if math.Abs(l.Value-k.Value) > max(3*l.Doubt, differs*k.Value) {
				continue // it was another rig then, or another thread
			}
			k.Value = (k.Value*weights[l.Path] + l.Value*weight) / (weights[l.Path] + weight)
			weights[l.Path] += weight
			k.Runs = append(k.Runs, one.run)
		}
	}
	for i := range out {
		out[i].Value = quantity.ThreeFigures(out[i].Value)
	}
	return out
}

// knowsOf is the rig of a machine's cable where its runs showed it to be another than its sheets say, by sheet.
func (s *Shop) knowsOf(ctx context.Context, machine, cable string) (out []record.Known, err error) {
	lines, err := s.Store.RunsOf(ctx, machine)
	if err != nil {
		return nil, err
	}
	return s.knownBy(ctx, lines, cable)
}

// knownBy is the same by the runs of the machine, the newest first.
func (s *Shop) knownBy(ctx context.Context, lines []postgres.RunLine, cable string) (out []record.Known, err error) {
	list, err := s.taughtBy(ctx, slices.DeleteFunc(slices.Clone(lines), func(l postgres.RunLine) bool { return l.Cable != cable }), mostTaught)
	if err != nil {
		return nil, err
	}
	seen := map[string]bool{}
	for _, one := range list {
		if one.sheet == nil || seen[one.sheet.ID] {
			continue
		}
		seen[one.sheet.ID] = true
		newest, err := s.newestOf(ctx, one.sheet.ID)
		if err != nil {
			return nil, err
		}
		for _, k := range together(list, one.sheet.ID) {
			if is := stepAt(newest, k.Path); is > 0 && math.Abs(k.Value/is-1) > differs {
				out = append(out, k)
			}
		}
	}
	return out, nil
}

// steppedOn is a sheet as the runs of a machine's cable showed its rig to be; itself where they showed nothing else, or where
// no machine is named.
func (s *Shop) steppedOn(ctx context.Context, machine, cable string, one *sheet.Sheet) (*sheet.Sheet, error) {
	if machine == "" {
		return one, nil
	}
	known, err := s.knowsOf(ctx, machine, cable)
	steps := map[string]float64{}
	for _, k := range known {
		if k.Sheet == one.ID {
			steps[k.Path] = k.Value
		}
	}
	return one.Knowing(steps), err
}

// stepAt is what one step at a path moves by a sheet, 0 where it has none.
func stepAt(one *sheet.Sheet, path string) float64 {
	for i := range one.Adjusters {
		if at, v, ok := one.StepOf(&one.Adjusters[i]); ok && at == path {
			return v
		}
	}
	return 0
}

func (s *Shop) newestOf(ctx context.Context, id string) (*sheet.Sheet, error) {
	hash, err := s.Store.NewestSheet(ctx, id)
	if err != nil {
		return nil, err
	}
	return s.knownSheet(ctx, hash)
}

// Lesson is what a run, and those before it, teach of a sheet: a figure that its next revision should have.
type Lesson struct {
	Path     string   `json:"path"`
	Name     string   `json:"name"`
	Says     string   `json:"says"` // the evidence, in words
	Value    float64  `json:"value"`
	Was      float64  `json:"was"`
	Unit     string   `json:"unit"`
	Runs     []string `json:"runs"`              // that agree
	Measured bool     `json:"measured"`          // enough do: it is measured here, and assumed no longer
	Sourced  bool     `json:"sourced,omitempty"` // its source gives another figure
}

// Lessons are what a signed run teaches of its sheet, as it is by now: none where a source gives the figure, where the
// sheet has it already, or where the run tells too little.
func (s *Shop) Lessons(ctx context.Context, id string) ([]Lesson, error) {
	out, _, err := s.lessons(ctx, id)
	return out, err
}

func (s *Shop) lessons(ctx context.Context, id string) ([]Lesson, *sheet.Sheet, error) {
	line, err := s.Store.RunLine(ctx, id)
	if err != nil {
		return nil, nil, err
	}
	own, err := s.taughtBy(ctx, []postgres.RunLine{line}, mostTaught)
	if err != nil || len(own) == 0 || own[0].sheet == nil || len(own[0].learns) == 0 {
		return []Lesson{}, nil, err
	}
	newest, err := s.newestOf(ctx, own[0].sheet.ID)
	if err != nil {
		return nil, nil, err
	}
	lines, err := s.Store.RunsBySheet(ctx, newest.ID)
	if err != nil {
		return nil, nil, err
	}
	before, err := s.taughtBy(ctx, slices.DeleteFunc(lines, func(l postgres.RunLine) bool { return l.ID == id }), mostTaught)
	if err != nil {
		return nil, nil, err
	}
	out := []Lesson{}
	for _, k := range together(append(own, before...), newest.ID) {
		is := stepAt(newest, k.Path)
		mine := slices.IndexFunc(own[0].learns, func(l lead.Learns) bool { return l.Path == k.Path })
		if is == 0 || mine < 0 || !newest.AssumesStep(k.Path) {
			continue
		}
		l := Lesson{Path: k.Path, Name: k.Name, Says: own[0].learns[mine].Says, Value: k.Value, Was: is, Unit: k.Unit, Runs: k.Runs,
			Measured: len(k.Runs) >= sheet.EnoughRuns}
		if far := math.Abs(k.Value/is-1) > differs; far || l.Measured {
			if !far { // it was taken over already: only that it is measured is new
				l.Value = is
			}
			out = append(out, l)
		}
	}
	return out, newest, nil
}

// Learn keeps the next revision of a run's sheet, with what the run teaches at a path. The error is a *fault.Fault.
func (s *Shop) Learn(ctx context.Context, id, path string) (SheetPage, error) {
	list, newest, err := s.lessons(ctx, id)
	if err != nil {
		return SheetPage{}, err
	}
	i := slices.IndexFunc(list, func(l Lesson) bool { return l.Path == path })
	if i < 0 {
		return SheetPage{}, fault.At("path", "this run teaches nothing of it that the sheet does not have by now")
	}
	return s.teach(ctx, newest, list[i])
}

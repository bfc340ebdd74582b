package shop

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// SecondMoves is how often the first advice of a sheet, in any revision, needed a second move by its signed runs.
type SecondMoves struct {
	Sheet  string `json:"sheet"` // its id
	Hash   string `json:"hash"`  // of its newest revision
	Cable  string `json:"cable"`
	Moved  int    `json:"moved"`  // adjusters that were moved to bring readings in
	Second int    `json:"second"` // those of them that needed a second move
	Says   string `json:"says"`
}

// leastMoved is how many moves tell something of a sheet at all.
const leastMoved = 3

// SecondMoves are the sheets whose first advice needed a second move, the most often first; a few moves count for less than
// many (the rule of succession).
func (s *Shop) SecondMoves(ctx context.Context) ([]SecondMoves, error) {
	counted, err := s.Store.FirstMoves(ctx)
	if err != nil {
		return nil, err
	}
	heads, err := s.Store.Heads(ctx)
	if err != nil {
		return nil, err
	}
	out := []SecondMoves{}
	for _, h := range heads {
		if c, ok := counted[h.ID]; ok && c.Moved >= leastMoved && c.Second > 0 {
			out = append(out, secondMoves(h.ID, h.Hash, h.Cable, c))
		}
	}
	slices.SortStableFunc(out, func(a, b SecondMoves) int { return cmp.Compare(b.often(), a.often()) })
	return out, nil
}

func (m SecondMoves) often() float64 { return float64(m.Second+1) / float64(m.Moved+2) }

func secondMoves(id, hash, cable string, c postgres.FirstMoves) SecondMoves {
	m := SecondMoves{Sheet: id, Hash: hash, Cable: cable, Moved: c.Moved, Second: c.Second}
	switch {
	case c.Moved == 0:
		m.Says = "No signed run of it moved anything yet."
	case c.Moved == 1 && c.Second == 0:
		m.Says = "The one first move sufficed."
	case c.Second == 0:
		m.Says = fmt.Sprintf("Of %s none needed a second.", firstMoves(c.Moved))
	default:
		m.Says = fmt.Sprintf("Of %s %d needed a second.", firstMoves(c.Moved), c.Second)
	}
	return m
}

func firstMoves(n int) string {
	if n == 1 {
		return "one first move"
	}
	return fmt.Sprintf("%d first moves", n)
}

// Corrections is what the runs of a sheet say against its figures: how often the first move did not suffice, and what a step
// truly moved where enough runs, of more machines than one, agree that it is not what the sheet says. What the runs of one
// machine say is used on that one (knowsOf); it is no figure of the sheet.
type Corrections struct {
	SecondMoves
	Lessons []Lesson `json:"lessons"`
}

// mostWeighed is how many runs of a sheet are weighed against its figures: the newest ones.
const mostWeighed = 24

// Corrections gathers it for any revision of a sheet, against the newest.
func (s *Shop) Corrections(ctx context.Context, hash string) (Corrections, error) {
	out, _, err := s.corrections(ctx, hash)
	return out, err
}

func (s *Shop) corrections(ctx context.Context, hash string) (out Corrections, newest *sheet.Sheet, err error) {
	one, err := s.knownSheet(ctx, hash)
	if err != nil {
		return out, nil, err
	}
	if newest, err = s.newestOf(ctx, one.ID); err != nil {
		return out, nil, err
	}
	counted, err := s.Store.FirstMoves(ctx)
	if err != nil {
		return out, nil, err
	}
	out = Corrections{secondMoves(one.ID, newest.Hash(), newest.Cable, counted[one.ID]), []Lesson{}}
	lines, err := s.Store.RunsBySheet(ctx, one.ID)
	if err != nil {
		return out, nil, err
	}
	list, err := s.taughtBy(ctx, lines, mostWeighed)
	if err != nil {
		return out, nil, err
	}
	for i := range newest.Adjusters {
		path, was, ok := newest.StepOf(&newest.Adjusters[i])
		if !ok || slices.ContainsFunc(out.Lessons, func(l Lesson) bool { return l.Path == path }) {
			continue
		}
		if l, ok := corrected(list, one.ID, path, was); ok {
			l.Sourced = !newest.AssumesStep(path)
			out.Lessons = append(out.Lessons, l)
		}
	}
	return out, newest, nil
}

// corrected is what most of the runs that tell of a step agree on, where it is another than what the sheet says. They agree
// with the middle one of them, so that a machine that is another than the rest is left aside, not followed.
func corrected(list []taught, id, path string, was float64) (l Lesson, ok bool) {
	type told struct {
		value, doubt float64
		of           taught
	}
	var all []told
	for _, one := range list {
		if one.sheet == nil || one.sheet.ID != id {
			continue
		}
		for _, k := range one.learns {
			if k.Path == path {
				l.Name, l.Unit = k.Name, k.Unit
				all = append(all, told{k.Value, k.Doubt, one})
			}
		}
	}
	if len(all) < sheet.EnoughRuns {
		return l, false
	}
	slices.SortFunc(all, func(a, b told) int { return cmp.Compare(a.value, b.value) })
	middle := all[len(all)/2].value
	sum, weights, machines := 0.0, 0.0, map[string]bool{}
	for _, t := range all {
		if math.Abs(t.value-middle) > max(3*t.doubt, differs*middle) {
			continue
		}
		weight := 1 / max(t.doubt*t.doubt, 1e-9)
		sum, weights = sum+weight*t.value, weights+weight
		machines[t.of.machine] = true
		l.Runs = append(l.Runs, t.of.run)
	}
	if len(l.Runs) < sheet.EnoughRuns || 2*len(l.Runs) <= len(all) || len(machines) < 2 {
		return l, false
	}
	l.Path, l.Was, l.Value, l.Measured = path, was, quantity.ThreeFigures(sum/weights), true
	if math.Abs(l.Value/was-1) <= differs {
		return l, false
	}
	l.Says = fmt.Sprintf("%d of %d runs that tell of it, on %d machines, agree: %s moves %s a step, and not %s.", len(l.Runs), len(all),
		len(machines), l.Name, spell.WithUnit(quantity.Number(l.Value, 3), l.Unit), quantity.Number(was, 3))
	return l, true
}

// Correct keeps the next revision of a sheet, with what its runs say of a step. The error is a *fault.Fault.
func (s *Shop) Correct(ctx context.Context, hash, path string) (SheetPage, error) {
	c, newest, err := s.corrections(ctx, hash)
	if err != nil {
		return SheetPage{}, err
	}
	i := slices.IndexFunc(c.Lessons, func(l Lesson) bool { return l.Path == path })
	if i < 0 {
		return SheetPage{}, fault.At("path", "its runs say nothing of it that the newest revision does not have by now: look at the sheet again")
	}
	return s.teach(ctx, newest, c.Lessons[i])
}

// teach keeps the next revision of a sheet with a lesson.
func (s *Shop) teach(ctx context.Context, newest *sheet.Sheet, l Lesson) (SheetPage, error) {
	next := newest.Teach([]sheet.Learnt{{Path: l.Path, Value: l.Value, Runs: l.Runs}})
	next.Revision++
	raw, err := json.Marshal(next)
	if err != nil {
		return SheetPage{}, err
	}
	again, err := sheet.Parse(raw)
	if err != nil {
		return SheetPage{}, fault.At("path", "the sheet does not hold with %g there: %s. Write the revision by hand", l.Value, err)
	}
	var looked []string
	for _, q := range again.Questions() {
		looked = append(looked, q.Field)
	}
	kept, err := s.KeepSheet(ctx, again.JSON(), looked)
	if err != nil {
		return SheetPage{}, fmt.Errorf("the revision was not kept: %w", err)
	}
	return kept, nil
}

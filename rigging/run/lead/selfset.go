package lead

import (
	"fmt"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
)

// selfSet is set by an action of its own: what it leaves is a first reading and never a
// result. It is done again until the readings lie close together, then trimmed.
type selfSet struct{}

func (selfSet) trim(s *Setting) method {
	if s.Of.Trim == "felt" {
		return felt{}
	}
	return measured{}
}

func (m selfSet) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p == PhaseFound {
		if !run.selfSetDone(s) {
			return false, fmt.Sprintf("%d readings", len(run.selfReadings(s))), false
		}
		return run.foundDone(s)
	}
	return m.trim(s).progress(run, s, p)
}

func (m selfSet) advise(run *Lead, s *Setting, p Phase) Advice {
	if p != PhaseFound || run.selfSetDone(s) {
		return m.trim(s).advise(run, s, p)
	}
	values, acted := run.selfReadings(s), run.acted(s)
	switch {
	case len(values) > selfTimes(s)+4:
		return run.cannotReach(s, fmt.Sprintf("It sets itself otherwise each time: %s to %s.",
			spell.Reading(s.Point, slices.Min(values)), spell.Reading(s.Point, slices.Max(values))))
	case acted > len(values):
		a := run.read(s.Point)
		a.More = append([]string{"What it set by itself is only a first reading."}, a.More...)
		return a
	}
	a := run.act(s, s.Of.Action)
	a.More = append(a.More, fmt.Sprintf("Time %d; the readings must lie within %s of each other.", acted+1,
		spell.Figure(s.Point.Quantity, s.Of.Spread)))
	if len(values) > 0 {
		a.More = append(a.More, "It read "+spell.Reading(s.Point, values[len(values)-1])+" last.")
	}
	return a
}

func selfTimes(s *Setting) int { return max(2, s.Of.Times) }

// acted is how often it set itself.
func (run *Lead) acted(s *Setting) (n int) {
	for _, d := range run.Done {
		if d.Action == s.Of.Action && d.Epoch >= run.Afresh[s.Of.ID] {
			n++
		}
	}
	return n
}

// selfReadings are the readings after each time it set itself, the last of each.
func (run *Lead) selfReadings(s *Setting) (out []float64) {
	if s.Point == nil {
		return nil
	}
	epochs := []int{}
	for _, d := range run.Done {
		if d.Action == s.Of.Action && d.Epoch >= run.Afresh[s.Of.ID] {
			epochs = append(epochs, d.Epoch)
		}
	}
	for i, from := range epochs {
		value, read := 0.0, false
		for _, k := range run.ByPoint[s.Point.ID] {
			t := run.Readings[k]
			if t.Judged() && t.Epoch >= from && (i+1 == len(epochs) || t.Epoch < epochs[i+1]) {
				value, read = t.Value, true
				break // the first after it: later ones follow a move
			}
		}
		if read {
			out = append(out, value)
		}
	}
	return out
}

// selfSetDone tells whether the last readings lay close enough together.
func (run *Lead) selfSetDone(s *Setting) bool {
	if s.Point == nil {
		return true // nothing that is read has limits: it is trimmed by what is felt
	}
	values := run.selfReadings(s)
	n := selfTimes(s)
	for i := n; i <= len(values); i++ {
		some := values[i-n : i]
		if slices.Max(some)-slices.Min(some) <= s.Of.Spread+1e-9 {
			return true
		}
	}
	return false
}

// SpreadSays tells how far the readings lay apart.
func (run *Lead) SpreadSays(s *Setting) string {
	values := run.selfReadings(s)
	if len(values) < 2 {
		return ""
	}
	return fmt.Sprintf("%d times, within %s", len(values), quantity.Number(slices.Max(values)-slices.Min(values), 2))
}

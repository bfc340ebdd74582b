package run

import (
	"fmt"
	"slices"

	"brankel/rigging/quantity"
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

func (m selfSet) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p == PhaseFound {
		if !st.selfSetDone(s) {
			return false, fmt.Sprintf("%d readings", len(st.selfReadings(s))), false
		}
		return st.foundDone(s)
	}
	return m.trim(s).progress(st, s, p)
}

func (m selfSet) advise(st State, s *Setting, p Phase) Advice {
	if p != PhaseFound || st.selfSetDone(s) {
		return m.trim(s).advise(st, s, p)
	}
	values, acted := st.selfReadings(s), st.acted(s)
	switch {
	case len(values) > selfTimes(s)+4:
		return st.cannotReach(s, fmt.Sprintf("It sets itself otherwise each time: %s to %s.",
			reads(s.Point, slices.Min(values)), reads(s.Point, slices.Max(values))))
	case acted > len(values):
		a := st.read(s.Point)
		a.More = append([]string{"What it set by itself is only a first reading."}, a.More...)
		return a
	}
	a := st.act(s, s.Of.Action)
	a.More = append(a.More, fmt.Sprintf("Time %d; the readings must lie within %s of each other.", acted+1,
		text(s.Point.Quantity, s.Of.Spread)))
	if len(values) > 0 {
		a.More = append(a.More, "It read "+reads(s.Point, values[len(values)-1])+" last.")
	}
	return a
}

func selfTimes(s *Setting) int { return max(2, s.Of.Times) }

// acted is how often it set itself.
func (st State) acted(s *Setting) (n int) {
	for _, d := range st.Done {
		if d.Action == s.Of.Action && d.Epoch >= st.Afresh[s.Of.ID] {
			n++
		}
	}
	return n
}

// selfReadings are the readings after each time it set itself, the last of each.
func (st State) selfReadings(s *Setting) (out []float64) {
	if s.Point == nil {
		return nil
	}
	epochs := []int{}
	for _, d := range st.Done {
		if d.Action == s.Of.Action && d.Epoch >= st.Afresh[s.Of.ID] {
			epochs = append(epochs, d.Epoch)
		}
	}
	for i, from := range epochs {
		value, read := 0.0, false
		for _, k := range st.byPoint[s.Point.ID] {
			t := st.Readings[k]
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
func (st State) selfSetDone(s *Setting) bool {
	values := st.selfReadings(s)
	n := selfTimes(s)
	for i := n; i <= len(values); i++ {
		some := values[i-n : i]
		if slices.Max(some)-slices.Min(some) <= s.Of.Spread+1e-9 {
			return true
		}
	}
	return false
}

// spreadSays tells how far the readings lay apart.
func (st State) spreadSays(s *Setting) string {
	values := st.selfReadings(s)
	if len(values) < 2 {
		return ""
	}
	return fmt.Sprintf("%d times, within %s", len(values), quantity.Number(slices.Max(values)-slices.Min(values), 2))
}

package rig

// slack is how far a value may lie over a limit and still count as on it.
const slack = 1e-9

// spot is the rig at one place of its settings and its control. Everything a model
// chooses by, it asks of the spot, so that the pieces on which a reading runs straight
// can be found without knowing the family: see pieces.go.
type spot struct {
	e  []float64 // what each adjuster really stands at
	at any       // where the control stands, as the family reads it

	traced  bool
	forced  []bool    // the first choices are made so, whatever the numbers say
	made    []bool    // the choices made
	margins []float64 // how far each lies from falling otherwise
}

// holds is one choice: whether the margin is at least 0.
func (s *spot) holds(margin float64) bool {
	if !s.traced {
		return margin >= 0
	}
	yes := margin >= 0
	if k := len(s.made); k < len(s.forced) {
		yes = s.forced[k]
	}
	s.made, s.margins = append(s.made, yes), append(s.margins, margin)
	return yes
}

// greater is the greater of two values.
func (s *spot) greater(a, b float64) float64 {
	if s.holds(a - b) {
		return a
	}
	return b
}

// lesser is the lesser of two values.
func (s *spot) lesser(a, b float64) float64 {
	if s.holds(b - a) {
		return a
	}
	return b
}

// within is v, but not below low nor above high.
func (s *spot) within(low, v, high float64) float64 { return s.lesser(s.greater(low, v), high) }

// size is the absolute value.
func (s *spot) size(v float64) float64 { return s.greater(v, -v) }

// atMost and atLeast compare inclusively, over and under strictly, all with the slack.
func (s *spot) atMost(v, limit float64) bool  { return s.holds(limit + slack - v) }
func (s *spot) atLeast(v, limit float64) bool { return s.holds(v - limit + slack) }
func (s *spot) over(v, limit float64) bool    { return !s.atMost(v, limit) }
func (s *spot) under(v, limit float64) bool   { return !s.atLeast(v, limit) }

// word is the good word when it holds, else the other.
func word(holds bool, good, other string) string {
	if holds {
		return good
	}
	return other
}

package calc

import (
	"math"

	"brankel/rigging/input"
)

// Pair is one stop of a surface: what the lever commands, where the surface came
// to rest, both in degrees, and which way it was moving.
type Pair struct {
	Commanded float64 `json:"commanded" input:"angle"`
	Surface   float64 `json:"surface" input:"angle"`
	Moving    string  `json:"moving" input:"words=extending|retracting"`
}

// side is +½ when extending, −½ when retracting.
func (p Pair) side() float64 {
	if p.Moving == "extending" {
		return 0.5
	}
	return -0.5
}

// FollowUpInput is at least four stops, at two levers' settings and in both
// directions; Zero is what the protractor shows with the surface at neutral.
type FollowUpInput struct {
	Pairs     []Pair  `json:"pairs"`
	Zero      float64 `json:"zero,omitempty" input:"angle,default=0"`
	Tolerance float64 `json:"tolerance" input:"angle,above0"`
}

// Check tells what no single field shows.
func (in FollowUpInput) Check(f *input.Faults) {
	switch _, separable := in.fit(); {
	case len(in.Pairs) == 0: // told as missing
	case len(in.Pairs) < 4:
		f.Add("pairs", "write four stops at least: two settings of the lever, each reached from both sides")
	case !separable:
		f.Add("pairs", "these stops cannot tell offset, gain and lag apart: add stops at other settings, reached from both sides")
	}
}

// Parts is one number for each of the three ways a follow-up can be off.
type Parts struct {
	Offset float64 `json:"offset"`
	Gain   float64 `json:"gain"`
	Lag    float64 `json:"lag"`
}

// FollowUpOutput: Offset and Lag in degrees, Gain a ratio; WorstWithout is the
// worst error left when that part is taken away. Cause: none, offset (length of
// the rod or the follow-up cable), gain (wrong hole or arm), lag (switch gaps, or
// slack; negative: lash in the feedback), mixed.
type FollowUpOutput struct {
	Parts
	WorstError   float64 `json:"worst_error"`
	Verdict      string  `json:"verdict"`
	Cause        string  `json:"cause"`
	WorstWithout Parts   `json:"worst_without"`
}

// FollowUp fits surface − zero = offset + gain·commanded − lag·(±½) by least
// squares and asks which part alone explains the error.
func FollowUp(in FollowUpInput) (FollowUpOutput, error) {
	if err := input.Valid(&in); err != nil {
		return FollowUpOutput{}, err
	}
	p, _ := in.fit()
	out := FollowUpOutput{Parts: p, Cause: "none"}
	out.WorstError = in.worst(func(Pair) float64 { return 0 })
	out.Verdict = Band{math.Inf(-1), in.Tolerance}.verdict(out.WorstError)
	out.WorstWithout = Parts{
		Offset: in.worst(func(Pair) float64 { return p.Offset }),
		Gain:   in.worst(func(s Pair) float64 { return (p.Gain - 1) * s.Commanded }),
		Lag:    in.worst(func(s Pair) float64 { return -p.Lag * s.side() }),
	}
	if out.Verdict == "out" {
		out.Cause = out.WorstWithout.cause(in.Tolerance)
	}
	return out, nil
}

func (w Parts) cause(tolerance float64) string {
	cause, least := "offset", w.Offset
	if w.Gain < least-tie {
		cause, least = "gain", w.Gain
	}
	if w.Lag < least-tie {
		cause, least = "lag", w.Lag
	}
	if least > tolerance+slack {
		return "mixed"
	}
	return cause
}

// worst is the largest error once part is taken away from each.
func (in FollowUpInput) worst(part func(Pair) float64) (worst float64) {
	for _, p := range in.Pairs {
		worst = math.Max(worst, math.Abs(p.Surface-in.Zero-p.Commanded-part(p)))
	}
	return worst
}

// fit solves the normal equations about the means; false when they are singular.
func (in FollowUpInput) fit() (Parts, bool) {
	n := float64(len(in.Pairs))
	var mc, mh, my, scc, shh, sch, scy, shy float64
	for _, p := range in.Pairs {
		mc, mh, my = mc+p.Commanded/n, mh+p.side()/n, my+(p.Surface-in.Zero)/n
	}
	for _, p := range in.Pairs {
		c, h, y := p.Commanded-mc, p.side()-mh, p.Surface-in.Zero-my
		scc, shh, sch, scy, shy = scc+c*c, shh+h*h, sch+c*h, scy+c*y, shy+h*y
	}
	det := scc*shh - sch*sch
	if det <= 1e-9*scc*shh {
		return Parts{}, false
	}
	gain, side := (scy*shh-shy*sch)/det, (shy*scc-scy*sch)/det
	return Parts{my - gain*mc - side*mh, gain, -side}, true
}

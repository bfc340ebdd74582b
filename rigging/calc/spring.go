package calc

import (
	"fmt"
	"math"

	"brankel/rigging/input"
)

// SpringChoice is one spring from the drawer: Rate in N/mm, lengths in mm. CutTo
// is what a longer spring is cut to, Coils its count with Inactive ones at the
// ends. Solid is needed for compression.
type SpringChoice struct {
	Kind     string   `json:"kind" input:"words=compression|extension"`
	Rate     float64  `json:"rate" input:"rate,above0"`
	Free     float64  `json:"free" input:"length,above0"`
	CutTo    *float64 `json:"cut_to,omitempty" input:"length"`
	Coils    *float64 `json:"coils,omitempty" input:"count"`
	Inactive float64  `json:"inactive,omitempty" input:"count,default=0"`
	Solid    *float64 `json:"solid,omitempty" input:"length"`
	Inside   *float64 `json:"inside,omitempty" input:"length"`
	Longest  *float64 `json:"longest,omitempty" input:"length"`
	Initial  float64  `json:"initial,omitempty" input:"force,default=0"`
}

func (s SpringChoice) check(f *input.Faults, at string) {
	f.AddIf(s.Kind == "compression" && s.Solid == nil, at+"solid", "missing: write its length with all coils touching")
	if s.CutTo == nil {
		return
	}
	f.AddIf(*s.CutTo <= 0 || *s.CutTo > s.Free+slack, at+"cut_to", "write a length above 0 and up to the free length")
	f.AddIf(s.Coils != nil && or(s.Coils, 0)**s.CutTo/s.Free-s.Inactive <= 0, at+"cut_to", "no working coil is left: cut less off")
}

// cut is the spring as it is after cutting. Half the working coils make twice the
// rate; without a count the whole length stands for them, the least it can rise.
func (s SpringChoice) cut() SpringChoice {
	if s.CutTo == nil {
		return s
	}
	share := *s.CutTo / s.Free
	if s.Coils != nil {
		s.Rate *= (*s.Coils - s.Inactive) / (*s.Coils*share - s.Inactive)
	} else {
		s.Rate /= share
	}
	if s.Solid != nil {
		s.Solid = ptr(*s.Solid * share)
	}
	if s.Longest != nil {
		s.Longest = ptr(*s.Longest * share)
	}
	s.Free = *s.CutTo
	return s
}

// force is what it exerts at a length.
func (s SpringChoice) force(length float64) float64 {
	if s.Kind == "compression" {
		return s.Rate * math.Max(0, s.Free-length)
	}
	if stretch := length - s.Free; stretch > 0 {
		return s.Initial + s.Rate*stretch
	}
	return 0
}

// SpringInput is what a spring must do: overcome SlackForce at rest by Margin (a
// share), stay below MostForce (N) at full Travel, over a Rod, in a Space (mm, the
// length it has with the control at rest).
type SpringInput struct {
	SlackForce float64        `json:"slack_force" input:"force"`
	MostForce  float64        `json:"most_force" input:"force"`
	Travel     float64        `json:"travel" input:"length"`
	Rod        float64        `json:"rod,omitempty" input:"length,default=0"`
	Space      float64        `json:"space" input:"length,above0"`
	Margin     *float64       `json:"margin,omitempty" input:"plain"`
	Springs    []SpringChoice `json:"springs"`
}

// Check tells what no single field shows.
func (in SpringInput) Check(f *input.Faults) {
	for i, s := range in.Springs {
		f.AddIf(
			s.Kind == "compression" && in.Space > 0 && in.Travel >= in.Space,
			"travel",
			"the travel must be below the space, or a compression spring has no room left",
		)
		s.check(f, fmt.Sprintf("springs[%d].", i))
	}
}

// SpringVerdict is one spring as it would be fitted, and all that speaks against it.
type SpringVerdict struct {
	Rate        float64  `json:"rate"`
	ForceAtRest float64  `json:"force_at_rest"`
	ForceAtFull float64  `json:"force_at_full"`
	OK          bool     `json:"ok"`
	Why         []string `json:"why"`
}

// SpringOutput: Best is the index of the one to fit, nil when none will do.
type SpringOutput struct {
	Springs []SpringVerdict `json:"springs"`
	Best    *int            `json:"best"`
}

// Spring judges each by Hooke's law at both ends of the stroke; a compression
// spring keeps a tenth of its solid length in hand. The best changes least.
func Spring(in SpringInput) (SpringOutput, error) {
	if err := input.Valid(&in); err != nil {
		return SpringOutput{}, err
	}
	out := SpringOutput{Springs: []SpringVerdict{}}
	least := math.Inf(1)
	for i, s := range in.Springs {
		v := in.judge(s.cut())
		out.Springs = append(out.Springs, v)
		if change := v.ForceAtFull - v.ForceAtRest; v.OK && change < least-tie {
			least, out.Best = change, ptr(i)
		}
	}
	return out, nil
}

func (in SpringInput) judge(s SpringChoice) SpringVerdict {
	squeezed := s.Kind == "compression"
	full := in.Space + in.Travel
	if squeezed {
		full = in.Space - in.Travel
	}
	v := SpringVerdict{Rate: s.Rate, ForceAtRest: s.force(in.Space), ForceAtFull: s.force(full), Why: []string{}}
	loose := s.Free > in.Space+slack
	if squeezed {
		loose = s.Free < in.Space-slack
	}
	for _, fault := range []struct {
		holds bool
		word  string
	}{
		{squeezed && full < 1.1*or(s.Solid, 0)-slack, "coil bound"},
		{squeezed && s.Inside != nil && or(s.Inside, 0) <= in.Rod+slack, "does not clear the rod"},
		{!squeezed && s.Longest != nil && full > or(s.Longest, 0)+slack, "overstretched"},
		{loose, "loose at rest"},
		{v.ForceAtRest < in.SlackForce*(1+or(in.Margin, 0.25))-slack, "too weak at rest"},
		{v.ForceAtFull > in.MostForce+slack, "too strong at full travel"},
	} {
		if fault.holds {
			v.Why = append(v.Why, fault.word)
		}
	}
	v.OK = len(v.Why) == 0
	return v
}

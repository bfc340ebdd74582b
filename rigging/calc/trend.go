package calc

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/input"
)

// TrendInput is a value over usage (hours, km, days), and the limit it drifts to.
type TrendInput struct {
	Points  [][]float64 `json:"points" input:"plain"`
	Limit   float64     `json:"limit" input:"plain"`
	LimitIs string      `json:"limit_is" input:"words=low|high"`
}

// Check tells what no single field shows.
func (in TrendInput) Check(f *input.Faults) {
	var usages []float64
	for i, p := range in.Points {
		if len(p) != 2 {
			f.Add(fmt.Sprintf("points[%d]", i), "write a pair: [usage, value]")
		} else if !slices.Contains(usages, p[0]) {
			usages = append(usages, p[0])
		}
	}
	f.AddIf(len(in.Points) > 0 && len(usages) < 3, "points", "a trend needs values at three different usages at least")
}

// TrendOutput: the line value = Intercept + Slope × usage, the scatter about it,
// whether the limit is passed already, and where the line reaches it, with the
// doubt of that.
type TrendOutput struct {
	Slope          float64  `json:"slope"`
	Intercept      float64  `json:"intercept"`
	Scatter        float64  `json:"scatter"`
	Already        bool     `json:"already"`
	ReachesLimitAt *float64 `json:"reaches_limit_at"`
	Doubt          *float64 `json:"doubt"`
}

// Trend fits a straight line by least squares; Scatter is the residual standard
// deviation with n − 2 degrees of freedom. It looks ahead only: a crossing before
// the largest usage counts as there.
func Trend(in TrendInput) (TrendOutput, error) {
	if err := input.Valid(&in); err != nil {
		return TrendOutput{}, err
	}
	n := float64(len(in.Points))
	var mx, my, sxx, sxy, rest float64
	for _, p := range in.Points {
		mx, my = mx+p[0]/n, my+p[1]/n
	}
	for _, p := range in.Points {
		sxx += (p[0] - mx) * (p[0] - mx)
		sxy += (p[0] - mx) * (p[1] - my)
	}
	slope := sxy / sxx
	out := TrendOutput{Slope: slope, Intercept: my - slope*mx}
	first, last := math.Inf(1), math.Inf(-1)
	for _, p := range in.Points {
		d := p[1] - my - slope*(p[0]-mx)
		rest += d * d
		first, last = math.Min(first, p[0]), math.Max(last, p[0])
	}
	out.Scatter = math.Sqrt(rest / (n - 2))
	toward := 1.0
	if in.LimitIs == "low" {
		toward = -1
	}
	for _, p := range in.Points {
		out.Already = out.Already || p[0] == last && toward*(p[1]-in.Limit) >= -slack
	}
	if heading := toward * slope * (last - first); !out.Already && heading > slack {
		out.ReachesLimitAt = ptr(math.Max(last, (in.Limit-out.Intercept)/slope))
		out.Doubt = ptr(out.Scatter / math.Abs(slope))
	}
	return out, nil
}

package calc

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A servo that is followed step by step comes to rest, or swings for ever, just as
// Hunting says it will.
func TestHuntingAgreesWithAServoFollowedStepByStep(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string, low, high float64) float64 { return rapid.Float64Range(low, high).Draw(t, name) }
		coast, diff := draw("coast", 0.2, 3), draw("differential", 0.1, 0.5)
		ge, gr := draw("extend", 0.6, 4), draw("retract", 0.6, 4)
		out, err := Hunting(HuntingInput{Coast: coast, Differential: diff, Tolerance: 1, OperateExtend: &ge, OperateRetract: &gr})
		require.NoError(t, err)
		if math.Abs(out.Margin) < 0.02 {
			return // on the edge the step of the simulation decides
		}
		// at is the surface short of the lever; far short, the motor extends
		at, moves := 10.0, 0
		for ; moves < 40; moves++ {
			switch {
			case at > ge: // the extend switch is made until it releases, then it coasts
				at = ge - diff - coast
			case at < -gr:
				at = -(gr - diff - coast)
			default:
				goto rests
			}
		}
	rests:
		require.Equal(t, moves >= 40, out.Hunts, "came to %v after %d moves", at, moves)
		if !out.Hunts && moves == 1 {
			require.InDelta(t, *out.RestExtending, at, tie)
		}
	})
}

func TestABracketClosesOnAWindowNobodyCanMeasure(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		low := float64(rapid.IntRange(-40, 40).Draw(t, "low"))
		high := low + float64(rapid.IntRange(0, 12).Draw(t, "width"))
		in := BracketInput{Stride: 4}
		for range 40 {
			out, err := Bracket(in)
			require.NoError(t, err)
			if out.State == "found" {
				require.True(t, *out.Next >= low && *out.Next <= high)
				return
			}
			require.Equal(t, "searching", out.State)
			felt := "good"
			if *out.Next < low {
				felt = "too loose"
			} else if *out.Next > high {
				felt = "too tight"
			}
			in.Tries = append(in.Tries, Try{*out.Next, felt})
		}
		t.Fatal("forty tries and still searching")
	})
}

func TestATrendFindsTheLineItWasMadeFrom(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		slope, start := rapid.Float64Range(-0.05, -0.001).Draw(t, "slope"), rapid.Float64Range(10, 20).Draw(t, "start")
		in := TrendInput{Limit: 6, LimitIs: "low"}
		for x := 0.0; x < 5; x++ {
			in.Points = append(in.Points, []float64{x * 10, start + slope*x*10})
		}
		out, err := Trend(in)
		require.NoError(t, err)
		require.InDelta(t, slope, out.Slope, tie)
		require.InDelta(t, 0, out.Scatter, tie)
		require.InDelta(t, (6-start)/slope, *out.ReachesLimitAt, 1e-3)
	})
}

func TestAFollowUpTellsItsOnePartApart(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cause := rapid.SampledFrom([]string{"offset", "gain", "lag"}).Draw(t, "cause")
		size := rapid.Float64Range(3, 8).Draw(t, "size")
		in := FollowUpInput{Tolerance: 1}
		for _, c := range []float64{0, 10, 20, 40} {
			for _, moving := range []string{"extending", "retracting"} {
				p := Pair{Commanded: c, Moving: moving}
				p.Surface = map[string]float64{"offset": c + size, "gain": c * (1 - size/20), "lag": c - size*p.side()}[cause]
				in.Pairs = append(in.Pairs, p)
			}
		}
		out, err := FollowUp(in)
		require.NoError(t, err)
		require.Equal(t, cause, out.Cause)
	})
}

func TestASpringThatIsChosenDoesItsWork(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := SpringInput{SlackForce: 6, MostForce: 25, Travel: 20, Rod: 6, Space: 60}
		for range rapid.IntRange(1, 6).Draw(t, "springs") {
			in.Springs = append(in.Springs, SpringChoice{Kind: rapid.SampledFrom([]string{"compression", "extension"}).Draw(t, "kind"),
				Rate: rapid.Float64Range(0.1, 1).
					Draw(t, "rate"),
				Free: rapid.Float64Range(20, 110).
					Draw(t, "free"),
				Solid: ptr(rapid.Float64Range(10, 40).Draw(t, "solid")), Inside: ptr(9.0)})
		}
		out, err := Spring(in)
		require.NoError(t, err)
		if out.Best == nil {
			for _, s := range out.Springs {
				require.NotEmpty(t, s.Why)
			}
			return
		}
		best := out.Springs[*out.Best]
		require.True(t, best.ForceAtRest >= in.SlackForce*1.25-tie && best.ForceAtFull <= in.MostForce+tie)
		for _, s := range out.Springs {
			require.True(t, !s.OK || best.ForceAtFull-best.ForceAtRest <= s.ForceAtFull-s.ForceAtRest+tie)
		}
	})
}

func TestAWindowsMoveLandsInsideOrThereIsNone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := WindowInput{
			Now:     rapid.Float64Range(-20, 20).Draw(t, "now"),
			Loosest: rapid.Float64Range(-10, 10).Draw(t, "loosest"),
			Step:    rapid.Float64Range(0.1, 3).Draw(t, "step"),
		}
		in.Tightest = in.Loosest + rapid.Float64Range(-2, 6).Draw(t, "width")
		out, err := Window(in)
		require.NoError(t, err)
		if out.Move == nil {
			for k := -500.0; k <= 500; k++ {
				at := in.Now + k*in.Step
				require.False(t, at > in.Loosest+tie && at < in.Tightest-tie, "step %v lands inside", k)
			}
			return
		}
		require.True(t, (Band{in.Loosest - tie, in.Tightest + tie}).In(*out.After))
	})
}

func TestTensionReadsItsTablesAlongStraightLines(t *testing.T) {
	table := Table{{10, 60}, {20, 125}, {40, 300}}
	for x, want := range map[float64]float64{10: 60, 15: 92.5, 20: 125, 30: 212.5, 40: 300} {
		got, ok := table.At(x)
		require.True(t, ok)
		require.InDelta(t, want, got, tie)
	}
	for _, x := range []float64{9.99, 40.01} {
		_, ok := table.At(x)
		require.False(t, ok, "nothing is known beyond the table")
	}
}

package calc

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestMoreSlackNeverMakesAKickdownEarlier(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := KickdownInput{Bottom: 30, Kick: rapid.Float64Range(10, 30).Draw(t, "kick"), Notch: 1, SlackMax: 2,
			Slack: rapid.Float64Range(-5, 8).Draw(t, "slack"), Shape: rapid.SampledFrom([]string{"lever", "cam"}).Draw(t, "shape"),
			Radius: ptr(rapid.Float64Range(12, 40).Draw(t, "radius")), IdleAngle: ptr(rapid.Float64Range(-80, 0).Draw(t, "idle")),
			FullAngle: ptr(rapid.Float64Range(5, 85).Draw(t, "full"))}
		a, err := Kickdown(in)
		require.NoError(t, err)
		in.Slack += rapid.Float64Range(0, 5).Draw(t, "more")
		b, err := Kickdown(in)
		require.NoError(t, err)
		require.GreaterOrEqual(t, or(b.Now.KickdownAt, 2), or(a.Now.KickdownAt, 2)-tie)
		require.LessOrEqual(t, b.Now.ValveFull, a.Now.ValveFull+tie)
		require.GreaterOrEqual(t, b.Now.ThrottleReached, a.Now.ThrottleReached-tie)
		if a.Notches != nil {
			require.Equal(t, "in", a.After.Verdict)
		}
	})
}

func TestTurningBackReturnsTheLength(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := AdjusterInput{Now: rapid.Float64Range(50, 200).Draw(t, "now"), Target: ptr(rapid.Float64Range(50, 200).Draw(t, "target")),
			Pitch: rapid.Float64Range(0.3, 3).Draw(t, "pitch"), Kind: rapid.SampledFrom([]string{"barrel", "turnbuckle"}).Draw(t, "kind"),
			Step: 0.25, Lengthens: rapid.SampledFrom([]string{"in", "out"}).Draw(t, "lengthens"), Aim: "target"}
		there, err := Adjuster(in)
		require.NoError(t, err)
		back := in
		back.Now, back.Target = there.After, ptr(in.Now)
		again, err := Adjuster(back)
		require.NoError(t, err)
		require.InDelta(t, in.Now, again.After, tie)
		require.InDelta(t, there.Turns, again.Turns, tie)
	})
}

func TestSharingOverTwoEndsIsNeverWorseThanOne(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		end := func(name string) End {
			return End{Pitch: rapid.SampledFrom([]float64{0.7, 1, 1.25}).Draw(t, name), Step: 0.5,
				Engaged: float64(rapid.IntRange(8, 16).Draw(t, name+" engaged")), EngagedMin: 6, EngagedMax: 18}
		}
		in := TwoEndsInput{Now: 100, Target: rapid.Float64Range(85, 115).Draw(t, "target"), Minus: 0.6, Plus: 0.6, A: end("a"), B: end("b"),
			Policy: rapid.SampledFrom([]string{"handy", "balance"}).Draw(t, "policy")}
		both, err := TwoEnds(in)
		require.NoError(t, err)
		one, err := Adjuster(AdjusterInput{Now: in.Now, Target: &in.Target, Minus: &in.Minus, Plus: &in.Plus, Pitch: in.A.Pitch, Step: 0.5,
			Engaged: &in.A.Engaged, EngagedMin: 6, EngagedMax: ptr(18.0)})
		require.NoError(t, err)
		if one.VerdictAfter == "in" {
			require.True(t, both.Reachable)
			require.True(t, in.Policy == "balance" || both.TurnsB == 0, "the awkward end was turned for nothing")
		} else if !both.Reachable {
			require.LessOrEqual(t, math.Abs(both.After-in.Target), math.Abs(one.Residual)+tie)
		}
		require.True(t, both.ThreadOK)
	})
}

func TestAddedFreePlayClearsTheBearingAndCostsRelease(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := ClutchInput{PedalRatio: rapid.Float64Range(3, 6).Draw(t, "pedal"), ForkRatio: rapid.Float64Range(1.5, 3).Draw(t, "fork"),
			PedalStroke: 150, ReleaseTravel: 8, FreeMin: 10, FreeMax: 22, BearingClearanceMin: 0.8, PerClick: ptr(0.4),
			FreeCable: ptr(rapid.Float64Range(0, 12).Draw(t, "free"))}
		out, err := Clutch(in)
		require.NoError(t, err)
		after := out.After.Value
		if after == nil {
			return
		}
		require.Equal(t, "in", after.Verdict)
		if *out.Clicks.Value > 0 {
			require.Greater(t, after.FreeBearing, out.Now.FreeBearing)
			require.Less(t, after.ReleaseMargin, out.Now.ReleaseMargin)
		}
	})
}

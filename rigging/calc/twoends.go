package calc

import (
	"math"

	"brankel/rigging/input"
)

// End is the threaded end of a cable: Pitch in mm a turn, Step and threads in
// turns. Out lengthens and takes thread out of engagement.
type End struct {
	Pitch      float64 `json:"pitch" input:"length,above0"`
	Step       float64 `json:"step" input:"count,above0"`
	Engaged    float64 `json:"engaged" input:"count"`
	EngagedMin float64 `json:"engaged_min,omitempty" input:"count,default=0"`
	EngagedMax float64 `json:"engaged_max" input:"count"`
}

// room is the whole steps outward that the thread allows, from low to high.
func (e End) room() (low, high float64) {
	return math.Ceil((e.Engaged-e.EngagedMax)/e.Step - slack), math.Floor((e.Engaged-e.EngagedMin)/e.Step + slack)
}

func (e End) check(f *input.Faults, field string) {
	f.AddIf(e.EngagedMin > e.EngagedMax, field+".engaged_min", "the least thread lies above the most: swap them")
	low, high := e.room()
	f.AddIf(low > high, field+".engaged", "no whole step lies within this thread: count the threads again")
}

// TwoEndsInput is one length set from both ends. Handy turns b, the awkward end,
// as little as possible; balance leaves the most thread to spare.
type TwoEndsInput struct {
	Now    float64 `json:"now" input:"length"`
	Target float64 `json:"target" input:"length"`
	Minus  float64 `json:"minus,omitempty" input:"length,atleast0,default=0"`
	Plus   float64 `json:"plus,omitempty" input:"length,atleast0,default=0"`
	A      End     `json:"a"`
	B      End     `json:"b"`
	Policy string  `json:"policy,omitempty" input:"words=handy|balance,default=handy"`
	Aim    string  `json:"aim,omitempty" input:"words=band|target,default=band"`
}

// mostPairs bounds the search: far more than threads and steps on a real cable.
const mostPairs = 5e6

// Check tells what no single field shows.
func (in TwoEndsInput) Check(f *input.Faults) {
	in.A.check(f, "a")
	in.B.check(f, "b")
	lowA, highA := in.A.room()
	lowB, highB := in.B.room()
	f.AddIf(
		(highA-lowA+1)*(highB-lowB+1) > mostPairs,
		"a.step",
		"these steps are too fine for threads so long: write the turn that can be locked",
	)
}

// TwoEndsOutput: turns are signed, + lengthens.
type TwoEndsOutput struct {
	TurnsA       float64 `json:"turns_a"`
	TurnsB       float64 `json:"turns_b"`
	After        float64 `json:"after"`
	Reachable    bool    `json:"reachable"`
	EngagedA     float64 `json:"engaged_a"`
	EngagedB     float64 `json:"engaged_b"`
	SpareThreads float64 `json:"spare_threads"`
	ThreadOK     bool    `json:"thread_ok"`
}

// TwoEnds tries every pair of whole steps within both threads.
func TwoEnds(in TwoEndsInput) (TwoEndsOutput, error) {
	if err := input.Valid(&in); err != nil {
		return TwoEndsOutput{}, err
	}
	if (Band{in.Target - in.Minus, in.Target + in.Plus}).In(in.Now) && in.Aim == "band" {
		return in.setting(0, 0), nil
	}
	lowA, highA := in.A.room()
	lowB, highB := in.B.room()
	var best TwoEndsOutput
	var bestCost []float64
	for i := range int(highA-lowA) + 1 {
		for j := range int(highB-lowB) + 1 {
			one := in.setting((lowA+float64(i))*in.A.Step, (lowB+float64(j))*in.B.Step)
			if cost := in.cost(one); bestCost == nil || less(cost, bestCost) {
				best, bestCost = one, cost
			}
		}
	}
	return best, nil
}

func (in TwoEndsInput) setting(x, y float64) TwoEndsOutput {
	out := TwoEndsOutput{
		TurnsA:   x + 0,
		TurnsB:   y + 0,
		After:    in.Now + x*in.A.Pitch + y*in.B.Pitch,
		EngagedA: in.A.Engaged - x,
		EngagedB: in.B.Engaged - y,
	}
	out.Reachable = (Band{in.Target - in.Minus, in.Target + in.Plus}).In(out.After)
	out.SpareThreads = math.Min(out.EngagedA-in.A.EngagedMin, out.EngagedB-in.B.EngagedMin)
	out.ThreadOK = (Band{in.A.EngagedMin, in.A.EngagedMax}).In(out.EngagedA) && (Band{in.B.EngagedMin, in.B.EngagedMax}).In(out.EngagedB)
	return out
}

// cost ranks a setting: the first number that differs decides, less is better.
func (in TwoEndsInput) cost(s TwoEndsOutput) []float64 {
	x, y, off := math.Abs(s.TurnsA), math.Abs(s.TurnsB), math.Abs(s.After-in.Target)
	switch {
	case !s.Reachable:
		return []float64{1, off, x + y, x, s.TurnsA, 0}
	case in.Policy == "balance" && in.Aim == "target":
		return []float64{0, off, -s.SpareThreads, x + y, x, s.TurnsA}
	case in.Policy == "balance":
		return []float64{0, -s.SpareThreads, off, x + y, x, s.TurnsA}
	case in.Aim == "target":
		return []float64{0, off, y, x, s.TurnsA, 0}
	}
	return []float64{0, y, off, x, s.TurnsA, 0}
}

// less compares rank by rank; differences below a tie do not decide.
func less(a, b []float64) bool {
	for i := range a {
		if d := a[i] - b[i]; math.Abs(d) >= tie {
			return d < 0
		}
	}
	return false
}

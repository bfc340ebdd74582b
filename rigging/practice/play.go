package practice

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/rehearse"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Hands are those that play an exercise by themselves.
var Hands = []string{"careful", "hasty", "novice"}

// Gauges are those that lie ready for every exercise.
var Gauges = []record.Gauge{
	{ID: "rule", Name: "steel rule", Kind: record.SteelRule, Quantity: quantity.Length, Resolution: 0.5, Doubt: 0.25},
	{ID: "calliper", Name: "calliper", Kind: record.Caliper, Quantity: quantity.Length, Resolution: 0.05, Doubt: 0.05},
	{ID: "feelers", Name: "feelers", Kind: record.Feeler, Quantity: quantity.Length, Resolution: 0.05, Doubt: 0.05},
	{ID: "protractor", Name: "protractor", Kind: record.Protractor, Quantity: quantity.Angle, Resolution: 0.1, Doubt: 0.2},
	{ID: "scale", Name: "pull scale", Kind: record.PullScale, Quantity: quantity.Force, Resolution: 1, Doubt: 2},
	{ID: "tension", Name: "tension gauge", Kind: record.TensionGauge, Quantity: quantity.Force, Resolution: 2, Doubt: 5},
	{ID: "tachometer", Name: "tachometer", Kind: record.Tachometer, Quantity: quantity.Speed, Resolution: 10, Doubt: 10},
}

// Played is an exercise as a hand played it. Of a seed it is the same whenever it is played.
type Played struct {
	Exercise string  `json:"exercise"`
	Hand     string  `json:"hand"`
	Seed     uint64  `json:"seed"`
	Outcome  string  `json:"outcome"` // signed or stopped
	Why      string  `json:"why,omitempty"`
	Readings int     `json:"readings"`
	Rounds   int     `json:"rounds"`
	Turns    float64 `json:"turns"`
	Score    Score   `json:"score"`
	Debrief  Debrief `json:"debrief"`
}

// Play has a hand play an exercise, and an experienced one the same rig beside it. The error is a *fault.Fault.
func Play(e *Exercise, hand string, seed uint64) (Played, error) {
	if !slices.Contains(Hands, hand) {
		return Played{}, fault.At("hand", "write careful, hasty or novice")
	}
	h, err := e.hide()
	if err != nil {
		return Played{}, err
	}
	expert, err := e.played(h, "careful", seed)
	if err != nil {
		return Played{}, err
	}
	o := expert
	if hand != "careful" {
		if o, err = e.played(h, hand, seed); err != nil {
			return Played{}, err
		}
	}
	p := Played{Exercise: e.ID, Hand: hand, Seed: seed, Outcome: o.Outcome, Why: o.Why, Readings: o.Readings, Rounds: o.Rounds, Turns: o.Turns}
	p.Score, p.Debrief = e.judge(h, e.didOf(o), e.didOf(expert))
	return p, nil
}

// judge scores what was made of it, and plays it back.
func (e *Exercise) judge(h hidden, did, expert Did) (Score, Debrief) {
	s := e.score(h, did, expert)
	return s, e.debrief(h, did, expert, s)
}

// End is the score and the debrief of what was made of it so far, beside an experienced hand at the same rig. Named is the cause
// that is named where nothing was signed, by its id. The error is a *fault.Fault.
func (r *Room) End(named string) (Score, Debrief, error) {
	did, err := r.Did(named)
	if err != nil {
		return Score{}, Debrief{}, err
	}
	expert, err := r.played(r.hidden, "careful", r.Seed)
	if err != nil {
		return Score{}, Debrief{}, err
	}
	s, d := r.judge(r.hidden, did, r.didOf(expert))
	return s, d, nil
}

func (e *Exercise) played(h hidden, hand string, seed uint64) (rehearse.Outcome, error) {
	return rehearse.Rehearse(rehearse.Question{Sheet: h.sheet, School: e.School, Settings: e.Settings, Condition: e.Condition, At: e.At,
		Rig: h.rig, Found: e.Found,
		Looks: h.looks, Cause: [2]string{e.named(), h.says}, Gauges: Gauges, Seed: seed, Hand: hand, Job: rehearse.Job{Kind: sheet.JobSet}})
}

// named is the cause as it is named when it is signed: nothing wrong but the setting needs no name.
func (e *Exercise) named() string {
	if e.Cause == nothing {
		return ""
	}
	return e.Cause
}

// nothing is the cause of an exercise in which nothing is wrong.
const nothing = "nothing"

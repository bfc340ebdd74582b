package practice

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/rehearse"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Hands are those that play an exercise by themselves.
var Hands = []string{"careful", "hasty", "novice"}

// Gauges are those that lie ready for every exercise.
var Gauges = []record.Gauge{
	{ID: "rule", Name: "steel rule", Quantity: "length", Resolution: 0.5, Doubt: 0.25},
	{ID: "calliper", Name: "calliper", Quantity: "length", Resolution: 0.05, Doubt: 0.05},
	{ID: "protractor", Name: "protractor", Quantity: "angle", Resolution: 0.1, Doubt: 0.2},
	{ID: "scale", Name: "pull scale", Quantity: "force", Resolution: 1, Doubt: 2},
	{ID: "tension", Name: "tension gauge", Quantity: "tension", Resolution: 2, Doubt: 5},
	{ID: "tachometer", Name: "tachometer", Quantity: "revolutions", Resolution: 10, Doubt: 10},
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
	did := expert
	if hand != "careful" {
		if did, err = e.played(h, hand, seed); err != nil {
			return Played{}, err
		}
	}
	p := Played{Exercise: e.ID, Hand: hand, Seed: seed, Outcome: did.Outcome, Why: did.Why, Readings: did.Readings, Rounds: did.Rounds, Turns: did.Turns}
	p.Score = e.score(h, did, expert)
	p.Debrief = e.debrief(h, did, expert, p.Score)
	return p, nil
}

func (e *Exercise) played(h hidden, hand string, seed uint64) (rehearse.Outcome, error) {
	return rehearse.Rehearse(rehearse.Question{Sheet: h.sheet, School: e.School, Settings: e.Settings, Condition: e.Condition, At: e.At, Rig: h.rig,
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

package practice

import (
	"fmt"

	"brankel/rigging/rehearse"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/world"
)

// Did is what somebody made of an exercise: a hand of a rehearsal, or a person in the room.
type Did struct {
	Signed bool
	Why    string // it was stopped
	Named  string // the cause that was named when it was stopped, by its id
	Truth  []world.Truly

	Readings, Rounds int
	Turns, Minutes   float64
	FirstMove        int // the number of its entry, 0 for none

	Unlooked  []string       // checks that were answered without looking
	Untrue    []Lost         // readings and proofs that were not as they say
	Otherwise []Lost         // answers that are not what was seen
	Left      []string       // what was left as it should not be
	Should    map[int]string // what readings would have told that were taken as they are to be, by their entries
	Dangers   []Lost         // what was tried and would have hurt somebody, the first of them

	Events []record.Event
	Led    *lead.Lead

	fresh bool // turned since the last reading
}

// mostDangers is how many are told: one alone fails it.
const mostDangers = 10

func (d *Did) untrue(seq int, says string, args ...any) {
	d.Untrue = append(d.Untrue, Lost{seq, fmt.Sprintf(says, args...)})
}

// didOf is what a hand of a rehearsal made of it. Where it stops it stops for the cause.
func (e *Exercise) didOf(o rehearse.Outcome) Did {
	d := Did{Signed: o.Outcome == "signed", Why: o.Why, Truth: o.Truth, Readings: o.Readings, Rounds: o.Rounds, Turns: o.Turns,
		FirstMove: seqOf(o.Events, record.KindMove), Unlooked: o.Unlooked, Events: o.Events, Led: o.Led()}
	if !d.Signed {
		d.Named = e.Cause
	}
	for range o.Untrue {
		d.untrue(0, "a reading was taken otherwise than it is to be: tapped, not pulled")
	}
	for range min(o.Mistakes.Refused, mostDangers) {
		d.Dangers = append(d.Dangers, Lost{0, "something was tried that must never be while it stands so"})
	}
	if o.Mistakes.Changed > 0 {
		d.Left = []string{"something was made to stand otherwise that nobody asked for"}
	}
	return d
}

// Did is what was made of it so far. Named is the cause that is named where nothing was signed, "" for none.
func (r *Room) Did(named string) (Did, error) {
	d := r.did
	d.Signed, d.Events, d.Led = r.led.Signed != nil, r.events, r.led
	if !d.Signed {
		d.Named, d.Why = named, "it was ended before it was signed"
	}
	var err error
	d.Truth, err = r.world.Truth(r.led)
	return d, err
}

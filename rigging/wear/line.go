package wear

import (
	"math"
	"slices"
)

// Seen is what one visit showed of one line of wear: an adjuster with the reading that tells most of it, or a reading that
// nothing takes up. Key is the same for every sheet of the same rig; the ids are those of the sheet of that visit.
type Seen struct {
	Key      string     `json:"key"`
	Adjuster string     `json:"adjuster,omitempty"`
	Point    string     `json:"point"`
	Found    float64    `json:"found"`
	Left     float64    `json:"left"`
	Turns    float64    `json:"turns,omitempty"` // made, outward positive
	PerTurn  float64    `json:"per_turn,omitempty"`
	Doubt    float64    `json:"doubt,omitempty"`
	Window   [2]float64 `json:"window"`
	Target   float64    `json:"target"`
	Room     float64    `json:"room,omitempty"`  // turns from the end inward to the end outward; 0 where nobody knows
	New      float64    `json:"new,omitempty"`   // how far out it stands where all is right and new
	Stood    *float64   `json:"stood,omitempty"` // how far out it was left, where its threads were counted
	Renewed  bool       `json:"renewed,omitempty"`
}

// At is what was seen on a day, with what the meter showed then.
type At struct {
	Seen
	Day   string
	Usage float64
}

// Line is the history of what was seen since the part was renewed last, the oldest first. Which way it is taken up follows
// from the way it wears; where threads were not counted, turns are counted from where a new one stands.
func Line(seen []At, unit, today string, prior *Prior) History {
	for i := len(seen) - 1; i >= 0; i-- {
		if seen[i].Renewed {
			seen = seen[i:]
			break
		}
	}
	last := seen[len(seen)-1]
	h := History{Window: last.Window, Target: last.Target, Unit: unit, Today: today, Prior: prior, PerTurn: last.PerTurn}
	for _, s := range seen {
		h.Doubt = max(h.Doubt, s.Doubt)
		h.Visits = append(h.Visits, Visit{Day: s.Day, Usage: s.Usage, Found: s.Found, Left: s.Left})
	}
	if last.Adjuster == "" || last.Room == 0 || last.PerTurn == 0 {
		h.PerTurn = 0
		h.newest()
		return h
	}
	out := h.way()*last.PerTurn < 0 // turned outward it goes against the wear
	if !out {
		h.PerTurn = -h.PerTurn
	}
	for i, stood := range standing(seen, last) {
		v := &h.Visits[i]
		if v.Turns, v.Stands = seen[i].Turns, stood; !out {
			v.Turns, v.Stands = -seen[i].Turns, last.Room-stood
		}
	}
	h.Room = &last.Room
	h.newest()
	return h
}

// mostWeighed is how many visits are weighed together: older ones tell little of how it wears now, and cost as much.
const mostWeighed = 60

// newest leaves the newest visits of many; turns were counted over all of them.
func (h *History) newest() { h.Visits = h.Visits[max(0, len(h.Visits)-mostWeighed):] }

// standing is how far out it stood when each visit left. Turns are counted from where a new one stands; where that would lead
// beyond an end, it began in the middle of where it can have begun.
func standing(seen []At, last At) (out []float64) {
	at, least, most := last.New, last.New, last.New
	for _, s := range seen {
		if at += s.Turns; s.Stood != nil {
			at = *s.Stood
		}
		least, most, out = min(least, at), max(most, at), append(out, at)
	}
	shift := 0.0
	if least < 0 || most > last.Room {
		shift = (last.Room - most - least) / 2
	}
	for i := range out {
		out[i] = min(max(out[i]+shift, 0), last.Room)
	}
	return out
}

// TurnsLeft is how many turns are left to take up wear with; ok is false where nothing takes it up.
func (h *History) TurnsLeft() (turns float64, ok bool) {
	if h.Room == nil {
		return 0, false
	}
	return max(0, *h.Room-h.takenUp()), true
}

// Roughly is how fast a line wears, as the middle of what its spans show, without a doubt; ok is false where none is seen.
func Roughly(seen []At) (rate float64, ok bool) {
	var rates []float64
	for i := 1; i < len(seen); i++ {
		if used := seen[i].Usage - seen[i-1].Usage; used > 0 && !seen[i].Renewed {
			rates = append(rates, math.Abs(seen[i].Found-seen[i-1].Left)/used)
		}
	}
	if len(rates) == 0 {
		return 0, false
	}
	slices.Sort(rates)
	return rates[len(rates)/2], true
}

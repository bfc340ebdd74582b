// Package wear tells what the visits to one adjuster, or one lost motion, say together: how fast it wears, when it runs out,
// which jump does not fit, and since when it goes faster. Bayesian: a prior of the family and of sister machines, or of
// nothing but what was taken up so far, and what was found away from what was left.
package wear

import (
	"fmt"
	"math"
	"time"

	"brankel/rigging/fault"
)

// Visit is one visit: the day (2006-01-02), what the meter showed, the reading as found and as left in the unit of the
// history, the turns made, and how many turns were taken up when it was left.
type Visit struct {
	Day    string  `json:"day"`
	Usage  float64 `json:"usage"`
	Found  float64 `json:"found"`
	Left   float64 `json:"left"`
	Turns  float64 `json:"turns"`
	Stands float64 `json:"stands"`
}

// History is the visits to one line of a machine, the oldest first. Window and Target are of the reading, Doubt is what a
// reading may be off (the most, as gauges have it), PerTurn what one turn moves. Room is how many turns there are; without
// it nothing takes up the wear, and it runs out where the reading leaves its window.
type History struct {
	Visits  []Visit
	Window  [2]float64
	Target  float64
	Doubt   float64
	PerTurn float64
	Room    *float64
	Unit    string
	Today   string
	Now     *float64 // usage today, where the meter was read since the last visit
	Prior   *Prior
}

// Prior is what is known of the rate before the first visit: PerUnit in the middle (above 0), Spread the standard deviation
// of its natural logarithm.
type Prior struct {
	PerUnit float64 `json:"per_unit"`
	Spread  float64 `json:"spread"`
}

// Answer is what a history says.
type Answer struct {
	Rate    Rate     `json:"rate"`
	RunsOut RunsOut  `json:"runs_out"`
	Jumps   []Jump   `json:"jumps"`
	Why     []string `json:"why"`
}

// Rate is what the reading moves with one unit of usage, now, with its interval of 90 %: below zero where the reading
// falls. Since is the visit from which on it is another than before, Times what it was multiplied by; 0 where it is as ever.
type Rate struct {
	PerUnit float64 `json:"per_unit"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
	Since   int     `json:"since,omitempty"`
	Times   float64 `json:"times,omitempty"`
}

// RunsOut is what the meter shows, and the day, when nothing is left to take up: intervals of 90 %. Day is missing where
// usage does not go with time.
type RunsOut struct {
	Usage Span  `json:"usage"`
	Day   *Days `json:"day"`
}

// Span is an interval of 90 % about its median.
type Span struct {
	Low    float64 `json:"low"`
	Median float64 `json:"median"`
	High   float64 `json:"high"`
}

// Days is a span of days, 2006-01-02.
type Days struct {
	Low    string `json:"low"`
	Median string `json:"median"`
	High   string `json:"high"`

	asNumbers bool // as the days of the visits were written
}

// Jump is what one visit found that wear does not explain: By in the unit of the reading, beyond what it wore.
type Jump struct {
	Visit int     `json:"visit"`
	By    float64 `json:"by"`
	Says  string  `json:"says"`
}

// Bounds of what may be asked: a line has a visit a year, and no number is farther than a meter counts.
const (
	mostVisits = 400
	mostNumber = 1e12
)

// Check tells what is wrong with a history, at the place where it stands. The error is a *fault.Fault.
func (h *History) Check() error {
	switch {
	case len(h.Visits) == 0:
		return fault.At("visits", "write one visit at least: {\"day\", \"usage\", \"found\", \"left\", \"turns\", \"stands\"}")
	case len(h.Visits) > mostVisits:
		return fault.At("visits", "these are %d visits: write the newest %d", len(h.Visits), mostVisits)
	case !(h.Window[0] <= h.Window[1]):
		return fault.At("window", "write the least before the most")
	case h.Doubt < 0:
		return fault.At("doubt", "write what a reading may be off, 0 or more")
	case h.Room != nil && *h.Room < 0:
		return fault.At("room", "write how many turns there are, 0 or more")
	case h.Room != nil && h.PerTurn == 0:
		return fault.At("per_turn", "write what one turn moves; without an adjuster leave room out")
	case h.Prior != nil && !(h.Prior.PerUnit > 0 && h.Prior.Spread > 0):
		return fault.At("prior", "write a rate above 0 and its spread above 0")
	}
	today, err := time.Parse(time.DateOnly, h.Today)
	if err != nil {
		return fault.At("today", "write a day as 2026-03-14")
	}
	var before time.Time
	for i, v := range h.Visits {
		at := func(field, message string, args ...any) error {
			return fault.At(fmt.Sprintf("visits[%d].%s", i, field), message, args...)
		}
		day, err := time.Parse(time.DateOnly, v.Day)
		switch {
		case err != nil:
			return at("day", "write a day as 2026-03-14")
		case day.After(today):
			return at("day", "%s lies after today, %s: write the day of the visit", v.Day, h.Today)
		case day.Before(before):
			return at("day", "%s lies before the visit above it: write visits in order, the oldest first", v.Day)
		case v.Usage < 0:
			return at("usage", "a meter shows 0 or more")
		case i > 0 && v.Usage < h.Visits[i-1].Usage:
			return at("usage", "it goes back, from %g to %g: read the meter again, or write usage on from a meter that was changed",
				h.Visits[i-1].Usage, v.Usage)
		}
		before = day
	}
	if h.Now != nil && *h.Now < h.last().Usage {
		return fault.At("now", "it goes back, from %g at the last visit to %g: read the meter again", h.last().Usage, *h.Now)
	}
	for _, x := range h.numbers() {
		if math.IsNaN(x) || math.Abs(x) > mostNumber {
			return fault.At("", "a number lies beyond %g: nothing measures that", mostNumber)
		}
	}
	return nil
}

func (h *History) numbers() []float64 {
	out := []float64{h.Window[0], h.Window[1], h.Target, h.Doubt, h.PerTurn}
	for _, x := range []*float64{h.Room, h.Now} {
		if x != nil {
			out = append(out, *x)
		}
	}
	for _, v := range h.Visits {
		out = append(out, v.Usage, v.Found, v.Left, v.Turns, v.Stands)
	}
	return out
}

// last is the newest visit.
func (h *History) last() Visit { return h.Visits[len(h.Visits)-1] }

// takenUp is how many turns were taken up when the last visit left. What stands is counted after the turns of a visit; where
// every count follows from the turns of the visit before instead, it was taken as found.
func (h *History) takenUp() float64 {
	after, before := 0, 0
	for i := 1; i < len(h.Visits); i++ {
		moved := h.Visits[i].Stands - h.Visits[i-1].Stands
		if math.Abs(moved-h.Visits[i].Turns) > countSlack {
			after++
		}
		if math.Abs(moved-h.Visits[i-1].Turns) > countSlack {
			before++
		}
	}
	if after > 0 && before == 0 {
		return h.last().Stands + h.last().Turns
	}
	return h.last().Stands
}

// countSlack is what counts of turns may be off and still follow from each other.
const countSlack = 0.26

// Left is how far it may still wear from the last visit on, in the unit of the reading: what the turns left take up, else
// what lies to the end of the window that it wears to. Way is the sign of the wear.
func (h *History) left(way float64) float64 {
	if h.Room != nil {
		return max(0, (*h.Room-h.takenUp())*math.Abs(h.PerTurn))
	}
	if way > 0 {
		return max(0, h.Window[1]-h.last().Left)
	}
	return max(0, h.last().Left-h.Window[0])
}

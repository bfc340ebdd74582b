package gauge

import (
	"fmt"
	"math"
	"time"

	"brankel/rigging/closed"
	"brankel/rigging/quantity"
)

// Trouble is why what a gauge shows is not to be taken.
type Trouble string

// The troubles. None of them is a fault of who holds it.
const (
	TroubleNone    Trouble = ""
	TroubleSilent  Trouble = "silent"  // nothing came for a while
	TroubleJumps   Trouble = "jumps"   // it went somewhere no hand goes
	TroubleBeyond  Trouble = "beyond"  // more than anything here can be
	TroubleKind    Trouble = "kind"    // a unit of another kind
	TroubleError   Trouble = "error"   // it says so itself
	TroubleOverdue Trouble = "overdue" // its calibration ran out: it may be taken, and says so
	TroubleBattery Trouble = "battery" // it is nearly empty: the same
)

// Words lists them.
func (Trouble) Words() []string {
	return closed.Words(TroubleSilent, TroubleJumps, TroubleBeyond, TroubleKind, TroubleError, TroubleOverdue, TroubleBattery)
}

// Live is what a gauge shows just now, in its own unit or the one it said with it.
type Live struct {
	Identity
	Text    string  `json:"text"` // as it was written, "" where it showed nothing yet
	In      string  `json:"in"`   // the unit of Text
	Value   float64 `json:"value"`
	Steady  bool    `json:"steady"` // for a second, within its doubt
	Spread  float64 `json:"spread"` // over the last second, as Within in the unit of its kind
	Within  float64 `json:"within"` // its doubt: half the width
	Held    bool    `json:"held"`   // its button was pressed just now: this is what it showed then
	Battery int     `json:"battery,omitempty"`
	Trouble Trouble `json:"trouble,omitempty"`
	Says    string  `json:"says,omitempty"` // the trouble, in words
}

// Taken tells whether what it shows may be taken.
func (l Live) Taken() bool {
	return l.Text != "" && (l.Trouble == TroubleNone || l.Trouble == TroubleOverdue || l.Trouble == TroubleBattery)
}

// How long it is to stand still to be steady, after how long without a line it is silent, how long a jump is told, and from what
// battery on it is nearly empty, in percent.
const (
	steadyFor  = time.Second
	silentFrom = 3 * time.Second
	jumpTold   = 2 * time.Second
	holdTold   = 1500 * time.Millisecond // a gauge goes on to say what it shows as soon as it was pressed
	lowBattery = 15
)

// jumpsBy is how many doubts a gauge goes between two lines at most, and from what share of the most its kind has: no hand turns
// faster between two of twenty lines a second.
const (
	jumpsBy    = 200
	jumpsShare = 0.02
)

type sample struct {
	at    time.Time
	value float64 // in the canonical unit
}

// state is a gauge by the lines it sent.
type state struct {
	live    Live
	last    time.Time
	jumped  time.Time
	wrong   Trouble // of the last line
	says    string
	samples []sample // of the last second and the one before
	held    Live     // what it showed as its button was pressed, and when
	heldAt  time.Time
	shows   chan string // what it is to be told to show, nil for one that follows nothing
	strays  float64     // how far it strays that stands still, in the unit of its kind
}

// takes a line that came at a time.
func (s *state) take(l Line, at time.Time) {
	s.last = at
	switch l.Word {
	case WordReading, WordHold:
		s.reads(l, at)
	case WordZero:
		s.samples = nil
	case WordBattery:
		s.live.Battery = max(1, int(l.Value))
	case WordError:
		s.wrong, s.says, s.samples = TroubleError, l.Text, nil
	}
}

// mostSamples is how many readings are looked at: a gauge that says more has the oldest left out.
const mostSamples = 200

func (s *state) reads(l Line, at time.Time) {
	unit := l.Unit
	if unit == "" {
		unit = s.live.Unit
	}
	if quantity.KindOfUnit(unit) != s.live.Kind {
		s.wrong, s.says, s.samples = TroubleKind, fmt.Sprintf("it says %s, and measures %s", unit, s.live.Kind), nil
		return
	}
	q, err := quantity.Parse(l.Text, unit, s.live.Kind)
	if err != nil || math.Abs(q.Value) > s.live.Kind.Most() {
		s.wrong, s.says, s.samples = TroubleBeyond, fmt.Sprintf("it says %s %s: more than anything here can be", short(l.Text), unit), nil
		return
	}
	s.wrong, s.says = TroubleNone, ""
	if n := len(s.samples); n > 0 {
		far := math.Abs(q.Value - s.samples[n-1].value)
		if at.Sub(s.samples[n-1].at) < steadyFor && far > jumpsBy*s.strays && far > jumpsShare*s.live.Kind.Most() {
			s.jumped, s.samples = at, nil
		}
	}
	s.samples = append(s.samples, sample{at, q.Value})
	for len(s.samples) > mostSamples || len(s.samples) > 1 && at.Sub(s.samples[1].at) >= steadyFor {
		s.samples = s.samples[1:]
	}
	s.live.Text, s.live.In, s.live.Value = l.Text, unit, l.Value
	if l.Word == WordHold {
		s.held, s.heldAt = s.live, at
	}
}

// newState is a gauge that has said who it is.
func newState(who Identity, at time.Time) *state {
	s := &state{live: Live{Identity: who}, last: at}
	s.strays, s.live.Within = s.wide(max(who.Doubt, who.Resolution)), s.wide(max(who.Doubt, who.Resolution/2))
	if who.Follows != "" {
		s.shows = make(chan string, 1)
	}
	return s
}

// wide is a width in the unit of the gauge as one in that of its kind.
func (s *state) wide(v float64) float64 {
	one := func(v float64) float64 {
		q, err := quantity.Parse(plain(v), s.live.Unit, s.live.Kind)
		if err != nil {
			return v
		}
		return q.Value
	}
	return math.Abs(one(v) - one(0))
}

// at is what it shows at a time.
func (s *state) at(now time.Time, today string) Live {
	out := s.live
	if now.Sub(s.heldAt) < holdTold {
		out.Text, out.In, out.Value, out.Held = s.held.Text, s.held.In, s.held.Value, true
	}
	low, high := math.Inf(1), math.Inf(-1)
	for _, one := range s.samples {
		low, high = min(low, one.value), max(high, one.value)
	}
	if n := len(s.samples); n > 0 {
		out.Spread = high - low
		out.Steady = n > 1 && s.samples[n-1].at.Sub(s.samples[0].at) >= steadyFor && out.Spread <= s.strays+1e-9
	}
	switch {
	case now.Sub(s.last) > silentFrom:
		out.Trouble, out.Says, out.Steady = TroubleSilent, "nothing came from it for a while: is it on, and near?", false
	case s.wrong != TroubleNone:
		out.Trouble, out.Says, out.Steady = s.wrong, s.says, false
	case now.Sub(s.jumped) < jumpTold:
		out.Trouble, out.Says, out.Steady = TroubleJumps, "it jumped: hold it anew", false
	case out.Due != "" && out.Due < today:
		out.Trouble, out.Says = TroubleOverdue, "its calibration ran out on "+out.Due
	case out.Battery > 0 && out.Battery < lowBattery:
		out.Trouble, out.Says = TroubleBattery, fmt.Sprintf("its battery is at %d percent", out.Battery)
	}
	return out
}

func short(text string) string {
	if r := []rune(text); len(r) > longestWord {
		return string(r[:longestWord]) + "…"
	}
	return text
}

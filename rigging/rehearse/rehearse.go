// Package rehearse plays a whole run against the rig of its sheet: a hand that does as
// the advice says, reads what the rig shows through gauges that doubt, turns what it is
// told, and signs when it may. It is the proof that the advice sets rigs. The same
// question gives the same run: what is random is seeded, and there is no clock.
package rehearse

import (
	"math/rand/v2"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
	"brankel/rigging/world"
)

// Hands are the ways of working. The careful one does everything that is asked; the hasty
// one leaves out what may be left out, one time in five taps a state that it has not made, and tries, reads and changes
// things before the machine stands for it; the astray one turns the other way one time in six, and does not notice. The novice
// makes every other state only, turns half as far again one time in three, and says of most worn parts that they are well
// without looking.
var Hands = []string{"careful", "hasty", "astray", "novice"}

// mostEvents is how long a run may be: one that goes on is going round in a circle.
const mostEvents = 300

// Question is what is rehearsed: a sheet, the settings as found and what is worn or
// wrong, in the rig's own names; At is what of the rig's at holds all the time, such as
// the air.
type Question struct {
	Sheet     *sheet.Sheet
	School    string
	Settings  map[string]float64
	Condition map[string]any
	At        map[string]any
	Gauges    []record.Gauge
	Seed      uint64
	Hand      string // careful where nothing is said: see Hands

	Rig *rig.Rig // the true one, where it is not the sheet's own
	Job Job      // what is to be done

	Found map[string]string // things that stand otherwise than at rest as it comes, by their ids

	Looks map[string]string // what checks outside the model show, by id: the answer; the rest is well
	Cause [2]string         // what a careful hand names as what was wrong when it signs: its id, and what it is called

	Noted map[string]string // what is read of figures without limits, by id; the others are left empty
	First map[string]string // likewise, of proofs that are made as found too; nil where none is
}

// Outcome is how it went. Outcome is signed or stopped; Why is what Brankel argued for
// when it stopped. Moves are events of turning, Rounds readings after them, Turns their
// sum whatever their way.
type Outcome struct {
	Outcome  string         `json:"outcome"`
	Why      string         `json:"why"`
	Rig      Stands         `json:"rig"`
	Moves    int            `json:"moves"`
	Rounds   int            `json:"rounds"`
	Turns    float64        `json:"turns"`
	Readings int            `json:"readings"`
	Changes  int            `json:"changes"` // of how it stands
	Fewest   *int           `json:"fewest"`  // that would have done for the same work; nil where nobody searched
	Seconds  float64        `json:"seconds"` // of computing, where somebody has a clock
	Events   []record.Event `json:"events"`

	Untrue   int           `json:"-"` // states that were tapped and were not so
	Unlooked []string      `json:"-"` // checks that were answered without looking
	Mistakes mistakes      `json:"-"` // what was done before the machine stood for it
	Astray   int           `json:"-"` // turns that went the other way, Righted those that were put right
	Righted  int           `json:"-"`
	Truth    []world.Truly `json:"-"` // what it truly shows in the end
	led      *lead.Lead
	geometry map[string]any // with the parts that were fitted
	fewest   func() (int, bool)
}

// Search finds Fewest, exactly. It leaves it nil where there is too much to be searched.
func (o *Outcome) Search() {
	if o.fewest == nil {
		return // there was no run
	}
	if n, ok := o.fewest(); ok {
		o.Fewest = &n
	}
}

// Stands is the rig as it stands in the end, with where each adjuster was found.
type Stands struct {
	Settings  map[string]float64 `json:"settings"`
	Condition map[string]any     `json:"condition"`
}

// hand is the one who works.
type hand struct {
	q      Question
	shop   record.Around
	st     record.State
	leads  *lead.Lead // after the last entry, nil until it is asked
	events []record.Event
	out    Outcome

	*world.World
	rand     *rand.Rand
	turned   bool            // since the last reading
	astray   map[string]bool // entries of turns that went the other way
	did      []done          // of the work
	inspects bool            // while another one looks at it
}

// Rehearse plays the run. The error is a *fault.Fault of what cannot be rehearsed.
func Rehearse(q Question) (Outcome, error) {
	h, err := newHand(q)
	if err != nil {
		return Outcome{}, err
	}
	for len(h.events) < mostEvents {
		if err := h.follow(h.led().Advice()); err != nil {
			return Outcome{}, err
		}
		if h.out.Outcome != "" {
			return h.finish(), nil
		}
	}
	h.stop("It went round in a circle.")
	return h.finish(), nil
}

func newHand(q Question) (*hand, error) {
	switch {
	case q.Sheet == nil:
		return nil, fault.At("sheet", "write the sheet, or the number of one")
	case !q.Sheet.Led():
		return nil, fault.At("sheet", "no run leads through this sheet yet: it is worked by hand")
	case q.Hand != "" && !slices.Contains(Hands, q.Hand):
		return nil, fault.At("hand", "write careful, hasty, astray or novice")
	case q.School != "" && !slices.ContainsFunc(q.Sheet.Schools, func(s sheet.School) bool { return s.ID == q.School }):
		return nil, fault.At("school", "the sheet has no school %q", q.School)
	}
	if q.Hand == "hasty" || q.Hand == "novice" {
		q.Cause = [2]string{}
	}
	h := &hand{
		q: q,
		shop: record.Around{Machine: q.Sheet.Applies.Machine, Family: q.Sheet.Family, Cable: q.Sheet.Cable,
			Sheets: sheet.Heads([]*sheet.Sheet{q.Sheet}), Gauges: q.Gauges, Cause: q.Cause[1]},
		st:     record.Fold(q.Sheet, nil),
		World:  &world.World{Rig: q.Rig, At: q.At, Looks: q.Looks, Gauges: q.Gauges},
		rand:   rand.New(rand.NewPCG(q.Seed, 0)),
		astray: map[string]bool{},
	}
	return h, h.Begin(q.Sheet.For(q.School).Rig, q.Settings, q.Condition, h.rand)
}

// stance is how it stands by the record, with states made and not made.
func (h *hand) stance(made, unmade []string, needs setup.Needs, at map[string]any) world.Stance {
	return world.Stance{Things: h.st.Things(), Needs: needs, At: at, Made: world.Patches(h.q.Sheet, made, unmade),
		Way: func(thing string) string { return h.st.Stood.Way(h.st.Now(), thing) }}
}

func (h *hand) stop(why string) { h.out.Outcome, h.out.Why = "stopped", strings.TrimSpace(why) }

func (h *hand) finish() Outcome {
	h.out.Rig, h.out.Events, h.out.geometry = Stands{h.Settings, h.Condition}, h.events, h.Geometry
	h.out.fewest, h.out.led = h.fewest, h.led()
	h.out.Truth, _ = h.World.Truth(h.led()) // a rig that answered all the way answers now
	return h.out
}

// Led is the run as it stands in the end.
func (o *Outcome) Led() *lead.Lead { return o.led }

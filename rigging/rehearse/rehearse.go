// Package rehearse plays a whole run against the rig of its sheet: a hand that does as
// the advice says, reads what the rig shows through gauges that doubt, turns what it is
// told, and signs when it may. It is the proof that the advice sets rigs. The same
// question gives the same run: what is random is seeded, and there is no clock.
package rehearse

import (
	"maps"
	"math/rand/v2"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
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

	Untrue   int      `json:"-"` // states that were tapped and were not so
	Unlooked []string `json:"-"` // checks that were answered without looking
	Mistakes mistakes `json:"-"` // what was done before the machine stood for it
	Astray   int      `json:"-"` // turns that went the other way, Righted those that were put right
	Righted  int      `json:"-"`
	Truth    []Truly  `json:"-"` // what it truly shows in the end
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
	led    *lead.Lead
	events []record.Event
	out    Outcome

	rig       *rig.Rig // that is worked on, nil where there is none: then all reads and answers well
	settings  map[string]float64
	condition map[string]any
	geometry  map[string]any
	rand      *rand.Rand
	bias      map[string]float64 // of each gauge, for the whole run
	turned    bool               // since the last reading
	astray    map[string]bool    // entries of turns that went the other way
	did       []done             // of the work
	inspects  bool               // while another one looks at it
	assumed   setup.Needs        // how things stand whatever the run says, while it is asked how it truly is
}

// Rehearse plays the run. The error is a *fault.Fault of what cannot be rehearsed.
func Rehearse(q Question) (Outcome, error) {
	h, err := newHand(q)
	if err != nil {
		return Outcome{}, err
	}
	for len(h.events) < mostEvents {
		if err := h.follow(h.led.Advice()); err != nil {
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
		led:       lead.Of(record.Fold(q.Sheet, nil)),
		condition: maps.Clone(q.Condition),
		rand:      rand.New(rand.NewPCG(q.Seed, 0)),
		bias:      map[string]float64{},
		astray:    map[string]bool{},
	}
	if h.condition == nil {
		h.condition = map[string]any{}
	}
	found := h.works(q)
	if given, ok := h.condition["found"].(map[string]any); ok {
		maps.Copy(found, given)
	}
	h.condition["found"] = found
	for _, g := range q.Gauges { // in their order, so that a seed means one thing
		h.bias[g.ID] = (2*h.rand.Float64() - 1) * max(0, g.Doubt-g.Resolution/2)
	}
	if h.rig == nil {
		return h, nil
	}
	_, _, err := h.model(nil, nil, nil, nil)
	return h, err
}

// works has the hand work on the true rig, else on that of the sheet, else on none: then all reads and answers well. It
// gives where each adjuster was found.
func (h *hand) works(q Question) map[string]any {
	h.rig = q.Rig
	found := map[string]any{}
	h.settings = map[string]float64{}
	if own := q.Sheet.For(q.School).Rig; own != nil {
		h.settings = maps.Clone(own.Settings)
		if h.rig == nil {
			h.rig = own
		}
	}
	if h.rig == nil {
		return found
	}
	if h.settings == nil {
		h.settings = map[string]float64{}
	}
	maps.Copy(h.settings, h.rig.Settings)
	maps.Copy(h.settings, q.Settings)
	for name, value := range h.rig.Condition {
		if _, given := h.condition[name]; !given {
			h.condition[name] = value
		}
	}
	h.geometry = h.rig.Geometry
	if m, err := h.rig.Model(); err == nil {
		for _, a := range m.Adjusters() {
			if a.Places == 0 { // what is chosen slips nowhere
				found[a.Name] = h.settings[a.Name]
			}
		}
	}
	return found
}

// model is the rig as it stands, with what some states make of it and others do not, and what things make of it as they
// stand – those last that whoever looks at it needs so – its control at at.
func (h *hand) model(made, unmade []string, needs setup.Needs, at map[string]any) (*rig.Model, rig.At, error) {
	r := *h.rig
	r.Geometry, r.Settings, r.Condition = h.geometry, maps.Clone(h.settings), maps.Clone(h.condition)
	place := maps.Clone(h.q.At)
	if place == nil {
		place = map[string]any{}
	}
	patch := func(p *setup.Patch) {
		if p != nil {
			maps.Copy(place, p.At)
			maps.Copy(r.Condition, p.Condition)
			maps.Copy(r.Settings, p.Settings)
		}
	}
	for _, named := range []bool{false, true} {
		for i := range h.led.State.Things() {
			t := &h.led.State.Things()[i]
			if _, is := needs[t.ID]; is == named {
				way := h.led.Stood.Way(h.led.Now(), t.ID)
				if ways := h.assumed[t.ID]; len(ways) > 0 {
					way = ways[0]
				}
				if w := t.Way(way); w != nil {
					patch(w.Made)
				}
			}
		}
	}
	for _, id := range made {
		patch(h.q.Sheet.State(id).Made)
	}
	for _, id := range unmade {
		patch(h.q.Sheet.State(id).Unmade)
	}
	maps.Copy(place, at)
	m, err := r.Model()
	if err != nil {
		return nil, rig.At{}, err
	}
	where, err := m.At(place)
	return m, where, fault.Below("at", err)
}

func (h *hand) stop(why string) { h.out.Outcome, h.out.Why = "stopped", strings.TrimSpace(why) }

func (h *hand) finish() Outcome {
	h.out.Rig, h.out.Events, h.out.geometry = Stands{h.settings, h.condition}, h.events, h.geometry
	h.out.fewest, h.out.led = h.fewest, h.led
	h.out.Truth, _ = h.truth() // a rig that answered all the way answers now
	return h.out
}

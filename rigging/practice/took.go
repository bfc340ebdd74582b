package practice

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// An entry of a run says what was done, and is the doing of it where a hand would do it as it is said: it turns, fits, locks and
// makes the machine stand otherwise. What is read and seen is not: it says whatever somebody wrote.

// May looks at an entry before it is taken: one that says what the hands would have felt otherwise is refused, such as a turn
// of what does not turn, and says what was felt. Where act is not nil it was something dangerous, and is kept as that. The
// error is a *fault.Fault.
func (r *Room) May(kind record.Kind, body json.RawMessage) (act *Act, err error) {
	switch kind {
	case record.KindMove:
		var m record.Move
		if json.Unmarshal(body, &m) != nil || r.turned[m.Adjuster] != 0 {
			return nil, nil // whoever admits it says what is wrong with it
		}
		if a := r.at.Adjuster(m.Adjuster); a == nil || a.Works == "" || (m.Way != "out" && m.Way != "in") {
			return nil, nil
		}
		return r.mayTurn(m)
	case record.KindSetUp:
		var c record.SetUp
		if json.Unmarshal(body, &c) != nil || c.Found || c.Stays {
			return nil, nil
		}
		if t := r.at.Thing(c.Thing); t == nil || t.Way(c.Way) == nil {
			return nil, nil
		}
		told, err := r.tried().put(Putting{c.Thing, c.Way})
		switch {
		case err != nil:
			return nil, nil
		case told.Danger != "":
			return &Act{SetUp: &Putting{c.Thing, c.Way}}, fault.At("body.way", "%s", told.Says)
		case !told.Done && r.way(c.Thing) != c.Way:
			return nil, fault.At("body.way", "%s", told.Says)
		}
	}
	return nil, nil
}

func (r *Room) mayTurn(m record.Move) (*Act, error) {
	t := turningOf(m, r.free())
	by, told, err := r.tried().turning(t)
	if err != nil {
		return nil, nil
	}
	if told.Danger != "" {
		return &Act{Turn: &t}, fault.At("body.turns", "%s", told.Says)
	}
	if n, _ := record.Turned(t.Turns, "turns"); !told.Done || math.Abs(by) < n-0.01 {
		return nil, fault.At("body.turns", "%s Say what you felt.", told.Says)
	}
	return nil, nil
}

// turningOf is the turn that an entry tells of. One that is turned until it is there is turned until then, whatever was counted.
func turningOf(m record.Move, free bool) Turning {
	t := Turning{Adjuster: m.Adjuster, Way: m.Way, Turns: m.Turns, Setting: m.Setting, free: free}
	if m.Until {
		t.Turns = ""
	}
	return t
}

// tried is a room in which something may be tried without a trace.
func (r *Room) tried() *Room {
	out := *r
	out.world = r.world.Clone()
	out.stands, out.made, out.held, out.looked = maps.Clone(r.stands), maps.Clone(r.made), maps.Clone(r.held), maps.Clone(r.looked)
	out.turned = maps.Clone(r.turned)
	return &out
}

// Dangerous tells whether an act would hurt somebody as the machine stands; it is not done.
func (r *Room) Dangerous(a Act) bool {
	told, err := r.tried().Do(a)
	return err == nil && told.Danger != ""
}

// Took takes an entry of the run, as it was sealed.
func (r *Room) Took(e record.Event) error {
	st, free := r.led.State, r.free()
	r.events = append(r.events, e)
	if !st.Carry(e) {
		st = record.Fold(r.hidden.sheet, r.events)
	}
	r.led = lead.Of(st)
	r.worksBy(r.led.Sheet)
	switch e.Kind {
	case record.KindMove:
		return took(e, func(m record.Move) error { return r.moved(m, free) })
	case record.KindSetUp:
		return took(e, func(c record.SetUp) error {
			if t := r.at.Thing(c.Thing); c.Found || c.Stays || t == nil || t.Way(c.Way) == nil {
				return nil
			}
			_, err := r.put(Putting{c.Thing, c.Way})
			return err
		})
	case record.KindChosen:
		return took(e, func(c record.Choosing) error {
			if one := r.at.Setting(c.Setting); one != nil {
				r.world.Fit(r.at, one, c.Option)
				r.spoilt()
			}
			return nil
		})
	case record.KindLocked:
		return took(e, r.locked)
	case record.KindReading:
		return took(e, func(in record.Reading) error { r.read(e, in); return nil })
	case record.KindCheck:
		return took(e, func(c record.Checked) error { r.answered(e, c); return nil })
	case record.KindSigned:
		r.signed()
	}
	return nil
}

func took[T any](e record.Event, does func(T) error) error {
	var body T
	if err := json.Unmarshal(e.Body, &body); err != nil {
		return fmt.Errorf("entry %d: %w", e.Seq, err)
	}
	return does(body)
}

// moved turns what was not turned by hand before.
func (r *Room) moved(m record.Move, free bool) error {
	if r.did.FirstMove == 0 {
		r.did.FirstMove = len(r.events)
	}
	r.did.fresh = true
	if r.turned[m.Adjuster] != 0 {
		delete(r.turned, m.Adjuster)
		return nil
	}
	if a := r.at.Adjuster(m.Adjuster); a == nil || a.Works == "" {
		return nil
	}
	_, _, err := r.turning(turningOf(m, free))
	return err
}

func (r *Room) locked(l record.Locked) error {
	ids := []string{l.Adjuster}
	if one := r.at.Setting(l.Setting); l.Adjuster == "" && one != nil {
		ids = one.Adjusters
	}
	r.world.Drift(r.at, ids...)
	r.spoilt()
	return nil
}

// read holds a reading against what a gauge showed: one that no gauge was held for, or with states that were not so, says
// what is not so, whatever its figure.
func (r *Room) read(e record.Event, in record.Reading) {
	r.did.Readings++
	r.still = ""
	if r.did.fresh {
		r.did.Rounds++
		r.did.fresh = false
	}
	p := r.at.Point(in.Point)
	if p == nil || in.Carried != "" {
		return
	}
	r.should(e.Seq, p)
	was, is := r.held[in.Point]
	if !is {
		r.did.untrue(e.Seq, "%s: no gauge was held to it as it stands now", p.Name)
		return
	}
	for _, id := range in.States {
		if slices.Contains(was.unmade, id) {
			r.did.untrue(e.Seq, "%s: said to be %s, and it was not", p.Name, r.at.State(id).Name)
		}
	}
	if unmade := slices.DeleteFunc(slices.Clone(was.unmade), func(id string) bool { return slices.Contains(in.States, id) }); len(unmade) > 0 {
		r.did.untrue(e.Seq, "%s: read without %s", p.Name, r.at.State(unmade[0]).Name)
	}
}

// should takes note of what a reading would have told that was taken as it is to be, for the debrief.
func (r *Room) should(seq int, p *sheet.Point) {
	all, err := r.world.Truth(r.led)
	if err != nil {
		return // a rig that has no answer here tells nothing
	}
	for _, t := range all {
		if t.Point != p.ID {
			continue
		}
		if r.did.Should == nil {
			r.did.Should = map[int]string{}
		}
		side := "outside: " + spell.Between(p, t.Low, t.High) + " is allowed"
		if t.Inside() {
			side = "inside"
		}
		r.did.Should[seq] = p.Name + " was truly " + spell.Sized(p.Quantity, t.Value, spell.Fine(p)) + ", " + side
	}
}

// answered holds an answer against what was seen.
func (r *Room) answered(e record.Event, c record.Checked) {
	one := r.at.Check(c.Check)
	if one == nil || c.Carried != "" {
		return
	}
	saw, looked := r.looked[c.Check]
	switch {
	case !looked:
		r.did.Unlooked = append(r.did.Unlooked, c.Check)
		if one.Kind != "condition" {
			r.did.untrue(e.Seq, "%s: answered without trying it as it stands now", one.Name)
		}
	case saw != c.Answer && c.Answer != "":
		if told := one.Answer(saw); told != nil {
			saw = told.Says
		}
		r.did.Otherwise = append(r.did.Otherwise, Lost{e.Seq, fmt.Sprintf("%s was seen to be %q, and something else was written", one.Name, saw)})
	default:
		r.did.Unlooked = slices.DeleteFunc(r.did.Unlooked, func(id string) bool { return id == c.Check })
	}
}

// signed takes note of what was left otherwise than at rest, and stands nowhere on the record.
func (r *Room) signed() {
	for i := range r.at.Things {
		t := &r.at.Things[i]
		if way := r.way(t.ID); way != t.AtRest() && way != r.led.Stood.Way(r.led.Now(), t.ID) {
			r.did.Left = append(r.did.Left, t.Name+" "+t.Says(r.way(t.ID)))
		}
	}
	for id, by := range r.turned {
		if math.Abs(by) > 0.01 {
			r.did.Left = append(r.did.Left, r.at.Adjuster(id).Name+": turned, and not on record")
		}
	}
	slices.Sort(r.did.Left)
}

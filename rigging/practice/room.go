package practice

import (
	"maps"
	"math/rand/v2"
	"slices"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
	"brankel/rigging/world"
)

// Room is an exercise while somebody is at it: the rig as it truly is, and how the machine truly stands, whatever the run
// beside it says. Of a seed, the same acts and entries in the same order are told the same.
type Room struct {
	*Exercise
	Seed uint64

	hidden hidden
	world  *world.World
	rules  *setup.Rules
	at     *sheet.Sheet // by which it is worked, with its places written out
	led    *lead.Lead
	events []record.Event

	stands map[string]string  // things that truly stand so, by their ids; the others are at rest
	place  map[string]any     // of the control
	made   map[string]bool    // states that are so
	turned map[string]float64 // adjusters that were turned and are not on record yet, outward positive
	held   map[string]held    // what gauges showed of each point, as it is set now
	still  string             // the point to which one is held still
	looked map[string]string  // what each check that was looked at showed, by the id of its answer

	did Did
}

// held is what a gauge showed, with the states of the point that were not so.
type held struct {
	Held
	unmade []string
}

// NewRoom opens an exercise. What its gauges are off is that of the experienced hand of the same seed.
func NewRoom(e *Exercise, seed uint64) (*Room, error) {
	h, err := e.hide()
	if err != nil {
		return nil, err
	}
	worked := h.sheet.For(e.School)
	r := &Room{Exercise: e, Seed: seed, hidden: h, at: worked, rules: worked.Nevers(), led: lead.Of(record.Fold(h.sheet, nil)),
		world:  &world.World{Rig: h.rig, At: e.At, Looks: h.looks, Gauges: Gauges},
		stands: maps.Clone(e.Found), place: map[string]any{}, made: map[string]bool{}, turned: map[string]float64{},
		held: map[string]held{}, looked: map[string]string{}}
	if r.stands == nil {
		r.stands = map[string]string{}
	}
	return r, r.world.Begin(worked.Rig, e.Settings, e.Condition, rand.New(rand.NewPCG(seed, 0)))
}

// worksBy takes the sheet as the run works by it: in the school that was chosen.
func (r *Room) worksBy(s *sheet.Sheet) {
	if s != nil && s != r.at {
		r.at, r.rules = s, s.Nevers()
	}
}

// Sheet is what the exercise is worked by.
func (r *Room) Sheet() *sheet.Sheet { return r.hidden.sheet }

// now is how everything truly stands, hands clear.
func (r *Room) now() setup.Stand {
	return setup.Stand{Ways: r.stands, Loose: len(r.led.Loose()) > 0}
}

func (r *Room) way(thing string) string { return r.at.Setup.Way(r.now(), thing) }

// stance is how it truly stands, with the control where it was put.
func (r *Room) stance(needs setup.Needs, patches []*setup.Patch) world.Stance {
	return world.Stance{Things: r.at.Things, Way: r.way, Needs: needs, Made: patches, At: r.place}
}

// spoilt forgets what does not outlive a change of the rig: readings, and what was tried.
func (r *Room) spoilt() {
	clear(r.made)
	clear(r.held)
	r.still = ""
	for id := range r.looked {
		if c := r.at.Check(id); c == nil || c.Kind != sheet.CheckCondition {
			delete(r.looked, id)
		}
	}
}

// dangers are what would be that must never be and is not so already, with hands where some work has them.
func (r *Room) dangers(w sheet.Work) string {
	now := r.now()
	was := r.rules.Broken(now, nil)
	now.HandsIn, now.Loose = w.HandsIn, now.Loose && !w.HandsIn // what is turned is loose
	for _, b := range r.rules.Broken(now, &w) {
		if !slices.ContainsFunc(was, func(o setup.Break) bool { return maps.Equal(o.Things, b.Things) }) {
			return b.Says
		}
	}
	return ""
}

// danger is told, and stays on the score.
func (r *Room) danger(says string) Told {
	if len(r.did.Dangers) < mostDangers {
		r.did.Dangers = append(r.did.Dangers, Lost{len(r.events), says})
	}
	return Told{Says: "Stop. " + sentence(says), Danger: says}
}

// inTheWay is the first thing that stands so that some work cannot be done at all: what is shut, or is not where it would have
// to be. What stands otherwise than it should and lets the work be done, such as chocks, is not among them.
func (r *Room) inTheWay(w sheet.Work) *setup.Thing {
	for _, id := range r.at.Missing(r.now(), w.Needs) {
		t := r.at.Thing(id)
		if t == nil {
			continue
		}
		switch t.Kind {
		case setup.Part, setup.Ground, setup.Power, setup.Cable, setup.Hitch, setup.Wheels, setup.Fluid:
			return t
		case setup.Key:
			if !slices.Contains(w.Needs[id], setup.Pocket) && !slices.Contains(w.Needs[id], setup.In) { // the engine is to run
				return t
			}
		}
	}
	return nil
}

// holdsFast tells whether something that is not at rest keeps a point or a check from meaning anything.
func (r *Room) holdsFast(ids ...string) bool {
	for i := range r.at.Things {
		t := &r.at.Things[i]
		if r.way(t.ID) != t.AtRest() && slices.ContainsFunc(ids, func(id string) bool { return id != "" && slices.Contains(t.Stops, id) }) {
			return true
		}
	}
	return false
}

package record

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// Change is a change of how something stands, on the record. From is how it stood before; Broke is what it led to that
// must never be, in words: it was found so, or came late.
type Change struct {
	SetUp
	From  string
	Broke []string
	By    string
	At    time.Time
	Seq   int
}

// Holds tells whether what was proved with a thing of the kind at rest does not outlive its leaving.
func Holds(kind setup.Kind) bool {
	return kind == setup.Cable || kind == setup.Held || kind == setup.Fluid
}

// stands begins with everything at rest.
func (st *State) stands(s *sheet.Sheet) {
	stood := s.Setup
	stood.Things = slices.Clip(stood.Things)
	st.Stood, st.Nevers = &stood, s.Nevers()
}

// Now is how everything stands, hands clear.
func (st State) Now() setup.Stand { return setup.Stand{Ways: st.Ways, Loose: len(st.Loose()) > 0} }

// Loose are the adjusters that were turned and not locked since: finger tight.
func (st State) Loose() (out []*sheet.Adjuster) {
	if st.Sheet == nil {
		return nil
	}
	var room [8]string // most sheets have no more
	seen := room[:0]
	for i := len(st.Moves) - 1; i >= st.Repaired && len(seen) < len(st.Sheet.Adjusters); i-- {
		last := &st.Moves[i]
		if slices.Contains(seen, last.Adjuster) {
			continue
		}
		if a := st.Sheet.Adjuster(last.Adjuster); a != nil {
			if seen = append(seen, a.ID); st.loose(a, last.Epoch) {
				out = append(out, a)
			}
		}
	}
	return out
}

// loose tells whether nothing locked an adjuster since it was turned last, at an epoch, by its own lock or by that of a setting.
func (st State) loose(a *sheet.Adjuster, at int) bool {
	locks := a.Lock != nil
	if f, ok := st.Locks[lockKey("", a.ID)]; ok && f.Epoch > at {
		return false
	}
	for i := range st.Sheet.Settings {
		one := &st.Sheet.Settings[i]
		if one.Lock == nil || !slices.Contains(one.Adjusters, a.ID) {
			continue
		}
		locks = true
		if f, ok := st.Locks[lockKey(one.ID, "")]; ok && f.Epoch > at {
			return false
		}
	}
	return locks
}

// reading is the work of reading a point, in the course of the setting that reads it.
func (st State) reading(point string) sheet.Work {
	if p := st.Sheet.Point(point); p != nil {
		return st.Sheet.Reading(p, st.SettingOf(point))
	}
	return sheet.Work{}
}

// Asks is the setting that asks a check in its course just now: the first that does and is not locked; nil for none, then
// the check is asked by itself.
func (st State) Asks(check string) *sheet.Setting {
	for i := range st.Sheet.Settings {
		one := &st.Sheet.Settings[i]
		if len(one.Needs) > 0 && (slices.Contains(one.Checks, check) || one.Until != nil && one.Until.Check == check) {
			if locked, _ := st.AllLocked(one); !locked {
				return one
			}
		}
	}
	return nil
}

// unmetBy is what does not stand as some work needs it, as thing=way, then what must never be and is so, in words.
func (st State) unmetBy(w sheet.Work) []string {
	if st.Stood == nil || len(st.Stood.Things) == 0 {
		return nil
	}
	now := st.Now()
	now.HandsIn = w.HandsIn
	var out []string
	for _, id := range st.Missing(now, w.Needs) {
		out = append(out, id+"="+st.Stood.Way(now, id))
	}
	for _, b := range st.Nevers.Broken(now, &w) {
		out = append(out, b.Says)
	}
	return out
}

// Missing are the things that do not stand as some work of the sheet needs: also what is held or locked and is on no sheet.
func (st State) Missing(now setup.Stand, needs setup.Needs) []string {
	if len(st.Stood.Things) > len(st.Sheet.Things) {
		needs = st.Stood.Quiet(needs)
	}
	return st.Stood.Missing(now, needs)
}

// UnmetSays says in words what an entry lacked: "propeller chocked".
func (st State) UnmetSays(unmet []string) string {
	var out []string
	for _, one := range unmet {
		id, way, stood := strings.Cut(one, "=")
		if t := st.Stood.Thing(id); stood && t != nil {
			one = t.Name + " " + t.Says(way)
		}
		out = append(out, one)
	}
	return strings.Join(out, ", ")
}

// partedSince tells whether a cable, a held thing or a fluid that is said to be needed at rest left it after an epoch.
func (st State) partedSince(needs setup.Needs, epoch int) bool {
	if len(st.parted) == 0 {
		return false
	}
	for id, any := range needs {
		if t := st.Stood.Thing(id); t != nil && st.parted[id] > epoch && slices.Equal(any, setup.AnyOf{t.AtRest()}) {
			return true
		}
	}
	return false
}

// late tells whether an entry was made before something it had not heard of, or kept for a while: it tells what was so.
// One that says it was made before its run was opened has a wrong clock, and is judged as made now.
func (in Incoming) late() bool {
	e := in.Event
	return e.Behind > 0 || e.Apart() && e.At.Before(e.Received) && !e.At.Before(in.Opened)
}

// longestOwnID is how many letters things of a run alone are known by.
const longestOwnID = 40

func admitSetUp(in Incoming, c SetUp) (SetUp, error) {
	if err := in.withSheet(); err != nil {
		return c, err
	}
	t := in.Stood.Thing(c.Thing)
	if t == nil {
		own, err := in.own(c)
		if err != nil {
			return c, err
		}
		t = own
	} else if c.Kind != "" && c.Kind != t.Kind {
		return c, fault.At("body.thing", "the %s is there already, of another kind: give this one another name", t.Name)
	}
	way := t.Way(c.Way)
	if way == nil {
		var words []string
		for _, w := range t.Ways {
			words = append(words, w.ID)
		}
		return c, oneOf(c.Way, "way", words...)
	}
	if err := short(c.Why, "why", longestLine); err != nil {
		return c, err
	}
	c.Name, c.Says, c.Torque, c.Cautions = t.Name, way.Says, way.Torque, way.Cautions
	if c.Says == "" {
		c.Says = way.ID
	}
	if c.Found && (in.Worked || in.AnyMoved() || slices.ContainsFunc(in.Changes, func(c Change) bool { return !c.Found })) {
		return c, fault.At("body.found", "how it came is over, work was done since: say it as a change")
	}
	if c.Stays {
		return c, in.stays(t, c)
	}
	if c.Found || in.late() {
		return c, nil
	}
	if in.Stood.Way(in.Now(), c.Thing) == c.Way {
		return c, fault.At("body.way", "the %s stands so already: %s", t.Name, c.Says)
	}
	with, nevers := *in.Stood, in.Nevers
	if in.Stood.Thing(c.Thing) == nil {
		with.Things = append(with.Things, *t)
		nevers = with.Rules()
	}
	return c, in.refused(nevers.Refuse(in.Now(), setup.Change{Thing: c.Thing, Way: c.Way}, in.Sheet.Works()), &with, c)
}

// MayStay tells whether a thing of a kind may be left otherwise than at rest with a reason: nothing that holds, pins, locks
// or carries what was set.
func MayStay(k setup.Kind) bool {
	return !slices.Contains([]setup.Kind{setup.Cable, setup.Held, setup.Pin, setup.Lock, setup.Fluid, setup.Wheels}, k)
}

// stays is the fault of a thing that is left as it stands.
func (in Incoming) stays(t *setup.Thing, c SetUp) error {
	switch {
	case in.Stood.Way(in.Now(), c.Thing) != c.Way:
		return fault.At("body.way", "the %s does not stand so: make it so first", t.Name)
	case c.Way == t.AtRest():
		return fault.At("body.way", "the %s is at rest: nothing is left so", t.Name)
	case !MayStay(t.Kind):
		return fault.At("body.thing", "the %s is not left so: it holds or carries what was set", t.Name)
	}
	return need(c.Why, "why", longestLine, "say why it stays so: it stands on the record")
}

// own is a thing of this run alone, as it is spoken of for the first time.
func (in Incoming) own(c SetUp) (*setup.Thing, error) {
	ways := c.Kind.Ways()
	switch {
	case c.Kind == "":
		return nil, fault.At("body.thing", "there is no such thing in the set-up: say what kind it is, what it is called and why it is there")
	case ways == nil:
		return nil, oneOf(string(c.Kind), "kind", c.Kind.Words()...)
	case len(in.Stood.Things)-len(in.Sheet.Things) >= setup.MostOwn:
		return nil, fault.At("body.thing", "%d things were put on beside the sheet's: take some off, and write a note of this one", setup.MostOwn)
	}
	if err := fault.First(
		need(c.Thing, "thing", longestOwnID, "give it a name to be known by"),
		need(c.Name, "name", longestName, "say what it is, so that it can be found again"),
		need(c.Why, "why", longestLine, "say why it is there: it is to come off again")); err != nil {
		return nil, err
	}
	t := ownThing(c)
	return &t, nil
}

// ownThing is a thing of a run alone.
func ownThing(c SetUp) setup.Thing {
	t := setup.Thing{ID: c.Thing, Kind: c.Kind, Name: c.Name}
	for _, id := range c.Kind.Ways() {
		t.Ways = append(t.Ways, setup.Way{ID: id})
	}
	return t
}

// refused says why a change is not made now, and what leads on.
func (in Incoming) refused(r setup.Refusal, with *setup.Setup, c SetUp) error {
	name := func(id string) string { return with.Thing(id).Name }
	switch {
	case r.Apart:
		between := with.Between(in.Now(), setup.Change{Thing: c.Thing, Way: c.Way})
		if between == "" {
			return fault.At("body.way", "the %s does not go there from where it is", c.Name)
		}
		return fault.At("body.way", "the %s goes there by way of %q: say that first", c.Name, between)
	case len(r.Missing) > 0:
		needs := with.Thing(c.Thing).Way(c.Way).Needs
		var first []string
		for _, id := range r.Missing {
			if id == setup.Hands {
				first = append(first, "hands clear")
				continue
			}
			first = append(first, name(id)+" "+strings.Join(needs[id], " or "))
		}
		return fault.At("body.way", "not yet, first: %s", strings.Join(first, ", "))
	case len(r.Breaks) > 0:
		return in.forbidden("body.way", r.Breaks, with, c.Thing)
	}
	return nil
}

// never is the fault of work on the linkage that must never be as things stand; what came late was done.
func (in Incoming) never(w sheet.Work) error {
	if in.late() {
		return nil
	}
	now := in.Now()
	now.HandsIn, now.Loose = w.HandsIn, false // what is turned is loose, and is locked by this
	if b := in.Nevers.Broken(now, &w); len(b) > 0 {
		return in.forbidden("kind", b, in.Stood, "")
	}
	return nil
}

// neverTurned is the fault of a turn that must never be as things stand, or that leaves something finger tight where that
// must never be, unless hands are allowed in there for it.
func (in Incoming) neverTurned(a *sheet.Adjuster, one *sheet.Setting) error {
	w := in.Sheet.Turning(a, one)
	if err := in.never(w); err != nil || in.late() || !in.Sheet.Locked(a) {
		return err
	}
	now := in.Now()
	now.Loose = true
	var left []setup.Break
	for _, b := range in.Nevers.Broken(now, nil) {
		allowed := slices.ContainsFunc(w.Allows, func(a setup.Together) bool {
			for id, way := range b.Things {
				if id != setup.Loose && a[id] != way {
					return false
				}
			}
			return true
		})
		if b.Things[setup.Loose] != "" && !allowed {
			left = append(left, b)
		}
	}
	if len(left) > 0 {
		return in.forbidden("kind", left, in.Stood, "")
	}
	return nil
}

// forbidden says what would be that must never be, and what changes first; but is what the entry is about.
func (in Incoming) forbidden(field string, breaks []setup.Break, with *setup.Setup, but string) error {
	var says, first []string
	add := func(list *[]string, one string) {
		if !slices.Contains(*list, one) {
			*list = append(*list, one)
		}
	}
	for _, b := range breaks {
		add(&says, b.Says)
		for i := range with.Things {
			t := &with.Things[i]
			if way, named := b.Things[t.ID]; named && t.ID != but {
				add(&first, otherwise(t, way))
			}
		}
		if _, loose := b.Things[setup.Loose]; loose {
			for _, a := range in.Loose() {
				add(&first, "lock the "+a.Name)
			}
		}
	}
	if len(first) == 0 {
		return fault.At(field, "that must never be: %s", strings.Join(says, "; "))
	}
	return fault.At(field, "that must never be: %s. First: %s", strings.Join(says, "; "), strings.Join(first, "; "))
}

// otherwise says how a thing must stand that must not stand so: how it can where that is one way, else how not.
func otherwise(t *setup.Thing, way string) string {
	if len(t.Ways) == 2 {
		for _, w := range t.Ways {
			if w.ID != way {
				return "the " + t.Name + " " + t.Says(w.ID)
			}
		}
	}
	return fmt.Sprintf("the %s must not be %s", t.Name, t.Says(way))
}

func foldSetUp(st *State, e Event, c SetUp) {
	if st.Stood == nil {
		return
	}
	t := st.Stood.Thing(c.Thing)
	if t == nil {
		with := *st.Stood
		with.Things = append(slices.Clone(st.Stood.Things), ownThing(c))
		st.Stood, st.Nevers = &with, with.Rules()
		t = with.Thing(c.Thing)
	}
	if c.Stays {
		st.Stays[c.Thing] = c.Why
		return
	}
	delete(st.Stays, c.Thing)
	from := st.Stood.Way(st.Now(), c.Thing)
	st.Ways[c.Thing] = c.Way
	done := Change{SetUp: c, From: from, By: e.By, At: e.At, Seq: e.Seq}
	for _, b := range st.Nevers.Broken(st.Now(), nil) {
		done.Broke = append(done.Broke, b.Says)
	}
	st.Changes = append(st.Changes, done)
	if Holds(t.Kind) && from == t.AtRest() && c.Way != from {
		st.part(c.Thing)
	}
	if t.Kind == setup.Held && c.Way == t.AtRest() && from != c.Way {
		st.giveBack(c.Thing)
	}
}

// part has what needs a thing at rest proved again: it left, though it comes back. What failed stays failed.
func (st *State) part(thing string) {
	st.Epoch++
	st.parted[thing] = st.Epoch
	for id := range st.Checks {
		if c := st.Sheet.Check(id); c != nil && st.Checks[id].Good && st.partedSince(c.Needs, st.Checks[id].Epoch) {
			st.void(id)
		}
	}
}

// giveBack has what proves that a thing took up its slack by itself asked anew.
func (st *State) giveBack(thing string) {
	for i := range st.Sheet.Settings {
		if one := &st.Sheet.Settings[i]; one.Held == thing {
			st.void(one.Check)
		}
	}
}

// SaysSetUp is a change in words.
func SaysSetUp(c SetUp) string {
	says := c.Name + ": " + c.Says
	if c.Torque > 0 {
		says += fmt.Sprintf(", %g Nm", c.Torque)
	}
	if c.Found {
		says += ", as it came"
	}
	if c.Stays {
		says += ", left so"
	}
	if c.Why != "" {
		says += " (" + c.Why + ")"
	}
	return says
}

// Things are all that stand one way or another in this run; none before a sheet is known.
func (st State) Things() []setup.Thing {
	if st.Stood == nil {
		return nil
	}
	return st.Stood.Things
}

// Outlived tells whether a cable, a held thing or a fluid that a reading needs at rest left it after the reading was taken.
func (st State) Outlived(t *Taken) bool {
	p := st.Sheet.Point(t.Point)
	return p != nil && p.Stop == "" && st.partedSince(st.Sheet.Needed(p, st.SettingOf(t.Point)), t.Epoch)
}

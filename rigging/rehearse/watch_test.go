package rehearse

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// watcher reads events by what is written of set-ups, and by nothing that the core works out: the kinds of things, what a
// sheet needs, allows and never has.
type watcher struct {
	s     *sheet.Sheet
	ways  map[string]string
	kinds map[string]setup.Kind
	loose map[string]bool
	bad   []string
}

func watch(s *sheet.Sheet) *watcher {
	w := &watcher{s, map[string]string{}, map[string]setup.Kind{}, map[string]bool{}, nil}
	for _, t := range s.Things {
		w.kinds[t.ID], w.ways[t.ID] = t.Kind, t.Ways[0].ID
		if t.Rest != "" {
			w.ways[t.ID] = t.Rest
		}
	}
	return w
}

// is tells whether anything of a kind stands one of these ways, but for what is named.
func (w *watcher) is(kind setup.Kind, ways []string, but ...string) bool {
	for id, k := range w.kinds {
		if k == kind && slices.Contains(ways, w.ways[id]) && !slices.Contains(but, id) {
			return true
		}
	}
	return false
}

func (w *watcher) has(kind setup.Kind) bool {
	for _, k := range w.kinds {
		if k == kind {
			return true
		}
	}
	return false
}

// never is what is so and must never be, while something is done with hands in or clear that needs and allows some things.
func (w *watcher) never(hands string, needs setup.Needs, allows []setup.Together) (out []string) {
	allowed := func(things ...string) bool {
		return slices.ContainsFunc(allows, func(a setup.Together) bool {
			for id, way := range a {
				if id != "caution" && !slices.Contains(things, way) {
					return false
				}
			}
			return true
		})
	}
	says := func(so bool, text string) {
		if so {
			out = append(out, text)
		}
	}
	on, ground := []string{"on"}, func(ways ...string) bool { return w.is(setup.Ground, ways) }
	running := w.is(setup.Key, []string{"running", "warm"})
	loose := len(w.loose) > 0
	says(running && w.is(setup.Propeller, []string{"chocked"}), "running, propeller chocked")
	says(running && hands == "in" && !allowed("running", "in") && !allowed("warm", "in"), "running, hands in")
	says(w.is(setup.Power, on) && hands == "in" && !allowed("on", "in"), "power on, hands in")
	says(running && loose && hands == "clear", "running, finger tight")
	says(w.s.Craft == sheet.Boat && running && ground("slip", "wheels", "stands") && !w.is(setup.Cooling, on), "ashore without water")
	says(ground("stands") && running && w.is(setup.Gear, []string{"in"}) && !allowed("running", "in"), "running in gear on stands")
	says(ground("stands") && w.has(setup.Chocks) && !w.is(setup.Chocks, on), "stands, no chocks")
	says(w.has(setup.Ground) && !ground("stands") && w.is(setup.Wheels, []string{"off"}), "down, wheel off")
	says(w.has(setup.Chocks) && !w.is(setup.Chocks, on) && (w.is(setup.Cable, []string{"off"}) || w.is(setup.Held, on)), "nothing holds it")
	if ground("slope", "road", "water", "air") {
		var named []string
		for id, ways := range needs {
			if slices.Contains(ways, "on") {
				named = append(named, id)
			}
		}
		says(loose && hands == "clear", "moving, finger tight")
		says(w.is(setup.Held, on) || w.is(setup.Pin, []string{"in"}) || w.is(setup.Lock, on), "moving, held, pinned or locked")
		says(w.is(setup.Chocks, on, named...), "moving, chocked")
		says(w.is(setup.Cable, []string{"off"}) || w.is(setup.Wheels, []string{"off", "snug"}) || w.is(setup.Fluid, []string{"let out"}), "moving, apart")
		for _, t := range w.s.Things {
			says(t.Kind == setup.Part && w.ways[t.ID] == "off" && !t.Way("off").Left, "moving, "+t.ID+" off")
		}
	}
	for _, together := range w.s.Never {
		all := true
		for id, way := range together {
			all = all && (id == "hands" && way == hands || w.ways[id] == way)
		}
		says(all, fmt.Sprint("never ", together))
	}
	return out
}

// unmet is what of some needs does not stand so.
func (w *watcher) unmet(needs setup.Needs) (out []string) {
	for id, ways := range needs {
		if id != "hands" && !slices.Contains(ways, w.ways[id]) {
			out = append(out, id)
		}
	}
	for id, k := range w.kinds {
		if _, named := needs[id]; !named && (k == setup.Held || k == setup.Lock) && w.ways[id] != w.rest(id) {
			out = append(out, id)
		}
	}
	return out
}

func (w *watcher) rest(id string) string {
	for _, t := range w.s.Things {
		if t.ID == id && t.Rest != "" {
			return t.Rest
		} else if t.ID == id {
			return t.Ways[0].ID
		}
	}
	return ""
}

// handled are the kinds of things that are changed with hands in the linkage.
var handled = []setup.Kind{setup.Part, setup.Cable, setup.Pin, setup.Lock, setup.Held, setup.Wheels, setup.Propeller, setup.Fluid}

// reads an entry; counted tells whether what it says was taken as true.
func (w *watcher) reads(e record.Event, counted bool) {
	var b struct {
		Thing, Way, Point, Check, Adjuster, Setting string
	}
	_ = json.Unmarshal(e.Body, &b)
	tell := func(broken []string) {
		for _, one := range broken {
			w.bad = append(w.bad, fmt.Sprintf("%d %s: %s", e.Seq, e.Says(), one))
		}
	}
	one := w.s.Setting(b.Setting)
	over := func(own setup.Needs, of *sheet.Setting) setup.Needs { return of.Over(own) }
	hands := func(needs setup.Needs, usual string) string {
		if of, said := needs["hands"]; said {
			return of[0]
		}
		return usual
	}
	switch e.Kind {
	case record.KindSetUp:
		w.ways[b.Thing] = b.Way
		tell(w.never("clear", w.proof(), nil))
		if slices.Contains(handled, w.kinds[b.Thing]) {
			tell(w.never("in", w.proof(), nil))
		}
	case record.KindMove:
		a := w.s.Adjuster(b.Adjuster)
		tell(w.never(hands(over(a.Needs, one), "in"), over(a.Needs, one), a.Allows))
		w.loose[a.ID] = a.Lock != nil || slices.ContainsFunc(w.s.Settings, func(s sheet.Setting) bool {
			return s.Lock != nil && slices.Contains(s.Adjusters, a.ID)
		})
		if !w.loose[a.ID] {
			delete(w.loose, a.ID)
		}
	case record.KindLocked:
		tell(w.never("in", nil, nil))
		delete(w.loose, b.Adjuster)
		if s := w.s.Setting(b.Setting); s != nil && b.Adjuster == "" {
			for _, id := range s.Adjusters {
				delete(w.loose, id)
			}
		}
	case record.KindReading:
		p := w.s.Point(b.Point)
		if counted && w.none(p.Needs, func(s *sheet.Setting) bool { return slices.Contains(s.Points, p.ID) }) {
			tell(append(w.unmet(p.Needs), "read, and it does not stand so"))
		}
	case record.KindCheck:
		c := w.s.Check(b.Check)
		if counted && w.none(c.Needs, func(s *sheet.Setting) bool { return slices.Contains(s.Checks, c.ID) || s.Until != nil }) {
			tell(append(w.unmet(c.Needs), "proved, and it does not stand so"))
		}
		if counted {
			tell(w.never(hands(c.Needs, "clear"), c.Needs, c.Allows))
		}
	case record.KindDecided:
		if record.BodyOf[record.Decided](e).Choice == record.ChoiceRepaired {
			w.loose = map[string]bool{} // other parts: it begins as it was put together
		}
	case record.KindSigned:
		for id := range w.loose {
			tell([]string{"signed, finger tight: " + id})
		}
		for id, k := range w.kinds {
			seen := len(w.s.Inspect) > 0 && slices.Contains([]setup.Kind{setup.Part, setup.Key, setup.Ground, setup.Chocks}, k)
			if w.ways[id] != w.rest(id) && k != setup.Ground && !seen {
				tell([]string{"signed, and it stands " + id + " " + w.ways[id]})
			}
		}
	}
}

// proof is what any proof of the sheet needs on as it is driven to where it is made.
func (w *watcher) proof() setup.Needs {
	out := setup.Needs{}
	for _, c := range w.s.Checks {
		for id, ways := range c.Needs {
			if w.kinds[id] == setup.Chocks && slices.Contains(ways, "on") && slices.ContainsFunc(c.Needs["ground"], func(g string) bool { return w.ways["ground"] == g }) {
				out[id] = ways
			}
		}
	}
	return out
}

// none tells whether neither the needs by themselves nor those in any setting that it belongs to are met.
func (w *watcher) none(own setup.Needs, of func(*sheet.Setting) bool) bool {
	if len(w.unmet(own)) == 0 {
		return false
	}
	for i := range w.s.Settings {
		if s := &w.s.Settings[i]; of(s) && len(w.unmet(s.Over(own))) == 0 {
			return false
		}
	}
	return true
}

// watched reads all events of a run.
func watched(s *sheet.Sheet, events []record.Event) []string {
	w := watch(record.Fold(s, events).Sheet)
	st := record.Fold(s, nil)
	for i, e := range events {
		if !st.Carry(e) {
			st = record.Fold(s, events[:i+1])
		}
		w.reads(e, counted(st, e))
	}
	return w.bad
}

// counted tells whether what an entry says was judged.
func counted(st record.State, e record.Event) bool {
	switch e.Kind {
	case record.KindReading:
		last := st.Readings[len(st.Readings)-1]
		return len(last.Unmet) == 0 && len(last.Missing) == 0
	case record.KindCheck:
		last := st.Answers[len(st.Answers)-1]
		return len(last.Unmet) == 0
	}
	return true
}

// No rehearsal comes to where it must never be, takes for proved what the machine did not stand for, or signs with
// something owed: seen by who knows only what is written. The changes of a careful hand are within one of the fewest.
func TestAWatcherFindsNothingBrokenInAnyRehearsal(t *testing.T) {
	t.Parallel()
	n := max(3, seeds(t)/40)
	runs, kept, few, changes, fewest := 0, 0, 0, 0, 0
	for _, w := range led(t) {
		for seed := range uint64(n) {
			for _, hand := range Hands {
				q := asked(rand.New(rand.NewPCG(seed, 31)), w, seed)
				q.Hand = hand
				out, err := Rehearse(q)
				require.NoError(t, err, q.where())
				require.Empty(t, watched(w.Sheet, out.Events), "%s by a %s hand", q.where(), hand)
				runs, kept = runs+1, kept+out.Mistakes.Kept
				if hand != "careful" || out.Outcome != "signed" || len(q.Condition) > 0 {
					continue
				}
				if out.Search(); out.Fewest == nil {
					continue
				}
				few, changes, fewest = few+1, changes+out.Changes, fewest+*out.Fewest
				assert.LessOrEqual(t, out.Changes, *out.Fewest+1, q.where())
			}
		}
	}
	assert.Greater(t, kept, runs/8, "a hasty hand tries before it stands so")
	assert.Greater(t, few, runs/10)
	t.Logf("%d runs, %d entries kept and not judged; %d changes where %d are the fewest", runs, kept, changes, fewest)
}

// A hand that posts anything at all, and whatever of it is taken: no never is reached, and nothing is signed with something
// owed.
func TestAWatcherFindsNothingBrokenByARandomHand(t *testing.T) {
	t.Parallel()
	taken, refused, signed := 0, 0, 0
	for _, w := range led(t) {
		for seed := range uint64(max(1, seeds(t)/40)) {
			h, err := newHand(asked(rand.New(rand.NewPCG(seed, 57)), w, seed))
			require.NoError(t, err)
			r := rand.New(rand.NewPCG(seed, 58))
			for len(h.events) < 70 && h.st.Signed == nil {
				before := len(h.events)
				if err := h.random(r); err != nil {
					refused++
				}
				taken += len(h.events) - before
			}
			if h.st.Signed != nil {
				signed++
			}
			require.Empty(t, watched(w.Sheet, h.events), "sheet %s, seed %d", w.ID, seed)
		}
	}
	assert.Greater(t, taken, 20*len(led(t)))
	assert.Greater(t, refused, 5*len(led(t)), "it must have tried what is refused")
	t.Logf("%d entries taken, %d refused, %d signed", taken, refused, signed)
}

// random posts something: half the time what is asked.
func (h *hand) random(r *rand.Rand) error {
	a := h.led().Advice()
	s := h.st.Sheet
	if s == nil || r.IntN(2) == 0 {
		if a.Do == lead.DoNothing || strings.HasPrefix(string(a.Do), "decide") && len(a.Choices) == 0 {
			return h.log(record.KindNote, record.Note{Text: "nothing"})
		}
		return h.follow(a)
	}
	switch r.IntN(6) {
	case 0, 1:
		t := h.st.Things()[r.IntN(len(h.st.Things()))]
		return h.log(record.KindSetUp, record.SetUp{Thing: t.ID, Way: t.Ways[r.IntN(len(t.Ways))].ID})
	case 2:
		adjuster := s.Adjusters[r.IntN(len(s.Adjusters))]
		return h.log(record.KindMove, record.Move{Adjuster: adjuster.ID, Turns: "1", Way: []string{"in", "out"}[r.IntN(2)]})
	case 3:
		return h.read(&lead.Want{Point: s.Points[r.IntN(len(s.Points))].ID})
	case 4:
		if len(s.Checks) == 0 {
			return nil
		}
		c := s.Checks[r.IntN(len(s.Checks))]
		return h.log(record.KindCheck, record.Checked{Check: c.ID, Answer: c.Answers[0].ID, Figures: Figures(&c, c.Answers[0].ID, nil)})
	}
	return h.log(record.KindSigned, record.Signed{Name: "the hand"})
}

package run_test

import (
	"encoding/json"
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/setup"
)

// anything is what somebody might send at any moment.
var anything = map[record.Kind][]any{
	record.KindComplaint: {record.Complaint{Words: "stiff", Shows: "yes"}},
	record.KindIdentified: {
		record.Identified{Serial: "2207", Hand: "standard"},
		record.Identified{Serial: "2611", Hand: "standard"},
		record.Identified{Serial: "9", Hand: "standard"},
	},
	record.KindSetUp: {
		record.SetUp{Thing: "key", Way: "pocket"}, record.SetUp{Thing: "key", Way: "in"}, record.SetUp{Thing: "key", Way: "running"},
		record.SetUp{Thing: "propeller", Way: "chocked"}, record.SetUp{Thing: "propeller", Way: "free"},
		record.SetUp{Thing: "linkage-cover", Way: "off"}, record.SetUp{Thing: "linkage-cover", Way: "on"},
		record.SetUp{Thing: "linkage-cover", Way: "off", Found: true},
		record.SetUp{Thing: "tape", Way: "on", Kind: "held", Name: "tape", Why: "it holds the lever"}, record.SetUp{Thing: "tape", Way: "off"},
	},
	record.KindReading: {
		record.Reading{Point: "inner-home", Text: "71"}, record.Reading{Point: "inner-eased", Text: "66"}, record.Reading{Point: "barrel-threads", Text: "12"},
		record.Reading{Point: "barrel-to-eye", Text: "139.4", States: allStates}, record.Reading{Point: "barrel-to-eye", Text: "143"},
	},
	record.KindMove:    {record.Move{Adjuster: "barrel", Turns: "3½", Way: "out"}, record.Move{Adjuster: "barrel", Turns: "1", Way: "in"}},
	record.KindSettled: {record.Settled{Point: "barrel-to-eye", Times: 3}},
	record.KindLocked:  {record.Locked{Adjuster: "barrel", BackOff: "½", Pin: true}},
	record.KindCheck:   {record.Checked{Check: "neutral-free", Answer: "turns free"}, record.Checked{Check: "forward-locks", Answer: "slips or ratchets"}},
	record.KindRetried: {record.Retried{Outcome: "better"}},
	record.KindDecided: {record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen},
		record.Decided{About: record.AboutCheck.Of("forward-locks"), Choice: record.ChoiceAgain}},
	record.KindPaused:    {record.Note{Text: "called away"}},
	record.KindNote:      {record.Note{Text: "grease is old"}},
	record.KindDeviation: {record.Deviation{Point: "barrel-to-eye", AskedBy: "the owner", Why: "softer"}},
	record.KindSkipped:   {record.Skipped{Step: "again", Reason: "no time"}},
	record.KindStuck: {record.Stuck{Adjuster: "barrel", Way: "out"}, record.Stuck{Adjuster: "barrel", Way: "in", End: true, Showing: "2"},
		record.Stuck{Adjuster: "barrel", Way: "out", End: true}},
	record.KindRighted: {record.Righted{Way: "in"}, record.Righted{Way: "out"}, record.Righted{Turns: "0"}}, // of the last turn
	record.KindJob: {record.Job{Job: "set"}, record.Job{Job: "look"}, record.Job{Job: "new", Part: "cable"}, record.Job{Job: "one"},
		record.Job{Job: "one", Setting: "length", AskedBy: "the owner"},
		record.Job{Job: "taste", Setting: "length", AskedBy: "the owner", Steps: "½", Way: "out"}},
	record.KindPart: {record.Parted{Item: "old-length", Text: "2400"}, record.Parted{Item: "seated-works"}},
}

// body is one of what somebody might send; what is put right is the last turn.
func body(r *rig, of any) any {
	if right, ok := of.(record.Righted); ok {
		if moves := r.state().Moves; len(moves) > 0 {
			right.Move = moves[len(moves)-1].Event
		}
		return right
	}
	return of
}

// naive is a second fold, written to be seen through: it walks the live events from the
// start for each question.
type naive struct {
	stands    map[string]string
	turned    []turned
	readings  int
	moves     int
	lastMove  int // seq
	answers   map[string]string
	answered  map[string]int // seq
	signed    bool
	identity  string
	complaint string
}

// turned is one turn since a repair, outward positive.
type turned struct {
	id  string
	net float64
}

func (n naive) net() (sum float64) {
	for _, t := range n.turned {
		sum += t.net
	}
	return sum
}

func fold2(events []record.Event) naive {
	n := naive{stands: map[string]string{}, answers: map[string]string{}, answered: map[string]int{}}
	gone := map[string]bool{}
	for _, e := range events {
		if e.Kind == record.KindCorrected {
			gone[record.BodyOf[record.Corrected](e).Event] = true
		}
	}
	for _, e := range events {
		if gone[e.ID] {
			continue
		}
		switch e.Kind {
		case record.KindComplaint:
			n.complaint = record.BodyOf[record.Complaint](e).Words
		case record.KindIdentified:
			n.identity = record.BodyOf[record.Identified](e).Serial
		case record.KindSetUp:
			c := record.BodyOf[record.SetUp](e)
			n.stands[c.Thing] = c.Way
		case record.KindReading:
			n.readings++
		case record.KindMove:
			n.moves, n.lastMove = n.moves+1, e.Seq
			turns := record.BodyOf[record.Move](e).Value
			if record.BodyOf[record.Move](e).Way == "in" {
				turns = -turns
			}
			n.turned = append(n.turned, turned{e.ID, turns})
		case record.KindRighted:
			right := record.BodyOf[record.Righted](e)
			for i := range n.turned {
				if n.turned[i].id == right.Move {
					n.turned[i].net = map[string]float64{"out": right.Value, "in": -right.Value}[right.Way]
				}
			}
		case record.KindDecided:
			if record.BodyOf[record.Decided](e).Choice == record.ChoiceRepaired {
				n.turned = nil // counted from where it was found then
			}
		case record.KindCheck:
			c := record.BodyOf[record.Checked](e)
			n.answers[c.Check], n.answered[c.Check] = c.Answer, e.Seq
		case record.KindSigned:
			n.signed = true
		}
	}
	return n
}

func (n naive) agrees(t *rapid.T, st record.State) {
	if st.Stood == nil { // no sheet: nothing is known to stand one way or another
		n.stands = map[string]string{}
	}
	assert.Equal(t, n.stands, st.Ways)
	assert.InDelta(t, n.net(), st.NetTurns("barrel"), 1e-9)
	assert.Len(t, st.Readings, n.readings)
	assert.Len(t, st.Moves, n.moves)
	assert.Equal(t, n.signed, st.Signed != nil)
	if st.Complaint != nil {
		assert.Equal(t, n.complaint, st.Complaint.Words)
	}
	if st.Identity != nil {
		assert.Equal(t, n.identity, st.Identity.Serial)
	}
	for id, answer := range n.answers {
		assert.Equal(t, answer, st.Checks[id].Answer)
		if answer == st.Sheet.Check(id).Good().Says && n.answered[id] > n.lastMove {
			assert.False(t, st.Checks[id].Void, "%s was answered after the last move", id)
		}
		if n.answered[id] < n.lastMove {
			assert.True(t, st.Checks[id].Void, "%s was answered before the last move", id)
		}
	}
}

// Any order of any events, mixed with a mechanic who does what the advice says: every
// prefix has an advice, a second fold that was written apart agrees, carrying on gives
// what folding anew gives, an event sent twice changes nothing, and turning back what
// Undo says stands as found.
func TestEveryPrefixFoldsAndReplaysTheSame(t *testing.T) {
	reached := map[string]int{}
	kindsOf := slices.Sorted(maps.Keys(anything))
	rapid.Check(t, func(rt *rapid.T) {
		r := newRig(t)
		d := &driver{r, r.sheets[0], 140}
		carried := record.Fold(nil, nil)
		if rapid.IntRange(0, 3).Draw(rt, "job") == 0 {
			r.do(record.KindJob, rapid.SampledFrom(anything[record.KindJob][:4]).Draw(rt, "what"))
		}
		for range rapid.IntRange(5, 60).Draw(rt, "events") {
			switch n := rapid.IntRange(0, 10).Draw(rt, "who"); {
			case n < 7:
				d.step(r.led().Advice())
			case n == 7 && r.state().LastEvent != "" && r.state().Signed == nil:
				r.struck()
				reached["struck out"]++
			case n == 8 && r.state().AnyMoved():
				m := r.state().Moves[len(r.state().Moves)-1]
				_ = r.try(record.KindRighted, record.Righted{Move: m.Event, Way: map[string]string{"in": "out", "out": "in"}[m.Way]})
			default:
				k := rapid.SampledFrom(kindsOf).Draw(rt, "kind")
				_ = r.try(k, body(r, rapid.SampledFrom(anything[k]).Draw(rt, "body"))) // a refusal is an answer too
			}
			live := tell.Show(r.led())
			if live.Advice.Do == "" || len(live.Advice.Say) == 0 {
				rt.Fatalf("no advice after %d events", len(r.events))
			}
			if !carried.Carry(r.events[carried.Seq:]...) {
				carried = record.Fold(r.sheet(), r.events)
			}
			alike(rt, live, tell.Show(lead.Of(carried)))
		}
		require.NoError(rt, record.Verify(r.events))
		st := r.led()
		fold2(r.events).agrees(rt, st.State)
		alike(rt, tell.Show(st), tell.Show(lead.Of(record.Fold(r.sheet(), append(slices.Clone(r.events), r.events...)))))
		for _, e := range r.events {
			reached[string(e.Kind)]++
		}
		if len(st.Moves) > 0 {
			reached["moves"]++
		}
		if st.Signed != nil {
			reached["signatures"]++
		}
		if back := tell.Show(st).Back; len(back) > 0 && st.Signed == nil && len(st.Stood.Broken(setup.Stand{Ways: st.Ways, HandsIn: true, Loose: true}, nil)) == 0 {
			reached["undone"]++
			u := back[0]
			r.do(record.KindMove, record.Move{Adjuster: u.Adjuster, Turns: u.Turns, Way: u.Way})
			require.Empty(rt, tell.Show(r.led()).Back)
		}
	})
	if testing.Short() {
		return // a fifth of the runs comes to what is seldom by luck alone
	}
	for _, what := range []string{"moves", "signatures", "undone", "struck out", "righted", "stuck", "job", "part"} {
		assert.Positive(t, reached[what], "the events never reached %s: %v", what, reached)
	}
	t.Log(reached)
}

func alike(t *rapid.T, a, b tell.View) {
	one, _ := json.Marshal(a)
	two, _ := json.Marshal(b)
	require.Equal(t, string(one), string(two))
}

package run

import (
	"encoding/json"
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// anything is what somebody might send at any moment.
var anything = map[Kind][]any{
	KindComplaint: {Complaint{"stiff", "yes"}},
	KindIdentified: {
		Identified{Serial: "2207", Hand: "standard"},
		Identified{Serial: "2611", Hand: "standard"},
		Identified{Serial: "9", Hand: "standard"},
	},
	KindCaution:  {Named{ID: "key-out"}, Named{ID: "propeller-clear"}, Named{ID: "hands-out"}},
	KindPutOn:    {Thing{ID: "propeller-chock"}, Thing{Name: "tape"}},
	KindPartOff:  {Thing{ID: "linkage-cover"}},
	KindTakenOff: {Thing{ID: "propeller-chock"}, Thing{Name: "tape"}},
	KindPartBack: {Thing{ID: "linkage-cover"}},
	KindReading: {
		Reading{Point: "inner-home", Text: "71"}, Reading{Point: "inner-eased", Text: "66"}, Reading{Point: "barrel-threads", Text: "12"},
		Reading{Point: "barrel-to-eye", Text: "139.4", States: allStates}, Reading{Point: "barrel-to-eye", Text: "143"},
	},
	KindMove:    {Move{Adjuster: "barrel", Turns: "3½", Way: "out"}, Move{Adjuster: "barrel", Turns: "1", Way: "in"}},
	KindSettled: {Settled{Point: "barrel-to-eye", Times: 3}},
	KindLocked:  {Locked{Adjuster: "barrel", BackOff: "½", Pin: true}},
	KindCheck:   {Checked{Check: "neutral-free", Answer: "turns free"}, Checked{Check: "forward-locks", Answer: "slips or ratchets"}},
	KindRetried: {Retried{Outcome: "better"}},
	KindDecided: {Decided{About: About{Question: AboutLoaded}, Choice: ChoiceOpen},
		Decided{About: About{AboutCheck, "forward-locks"}, Choice: ChoiceAgain}},
	KindPaused:    {Note{"called away"}},
	KindNote:      {Note{"grease is old"}},
	KindDeviation: {Deviation{Point: "barrel-to-eye", AskedBy: "the owner", Why: "softer"}},
	KindSkipped:   {Skipped{"again", "no time"}},
}

// naive is a second fold, written to be seen through: it walks the live events from the
// start for each question.
type naive struct {
	on, off   map[string]bool
	net       float64
	readings  int
	moves     int
	lastMove  int // seq
	answers   map[string]string
	answered  map[string]int // seq
	signed    bool
	identity  string
	complaint string
}

func fold2(events []Event) naive {
	n := naive{on: map[string]bool{}, off: map[string]bool{}, answers: map[string]string{}, answered: map[string]int{}}
	gone := map[string]bool{}
	for _, e := range events {
		if e.Kind == KindCorrected {
			gone[bodyOf[Corrected](e).Event] = true
		}
	}
	for _, e := range events {
		if gone[e.ID] {
			continue
		}
		thing := bodyOf[Thing](e)
		switch e.Kind {
		case KindComplaint:
			n.complaint = bodyOf[Complaint](e).Words
		case KindIdentified:
			n.identity = bodyOf[Identified](e).Serial
		case KindPutOn:
			n.on[thing.Name] = true
		case KindTakenOff:
			delete(n.on, thing.Name)
		case KindPartOff:
			n.off[thing.Name] = true
		case KindPartBack:
			delete(n.off, thing.Name)
		case KindReading:
			n.readings++
		case KindMove:
			n.moves, n.lastMove = n.moves+1, e.Seq
			turns := bodyOf[Move](e).Value
			if bodyOf[Move](e).Way == "in" {
				turns = -turns
			}
			n.net += turns
		case KindDecided:
			if bodyOf[Decided](e).Choice == ChoiceRepaired {
				n.net = 0 // counted from where it was found then
			}
		case KindCheck:
			c := bodyOf[Checked](e)
			n.answers[c.Check], n.answered[c.Check] = c.Answer, e.Seq
		case KindSigned:
			n.signed = true
		}
	}
	return n
}

func (n naive) agrees(t *rapid.T, st State) {
	assert.Equal(t, len(n.on), len(st.On))
	assert.Equal(t, len(n.off), len(st.Off))
	assert.InDelta(t, n.net, st.NetTurns("barrel"), 1e-9)
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
		carried := Fold(nil, nil)
		for range rapid.IntRange(5, 60).Draw(rt, "events") {
			switch n := rapid.IntRange(0, 9).Draw(rt, "who"); {
			case n < 7:
				d.step(Next(r.state()))
			case n == 7 && r.state().LastEvent != "" && r.state().Signed == nil:
				r.struck()
				reached["struck out"]++
			default:
				k := rapid.SampledFrom(kindsOf).Draw(rt, "kind")
				_ = r.try(k, rapid.SampledFrom(anything[k]).Draw(rt, "body")) // a refusal is an answer too
			}
			live := Show(r.state())
			if live.Advice.Do == "" || len(live.Advice.Say) == 0 {
				rt.Fatalf("no advice after %d events", len(r.events))
			}
			if !carried.Carry(r.events[carried.Seq:]...) {
				carried = Fold(r.sheet(), r.events)
			}
			alike(rt, live, Show(carried))
		}
		require.NoError(rt, Verify(r.events))
		st := r.state()
		fold2(r.events).agrees(rt, st)
		alike(rt, Show(st), Show(Fold(r.sheet(), append(slices.Clone(r.events), r.events...))))
		if len(st.Moves) > 0 {
			reached["moves"]++
		}
		if st.Signed != nil {
			reached["signatures"]++
		}
		if back := Show(st).Back; len(back) > 0 && st.Signed == nil && st.unsafe("") == nil {
			reached["undone"]++
			u := back[0]
			r.do(KindMove, Move{Adjuster: u.Adjuster, Turns: u.Turns, Way: u.Way})
			require.Empty(rt, Show(r.state()).Back)
		}
	})
	for _, what := range []string{"moves", "signatures", "undone", "struck out"} {
		assert.Positive(t, reached[what], "the events never reached %s: %v", what, reached)
	}
	t.Log(reached)
}

func alike(t *rapid.T, a, b View) {
	one, _ := json.Marshal(a)
	two, _ := json.Marshal(b)
	require.Equal(t, string(one), string(two))
}

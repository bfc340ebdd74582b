package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// other is the tap that says a turn went the other way.
func other(t *testing.T, a lead.Advice) record.Righted {
	require.NotEmpty(t, a.Right, "%s: %s", said(a), a.Finding)
	return record.Righted{Move: a.Right[0].Move, Way: a.Right[0].Way, Turns: a.Right[0].Turns}
}

// Three turns were made inward and logged outward: the length got shorter. It is asked what they did before anything is
// concluded; once put right, response, thread and the way back follow.
func TestATurnTheWrongWayIsPutRightByOneTap(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "15").turn("3", "out").settle().length("136.4 mm")
	a := r.wants(lead.DoDecide)
	assert.Contains(t, said(a), "It went the wrong way.")
	assert.Equal(t, "The barrel went 3 turns toward the eye, the other way", a.Right[0].Label)
	for _, c := range a.Choices {
		assert.NotEqual(t, record.ChoiceRepair, c.Choice, "nothing is concluded from it")
	}
	r.do(record.KindRighted, other(t, a))
	a = r.wants(lead.DoMove)
	assert.Equal(t, "out", a.Move.Way)
	assert.Equal(t, 6.5, a.Move.Turns, "from where it truly stands")
	assert.Equal(t, "11½", a.Move.ThreadsLeft, "15 and 3 in, 6½ out")
	assert.Empty(t, a.Finding)
	v := tell.Show(r.led())
	require.Len(t, v.Back, 1)
	assert.Equal(t, "out", v.Back[0].Way, "back to as found is outward now")
	assert.Contains(t, plainOf(v), "as the turns say")
	last := r.events[len(r.events)-1]
	assert.Equal(t, "put right, barrel turned 3 turns away from the eye: it turned 3 turns toward the eye", last.Says())

	r.do(record.KindCorrected, record.Corrected{Event: last.ID, Reason: "it was outward after all"})
	assert.Contains(t, said(r.wants(lead.DoDecide)), "wrong way", "struck out, it stands as it was logged")
}

// What did not turn at all is no response either.
func TestATurnThatWasNoneCountsAsNone(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "15").turn("3", "out").settle().length("139.4 mm")
	a := r.wants(lead.DoDecide)
	assert.Contains(t, said(a), "did not answer")
	none := a.Right[1]
	assert.Equal(t, "The barrel did not turn at all", none.Label)
	r.do(record.KindRighted, record.Righted{Move: none.Move, Way: none.Way, Turns: none.Turns})
	assert.Equal(t, 3.5, r.wants(lead.DoMove).Move.Turns)
	assert.Empty(t, tell.Show(r.led()).Back, "it stands as found")
}

func TestRightingNamesATurnAndSaysSomethingElse(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "15").turn("3", "out")
	move := r.events[len(r.events)-1].ID
	for _, one := range []struct {
		body record.Righted
		says string
	}{
		{record.Righted{Move: "nothing", Way: "in"}, "name a turn of this run"},
		{record.Righted{Move: move, Way: "sideways"}, "choose in or out"},
		{record.Righted{Move: move, Way: "out"}, "that is what stands there"},
		{record.Righted{Move: move, Turns: "-3"}, "without a sign"},
		{record.Righted{Move: move, Turns: "900"}, "from 0 to 60"},
	} {
		require.ErrorContains(t, r.try(record.KindRighted, one.body), one.says)
	}
}

// Two ends of one cable: the round went wrong at one of them, and nothing is said of a wrong part.
func TestARoundThatMovedWrongIsAskedAfterBeforeAnythingIsConcluded(t *testing.T) {
	f := follow(t, "722")
	f.reading = map[string]string{"air": "20", "tension": "95"}
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && len(a.Plan) > 0 })
	for a.Do == lead.DoMove {
		f.step(a)
		a = f.led().Advice()
	}
	f.reading["tension"] = "60" // tighter was asked for, slacker it got
	a = f.until(func(a lead.Advice) bool { return a.Do == lead.DoDecide })
	assert.Contains(t, said(a), "It went the wrong way.")
	require.NotEmpty(t, a.Right)
	assert.True(t, a.Right[0].Asked)
	for _, c := range a.Choices {
		assert.NotEqual(t, record.ChoiceRepair, c.Choice)
	}
}

// At its end: the way back counts, the diagnosis says what more would have been wanted, and nothing is turned that way.
func TestAtItsEndIsADiagnosisAndNotAnotherTurn(t *testing.T) {
	r := asFound(t)
	for _, one := range []struct {
		body record.Stuck
		says string
	}{
		{record.Stuck{Adjuster: "barrel", End: true}, "say which way"},
		{record.Stuck{Adjuster: "barrel", Way: "up", End: true}, "choose in or out"},
		{record.Stuck{Adjuster: "barrel", Way: "out", End: true, Showing: "many"}, "write how many show there"},
		{record.Stuck{Adjuster: "barrel", Way: "out", Showing: "3"}, "at its end"},
	} {
		require.ErrorContains(t, r.try(record.KindStuck, one.body), one.says)
	}
	r.turn("1", "out").do(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out", End: true, Showing: "2"})
	assert.Equal(t, "the barrel is at its end, away from the eye: 2 threads showing", r.events[len(r.events)-1].Says())
	r.settle().length("140.4 mm")
	a := r.wants(lead.DoDecide)
	assert.Contains(t, a.Finding, "at its end, away from the eye, 2 threads showing; 2½ turns more would be wanted")
	assert.Contains(t, a.More, "That is a diagnosis: worn or stretched, the wrong part, or the far fitting moved. Not a few more turns.")

	r.turn("2", "in").settle().length("138.4 mm")
	a = r.wants(lead.DoDecide)
	assert.Contains(t, a.More, "What is left, 2 turns, would bring it to 140.4 mm.", "it has the room it was turned back by")
}

func TestStuckASecondTimeIsAFinding(t *testing.T) {
	r := asFound(t).do(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out"})
	assert.Contains(t, r.wants(lead.DoMove).Finding, "Free it first")
	r.do(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out"})
	a := r.wants(lead.DoDecide)
	assert.Contains(t, a.Finding, "The barrel would not turn, 2 times: it is seized.")
	order := tell.Show(r.led()).Order
	require.NotNil(t, order)
	assert.Equal(t, "the barrel: free it, or another one", order.Part)
}

// No thread gives five millimetres a turn: the first reading is questioned before it is learnt from.
func TestAFirstReadingThatNoThreadCanExplainIsQuestioned(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("129.4 mm", "15").turn("3", "out").settle().length("145.4 mm")
	a := r.wants(lead.DoDecide)
	assert.Equal(t, "Read it afresh: the first reading was likely a slip.", said(a))
	assert.Contains(t, a.Finding, "The turns between can move it 3 mm at most.")
	r.do(record.KindDecided, record.Decided{About: a.Choices[0].About, Choice: a.Choices[0].Choice})
	r.wants(lead.DoRead)
	a = r.length("145.4 mm").wants(lead.DoMove)
	assert.Equal(t, 2.5, a.Move.Turns, "by the book: nothing was learnt from the slip")
	assert.Equal(t, "in", a.Move.Way)
}

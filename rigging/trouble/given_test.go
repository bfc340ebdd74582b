package trouble_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/trouble"
)

func value(v float64) *float64 { return &v }

// What a run knows answers the tests that ask the same where the control stands alike; what failed is
// what is felt.
func TestWhatARunKnowsIsNotAskedAgain(t *testing.T) {
	b := bench(t, "outboard-shift")
	given, said := b.Given([]lead.Shown{
		{Name: "eye_to_pin", Value: value(2.8)},
		{Name: "arm", At: map[string]any{"control": "forward"}, Value: value(42.8)},
		{Name: "forward", Word: "locks", Good: true},
		{Name: "water", Word: "jumps out of reverse"},
		{Name: "colour", Word: "red"},
	})
	assert.ElementsMatch(t, []trouble.Given{
		{Test: "eye", Value: value(2.8)}, // neutral is where it begins
		{Test: "arm-forward", Value: value(42.8)},
		{Test: "forward", Answer: "locks"},
		{Test: "water", Answer: "jumps out of reverse"},
	}, given)
	assert.Equal(t, []string{"jumps-out"}, said)
	a, err := b.Ask(trouble.Question{Said: said, Answers: given}, nil)
	require.NoError(t, err)
	require.NotEmpty(t, a.Causes)
	assert.Equal(t, "set-long", a.Causes[0].ID)
	assert.InDelta(t, 3.5, a.Causes[0].End.Turns, 0.5, "and how far it must be turned")
	assert.Nil(t, a.Next, "nothing more needs to be asked")
	assert.NotEmpty(t, a.Done)
}

// A test that asks every place at once is answered when every place was tried, and not before.
func TestEveryPlaceIsTriedBeforeAllAreKnown(t *testing.T) {
	b := bench(t, "parking-brake")
	left := lead.Shown{Name: "drag.left", Word: "drags"}
	given, _ := b.Given([]lead.Shown{left})
	assert.Empty(t, given)
	for word, want := range map[string]string{"silent": "left", "locked": "several"} {
		given, _ = b.Given([]lead.Shown{left, {Name: "drag.right", Word: word}})
		assert.Equal(t, []trouble.Given{{Test: "drag", Answer: want}}, given)
	}
	given, _ = b.Given([]lead.Shown{{Name: "drag.left", Word: "whisper"}, {Name: "drag.right", Word: "silent"}})
	assert.Equal(t, []trouble.Given{{Test: "drag", Answer: "none"}}, given)
}

// The workshop's count proves a word wrong only when it hardly could be so by chance.
func TestAWordIsProvedWrongByEnoughRuns(t *testing.T) {
	b := bench(t, "clutch")
	line := func(counted map[string]int, cause string) trouble.OddsLine {
		for _, l := range b.AgainstCount(counted) {
			if l.Cause == cause {
				return l
			}
		}
		t.Fatal("no line")
		return trouble.OddsLine{}
	}
	assert.Empty(t, line(map[string]int{"bulkhead": 7}, "bulkhead").Wrong, "seven runs prove nothing")
	many := line(map[string]int{"bulkhead": 6, "too-loose": 4}, "bulkhead")
	assert.Equal(t, "more usual here than said", many.Wrong)
	assert.Greater(t, many.Shop, 3*many.Usual)
	few := line(map[string]int{"drags": 60}, "too-loose")
	assert.Equal(t, "less usual here than said", few.Wrong)
	assert.Less(t, few.Shop, few.Usual)
	sum, words := 0.0, 0.0
	for _, l := range b.AgainstCount(map[string]int{"drags": 3, "oil": 9}) {
		sum, words = sum+l.Shop, words+l.Usual
	}
	assert.InDelta(t, words, sum, 1e-9, "what one gains others lose")
}

package phrase

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What is meant is found in the words of another trade, with endings and slips.
func TestWordsOfAnotherTradeAreTheSame(t *testing.T) {
	for text, same := range map[string]string{
		"the gears crunch":       "gear clashing",
		"grinding into astern":   "clash reverse",
		"Tickover too high":      "idle high",
		"sloppy shifter":         "slack lever",
		"hunting":                "wanders",
		"bakwards":               "reverse",
		"how is my lever sticky": "heavy handles",
	} {
		have := Significant(same)
		for _, w := range Significant(text) {
			if text == "grinding into astern" && w == "into" {
				continue
			}
			assert.Equal(t, 1.0, Closest(w, have), "%q of %q in %q", w, text, have)
		}
	}
	assert.Empty(t, Significant("what is this, and how?"))
}

func TestASlipIsAlikeAndAnotherWordIsNot(t *testing.T) {
	assert.Equal(t, 1.0, Alike("clash", "clash"))
	assert.Equal(t, 0.85, Alike("clutch", "cluch"))
	assert.Equal(t, 0.7, Alike("throttl", "trotl"))
	assert.Equal(t, 0.9, Alike("turnbuckl", "turnb"))
	assert.Zero(t, Alike("gap", "cap"), "short words are another one by one letter")
	assert.Zero(t, Alike("bend", "travel"))
}

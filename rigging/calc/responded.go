package calc

// Responded is whether a reading moved as the turns should have moved it.
type Responded string

// How it responded.
const (
	TooSmall   Responded = "too small to tell" // by less than the gauge can tell
	Reversed   Responded = "reversed"
	NoResponse Responded = "no response"
	Weak       Responded = "weak"
	AsExpected Responded = "as expected"
	Strong     Responded = "strong"
)

// Words lists them.
func (Responded) Words() []string {
	return []string{string(TooSmall), string(Reversed), string(NoResponse), string(Weak), string(AsExpected), string(Strong)}
}

var responded = map[Responded]struct{ says, look string }{
	TooSmall: {"The change is too small for this gauge to tell.", "Turn further, or read with a finer gauge."},
	Reversed: {"It went the wrong way.", "Look whether the turns were logged the right way round, whether this is the right adjuster and " +
		"which hand its thread has."},
	NoResponse: {"It did not answer.", "Look for a barrel that slips on its thread, a frayed inner, a far end that is not connected, " +
		"a seized lever, or another adjuster that was turned."},
	Weak:       {"It answered only in part.", "Something gives: slack to be taken up first, a soft mount, a worn pin."},
	AsExpected: {"It answered as the turns say.", ""},
	Strong:     {"It answered more than the turns say.", "Look at the pitch, and at what else was turned."},
}

// Says is how it responded as a sentence.
func (r Responded) Says() string { return responded[r].says }

// Look is where to look, "" where nothing is wrong.
func (r Responded) Look() string { return responded[r].look }

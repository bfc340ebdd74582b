package run

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
)

// What was given back for good is proved again once it was held and given back anew.
func TestGivingBackVoidsItsProof(t *testing.T) {
	one := &sheet.Sheet{Settings: []sheet.Setting{{ID: "give", Method: sheet.MethodLockedOut, Temporary: "held", Check: "takes-up"}},
		Checks: []sheet.Check{{ID: "takes-up", Name: "takes up", Answers: []sheet.Answer{{ID: "yes", Says: "yes"}, {ID: "no", Says: "no"}}}}}
	at := func(seq int, kind Kind, body string) Event {
		return Event{ID: string(kind) + body, Seq: seq, Kind: kind, Body: []byte(body)}
	}
	events := []Event{at(1, KindPutOn, `{"id":"held","name":"tensioner held"}`),
		at(2, KindCheck, `{"check":"takes-up","answer":"yes","says":"yes","good":true,"name":"takes up"}`)}
	require.False(t, Fold(one, events).Checks["takes-up"].Void)
	events = append(events, at(3, KindTakenOff, `{"id":"held","name":"tensioner held"}`))
	st := Fold(one, events)
	assert.True(t, st.Checks["takes-up"].Void, "it was answered while the thing was held")
	assert.True(t, st.GivenBack["held"])
}

// A proof under load that was left open is asked for again when something is turned after that.
func TestALeftOpenProofDoesNotOutliveAMove(t *testing.T) {
	r := atLock(t).proved().do(KindDecided, Decided{About: About{Question: AboutLoaded}, Choice: ChoiceOpen})
	require.True(t, r.state().loadedOpen())
	r.do(KindPutOn, Thing{ID: "propeller-chock"}).do(KindPartOff, Thing{ID: "linkage-cover"}).turn("½", "out")
	assert.False(t, r.state().loadedOpen())
	assert.Empty(t, r.state().Decisions)
}

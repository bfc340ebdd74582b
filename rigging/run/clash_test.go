package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/run"
)

func TestWhatSpeaksOfTheSameThingClashes(t *testing.T) {
	e := func(id string, kind run.Kind, body string) run.Event {
		return run.Event{ID: id, Kind: kind, Body: []byte(body)}
	}
	mine := e("mine", run.KindReading, `{"point":"eye","text":"142.9"}`)
	same := e("same", run.KindReading, `{"point":"eye","text":"143.4"}`)
	missed := []run.Event{
		e("note", run.KindNote, `{"text":"tide"}`), e("other", run.KindReading, `{"point":"gap","text":"2"}`), same,
		e("turn", run.KindMove, `{"adjuster":"eye","turns":"1"}`),
	}
	st := run.Fold(nil, nil)
	got, turned := st.Clashes(mine, missed)
	assert.Equal(t, []run.Event{same}, got)
	assert.False(t, turned)
	struck := append(missed, e("no", run.KindCorrected, `{"event":"same","reason":"misread"}`))
	got, _ = st.Clashes(mine, struck)
	assert.Empty(t, got, "what was taken back stands against nothing")
	for _, one := range []struct {
		kind         run.Kind
		mine, theirs string
		clash        bool
	}{
		{run.KindMove, `{"adjuster":"barrel","turns":"1"}`, `{"adjuster":"barrel","turns":"2"}`, true},
		{run.KindMove, `{"adjuster":"left"}`, `{"adjuster":"right"}`, false},
		{run.KindCheck, `{"check":"neutral","answer":"free"}`, `{"check":"neutral","answer":"drags"}`, true},
		{run.KindDecided, `{"about":"lost"}`, `{"about":"again"}`, false},
		{run.KindSigned, `{}`, `{}`, true},
		{run.KindNote, `{"text":"a"}`, `{"text":"a"}`, false},
		{run.KindCaution, `{"id":"key-out"}`, `{"id":"key-out"}`, false},
	} {
		got, _ := st.Clashes(e("a", one.kind, one.mine), []run.Event{e("b", one.kind, one.theirs)})
		assert.Equal(t, one.clash, len(got) == 1, "%s %s %s", one.kind, one.mine, one.theirs)
	}
}

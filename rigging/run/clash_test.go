package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

func TestWhatSpeaksOfTheSameThingClashes(t *testing.T) {
	e := func(id string, kind record.Kind, body string) record.Event {
		return record.Event{ID: id, Kind: kind, Body: []byte(body)}
	}
	mine := e("mine", record.KindReading, `{"point":"eye","text":"142.9"}`)
	same := e("same", record.KindReading, `{"point":"eye","text":"143.4"}`)
	missed := []record.Event{
		e("note", record.KindNote, `{"text":"tide"}`), e("other", record.KindReading, `{"point":"gap","text":"2"}`), same,
		e("turn", record.KindMove, `{"adjuster":"eye","turns":"1"}`),
	}
	st := record.Fold(nil, nil)
	got, turned := st.Clashes(mine, missed)
	assert.Equal(t, []record.Event{same}, got)
	assert.False(t, turned)
	struck := append(missed, e("no", record.KindCorrected, `{"event":"same","reason":"misread"}`))
	got, _ = st.Clashes(mine, struck)
	assert.Empty(t, got, "what was taken back stands against nothing")
	for _, one := range []struct {
		kind         record.Kind
		mine, theirs string
		clash        bool
	}{
		{record.KindMove, `{"adjuster":"barrel","turns":"1"}`, `{"adjuster":"barrel","turns":"2"}`, true},
		{record.KindMove, `{"adjuster":"left"}`, `{"adjuster":"right"}`, false},
		{record.KindCheck, `{"check":"neutral","answer":"free"}`, `{"check":"neutral","answer":"drags"}`, true},
		{record.KindDecided, `{"about":"lost"}`, `{"about":"again"}`, false},
		{record.KindSigned, `{}`, `{}`, true},
		{record.KindNote, `{"text":"a"}`, `{"text":"a"}`, false},
		{record.KindSetUp, `{"thing":"key","way":"pocket"}`, `{"thing":"key","way":"running"}`, true},
		{record.KindSetUp, `{"thing":"key","way":"pocket"}`, `{"thing":"cover","way":"off"}`, false},
	} {
		got, _ := st.Clashes(e("a", one.kind, one.mine), []record.Event{e("b", one.kind, one.theirs)})
		assert.Equal(t, one.clash, len(got) == 1, "%s %s %s", one.kind, one.mine, one.theirs)
	}
}

// A part that was fitted meanwhile moved what its setting reads; a turn of something else in its course did not.
func TestAFittedPartClashesWithWhatItMoves(t *testing.T) {
	s := &sheet.Sheet{
		Adjusters: []sheet.Adjuster{{ID: "hook"}, {ID: "nut"}},
		Settings:  []sheet.Setting{{ID: "first", Method: sheet.MethodChosen, Adjusters: []string{"hook"}, Points: []string{"play"}}},
		Points:    []sheet.Point{{ID: "play"}, {ID: "far"}},
	}
	st := record.Fold(s, nil)
	e := func(kind record.Kind, body string) record.Event {
		return record.Event{ID: body, Kind: kind, Body: []byte(body)}
	}
	fitted := e(record.KindChosen, `{"setting":"first","option":"lower"}`)
	got, turned := st.Clashes(e(record.KindReading, `{"point":"play"}`), []record.Event{fitted})
	assert.Equal(t, []record.Event{fitted}, got)
	assert.True(t, turned)
	got, turned = st.Clashes(e(record.KindReading, `{"point":"far"}`), []record.Event{fitted})
	assert.Empty(t, got)
	assert.False(t, turned)
	got, _ = st.Clashes(e(record.KindReading, `{"point":"play"}`), []record.Event{e(record.KindMove, `{"adjuster":"nut"}`)})
	assert.Empty(t, got)
	got, turned = st.Clashes(e(record.KindLocked, `{"adjuster":"nut"}`), []record.Event{e(record.KindMove, `{"adjuster":"nut"}`)})
	assert.Len(t, got, 1)
	assert.True(t, turned, "what is locked was turned")
}

package run_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// What was given back for good is proved again once it was held and given back anew.
func TestGivingBackVoidsItsProof(t *testing.T) {
	one := &sheet.Sheet{Settings: []sheet.Setting{{ID: "give", Method: sheet.MethodLockedOut, LockedOut: sheet.LockedOut{Held: "held", Check: "takes-up"}}},
		Setup:  setup.Setup{Things: []setup.Thing{{ID: "held", Kind: setup.Held, Name: "tensioner", Ways: []setup.Way{{ID: "off"}, {ID: "on"}}}}},
		Checks: []sheet.Check{{ID: "takes-up", Name: "takes up", Answers: []sheet.Answer{{ID: "yes", Says: "yes"}, {ID: "no", Says: "no"}}}}}
	at := func(seq int, kind record.Kind, body string) record.Event {
		return record.Event{ID: string(kind) + body, Seq: seq, Kind: kind, Body: []byte(body)}
	}
	events := []record.Event{at(1, record.KindSetUp, `{"thing":"held","way":"on","name":"tensioner","says":"on"}`),
		at(2, record.KindCheck, `{"check":"takes-up","answer":"yes","says":"yes","good":true,"name":"takes up"}`)}
	require.Equal(t, []string{"held=on"}, record.Fold(one, events).Checks["takes-up"].Unmet, "it does not stand as it is proved")
	events = append(events, at(3, record.KindSetUp, `{"thing":"held","way":"off","name":"tensioner","says":"off"}`))
	assert.True(t, record.Fold(one, events).Checks["takes-up"].Void, "it was answered while the thing was held")
}

// A proof under load that was left open is asked for again when something is turned after that.
func TestALeftOpenProofDoesNotOutliveAMove(t *testing.T) {
	r := atLock(t).proved().do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen})
	leftOpen := func() bool {
		return slices.ContainsFunc(r.led().Steps(), func(s lead.StepState) bool { return s.Status == lead.StatusOpen })
	}
	require.True(t, leftOpen())
	r.stands("linkage-cover", "off").turn("½", "out")
	assert.False(t, leftOpen())
	assert.Empty(t, r.state().Decisions)
}

// A lock voids what was felt of its own setting alone, and holds until something of that setting is turned.
func TestALockIsOfItsOwnSetting(t *testing.T) {
	yes := []sheet.Answer{{ID: "yes", Says: "yes"}, {ID: "no", Says: "no"}}
	nut := &sheet.Lock{Nut: "jam nut", BackOffMax: 1}
	one := &sheet.Sheet{
		Adjusters: []sheet.Adjuster{{ID: "a", Name: "sleeve"}, {ID: "b", Name: "screw", Lock: nut}},
		Settings: []sheet.Setting{{ID: "first", Adjusters: []string{"a"}, Checks: []string{"felt"}, Lock: nut},
			{ID: "second", Adjusters: []string{"b"}, Checks: []string{"heard"}}},
		Checks: []sheet.Check{{ID: "felt", Answers: yes}, {ID: "heard", Answers: yes}},
	}
	var events []record.Event
	add := func(kind record.Kind, body string) record.State {
		events = append(events, record.Event{ID: body, Seq: len(events) + 1, Kind: kind, Body: []byte(body)})
		return record.Fold(one, events)
	}
	add(record.KindCheck, `{"check":"felt","answer":"yes","good":true}`)
	st := add(record.KindCheck, `{"check":"heard","answer":"yes","good":true}`)
	require.False(t, st.Checks["felt"].Void || st.Checks["heard"].Void)
	st = add(record.KindLocked, `{"setting":"first","back_off":"0"}`)
	assert.True(t, st.Checks["felt"].Void, "locking moves what was set")
	assert.False(t, st.Checks["heard"].Void, "that is another setting's")
	locked := func(st record.State) (out []bool) {
		for i := range one.Settings {
			all, _ := st.AllLocked(&one.Settings[i])
			out = append(out, all)
		}
		return out
	}
	assert.Equal(t, []bool{true, false}, locked(st))
	st = add(record.KindLocked, `{"adjuster":"b","back_off":"0"}`)
	assert.True(t, st.Checks["heard"].Void)
	assert.Equal(t, []bool{true, true}, locked(st))
	st = add(record.KindMove, `{"adjuster":"b","way":"out","turns":"1","value":1}`)
	assert.Equal(t, []bool{true, false}, locked(st), "the other one stays locked")
	st = add(record.KindMove, `{"adjuster":"a","way":"out","turns":"1","value":1}`)
	assert.Equal(t, []bool{false, false}, locked(st))
}

// A turn may have changed what its adjuster moves, and what is read, proved or felt in the settings that it turns.
func TestWhatATurnTouches(t *testing.T) {
	one := &sheet.Sheet{
		Adjusters: []sheet.Adjuster{{ID: "a"}, {ID: "b"}},
		Settings: []sheet.Setting{
			{ID: "first", Adjusters: []string{"a"}, Points: []string{"gap"}, Checks: []string{"felt"}, Keeps: []string{"kept"},
				Supersedes: []string{"rough"}, Counted: sheet.Counted{Then: "proof"}},
			{ID: "second", Adjusters: []string{"b"}, Points: []string{"kept", "rough"}},
		},
		Points: []sheet.Point{{ID: "gap"}, {ID: "proof"}, {ID: "kept"}, {ID: "rough"}, {ID: "far"}},
	}
	st := record.Fold(one, nil)
	touched := func(adjuster, setting string) (out []string) {
		for _, id := range []string{"gap", "proof", "felt", "kept", "rough", "far"} {
			if st.Touches(record.Moved{Move: record.Move{Adjuster: adjuster, Setting: setting}}, id) {
				out = append(out, id)
			}
		}
		return out
	}
	assert.Equal(t, []string{"gap", "proof", "felt"}, touched("a", ""))
	assert.Equal(t, []string{"gap", "proof", "felt"}, touched("a", "first"), "what its own purpose moves stays")
	assert.Equal(t, []string{"kept", "rough"}, touched("b", ""))
	assert.Equal(t, []string{"kept", "rough"}, touched("", "second"), "a part that was fitted turns nothing and touches its setting")
	assert.Empty(t, touched("c", ""))
}

// What was folded already is passed over, and what comes after it is not.
func TestCarryingOnPassesOverWhatIsThere(t *testing.T) {
	r := newRig(t).safe("2207", "")
	st := record.Fold(r.sheet(), r.events)
	r.lost("71 mm", "66 mm")
	require.True(t, st.Carry(r.events...), "all of them once more, and two that are new")
	assert.Equal(t, r.state().Readings, st.Readings)
	assert.Equal(t, r.state().Seq, st.Seq)
}

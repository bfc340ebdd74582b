package practice

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/run/record"
	"brankel/rigging/trouble"
)

func TestEveryFamilyHasFourExercisesInThreeGrades(t *testing.T) {
	count, grades, ids := map[string]int{}, map[int]int{}, map[string]bool{}
	for _, e := range All() {
		count[e.Family]++
		grades[e.Grade]++
		assert.False(t, ids[e.ID], "%s stands there twice", e.ID)
		ids[e.ID] = true
	}
	for _, f := range rig.Families() {
		assert.GreaterOrEqual(t, count[f], 4, f)
	}
	for grade := 1; grade <= 3; grade++ {
		assert.GreaterOrEqual(t, grades[grade], 11, "grade %d", grade)
	}
	assert.GreaterOrEqual(t, len(All()), 44)
}

// Every exercise can be solved: an experienced hand has full marks, ends as it is to end, and those who hurry or do not know yet
// have less on each.
func TestEveryExerciseIsSolvedAndTellsHandsApart(t *testing.T) {
	const seeds = uint64(2)
	lost := map[Mark]int{}
	failed := 0
	for _, e := range All() {
		h, err := e.hide()
		require.NoError(t, err, e.ID)
		for seed := uint64(1); seed <= seeds; seed++ {
			expert, err := e.played(h, "careful", seed)
			require.NoError(t, err, e.ID)
			of := e.didOf(expert)
			full := e.score(h, of, of)
			assert.Equal(t, full.Of, full.Points, "%s, seed %d: %+v", e.ID, seed, full.Marks)
			assert.Equal(t, e.Ends == EndsRepair, expert.Outcome == "stopped", "%s: %s", e.ID, expert.Why)
			switch e.Ends {
			case EndsSet:
				assert.Positive(t, expert.Moves, e.ID)
			case EndsRepair:
				assert.Zero(t, expert.Moves, "%s: it turns before it knows", e.ID)
			case EndsLeave:
				assert.Zero(t, expert.Moves, "%s: it turns what is not it", e.ID)
			}
			for _, hand := range Hands[1:] {
				did, err := e.played(h, hand, seed)
				require.NoError(t, err, e.ID)
				made := e.didOf(did)
				s := e.score(h, made, of)
				assert.Less(t, s.Points, full.Points, "%s, %s, seed %d", e.ID, hand, seed)
				d := e.debrief(h, made, of, s)
				assert.NotEmpty(t, d.Habit.Says, "%s, %s: there is something to work on", e.ID, hand)
				for _, m := range s.Marks {
					if m.Got < m.Of {
						lost[m.Mark]++
						assert.NotEmpty(t, m.Lost, "%s, %s: every point lost says where: %s", e.ID, hand, m.Mark)
					}
				}
				if s.Failed != "" {
					failed++
					assert.Zero(t, s.Points, "what is dangerous alone fails it")
				}
			}
		}
	}
	for _, m := range []Mark{MarkRight, MarkWorn, MarkTurns, MarkStates, MarkCause, MarkHeeded} {
		assert.Positive(t, lost[m], "%s was lost somewhere", m)
	}
	assert.Positive(t, failed, "somebody was in danger somewhere")
}

// The trap of a worn part that a setting seems to cure: whoever does not look signs a good number on it, and is told so.
func TestWhoSetsAroundAWornPartIsToldWhereItParted(t *testing.T) {
	e, err := Find("clutch-worn-lining")
	require.NoError(t, err)
	p, err := Play(e, "novice", 2)
	require.NoError(t, err)
	require.Equal(t, "signed", p.Outcome, "it was tapped and not looked at")
	assert.Equal(t, "You set a good number on a worn part.", p.Debrief.Head)
	assert.Contains(t, p.Debrief.Hidden, "ining worn")
	require.NotNil(t, p.Debrief.Parted)
	at := p.Debrief.You[p.Debrief.Parted.You]
	assert.Contains(t, []record.Kind{record.KindCheck, record.KindSkipped}, at.Kind, "%+v", p.Debrief.Parted)
	assert.NotEmpty(t, at.Lost)
	again, err := Play(e, "novice", 2)
	require.NoError(t, err)
	assert.Equal(t, p, again, "a seed is always the same")
	best, err := Play(e, "careful", 2)
	require.NoError(t, err)
	assert.Nil(t, best.Debrief.Parted)
	assert.Empty(t, best.Debrief.Habit.Says)
	_, err = Play(e, "anybody", 2)
	assert.Equal(t, "hand", trouble.First(err).(*fault.Fault).Field)
}

// written is an exercise with one thing otherwise.
func written(t *testing.T, change func(e map[string]any)) []byte {
	raw, err := json.Marshal(All()[0])
	require.NoError(t, err)
	var e map[string]any
	require.NoError(t, json.Unmarshal(raw, &e))
	change(e)
	raw, err = json.Marshal(e)
	require.NoError(t, err)
	return raw
}

func TestAnExerciseThatCannotBeSaysWhatToWrite(t *testing.T) {
	_, err := Parse(written(t, func(map[string]any) {}))
	require.NoError(t, err)
	for at, change := range map[string]func(e map[string]any){
		"format":           func(e map[string]any) { e["format"] = "brankel.exercise/2" },
		"family":           func(e map[string]any) { e["family"] = "bicycle" },
		"grade":            func(e map[string]any) { e["grade"] = 4 },
		"ends":             func(e map[string]any) { e["ends"] = "well" },
		"title":            func(e map[string]any) { e["title"] = " " },
		"complaint":        func(e map[string]any) { e["complaint"] = strings.Repeat("x", 401) },
		"cause":            func(e map[string]any) { e["cause"] = "gremlins" },
		"causes[0].cause":  func(e map[string]any) { e["causes"] = []any{map[string]any{"cause": "gremlins", "size": 0.5}} },
		"causes[0].size":   func(e map[string]any) { e["causes"] = []any{map[string]any{"cause": "pedal-loose", "size": 7}} },
		"settings.nothing": func(e map[string]any) { e["settings"] = map[string]any{"nothing": 1} },
		"school":           func(e map[string]any) { e["school"] = "hard knocks" },
		"sheet":            func(e map[string]any) { e["sheet"] = map[string]any{"format": "none"} },
		"causes": func(e map[string]any) {
			one := map[string]any{"cause": "pedal-loose", "size": 0.5}
			e["causes"] = []any{one, one, one, one}
		},
	} {
		_, err := Parse(written(t, change))
		require.Error(t, err, at)
		var one *fault.Fault
		require.True(t, errors.As(trouble.First(err), &one), fmt.Sprint(err))
		assert.True(t, strings.HasPrefix(one.Field, at), "%s: %s %s", at, one.Field, one.Message)
	}
	_, err = Parse([]byte(`{"format":"brankel.exercise/1","more":1}`))
	require.Error(t, err)
	_, err = Parse(make([]byte, 2<<20))
	require.Error(t, err)
	_, err = Find("none")
	require.Error(t, err)
}

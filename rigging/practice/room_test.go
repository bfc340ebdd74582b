package practice

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
)

// worked does in the room what the entries of an experienced hand say: acts before what is read or seen, where careful.
func worked(t *testing.T, e *Exercise, careful bool) (*Room, []record.Event) {
	h, err := e.hide()
	require.NoError(t, err)
	expert, err := e.played(h, "careful", 1)
	require.NoError(t, err)
	r, err := NewRoom(e, 1)
	require.NoError(t, err)
	for _, ev := range expert.Events {
		if careful {
			acted(t, r, ev)
		}
		act, err := r.May(ev.Kind, ev.Body)
		require.NoError(t, err, "%s: %d %s %s", e.ID, ev.Seq, ev.Kind, ev.Body)
		require.Nil(t, act)
		require.NoError(t, r.Took(ev), "%s: %d %s", e.ID, ev.Seq, ev.Kind)
	}
	return r, expert.Events
}

// acted makes it so, puts the control there and holds the gauge before a reading, and looks before an answer.
func acted(t *testing.T, r *Room, ev record.Event) {
	do := func(a Act) Told {
		told, err := r.Do(a)
		require.NoError(t, err, "%s: %d %+v", r.ID, ev.Seq, a)
		require.True(t, told.Done, "%s: %d %s: %s", r.ID, ev.Seq, ev.Body, told.Says)
		return told
	}
	switch ev.Kind {
	case record.KindReading:
		var in record.Reading
		require.NoError(t, json.Unmarshal(ev.Body, &in))
		p := r.at.Point(in.Point)
		if len(p.At) > 0 {
			do(Act{Control: p.At})
		}
		for _, s := range p.States {
			do(Act{State: s})
		}
		told := do(Act{Point: in.Point})
		assert.Equal(t, in.Text, told.Reading.Text, "%s: %d %s reads as for an experienced hand", r.ID, ev.Seq, in.Point)
		assert.Equal(t, in.Side, told.Reading.Side, "%s: %s", r.ID, in.Point)
	case record.KindCheck:
		var c record.Checked
		require.NoError(t, json.Unmarshal(ev.Body, &c))
		told := do(Act{Look: c.Check})
		assert.Equal(t, sentence(r.at.Check(c.Check).Answer(c.Answer).Says), told.Says, "%s: %d %s", r.ID, ev.Seq, c.Check)
	}
}

// Whoever does in the room what the experienced hand did, and looks before answering, reads the same and has full marks; whoever
// only writes the same down did not.
func TestTheRoomAnswersAsTheExperiencedHandWasAnswered(t *testing.T) {
	for _, e := range All() {
		r, events := worked(t, e, true)
		s, d, err := r.End(e.Cause)
		require.NoError(t, err, e.ID)
		assert.Equal(t, s.Of, s.Points, "%s: %+v", e.ID, lostOf(s))
		assert.Len(t, r.events, len(events))
		assert.Nil(t, d.Parted, "%s: %+v", e.ID, d.Parted)

		r, _ = worked(t, e, false)
		bare, _, err := r.End(e.Cause)
		require.NoError(t, err, e.ID)
		assert.Less(t, bare.Points, s.Points, "%s: written down without looking", e.ID)
	}
}

func lostOf(s Score) (out []string) {
	for _, m := range s.Marks {
		for _, l := range m.Lost {
			out = append(out, fmt.Sprint(m.Mark, " ", l.Seq, " ", l.Says))
		}
	}
	return out
}

func room(t *testing.T, id string) *Room {
	e, err := Find(id)
	require.NoError(t, err)
	r, err := NewRoom(e, 41)
	require.NoError(t, err)
	return r
}

func did(t *testing.T, r *Room, a Act) Told {
	told, err := r.Do(a)
	require.NoError(t, err)
	return told
}

// What was not made so is not so: a stroke that was not settled, dogs that were not turned home, a protractor that was not
// zeroed read otherwise; what is shut is not reached; a fixed thing shows itself only to whoever looks.
func TestWhatWasNotMadeSoIsNotSo(t *testing.T) {
	for id, of := range map[string]struct{ point, state string }{
		"stern-short":    {"barrel-to-eye", "dogs-home"},
		"kickdown-slack": {"idle-slack", "seal-seated"},
		"flap-long":      {"angle-full", "zeroed"},
	} {
		r := room(t, id)
		stands(t, r, of.point)
		p := r.at.Point(of.point)
		if len(p.At) > 0 {
			did(t, r, Act{Control: p.At})
		}
		for _, s := range p.States {
			if s != of.state {
				did(t, r, Act{State: s})
			}
		}
		without := did(t, r, Act{Point: of.point}).Reading
		did(t, r, Act{State: of.state})
		with := did(t, r, Act{Point: of.point}).Reading
		require.NotNil(t, with)
		assert.NotEqual(t, with.Text, without.Text, "%s without %s", id, of.state)
	}
}

// stands makes it stand as a point needs it.
func stands(t *testing.T, r *Room, point string) {
	w := r.at.Reading(r.at.Point(point), nil)
	for range 8 {
		missing := r.at.Missing(r.now(), w.Needs)
		if len(missing) == 0 {
			return
		}
		for _, id := range missing {
			did(t, r, Act{SetUp: &Putting{id, w.Needs[id][0]}})
		}
	}
	t.Fatalf("%s does not come to stand as %s needs", r.ID, point)
}

func TestWhatIsShutIsNotReached(t *testing.T) {
	r := room(t, "stern-short")
	told := did(t, r, Act{Point: "barrel-to-eye"})
	assert.False(t, told.Done)
	assert.Contains(t, told.Says, "hatch")
	assert.Nil(t, told.Reading)
	told = did(t, r, Act{Look: "on-the-water"})
	assert.False(t, told.Done, "it is not on the water: %s", told.Says)
	told = did(t, r, Act{SetUp: &Putting{"propeller", "chocked"}})
	require.True(t, told.Done)
	for _, look := range []string{"reverse-locks", "forward-locks"} {
		told = did(t, r, Act{Look: look})
		assert.Equal(t, "Nothing moves.", told.Says, "a chocked propeller does not say that it locks")
	}
	assert.Contains(t, did(t, r, Act{Look: "propeller"}).Says, "chocked")
}

// What would hurt somebody is not done, and fails it alone; an entry that says so is refused and fails it as well.
func TestWhatIsDangerousFailsItAlone(t *testing.T) {
	r := room(t, "stern-short")
	body, err := json.Marshal(record.SetUp{Thing: "key", Way: "running"})
	require.NoError(t, err)
	act, err := r.May(record.KindSetUp, body)
	require.Error(t, err, "the engine of a boat on the slip")
	require.NotNil(t, act, "it is kept as what was tried")
	assert.Empty(t, r.did.Dangers, "looking at an entry does nothing")
	told := did(t, r, *act)
	assert.NotEmpty(t, told.Danger)
	assert.False(t, told.Done)
	s, d, err := r.End("lower-short")
	require.NoError(t, err)
	assert.Zero(t, s.Points)
	assert.Contains(t, s.Failed, "alone fails it")
	assert.Equal(t, "You could have been hurt.", d.Head)
	heeded := s.Marks[slices.IndexFunc(s.Marks, func(g Got) bool { return g.Mark == MarkHeeded })]
	assert.Less(t, heeded.Got, heeded.Of)
	assert.Equal(t, []Lost{{0, "tried: " + told.Danger}}, heeded.Lost)
}

// Whoever ends it at once did nothing dangerous, and nothing else: the line is empty, and there.
func TestWhoDoesNothingHasNothingForIt(t *testing.T) {
	for _, id := range []string{"stern-short", "clutch-new-cable"} {
		s, d, err := room(t, id).End("")
		require.NoError(t, err)
		for _, m := range s.Marks {
			if m.Mark == MarkRight { // what was right as it was found still is
				assert.Less(t, m.Got, m.Of, id)
				continue
			}
			assert.Equal(t, m.Mark == MarkHeeded, m.Got > 0, "%s: %s", id, m.Says)
		}
		assert.NotNil(t, d.You, "%s: a line without a stop is one", id)
		assert.Empty(t, d.You)
		assert.NotEmpty(t, d.Expert)
	}
}

// What does not turn is felt, and no entry says otherwise; what was turned by hand is not turned again by its entry.
func TestATurnIsFeltAndIsMadeOnce(t *testing.T) {
	r := room(t, "clutch-new-cable")
	a := r.at.Settings[0].Adjusters[0]
	works := r.at.Adjuster(a).Works
	was := r.world.Settings[works]
	stands(t, r, "pedal-free")
	told := did(t, r, Act{Turn: &Turning{Adjuster: a, Way: "in", Turns: "1"}})
	require.True(t, told.Done, told.Says)
	assert.InDelta(t, was-1, r.world.Settings[works], 1e-9)
	move := record.Move{Adjuster: a, Way: "in", Turns: "1"}
	body, err := json.Marshal(move)
	require.NoError(t, err)
	_, err = r.May(record.KindMove, body)
	require.NoError(t, err)
	require.NoError(t, r.moved(move, false))
	assert.InDelta(t, was-1, r.world.Settings[works], 1e-9, "once")

	r.world.Condition["seized"] = []any{works}
	_, err = r.May(record.KindMove, body)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "does not turn")
	r.world.Condition["seized"] = nil
	far, _ := json.Marshal(record.Move{Adjuster: a, Way: "out", Turns: "59"})
	_, err = r.May(record.KindMove, far)
	require.Error(t, err, "it comes to its end")
	assert.Contains(t, err.Error(), "at its end")
}

func TestAnActThatSaysNothingIsToldWhatToWrite(t *testing.T) {
	r := room(t, "stern-short")
	long := strings.Repeat("x", 3000)
	for want, a := range map[string]Act{
		"one thing at a time":   {},
		"one thing":             {Look: "key", Point: "barrel-to-eye"},
		"which point":           {Look: "key", Gauge: "rule"},
		"no state":              {State: long},
		"no check and no thing": {Look: long},
		"no point":              {Point: long},
		"no gauge":              {Point: "barrel-to-eye", Gauge: long},
		"name a thing":          {SetUp: &Putting{"moon", "full"}},
		"no adjuster":           {Turn: &Turning{Adjuster: long, Way: "in", Turns: "1"}},
		"out or in":             {Turn: &Turning{Adjuster: "lower-barrel", Way: "up", Turns: "1"}},
		"at most":               {Control: map[string]any{long: "x"}},
		"a word, a number":      {Control: map[string]any{"lever": []any{}}},
	} {
		if want == "out or in" {
			a.Turn.Adjuster = r.at.Settings[0].Adjusters[0]
		}
		_, err := r.Do(a)
		require.Error(t, err, want)
		assert.Contains(t, err.Error(), want)
		assert.Less(t, len(err.Error()), 400, "it is no longer than what can be read")
	}
	assert.Zero(t, r.did.Minutes)
}

// A helper who holds something lets go after one reading: the next one wants it made again.
func TestAHelperLetsGo(t *testing.T) {
	for _, e := range All() {
		r, err := NewRoom(e, 1)
		require.NoError(t, err)
		for i := range r.at.Points {
			p := &r.at.Points[i]
			k := slices.IndexFunc(p.States, func(id string) bool { return r.at.State(id).Control != "" })
			if k < 0 {
				continue
			}
			stands(t, r, p.ID)
			did(t, r, Act{State: p.States[k]})
			require.True(t, did(t, r, Act{Point: p.ID}).Done)
			assert.False(t, r.made[p.States[k]], fmt.Sprint(e.ID, " ", p.ID))
			return
		}
	}
	t.Skip("no usual sheet shares a state")
}

// Whoever works in another school than the exercise was made for is answered in that one.
func TestTheRoomFollowsTheSchoolThatIsChosen(t *testing.T) {
	for _, e := range All() {
		r, err := NewRoom(e, 1)
		require.NoError(t, err)
		for _, s := range r.hidden.sheet.Schools {
			other := r.hidden.sheet.For(s.ID)
			r.worksBy(other)
			for i := range other.Points {
				_, err := r.Do(Act{Point: other.Points[i].ID})
				assert.NoError(t, err, "%s, %s", e.ID, s.ID)
			}
		}
	}
}

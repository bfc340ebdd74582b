package web_test

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
	"brankel/shop"
)

// work is a run that entries are sent into, one after the other.
type work struct {
	client
	id  string
	seq int
	now shop.RunView
}

// begins opens a run on a machine whose plate was read.
func (c client) begins(machine, cable, serial string) *work {
	w := c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","machine":"`+machine+`","cable":"`+cable+`"}`)
	require.Equal(c.t, 200, w.Code, w.Body.String())
	var v shop.RunView
	require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &v))
	run := &work{c, v.ID, 0, v}
	run.takes("complaint", `{"words":"not right","shows":"yes"}`)
	run.takes("identified", `{"serial":"`+serial+`","hand":"standard"}`)
	return run
}

func (w *work) takes(kind, body string) {
	w.t.Helper()
	code, p, v := w.send(w.id, w.seq, kind, body)
	require.Equal(w.t, 200, code, "%s %s: %s", kind, body, p.Detail)
	w.seq, w.now = v.View.Seq, v
}

func (w *work) refuses(kind, body string, says ...string) {
	w.t.Helper()
	code, p, _ := w.send(w.id, w.seq, kind, body)
	require.Equal(w.t, 422, code, "%s %s was taken", kind, body)
	for _, one := range says {
		assert.Contains(w.t, p.Detail, one)
	}
}

// stands makes things stand so, in their order: "key pocket".
func (w *work) stands(changes ...string) {
	w.t.Helper()
	for _, one := range changes {
		thing, way, _ := strings.Cut(one, " ")
		w.takes("set_up", `{"thing":"`+thing+`","way":"`+way+`"}`)
	}
}

// unread is why the reading sent last was not judged.
func (w *work) unread() string { return w.now.View.Readings[len(w.now.View.Readings)-1].Note }

func TestAReadingWithTheKeyInIsKeptAndNotJudged(t *testing.T) {
	w := newClient(t).begins("teal", "lower", "2207")
	w.refuses("set_up", `{"thing":"linkage-cover","way":"off"}`, "not yet, first: key pocket")
	w.stands("key pocket", "linkage-cover off", "key in")
	w.takes("reading", `{"point":"inner-home","text":"71"}`)
	assert.Equal(t, "not judged: key in, engine off", w.unread())
	w.stands("key pocket", "linkage-cover on", "ground afloat", "key running")
	w.refuses("move", `{"adjuster":"barrel","turns":"1","way":"out"}`, "hands are in while the engine runs", "the key must not be engine running")
}

func TestAHoldingProofOnChocksProvesNothing(t *testing.T) {
	w := newClient(t).begins("mussel", "parking", "31007")
	w.stands("chocks on")
	w.takes("check", `{"check":"holds","answer":"holds","figures":[{"figure":"slope","text":"16 %"}]}`)
	require.Len(t, w.now.View.Kept, 1)
	assert.Contains(t, w.now.View.Kept[0], "wheel chocks under")
	w.refuses("set_up", `{"thing":"ground","way":"slope"}`, "that must never be", "wheel chocks")
}

func TestALockingProofOnAChockedPropellerProvesNothing(t *testing.T) {
	w := newClient(t).begins("teal", "lower", "2207")
	w.stands("key pocket", "propeller chocked")
	w.takes("check", `{"check":"reverse-locks","answer":"locks"}`)
	require.Len(t, w.now.View.Kept, 1)
	assert.Contains(t, w.now.View.Kept[0], "propeller chocked")
	w.stands("propeller free")
	w.takes("check", `{"check":"reverse-locks","answer":"locks"}`)
	assert.Len(t, w.now.View.Kept, 1, "the second one stands")
}

func TestTheSenseOfAnAileronWithAPinInProvesNothing(t *testing.T) {
	w := newClient(t).begins("mail", "aileron", "118")
	w.stands("floor off", "yoke in")
	w.takes("check", `{"check":"sense","answer":"rises"}`)
	require.Len(t, w.now.View.Kept, 1)
	assert.Contains(t, w.now.View.Kept[0], "yoke pin in")
	w.stands("key running")
	w.refuses("set_up", `{"thing":"ground","way":"air"}`, "that must never be", "yoke pin", "floor panel")
}

func TestNothingGoesOnTheRoadFingerTight(t *testing.T) {
	w := newClient(t).begins("ferry", "kickdown", "1960")
	w.stands("key pocket")
	w.takes("move", `{"adjuster":"slider","turns":"1","way":"in"}`)
	w.refuses("set_up", `{"thing":"ground","way":"road"}`, "that must never be", "lock the star wheel")
	w.refuses("set_up", `{"thing":"key","way":"running"}`, "finger tight")
	w.refuses("signed", `{"name":"Ines"}`, "star wheel")
	w.takes("locked", `{"adjuster":"slider","back_off":"0","pin":true}`)
	w.stands("ground road")
	w.refuses("move", `{"adjuster":"slider","turns":"1","way":"in"}`, "it would move")
}

func TestWhatWasClosedBeforeItWasReadIsNotJudged(t *testing.T) {
	w := newClient(t).begins("teal", "lower", "2207")
	w.stands("key pocket", "linkage-cover off", "linkage-cover on")
	w.takes("reading", `{"point":"barrel-to-eye","text":"143",`+allSaid+`}`)
	assert.Equal(t, "not judged: linkage cover on", w.unread())
	assert.Equal(t, lead.DoSetUp, w.now.View.Advice.Do, "it is opened again")
}

func TestAWheelGoesDownOnAndUnderWayByTorque(t *testing.T) {
	w := newClient(t).begins("reed", "overrun", "2009")
	w.refuses("set_up", `{"thing":"ground","way":"stands"}`, "it stands on stands without chocks")
	w.stands("chocks on", "ground stands", "wheel.left off")
	w.refuses("set_up", `{"thing":"ground","way":"wheels"}`, "it is down with a wheel off")
	w.refuses("set_up", `{"thing":"wheel.left","way":"gone"}`, "choose on, off or snug")
	w.stands("wheel.left snug", "ground wheels", "hitch on", "chocks off")
	w.refuses("set_up", `{"thing":"ground","way":"road"}`, "that must never be", "wheel")
	w.stands("wheel.left on", "ground road")
}

func TestAProofFromBeforeTheChangeIsTakenAgain(t *testing.T) {
	w := newClient(t).begins("reed", "overrun", "2009")
	w.stands("chocks on", "ground stands")
	w.takes("check", `{"check":"lever","answer":"at-its-mark"}`)
	raw, err := demo.Files.ReadFile("sheets/601.json")
	require.NoError(t, err)
	of, err := sheet.Parse(raw)
	require.NoError(t, err)
	void := func() bool {
		events, err := w.shop.Events(t.Context(), w.id, 0)
		require.NoError(t, err)
		given, there := record.Fold(of, events).Checks["lever"]
		require.True(t, there)
		return given.Void
	}
	assert.False(t, void())
	w.stands("cables off", "cables connected")
	assert.True(t, void(), "the cables were off since, though they are back")
	w.takes("check", `{"check":"lever","answer":"at-its-mark"}`)
	assert.False(t, void())
}

func TestTheTieOfAGetHomeRepairComesOffBeforeAnythingIsRead(t *testing.T) {
	w := newClient(t).begins("teal", "lower", "2207")
	w.refuses("set_up", `{"thing":"tie","kind":"held","name":"cable tie","way":"on","found":true}`, "say why it is there")
	w.takes("set_up", `{"thing":"tie","kind":"held","name":"cable tie","way":"on","why":"to get home","found":true}`)
	w.takes("reading", `{"point":"inner-home","text":"71"}`)
	assert.Contains(t, w.unread(), "cable tie on")
	require.Equal(t, lead.DoSetUp, w.now.View.Advice.Do)
	var first []string
	for _, c := range w.now.View.Advice.Stop.Changes {
		first = append(first, c.Thing+" "+c.Way)
	}
	assert.Contains(t, first, "tie off")
	assert.Equal(t, setup.Held, w.now.View.Stands[len(w.now.View.Stands)-1].Kind)
	w.refuses("set_up", `{"thing":"tie","way":"on"}`, "stands so already")
	w.refuses("set_up", `{"thing":"tie","kind":"pin","name":"tie","why":"x","way":"in"}`, "of another kind")
}

// What a device kept and sends late was done: it is taken as it was, shown as what must never be, and the way out comes
// before anything else. The same said now is refused.
func TestWhatComesLateIsAFactAndTheWayOutComesFirst(t *testing.T) {
	c := signedOut(t)
	at := func(hour, minute int) {
		c.shop.Now = func() time.Time { return time.Date(2026, 11, 24, hour, minute, 0, 0, time.UTC) }
	}
	at(8, 55)
	c = c.as("Ines", "slack tide at nine")
	w := c.begins("teal", "lower", "2207") // its entries are of nine o'clock
	at(9, 0)
	w.stands("key pocket", "linkage-cover off")
	w.refuses("set_up", `{"thing":"key","way":"running"}`, "the engine of a boat runs ashore without water")
	at(10, 0)
	w.client = c.as("Ines", "slack tide at nine")
	w.stands("key running")
	assert.Contains(t, w.now.View.Advice.Finding, "It stands as it must never: the engine of a boat runs ashore without water")
	require.Equal(t, lead.DoSetUp, w.now.View.Advice.Do)
	assert.Equal(t, "key", w.now.View.Advice.Stop.Changes[0].Thing)
	w.takes("reading", `{"point":"inner-home","text":"71"}`)
	assert.Contains(t, w.unread(), "engine running")
	at(9, 0)
	w.client = w.as("Ines", "slack tide at nine") // a clock that goes back locks
	w.stands("key pocket")
	w.takes("reading", `{"point":"inner-home","text":"71"}`)
	assert.Empty(t, w.unread())
}

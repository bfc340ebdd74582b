package run_test

import (
	"encoding/json"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/run/tell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// leg is a part of a run, and what rail and floor show after it.
type leg struct {
	says string
	do   func(*rig)
	sign tell.Sign
	line string
	rail string // a letter a step: d done, n now, l later, s skipped, a again, o open
}

// The rail and the sign on the floor, leg by leg, through a whole run.
func TestRailAndFloorFollowTheWork(t *testing.T) {
	letters := map[lead.Status]string{lead.StatusDone: "d", lead.StatusNow: "n", lead.StatusLater: "l", lead.StatusSkipped: "s", lead.StatusAgain: "a", lead.StatusOpen: "o"}
	r := newRig(t)
	for _, leg := range []leg{
		{"just opened", func(*rig) {}, tell.SignOpen, "next: The complaint", "nl"},
		{"complaint left out", func(r *rig) { r.do(record.KindSkipped, record.Skipped{Step: "complaint", Reason: "a routine visit"}) }, tell.SignOpen, "next: Which sheet", "sn"},
		{"no sheet applies", func(r *rig) { r.do(record.KindIdentified, record.Identified{Serial: "9999", Hand: "standard"}) }, tell.SignStop,
			"Read the serial off the plate", "sn"},
		{"identified", func(r *rig) { r.do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"}) }, tell.SignOpen,
			"next: Worn parts", "sdlnlllllllll"},
		{"opened", func(r *rig) { r.open() }, tell.SignOpen, "next: Worn parts", "sddnlllllllll"},
		{"worn parts good", func(r *rig) { r.lost("71 mm", "66 mm") }, tell.SignOpen, "next: As found", "sdddnllllllll"},
		{"as found", func(r *rig) { r.found("139.4 mm", "12½") }, tell.SignOpen, "next: Set the length", "sddddnlllllll"},
		{"turned", func(r *rig) { r.turn("3½", "out") }, tell.SignOpen, "read after the turn", "sdddddnllllll"},
		{"settled and read", func(r *rig) { r.settle().length("142.9 mm") }, tell.SignOpen, "next: Lock, read again", "sddddddnlllll"},
		{"locked", func(r *rig) { r.lockAndRead("143.0 mm") }, tell.SignOpen, "next: Neutral, forward, reverse", "sdddddddlnlll"},
		{"proved", func(r *rig) { r.proved() }, tell.SignOpen, "next: On the water", "sdddddddlddnl"},
		{"left open", func(r *rig) {
			r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen})
		}, tell.SignOpen, "next: Sign", "sdddddddlddon"},
		{"signed", func(r *rig) { r.rest().do(record.KindSigned, record.Signed{}) }, tell.SignProof, "proof owed: on the water", "sddddddddddod"},
		{"proved on the water", func(r *rig) {
			r.rest().do(record.KindCheck, record.Checked{Check: "on-the-water", Answer: "clean both ways"})
		}, tell.SignSigned,
			"signed 24 Nov 2026", "sdddddddldddd"},
		{"brought home", func(r *rig) { r.stop() }, tell.SignSigned, "signed 24 Nov 2026", "sdddddddddddd"},
	} {
		leg.do(r)
		st := r.led()
		stand := tell.Stand(st)
		assert.Equal(t, leg.sign, stand.Sign, leg.says)
		assert.Equal(t, leg.line, stand.Says, leg.says)
		rail, now := "", 0
		for _, s := range st.Steps() {
			rail += letters[s.Status]
			if s.Status == lead.StatusNow {
				now++
			}
		}
		assert.Equal(t, leg.rail, rail, leg.says)
		assert.LessOrEqual(t, now, 1, "%s: one thing to do, at the most", leg.says)
		assert.Equal(t, st.Signed != nil, stand.Signed)
		assert.True(t, stand.Part >= 0 && stand.Part <= 1, leg.says)
	}
	stand := tell.Stand(r.led())
	assert.Equal(t, r.state().SignedAt.AddDate(0, 0, r.sheet().Recheck.Days).Format("2006-01-02"), stand.Due)
	assert.Equal(t, []string{"boat: under way"}, stand.Stands)
}

// On the floor the mark sits on the wire where the thing at hand sits on the rig: between hand
// and works, at the end that is turned.
func TestTheMarkSitsWhereTheTroubleIs(t *testing.T) {
	f := follow(t, "721")
	f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "tension" })
	assert.InDelta(t, 0.4, tell.Stand(f.led()).Part, 0.05, "in the loop")
	f = follow(t, "201")
	f.do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "yes"}).do(record.KindIdentified, record.Identified{Serial: f.s.Applies.One().Serial, Hand: "standard"})
	f.do(record.KindReading, record.Reading{Point: "helm-threads", Text: "12"}) // too early: it counts again
	f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "threads" })
	assert.Greater(t, tell.Stand(f.led()).Part, 0.65, "threads at the engine end")
	f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "helm-threads" })
	assert.Less(t, tell.Stand(f.led()).Part, 0.3, "and at the helm")
	f = follow(t, "201")
	assert.Zero(t, tell.Stand(f.led()).Part, "nothing is known yet")
}

func TestEveryKindSaysWhatHappenedWithoutItsSheet(t *testing.T) {
	for _, c := range []struct {
		kind record.Kind
		body any
		says string
	}{
		{record.KindComplaint, record.Complaint{Words: "stiff", Shows: "yes"}, "complaint: “stiff”"},
		{record.KindIdentified, record.Identified{Serial: "7", Sheet: "h", Name: "114 r3"}, "sheet 114 r3 chosen for serial 7"},
		{record.KindIdentified, record.Identified{Serial: "7"}, "serial 7 read: no sheet applies"},
		{record.KindSetUp, record.SetUp{Name: "cover", Says: "off"}, "cover: off"},
		{record.KindSetUp, record.SetUp{Name: "wheel, left", Says: "on", Torque: 110}, "wheel, left: on, 110 Nm"},
		{record.KindSetUp, record.SetUp{Name: "string", Says: "on", Found: true, Why: "it got home so"}, "string: on, as it came (it got home so)"},
		{record.KindReading, record.Reading{Name: "barrel to eye", Quantity: "length", Value: 139.4}, "barrel to eye read: 139.4 mm"},
		{record.KindReading, record.Reading{Name: "threads in", Quantity: "count", Value: 12.5}, "threads in read: 12.5"},
		{record.KindMove, record.Move{Name: "barrel", Says: "away from the eye", Value: 3.5}, "barrel turned 3½ turns away from the eye"},
		{record.KindMove, record.Move{Name: "barrel", Says: "away from the eye", Value: 0.05}, "barrel turned 0.05 turn away from the eye"},
		{record.KindStuck, record.Stuck{Adjuster: "barrel"}, "the adjuster would not turn"},
		{record.KindSettled, record.Settled{Point: "p", Times: 3}, "settled, 3 times"},
		{record.KindLocked, record.Locked{Value: 0.25}, "locked, nut backed off ¼ turn"},
		{record.KindCheck, record.Checked{Name: "forward", Says: "locks"}, "forward: locks"},
		{record.KindRetried, record.Retried{Outcome: "better"}, "the complaint was tried again: better"},
		{record.KindDecided, record.Decided{Choice: record.ChoiceOpen}, "the loaded proof was left open"},
		{record.KindDecided, record.Decided{Choice: record.ChoiceGoOn, Reason: "no part in stock"}, "decided: go on, because: no part in stock"},
		{record.KindDeviation, record.Deviation{Name: "slack", AskedBy: "the owner", Why: "softer"},
			"slack left out of its limits by request of the owner: softer"},
		{record.KindSkipped, record.Skipped{Step: "worn", Reason: "new cable"}, "a step was left out: new cable"},
		{record.KindNote, record.Note{Text: "rust"}, "rust"},
		{record.KindPaused, record.Note{Text: "tide"}, "tide"},
		{record.KindCorrected, record.Corrected{Reason: "a slip", Seq: 4, Says: "x read: 1"}, "entry 4 struck out (x read: 1), because: a slip"},
		{record.KindSigned, record.Signed{Name: "Ines"}, "signed by Ines"},
		{"wish", record.Note{Text: "x"}, "an entry of a kind that is not known here: wish"},
	} {
		raw, err := json.Marshal(c.body)
		require.NoError(t, err)
		assert.Equal(t, c.says, record.Event{Kind: c.kind, Body: raw}.Says(), c.kind)
	}
}

// The words of what blocks a signature name each thing once, and none of them is cut in
// the middle of a letter.
func TestWhatBlocksASignatureIsToldInWords(t *testing.T) {
	r := newRig(t).safe("2207", "")
	assert.Equal(t, []string{
		"key: out, in your pocket", "linkage cover: off", "worn parts is not done", "as found is not done",
		"set the length is not done", "settle, read is not done", "lock, read again is not done",
		"neutral, forward, reverse is not done", "complaint again is not done", "on the water is not done",
	}, r.led().Blockers())
	assert.Equal(t, "élan", spell.Lower("Élan"))
	assert.Equal(t, "Élan", spell.Upper("élan"))
	assert.Equal(t, "ß", spell.Upper("ß"))
	assert.Empty(t, spell.Upper(""))
}

// The same event is known again by what was sent, not by how it was spaced.
func TestTheDigestOfWhatWasSent(t *testing.T) {
	e := record.Event{Kind: record.KindNote, By: "Ines", Body: []byte(`{"text":"x","a":1}`)}
	for _, c := range []struct {
		says   string
		change func(*record.Event)
		same   bool
	}{
		{"spaces and order", func(e *record.Event) { e.Body = []byte(`{ "a": 1, "text" : "x" }`) }, true},
		{"what is filled in beside the body", func(e *record.Event) { e.Seq, e.Hash, e.Prev = 4, "h", "p" }, true},
		{"another word", func(e *record.Event) { e.Body = []byte(`{"text":"y","a":1}`) }, false},
		{"another kind", func(e *record.Event) { e.Kind = record.KindPaused }, false},
		{"somebody else", func(e *record.Event) { e.By = "Tobin" }, false},
		{"another time", func(e *record.Event) { e.At = e.At.Add(1e9) }, false},
	} {
		other := e
		c.change(&other)
		assert.Equal(t, c.same, e.Digest() == other.Digest(), c.says)
	}
}

// Dogs home are made by the propeller: chocked as it is, it is asked to be freed before anybody is asked for them.
func TestWhatAStateNeedsIsAskedForBeforeItIsMade(t *testing.T) {
	r := newRig(t).safe("2207", "")
	r.stands("propeller", "chocked").lost("71.2 mm", "66.0 mm")
	assert.Equal(t, "barrel-threads", r.wants(lead.DoRead).Read.Point, "what can be read as it stands comes first")
	r.do(record.KindReading, record.Reading{Point: "barrel-threads", Text: "12½"})
	a := r.wants(lead.DoSetUp)
	require.Len(t, a.Stop.Changes, 1)
	assert.Equal(t, "propeller", a.Stop.Changes[0].Thing)
	assert.Equal(t, "free", a.Stop.Changes[0].Way)
	r.stands("propeller", "free")
	assert.Equal(t, "barrel-to-eye", r.wants(lead.DoRead).Read.Point)
}

// A state that can not be made as it stands for its reading is made before: the reading is asked for all the same. A point
// that says nothing of how it stands takes what its states need.
func TestAStateThatCannotStandWithItsReadingKeepsNobodyFromIt(t *testing.T) {
	for needs, want := range map[string]bool{"running": false, "pocket": true} {
		raw, err := os.ReadFile("../../demo/sheets/114.json")
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		p := s.Point("barrel-to-eye")
		p.Needs = nil // hands are in all the same, and never while the engine runs
		s.State("dogs-home").Needs = setup.Needs{"key": {needs}}
		_, taken := s.Making(p, nil).Needs["key"]
		assert.Equal(t, want, taken, needs)
	}
}

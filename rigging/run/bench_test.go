package run_test

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"brankel/rigging/rehearse"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

var allStates = []string{"dogs-home", "inner-pushed", "stud-lowest"}

// rig is a run in memory: it does what the store does, without one.
type rig struct {
	t      testing.TB
	bench  record.Around
	sheets []*sheet.Sheet
	events []record.Event

	back   time.Duration // how long before it came in the next entry was made
	behind int           // how many of the last events its maker had not heard of
}

func newRig(t testing.TB) *rig {
	b := record.Around{Family: "stern-drive-shift", Cable: "lower drive cable", Gauges: []record.Gauge{
		{ID: "tape", Name: "tape 1", Quantity: "length", Doubt: 0.25},
		{ID: "calliper", Name: "calliper 3", Quantity: "length", Doubt: 0.05},
	}}
	var sheets []*sheet.Sheet
	files, err := filepath.Glob("../../demo/sheets/1[12]?.json")
	require.NoError(t, err)
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err, f)
		sheets = append(sheets, s)
	}
	require.Len(t, sheets, 3)
	return rigOf(t, b, sheets...)
}

func rigOf(t testing.TB, b record.Around, sheets ...*sheet.Sheet) *rig {
	b.Sheets = sheet.Heads(sheets)
	return &rig{t: t, bench: b, sheets: sheets}
}

func (r *rig) sheet() *sheet.Sheet {
	pinned, _ := record.Pinned(r.events)
	for _, s := range r.sheets {
		if s.Hash() == pinned {
			return s
		}
	}
	return nil
}

func (r *rig) state() record.State { return record.Fold(r.sheet(), r.events) }

func (r *rig) led() *lead.Lead { return lead.Of(r.state()) }

func (r *rig) try(kind record.Kind, body any) error { return r.tryBy("Ines", kind, body) }

func (r *rig) tryBy(who string, kind record.Kind, body any) error {
	raw, err := json.Marshal(body)
	require.NoError(r.t, err)
	n := len(r.events)
	e := record.Event{ID: fmt.Sprintf("e%d", n+1), Run: "r", Seq: n + 1, Kind: kind, By: who, Body: raw,
		At: time.Date(2026, 11, 24, 9, n, 0, 0, time.UTC), Received: time.Date(2026, 11, 24, 9, n, 1, 0, time.UTC)}
	e.At, e.Behind = e.At.Add(-r.back), r.behind
	r.back, r.behind = 0, 0
	e, err = r.led().Admit(r.bench, e)
	if err != nil {
		return err
	}
	prev := ""
	if n > 0 {
		prev = r.events[n-1].Hash
	}
	r.events = append(r.events, e.Seal(prev))
	return nil
}

// made says how the next entry was made: so many minutes before it came in, its maker not having heard
// of so many events.
func (r *rig) made(minutes, behind int) *rig {
	r.back, r.behind = time.Duration(minutes)*time.Minute, behind
	return r
}

func (r *rig) do(kind record.Kind, body any) *rig {
	r.t.Helper()
	require.NoError(r.t, r.try(kind, body))
	return r
}

// check answers a check, with whatever is to be read with it.
func (r *rig) check(id, answer string) *rig {
	r.t.Helper()
	c := r.state().Sheet.Check(id)
	return r.do(record.KindCheck, record.Checked{Check: id, Answer: answer, Figures: rehearse.Figures(c, c.Given(answer).ID, nil)})
}

func (r *rig) safe(serial, variant string) *rig {
	r.t.Helper()
	r.do(record.KindComplaint, record.Complaint{Words: "hard to get into forward", Shows: "yes"})
	r.do(record.KindIdentified, record.Identified{Serial: serial, Hand: "standard", Variant: variant})
	return r.open()
}

// stands has a thing stand another way.
func (r *rig) stands(thing, way string) *rig {
	r.t.Helper()
	return r.do(record.KindSetUp, record.SetUp{Thing: thing, Way: way})
}

// open has hands in the linkage: the key in a pocket, the cover off.
func (r *rig) open() *rig {
	r.t.Helper()
	return r.stands("key", "pocket").stands("linkage-cover", "off")
}

// stop makes the changes that are asked for just now.
func (r *rig) stop() *rig {
	r.t.Helper()
	for _, c := range r.wants(lead.DoSetUp).Stop.Changes {
		r.stands(c.Thing, c.Way)
	}
	return r
}

// rest makes changes until something else is asked for.
func (r *rig) rest() *rig {
	r.t.Helper()
	for r.led().Advice().Do == lead.DoSetUp {
		r.stop()
	}
	return r
}

func (r *rig) lost(pushed, eased string) *rig {
	r.t.Helper()
	r.do(record.KindReading, record.Reading{Point: "inner-home", Text: pushed}).do(record.KindReading, record.Reading{Point: "inner-eased", Text: eased})
	return r.do(record.KindReading, record.Reading{Point: "stroke", Text: "62 mm"})
}

func (r *rig) length(s string) *rig {
	r.t.Helper()
	return r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: s, States: allStates, Gauge: "calliper"})
}

func (r *rig) found(length, threads string) *rig {
	r.t.Helper()
	return r.length(length).do(record.KindReading, record.Reading{Point: "barrel-threads", Text: threads})
}

func (r *rig) turn(turns, way string) *rig {
	r.t.Helper()
	return r.do(record.KindMove, record.Move{Adjuster: "barrel", Turns: turns, Way: way})
}

func (r *rig) settle() *rig {
	r.t.Helper()
	return r.do(record.KindSettled, record.Settled{Point: "barrel-to-eye", Times: 3})
}

func (r *rig) lockAndRead(length string) *rig {
	r.t.Helper()
	return r.do(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "¼", Pin: true}).length(length)
}

func (r *rig) proved() *rig {
	r.t.Helper()
	r.stands("linkage-cover", "on")
	for _, c := range []string{"neutral-free", "forward-locks", "reverse-locks"} {
		r.check(c, r.sheet().Check(c).Good().ID)
	}
	return r.do(record.KindRetried, record.Retried{Outcome: "cured"})
}

// wants fails unless the one thing to do now is what.
func (r *rig) wants(what lead.Do) lead.Advice {
	r.t.Helper()
	a := r.led().Advice()
	require.Equal(r.t, what, a.Do, "%+v", a)
	return a
}

func said(a lead.Advice) (s string) {
	for _, p := range a.Say {
		s += p.Text
	}
	return s
}

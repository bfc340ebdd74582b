package run_test

import (
	"fmt"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// driver does what the advice asks, as a mechanic would who finds the length three
// turns off.
type driver struct {
	*rig
	s      *sheet.Sheet
	length float64
}

func (d *driver) reading(w *lead.Want) record.Reading {
	r := record.Reading{Point: w.Point, Text: "10"}
	for _, st := range w.States {
		r.States = append(r.States, st.ID)
	}
	a, p, _ := d.s.Lead()
	switch {
	case w.Point == p.ID:
		r.Text = strconv.FormatFloat(math.Abs(d.length), 'f', 3, 64)
		if p.Signed != nil {
			r.Side = map[bool]string{true: "negative", false: "positive"}[d.length < 0]
		}
	case a.Threads != nil && w.Point == a.Threads.Point:
		r.Text = fmt.Sprint((a.Threads.Min + a.Threads.Max) / 2)
	default: // of the sheet that the serial led to, which may be another than the driver's
		if p := d.state().Sheet.Point(w.Point); p.Target != nil {
			r.Text = fmt.Sprint(*p.Target)
		}
	}
	return r
}

// step answers the advice once; false when there is nothing more to do.
func (d *driver) step(a lead.Advice) bool {
	d.t.Helper()
	switch a.Do {
	case lead.DoComplaint:
		d.do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "yes"})
	case lead.DoIdentify:
		u := d.s.Applies
		number := u.From
		if u.After != "" {
			number = strconv.Itoa(mustSerial(u.After).Number + 1)
		}
		hand := u.Hand
		if hand == "either" {
			hand = "standard"
		}
		prefix := u.Prefix
		if prefix != "" {
			prefix += "-"
		}
		d.do(record.KindIdentified, record.Identified{Serial: prefix + number, Hand: hand, Variant: u.Variant})
	case lead.DoSetUp:
		d.stop()
	case lead.DoRead:
		d.do(record.KindReading, d.reading(a.Read))
	case lead.DoMove:
		d.do(record.KindMove, record.Move{Adjuster: a.Move.Adjuster, Turns: fmt.Sprint(a.Move.Turns), Way: a.Move.Way})
		d.length = a.Move.After
	case lead.DoSettle:
		d.do(record.KindSettled, *a.Settle)
	case lead.DoLock:
		d.do(record.KindLocked, record.Locked{Adjuster: a.Lock.Adjuster, BackOff: a.Lock.BackOff, Pin: true})
	case lead.DoCheck:
		d.check(a.Check.Check, a.Check.Answers[0].ID)
	case lead.DoJob:
		d.do(record.KindJob, record.Job{Job: a.Job.Job, Setting: a.Job.Settings[0].ID, AskedBy: "the owner", Steps: "½", Way: "out"})
	case lead.DoPart:
		d.do(record.KindPart, record.Parted{Item: a.Part.Item, Text: "as it was"})
	case lead.DoAgain:
		d.do(record.KindRetried, record.Retried{Outcome: "cured"})
	case lead.DoSign:
		d.do(record.KindSigned, record.Signed{Name: "Ines"})
	case lead.DoDecide, lead.DoTrial:
		d.do(
			record.KindDecided,
			record.Decided{About: a.Choices[len(a.Choices)-1].About, Choice: a.Choices[len(a.Choices)-1].Choice, Reason: "for this test"},
		)
	default:
		return false
	}
	return true
}

// oneBarrel tells whether one thread sets one length, and nothing else.
func oneBarrel(s *sheet.Sheet) bool {
	a, _, _ := s.Lead()
	targets := 0
	for _, p := range s.Points {
		if p.Target != nil && slices.ContainsFunc(s.Settings, func(one sheet.Setting) bool { return slices.Contains(one.Points, p.ID) }) {
			targets++
		}
	}
	return a != nil && len(s.Settings) == 1 && len(s.Settings[0].Adjusters) == 1 && a.Threaded() && targets == 1 && len(s.Schools) == 0
}

func mustSerial(text string) sheet.Serial {
	s, err := sheet.ParseSerial(text)
	if err != nil {
		panic(err)
	}
	return s
}

func TestEverySheetThatLeadsARunLeadsItToItsSignature(t *testing.T) {
	files, err := filepath.Glob("../../demo/sheets/*.json")
	require.NoError(t, err)
	led := 0
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		a, p, in := s.Lead()
		if !oneBarrel(s) || a.MeasureOnly {
			continue // those are led by the rehearsal
		}
		led++
		t.Run(s.ID, func(t *testing.T) {
			d := &driver{rigOf(t, record.Around{Family: s.Family, Cable: s.Cable}, s), s, *p.Target - 3*in.PerTurn}
			for range 80 {
				if !d.step(d.led().Advice()) || d.state().Signed != nil {
					break
				}
			}
			st := d.led()
			require.NotNil(t, st.Signed, "stopped at %+v", st.Advice())
			assert.Len(t, st.Moves, 1, "three turns, once")
			assert.InDelta(t, 3, st.Moves[0].Value, 1e-9)
			assert.Empty(t, st.Blockers())
			require.NoError(t, record.Verify(d.events))
		})
	}
	assert.GreaterOrEqual(t, led, 7)
}

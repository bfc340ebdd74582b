package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// complains begins a run with what the owner says, measured where anything was.
func complains(r *rig, test *record.Test) *rig {
	r.t.Helper()
	r.events = nil
	return r.do(record.KindComplaint, record.Complaint{Words: "hard into forward", Shows: record.ShowsYes, Test: test})
}

func TestAComplaintIsMeasuredBeforeAndAfterByTheSameTest(t *testing.T) {
	for name, test := range map[string]struct {
		before, after string
		says          string
	}{
		"less":               {"12 mm", "3 mm", "3 mm, 9.0 mm less"},
		"more":               {"3 mm", "4.5 mm", "4.5 mm, 1.5 mm more"},
		"as before":          {"12 mm", "12 mm", "12 mm, as before"},
		"a unit left out":    {"5/8 in", "1/4", "1/4 in, 9.5 mm less"},
		"in another unit":    {"1 in", "20 mm", "20 mm, 5.4 mm less"},
		"notches":            {"9 notches", "6", "6 notches, 3 less"},
		"degrees":            {"7°", "0", "0°, 7° less"},
		"the speed it kicks": {"62 km/h", "48 km/h", "48 km/h, 14 km/h less"},
	} {
		t.Run(name, func(t *testing.T) {
			r := complains(newRig(t), &record.Test{Name: " lash  at the knob", Text: test.before})
			r.do(record.KindRetried, record.Retried{Outcome: record.Cured, Test: &record.Test{Text: test.after, Name: "something else"}})
			page := tell.MakeRecord(record.Heading{}, r.led(), r.events, "")
			assert.Contains(t, page.Complaint, tell.Field{Name: "measured", Text: "lash at the knob " + test.before})
			assert.Contains(t, page.Complaint, tell.Field{Name: "tried again", Text: "cured; lash at the knob " + test.says})
			assert.Equal(t, "the complaint was tried again: cured; lash at the knob "+test.says, page.Lines[len(page.Lines)-1].Says)
		})
	}
}

func TestWhatWasMeasuredIsMeasuredAgainOrWhyNot(t *testing.T) {
	r := complains(newRig(t), &record.Test{Name: "lash at the knob", Text: "12 mm"})
	for text, says := range map[string]string{
		"":         "before it was lash at the knob 12 mm: write what it is now",
		"3 N":      "lash at the knob: this is a force where a length is wanted: write it in mm",
		"3-4":      "lash at the knob",
		"90000 mm": "is more than it can be: up to 20000.0 mm; look at the unit",
	} {
		err := r.try(record.KindRetried, record.Retried{Outcome: record.Cured, Test: &record.Test{Text: text}})
		require.ErrorContains(t, err, says, text)
	}
	r.do(record.KindRetried, record.Retried{Outcome: record.Better, Note: "the gauge went back to the stores"})
	page := tell.MakeRecord(record.Heading{}, r.led(), r.events, "")
	assert.Contains(t, page.Complaint, tell.Field{Name: "tried again", Text: "better; the gauge went back to the stores"})

	r = complains(newRig(t), nil)
	r.do(record.KindRetried, record.Retried{Outcome: record.Cured, Test: &record.Test{Text: "3 mm"}})
	assert.Nil(t, r.state().Retried.Test, "nothing was measured before: a figure alone says nothing")
}

func TestAFigureOfTheComplaintIsRefusedWithWhatToWrite(t *testing.T) {
	r := newRig(t)
	r.events = nil
	for _, bad := range []struct{ name, text, says string }{
		{"", "12 mm", "write what is measured"},
		{"lash at the knob", "", "lash at the knob: nothing to read"},
		{"lash at the knob", "12", "write the unit too, such as 12 mm"},
		{"lash at the knob", "much", "is not a number"},
	} {
		err := r.try(record.KindComplaint, record.Complaint{Words: "hard", Shows: record.ShowsYes, Test: &record.Test{Name: bad.name, Text: bad.text}})
		require.ErrorContains(t, err, bad.says)
	}
}

func TestTheLeadAsksForTheFigureAgain(t *testing.T) {
	f := follow(t, "501")
	f.do(record.KindComplaint, record.Complaint{Words: "rolls off", Shows: record.ShowsYes, Test: &record.Test{Name: "notches until it holds", Text: "9 notches"}})
	a := f.untilDo(lead.DoAgain)
	assert.Equal(t, &lead.TestAsk{Name: "notches until it holds", Was: "9 notches"}, a.Test)
	f = follow(t, "501")
	assert.Nil(t, f.untilDo(lead.DoAgain).Test, "nothing was measured")
}

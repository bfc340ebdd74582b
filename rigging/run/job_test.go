package run_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

func TestWhatIsToBeDoneIsRefusedWithWhatToWrite(t *testing.T) {
	r := newRig(t).safe("2207", "")
	for _, one := range []struct {
		body record.Job
		says string
	}{
		{record.Job{Job: "paint"}, "choose set, new, look, one or taste"},
		{record.Job{Job: sheet.JobNew}, "say which part goes in"},
		{record.Job{Job: sheet.JobNew, Part: "cable", Length: "3 mm"}, "from 10 mm to 30 m"},
		{record.Job{Job: sheet.JobNew, Part: "cable", Length: "long"}, "write its length"},
		{record.Job{Job: sheet.JobNew, Part: "cable", Length: "2." + strings.Repeat("0", 5000) + " m"}, "say it in 80"},
		{record.Job{Job: sheet.JobOne, Setting: "nothing", AskedBy: "him"}, "the sheet sets no such thing"},
		{record.Job{Job: sheet.JobOne, Setting: "length"}, "say who asked for it"},
		{record.Job{Job: sheet.JobTaste, Setting: "length", AskedBy: "him", Steps: "60", Way: "out"}, "outside the safe ends"},
		{record.Job{Job: sheet.JobTaste, Setting: "length", AskedBy: "him", Steps: "-1", Way: "out"}, "without a sign"},
		{record.Job{Job: sheet.JobTaste, Setting: "length", AskedBy: "him", Steps: "½", Way: "up"}, "choose in or out"},
	} {
		require.ErrorContains(t, r.try(record.KindJob, one.body), one.says, "%+v", one.body)
	}
	require.ErrorContains(t, r.try(record.KindPart, record.Parted{Item: "routed", Text: "as it was"}), "no new part goes in")
	r.lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	require.ErrorContains(t, r.try(record.KindJob, record.Job{Job: sheet.JobLook}), "something was turned already")
}

// A look turns nothing, argues for nothing, and goes over into setting with all that was read.
func TestALookTurnsNothingAndGoesOverIntoSetting(t *testing.T) {
	r := newRig(t).do(record.KindJob, record.Job{Job: sheet.JobLook}).safe("2207", "").lost("71 mm", "50 mm")
	require.ErrorContains(t, r.try(record.KindMove, record.Move{Adjuster: "barrel", Turns: "1", Way: "out"}), "this run only looks")
	for i := 0; r.led().Advice().Do != lead.DoSign; i++ {
		require.Less(t, i, 40)
		switch a := r.led().Advice(); a.Do {
		case lead.DoSetUp:
			r.stop()
		case lead.DoRead:
			text := map[string]string{"barrel-to-eye": "139.4 mm", "barrel-threads": "12½"}[a.Read.Point]
			states := []string{}
			for _, s := range a.Read.States {
				states = append(states, s.ID)
			}
			r.do(record.KindReading, record.Reading{Point: a.Read.Point, Text: text, States: states})
		case lead.DoCheck:
			r.check(a.Check.Check, a.Check.Answers[len(a.Check.Answers)-1].ID)
		default:
			require.Fail(t, "a look asks for nothing else", "%+v", a)
		}
	}
	v := tell.Show(r.led())
	assert.Contains(t, v.Job.Says, "look only")
	assert.True(t, v.Job.Open)
	signed := newRigFrom(r).do(record.KindSigned, record.Signed{Name: "Ines"})
	assert.Contains(t, signed.state().Signed.Statement, "turned nothing")

	r.do(record.KindJob, record.Job{Job: sheet.JobSet})
	assert.Nil(t, tell.Show(r.led()).Job)
	assert.NotNil(t, r.state().Latest("barrel-to-eye", ""), "what was read stays read")
	assert.NotEqual(t, lead.DoSign, r.led().Advice().Do)
}

// newRigFrom is another run with the same entries so far.
func newRigFrom(r *rig) *rig {
	other := *r
	other.events = append([]record.Event{}, r.events...)
	return &other
}

// One setting turns its own nut only, and says on the record what it leaves unproved.
func TestOneSettingTurnsNothingElse(t *testing.T) {
	f := follow(t, "503")
	f.untilDo(lead.DoSetUp)
	f.do(record.KindJob, record.Job{Job: sheet.JobOne, Setting: "cable", AskedBy: "the foreman"})
	require.ErrorContains(t, f.try(record.KindMove, record.Move{Adjuster: "star", Turns: "2", Way: "out"}), "only the Lever: the equaliser nut is turned here, at the word of the foreman")
	f.reading["notches"] = "5"
	f.untilDo(lead.DoSign)
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	text := ""
	for _, line := range r.Complaint {
		text += line.Name + ": " + line.Text + "\n"
	}
	assert.Contains(t, text, "left unproved: holds forward, holds backward")
	assert.Contains(t, text, "asked for by the foreman")
}

// A new part: what is noted of the old one, what is to spare, and no as found for what is new.
func TestANewPartHasNoAsFound(t *testing.T) {
	f := follow(t, "114")
	f.do(record.KindJob, record.Job{Job: sheet.JobNew, Part: "lower drive cable", Number: "K7", Length: "2.4 m"})
	f.untilDo(lead.DoSetUp)
	assert.Contains(t, tell.Show(f.led()).Fetch, "the new lower drive cable K7", "it is fetched before anything is taken off")
	a := f.untilDo(lead.DoPart)
	assert.True(t, strings.HasPrefix(a.Part.Says, "Length of the old one"))
	require.ErrorContains(t, f.try(record.KindPart, record.Parted{Item: a.Part.Item}), "write it down")
	for i := 0; f.led().Advice().Do == lead.DoPart || f.led().Advice().Do == lead.DoSetUp; i++ {
		require.Less(t, i, 30)
		if a := f.led().Advice(); a.Do == lead.DoPart {
			f.do(record.KindPart, record.Parted{Item: a.Part.Item, Text: "as it was"})
			continue
		}
		f.stop()
	}
	assert.Empty(t, tell.Show(f.led()).Fetch)
	assert.Equal(t, "as fitted", f.state().FoundWord())
	assert.True(t, f.state().PartIn())
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	text := ""
	for _, line := range r.Complaint {
		text += line.Name + ": " + line.Text + "\n"
	}
	assert.Contains(t, text, "a new part goes in, lower drive cable, number K7, 2400.0 mm long")
	assert.Contains(t, text, "as it was")
	assert.Contains(t, text, "again after bedding in")
}

// What is brought along follows from the sheet: instruments, and how hard what is tightened; a step that asks nothing says so.
func TestTheFetchListFollowsFromTheSheet(t *testing.T) {
	f := follow(t, "403")
	f.untilDo(lead.DoSetUp)
	fetch := strings.Join(tell.Show(f.led()).Fetch, "\n")
	assert.Contains(t, fetch, "torque wrench, 9 Nm")
	bare := demoSheet(t, "503")
	bare.Checks = slices.DeleteFunc(bare.Checks, func(c sheet.Check) bool { return c.Kind == sheet.CheckCondition })
	b := followSheet(t, bare)
	b.untilDo(lead.DoSetUp)
	assert.Contains(t, tell.Show(b.led()).Fetch, "wheel chocks")
	for _, s := range b.led().Steps() {
		if s.Kind == sheet.StepWorn {
			assert.Equal(t, lead.StatusEmpty, s.Status)
			assert.Equal(t, "the sheet asks nothing here", s.Summary)
		}
	}
}

// Whoever turned before anybody said which setting goes on with all of it: nothing is asked that would be refused.
func TestASettingIsNotAskedForOnceSomethingWasTurned(t *testing.T) {
	r := newRig(t).do(record.KindJob, record.Job{Job: sheet.JobOne}).safe("2207", "")
	r.wants(lead.DoJob)
	r.lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	require.ErrorContains(t, r.try(record.KindJob, record.Job{Job: sheet.JobOne, Setting: "length", AskedBy: "him"}), "turned already")
	r.wants(lead.DoSettle)
}

// What is done to a part has needs like any other work: nobody counts the threads of a turnbuckle through a closed floor,
// or takes a cable off with the key in.
func TestAPartComesOffWhereItCanBeReached(t *testing.T) {
	for _, one := range []struct{ sheet, says, thing, way string }{
		{"721", "Threads in at the crossover", "floor", "off"},
		{"721", "Routed", "key", "pocket"},
		{"711", "Threads in at the follow-up cable, wing end", "wing-panel", "off"},
		{"201", "Threads in at the helm end", "key", "pocket"},
		{"301", "Clips and grommets", "key", "pocket"},
	} {
		f := follow(t, one.sheet)
		f.do(record.KindJob, record.Job{Job: sheet.JobNew, Part: "the cable"})
		asked := false
		for i := 0; !asked; i++ {
			require.Less(t, i, 60, one.says)
			a := f.led().Advice()
			if a.Do != lead.DoPart {
				f.step(a)
				continue
			}
			if asked = strings.HasPrefix(a.Part.Says, one.says); asked {
				assert.Equal(t, one.way, f.state().Now().Ways[one.thing], "%s: %s", one.sheet, a.Part.Says)
			}
			f.do(record.KindPart, record.Parted{Item: a.Part.Item, Text: "as it was"})
		}
	}
}

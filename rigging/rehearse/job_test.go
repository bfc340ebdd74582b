package rehearse

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Every job is led to its signature on every sheet: a new part goes in and all is set; a look turns nothing and reads all;
// one setting turns nothing else and says what it leaves unproved; a taste stays inside the safe ends and answers for it.
func TestEveryJobIsLedOnEverySheet(t *testing.T) {
	counts := map[sheet.JobKind]int{}
	unproved, risks, tastes := 0, 0, map[string]bool{}
	for _, w := range led(t) {
		jobs := []Job{{Kind: sheet.JobNew}, {Kind: sheet.JobLook}, {Kind: sheet.JobTaste, Steps: 2}, {Kind: sheet.JobTaste, Steps: -2}}
		as := w.For(w.school)
		for _, one := range as.Settings {
			jobs = append(jobs, Job{Kind: sheet.JobOne, Setting: one.ID})
		}
		for i, job := range jobs {
			q := asked(rand.New(rand.NewPCG(uint64(i), 9)), w, uint64(i))
			q.Condition, q.Job = nil, job
			if job.Kind == sheet.JobOne || job.Kind == sheet.JobTaste {
				q.Settings = nil // the rest is right
			}
			where := fmt.Sprintf("%s %v", q.where(), job)
			out, err := Rehearse(q)
			require.NoError(t, err, where)
			if out.Outcome == "stopped" && (w.Adjusters[0].MeasureOnly && job.Kind != sheet.JobLook || job.Kind == sheet.JobTaste && out.Moves == 0) {
				continue // pinned, or nothing of it goes that way to taste
			}
			require.Equal(t, "signed", out.Outcome, "%s: %s", where, out.Why)
			st := record.Fold(w.Sheet, out.Events)
			require.Empty(t, st.Loose(), where)
			counts[job.Kind]++
			switch job.Kind {
			case sheet.JobNew:
				require.Empty(t, untrue(t, w, q, out, true), where)
				require.True(t, st.PartIn(), where)
				require.NotEmpty(t, st.Parts["seated-works"].Says, where)
			case sheet.JobLook:
				require.Zero(t, out.Moves, where)
				require.Empty(t, st.Locks, where)
				for i := range as.Points {
					p := &as.Points[i]
					require.True(t, as.Superseded(p.ID) || p.Target == nil || st.Latest(p.ID, "") != nil, "%s: %s was not looked at", where, p.Name)
				}
			case sheet.JobOne:
				for _, m := range st.Moves {
					require.Contains(t, as.Setting(job.Setting).Adjusters, m.Adjuster, where)
				}
				unproved += len(st.Job.Unproved)
			case sheet.JobTaste:
				ends, ok := as.Taste(st.Job.Setting)
				require.True(t, ok, where)
				require.LessOrEqual(t, st.Job.Value, ends.Out+1e-9, where)
				require.GreaterOrEqual(t, st.Job.Value, -ends.In-1e-9, where)
				require.InDelta(t, st.Job.Value, st.NetTurns(as.Setting(st.Job.Setting).Adjusters[0]), 1e-9, where)
				tastes[w.ID] = true
				risks += len(st.Job.Risk)
			}
			require.Empty(t, watched(w.Sheet, out.Events), where)
		}
	}
	t.Log(counts, unproved, risks, len(tastes))
	for _, kind := range []sheet.JobKind{sheet.JobNew, sheet.JobLook, sheet.JobOne, sheet.JobTaste} {
		assert.Greater(t, counts[kind], 10, kind)
	}
	assert.Positive(t, unproved)
	assert.Positive(t, risks)
}

// What is rehearsed otherwise than a job is, says what to write.
func TestAJobIsSaidInItsWords(t *testing.T) {
	for _, text := range []string{"paint", "one", "one:", "taste", "taste:", "taste:a", "taste:0", "look:all", "set:length", "taste:NaN"} {
		_, err := ParseJob(text)
		assert.ErrorContains(t, err, "job", text)
	}
	job, err := ParseJob("taste:-2.5")
	require.NoError(t, err)
	assert.Equal(t, Job{Kind: sheet.JobTaste, Steps: -2.5}, job)
	assert.True(t, slices.Contains(sheet.JobKinds, job.Kind))
}

package rehearse

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Job is what is rehearsed: set, new, look, one:SETTING or taste:STEPS, those outward positive.
type Job struct {
	Kind    sheet.JobKind
	Setting string
	Steps   float64
}

// ParseJob reads what is to be done. The error is a *fault.Fault.
func ParseJob(text string) (Job, error) {
	word, more, _ := strings.Cut(text, ":")
	job := Job{Kind: sheet.JobKind(word)}
	switch {
	case job.Kind == "":
		job.Kind = sheet.JobSet
	case !slices.Contains(sheet.JobKinds, job.Kind) || (more == "") != (job.Kind != sheet.JobOne && job.Kind != sheet.JobTaste):
		return job, fault.At("job", "write set, new, look, one:SETTING, or taste:STEPS with the steps outward positive")
	case job.Kind == sheet.JobOne:
		job.Setting = more
	case job.Kind == sheet.JobTaste:
		steps, err := strconv.ParseFloat(more, 64)
		if err != nil || steps == 0 || math.IsInf(steps, 0) || math.IsNaN(steps) {
			return job, fault.At("job", "write the steps of a taste as a number, outward positive: taste:-3")
		}
		job.Steps = steps
	}
	return job, nil
}

// begin says what is to be done, where it is not to be set.
func (h *hand) begin() error {
	switch h.q.Job.Kind {
	case "", sheet.JobSet:
		return nil
	case sheet.JobNew:
		return h.log(record.KindJob, record.Job{Job: sheet.JobNew, Part: "cable", Number: "as the old one"})
	}
	return h.log(record.KindJob, record.Job{Job: h.q.Job.Kind})
}

// choose says which setting, and how far: of a taste the first that has the room that way, and the farthest there is where
// none has so much.
func (h *hand) choose(ask *lead.JobAsk) error {
	job := record.Job{Job: ask.Job, Setting: h.q.Job.Setting, AskedBy: "the owner"}
	if ask.Job == sheet.JobTaste {
		job.Way = "out"
		if h.q.Job.Steps < 0 {
			job.Way = "in"
		}
		most := 0.0
		for _, s := range ask.Settings {
			room := s.Out
			if job.Way == "in" {
				room = s.In
			}
			if room != nil && room.Most > most && most < math.Abs(h.q.Job.Steps) {
				job.Setting, most = s.ID, room.Most
			}
		}
		if most == 0 {
			h.stop("Nothing of this sheet goes that way to taste: no end is safe.")
			return nil
		}
		job.Steps = strconv.FormatFloat(min(most, math.Abs(h.q.Job.Steps)), 'f', -1, 64)
	}
	return h.log(record.KindJob, job)
}

// part does one thing of an old part out and a new one in.
func (h *hand) part(ask *lead.PartAsk) error {
	p := record.Parted{Item: ask.Item}
	if ask.Note {
		p.Text = "as it was"
	}
	return h.log(record.KindPart, p)
}

package tell

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// firstLook is when a new part is looked at again.
const firstLook = "again after bedding in: at the first service, or when it feels otherwise"

// JobLine is what is to be done, as it stands over the work. Open tells that it may still be said otherwise.
type JobLine struct {
	Job  sheet.JobKind `json:"job"`
	Says string        `json:"says"`
	Open bool          `json:"open"`
}

func (run page) jobLine() *JobLine {
	if run.Job.Job == "" || run.Job.Job == sheet.JobSet {
		return nil
	}
	return &JobLine{run.Job.Job, record.SaysJob(run.Job), run.JobOpen()}
}

// parts that go in, beside the cables of the sheet.
var usualParts = []string{"cable", "cable end", "clip", "quadrant", "pads", "shoes", "drum"}

// goes are the parts that may go in: a cable by its name where there are several.
func (run page) goes() []string {
	of := run.Sheet
	if of == nil {
		of = run.Expected
	}
	out := []string{}
	if of != nil {
		for _, t := range of.Things {
			if t.Kind == setup.Cable {
				out = append(out, t.Name)
			}
		}
	}
	if len(out) > 1 {
		return append(out, usualParts[1:]...)
	}
	return usualParts
}

// job is what was to be done and what that left, for the paper; nothing where all was set.
func (run page) job() (out []Field) {
	j := run.Job
	if j.Job == "" || j.Job == sheet.JobSet {
		return nil
	}
	out = append(out, Field{"to be done", strings.TrimPrefix(record.SaysJob(j), "to be done: ")})
	if j.Job == sheet.JobNew {
		for _, one := range run.PartItems() {
			if done, ok := run.Parts[one.ID]; ok && done.Text != "" {
				out = append(out, Field{one.Says, done.Text})
			}
		}
		for _, s := range run.Spares() {
			out = append(out, Field{"threads to spare, " + s.Adjuster.Name, fmt.Sprintf("%s in, %s out", quantity.Turns(max(0, s.In)),
				quantity.Turns(max(0, s.Out)))})
		}
		out = append(out, Field{"look at it", firstLook})
	}
	if len(j.Risk) > 0 {
		out = append(out, Field{"what it risks", strings.Join(j.Risk, "; ")})
	}
	if len(j.Unproved) > 0 {
		out = append(out, Field{"left unproved", strings.Join(j.Unproved, ", ")})
	}
	return out
}

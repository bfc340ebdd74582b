package tell

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// firstLook is when a new part is looked at again.
const firstLook = "again after bedding in: at the first service, or when it feels otherwise"

// job is what was to be done and what that left, for the paper; nothing where all was set.
func (run page) job() (out []Field) {
	j := run.Job
	if j.Job == "" || j.Job == sheet.JobSet {
		return nil
	}
	says := j.Job.Says()
	if j.Title != "" {
		says += ": " + j.Title
	}
	if j.Says != "" {
		says += ", " + j.Says + " from as found"
	}
	if j.AskedBy != "" {
		says += ", asked for by " + j.AskedBy
	}
	out = append(out, Field{"to be done", says})
	if j.Job == sheet.JobNew {
		part := j.Part
		if j.Number != "" {
			part += ", number " + j.Number
		}
		if j.Length != "" {
			part += ", length " + j.Length
		}
		out = append(out, Field{"new part", part})
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

package tell

import (
	"math"
	"slices"
	"strings"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/spell"
)

// longestWords is how much of a run it is found by, in bytes.
const longestWords = 6000

// foundBy is all that a run is found by, line by line: what was complained of, noted and found wrong, what was read, who worked.
func foundBy(run *lead.Lead) string {
	var lines []string
	there := map[string]bool{"": true}
	add := func(says string) {
		if says = strings.Join(strings.Fields(says), " "); !there[says] {
			there[says] = true
			lines = append(lines, says)
		}
	}
	if run.Complaint != nil {
		add(run.Complaint.Words)
		if t := run.Complaint.Test; t != nil {
			add(t.Says())
		}
	}
	if run.Signed != nil {
		add(run.Signed.CauseSays)
		add(run.Signed.Called.Machine + ", " + run.Signed.Called.Cable)
	}
	if run.Identity != nil {
		add("serial " + run.Identity.Serial)
	}
	for _, n := range run.Notes {
		add(n)
	}
	for _, d := range run.Deviations {
		add(d.Why)
	}
	if run.Job.Part != "" {
		add("new part: " + run.Job.Part + " " + run.Job.Number)
	}
	if run.Sheet != nil {
		type same struct {
			point string
			value float64
		}
		spelt := map[same]bool{} // spelling takes long, and in a long run most was read before
		for _, t := range run.Readings {
			is := same{t.Point, t.Value}
			if p := run.Sheet.Point(t.Point); p != nil && t.Judged() && !spelt[is] {
				spelt[is] = true
				add(p.Name + " " + spell.Reading(p, t.Value))
			}
		}
	}
	who := make([]string, 0, len(run.Workers))
	for name := range run.Workers {
		who = append(who, name)
	}
	slices.Sort(who)
	add("by " + strings.Join(who, ", "))
	out := strings.Join(lines, "\n")
	if len(out) > longestWords {
		out = strings.ToValidUTF8(out[:longestWords], "")
	}
	return strings.ReplaceAll(out, "\x00", "")
}

// movedMost is the most that any adjuster was moved, whichever way, in its turns or steps.
func movedMost(run *lead.Lead) (most float64) {
	net := map[string]float64{}
	for _, m := range run.Moves[run.Repaired:] {
		net[m.Adjuster] += m.Signed()
	}
	for _, n := range net {
		most = max(most, math.Abs(n))
	}
	return most
}

// leftOut is what was left out or done otherwise than the sheet has it, each with its reason.
func leftOut(run *lead.Lead) string {
	var out []string
	for step, why := range run.Skipped {
		title := step
		for _, s := range run.Steps() {
			if s.ID == step {
				title = s.Title
			}
		}
		out = append(out, "left out: "+title+" ("+why+")")
	}
	for point, d := range run.Deviations {
		name := point
		if run.Sheet != nil {
			if p := run.Sheet.Point(point); p != nil {
				name = p.Name
			}
		}
		out = append(out, "by request: "+name+" ("+d.Why+")")
	}
	slices.Sort(out)
	return strings.Join(out, "; ")
}

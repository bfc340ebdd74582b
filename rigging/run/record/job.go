package record

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Job is what is to be done. Of one setting and of a taste it names the setting, of a taste how far and for whom, of a new
// part which. It may be said again, more closely or otherwise, until something was turned.
type Job struct {
	Job     sheet.JobKind `json:"job"`
	Setting string        `json:"setting,omitempty"`
	AskedBy string        `json:"asked_by,omitempty"` // at whose word: of one setting and of a taste
	Steps   string        `json:"steps,omitempty"`    // of a taste, from where it was found
	Way     string        `json:"way,omitempty"`      // out, in
	Part    string        `json:"part,omitempty"`     // of a new part: what it is
	Number  string        `json:"number,omitempty"`   // printed on it
	Length  string        `json:"length,omitempty"`   // of it
	In      bool          `json:"in,omitempty"`       // it is in already: the work begins with it

	// filled in here
	Title    string   `json:"title,omitempty"` // of the setting
	Value    float64  `json:"value,omitempty"` // of Steps, outward positive
	Says     string   `json:"says,omitempty"`  // Steps and Way in words
	LengthMM float64  `json:"length_mm,omitempty"`
	Unproved []string `json:"unproved,omitempty"` // what it leaves unproved, by name
	Risk     []string `json:"risk,omitempty"`     // what the wish costs, by the rig of the sheet
}

// JobOf is what is to be done by the events; its zero value sets it.
func JobOf(events []Event) (job Job) {
	var void map[string]bool
	for _, e := range events {
		if e.Kind != KindJob {
			continue
		}
		if void == nil {
			void = StruckOut(events)
		}
		if !void[e.ID] {
			job = BodyOf[Job](e)
		}
	}
	return job
}

// Of is what is left to do of a sheet.
func (j Job) Of() sheet.Job { return sheet.Job{Kind: j.Job, Setting: j.Setting, Steps: j.Value} }

// Looks tells whether the run only looks: nothing is turned in it.
func (st State) Looks() bool { return st.Job.Job == sheet.JobLook }

// the least and the most that a new part can be long, mm: a gearbox inner, a launch from helm to engine.
const shortest, longest = 10, 30000

// JobOpen tells whether it may still be said otherwise what is to be done: nothing was turned or locked.
func (st State) JobOpen() bool { return st.Signed == nil && !st.AnyMoved() && len(st.Locks) == 0 }

func admitJob(in Incoming, j Job) (Job, error) {
	if err := oneOf(string(j.Job), "job", j.Job.Words()...); err != nil {
		return j, err
	}
	if !in.JobOpen() {
		return j, fault.At("body.job", "something was turned already: what is to be done stands. Open the next run for more")
	}
	clean := Job{Job: j.Job}
	if err := fault.First(short(j.AskedBy, "asked_by", longestName), short(j.Part, "part", longestName),
		short(j.Number, "number", longestName), short(j.Length, "length", longestName), short(j.Steps, "steps", longestName)); err != nil {
		return j, err
	}
	var err error
	switch j.Job {
	case sheet.JobNew:
		clean.Part, clean.Number, clean.In = strings.TrimSpace(j.Part), j.Number, j.In
		if err := need(j.Part, "part", longestName, "say which part goes in: cable, end, quadrant, clip, pads, drum, shoes"); err != nil {
			return j, err
		}
		if j.Length != "" {
			q, err := quantity.Parse(j.Length, "mm", quantity.Length)
			if err != nil || q.Value < shortest || q.Value > longest {
				return j, fault.At("body.length", "write its length, from %d mm to %d m, or leave it out", shortest, longest/1000)
			}
			clean.Length, clean.LengthMM = j.Length, q.Value
		}
	case sheet.JobOne, sheet.JobTaste:
		clean, err = in.oneSetting(clean, j)
	}
	return clean, err
}

// oneSetting is a job of one setting; before a sheet is known it names none.
func (in Incoming) oneSetting(clean, j Job) (Job, error) {
	clean.AskedBy = j.AskedBy
	if j.Setting == "" {
		return clean, nil
	}
	if err := in.withSheet(); err != nil {
		return j, err
	}
	whole := in.Pinned.For(in.School)
	one := whole.Setting(j.Setting)
	if one == nil {
		return j, fault.At("body.setting", "the sheet sets no such thing")
	}
	if err := need(j.AskedBy, "asked_by", longestName, "say who asked for it"); err != nil {
		return j, err
	}
	clean.Setting, clean.Title = one.ID, one.Title
	if j.Job == sheet.JobTaste {
		var err error
		if clean, err = taste(whole, one, clean, j); err != nil {
			return j, err
		}
	}
	clean.Unproved = whole.Unproved(clean.Of())
	return clean, nil
}

// taste is how far a setting is turned as the owner likes it, inside the safe ends.
func taste(whole *sheet.Sheet, one *sheet.Setting, clean, j Job) (Job, error) {
	ends, ok := whole.Taste(one.ID)
	a := whole.Adjuster(first(one.Adjusters))
	if a == nil || !ok {
		return j, fault.At("body.setting", "nobody knows how far this can go to taste: set it by the book, or leave it out by request")
	}
	by, err := Turned(j.Steps, "steps")
	if err != nil {
		return j, err
	}
	if err := oneOf(j.Way, "way", "in", "out"); err != nil {
		return j, err
	}
	most := ends.Out
	if j.Way == "in" {
		most = ends.In
	}
	way := spell.Way(a, j.Way)
	switch {
	case by < leastTurn:
		return j, fault.At("body.steps", "write how far, or set it by the book")
	case by > most+1e-9 && most > 0:
		return j, fault.At("body.steps", "that lies outside the safe ends: at most %s %s", spell.Counted(spell.Notch(a), most), way.Says)
	case by > most:
		return j, fault.At("body.way", "that way nothing is safe: the other way there may be room")
	}
	clean.Steps, clean.Way, clean.Value = j.Steps, j.Way, by
	if j.Way == "in" {
		clean.Value = -by
	}
	clean.Says = spell.Counted(spell.Notch(a), by) + " " + way.Says
	for _, c := range ends.Costs {
		if c.Steps*clean.Value > 0 && math.Abs(c.Steps) <= by+1e-9 {
			clean.Risk = append(clean.Risk, c.Says)
		}
	}
	return clean, nil
}

func first(list []string) string {
	if len(list) == 0 {
		return ""
	}
	return list[0]
}

func foldJob(*State, Event, Job) {} // it is known before anything is folded: see Fold

// SaysJob is what is to be done in words.
func SaysJob(j Job) string {
	says := "to be done: " + j.Job.Says()
	switch {
	case j.Job == sheet.JobNew:
		says += ", " + j.Part
		if j.Number != "" {
			says += ", number " + j.Number
		}
		if j.Length != "" {
			says += ", " + spell.Figure(quantity.Length, j.LengthMM) + " long"
		}
		if j.In {
			says += ", in already"
		}
	case j.Title != "":
		says += ", " + j.Title
		if j.Says != "" {
			says += ", " + j.Says + " from as found"
		}
	}
	if j.AskedBy != "" {
		says += fmt.Sprintf(", asked for by %s", j.AskedBy)
	}
	return says
}

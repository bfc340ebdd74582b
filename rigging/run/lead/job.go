package lead

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// JobAsk is what is still to be said of what is to be done: which setting, and of a taste how far.
type JobAsk struct {
	Job      sheet.JobKind `json:"job"`
	Settings []JobSetting  `json:"settings"`
}

// JobSetting is one to choose from. Of a taste, In and Out are the safe ends both ways in words, "" where nothing is safe,
// and Costs what each further step costs.
type JobSetting struct {
	ID    string   `json:"id"`
	Title string   `json:"title"`
	Unit  string   `json:"unit,omitempty"` // of the steps
	In    *JobWay  `json:"in,omitempty"`
	Out   *JobWay  `json:"out,omitempty"`
	Costs []string `json:"costs"`
}

// JobWay is one way of a taste: how many steps are safe, and what the way is called.
type JobWay struct {
	Most float64 `json:"most"`
	Says string  `json:"says"`
}

// PartAsk is one thing to do while an old part comes out and a new one goes in.
type PartAsk struct {
	Item string `json:"item"`
	Says string `json:"says"`
	Note bool   `json:"note"` // it is written down
}

// askJob asks which setting the job is about; ok is false where that is known.
func (run *Lead) askJob() (a Advice, ok bool) {
	kind := run.Job.Job
	whole := run.Pinned.For(run.School)
	known := whole.Setting(run.Job.Setting) != nil // another plate may have led to a sheet that does not know it
	if kind != sheet.JobOne && kind != sheet.JobTaste || known || !run.JobOpen() {
		return a, false
	}
	ask := &JobAsk{Job: kind, Settings: []JobSetting{}}
	for i := range whole.Settings {
		one := &whole.Settings[i]
		s := JobSetting{ID: one.ID, Title: one.Title, Costs: []string{}}
		if kind == sheet.JobTaste && !s.tasted(whole, one) {
			continue
		}
		ask.Settings = append(ask.Settings, s)
	}
	a = Advice{Do: DoJob, Job: ask, Step: run.StepOf(sheet.StepIdentify), Say: Say(Plain("Which setting, and at whose word?"))}
	if kind == sheet.JobTaste {
		a.Say = Say(Plain("What is to be to taste, how far, and at whose word?"))
		a.More = append(a.More, "The ends are where something fails that needs no load, by the rig of the sheet.")
		if len(ask.Settings) == 0 {
			a.Finding = "Nobody knows of this sheet how far anything goes to taste: set it, or one setting of it."
		}
	}
	return a, true
}

// tasted fills in how far a setting goes to taste; false where nobody knows, or nothing is safe.
func (s *JobSetting) tasted(whole *sheet.Sheet, one *sheet.Setting) bool {
	ends, ok := whole.Taste(one.ID)
	if !ok || ends.In+ends.Out == 0 {
		return false
	}
	a := whole.Adjuster(one.Adjusters[0])
	s.Unit = spell.Notch(a)
	if ends.In > 0 {
		s.In = &JobWay{ends.In, a.In.Says}
	}
	if ends.Out > 0 {
		s.Out = &JobWay{ends.Out, a.Out.Says}
	}
	for _, c := range ends.Costs {
		way := "out"
		if c.Steps < 0 {
			way = "in"
		}
		s.Costs = append(s.Costs, fmt.Sprintf("From %s %s: %s", spell.Counted(s.Unit, math.Abs(c.Steps)), spell.Way(a, way).Says, c.Says))
	}
	return true
}

// parts are the old part out and the new one in, one thing after the other, each where it finds its place.
func (l *listing) parts() {
	before := l.ids(nil)
	for _, one := range l.run.PartItems() {
		if _, done := l.run.Parts[one.ID]; done {
			continue
		}
		a := Advice{Do: DoPart, Say: Say(Plain(one.Says + ".")), Part: &PartAsk{one.ID, one.Says, one.Note}, Caution: l.run.hands()}
		l.add(named(one.Work, "part:"+one.ID, before...), func() Advice { return a })
		before = append(before, "part:"+one.ID)
	}
	l.first = l.ids(nil)
}

// partsDone is how far the new part is.
func (run *Lead) partsDone() (done bool, summary string) {
	items := run.PartItems()
	if n := len(run.Parts); n < len(items) {
		return false, count(n, fmt.Sprintf("of %d", len(items)))
	}
	return true, run.Job.Part + " in"
}

// Spare is how many threads are to spare either way at an end that was counted, by the newest count.
type Spare struct {
	Adjuster *sheet.Adjuster
	In, Out  float64
}

// Spares are those of a new part, in the order of the sheet.
func (run *Lead) Spares() (out []Spare) {
	if run.Sheet == nil || run.Job.Job != sheet.JobNew {
		return nil
	}
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		if left := run.engaged(a); left != nil {
			out = append(out, Spare{a, a.Threads.Max - *left, *left - a.Threads.Min})
		}
	}
	return out
}

// filler is what would make up for a new part whose thread does not reach: a piece as thick as it is short.
func (run *Lead) filler(s *Setting) string {
	if run.Job.Job != sheet.JobNew || !s.Single() || s.Point.Quantity != quantity.Length || s.Now == nil {
		return ""
	}
	lo, hi := s.Limits()
	short := math.Max(lo-s.Judge.Value, s.Judge.Value-hi)
	if short <= 0 {
		return ""
	}
	return fmt.Sprintf("It is a gap of %s: a filler piece only where the maker has one for it, else a part of the right length.",
		spell.Reading(s.Point, short))
}

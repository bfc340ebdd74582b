package sheet

import (
	"maps"
	"math"
	"slices"
	"sync"
)

// JobKind is what is to be done.
type JobKind string

// What there is to be done; JobSet is what is done where nothing is said.
const (
	JobSet   JobKind = "set"
	JobNew   JobKind = "new"   // a new part goes in
	JobLook  JobKind = "look"  // nothing is turned
	JobOne   JobKind = "one"   // one setting, at somebody's word
	JobTaste JobKind = "taste" // as the owner likes it, inside the safe ends
)

// JobKinds are all of them.
var JobKinds = []JobKind{JobSet, JobNew, JobLook, JobOne, JobTaste}

// Words lists them.
func (JobKind) Words() []string { return wordsOf(JobKinds) }

// Says is what is to be done in words.
func (k JobKind) Says() string {
	return map[JobKind]string{JobSet: "set it", JobNew: "a new part goes in", JobLook: "look only", JobOne: "one setting", JobTaste: "to taste"}[k]
}

// Job is what is to be done to a sheet's rig. Setting is that of JobOne and JobTaste; Steps is how far its first adjuster
// is turned from where it was found for JobTaste, outward positive, in its own unit. The zero value sets it.
type Job struct {
	Kind    JobKind
	Setting string
	Steps   float64
}

// AsWished is the answer to a proof under load that gives what the owner wanted, and not what the book wants.
const AsWished = "as-wished"

// jobs are sheets as jobs have them: a few, since anybody may ask for any number of steps.
type jobs struct {
	sync.Mutex
	by   map[Job]*Sheet
	ends map[string]*Ends // of a taste, by setting; nil for one that has none
}

const mostJobs = 64

// Doing is a sheet, as a school works it, with what a job leaves of it: of a look no settings, of one setting nothing
// that it does not touch, of a taste so many steps instead of limits. A job that names no setting of the sheet yet
// leaves it whole.
func (s *Sheet) Doing(job Job) *Sheet {
	if s == nil || job.Kind == "" || job.Kind == JobSet || job.Kind == JobNew || s.jobs == nil {
		return s
	}
	if job.Kind != JobLook && s.Setting(job.Setting) == nil {
		return s
	}
	s.jobs.Lock()
	defer s.jobs.Unlock()
	if d := s.jobs.by[job]; d != nil {
		return d
	}
	if len(s.jobs.by) >= mostJobs {
		clear(s.jobs.by)
	}
	d := s.doing(job)
	s.jobs.by[job] = d
	return d
}

func (s *Sheet) doing(job Job) *Sheet {
	d := *s
	d.kept, d.jobs = new(sync.Map), nil
	if job.Kind == JobLook {
		d.Points = slices.DeleteFunc(slices.Clone(s.Points), func(p Point) bool { return s.Superseded(p.ID) })
		d.Checks = slices.DeleteFunc(slices.Clone(s.Checks), func(c Check) bool { return c.Loaded })
		d.Settings, d.Voids, d.Inspect = nil, nil, nil
		d.Steps = slices.DeleteFunc(slices.Clone(s.Steps), func(step Step) bool {
			return sets(step.Kind) || slices.Contains([]StepKind{StepAgain, StepLoaded, StepInspect}, step.Kind)
		})
		return &d
	}
	group := s.together(job.Setting)
	kept, reads := []string{}, map[string]bool{}
	for i := range group {
		kept = append(kept, s.gates(&group[i], job.Kind == JobTaste)...)
		maps.Copy(reads, s.needed(&group[i]))
	}
	d.Checks = slices.DeleteFunc(slices.Clone(s.Checks), func(c Check) bool { return !slices.Contains(kept, c.ID) })
	d.Points = slices.DeleteFunc(slices.Clone(s.Points), func(p Point) bool { return !reads[p.ID] && p.Stop == "" })
	if job.Kind == JobTaste {
		group = []Setting{s.tasted(*s.Setting(job.Setting), job.Steps)}
		d.Points = slices.Clone(d.Points)
		for i := range d.Points {
			if p := &d.Points[i]; p.Stop == "" {
				p.Target, p.Minus, p.Plus, p.Chart = nil, 0, 0, ""
			}
		}
		d.wish()
	}
	d.Settings = group
	d.Steps = slices.DeleteFunc(slices.Clone(s.Steps), func(step Step) bool {
		return step.Kind == StepSetting && len(d.Of(&step)) == 0 || step.Kind == StepInspect && len(s.Inspect) == 0
	})
	return &d
}

// Turns tells whether some setting turns an adjuster.
func (s *Sheet) Turns(adjuster string) bool {
	return slices.ContainsFunc(s.Settings, func(one Setting) bool { return slices.Contains(one.Adjusters, adjuster) })
}

// together is a setting with those that are one with it: what is counted from where it ends, or replaces its limits by its
// own, such as a preload after a fit.
func (s *Sheet) together(id string) (out []Setting) {
	in := map[string]bool{id: true}
	for grown := true; grown; {
		grown = false
		for i := range s.Settings {
			for k := range s.Settings {
				a, b := &s.Settings[i], &s.Settings[k]
				if in[a.ID] != in[b.ID] && continues(a, b) {
					in[a.ID], in[b.ID], grown = true, true, true
				}
			}
		}
	}
	for _, one := range s.Settings {
		if in[one.ID] {
			one.After = slices.DeleteFunc(slices.Clone(one.After), func(id string) bool { return !in[id] })
			out = append(out, one)
		}
	}
	return out
}

// continues tells whether one setting goes on from where another ends.
func continues(one, other *Setting) bool {
	return one.From != "" && slices.Contains(other.Points, one.From) ||
		slices.ContainsFunc(one.Supersedes, func(p string) bool { return slices.Contains(other.Points, p) })
}

// sets tells whether a kind of step turns something.
func sets(k StepKind) bool {
	return slices.Contains([]StepKind{StepFound, StepSet, StepSettle, StepLock, StepSetting}, k)
}

// gates are the checks that one setting does not go without: conditions, its own, and those that its adjusters reopen and
// that need no load; or those under load too, where what the owner wants shows only there.
func (s *Sheet) gates(one *Setting, loaded bool) (out []string) {
	for i := range s.Checks {
		c := &s.Checks[i]
		own := slices.Contains(one.Checks, c.ID) || one.Check == c.ID || one.Until != nil && one.Until.Check == c.ID
		if own || c.Kind == CheckCondition || (loaded || !c.Loaded) && s.touched(one, c.ID) {
			out = append(out, c.ID)
		}
	}
	return out
}

// touched tells whether what a setting turns reopens a check.
func (s *Sheet) touched(one *Setting, check string) bool {
	return slices.ContainsFunc(one.Adjusters, func(a string) bool { return slices.Contains(s.Reopened(a), check) })
}

// needed are the points that one setting reads, counts from, or stands on.
func (s *Sheet) needed(one *Setting) map[string]bool {
	out := map[string]bool{one.Then: true, one.From: true}
	for _, id := range one.Points {
		out[id] = true
		if p := s.Point(id); p != nil {
			if c := s.Chart(p.Chart); c != nil {
				out[c.Reads] = true
			}
		}
	}
	for _, id := range one.Adjusters {
		if a := s.Adjuster(id); a != nil && a.Threads != nil {
			out[a.Threads.Point] = true
		}
	}
	for _, l := range s.LostMotion {
		out[l.Pushed], out[l.Pulled] = true, true
	}
	return out
}

// Unproved are the checks that one setting touches and a job leaves out, by name: they stand unproved on the record.
func (s *Sheet) Unproved(job Job) (out []string) {
	if job.Kind != JobOne && job.Kind != JobTaste {
		return nil
	}
	kept := s.Doing(job)
	for i := range s.Checks {
		c := &s.Checks[i]
		if kept.Check(c.ID) == nil && slices.ContainsFunc(s.together(job.Setting), func(one Setting) bool { return s.touched(&one, c.ID) }) {
			out = append(out, c.Name)
		}
	}
	return out
}

// tasted is a setting as it is turned to taste: so many steps from where it was found, and what is tried with it.
func (s *Sheet) tasted(one Setting, steps float64) Setting {
	t := Setting{ID: one.ID, Base: one.Base, As: one.As, Title: one.Title, Method: MethodCounted, Adjusters: one.Adjusters[:1],
		Needs: one.Needs, Lock: one.Lock}
	t.Steps, t.Way = math.Abs(steps), "out"
	if steps < 0 {
		t.Way = "in"
	}
	return t
}

// wish lets every proof under load be answered "as wished".
func (s *Sheet) wish() {
	s.Checks = slices.Clone(s.Checks)
	for i := range s.Checks {
		if c := &s.Checks[i]; c.Loaded {
			c.Answers = append([]Answer{{ID: AsWished, Says: "as wished"}}, c.Answers...)
			c.Wanted = AsWished
			c.Figures = slices.Clone(c.Figures)
			for k := range c.Figures {
				f := &c.Figures[k] // noted, and held against nothing
				f.Least, f.Most, f.Under, f.Over = nil, nil, "", ""
			}
		}
	}
}

// Cost is what a step to taste costs: a check that answers otherwise from there on, in the words of the sheet.
type Cost struct {
	Steps float64 `json:"steps"` // outward positive, from where all is right
	Says  string  `json:"says"`
}

// Ends are how far a setting may be turned to taste from where all is right, in steps of its first adjuster, outward
// positive, and what it costs on the way.
type Ends struct {
	In    float64 `json:"in"`
	Out   float64 `json:"out"`
	Costs []Cost  `json:"costs"`
}

// mostTaste is how many steps either way a taste is looked at.
const mostTaste = 40

// Taste is how far the first adjuster of a setting may go by the nominal rig: as long as every check that needs no load
// answers as wanted and the adjuster has the room; what is proved under load and answers otherwise is what it costs. ok is
// false where the sheet has no rig for it.
func (s *Sheet) Taste(setting string) (Ends, bool) {
	if s.jobs == nil || s.Setting(setting) == nil {
		return s.taste(setting)
	}
	s.jobs.Lock()
	defer s.jobs.Unlock()
	known, asked := s.jobs.ends[setting] // it is asked at every look at a run that waits for its wish
	if !asked {
		if ends, ok := s.taste(setting); ok {
			known = &ends
		}
		s.jobs.ends[setting] = known
	}
	if known == nil {
		return Ends{}, false
	}
	return *known, true
}

func (s *Sheet) taste(setting string) (ends Ends, ok bool) {
	ends.Costs = []Cost{}
	one := s.Setting(setting)
	if one == nil || s.Rig == nil || len(one.Adjusters) == 0 {
		return ends, false
	}
	a := s.Adjuster(one.Adjusters[0])
	within, told := s.RangeOf(a, "")
	if a == nil || a.Works == "" || !told || a.MeasureOnly {
		return ends, false
	}
	nominal := s.nominal("")[a.Works]
	for _, way := range []float64{-1, 1} {
		said := map[string]bool{}
		for n := 1.0; n <= mostTaste; n++ {
			by := way * n * a.LeastTurn()
			if at := nominal + by; at < within.Min-1e-9 || at > within.Max+1e-9 {
				break
			}
			safe, costs := s.tastes(a, nominal+by)
			if !safe {
				break
			}
			for _, c := range costs {
				if !said[c] {
					said[c] = true
					ends.Costs = append(ends.Costs, Cost{by, c})
				}
			}
			if way < 0 {
				ends.In = -by
			} else {
				ends.Out = by
			}
		}
	}
	return ends, true
}

// tastes tries an adjuster at a place: safe while nothing fails that needs no load, with what answers otherwise under load.
func (s *Sheet) tastes(a *Adjuster, at float64) (safe bool, costs []string) {
	settings := maps.Clone(s.nominal(""))
	settings[a.Works] = at
	safe = true
	for i := range s.Checks {
		c := &s.Checks[i]
		if c.Proves == "" || c.Kind == CheckCondition {
			continue
		}
		m, where, err := s.model(settings, nil, c.Needs, c.At)
		if err != nil {
			return false, nil
		}
		answer, err := m.Answer(where)
		if err != nil {
			return false, nil
		}
		word := answer.Senses[c.Proves]
		if slices.Contains(c.Good().Sense, word) {
			continue
		}
		if !c.Loaded {
			safe = false
			continue
		}
		says := word
		for _, one := range c.Answers {
			if slices.Contains(one.Sense, word) {
				says = one.Says
			}
		}
		costs = append(costs, c.Name+": "+says)
	}
	return safe, costs
}

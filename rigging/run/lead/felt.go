package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// felt is set by feel, or by a road test: a search by halves between a mark that is too tight
// and one that is too loose, each try proved by all its checks.
type felt struct{}

func (felt) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseSet:
		t := run.Tries(s)
		done = t.here() == FeltGood && (!s.Of.Least || t.least() || run.goesNo(s.Adjuster, other(t.Way)))
		if net := run.netSays(s); done && net != "" {
			summary = net
		} else if done {
			summary = "no move needed"
		}
		return done, summary, run.MovedIn(s.Of) != nil
	case PhaseSettle:
		return run.firstStale(s) == nil && !run.wrong(s), "", false
	case PhaseLock:
		done, summary, again = measured{}.progress(run, s, p)
		return done && run.unproved(s) == nil, summary, again
	}
	return true, "", false
}

func (felt) advise(run *Lead, s *Setting, p Phase) Advice {
	switch p {
	case PhaseSet:
		return run.try(s)
	case PhaseSettle:
		if a := run.firstStale(s); a != nil {
			return run.read(a.Point)
		}
		return run.cannotReach(s, run.standsSay(s)+" It feels right there, and the reading says otherwise.")
	}
	if done, _, _ := (measured{}).progress(run, s, p); done {
		c := run.unproved(s)
		a := run.ask(c, record.Answered{}, false)
		a.Choices, a.More = nil, append([]string{"Locked: locking moves what was set."}, a.More...)
		return a
	}
	return measured{}.advise(run, s, p)
}

// unproved is the first check of the setting that was not answered well since it was locked.
func (run *Lead) unproved(s *Setting) *sheet.Check {
	for _, id := range s.Of.Checks {
		if a, ok := run.Checks[id]; !ok || a.Void || !a.Good {
			return run.Sheet.Check(id)
		}
	}
	return nil
}

// How a try felt.
const (
	FeltGood    = "good"
	FeltTight   = "too tight"
	FeltLoose   = "too loose"
	feltUnknown = "" // not all of it was answered
	feltAstray  = "neither"
)

// try is one mark and how it felt there.
type trial struct {
	At   float64 // whole steps from as found, tighter positive
	Felt string
}

// Trials is what was tried of a felt setting, and where it stands.
type Trials struct {
	List []trial // the newest last, one a mark
	At   float64
	Step float64
	Way  string // that makes it tighter
}

func (t Trials) felt(at float64) string {
	for _, one := range t.List {
		if one.At == at {
			return one.Felt
		}
	}
	return feltUnknown
}

func (t Trials) here() string { return t.felt(t.At) }

// least tells whether the next looser mark is known not to serve.
func (t Trials) least() bool {
	loose := math.Inf(-1)
	for _, one := range t.List {
		if one.Felt == FeltLoose {
			loose = math.Max(loose, one.At)
		}
	}
	return t.At-loose <= 1
}

// since is when what was tried of a setting begins to count: after a fresh start, and after
// something else was turned that changes it.
func (run *Lead) since(s *Setting) int {
	since := run.Afresh[s.Of.ID]
	for _, m := range run.Moves {
		other := !slices.Contains(s.Of.Adjusters, m.Adjuster) && m.Setting != s.Of.ID
		if other && slices.ContainsFunc(s.Of.Checks, func(id string) bool { return run.Touches(m, id) }) {
			since = max(since, m.Epoch)
		}
	}
	return since
}

// Tries is what was tried of a setting that is judged by feel, in whole steps from as found, with where it stands now.
func (run *Lead) Tries(s *Setting) Trials {
	t := Trials{Step: s.Adjuster.LeastTurn(), Way: tighter(run.Sheet, s)}
	mark := func(epoch int) float64 {
		net := run.StoodAt(s.Adjuster.ID, epoch)
		if t.Way == "in" {
			net = -net
		}
		return math.Round(net/t.Step) + 0
	}
	t.At = mark(math.MaxInt)
	since := run.since(s)
	answers := map[float64]map[string]record.Answered{}
	var marks []float64
	for _, a := range run.Answers {
		if a.Epoch < since || !slices.Contains(s.Of.Checks, a.Check) {
			continue
		}
		at := mark(a.Epoch)
		if answers[at] == nil {
			answers[at] = map[string]record.Answered{}
			marks = append(marks, at)
		}
		answers[at][a.Check] = a
	}
	for _, at := range marks {
		one := trial{at, run.feltBy(s, answers[at], t.Way)}
		if one.Felt == FeltGood {
			one.Felt = run.readAt(s, t.Way, func(r *record.Taken) bool { return r.Epoch >= since && mark(r.Epoch) == at })
		}
		t.List = append(t.List, one)
	}
	return t
}

// feltBy is how a mark felt by its answers.
func (run *Lead) feltBy(s *Setting, answers map[string]record.Answered, tighter string) string {
	all := true
	for _, id := range s.Of.Checks {
		c := run.Sheet.Check(id)
		given, ok := answers[id]
		if !ok {
			all = false
			continue
		}
		if given.Good || c == nil {
			continue
		}
		return side(c.Answer(given.Answer), s.Adjuster.ID, tighter)
	}
	if all {
		return FeltGood
	}
	return feltUnknown
}

// readAt is how a mark stands by the readings taken there: what lies outside its limits is
// too tight or too loose there, whatever it feels like.
func (run *Lead) readAt(s *Setting, tighter string, there func(*record.Taken) bool) string {
	for _, a := range s.Aims {
		if !a.Limited {
			continue
		}
		var t *record.Taken
		for _, i := range run.ByPoint[a.Point.ID] {
			if r := &run.Readings[i]; r.Judged() && there(r) {
				t = r
			}
		}
		if t == nil {
			return feltUnknown
		}
		j, in := run.judge(a.Point, t), run.Sheet.InfluenceOf(s.Adjuster.ID, a.Point.ID)
		_, left := run.Deviations[a.Point.ID]
		if !j.Wrong() || left {
			continue
		}
		if in == nil {
			return feltAstray
		}
		rises := (in.PerTurn > 0) == (tighter == "out")
		if (j.Side == "high") == rises {
			return FeltTight
		}
		return FeltLoose
	}
	return FeltGood
}

// side is what a bad answer says of the mark: by its side, else by the way that cures it.
func side(a *sheet.Answer, adjuster, tighter string) string {
	switch {
	case a == nil:
		return feltAstray
	case a.Side == "tight":
		return FeltTight
	case a.Side == "loose":
		return FeltLoose
	case a.Cure == nil || a.Cure.Adjuster != adjuster:
		return feltAstray
	case a.Cure.Way == tighter:
		return FeltLoose
	}
	return FeltTight
}

// tighter is the way that makes a setting tighter, by what cures its answers.
func tighter(s *sheet.Sheet, of *Setting) string {
	for _, id := range of.Of.Checks {
		c := s.Check(id)
		if c == nil {
			continue
		}
		for _, a := range c.Answers {
			if a.Cure == nil || a.Cure.Adjuster != of.Adjuster.ID || a.Side == "" {
				continue
			}
			if a.Side == "loose" {
				return a.Cure.Way
			}
			return other(a.Cure.Way)
		}
	}
	return "out"
}

func other(way string) string {
	if way == "in" {
		return "out"
	}
	return "in"
}

func (run *Lead) askHere(s *Setting, t Trials) Advice {
	since := run.since(s)
	if m := run.MovedIn(s.Of); m != nil {
		since = max(since, m.Epoch)
	}
	for _, id := range s.Of.Checks {
		c := run.Sheet.Check(id)
		answered := slices.ContainsFunc(run.Answers, func(a record.Answered) bool { return a.Check == id && a.Epoch >= since })
		if c == nil || answered {
			continue
		}
		a := run.ask(c, record.Answered{}, false)
		a.Choices = nil // it belongs to the setting and is not left open
		if len(t.List) > 0 {
			a.More = append(a.More, fmt.Sprintf("Try %d.", len(t.List)+1))
		}
		return a
	}
	for _, aim := range s.Aims {
		t := run.Latest(aim.Point.ID, "")
		if aim.Limited && (t == nil || t.Epoch < since) {
			return run.read(aim.Point)
		}
	}
	return Advice{Do: DoNothing}
}

// astray speaks of an answer that no turn of this adjuster cures.
func (run *Lead) astray(s *Setting) Advice {
	for _, id := range s.Of.Checks {
		if a, ok := run.Checks[id]; ok && !a.Void && !a.Good {
			return run.cannotReach(s, failure(run.Sheet.Check(id), a.Checked))
		}
	}
	return run.cannotReach(s, "No turn of this adjuster cures it.")
}

package run

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/sheet"
)

// felt is set by feel, or by a road test: a search by halves between a mark that is too tight
// and one that is too loose, each try proved by all its checks.
type felt struct{}

func (felt) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseSet:
		t := st.tries(s)
		done = t.here() == feltGood && (!s.Of.Least || t.least() || st.stuck(s.Adjuster.ID, other(t.way)))
		if net := st.netSays(s); done && net != "" {
			summary = net
		} else if done {
			summary = "no move needed"
		}
		return done, summary, st.movedIn(s.Of) != nil
	case PhaseSettle:
		return st.firstStale(s) == nil && !st.wrong(s), "", false
	case PhaseLock:
		done, summary, again = measured{}.progress(st, s, p)
		return done && st.unproved(s) == nil, summary, again
	}
	return true, "", false
}

func (felt) advise(st State, s *Setting, p Phase) Advice {
	switch p {
	case PhaseSet:
		return st.try(s)
	case PhaseSettle:
		if a := st.firstStale(s); a != nil {
			return st.read(a.Point)
		}
		return st.cannotReach(s, st.standsSay(s)+" It feels right there, and the reading says otherwise.")
	}
	if done, _, _ := (measured{}).progress(st, s, p); done {
		c := st.unproved(s)
		a := st.ask(c, Answered{}, false)
		a.Choices, a.More = nil, append([]string{"Locked: locking moves what was set."}, a.More...)
		return a
	}
	return measured{}.advise(st, s, p)
}

// unproved is the first check of the setting that was not answered well since it was locked.
func (st State) unproved(s *Setting) *sheet.Check {
	for _, id := range s.Of.Checks {
		if a, ok := st.Checks[id]; !ok || a.Void || !a.Good {
			return st.Sheet.Check(id)
		}
	}
	return nil
}

// How a try felt.
const (
	feltGood    = "good"
	feltTight   = "too tight"
	feltLoose   = "too loose"
	feltUnknown = "" // not all of it was answered
	feltAstray  = "neither"
)

// try is one mark and how it felt there.
type trial struct {
	at   float64 // whole steps from as found, tighter positive
	felt string
}

// tries is what was tried of a felt setting, and where it stands.
type tries struct {
	list []trial // the newest last, one a mark
	at   float64
	step float64
	way  string // that makes it tighter
}

func (t tries) felt(at float64) string {
	for _, one := range t.list {
		if one.at == at {
			return one.felt
		}
	}
	return feltUnknown
}

func (t tries) here() string { return t.felt(t.at) }

// least tells whether the next looser mark is known not to serve.
func (t tries) least() bool {
	loose := math.Inf(-1)
	for _, one := range t.list {
		if one.felt == feltLoose {
			loose = math.Max(loose, one.at)
		}
	}
	return t.at-loose <= 1
}

// since is when what was tried of a setting begins to count: after a fresh start, and after
// something else was turned that changes it.
func (st State) since(s *Setting) int {
	since := st.Afresh[s.Of.ID]
	for _, m := range st.Moves {
		other := !slices.Contains(s.Of.Adjusters, m.Adjuster) && m.Setting != s.Of.ID
		if other && slices.ContainsFunc(s.Of.Checks, func(id string) bool { return st.touches(m, id) }) {
			since = max(since, m.Epoch)
		}
	}
	return since
}

func (st State) tries(s *Setting) tries {
	t := tries{step: s.Adjuster.LeastTurn(), way: tighter(st.Sheet, s)}
	mark := func(epoch int) float64 {
		net := st.at(s.Adjuster.ID, epoch)
		if t.way == "in" {
			net = -net
		}
		return math.Round(net/t.step) + 0
	}
	t.at = mark(math.MaxInt)
	since := st.since(s)
	answers := map[float64]map[string]Answered{}
	var marks []float64
	for _, a := range st.Answers {
		if a.Epoch < since || !slices.Contains(s.Of.Checks, a.Check) {
			continue
		}
		at := mark(a.Epoch)
		if answers[at] == nil {
			answers[at] = map[string]Answered{}
			marks = append(marks, at)
		}
		answers[at][a.Check] = a
	}
	for _, at := range marks {
		one := trial{at, st.feltBy(s, answers[at], t.way)}
		if one.felt == feltGood {
			one.felt = st.readAt(s, t.way, func(r *Taken) bool { return r.Epoch >= since && mark(r.Epoch) == at })
		}
		t.list = append(t.list, one)
	}
	return t
}

// feltBy is how a mark felt by its answers.
func (st State) feltBy(s *Setting, answers map[string]Answered, tighter string) string {
	all := true
	for _, id := range s.Of.Checks {
		c := st.Sheet.Check(id)
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
		return feltGood
	}
	return feltUnknown
}

// readAt is how a mark stands by the readings taken there: what lies outside its limits is
// too tight or too loose there, whatever it feels like.
func (st State) readAt(s *Setting, tighter string, there func(*Taken) bool) string {
	for _, a := range s.Aims {
		if !a.Limited {
			continue
		}
		var t *Taken
		for _, i := range st.byPoint[a.Point.ID] {
			if r := &st.Readings[i]; r.Judged() && there(r) {
				t = r
			}
		}
		if t == nil {
			return feltUnknown
		}
		j, in := st.judge(a.Point, t), st.Sheet.InfluenceOf(s.Adjuster.ID, a.Point.ID)
		_, left := st.Deviations[a.Point.ID]
		if !j.wrong() || left {
			continue
		}
		if in == nil {
			return feltAstray
		}
		rises := (in.PerTurn > 0) == (tighter == "out")
		if (j.Side == "high") == rises {
			return feltTight
		}
		return feltLoose
	}
	return feltGood
}

// side is what a bad answer says of the mark: by its side, else by the way that cures it.
func side(a *sheet.Answer, adjuster, tighter string) string {
	switch {
	case a == nil:
		return feltAstray
	case a.Side == "tight":
		return feltTight
	case a.Side == "loose":
		return feltLoose
	case a.Cure == nil || a.Cure.Adjuster != adjuster:
		return feltAstray
	case a.Cure.Way == tighter:
		return feltLoose
	}
	return feltTight
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

func (st State) askHere(s *Setting, t tries) Advice {
	since := st.since(s)
	if m := st.movedIn(s.Of); m != nil {
		since = max(since, m.Epoch)
	}
	for _, id := range s.Of.Checks {
		c := st.Sheet.Check(id)
		answered := slices.ContainsFunc(st.Answers, func(a Answered) bool { return a.Check == id && a.Epoch >= since })
		if c == nil || answered {
			continue
		}
		a := st.ask(c, Answered{}, false)
		a.Choices = nil // it belongs to the setting and is not left open
		if len(t.list) > 0 {
			a.More = append(a.More, fmt.Sprintf("Try %d.", len(t.list)+1))
		}
		return a
	}
	for _, aim := range s.Aims {
		t := st.latest(aim.Point.ID, "")
		if aim.Limited && (t == nil || t.Epoch < since) {
			return st.read(aim.Point)
		}
	}
	return Advice{Do: DoNothing}
}

// astray speaks of an answer that no turn of this adjuster cures.
func (st State) astray(s *Setting) Advice {
	for _, id := range s.Of.Checks {
		if a, ok := st.Checks[id]; ok && !a.Void && !a.Good {
			return st.cannotReach(s, failure(st.Sheet.Check(id), a.Checked))
		}
	}
	return st.cannotReach(s, "No turn of this adjuster cures it.")
}

package trouble

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
)

// How much a file may hold, and how long its texts may be.
const (
	mostOf      = 200
	longestID   = 60
	longestSays = 160
	longestList = 24
	mostBy      = 1000.0
)

var idShape = regexp.MustCompile(`^[a-z0-9]+([.-][a-z0-9]+)*$`)

// faults tells everything that a file by itself shows to be wrong.
func (k *Knowledge) faults() error {
	var l fault.List
	if k.Format != Format {
		l.Add("format", "write "+Format)
	}
	if !slices.Contains(rig.Families(), k.Family) {
		l.Add("family", "there is no family of this name: write one of %s", strings.Join(rig.Families(), ", "))
	}
	for name, n := range map[string]int{"tests": len(k.Tests), "symptoms": len(k.Symptoms) + len(k.Whens), "causes": len(k.Causes), "worn": len(k.Worn)} {
		if n > mostOf {
			l.Add(name, "a file holds %d of them at the most", mostOf)
		}
	}
	slices.SortFunc(l, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	if len(l) > 0 {
		return l
	}
	seen := map[string]bool{}
	id := func(path, id string) {
		switch {
		case !idShape.MatchString(id) || len(id) > longestID:
			l.Add(path+".id", "write a name of small letters, digits, dots and dashes, such as short-shift-cable")
		case seen[id]:
			l.Add(path+".id", "this name stands here twice: give each its own")
		}
		seen[id] = true
	}
	for i, t := range k.Tests {
		path := fmt.Sprintf("tests[%d]", i)
		id(path, t.ID)
		t.faults(path, &l)
	}
	seen = map[string]bool{}
	felt := func(list string, all []Symptom) {
		for i, s := range all {
			path := fmt.Sprintf("%s[%d]", list, i)
			id(path, s.ID)
			s.faults(path, &l)
		}
	}
	few(&l, "said", len(k.Said))
	for _, id := range sorted(k.Said) {
		few(&l, "said."+id, len(k.Said[id]))
		for i, w := range k.Said[id] {
			says(&l, fmt.Sprintf("said.%s[%d]", id, i), w)
		}
	}
	felt("symptoms", k.Symptoms)
	felt("whens", k.Whens)
	seen = map[string]bool{}
	for i, c := range k.Causes {
		path := fmt.Sprintf("causes[%d]", i)
		id(path, c.ID)
		c.faults(path, &l)
	}
	seen = map[string]bool{}
	for i, w := range k.Worn {
		path := fmt.Sprintf("worn[%d]", i)
		id(path, w.ID)
		w.faults(path, k.Causes, &l)
	}
	return l.OrNil()
}

func says(l *fault.List, path, text string) {
	if n := utf8.RuneCountInString(strings.TrimSpace(text)); n == 0 || n > longestSays {
		l.Add(path, "say it in 1 to %d letters", longestSays)
	}
}

// amount adds a fault when v is no number from low to high.
func amount(l *fault.List, path string, v, low, high float64) {
	if math.IsNaN(v) || v < low || v > high {
		l.Add(path, "write a number from %g to %g", low, high)
	}
}

func (t Test) faults(path string, l *fault.List) {
	says(l, path+".asks", t.Asks)
	ways := 0
	for _, is := range []bool{t.Reading != "", t.Sense != "", t.Look} {
		if is {
			ways++
		}
	}
	if ways != 1 {
		l.Add(path, "write one of reading, sense and look: it is one of them")
	}
	if t.Reading != "" {
		amount(l, path+".doubt", t.Doubt, 1e-6, 1e6)
		amount(l, path+".minus", t.Minus, 0, 1e6)
		amount(l, path+".plus", t.Plus, 0, 1e6)
	}
	if t.Look && len(t.Answers) < 2 {
		l.Add(path+".answers", "write two answers at least, the first for what is all right")
	}
	few(l, path+".answers", len(t.Answers))
	few(l, path+".bad", len(t.Bad))
	few(l, path+".words", len(t.Words))
	few(l, path+".at", len(t.At))
	few(l, path+".after", len(t.After))
	few(l, path+".unless", len(t.Unless))
	for _, text := range []string{t.How, t.Reading, t.Sense} {
		if utf8.RuneCountInString(text) > longestSays {
			l.Add(path, "say it in %d letters", longestSays)
		}
	}
	for i, a := range t.Answers {
		says(l, fmt.Sprintf("%s.answers[%d].says", path, i), a.Says)
		if a.ID == "" || slices.ContainsFunc(t.Answers[:i], func(o Word) bool { return o.ID == a.ID }) {
			l.Add(fmt.Sprintf("%s.answers[%d].id", path, i), "give each answer a name of its own")
		}
	}
	if c := t.Cost; c != nil {
		amount(l, path+".cost.minutes", c.Minutes, 0.1, 600)
		amount(l, path+".cost.hands", float64(c.Hands), 1, 4)
	}
}

// few adds a fault when a list is longer than any good one.
func few(l *fault.List, path string, n int) {
	if n > longestList {
		l.Add(path, "write %d of them at the most", longestList)
	}
}

func (s Symptom) faults(path string, l *fault.List) {
	says(l, path+".says", s.Says)
	few(l, path+".words", len(s.Words))
	few(l, path+".or", len(s.Or))
	few(l, path+".good", len(s.Good))
	for i, w := range s.Words {
		says(l, fmt.Sprintf("%s.words[%d]", path, i), w)
	}
	for i, w := range s.Good {
		says(l, fmt.Sprintf("%s.good[%d]", path, i), w)
	}
	for i, one := range s.seen() {
		few(l, fmt.Sprintf("%s.is[%d]", path, i), len(one.Is))
		if len(one.Is) == 0 {
			l.Add(fmt.Sprintf("%s.is[%d]", path, i), "write at least one answer of the test it means")
		}
	}
}

func (c Cause) faults(path string, l *fault.List) {
	says(l, path+".says", c.Says)
	says(l, path+".end.why", c.End.Why)
	amount(l, path+".usual", c.Usual, 0.1, 10)
	if !slices.Contains(Kinds, c.Kind) {
		l.Add(path+".kind", "write one of %s", strings.Join(Kinds, ", "))
	}
	if !slices.Contains(Ends, c.End.Do) {
		l.Add(path+".end.do", "write one of %s", strings.Join(Ends, ", "))
	}
	if (c.End.Do == "run") != (c.End.Adjuster != "") {
		l.Add(path+".end.adjuster", "name the adjuster that a run turns, and only then")
	}
	if len(c.Under) == 0 {
		l.Add(path+".under", "name a symptom it shows itself by: from no words would it be found otherwise")
	}
	if len(c.Change) == 0 && len(c.Shows) == 0 {
		l.Add(path, "write what it changes in the rig, or what it shows")
	}
	few(l, path+".under", len(c.Under))
	few(l, path+".change", len(c.Change))
	few(l, path+".shows", len(c.Shows))
	few(l, path+".may", len(c.May))
	for _, id := range sorted(c.May) {
		few(l, path+".may."+id, len(c.May[id]))
		if _, both := c.Shows[id]; both || len(c.May[id]) == 0 {
			l.Add(path+".may."+id, "write the answers that it may give, or under shows the one that it gives")
		}
	}
	for i, one := range c.Change {
		at := fmt.Sprintf("%s.change[%d]", path, i)
		ways := 0
		for _, name := range []string{one.Setting, one.Condition, one.Geometry} {
			if name != "" {
				ways++
			}
		}
		if ways != 1 {
			l.Add(at, "write one of setting, condition and geometry")
		}
		if one.To != nil {
			amount(l, at+".to[0]", one.To[0], -mostBy, mostBy)
			amount(l, at+".to[1]", one.To[1], -mostBy, mostBy)
		}
		amount(l, at+".by[0]", one.By[0], -mostBy, mostBy)
		amount(l, at+".by[1]", one.By[1], -mostBy, mostBy)
	}
	for _, name := range sorted(c.History) {
		amount(l, path+".history."+name, c.History[name], 0.01, 100)
		if !slices.ContainsFunc(Histories, func(h History) bool { return h.ID == name }) {
			l.Add(path+".history."+name, "write one of %s", strings.Join(historyIDs(), ", "))
		}
	}
}

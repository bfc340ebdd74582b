package tell

import (
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
)

// How is how one thing stands now.
type How struct {
	Thing string     `json:"thing"`
	Kind  setup.Kind `json:"kind"`
	Name  string     `json:"name"`
	Way   string     `json:"way"`
	Says  string     `json:"says"`
	Rest  bool       `json:"rest"`            // as when nobody works
	Since string     `json:"since,omitempty"` // when it was changed last, as the workshop tells time
	By    string     `json:"by,omitempty"`    // who changed it
	Why   string     `json:"why,omitempty"`   // it is there, where it is on no sheet
	Ways  []HowElse  `json:"ways"`            // in which it can stand
}

// HowElse is a way in which a thing can stand, and what is asked at a change into it.
type HowElse struct {
	Way      string   `json:"way"`
	Says     string   `json:"says"`
	Cautions []string `json:"cautions"`
}

// PutOn is what may be put on or taken off that is on no sheet: its kind, what that is called, and how it stands then.
type PutOn struct {
	Kind setup.Kind `json:"kind"`
	Name string     `json:"name"`
	Way  string     `json:"way"`
}

// putOn are the kinds of things that somebody brings along or takes off beside what the sheet speaks of.
var putOn = []PutOn{
	{setup.Held, "tie, prop or clamp", setup.On},
	{setup.Chocks, "chock or brick", setup.On},
	{setup.Pin, "pin", setup.In},
	{setup.Lock, "lock", setup.On},
	{setup.Part, "a part is off", setup.Off},
	{setup.Mark, "tag or mark", setup.On},
}

// stands is how everything stands, in the order of the sheet.
func (run page) stands() []How {
	out := []How{}
	for _, t := range run.Things() {
		h := How{Thing: t.ID, Kind: t.Kind, Name: t.Name, Way: run.Stood.Way(run.Now(), t.ID), Ways: []HowElse{}}
		h.Says, h.Rest = t.Says(h.Way), h.Way == t.AtRest()
		for _, w := range t.Ways {
			h.Ways = append(h.Ways, HowElse{w.ID, t.Says(w.ID), spell.List(w.Cautions)})
		}
		for i := len(run.Changes) - 1; i >= 0; i-- {
			if c := run.Changes[i]; c.Thing == t.ID {
				h.Since, h.By, h.Why = run.Local(c.At).Format("15:04"), c.By, c.Why
				break
			}
		}
		out = append(out, h)
	}
	return out
}

// apart says what stands otherwise than at rest: "linkage cover: off".
func (run page) apart() []string {
	out := []string{}
	for _, t := range run.Things() {
		if way := run.Stood.Way(run.Now(), t.ID); way != t.AtRest() {
			out = append(out, t.Name+": "+t.Says(way))
		}
	}
	return out
}

// kept are answers that were kept and prove nothing, because it did not stand as they need.
func (run page) kept() []string {
	out := []string{}
	for _, a := range last(run.Answers, mostLines) {
		if len(a.Unmet) > 0 {
			out = append(out, a.Name+": “"+a.Says+"”, "+run.Local(a.At).Format("15:04")+": "+run.UnmetSays(a.Unmet))
		}
	}
	return out
}

// stoodApart says of entries, by their id or their number, that the machine did not stand as they need, or stood then as it
// must never.
func (run page) stoodApart() map[string]string {
	out := map[string]string{}
	for _, t := range run.Readings {
		if len(t.Unmet) > 0 {
			out[t.Event] = ", not judged: " + run.UnmetSays(t.Unmet)
		}
	}
	for _, a := range run.Answers {
		if len(a.Unmet) > 0 {
			out[strconv.Itoa(a.Seq)] = ", proves nothing: " + run.UnmetSays(a.Unmet)
		}
	}
	for _, m := range run.Moves {
		if len(m.Unmet) > 0 {
			out[strconv.Itoa(m.Seq)] = ", turned all the same: " + run.UnmetSays(m.Unmet)
		}
	}
	for _, c := range run.Changes {
		if len(c.Broke) > 0 {
			out[strconv.Itoa(c.Seq)] = ", as it must never be: " + strings.Join(c.Broke, "; ")
		}
	}
	return out
}

// never is what must never be, of the things there are, each once.
func (run page) never() []string {
	out := []string{}
	if run.Stood == nil {
		return out
	}
	for _, says := range run.Nevers.Says() {
		if !slices.Contains(out, says) {
			out = append(out, says)
		}
	}
	return out
}

// came is what was found otherwise than at rest.
func (run page) came() (out []string) {
	for _, c := range run.Changes {
		if c.Found {
			out = append(out, record.SaysSetUp(c.SetUp))
		}
	}
	return out
}

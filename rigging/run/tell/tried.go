package tell

import (
	"math"
	"slices"
	"strings"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Tries is the row of what was tried of a setting that is judged by feel, in whole steps,
// tighter to the right; Next is where it goes on, nil where it stays.
type Tries struct {
	Tries []Tried  `json:"tries"`
	Next  *float64 `json:"next,omitempty"`
	From  float64  `json:"from"`
	To    float64  `json:"to"`
}

// Tried is one of them.
type Tried struct {
	At   float64 `json:"at"`
	Felt string  `json:"felt"`
}

// mostRow is how many steps a row shows.
const mostRow = 60

// RowOf lays out what was tried; nil where nothing was, or where it lies too far apart to draw.
func RowOf(tried []Tried, next *float64) *Tries {
	if len(tried) == 0 {
		return nil
	}
	low, high := math.Inf(1), math.Inf(-1)
	for _, one := range tried {
		low, high = math.Min(low, one.At), math.Max(high, one.At)
	}
	if next != nil {
		low, high = math.Min(low, *next), math.Max(high, *next)
	}
	if high-low+2 > mostRow {
		return nil
	}
	return &Tries{Tries: tried, Next: next, From: low - 1, To: high + 1}
}

// triesDrawn is what was tried of the setting at hand, from as found; nil where it is set
// otherwise.
func (run page) triesDrawn(s *lead.Setting, a lead.Advice) *Tries {
	if s.Of.Method != sheet.MethodFelt && s.Of.Trim != "felt" || s.Adjuster == nil {
		return nil
	}
	t := run.Tries(s)
	var tried []Tried
	for _, one := range t.List {
		if one.Felt == lead.FeltGood || one.Felt == lead.FeltTight || one.Felt == lead.FeltLoose {
			tried = append(tried, Tried{one.At, one.Felt})
		}
	}
	var next *float64
	if m := a.Move; m != nil && m.Adjuster == s.Adjuster.ID {
		by := m.Turns / t.Step
		if m.Way != t.Way {
			by = -by
		}
		at := t.At + math.Round(by)
		next = &at
	}
	return RowOf(tried, next)
}

// PlaceLine is one of several places that are set alike, and what it still wants.
type PlaceLine struct {
	Name string `json:"name"`
	Says string `json:"says"`
	Done bool   `json:"done"`
	Now  bool   `json:"now"`
}

// wants are what a place still wants, by the first phase that is not done.
var wants = map[lead.Phase]string{
	lead.PhaseFound:  "to be read as found",
	lead.PhaseSet:    "to be set",
	lead.PhaseSettle: "to be settled and read",
	lead.PhaseLock:   "to be locked",
}

// places are those of the setting at hand side by side; none where it stands at one.
func (run page) places(s *lead.Setting) []PlaceLine {
	out := []PlaceLine{}
	for _, other := range run.Settings() {
		if s.Of.Base == "" || other.Of.Base != s.Of.Base {
			continue
		}
		_, id, _ := strings.Cut(other.Of.ID, ".")
		line := PlaceLine{Name: id, Now: other == s}
		if p := run.Sheet.Place(id); p != nil {
			line.Name = p.Name
		}
		done, summary, _ := run.SettingDone(other)
		line.Done, line.Says = done, summary
		if !done {
			line.Says = wants[run.PhaseNow(other)]
		}
		out = append(out, line)
	}
	if len(out) < 2 {
		return []PlaceLine{}
	}
	return out
}

// mishaps are those that would spoil something that was turned already.
func (run page) mishaps() []record.Acting {
	out := []record.Acting{}
	for i := range run.Sheet.Actions {
		a := &run.Sheet.Actions[i]
		turned := func(one *sheet.Setting) bool { return run.MovedIn(one) != nil }
		if a.Spoils && run.Signed == nil && slices.ContainsFunc(run.Sheet.SpoiltBy(a), turned) {
			out = append(out, record.Acting{Action: a.ID, Name: a.Name, Says: a.Says})
		}
	}
	return out
}

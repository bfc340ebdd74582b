// Package manual makes a sheet of the few figures that a manual gives. Each family says what it asks, in the words a manual
// uses; its usual rig is fitted to what is answered, so that at its settings every figure given is met and every check
// proves good. What was not given stays usual and is marked assumed, and its limits gate nothing.
package manual

import (
	"embed"
	"encoding/json"
	"math"
	"slices"
	"strings"
	"sync"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
)

// Kind is what sort of figure is asked.
type Kind string

// The kinds of figures: a reading with its window, what a step moves, a chart of pairs, a torque in Nm, a number that is
// no reading, a word of a list.
const (
	Target Kind = "target"
	Step   Kind = "step"
	Chart  Kind = "chart"
	Torque Kind = "torque"
	Count  Kind = "count"
	Choice Kind = "choice"
)

// Ask is one figure that manuals give of a family. Numbers are in the rig's units: mm, deg, N, °C, Nm, clicks, notches,
// threads, turns; Unit names which. Usual is a FIGURE of its kind, of a target a number with Minus and Plus. Measures and At
// say which reading of the rig it is and where it is read, Tells the paths of the rig's geometry that it fixes.
type Ask struct {
	ID       string         `json:"id"`
	Says     string         `json:"says"`
	Where    string         `json:"where"`
	Unit     string         `json:"unit"`
	Required bool           `json:"required"`
	Kind     Kind           `json:"kind"`
	Usual    any            `json:"usual"`
	Minus    *float64       `json:"minus,omitempty"`
	Plus     *float64       `json:"plus,omitempty"`
	Measures string         `json:"measures,omitempty"`
	At       map[string]any `json:"at,omitempty"`
	Tells    []string       `json:"tells,omitempty"`
	Over     string         `json:"over,omitempty"` // of a chart, what of At its first numbers are
	Adjuster string         `json:"adjuster,omitempty"`
	Choices  []string       `json:"choices,omitempty"`
	Faint    string         `json:"faint"`            // the usual figure in words, as it stands faint in the blank
	Points   []string       `json:"points,omitempty"` // of the sheet, where it is read; its first is drawn
}

// asked is an ask as its family's file has it.
type asked struct {
	ID        string   `json:"id"`
	Says      string   `json:"says"`
	Where     string   `json:"where"`
	Kind      Kind     `json:"kind"`
	Unit      string   `json:"unit"`
	Required  bool     `json:"required"`
	School    string   `json:"school"` // asked only by this one
	Points    []string `json:"points"`
	Setting   string   `json:"setting"` // whose it is: a point is added to its points, a count is its own
	Adjusters []string `json:"adjusters"`
	Check     string   `json:"check"` // whose answer is wanted
	Choices   []string `json:"choices"`
	Minus     float64  `json:"minus"` // of a point that has no window on the usual sheet
	Plus      float64  `json:"plus"`
	Below     bool     `json:"below"` // the less the better: its window has no lower end
	// Else is the window where it is not given: what the check that proves that reading asks of it.
	Else   json.RawMessage `json:"else"`
	ElseOf string          `json:"else_of"` // the ask whose target that is counted from
	// Tells are the figures of the rig that it fixes; those that stand together with + move together.
	Tells  []string `json:"tells"`
	Also   []string `json:"also"`   // figures of the rig that are the target itself
	Scales []string `json:"scales"` // figures of the rig that a count keeps in proportion: so many clicks are the usual way
}

// follow is a figure of the rig that keeps its proportion to another one.
type follow struct {
	Path string `json:"path"`
	With string `json:"with"`
}

// sum is a figure of the rig that is the sum of others, each as it stands or, as in pitch*upper, times a setting.
type sum struct {
	Path string   `json:"path"`
	Of   []string `json:"of"`
}

// family is what is known of asking for one.
type family struct {
	Asks    []asked            `json:"asks"`
	Near    map[string]float64 `json:"near"` // figures that lie about nothing, and how far they usually go
	Follows []follow           `json:"follows"`
	Sums    []sum              `json:"sums"`
}

//go:embed asks/*.json
var files embed.FS

var families = sync.OnceValue(func() map[string]*family {
	out := map[string]*family{}
	list, _ := files.ReadDir("asks")
	for _, one := range list {
		raw, _ := files.ReadFile("asks/" + one.Name())
		f := &family{}
		if err := json.Unmarshal(raw, f); err != nil {
			panic(one.Name() + ": " + err.Error()) // it is built in
		}
		out[strings.TrimSuffix(one.Name(), ".json")] = f
	}
	return out
})

var usuals = sync.OnceValue(func() map[string]*sheet.Sheet {
	out := map[string]*sheet.Sheet{}
	for name := range families() {
		raw, _ := usual.Sheet(name)
		s, err := sheet.Parse(raw)
		if err != nil {
			panic(name + ": " + err.Error()) // it is built in
		}
		out[name] = s
	}
	return out
})

// page is the usual sheet of a family with what one school works by, and what is asked then. The error is a *fault.Fault.
func page(name, school string) (*sheet.Sheet, *family, []asked, error) {
	f := families()[name]
	if f == nil {
		return nil, nil, nil, fault.At("family", "there is no family %q: write one of %s", name, strings.Join(names(), ", "))
	}
	s := usuals()[name]
	none := school == ByFunction
	if why := byFigures[name]; none && why != "" {
		return nil, nil, nil, fault.At("school", "%s", why)
	}
	if none {
		school = ""
	}
	if school != "" && !slices.ContainsFunc(s.Schools, func(one sheet.School) bool { return one.ID == school }) {
		return nil, nil, nil, fault.At("school", "this family has no school %q: %s", school, schools(s))
	}
	if school == "" {
		school = s.Manual()
	}
	var out []asked
	for _, one := range f.Asks {
		if one.School == "" || one.School == school {
			one.Required = one.Required && !none
			out = append(out, one)
		}
	}
	return s.Only(school), f, out, nil
}

func names() (out []string) {
	for _, one := range sheet.Families() {
		out = append(out, one.ID)
	}
	return out
}

func schools(s *sheet.Sheet) string {
	if len(s.Schools) == 0 {
		return "leave it out"
	}
	var out []string
	for _, one := range s.Schools {
		out = append(out, one.ID)
	}
	return "write " + strings.Join(out, " or ")
}

// Asked is what a family asks of its manual.
type Asked struct {
	Family string `json:"family"`
	School string `json:"school"` // "" where there is none to choose
	Asks   []Ask  `json:"asks"`
}

// Asks is what a family asks, by a school, "" for the manual's. The error is a *fault.Fault.
func Asks(name, school string) (Asked, error) {
	s, f, list, err := page(name, school)
	if err != nil {
		return Asked{}, err
	}
	s.WorkOut()
	out := Asked{Family: name, School: s.Manual()}
	if school == ByFunction {
		out.School = school
	}
	for _, one := range list {
		out.Asks = append(out.Asks, f.told(s, one))
	}
	return out, nil
}

func (f *family) told(s *sheet.Sheet, one asked) Ask {
	a := Ask{ID: one.ID, Says: one.Says, Where: one.Where, Unit: one.Unit, Required: one.Required, Kind: one.Kind, Choices: one.Choices,
		Points: one.Points}
	for _, group := range one.Tells {
		a.Tells = append(a.Tells, paths(s.Rig.Geometry, group)...)
	}
	if set := s.Setting(one.Setting); set != nil && one.Kind == Count {
		a.Adjuster = set.Adjusters[0]
	}
	if len(one.Adjusters) > 0 {
		a.Adjuster = one.Adjusters[0]
	}
	if one.Kind == Chart {
		a.Over = s.Charts[0].At
	}
	if len(one.Points) > 0 {
		p := s.Point(one.Points[len(one.Points)-1])
		a.Measures, a.At = p.Measures, s.ControlAt(p)
	}
	a.Usual, a.Minus, a.Plus = f.usual(s, one)
	a.Faint = f.faint(s, one)
	return a
}

// faint is the usual figure in words.
func (f *family) faint(s *sheet.Sheet, one asked) string {
	switch v, _, _ := f.usual(s, one); usual := v.(type) {
	case float64:
		if one.Kind != Target {
			return number(usual, one)
		}
		w := window(s, one)
		lo, hi := w.target-w.minus, w.target+w.plus
		if hi-lo >= 10 { // nobody writes hundredths of a hand's breadth
			lo, hi = math.Round(lo), math.Round(hi)
		}
		return one.says(Figure{Target: w.target, From: lo, To: hi})
	case span:
		return one.says(Figure{From: usual.From, To: usual.To})
	case string:
		return usual
	case [][]float64:
		mid := usual[len(usual)/2]
		return one.says(Figure{Pairs: [][]float64{mid}})
	}
	return one.Unit
}

// usual is what stands faint in the blank.
func (f *family) usual(s *sheet.Sheet, one asked) (value any, minus, plus *float64) {
	switch one.Kind {
	case Target:
		w := window(s, one)
		return round(w.target), &w.minus, &w.plus
	case Chart:
		return s.Charts[0].Points, nil, nil
	case Torque:
		if lock := s.Adjuster(one.Adjusters[0]).Lock; lock != nil && lock.Torque != nil {
			return *lock.Torque, nil, nil
		}
	case Step:
		v, _ := get(s.Rig.Geometry, paths(s.Rig.Geometry, one.Tells[0])[0])
		return v, nil, nil
	case Choice:
		return usualChoice(s, one), nil, nil
	case Count:
		return usualCount(s, one), nil, nil
	}
	return nil, nil, nil
}

// usualWindow is the window of a point on the usual sheet, or that of the ask about what the usual rig shows.
type usualWindow struct{ target, minus, plus float64 }

func window(s *sheet.Sheet, one asked) usualWindow {
	p := s.Point(one.Points[len(one.Points)-1])
	if p.Target != nil {
		return usualWindow{*p.Target, p.Minus, p.Plus}
	}
	return usualWindow{s.Shows(p, nil)[0], one.Minus, one.Plus}
}

func usualChoice(s *sheet.Sheet, one asked) string {
	if len(one.Tells) > 0 {
		if v, ok := rig.Look(s.Rig.Geometry, one.Tells[0]).(string); ok {
			return v
		}
		return one.Choices[0]
	}
	return s.Check(one.Check).Good().Sense[0]
}

// usualCount is a number, or from and to.
func usualCount(s *sheet.Sheet, one asked) any {
	if set := s.Setting(one.Setting); set != nil {
		if set.BackOff != nil {
			return span{set.BackOff.Min, set.BackOff.Max}
		}
		return set.Steps
	}
	for _, id := range one.Adjusters {
		if t := s.Adjuster(id).Threads; t != nil {
			return t.Min
		}
	}
	v, _ := get(s.Rig.Geometry, one.Tells[0])
	return v
}

type span struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

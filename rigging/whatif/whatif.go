// Package whatif tries a setting before it is touched: the rig of a sheet set and worn as one
// likes, with what gauges, hand, eye and ear would tell of it, what differs from how it stood,
// and the least turning that would put all right.
package whatif

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/spell"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// Question is a sheet's rig as one school works it, with settings and faults in the rig's own
// names; what is missing is as it should be. Then is what it is compared with.
type Question struct {
	Sheet  *sheet.Sheet
	School string
	Now    Stand
	Then   Stand
	Want   Want
	Map    []string // two adjusters by the rig's names; the first two that go together when missing
}

// Stand is how a rig is set, what is wrong with it, and which figures of its parts are otherwise:
// wear.left is the wear at one place, hooks[0].ratio a figure by its path.
type Stand struct {
	Settings map[string]float64 `json:"settings,omitempty"`
	Faults   map[string]float64 `json:"faults,omitempty"`
	Figures  map[string]float64 `json:"figures,omitempty"`
	Around   map[string]float64 `json:"around,omitempty"` // what a chart lies over: the air
}

// Answer is what would be so.
type Answer struct {
	Adjusters []Knob         `json:"adjusters"`
	Faults    []Knob         `json:"faults"`
	Parts     []Knob         `json:"parts"` // figures that another part would change
	Around    []Knob         `json:"around"`
	Asked     []Asked        `json:"asked"` // what is wanted, and may be wanted otherwise
	Rules     []tell.Rule    `json:"rules"`
	Senses    []Told         `json:"senses"`
	Picture   *picture.Scene `json:"picture,omitempty"`
	Plots     []Plot         `json:"plots"` // over the control's travel first
	Map       *Field         `json:"map,omitempty"`
	Differs   []string       `json:"differs"` // now from then, in words
	Inside    bool           `json:"inside"`  // every window and every function

	Plan    []Move         `json:"plan"`              // the least turning that puts all inside, from now
	Against *sheet.Against `json:"against,omitempty"` // why there is none
}

// Knob is something to step: an adjuster in its own steps, or a fault.
type Knob struct {
	Name  string  `json:"name"`         // the rig's
	ID    string  `json:"id,omitempty"` // of the adjuster on the sheet, where it is turned
	Says  string  `json:"says"`
	Unit  string  `json:"unit"`
	Value float64 `json:"value"`
	Step  float64 `json:"step"`
	Min   float64 `json:"min"`
	Max   float64 `json:"max"`
	Out   string  `json:"out,omitempty"` // what the way up is called
	In    string  `json:"in,omitempty"`
}

// Told is what a check would tell, and what it told before.
type Told struct {
	Name   string `json:"name"`
	Says   string `json:"says"`
	Before string `json:"before"`
	Good   bool   `json:"good"`
}

// Move is a turn of a plan.
type Move struct {
	Works string  `json:"works"`
	To    float64 `json:"to"` // the setting after it
	Says  string  `json:"says"`
}

// mostSetting is how far an adjuster may be set, as far as a sheet's own ranges go.
const mostSetting = 1000

// mostFault is how large a fault may be made, in its own unit.
const mostFault = 50

// Ask answers the question. The error is a *fault.Fault: a name the rig does not have, a
// figure that no rig can have.
func Ask(q Question) (Answer, error) {
	if q.Sheet == nil || q.Sheet.Rig == nil {
		return Answer{}, fault.At("sheet", "this sheet has no rig: there is nothing to try")
	}
	s := q.Sheet.For(q.School)
	now, err := stand(s, q.Now, "now")
	if err != nil {
		return Answer{}, err
	}
	then, err := stand(s, q.Then, "then")
	if err != nil {
		return Answer{}, err
	}
	for _, one := range []standing{now, then} {
		if err := q.Want.put(one.Sheet); err != nil {
			return Answer{}, err
		}
	}
	a := Answer{
		Adjusters: knobs(s, now),
		Faults:    faults(s, q.Now),
		Parts:     parts(s, now),
		Around:    aroundKnobs(s, q.Now),
		Asked:     askable(now, q.Want),
		Rules:     []tell.Rule{},
		Senses:    []Told{},
		Differs:   []string{},
		Plan:      []Move{},
		Plots:     []Plot{},
		Inside:    true,
	}
	scene, ok := tell.RigOf(now.Sheet)
	for name, v := range now.settings {
		if ok {
			scene.Settings[rig.Turned(name)] = v
		}
	}
	for i := range now.Points {
		p := &now.Points[i]
		if p.Measures == "" {
			continue
		}
		v, err := now.reads(p)
		if err != nil {
			return a, fault.Below("now", err)
		}
		before, err := then.reads(&then.Points[i])
		if err != nil {
			return a, fault.Below("then", err)
		}
		of := rig.Reading(p.Measures)
		if ok {
			scene.Values[of] = v
		}
		rule, read, in := ruleOf(s, p, before, v)
		later := s.Superseded(p.ID)
		a.Inside = a.Inside && (in || later)
		if rule != nil && !later {
			a.Rules = append(a.Rules, *rule)
		}
		if _, there := scene.Readings[of]; ok && !there {
			scene.Readings[of] = read
		}
		if math.Abs(v-before) > 0.049 {
			a.Differs = append(a.Differs, fmt.Sprintf("%s %s, before %s", p.Name, amount(s, p, v), amount(s, p, before)))
		}
	}
	if err := a.told(s, now, then, scene.Senses); err != nil {
		return a, err
	}
	sweeps, err := now.sweeps()
	if err != nil {
		return a, fault.Below("now", err)
	}
	var moving [][]picture.Moving
	if ok {
		if drawn, follows, there := picture.DrawMoving(scene, travelsOf(sweeps)...); there {
			a.Picture, moving = &drawn, follows
		}
	}
	a.putRight(s, now)
	if a.Map = fieldOf(s, now, q.Map); a.Map == nil && len(q.Map) > 0 {
		return a, fault.At("map", "write two adjusters of this sheet: %s", names(mapped(s)))
	}
	a.Plots, err = plotsOf(now, then, sweeps, moving)
	return a, err
}

// standing is the sheet with its rig set and worn as asked.
type standing struct {
	*sheet.Sheet
	settings map[string]float64
}

// stand sets and wears the rig.
func stand(s *sheet.Sheet, to Stand, at string) (standing, error) {
	r := *s.Rig
	r.Settings, r.Condition = map[string]float64{}, maps.Clone(r.Condition)
	maps.Copy(r.Settings, s.Rig.Settings)
	if r.Condition == nil {
		r.Condition = map[string]any{}
	}
	for _, name := range slices.Sorted(maps.Keys(to.Settings)) {
		if !slices.ContainsFunc(s.Adjusters, func(a sheet.Adjuster) bool { return a.Works == name }) {
			return standing{}, fault.At(at+".settings."+name, "there is no such adjuster on this sheet")
		}
		if v := to.Settings[name]; math.IsNaN(v) || math.Abs(v) > mostSetting {
			return standing{}, fault.At(at+".settings."+name, "write up to %d either way", mostSetting)
		}
		r.Settings[name] = to.Settings[name]
	}
	known := faults(s, to)
	for _, name := range slices.Sorted(maps.Keys(to.Faults)) {
		v := to.Faults[name]
		switch i := slices.IndexFunc(known, func(k Knob) bool { return k.Name == name }); {
		case i < 0:
			return standing{}, fault.At(at+".faults."+name, "nothing of this name can be wrong with this rig")
		case math.IsNaN(v) || math.Abs(v) > mostFault:
			return standing{}, fault.At(at+".faults."+name, "write up to %d", mostFault)
		}
		put(r.Condition, name, v)
	}
	var err error
	if r, err = otherParts(r, to.Figures, at); err != nil {
		return standing{}, err
	}
	one := *s
	one.Rig, one.Nominal = &r, nil
	in, err := one.Around(to.Around)
	if err != nil {
		return standing{}, fault.Below(at+".around", err)
	}
	if _, err := r.Model(); err != nil {
		return standing{}, fault.Below(at, err)
	}
	return standing{in, r.Settings}, nil
}

// put sets wear or wear.left.
func put(condition map[string]any, name string, v float64) {
	list, place, deep := cut(name)
	if !deep {
		condition[name] = v
		return
	}
	inner := map[string]any{}
	if old, ok := condition[list].(map[string]any); ok {
		maps.Copy(inner, old)
	}
	inner[place] = v
	condition[list] = inner
}

func (s standing) reads(p *sheet.Point) (float64, error) {
	m, where, err := s.Model("", p.States, p.Needs, p.At)
	if err != nil {
		return 0, err
	}
	answer, err := m.Answer(where)
	return answer.Readings[p.Measures], err
}

// told are the senses of every check that proves something.
func (a *Answer) told(s *sheet.Sheet, now, then standing, senses map[rig.Sense]string) error {
	for i := range now.Checks {
		c := &now.Checks[i]
		if c.Proves == "" {
			continue
		}
		word, err := now.tells(c)
		if err != nil {
			return fault.Below("now", err)
		}
		before, err := then.tells(&then.Checks[i])
		if err != nil {
			return fault.Below("then", err)
		}
		good := slices.Contains(c.Good().Sense, word)
		a.Inside = a.Inside && good
		a.Senses = append(a.Senses, Told{c.Name, saysOf(c, word), saysOf(c, before), good})
		if senses != nil {
			senses[rig.Sense(c.Proves)] = saysOf(c, word)
		}
		if word != before {
			a.Differs = append(a.Differs, fmt.Sprintf("%s: %s, before %s", c.Name, saysOf(c, word), saysOf(c, before)))
		}
	}
	return nil
}

func (s standing) tells(c *sheet.Check) (string, error) {
	m, where, err := s.Model("", nil, c.Needs, c.At)
	if err != nil {
		return "", err
	}
	answer, err := m.Answer(where)
	return answer.Senses[c.Proves], err
}

// saysOf is the answer of the check for a word of the rig.
func saysOf(c *sheet.Check, word string) string {
	for _, one := range c.Answers {
		if slices.Contains(one.Sense, word) {
			return one.Says
		}
	}
	return word
}

// putRight finds the least turning from now, or why there is none.
func (a *Answer) putRight(s *sheet.Sheet, now standing) {
	if a.Inside {
		return
	}
	fitted := sheet.Fitted{Settings: now.settings, Rest: map[string]float64{}}
	free := func(string, string) bool { return false }
	plan, ok := now.Possible(fitted, free)
	if !ok {
		return
	}
	for works, by := range plan.By {
		i := slices.IndexFunc(s.Adjusters, func(one sheet.Adjuster) bool { return one.Works == works })
		if i < 0 || by == 0 {
			continue
		}
		a.Plan = append(a.Plan, Move{works, now.settings[works] + by, spell.MoveSays(&s.Adjusters[i], by)})
	}
	slices.SortFunc(a.Plan, func(x, y Move) int { return place(s, x.Works) - place(s, y.Works) })
	a.Against = plan.Against
}

func place(s *sheet.Sheet, works string) int {
	return slices.IndexFunc(s.Adjusters, func(a sheet.Adjuster) bool { return a.Works == works })
}

// knobs are the adjusters with where they stand.
func knobs(s *sheet.Sheet, now standing) []Knob {
	out := []Knob{}
	for i := range s.Adjusters {
		a := &s.Adjusters[i]
		within, ok := s.RangeOf(a, "")
		if a.Works == "" || !ok && len(a.Hooks) == 0 {
			continue
		}
		k := Knob{Name: a.Works, ID: a.ID, Says: a.Name, Unit: a.Notch, Value: now.settings[a.Works], Step: a.LeastTurn(), Min: within.Min,
			Max: within.Max, Out: a.Out.Says, In: a.In.Says}
		if len(a.Hooks) > 0 {
			k.ID, k.Unit, k.Step, k.Min, k.Max = "", "place", 1, 0, float64(len(a.Hooks)-1)
		}
		if k.Unit == "" {
			k.Unit = "turn"
		}
		out = append(out, k)
	}
	return out
}

// faults are what may be wrong, each place by itself.
func faults(s *sheet.Sheet, to Stand) []Knob {
	out := []Knob{}
	add := func(name, says, unit string) {
		out = append(out, Knob{Name: name, Says: says, Unit: unit, Value: to.Faults[name], Step: 0.1, Min: 0, Max: mostFault})
	}
	for _, f := range rig.Faults(s.Rig.Family) {
		if !f.Each {
			add(f.Name, f.Says, f.Unit)
			continue
		}
		for _, p := range s.Places {
			add(f.Name+"."+p.ID, f.Says+", "+p.Name, f.Unit)
		}
	}
	return out
}

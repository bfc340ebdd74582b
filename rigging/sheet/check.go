package sheet

import (
	"bytes"
	_ "embed"
	"encoding/json"
	"fmt"
	"slices"
	"sync"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"brankel/rigging/fault"
)

//go:generate go run brankel/cmd/brankel schema -o schema.json
//go:embed schema.json
var schemaJSON []byte

// Schema is the published JSON Schema (2020-12) of the format.
func Schema() []byte { return schemaJSON }

var compiled = sync.OnceValue(func() *jsonschema.Schema {
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(schemaJSON))
	if err != nil {
		panic(err)
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("rig-sheet.json", doc); err != nil {
		panic(err)
	}
	return c.MustCompile("rig-sheet.json")
})

// Parse reads a sheet in the open format. A bad one is refused with every
// fault (fault.List), each with its path and what to write; unknown keys are faults.
func Parse(raw []byte) (*Sheet, error) {
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(raw))
	if err != nil {
		return nil, fault.List{*fault.At("", "this is no JSON: %s", err)}
	}
	if err := compiled().Validate(doc); err != nil {
		return nil, shapeFaults(err.(*jsonschema.ValidationError))
	}
	var s Sheet
	if err := json.Unmarshal(raw, &s); err != nil {
		return nil, fault.List{*fault.At("", "%s", err)}
	}
	if f := s.Faults(); len(f) > 0 {
		return nil, f
	}
	return &s, nil
}

// Faults finds what no schema can: names that lead nowhere or stand twice,
// windows that are inverted, adjusters nothing depends on.
func (s *Sheet) Faults() (f fault.List) {
	add := func(path, format string, a ...any) { f.Add(path, format, a...) }
	ids := map[string]string{}
	once := func(path, id string) {
		if ids[id] != "" {
			add(path, "%q is used at %s already: give it a name of its own", id, ids[id])
		}
		ids[id] = path
	}
	for i, p := range s.Points {
		at := fmt.Sprintf("points[%d]", i)
		once(at+".id", p.ID)
		for j, id := range p.States {
			if s.State(id) == nil {
				add(fmt.Sprintf("%s.states[%d]", at, j), "there is no state %q", id)
			}
		}
		if p.Position != "" && s.Position(p.Position) == nil {
			add(at+".position", "the control has no position %q", p.Position)
		}
	}
	for i, a := range s.Adjusters {
		at := fmt.Sprintf("adjusters[%d]", i)
		once(at+".id", a.ID)
		f = append(f, s.adjusterFaults(at, a)...)
	}
	for i, c := range s.Checks {
		at := fmt.Sprintf("checks[%d]", i)
		once(at+".id", c.ID)
		if c.Position != "" && s.Position(c.Position) == nil {
			add(at+".position", "the control has no position %q", c.Position)
		}
	}
	for i, l := range s.LostMotion {
		at := fmt.Sprintf("lost_motion[%d]", i)
		once(at+".id", l.ID)
		for field, id := range map[string]string{"pushed": l.Pushed, "pulled": l.Pulled} {
			if s.Point(id) == nil {
				add(at+"."+field, "there is no point %q", id)
			}
		}
	}
	for i, in := range s.Influence {
		if s.Adjuster(in.Adjuster) == nil {
			add(fmt.Sprintf("influence[%d].adjuster", i), "there is no adjuster %q", in.Adjuster)
		}
		if s.Point(in.Point) == nil {
			add(fmt.Sprintf("influence[%d].point", i), "there is no point %q", in.Point)
		}
		if in.PerTurn == 0 {
			add(fmt.Sprintf("influence[%d].per_turn", i), "a turn that changes nothing is no influence")
		}
	}
	for i, v := range s.Voids {
		if s.Adjuster(v.Moving) == nil {
			add(fmt.Sprintf("voids[%d].moving", i), "there is no adjuster %q", v.Moving)
		}
		for j, id := range v.Reopens {
			if s.Point(id) == nil && s.Check(id) == nil {
				add(fmt.Sprintf("voids[%d].reopens[%d]", i, j), "there is no point or check %q", id)
			}
		}
	}
	f = append(f, s.stepFaults()...)
	f = append(f, s.schoolFaults()...)
	for i, c := range s.Charts {
		at := fmt.Sprintf("charts[%d]", i)
		once(at+".id", c.ID)
		for j, p := range c.Points {
			if len(p) != 2 || j > 0 && len(c.Points[j-1]) == 2 && p[0] <= c.Points[j-1][0] {
				add(fmt.Sprintf("%s.points[%d]", at, j), "write pairs whose first number rises")
			}
		}
	}
	for i, r := range s.PartRules {
		if r.Requires == "" && r.Excludes == "" {
			add(fmt.Sprintf("part_rules[%d].requires", i), "say what %s requires, or what it excludes", r.Part)
		}
	}
	f = append(f, s.Applies.faults()...)
	return f
}

func (s *Sheet) adjusterFaults(at string, a Adjuster) (f fault.List) {
	used := slices.ContainsFunc(s.Influence, func(in Influence) bool { return in.Adjuster == a.ID })
	if !used {
		f.Add(at, "nothing depends on this adjuster: add its influence on a point")
	}
	if !a.MeasureOnly && a.Lock == nil {
		f.Add(at+".lock", "say how it is locked")
	}
	if a.Threaded() && a.Pitch <= 0 && !a.MeasureOnly {
		f.Add(at+".pitch", "a threaded adjuster needs its pitch in mm a turn, above zero")
	}
	if !a.Threaded() && a.Notch == "" {
		f.Add(at+".notch", "say what one step of it is called, such as notch, click or hole")
	}
	if a.Out.Seen == a.In.Seen && a.Out.Seen != "along" {
		f.Add(at+".in.seen", "both ways look "+a.In.Seen+": one must be the other way")
	}
	if t := a.Threads; t != nil {
		if t.Min > t.Max {
			f.Add(at+".threads.min", "the least thread lies above the most: swap them")
		}
		if p := s.Point(t.Point); p == nil || p.Quantity != "count" {
			f.Add(at+".threads.point", "there is no point %q that counts", t.Point)
		}
	}
	if l := a.Lock; l != nil && l.BackOffMin > l.BackOffMax {
		f.Add(at+".lock.back_off_min", "the least lies above the most: swap them")
	}
	return f
}

// schoolFaults: methods are chosen between, so there are two at least, one of them
// the manual's, and points and checks name those there are.
func (s *Sheet) schoolFaults() (f fault.List) {
	manual := 0
	for _, one := range s.Schools {
		if one.Manual {
			manual++
		}
	}
	if len(s.Schools) == 1 || len(s.Schools) > 0 && manual != 1 {
		f.Add("schools", "give two methods at least, and mark the one that the manual gives")
	}
	known := func(id string) bool {
		return id == "" || slices.ContainsFunc(s.Schools, func(one School) bool { return one.ID == id })
	}
	for i, p := range s.Points {
		if !known(p.School) {
			f.Add(fmt.Sprintf("points[%d].school", i), "there is no school %q", p.School)
		}
		if p.Chart != "" && !slices.ContainsFunc(s.Charts, func(c Chart) bool { return c.ID == p.Chart }) {
			f.Add(fmt.Sprintf("points[%d].chart", i), "there is no chart %q", p.Chart)
		}
	}
	for i, c := range s.Checks {
		if !known(c.School) {
			f.Add(fmt.Sprintf("checks[%d].school", i), "there is no school %q", c.School)
		}
	}
	return f
}

func (s *Sheet) stepFaults() (f fault.List) {
	seen := map[string]bool{}
	for i, step := range s.Steps {
		if seen[step.Kind] {
			f.Add(fmt.Sprintf("steps[%d].kind", i), "there is a step of this kind already")
		}
		seen[step.Kind] = true
	}
	for _, kind := range []string{"complaint", "identify", "safe", "sign"} {
		if !seen[kind] {
			f.Add("steps", "add a step of kind "+kind)
		}
	}
	return f
}

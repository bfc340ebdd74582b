package bench

import (
	"encoding/json"
	"maps"
	"math"
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// Job is what there is to say of a worked sentence before a run is made of it: what is set,
// on what kind of machine, and where the figures come from.
type Job struct {
	Cable   string      `json:"cable"`             // what is set
	Craft   sheet.Craft `json:"craft,omitempty"`   // car, trailer, boat, aircraft
	Source  string      `json:"source,omitempty"`  // "manual, section 7"
	Assumed bool        `json:"assumed,omitempty"` // nobody looked the figures up
}

// longestJob is how many letters a name or a source may have.
const longestJob = 80

// BenchFamily is the family of a sheet that a sentence became: no library lists it.
const BenchFamily = "from the Bench"

// What a sheet from the Bench reads.
const (
	benchLength  = "length"
	benchThreads = "threads"
)

// Sheet makes a rig sheet of one setting from a worked sentence, and what was read already:
// the texts as found, by point. The error is a *fault.Fault or a fault.List: a blank is still
// empty, or this sentence sets nothing.
func (s Sentence) Sheet(values Values, job Job) (*sheet.Sheet, map[string]string, error) {
	if s.rig == nil {
		return nil, nil, fault.At("name", "no run follows from this question: it sets nothing")
	}
	if empty(values) {
		return nil, nil, fault.At("values", "write your own figures into the blanks first")
	}
	if w := s.Work(values); w.Answer == nil {
		return nil, nil, fault.At("values", "%s", w.Says)
	}
	if err := job.check(); err != nil {
		return nil, nil, err
	}
	input, _, say := s.build(values)
	for _, key := range slices.Sorted(maps.Keys(say)) {
		if utf8.RuneCountInString(say[key]) > longestJob {
			return nil, nil, fault.At("values."+key, "say it in %d letters", longestJob)
		}
	}
	raw, err := json.Marshal(input)
	if err != nil {
		return nil, nil, err
	}
	in, _, err := calc.Solve(s.Name, raw)
	if err != nil {
		return nil, nil, err
	}
	one := job.sheet()
	found := s.rig(one, in, say)
	for i := range one.Points {
		one.Points[i].Needs = safe(job.Craft)
	}
	for i := range one.Adjusters {
		one.Adjusters[i].Needs = safe(job.Craft)
	}
	if job.Assumed {
		one.Assumed = one.Figures()
	}
	parsed, err := sheet.Parse(one.JSON())
	if err != nil {
		return nil, nil, fault.At("values", "these figures make no sheet: %s", err)
	}
	texts := map[string]string{benchLength: strings.TrimSpace(values["now"])}
	for point, key := range found {
		if text := strings.TrimSpace(values[key]); text != "" {
			texts[point] = text
		}
	}
	return parsed, texts, nil
}

func (j Job) check() error {
	switch {
	case strings.TrimSpace(j.Cable) == "":
		return fault.At("cable", "write what is set, such as hatch cable")
	case utf8.RuneCountInString(j.Cable) > longestJob:
		return fault.At("cable", "say it in %d letters", longestJob)
	case !j.Assumed && strings.TrimSpace(j.Source) == "":
		return fault.At("source", "write where the figures come from, such as manual, section 7, or mark them as assumed")
	case utf8.RuneCountInString(j.Source) > longestJob:
		return fault.At("source", "say it in %d letters", longestJob)
	}
	return nil
}

// sheet is all of the sheet that does not follow from the figures.
func (j Job) sheet() *sheet.Sheet {
	one := &sheet.Sheet{
		Format:   sheet.Format,
		ID:       "bench",
		Revision: 1,
		Craft:    j.Craft,
		Family:   BenchFamily,
		Cable:    strings.TrimSpace(j.Cable),
		Commands: "What was worked out at the Bench.",
		Source:   sheet.Source{Title: strings.TrimSpace(j.Source), Assumed: j.Assumed},
		Applies:  sheet.Effectivity{Unit: "unit", Hand: "either"},
		Chain:    []sheet.Part{{Role: "cable", Name: strings.TrimSpace(j.Cable)}},
		Line: sheet.Line{
			Control:   "control",
			Positions: []sheet.Position{{ID: "rest", Name: "its place"}},
			Anchor:    "anchor",
			Works:     "works",
		},
		States:     []sheet.State{},
		LostMotion: []sheet.LostMotion{},
		Checks:     []sheet.Check{},
		Voids:      []sheet.Void{},
		Setup:      setup.Setup{Things: standing(j.Craft)},
		Points: []sheet.Point{{
			ID:       benchLength,
			Name:     "length",
			Between:  "the same two marks each time, the control held in the same place",
			Quantity: "length",
		}},
		Steps: []sheet.Step{
			{ID: "complaint", Kind: sheet.StepComplaint, Title: "The complaint"},
			{ID: "identify", Kind: sheet.StepIdentify, Title: "Figures from the Bench"},
			{ID: "stands", Kind: sheet.StepStands, Title: "How it stands"},
			{ID: "found", Kind: sheet.StepFound, Title: "As found"},
			{ID: "set", Kind: sheet.StepSet, Title: "Set it"},
			{ID: "settle", Kind: sheet.StepSettle, Title: "Read again"},
			{ID: "lock", Kind: sheet.StepLock, Title: "Lock it"},
			{ID: "restore", Kind: sheet.StepRestore, Title: "Everything at rest"},
			{ID: "sign", Kind: sheet.StepSign, Title: "Sign"},
		},
		Settings: []sheet.Setting{{ID: "setting", Title: "length", Method: sheet.MethodMeasured, Points: []string{benchLength}}},
	}
	if one.Source.Title == "" {
		one.Source.Title = "nobody looked it up"
	}
	if j.Craft == sheet.Aircraft { // what flies is looked at twice, whatever it is
		one.Steps = append(one.Steps, sheet.Step{ID: "inspect", Kind: sheet.StepInspect, Title: "Second inspection"})
		one.Inspect = []sheet.Item{
			{ID: "sense", Says: "Moves the right way, over its full travel, and nothing binds"},
			{ID: "locked", Says: "Locked and safetied, enough thread in"},
			{ID: "clear", Says: "Nothing was left on, in or loose"},
		}
	}
	return one
}

// standing is what stands one way or another on each kind of machine, whatever its cable moves.
func standing(craft sheet.Craft) []setup.Thing {
	if craft == sheet.Trailer {
		return []setup.Thing{{ID: "chocks", Kind: setup.Chocks, Name: "wheel chocks", Ways: []setup.Way{{ID: setup.Off}, {ID: setup.On, Says: "under"}}}}
	}
	return []setup.Thing{{ID: "key", Kind: setup.Key, Name: "key", Ways: []setup.Way{
		{ID: setup.In, Says: "in, engine off"}, {ID: setup.Pocket, Says: "out, in your pocket"}}}}
}

// safe is how that stands while hands are in the linkage.
func safe(craft sheet.Craft) setup.Needs {
	if craft == sheet.Trailer {
		return setup.Needs{"chocks": {setup.On}}
	}
	return setup.Needs{"key": {setup.Pocket}}
}

// cautions of work on each kind of machine.
var cautions = map[sheet.Craft]string{
	sheet.Car:      "Key out, wheels chocked, on stands where you go under it. Hands out of live linkage; let spring force off slowly.",
	sheet.Trailer:  "Wheels chocked, on stands where you go under it. Hands out of live linkage; let spring force off slowly.",
	sheet.Boat:     "Key out and kept, propeller clear. Hands out of live linkage; let spring force off slowly.",
	sheet.Aircraft: "Ignition off, propeller clear, controls tagged. Hands out of live linkage. Someone else inspects it afterwards.",
}

// Caution is what is made safe before a run from the Bench on a kind of machine; "" where
// there is no such kind.
func Caution(craft sheet.Craft) string { return cautions[craft] }

// bounded is the target of limits written either way.
func bounded(p *sheet.Point, b calc.Band, target *float64) {
	at := (b.Min + b.Max) / 2
	if target != nil {
		at = *target
	}
	p.Target, p.Minus, p.Plus = &at, at-b.Min, b.Max-at
}

// threaded puts an adjuster on the sheet: per is what one turn out adds to the length.
func threaded(one *sheet.Sheet, a sheet.Adjuster, per float64) {
	a.Step = a.LeastTurn()
	a.SeenFrom = "the works"
	a.Lengthens = "out"
	if per < 0 {
		a.Lengthens = "in"
	}
	a.Out.Seen, a.In.Seen = "along", "along"
	if a.Out.Says == "" {
		a.Out.Says = "out, off its thread"
	}
	if a.In.Says == "" {
		a.In.Says = "in, onto its thread"
	}
	a.Lock = &sheet.Lock{Says: "Hold the " + a.Name + " and run its lock nut up tight", Nut: "lock nut of the " + a.Name}
	one.Adjusters = append(one.Adjusters, a)
	one.Settings[0].Adjusters = append(one.Settings[0].Adjusters, a.ID)
	one.Influence = append(one.Influence, sheet.Influence{Adjuster: a.ID, Point: benchLength, PerTurn: per})
	one.Voids = append(one.Voids, sheet.Void{Moving: a.ID, Reopens: []string{benchLength}})
}

// budget is the thread of an adjuster, with the point where it is counted.
func budget(one *sheet.Sheet, a *sheet.Adjuster, least, most float64) (point string) {
	point = benchThreads
	if a.ID != "adjuster" {
		point += "-" + a.ID
	}
	one.Points = append(one.Points, sheet.Point{
		ID:       point,
		Name:     "threads in, " + a.Name,
		Between:  "full turns of thread held",
		Quantity: "count",
	})
	a.Threads = &sheet.Threads{Point: point, Min: least, Max: most}
	return point
}

// adjusterSheet: found tells which blank says how many threads are in.
func adjusterSheet(one *sheet.Sheet, in calc.AdjusterInput, say words) (found map[string]string) {
	bounded(&one.Points[0], calc.Limits(in.Target, in.Minus, in.Plus, in.Min, in.Max), in.Target)
	kind := sheet.AdjusterKind(in.Kind)
	if !slices.Contains([]sheet.AdjusterKind{sheet.JamNuts, sheet.Turnbuckle, sheet.Clevis}, kind) {
		kind = sheet.Barrel
	}
	a := sheet.Adjuster{ID: "adjuster", Name: string(kind), Kind: kind, Pitch: in.Pitch, Step: in.Step}
	if to := say["@out"]; to != "" {
		a.Out.Says = "toward " + to
	}
	if to := say["@in"]; to != "" {
		a.In.Says = "toward " + to
	}
	found = map[string]string{}
	if in.Engaged != nil {
		most := math.Max(*in.Engaged, in.EngagedMin) + 40
		if in.EngagedMax != nil {
			most = *in.EngagedMax
		}
		found[budget(one, &a, in.EngagedMin, most)] = "engaged"
	}
	per := in.Pitch
	if kind == "turnbuckle" {
		per *= 2
	}
	if in.Lengthens == "in" {
		per = -per
	}
	threaded(one, a, per)
	return found
}

func twoEndsSheet(one *sheet.Sheet, in calc.TwoEndsInput, _ words) (found map[string]string) {
	bounded(&one.Points[0], calc.Band{Min: in.Target - in.Minus, Max: in.Target + in.Plus}, &in.Target)
	found = map[string]string{}
	for _, end := range []struct {
		id, name string
		of       calc.End
	}{{"a", "handy end", in.A}, {"b", "other end", in.B}} {
		a := sheet.Adjuster{ID: end.id, Name: end.name, Kind: "barrel", Pitch: end.of.Pitch, Step: end.of.Step}
		found[budget(one, &a, end.of.EngagedMin, end.of.EngagedMax)] = end.id + ".engaged"
		threaded(one, a, end.of.Pitch)
	}
	return found
}

// leads tells of a sentence that a run follows from it, and how its figures make a sheet.
func (s Sentence) leads(rig func(one *sheet.Sheet, in any, say words) map[string]string) Sentence {
	s.Leads, s.rig = true, rig
	return s
}

// rigOf makes a function on the input of one calculation one on any.
func rigOf[In any](make func(*sheet.Sheet, In, words) map[string]string) func(*sheet.Sheet, any, words) map[string]string {
	return func(one *sheet.Sheet, in any, say words) map[string]string { return make(one, in.(In), say) }
}

// Demoruns writes runs of the demo workshop as its importer takes them: rehearsed on the rigs
// of its own sheets, by its own people, and left where the floor wants to show them.
package main

import (
	"cmp"
	"encoding/json"
	"flag"
	"fmt"
	"io/fs"
	"log"
	"os"
	"path/filepath"
	"slices"
	"time"

	"brankel/demo"
	"brankel/rigging/rehearse"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// work is one run of the demo: what was found, who worked, and where it is left.
type work struct {
	id, machine, cable string
	school             string
	job                string // as rehearse has it; "" sets it
	words              string
	by, inspector      string
	begun              string
	hand               string // as rehearse has it: careful where it is not said
	seed               uint64 // of what that hand gets wrong
	found              map[string]float64
	first, noted       map[string]string // figures read with proofs: as found, and in the end
	condition, at      map[string]any
	leave              func(*lead.Lead) bool // where the work stops; nil for its end
	then               []workshop.RunEvent   // what is done after that
}

func left(kind record.Kind, body string) workshop.RunEvent {
	return workshop.RunEvent{Kind: kind, Body: json.RawMessage(body)}
}

// turning stops before the n-th turn that is asked for in a setting.
func turning(setting string, ticked int) func(*lead.Lead) bool {
	return func(run *lead.Lead) bool {
		a, done := run.Advice(), 0
		for _, t := range a.Plan {
			if t.Done {
				done++
			}
		}
		return a.Do == lead.DoMove && a.Move.Setting == setting && done == ticked
	}
}

func before(do lead.Do) func(*lead.Lead) bool {
	return func(run *lead.Lead) bool { return run.Advice().Do == do }
}

var works = []work{
	{
		id:      "2026-11-mussel-parking",
		machine: "mussel",
		cable:   "parking",
		job:     "one:cable",
		words:   "Lever comes up eight notches; only take it up, it goes to its service next month",
		by:      "Tobin",
		begun:   "2026-11-12T13:10:00Z",
		found:   map[string]float64{"equaliser": 3},
	},
	{
		id:      "2026-11-survey-carb",
		machine: "survey",
		cable:   "carb",
		job:     "look",
		words:   "Before the season ends: is the carburettor heat right?",
		by:      "Tobin",
		begun:   "2026-11-18T15:30:00Z",
	},
	{
		id:      "2026-11-knot-throttle",
		machine: "knot",
		cable:   "throttle",
		job:     "new",
		words:   "Stiff, and frayed at the helm: the new cable is in the box",
		by:      "Ines",
		begun:   "2026-11-14T08:40:00Z",
		leave:   before(lead.DoLock),
	},
	{
		id:      "2026-10-ferry-kickdown",
		machine: "ferry",
		cable:   "kickdown",
		job:     "taste:2",
		words:   "He wants it to shift a little earlier",
		by:      "Ines",
		begun:   "2026-10-05T10:20:00Z",
		first: map[string]string{"light-up": "31", "light-down": "21", "half-up": "52", "half-down": "40", "wide-up": "78",
			"wide-down": "60", "speed": "48"},
		noted: map[string]string{"light-up": "27", "light-down": "19", "half-up": "46", "half-down": "35", "wide-up": "71",
			"wide-down": "55", "speed": "48"},
	},
	{
		id:      "2026-11-mail-aileron",
		machine: "mail",
		cable:   "aileron",
		words:   "Left wing heavy since the hangar was cold",
		by:      "Tobin",
		begun:   "2026-11-21T09:05:00Z",
		found:   map[string]float64{"direct_left": 1.5, "direct_right": -1, "crossover": 1.5, "rod_left": -1, "rod_right": 0.5},
		at:      map[string]any{"air": 6.0},
		leave:   turning("cables-tip", 1),
	},
	{
		id:      "2026-11-survey-aileron",
		machine: "survey",
		cable:   "aileron",
		words:   "After the new cable was drawn in: set it",
		by:      "Tobin",
		begun:   "2026-11-19T08:20:00Z",
		found:   map[string]float64{"direct_left": -2, "direct_right": 1, "crossover": 3, "rod_left": 1.5},
		at:      map[string]any{"air": 11.0},
		leave:   before(lead.DoInspect),
	},
	{
		id:      "2026-11-mail-flap",
		machine: "mail",
		cable:   "flap",
		words:   "Hangs two degrees out at ten, and hunts there",
		by:      "Tobin",
		begun:   "2026-11-20T13:10:00Z",
		found:   map[string]float64{"follow_rod": 2, "switch_down": -0.75, "switch_up": 1, "limit_down": 1, "other_rod": 1},
		leave:   turning("follow", 1),
	},
	{
		id:        "2026-11-mail-mixture",
		machine:   "mail",
		cable:     "mixture",
		words:     "Knob creeps out in the cruise",
		by:        "Tobin",
		inspector: "Bram",
		begun:     "2026-11-12T10:00:00Z",
		found:     map[string]float64{"rod_end": 3},
	},
	{
		id:      "2026-11-oyster-clutch",
		machine: "oyster",
		cable:   "clutch",
		words:   "Clashes into reverse",
		by:      "Ines",
		begun:   "2026-11-17T07:40:00Z",
		found:   map[string]float64{"adjuster": 7},
	},
	{
		id:      "2026-11-oyster-parking",
		machine: "oyster",
		cable:   "parking",
		words:   "Lever comes up to the top and does not hold on the slip",
		by:      "Ines",
		begun:   "2026-11-21T10:30:00Z",
		found:   map[string]float64{"star.left": 9, "star.right": 14, "equaliser": 1.5},
		leave:   turning("shoes.right", 0),
	},
	{
		id:      "2026-11-reed",
		machine: "reed",
		cable:   "overrun",
		words:   "Runs on when the van brakes",
		by:      "Ines",
		begun:   "2026-11-21T09:00:00Z",
		found:   map[string]float64{"wheel.left": 14, "wheel.right": 10, "rod_nut": 3},
		leave:   turning("rod", 0),
	},
	{
		id:      "2026-11-samphire",
		machine: "samphire",
		cable:   "overrun",
		words:   "Brakes bind in reverse",
		by:      "Ines",
		begun:   "2026-11-22T15:20:00Z",
		found:   map[string]float64{"rod_nut": -1.5},
		leave:   before(lead.DoAction),
	},
	{
		id:      "2026-11-ferry-kickdown",
		machine: "ferry",
		cable:   "kickdown",
		words:   "Never kicks down with the trailer on",
		by:      "Ines",
		begun:   "2026-11-18T08:00:00Z",
		found:   map[string]float64{"slider": 14},
		leave:   loaded,
		then:    []workshop.RunEvent{left(record.KindDecided, `{"about":"loaded","choice":"leave-open"}`), left(record.KindSigned, `{"name":""}`)},
	},
	{
		id:      "2026-11-ferry-cruise",
		machine: "ferry",
		cable:   "cruise",
		words:   "Idle hangs high when warm",
		by:      "Ines",
		begun:   "2026-11-22T14:00:00Z",
		found:   map[string]float64{"pedal_nuts": 3, "cruise_nuts": -2},
		leave:   before(lead.DoLock),
	},
	{
		id:      "2026-11-knot",
		machine: "knot",
		cable:   "shift",
		words:   "Ratchets in forward",
		by:      "Ines",
		begun:   "2026-10-30T11:00:00Z",
		hand:    "astray", // a turn the other way, put right by one tap
		seed:    9,
		found:   map[string]float64{"engine_end": -3, "helm_end": 1},
	},
	{
		id:      "2026-11-plover",
		machine: "plover",
		cable:   "shift",
		words:   "New cable, set from nothing",
		by:      "Ines",
		begun:   "2026-11-05T09:30:00Z",
		found:   map[string]float64{"engine_end": 4, "helm_end": -2},
		leave:   loaded,
		then:    []workshop.RunEvent{left(record.KindDecided, `{"about":"loaded","choice":"leave-open"}`), left(record.KindSigned, `{"name":""}`)},
	},
	{
		id:        "2026-11-mussel-clutch",
		machine:   "mussel",
		cable:     "clutch",
		words:     "Slips on the hill, and the nut is rusted",
		by:        "Ines",
		begun:     "2026-11-20T16:00:00Z",
		found:     map[string]float64{"adjuster": -1},
		condition: map[string]any{"seized": []any{"adjuster"}},
		leave:     func(run *lead.Lead) bool { return len(run.Stuck) > 0 },
	},
}

// named is the body of a turn put right with the entry as the importer names it: the run's, and its place in it.
func (w work) named(body json.RawMessage, events []record.Event) json.RawMessage {
	var r record.Righted
	stop(json.Unmarshal(body, &r))
	i := slices.IndexFunc(events, func(e record.Event) bool { return e.ID == r.Move })
	r.Move = fmt.Sprintf("%s-%d", w.id, i+1)
	out, err := json.Marshal(r)
	stop(err)
	return out
}

// loaded stops before the way to the proof under load begins.
func loaded(run *lead.Lead) bool {
	return slices.ContainsFunc(run.Advice().Choices, func(c record.Choice) bool { return c.Choice == record.ChoiceOpen })
}

func main() {
	out := flag.String("o", "demo/runs", "where they are written")
	flag.Parse()
	raw, err := demo.Files.ReadFile("workshop.json")
	stop(err)
	floor := new(workshop.Workshop)
	stop(json.Unmarshal(raw, floor))
	sheets := library()
	for _, w := range slices.Concat(append(earlier, works)...) {
		stop(w.write(floor, sheets, *out))
	}
}

func stop(err error) {
	if err != nil {
		log.Fatal(err)
	}
}

func library() (out []*sheet.Sheet) {
	names, err := fs.Glob(demo.Files, "sheets/*.json")
	stop(err)
	for _, name := range names {
		raw, err := demo.Files.ReadFile(name)
		stop(err)
		s, err := sheet.Parse(raw)
		stop(err)
		out = append(out, s)
	}
	return out
}

func (w work) write(floor *workshop.Workshop, sheets []*sheet.Sheet, dir string) error {
	s, unit, err := w.sheet(floor, sheets)
	if err != nil {
		return fmt.Errorf("%s: %w", w.id, err)
	}
	job, err := rehearse.ParseJob(w.job)
	if err != nil {
		return fmt.Errorf("%s: %w", w.id, err)
	}
	played, err := rehearse.Rehearse(rehearse.Question{
		Sheet:     s,
		School:    w.school,
		Job:       job,
		Settings:  w.found,
		First:     w.first,
		Noted:     w.noted,
		Condition: w.condition,
		At:        w.at,
		Gauges:    floor.Gauges,
		Hand:      w.hand,
		Seed:      cmp.Or(w.seed, uint64(len(w.id))),
	})
	if err != nil {
		return fmt.Errorf("%s: %w", w.id, err)
	}
	f := workshop.RunFile{Format: workshop.RunFormat, ID: w.id, Machine: w.machine, Cable: w.cable}
	begun, err := time.Parse(time.RFC3339, w.begun)
	if err != nil {
		return err
	}
	add := func(by string, e workshop.RunEvent) {
		e.By, e.At = by, begun.Add(time.Duration(len(f.Events))*3*time.Minute)
		f.Events = append(f.Events, e)
	}
	done := played.Events
	for i, e := range played.Events {
		if w.leave != nil && w.leave(lead.Of(record.Fold(s, played.Events[:i]))) {
			done = slices.Clip(played.Events[:i])
			break
		}
		by, body := w.by, e.Body
		switch e.Kind {
		case record.KindComplaint:
			body, _ = json.Marshal(record.Complaint{Words: w.words, Shows: "yes"})
		case record.KindIdentified:
			body, _ = json.Marshal(record.Identified{Serial: unit.Serial, Hand: unit.Hand, Variant: unit.Variant})
		case record.KindInspected:
			by = w.inspector
		case record.KindRighted:
			body = w.named(e.Body, played.Events)
		}
		add(by, workshop.RunEvent{Kind: e.Kind, Body: body})
	}
	more := func(e workshop.RunEvent) lead.Advice {
		n := len(done) + 1
		at := done[n-2].At.Add(time.Minute)
		done = append(done, record.Event{ID: fmt.Sprint("then", n), Seq: n, Kind: e.Kind, At: at, Received: at, Body: e.Body})
		add(w.by, e)
		return lead.Of(record.Fold(s, done)).Advice()
	}
	for i, e := range w.then {
		for a := more(e); a.Do == lead.DoSetUp && i < len(w.then)-1; {
			c := a.Stop.Changes[0]
			body, err := json.Marshal(record.SetUp{Thing: c.Thing, Way: c.Way})
			if err != nil {
				return err
			}
			a = more(workshop.RunEvent{Kind: record.KindSetUp, Body: body})
		}
	}
	text, err := json.MarshalIndent(f, "", "  ")
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(dir, w.id+".json"), append(text, '\n'), 0o644)
}

// sheet is the one that applies to the machine.
func (w work) sheet(floor *workshop.Workshop, sheets []*sheet.Sheet) (*sheet.Sheet, sheet.Unit, error) {
	for _, m := range floor.Machines {
		if m.ID != w.machine {
			continue
		}
		c := m.Cable(w.cable)
		unit := sheet.Unit{Serial: m.Unit.Serial, Hand: m.Unit.Hand, Variant: m.Unit.Variant}
		match, err := sheet.Resolve(sheet.Heads(sheets), c.Family, c.Name, unit)
		if err != nil || match.Sheet == nil {
			return nil, unit, fmt.Errorf("no sheet: %s %w", match.Why, err)
		}
		for _, s := range sheets {
			if s.Hash() == match.Sheet.Hash {
				return s, unit, nil
			}
		}
	}
	return nil, sheet.Unit{}, fmt.Errorf("there is no machine %q", w.machine)
}

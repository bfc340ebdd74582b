package fleet

import (
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"brankel/postgres"
	"brankel/rigging/rehearse"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// kind is a kind of machine: one of the demo's, its cables that wear, and how it is used.
type kind struct {
	of, what string
	meter    string
	yearly   float64
	lines    []lineKind
}

// lineKind is a cable with the adjuster that takes up its wear: works by the rig's name, found off by Way turns for each that
// it wore; perYear is how much it wears in a usual year.
type lineKind struct {
	cable, works string
	way          float64
	perYear      float64
	shared       bool // others take up of the same wear too, so that nothing is known of its own
}

var kinds = []kind{
	{"mussel", "van", "km", 15000, []lineKind{{"clutch", "adjuster", -1, 2.2, false}, {"parking", "equaliser", 1, 1.8, true}}},
	{"teal", "launch", "engine hours", 160, []lineKind{{"lower", "lower", -1, 2.5, false}}},
	{"ferry", "pick-up", "km", 18000, []lineKind{{"kickdown", "slider", 1, 6, false}}},
	{"knot", "dory", "engine hours", 90, []lineKind{{"shift", "engine_end", -1, 2, false}}},
	{"mail", "aeroplane", "hours", 220, []lineKind{{"mixture", "rod_end", 1, 2, false}}},
}

// variant is a run that was rehearsed once and admitted: others are the same at another time, on another machine.
type variant struct {
	events []record.Event
	hash   string // of its sheet
	sheet  *sheet.Sheet
	turned float64 // of what was worn
	lasts  time.Duration
}

// variant is the run of a cable that is found so far off; once made it is there again.
func (m *maker) variant(ctx context.Context, l lineKind, off float64, renewed bool) (*variant, error) {
	of := kindOf(l)
	key := fmt.Sprintf("%s %s %g %v", of, l.cable, off, renewed)
	if v, ok := m.variants[key]; ok {
		return v, nil
	}
	from := &m.floor.Machines[slices.IndexFunc(m.floor.Machines, func(x workshop.Machine) bool { return x.ID == of })] // it was looked for
	c := from.Cable(l.cable)
	heads, err := m.shop.Store.HeadsOf(ctx, c.Family, c.Name)
	if err != nil {
		return nil, err
	}
	match, err := sheet.Resolve(heads, c.Family, c.Name, sheet.Unit{Serial: from.Unit.Serial, Hand: from.Unit.Hand, Variant: from.Unit.Variant})
	if err != nil || match.Sheet == nil {
		return nil, fmt.Errorf("%s, %s: no sheet: %w", of, l.cable, err)
	}
	kept, err := m.shop.Store.Sheet(ctx, match.Sheet.Hash)
	if err != nil {
		return nil, err
	}
	q := rehearse.Question{Sheet: kept, Settings: map[string]float64{l.works: off * l.way}, Gauges: m.floor.Gauges, Hand: "careful", Seed: 3}
	if renewed {
		if q.Job, err = rehearse.ParseJob("new"); err != nil {
			return nil, err
		}
	}
	played, err := rehearse.Rehearse(q)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", key, err)
	}
	v := &variant{sheet: kept, hash: kept.Hash()}
	f := workshop.RunFile{Format: workshop.RunFormat, ID: "fleet-template", Machine: from.ID, Cable: c.ID}
	begun := time.Date(2020, 6, 1, 9, 0, 0, 0, time.UTC)
	for _, e := range played.Events {
		by, raw := people[0], e.Body
		switch e.Kind {
		case record.KindIdentified:
			raw = body(record.Identified{Serial: from.Unit.Serial, Hand: from.Unit.Hand, Variant: from.Unit.Variant})
		case record.KindComplaint:
			raw = body(record.Complaint{Words: complaints[0], Shows: "yes"})
		case record.KindInspected:
			by = "Bram"
		}
		f.Events = append(f.Events, workshop.RunEvent{Kind: e.Kind, By: by, At: begun, Body: raw})
		begun = begun.Add(100 * time.Second)
	}
	if v.events, _, _, err = m.shop.Admitted(ctx, f); err != nil {
		return nil, fmt.Errorf("%s: %w", key, err)
	}
	v.lasts = begun.Sub(f.Events[0].At)
	for _, seen := range lead.Of(record.Fold(kept, v.events)).Seen() {
		if a := kept.Adjuster(seen.Adjuster); a != nil && a.Works == l.works {
			v.turned = math.Copysign(seen.Turns, off) // against where it was found
		}
	}
	m.variants[key] = v
	return v, nil
}

func kindOf(l lineKind) string {
	for _, k := range kinds {
		for _, one := range k.lines {
			if one == l {
				return k.of
			}
		}
	}
	return ""
}

// filled is the run of a visit: the variant's, by its names, in its time.
func (v visit) filled(m *maker, zone *time.Location) (f postgres.Filled, err error) {
	by := people[len(v.id)%len(people)]
	f.Job = workshop.Job{ID: v.id, Machine: v.machine.ID, Cable: v.cable.ID, Opened: v.at}
	f.Sheet = v.of.hash
	shift := v.at.Sub(v.of.events[0].At)
	prev := ""
	seal := func(e record.Event, raw []byte) {
		e.ID, e.Run, e.Seq, e.Body = fmt.Sprintf("%s-%d", v.id, len(f.Events)+1), v.id, len(f.Events)+1, raw
		e.At = e.At.Add(shift)
		e.Received = e.At
		if e.By == people[0] {
			e.By = by
		}
		e = e.Seal(prev)
		prev = e.Hash
		f.Events = append(f.Events, e)
	}
	for i, e := range v.of.events {
		raw := e.Body
		switch e.Kind {
		case record.KindComplaint:
			raw, err = patched(raw, func(c *record.Complaint) { c.Words = v.words })
		case record.KindIdentified:
			raw, err = patched(raw, func(c *record.Identified) { c.Serial = v.serial })
		case record.KindSigned:
			raw, err = patched(raw, func(c *record.Signed) {
				c.Name = by
				c.Called = record.Called{Machine: v.machine.Name, Note: v.machine.Note, Cable: v.cable.Name, Owner: v.machine.Owner, Place: m.place}
			})
		}
		if err != nil {
			return f, err
		}
		seal(e, raw)
		if i == 1 && v.photo >= 0 {
			p := m.photos[v.photo]
			f.Photos = append(f.Photos, p)
			e.Kind = record.KindPhoto
			seal(e, body(record.Photo{SHA256: p.SHA256, Width: p.Width, Height: p.Height, Small: sum(p.Small)}))
		}
	}
	f.Standing = tell.Stand(lead.Of(record.Fold(v.of.sheet, f.Events).In(zone)))
	return f, nil
}

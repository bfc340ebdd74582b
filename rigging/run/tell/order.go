package tell

import (
	"cmp"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Order is what to order when the run stops: the part, and what its maker or the stores ask
// for, as measured here.
type Order struct {
	About   record.About   `json:"about"`             // the decision it goes with
	Part    string         `json:"part"`              // what is to be renewed or mended
	What    []Field        `json:"what"`              // where it sits, its number, length and hand
	Why     string         `json:"why"`               // the finding
	Against *sheet.Against `json:"against,omitempty"` // which windows contradict each other, and what would cure it
	Lines   []Field        `json:"lines"`
	Prepare []string       `json:"prepare"` // of a new cable, before it is fitted
}

// order is the slip that goes with an argued repair, nil where none is argued.
func (run page) order(a lead.Advice) *Order {
	i := slices.IndexFunc(a.Choices, func(c record.Choice) bool {
		return c.Choice == record.ChoiceRepair || c.Choice == record.ChoiceRepaired
	})
	if i < 0 || run.Sheet == nil {
		return nil
	}
	o := &Order{About: a.Choices[i].About, Why: a.Finding, What: []Field{}, Lines: []Field{}, Prepare: []string{}}
	id := o.About.ID
	switch o.About.Question {
	case record.AboutWorn, record.AboutStands:
		o.Part = run.Sheet.Point(id).Stop
	case record.AboutCheck:
		if c := run.Sheet.Check(id); c != nil {
			if answer := c.Answer(run.Checks[id].Answer); answer != nil {
				if o.Part = answer.PointsTo; run.Sheet.Link(answer.Part) != nil {
					run.headed(o, run.Sheet.Link(answer.Part))
				}
			}
		}
	case record.AboutHand:
		o.Part = run.Sheet.Setting(id).Trial.PointsTo
	case record.AboutReach:
		o.Against = run.against()
		for _, a := range run.Sheet.Adjusters {
			if _, stuck := run.Stuck[a.ID]; stuck {
				o.Part = "the " + a.Name + ": free it, or another one"
				break
			}
		}
		if o.Part == "" && o.Against != nil && len(o.Against.Cures) > 0 {
			o.Part, _, _ = strings.Cut(o.Against.Cures[0], ":")
		}
	}
	if o.Part == "" {
		o.Part = "another " + run.cableName()
		o.Prepare = append(o.Prepare, run.Sheet.Prepare...)
		if p := run.Sheet.CablePart(); p != nil {
			run.headed(o, p)
			if o.About.Question == record.AboutReach {
				o.What = append(o.What, run.otherLength(p, id)...)
			}
		}
	}
	o.Part = strings.TrimSuffix(o.Part, ".")
	o.Lines = run.orderLines()
	return o
}

// headed heads the slip by a part of the chain: what it is, where it sits, its number, its length and its hand.
func (run page) headed(o *Order, p *sheet.Part) {
	o.Part = "another " + p.Role
	if p == run.Sheet.CablePart() {
		o.Part = "another " + run.cableName()
	}
	add := func(name, text string) {
		if text != "" {
			o.What = append(o.What, Field{name, text})
		}
	}
	add("which", p.Name)
	add("sits", p.Sits)
	add("number", p.Number)
	if p.Length > 0 {
		add("length", spell.Figure(quantity.Length, p.Length)+" over all")
	}
	if was := run.Parts["old-length"].Text; was != "" {
		add("length of the old one", was)
	}
	add("hand", p.Hand)
}

// otherLength is how long the next cable must be where the thread of this one runs out, and which of those in stock reaches.
func (run page) otherLength(p *sheet.Part, setting string) (out []Field) {
	wanted, ok := run.CableLength(setting)
	if !ok {
		return nil
	}
	out = []Field{{"length wanted", spell.Figure(quantity.Length, wanted) + " over all, so that its thread stands in the middle"}}
	if len(p.Stock) == 0 {
		return out
	}
	sold, err := calc.CableOrder(calc.CableOrderInput{Path: []calc.Segment{{Length: &wanted}}, Stock: p.Stock})
	switch {
	case err != nil:
	case sold.Order == nil:
		out = append(out, Field{"in stock", "none is so long: have one made"})
	default:
		out = append(out, Field{"in stock", spell.Figure(quantity.Length, *sold.Order) + ", " + spell.Figure(quantity.Length, *sold.Spare) + " to spare"})
	}
	return out
}

// cableName is what the stores know the cable by: nobody wants another clutch.
func (run page) cableName() string {
	name := strings.TrimPrefix(run.Sheet.Cable, "the ")
	switch p := run.Sheet.CablePart(); {
	case strings.Contains(name, "cable"):
		return name
	case p != nil && p.Role != "cable":
		return p.Role
	}
	return name + " cable"
}

// against asks the fitted rig why no setting serves.
func (run page) against() *sheet.Against {
	f, ok := run.Fitted()
	if !ok {
		return nil
	}
	in, err := run.Sheet.Around(run.Around())
	if err != nil {
		return nil
	}
	return in.Against(f, run.WontTurn)
}

// orderLines are the unit, the chain, the threads and bends, and what was read last.
func (run page) orderLines() (out []Field) {
	if i := run.Identity; i != nil && !run.Own {
		unit := cmp.Or(i.Serial, "not read")
		if run.Sheet.Applies.Hand != "either" {
			unit += ", " + i.Hand + " hand"
		}
		if i.Variant != "" {
			unit += ", " + i.Variant
		}
		out = append(out, Field{run.Sheet.Applies.Unit, unit}, Field{"sheet", i.Name})
	}
	for _, part := range run.Sheet.Chain {
		out = append(out, Field{part.Role, part.Name})
	}
	for _, a := range run.Sheet.Adjusters {
		var says []string
		if a.Pitch > 0 {
			says = append(says, "pitch "+spell.WithUnit(quantity.Number(a.Pitch, 2), "mm"))
		}
		if a.Threads != nil {
			says = append(says, "thread "+quantity.Number(a.Threads.Max, 0)+" turns, at least "+quantity.Number(a.Threads.Min, 0)+" in")
		}
		if len(says) > 0 {
			out = append(out, Field{a.Name, strings.Join(says, ", ")})
		}
	}
	if run.Sheet.Line.Bends > 0 {
		out = append(out, Field{"bends", quantity.Number(run.Sheet.Line.Bends, 0) + "° in all"})
	}
	for i := range run.Sheet.Points {
		p := &run.Sheet.Points[i]
		if t := run.Latest(p.ID, ""); t != nil {
			says := spell.Reading(p, t.Value)
			if band, ok := p.Limits(); ok {
				says += ", wanted " + spell.Between(p, band.Min, band.Max)
			}
			out = append(out, Field{p.Name, says})
		}
	}
	for _, l := range run.Sheet.LostMotion {
		if lost := run.Lost(l); lost != nil {
			out = append(out, Field{l.Name, spell.Figure(quantity.Length, lost.Lost) + " of " + spell.Figure(quantity.Length, l.Limit) + " allowed"})
		}
	}
	return out
}

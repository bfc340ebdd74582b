package run

import (
	"slices"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Order is what to order when the run stops: the part, and what its maker or the stores ask
// for, as measured here.
type Order struct {
	About   About          `json:"about"`             // the decision it goes with
	Part    string         `json:"part"`              // what is to be renewed or mended
	Why     string         `json:"why"`               // the finding
	Against *sheet.Against `json:"against,omitempty"` // which windows contradict each other, and what would cure it
	Lines   []Field        `json:"lines"`
	Prepare []string       `json:"prepare"` // of a new cable, before it is fitted
}

// order is the slip that goes with an argued repair, nil where none is argued.
func (st State) order(a Advice) *Order {
	i := slices.IndexFunc(a.Choices, func(c Choice) bool { return c.Choice == ChoiceRepair || c.Choice == ChoiceRepaired })
	if i < 0 || st.Sheet == nil {
		return nil
	}
	o := &Order{About: a.Choices[i].About, Why: a.Finding, Lines: []Field{}, Prepare: []string{}}
	id := o.About.ID
	switch o.About.Question {
	case AboutWorn, AboutStands:
		o.Part = st.Sheet.Point(id).Stop
	case AboutCheck:
		if c := st.Sheet.Check(id); c != nil {
			if answer := c.Answer(st.Checks[id].Answer); answer != nil {
				o.Part = answer.PointsTo
			}
		}
	case AboutHand:
		o.Part = st.Sheet.Setting(id).Trial.PointsTo
	case AboutReach:
		o.Against = st.against()
		for _, a := range st.Sheet.Adjusters {
			if _, stuck := st.Stuck[a.ID]; stuck {
				o.Part = "the " + a.Name + ": free it, or another one"
				break
			}
		}
		if o.Part == "" && o.Against != nil && len(o.Against.Cures) > 0 {
			o.Part, _, _ = strings.Cut(o.Against.Cures[0], ":")
		}
	}
	if o.Part == "" {
		o.Part = "another " + strings.TrimPrefix(st.Sheet.Cable, "the ")
		o.Prepare = append(o.Prepare, st.Sheet.Prepare...)
	}
	o.Part = strings.TrimSuffix(o.Part, ".")
	o.Lines = st.orderLines()
	return o
}

// Fitted is the rig of the sheet fitted to what was read last, and turned since, in the air it
// was read in; ok is false when nothing that tells of it was read.
func (st State) Fitted() (f sheet.Fitted, ok bool) {
	if st.Sheet == nil {
		return f, false
	}
	shows := map[string]float64{}
	for _, p := range st.Sheet.Points {
		t := st.latest(p.ID, "")
		if t == nil {
			continue
		}
		v := t.Value
		if aim := st.aim(p.ID); aim.Now != nil && aim.Limited {
			v = aim.Judge.Value
		}
		for i := range st.Sheet.Adjusters { // and what was turned since
			if in := st.Sheet.InfluenceOf(st.Sheet.Adjusters[i].ID, p.ID); in != nil {
				v += in.PerTurn * st.netSince(st.Sheet.Adjusters[i].ID, t)
			}
		}
		shows[p.ID] = v
	}
	in, err := st.Sheet.Around(st.Around())
	if err != nil {
		return f, false // beyond a chart nothing is known
	}
	return in.Fit(shows)
}

// Around is what was read last of what charts lie over, by the rig's names.
func (st State) Around() map[string]float64 {
	out := map[string]float64{}
	for _, c := range st.Sheet.Charts {
		if t := st.latest(c.Reads, ""); t != nil && c.At != "" {
			out[c.At] = t.Value
		}
	}
	return out
}

// against asks the fitted rig why no setting serves.
func (st State) against() *sheet.Against {
	f, ok := st.Fitted()
	if !ok {
		return nil
	}
	in, err := st.Sheet.Around(st.Around())
	if err != nil {
		return nil
	}
	return in.Against(f, st.stuck)
}

// orderLines are the unit, the chain, the threads and bends, and what was read last.
func (st State) orderLines() (out []Field) {
	if i := st.Identity; i != nil && !st.Own {
		unit := i.Serial + ", " + i.Hand + " hand"
		if i.Variant != "" {
			unit += ", " + i.Variant
		}
		out = append(out, Field{st.Sheet.Applies.Unit, unit}, Field{"sheet", i.Name})
	}
	for _, part := range st.Sheet.Chain {
		out = append(out, Field{part.Role, part.Name})
	}
	for _, a := range st.Sheet.Adjusters {
		var says []string
		if a.Pitch > 0 {
			says = append(says, "pitch "+withUnit(quantity.Number(a.Pitch, 2), "mm"))
		}
		if a.Threads != nil {
			says = append(says, "thread "+quantity.Number(a.Threads.Max, 0)+" turns, at least "+quantity.Number(a.Threads.Min, 0)+" in")
		}
		if len(says) > 0 {
			out = append(out, Field{a.Name, strings.Join(says, ", ")})
		}
	}
	if st.Sheet.Line.Bends > 0 {
		out = append(out, Field{"bends", quantity.Number(st.Sheet.Line.Bends, 0) + "° in all"})
	}
	for i := range st.Sheet.Points {
		p := &st.Sheet.Points[i]
		if t := st.latest(p.ID, ""); t != nil {
			says := reads(p, t.Value)
			if band, ok := p.Limits(); ok {
				says += ", wanted " + quantity.Number(band.Min, 1) + " to " + text(p.Quantity, band.Max)
			}
			out = append(out, Field{p.Name, says})
		}
	}
	for _, l := range st.Sheet.LostMotion {
		if lost := st.Lost(l); lost != nil {
			out = append(out, Field{l.Name, text(quantity.Length, lost.Lost) + " of " + text(quantity.Length, l.Limit) + " allowed"})
		}
	}
	return out
}

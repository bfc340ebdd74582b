package run

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Preview is a sheet drawn: its line and the rule of every limit, nothing read yet.
type Preview struct {
	Line  *Line  `json:"line,omitempty"`
	Rules []Rule `json:"rules"`
}

// Draw previews a sheet, also one that is still being written.
func Draw(s *sheet.Sheet) Preview {
	p := Preview{Rules: []Rule{}}
	for i := range s.Points {
		if one := &s.Points[i]; one.Target != nil {
			p.Rules = append(p.Rules, sheetRule(s, one))
		}
	}
	for _, l := range s.LostMotion {
		if l.Limit > 0 {
			p.Rules = append(
				p.Rules,
				Rule{
					ID:      l.ID,
					Name:    l.Name,
					Unit:    "mm",
					Max:     l.Limit,
					To:      l.Limit * 1.5,
					Tick:    1,
					TickSay: "one tick is 1 mm",
					Marks:   []Mark{},
					Words:   fmt.Sprintf("%s: at most %s", l.Name, text(quantity.Length, l.Limit)),
				},
			)
		}
	}
	if len(s.Line.Positions) == 0 {
		return p
	}
	l := &Line{
		Control:   s.Line.Control,
		Positions: s.Line.Positions,
		Bends:     quantity.Number(s.Line.Bends, 0) + "° of bend",
		Anchor:    s.Line.Anchor,
		Works:     s.Line.Works,
		Threads:   0.5,
		States:    []LineState{},
	}
	if s.Line.Bends == 0 {
		l.Bends = ""
	}
	if a, point, _ := s.Setting(); a != nil {
		l.Barrel, l.Pinned, l.Between, l.Position = a.Name, a.MeasureOnly, point.Name, point.Position
		l.Of = ""
		if point.Quantity == quantity.Length {
			l.Of = text(point.Quantity, *point.Target)
		}
		for _, id := range point.States {
			if st := s.State(id); st != nil {
				l.States = append(l.States, LineState{st.Name, false})
			}
		}
	} else if len(s.Adjusters) > 0 {
		l.Barrel = s.Adjusters[0].Name
	}
	p.Line = l
	return p
}

func sheetRule(s *sheet.Sheet, p *sheet.Point) Rule {
	lo, hi := *p.Target-p.Minus, *p.Target+p.Plus
	unit := p.Quantity.Unit()
	if p.Quantity == quantity.Count {
		unit = ""
	}
	r := Rule{ID: p.ID, Name: p.Name, Unit: unit, Min: lo, Max: hi, Marks: []Mark{}, Tick: math.Max((hi-lo)/4, 0.05), TickSay: "",
		Words: fmt.Sprintf("%s: window %s to %s %s", p.Name, quantity.Number(lo, 2), quantity.Number(hi, 2), unit)}
	for _, in := range s.Influence {
		if a := s.Adjuster(in.Adjuster); a != nil && in.Point == p.ID && in.PerTurn != 0 && r.TickSay == "" {
			step := a.Step
			if step == 0 {
				step = 0.5
			}
			what := a.Notch
			if a.Threaded() {
				what = quantity.Turns(step) + " turn"
			}
			r.Tick, r.TickSay = math.Abs(in.PerTurn)*step, "one tick is "+what+" of the "+a.Name
		}
	}
	room := math.Max(3*r.Tick, (hi-lo)*0.6)
	r.From, r.To = lo-room, hi+room
	for (r.To-r.From)/r.Tick > 60 {
		r.Tick *= 5
		r.TickSay = ""
	}
	if r.TickSay == "" {
		r.TickSay = "one tick is " + quantity.Number(r.Tick, 2) + " " + unit
	}
	return r
}

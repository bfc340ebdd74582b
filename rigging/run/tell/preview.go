package tell

import (
	"fmt"
	"math"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Preview is a sheet drawn: its line and the rule of every limit, nothing read yet.
type Preview struct {
	Line  *Line  `json:"line,omitempty"`
	Rules []Rule `json:"rules"`

	Picture *picture.Scene `json:"picture,omitempty"` // of a sheet that is whole and has a rig
}

// drawable is above every figure that is let in; a draft may hold larger ones.
const drawable = 1e9

// Draw previews a sheet, also one that is still being written.
func Draw(s *sheet.Sheet) Preview {
	p := Preview{Rules: []Rule{}}
	for i := range s.Points {
		if one := &s.Points[i]; one.Target != nil && math.Abs(*one.Target)+one.Minus+one.Plus < drawable {
			p.Rules = append(p.Rules, sheetRule(s, one))
		}
	}
	for _, l := range s.LostMotion {
		if l.Limit > 0 && l.Limit < drawable {
			r := lostRule(l)
			r.Words = fmt.Sprintf("%s: at most %s", l.Name, spell.Figure(quantity.Length, l.Limit))
			p.Rules = append(p.Rules, r)
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
	if a, point, _ := s.Lead(); a != nil {
		l.Barrel, l.Pinned, l.Between, l.Position = a.Name, a.MeasureOnly, point.Name, point.Position
		l.Of = ""
		if point.Quantity == quantity.Length && point.Signed == nil {
			l.Of = spell.Figure(point.Quantity, *point.Target)
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

// RuleOf is the window of a point with a value as it was and as it would be.
func RuleOf(s *sheet.Sheet, p *sheet.Point, before, now float64) Rule {
	r := sheetRule(s, p)
	side := func(v float64) string {
		if p.Signed == nil {
			return figure(v, "")
		}
		return figure(v, spell.Side(p, v))
	}
	room := (r.Max - r.Min) / 4
	if math.Abs(now-before) > 1e-9 {
		r.Marks = append(r.Marks, Mark{"found", before, "before " + side(before)})
		r.stretch(before, room)
	}
	r.Marks = append(r.Marks, Mark{"left", now, "now " + side(now)})
	r.stretch(now, room)
	step, what := stepOf(s, p)
	r.scale(step)
	r.tickSay(step, what)
	r.Verdict = lead.In
	if now < r.Min-1e-9 || now > r.Max+1e-9 {
		r.Verdict = lead.Out
	}
	r.Words = fmt.Sprintf("%s: now %s, window %s to %s %s, %s", p.Name, side(now), quantity.Number(r.Min, 1), quantity.Number(r.Max, 1),
		r.Unit, verdictWords[r.Verdict])
	return r
}

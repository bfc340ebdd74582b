package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// stilled is what the Bench's sum of hunting makes of a surface that does not come to rest: the gap that is to open first, and
// what is said of it. told is false where nobody read how far it runs on, or a gap is not known; turn is nil where no gap
// inside its window lets it rest.
func (run *Lead) stilled(c *sheet.Check, answer record.Answered) (turn *Turn, says string, told bool) {
	h := c.Hunting
	if h == nil {
		return nil, "", false
	}
	i := slices.IndexFunc(answer.Figures, func(f record.FigureRead) bool { return f.Figure == h.Coast })
	if i < 0 {
		return nil, "", false
	}
	gaps := [2]*Aim{run.Aim(h.Extend), run.Aim(h.Retract)}
	if gaps[0].Now == nil || gaps[1].Now == nil {
		return nil, "", false
	}
	out, err := calc.Hunting(calc.HuntingInput{Coast: answer.Figures[i].Value, Differential: h.Differential, Tolerance: h.Tolerance,
		OperateExtend: &gaps[0].Judge.Value, OperateRetract: &gaps[1].Judge.Value})
	if err != nil {
		return nil, "", false
	}
	coasts := spell.Figure(quantity.Angle, answer.Figures[i].Value)
	least := math.Inf(1)
	if out.OperateMin != nil {
		least = *out.OperateMin
	}
	for _, g := range gaps {
		if least > g.Band.Max {
			return nil, fmt.Sprintf("It runs on by %s: no gap inside its window lets it rest. The motor’s brake first.", coasts), true
		}
	}
	says = fmt.Sprintf("It runs on by %s, so each switch wants %s at least.", coasts, spell.Sized(quantity.Angle, math.Ceil(least*100)/100, true))
	if gaps[0].Judge.Value > gaps[1].Judge.Value {
		gaps[0], gaps[1] = gaps[1], gaps[0] // the closer one first
	}
	for _, g := range gaps {
		if g.Judge.Value < least {
			if turn = run.opens(g, least); turn != nil {
				return turn, says, true
			}
		}
	}
	return nil, says + " Both gaps have that: look for a switch that sticks, or play between surface and switch.", true
}

// opens is the turn of whatever sets a gap that takes it to a size, nil where nothing does within its window.
func (run *Lead) opens(g *Aim, to float64) *Turn {
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		in := run.Sheet.InfluenceOf(a.ID, g.Point.ID)
		if in == nil || in.PerTurn == 0 || a.MeasureOnly {
			continue
		}
		step := a.LeastTurn()
		turns := math.Ceil((to-g.Judge.Value)/(math.Abs(in.PerTurn)*step)-1e-9) * step
		way := "out"
		if in.PerTurn < 0 {
			way = "in"
		}
		if g.Judge.Value+turns*math.Abs(in.PerTurn) > g.Band.Max || run.goesNo(a, way) {
			continue
		}
		return run.curing(a, turns, way)
	}
	return nil
}

package lead

import (
	"fmt"
	"math"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// An adjuster that does not do as the sum says is stuck – then it is freed, never forced – or at its end, which is a
// diagnosis and never another turn the same way.

// wontTurn is said with the move again, the first time it would not turn.
const wontTurn = "It would not turn. Free it first: forcing it twists the cable. A seized thread is a new part."

// diagnosis is what an end says.
const diagnosis = "That is a diagnosis: worn or stretched, the wrong part, or the far fitting moved. Not a few more turns."

// ends is the end of an adjuster that was come upon and stops so many turns that way.
func (run *Lead) ends(a *sheet.Adjuster, way string, turns float64) (end record.Halted, room float64, stops bool) {
	end, room, known := run.EndOf(a.ID, way)
	return end, room, known && max(turns, a.LeastTurn()) > room+1e-9
}

// seized tells whether an adjuster would not turn that way though it was to be freed.
func (run *Lead) seized(a *sheet.Adjuster, way string) bool {
	return run.WontTurn(a.ID, way) && run.Stuck[a.ID].Times > 1
}

// goesNo tells whether an adjuster goes no step further that way: at its end, or stuck.
func (run *Lead) goesNo(a *sheet.Adjuster, way string) bool {
	_, _, stops := run.ends(a, way, a.LeastTurn())
	return stops || run.WontTurn(a.ID, way)
}

// halted is what there is to do instead of a turn that the adjuster will not make: nothing, nil, where it may. now says
// how it stands.
func (run *Lead) halted(s *Setting, turn *Turn, now string) *Advice {
	a := run.Sheet.Adjuster(turn.Adjuster)
	if end, room, stops := run.ends(a, turn.Way, turn.Turns); stops {
		out := run.atEnd(s, a, turn, end, room, now)
		return &out
	}
	if run.seized(a, turn.Way) {
		out := run.cannotReach(s, fmt.Sprintf("%s The %s would not turn, %d times: it is seized.", now, a.Name, run.Stuck[a.ID].Times))
		out.More = append(out.More, "Free it, or renew it: forcing it twists the cable.")
		return &out
	}
	return nil
}

// atEnd tells what an adjuster at its end means; where another end has the room, it is turned.
func (run *Lead) atEnd(s *Setting, a *sheet.Adjuster, turn *Turn, end record.Halted, room float64, now string) Advice {
	finding := fmt.Sprintf("%s The %s is at its end, %s", now, a.Name, turn.WaySays)
	if end.Showing != "" {
		finding += ", " + spell.Counted(end.Unit, end.Value) + " showing"
	}
	if turn.Turns > room+1e-9 && !turn.Until {
		finding += fmt.Sprintf("; %s more would be wanted", spell.Counted(spell.Notch(a), turn.Turns-room))
	}
	return run.noRoom(s, a, turn.Way, room, finding+".")
}

// noRoom says what is to be done where an adjuster has not the room that is wanted: where another end has, that is turned;
// else it is a diagnosis, with what the rest would buy.
func (run *Lead) noRoom(s *Setting, a *sheet.Adjuster, way string, room float64, finding string) Advice {
	if other := run.otherEnd(s, a); other != nil {
		return Advice{Do: DoMove, Move: other, Caution: run.hands(), Finding: finding,
			Say:  Say(Plain("The other end has room. Turn the "+other.Name+" "), Piece{other.Text + " " + other.WaySays, "turn"}, Plain(".")),
			More: []string{seen(other) + ". It should then measure " + spell.Reading(s.Point, other.After) + "."}}
	}
	out := run.cannotReach(s, finding)
	if f := run.filler(s); f != "" {
		out.More = append(out.More, f)
	}
	if last := math.Floor(room/a.LeastTurn()+1e-9) * a.LeastTurn(); last > 0 && s.Single() && s.Now != nil {
		by := last
		if way == "in" {
			by = -last
		}
		out.More = append(out.More, fmt.Sprintf("What is left, %s, would bring it to %s.", spell.Counted(spell.Notch(a), last),
			spell.Reading(s.Point, s.Judge.Value+by*s.PerTurn)))
	}
	out.More = append(out.More, diagnosis)
	return out
}

// otherEnd is the turn of another adjuster of the sheet that brings the reading of a setting inside, nil where none does:
// none that is stuck, has not so much room, or is set by something that would not stand it.
func (run *Lead) otherEnd(s *Setting, but *sheet.Adjuster) *Turn {
	if !s.Single() || s.Now == nil {
		return nil
	}
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		in := run.Sheet.InfluenceOf(a.ID, s.Point.ID)
		of := run.turnedIn(a.ID)
		if a.ID == but.ID || a.MeasureOnly || in == nil || in.PerTurn == 0 || of == nil || of.Of.Method != sheet.MethodMeasured {
			continue
		}
		ask := calc.AdjusterInput{Now: s.Judge.Value, Target: s.Point.Target, Minus: &s.Point.Minus, Plus: &s.Point.Plus,
			Pitch: math.Abs(in.PerTurn), Step: a.Step, Lengthens: "out"}
		if in.PerTurn < 0 {
			ask.Lengthens = "in"
		}
		out, err := calc.Adjuster(ask)
		if err != nil || out.Turns == 0 || out.LimitedBy != nil {
			continue
		}
		t := &Turned{Adjuster: a, Threads: run.engaged(a)}
		low, high := run.reach(t, 0)
		if out.Direction == "out" && out.Turns > high+1e-9 || out.Direction == "in" && out.Turns > -low+1e-9 || run.WontTurn(a.ID, out.Direction) ||
			!of.stands(run.Sheet, a, out.Turns, out.Direction, s.Point) {
			continue
		}
		turn := turnOf(of, a, out.Turns, out.Direction)
		turn.After = out.After
		return turn
	}
	return nil
}

// stands tells whether a setting keeps what it reads inside its limits, but for one point, when its adjuster is turned so
// far, and tries nothing by it.
func (s *Setting) stands(of *sheet.Sheet, a *sheet.Adjuster, turns float64, way string, but *sheet.Point) bool {
	if way == "in" {
		turns = -turns
	}
	for _, aim := range s.Aims {
		in := of.InfluenceOf(a.ID, aim.Point.ID)
		if !aim.Limited || aim.Point.ID == but.ID || in == nil {
			continue
		}
		if v := aim.Judge.Value + turns*in.PerTurn; aim.Now == nil || v < aim.Band.Min || v > aim.Band.Max {
			return false
		}
	}
	return len(s.Of.Checks) == 0
}

// turnedIn is the first setting that turns an adjuster.
func (run *Lead) turnedIn(adjuster string) *Setting {
	for _, s := range run.settings {
		for _, t := range s.Turned {
			if t.Adjuster.ID == adjuster {
				return s
			}
		}
	}
	return nil
}

// engaged is how many threads of an adjuster are in now, nil where nobody counted them.
func (run *Lead) engaged(a *sheet.Adjuster) *float64 {
	if a.Threads == nil {
		return nil
	}
	r := run.Latest(a.Threads.Point, "")
	if r == nil {
		return nil
	}
	left := r.Value - run.NetSince(a.ID, r) // outward takes thread out
	return &left
}

// reach is how far it may be turned from where it stood before it was turned by so much: as far
// as its thread goes, else as far as its whole range is wide, and never beyond an end that was come upon.
func (run *Lead) reach(t *Turned, made float64) (in, out float64) {
	a := t.Adjuster
	width := 20 * a.LeastTurn()
	if a.Range != nil {
		width = a.Range.Max - a.Range.Min
	}
	in, out = -width, width
	if a.Threads != nil && t.Threads != nil {
		then := *t.Threads + made // outward takes thread out
		in, out = min(0, then-a.Threads.Max), max(0, then-a.Threads.Min)
	}
	if _, room, known := run.EndOf(a.ID, "in"); known {
		in = max(in, min(0, made-room))
	}
	if _, room, known := run.EndOf(a.ID, "out"); known {
		out = min(out, max(0, made+room))
	}
	return in, out
}

// haltSays is why the windows can not be met together where an adjuster does not turn; "" where all do.
func (run *Lead) haltSays(s *Setting, p *Plan) string {
	a := p.Aims[p.Out.Binding]
	best := fmt.Sprintf("the %s would at best read %s; the sheet wants %s.", a.Point.Name,
		spell.Reading(a.Point, p.Out.Predicted[p.Out.Binding]), spell.Between(a.Point, a.Band.Min, a.Band.Max))
	for _, t := range s.Turned {
		if _, stuck := run.Stuck[t.Adjuster.ID]; stuck {
			return fmt.Sprintf("With the %s as far as it turns, %s Free it, or renew it.", t.Adjuster.Name, best)
		}
		for _, way := range []string{"in", "out"} {
			if _, room, known := run.EndOf(t.Adjuster.ID, way); known && room < t.step() {
				return fmt.Sprintf("With the %s at its end, %s %s", t.Adjuster.Name, best, diagnosis)
			}
		}
	}
	return ""
}

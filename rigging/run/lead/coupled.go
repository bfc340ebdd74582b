package lead

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/lattice"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Plan is a move of several adjusters at once: worked out from one round of readings, and
// ticked off one by one.
type Plan struct {
	turns []Turn
	Out   calc.CoupledOutput
	Aims  []*Aim // what Predicted tells of
	clamp bool   // some reading says only "at most"
	vain  bool   // farther than the sums say, for the last turns did nothing
}

// Left are the turns that are not made yet.
func (p *Plan) Left() []Turn {
	return slices.DeleteFunc(slices.Clone(p.turns), func(t Turn) bool { return t.Done })
}

// Plan is what is to be turned by the last round of readings, nil where nothing is or where
// they are to be read again first.
func (run *Lead) Plan(s *Setting) *Plan { return run.plans[s.Of.ID] }

func (run *Lead) plan(s *Setting) *Plan {
	if s.Single() || len(s.Turned) == 0 {
		return nil
	}
	values, after, ok := run.round(s)
	if !ok {
		return nil
	}
	out := run.solveAll(s, values, after)
	if out == nil {
		return nil
	}
	if len(s.Turned) == 1 && len(out.turns) == 1 {
		run.goFarther(s, out, values)
	}
	for i, t := range out.turns {
		out.turns[i].Done = slices.ContainsFunc(after, func(m record.Moved) bool { return m.Adjuster == t.Adjuster })
	}
	return out
}

// goFarther sizes the move of the only adjuster so that it leaves a clamp.
func (run *Lead) goFarther(s *Setting, p *Plan, values map[string]Judgement) {
	turn := &p.turns[0]
	far := turn.Turns
	for _, a := range p.Aims {
		if values[a.Point.ID].Wrong() {
			far = math.Max(far, run.farther(s, a.Point, turn.Turns, turn.Way))
		}
	}
	if far > turn.Turns {
		p.turns[0], p.vain = *turnOf(s, s.Adjuster, far, turn.Way), true
	}
}

// round is the newest reading of every point with limits, when no move came between them that
// changes one read before it, and the moves made since; ok is false when there is nothing to put right, or when they tell
// nothing together.
func (run *Lead) round(s *Setting) (values map[string]Judgement, after []record.Moved, ok bool) {
	values = map[string]Judgement{}
	from, to, wrong, read := math.MaxInt, 0, false, map[string]int{}
	for _, a := range s.Aims {
		if !a.Limited {
			continue
		}
		t := run.Latest(a.Point.ID, "")
		if t == nil || t.Stage == record.First || run.Outlived(t) {
			return nil, nil, false
		}
		from, to, read[a.Point.ID] = min(from, t.Epoch), max(to, t.Epoch), t.Epoch
		j := run.judge(a.Point, t)
		_, left := run.Deviations[a.Point.ID]
		wrong = wrong || j.Wrong() && !left
		values[a.Point.ID] = j
	}
	for i := len(run.Moves) - 1; i >= 0 && run.Moves[i].Epoch > from; i-- {
		m := run.Moves[i]
		touched := slices.ContainsFunc(s.Aims, func(a *Aim) bool {
			return a.Limited && read[a.Point.ID] < m.Epoch && run.Touches(m, a.Point.ID)
		})
		switch {
		case !touched:
		case m.Epoch <= to || !slices.Contains(s.Of.Adjusters, m.Adjuster):
			return nil, nil, false
		default:
			after = append(after, m)
		}
	}
	return values, after, wrong
}

// solveAll is the least turning that puts every reading inside, from where all stood when it
// was read: what was turned after that is part of it.
func (run *Lead) solveAll(s *Setting, values map[string]Judgement, after []record.Moved) *Plan {
	p := &Plan{}
	in := calc.CoupledInput{}
	var turned []*Turned
	var kept []calc.CoupledReading // the same, with room for what locking moves
	for _, t := range s.Turned {
		made := turnedSince(after, t.Adjuster.ID)
		lo, hi := run.reach(t, made)
		if run.WontTurn(t.Adjuster.ID, "in") {
			lo = min(0, made)
		}
		if run.WontTurn(t.Adjuster.ID, "out") {
			hi = max(0, made)
		}
		if lo == hi || t.Adjuster.MeasureOnly {
			continue
		}
		turned = append(turned, t)
		in.Adjusters = append(in.Adjusters, calc.CoupledAdjuster{ID: t.Adjuster.ID, Step: t.step(), Min: lo, Max: hi})
	}
	for _, a := range s.Aims {
		if !a.Limited {
			continue
		}
		band, met := run.reachable(a, turned)
		if !met {
			continue
		}
		v := values[a.Point.ID].Value
		if run.clamped(a.Point, v, values[a.Point.ID].Doubt) {
			p.clamp = true
			if !values[a.Point.ID].Wrong() {
				continue // it says only "at most": the next reading tells
			}
		}
		in.Readings = append(in.Readings, calc.CoupledReading{ID: a.Point.ID, Now: v, Min: band.Min, Max: band.Max})
		kept = append(kept, roomFor(in.Readings[len(in.Readings)-1], run.lockDrift(a.Point.ID), bottomless(a.Point, band.Min)))
		row := make([]float64, len(turned))
		for j, t := range turned {
			if one := run.Sheet.InfluenceOf(t.Adjuster.ID, a.Point.ID); one != nil {
				row[j] = one.PerTurn * t.Gain
			}
		}
		in.Influence = append(in.Influence, row)
		p.Aims = append(p.Aims, a)
	}
	if len(in.Adjusters) == 0 {
		return nil
	}
	if out, err := calc.Coupled(calc.CoupledInput{Adjusters: in.Adjusters, Readings: kept, Influence: in.Influence}); err == nil && out.AllIn {
		in.Readings = kept
	}
	out, err := calc.Coupled(in)
	if err != nil {
		return nil
	}
	if two, ok := bothEnds(in, turned, after); ok {
		out = two
	} else if one, ok := handyEnd(in, turned, after); ok {
		out = one
	}
	if even, ok := evened(in, s.Of.Alike); ok && out.AllIn && !p.clamp {
		out = even
	}
	p.Out = out
	for j, by := range out.Moves {
		if by == 0 {
			continue
		}
		direction := "out"
		if by < 0 {
			direction = "in"
		}
		p.turns = append(p.turns, *turnOf(s, turned[j].Adjuster, math.Abs(by), direction))
	}
	return p
}

// bottomless tells of a window whose lower end nothing can pass: no gap and no angle without sides reads below nothing.
func bottomless(p *sheet.Point, least float64) bool {
	return p.Signed == nil && p.Quantity != quantity.Temperature && least <= 0
}

// reachable is the window of a reading as whole steps can meet it: one of no width is met by the step
// that comes nearest. met is false where nothing that turns moves the reading at all.
func (run *Lead) reachable(a *Aim, turned []*Turned) (band calc.Band, met bool) {
	band = a.Band
	if band.Max > band.Min {
		return band, true
	}
	finest := math.Inf(1)
	for _, t := range turned {
		if one := run.Sheet.InfluenceOf(t.Adjuster.ID, a.Point.ID); one != nil && one.PerTurn != 0 {
			finest = math.Min(finest, math.Abs(one.PerTurn)*t.step())
		}
	}
	return calc.Band{Min: band.Min - finest/2, Max: band.Max + finest/2}, !math.IsInf(finest, 0)
}

func (t *Turned) step() float64 { return t.Adjuster.LeastTurn() }

// coupled asks for the turns that put all right, one by one.
func (run *Lead) coupled(s *Setting) Advice {
	if run.Decisions[record.AboutResponse.Of("")].Choice != record.ChoiceGoOn {
		if how, of := run.astrayRound(s); how != "" {
			return run.argueResponse(how, run.standsSay(s)+" The last turns do not explain it.", of)
		}
		for _, t := range s.Turned {
			if t.Gain < leastGain {
				return run.argueResponse(calc.NoResponse, "The "+t.Adjuster.Name+" did less than a fifth of what its turns should do.", run.turnsIn(s))
			}
		}
	}
	p := run.Plan(s)
	if p == nil {
		return run.cannotReach(s, run.standsSay(s)+" Nothing that can be turned here moves it.")
	}
	left := p.Left()
	if len(left) == 0 || !run.mayYet(s, p) {
		return run.cannotReach(s, run.standsSay(s)+" "+run.contradiction(s, p))
	}
	a := Advice{Do: DoMove, Move: &left[0], Plan: p.turns, Caution: run.hands()}
	a.Say = Say(Plain("Turn the "))
	for i, t := range p.turns {
		switch {
		case i > 0 && i == len(p.turns)-1:
			a.Say = append(a.Say, Plain(" and the "))
		case i > 0:
			a.Say = append(a.Say, Plain(", the "))
		}
		a.Say = append(a.Say, Plain(called(t.Name)+" "), Piece{t.Text + " " + t.WaySays, "turn"})
	}
	a.Say = append(a.Say, Plain("."))
	if p.vain {
		a.More = append(a.More, spell.Upper(left[0].Name)+": "+spell.Lower(seen(&left[0]))+".", inVain)
		return a
	}
	var should []string
	for i, aim := range p.Aims {
		v := p.Out.Predicted[i]
		if aim.Point.Signed == nil {
			v = max(0, v)
		}
		should = append(should, aim.Point.Name+" "+spell.Reading(aim.Point, RoundIn(v, aim.Band)))
	}
	a.More = append(a.More, "Then it should read: "+strings.Join(should, "; ")+".",
		spell.Upper(left[0].Name)+": "+spell.Lower(seen(&left[0]))+".")
	return a
}

// RoundIn rounds what is only reckoned to about a tenth of its window.
func RoundIn(v float64, band calc.Band) float64 {
	step := math.Pow(10, math.Floor(math.Log10((band.Max-band.Min)/10)+1e-9))
	if !(step > 0) || math.IsInf(step, 0) {
		return v
	}
	return math.Round(v/step)*step + 0
}

// leastGain is the part of what the book says below which an adjuster does not answer.
const leastGain = 0.2

// mayYet tells whether turning on is worth it: the sums run straight and the rig may not, so
// what they find no setting for may still come in; after some rounds it will not.
func (run *Lead) mayYet(s *Setting, p *Plan) bool {
	rounds, epoch := 0, -1
	for _, i := range run.ByPoint[s.Point.ID] {
		if t := run.Readings[i]; !t.Old && t.Epoch > epoch {
			rounds, epoch = rounds+1, t.Epoch
		}
	}
	switch {
	case p.Out.TotalTurns == 0 || run.farShort(s, p):
		return false
	case p.Out.AllIn:
		return rounds < 16
	case p.clamp:
		return rounds < 10 // what says only "at most" tells little at a time
	}
	return rounds < 4
}

// farShort tells whether all that turns together can not bring in what lies outside, before anybody turned: by more than a
// lively lever would make up for.
func (run *Lead) farShort(s *Setting, p *Plan) bool {
	if p.Out.AllIn || p.clamp || p.Out.Binding >= len(p.Aims) || run.MovedIn(s.Of) != nil {
		return false
	}
	a := p.Aims[p.Out.Binding]
	after := p.Out.Predicted[p.Out.Binding]
	short := math.Max(a.Band.Min-after, after-a.Band.Max)
	return short > a.Judge.Doubt+(mostGain-1)*math.Abs(after-a.Judge.Value) && short > (a.Band.Max-a.Band.Min)/2 && !run.rigServes()
}

// rigServes tells whether the rig of the sheet, fitted to what was read, has a setting that serves: sums run straight, and
// far from where all is right the rig does not.
func (run *Lead) rigServes() bool {
	f, ok := run.Fitted()
	if !ok {
		return false
	}
	in, err := run.Sheet.Around(run.Around())
	if err != nil {
		return false
	}
	put, ok := in.Possible(f, run.WontTurn)
	return ok && put.Against == nil
}

func (run *Lead) contradiction(s *Setting, p *Plan) string {
	if p.Out.Binding >= len(p.Aims) {
		return "The windows contradict each other: look for wear, a wrong part, or the wrong sheet."
	}
	a := p.Aims[p.Out.Binding]
	if says := run.haltSays(s, p); says != "" {
		return says
	}
	return fmt.Sprintf("At best the %s would read %s; the sheet wants %s. "+
		"The windows contradict each other: look for wear, a wrong part, or the wrong sheet.", a.Point.Name,
		spell.Reading(a.Point, p.Out.Predicted[p.Out.Binding]), spell.Between(a.Point, a.Band.Min, a.Band.Max))
}

// standsSay says what lies outside.
func (run *Lead) standsSay(s *Setting) string {
	var out []string
	for _, a := range s.Aims {
		if a.Wrong() {
			out = append(out, fmt.Sprintf("the %s reads %s, wanted %s", a.Point.Name, spell.Reading(a.Point, a.Judge.Value),
				spell.Between(a.Point, a.Band.Min, a.Band.Max)))
		}
	}
	return spell.Upper(strings.Join(out, "; ")) + "."
}

// learn finds what each adjuster did of what the book says, from all rounds of readings with
// moves between them: least squares, held toward 1 where the readings tell little.
func (run *Lead) learn(s *Setting) {
	n := len(s.Turned)
	if s.Single() || n == 0 {
		return
	}
	a, b := make([][]float64, n), make([]float64, n)
	for i := range a {
		a[i] = make([]float64, n)
		a[i][i], b[i] = 1/(prior*prior), 1/(prior*prior)
	}
	told := false
	for _, aim := range s.Aims {
		if aim.Limited && run.learnFrom(s, aim.Point, a, b) {
			told = true
		}
	}
	if !told {
		return
	}
	for i, g := range lattice.SolveLinear(a, b) {
		s.Turned[i].Gain = math.Min(math.Max(g, 0.05), 3)
	}
}

// mostLearnt is from how many readings of a point it is learnt: older ones tell of another
// grip, and a long run must not cost more each time.
const mostLearnt = 16

// prior is how far a gain usually lies from 1.
const prior = 0.35

func (run *Lead) learnFrom(s *Setting, p *sheet.Point, a [][]float64, b []float64) (told bool) {
	var before *record.Taken
	of := run.ByPoint[p.ID]
	for _, i := range of[max(0, len(of)-mostLearnt):] {
		t := &run.Readings[i]
		if !t.Judged() || t.Stage == record.First {
			continue
		}
		was := before
		before = t
		if was == nil || was.Epoch == t.Epoch || run.othersThan(s, p.ID, was, t) || run.clampedWith(s, was) || run.clampedWith(s, t) {
			continue
		}
		x, book := make([]float64, len(s.Turned)), 0.0
		for j, turned := range s.Turned {
			if in := run.Sheet.InfluenceOf(turned.Adjuster.ID, p.ID); in != nil {
				x[j] = in.PerTurn * (run.NetSince(turned.Adjuster.ID, was) - run.NetSince(turned.Adjuster.ID, t))
				book += math.Abs(x[j])
			}
		}
		if book == 0 || math.Abs(t.Value-was.Value) > mostResponse*book+was.Doubt+t.Doubt {
			continue
		}
		told = true
		noise := max(was.Doubt+t.Doubt, 0.1*book, 1e-6)
		for i := range x {
			for j := range x {
				a[i][j] += x[i] * x[j] / (noise * noise)
			}
			b[i] += x[i] * (t.Value - was.Value) / (noise * noise)
		}
	}
	return told
}

// clampedWith tells whether another reading of the setting, taken with this one, says only "at
// most": a slack cable moves nothing.
func (run *Lead) clampedWith(s *Setting, t *record.Taken) bool {
	for _, a := range s.Aims {
		of := run.ByPoint[a.Point.ID]
		for i := len(of) - 1; i >= 0 && a.Limited; i-- {
			if r := &run.Readings[of[i]]; r.Judged() && r.Epoch <= t.Epoch {
				if run.clamped(a.Point, r.Value, r.Doubt) {
					return true
				}
				break
			}
		}
	}
	return false
}

// othersThan tells whether something that is not of the setting was turned between two
// readings.
func (run *Lead) othersThan(s *Setting, point string, was, t *record.Taken) bool {
	return slices.ContainsFunc(run.Moves, func(m record.Moved) bool {
		return m.Epoch > was.Epoch && m.Epoch <= t.Epoch && !slices.Contains(s.Of.Adjusters, m.Adjuster) && run.Touches(m, point)
	})
}

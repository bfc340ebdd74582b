package tell

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Rule is one limit as a ruler. Verdict is Unread and Marks is empty until something
// was read; TickSay says what one tick is.
type Rule struct {
	ID      string       `json:"id"`
	Name    string       `json:"name"`
	Unit    string       `json:"unit"`
	Min     float64      `json:"min"` // the window
	Max     float64      `json:"max"`
	From    float64      `json:"from"` // the ruler
	To      float64      `json:"to"`
	Tick    float64      `json:"tick"` // a round figure; From and To are whole ticks
	TickSay string       `json:"tick_say"`
	Doubt   float64      `json:"doubt"` // half the width of a mark
	Says    string       `json:"says"`  // of the doubt, "" when the gauge is not named
	Marks   []Mark       `json:"marks"`
	Verdict lead.Verdict `json:"verdict"`
	Words   string       `json:"words"` // the whole rule, for the eyes-off
	Margins string       `json:"margins,omitempty"`
}

// Mark is one reading on the rule.
type Mark struct {
	Kind  string  `json:"kind"` // found, move, left, should
	At    float64 `json:"at"`
	Label string  `json:"label"`
}

// mostTicks is how many ticks a ruler has at the most, and mostMarks how many fine
// marks of earlier readings, whatever the figures.
const (
	mostTicks = 60
	mostMarks = 12
)

// scale lays the ruler: ticks at the round figure nearest to step that leaves no more
// than mostTicks of them.
func (r *Rule) scale(step float64) {
	width := r.To - r.From
	if !(step > 0) || math.IsInf(step, 0) {
		step = width / 10
	}
	r.Tick = roundFigure(max(step, width/mostTicks))
	for range 3 { // rounding down may have left a few too many
		if math.Ceil(r.To/r.Tick)-math.Floor(r.From/r.Tick) > mostTicks {
			r.Tick = roundFigure(r.Tick * 2)
		}
	}
	r.From, r.To = math.Floor(r.From/r.Tick+1e-9)*r.Tick, math.Ceil(r.To/r.Tick-1e-9)*r.Tick
}

// roundFigure is the one of 1, 2, 2.5 and 5 times a power of ten that is nearest to v,
// by ratio; 1 for what is no length.
func roundFigure(v float64) float64 {
	if !(v > 0) || math.IsInf(v, 0) {
		return 1
	}
	power := math.Pow(10, math.Floor(math.Log10(v)))
	best := power
	for _, m := range []float64{1, 2, 2.5, 5, 10} {
		if math.Abs(math.Log(m*power/v)) < math.Abs(math.Log(best/v)) {
			best = m * power
		}
	}
	return best
}

// tickSay says what a tick is, and what a step of the adjuster does when that is
// something else.
func (r *Rule) tickSay(step float64, what string) {
	tick := "one tick is " + spell.WithUnit(quantity.Number(r.Tick, 3), r.Unit)
	switch {
	case what == "" || step <= 0:
		r.TickSay = tick
	case math.Abs(step-r.Tick) < r.Tick/100:
		r.TickSay = "one tick is " + what
	default:
		digits := 3
		if step >= 2 {
			digits = 1
		}
		r.TickSay = fmt.Sprintf("%s; %s moves it %s", tick, what, quantity.Number(step, digits))
	}
}

// Rules are the limits of what is set now, with the readings so far, and of what is worn.
func (run page) Rules() []Rule {
	var out []Rule
	if s := run.Setting(); s != nil {
		out = run.rulesOf(s)
	}
	return append(append(out, run.loneRules()...), run.wornRules()...)
}

// loneRules are those of readings that no setting puts right, as far as they were read or are
// read next.
func (run page) loneRules() (out []Rule) {
	next := run.Unstood()
	if run.Sheet == nil {
		return nil
	}
	for _, p := range run.Sheet.Points {
		if run.SettingOf(p.ID) != nil {
			continue
		}
		a := run.Aim(p.ID)
		if a.Limited && (p.Stop != "" || a.Now != nil || next != nil && next.Point.ID == p.ID) {
			out = append(out, run.aimRule(&lead.Setting{Of: &sheet.Setting{}}, a, nil))
		}
	}
	return out
}

// AllRules are those of every setting, in the order of the sheet.
func (run page) AllRules() (out []Rule) {
	for _, s := range run.Settings() {
		out = append(out, run.rulesOf(s)...)
	}
	return append(append(out, run.loneRules()...), run.wornRules()...)
}

func (run page) rulesOf(s *lead.Setting) (out []Rule) {
	if s.Single() {
		out = append(out, run.settingRule(s))
		if r := run.threadRule(s.Turned[0]); r != nil {
			out = append(out, *r)
		}
		return out
	}
	plan := run.Plan(s)
	for _, a := range s.Aims {
		if a.Limited {
			out = append(out, run.aimRule(s, a, plan))
		}
	}
	for _, t := range s.Turned {
		if r := run.threadRule(t); r != nil {
			out = append(out, *r)
		}
	}
	return out
}

// aimRule is the rule of one of several readings, with where the turns to be made take it.
func (run page) aimRule(s *lead.Setting, a *lead.Aim, p *lead.Plan) Rule {
	unit := spell.Unit(a.Point)
	width := a.Band.Max - a.Band.Min
	r := Rule{ID: a.Point.ID, Name: a.Point.Name, Unit: unit, Min: a.Band.Min, Max: a.Band.Max, Marks: []Mark{},
		From: a.Band.Min - width*0.6, To: a.Band.Max + width*0.6,
		Words: fmt.Sprintf("%s: not yet read, window %s to %s %s", a.Point.Name, quantity.Number(a.Band.Min, 2),
			quantity.Number(a.Band.Max, 2), unit)}
	step, name := s.StepOf(run.Sheet, a.Point.ID)
	run.readingMarks(&r, a.Point.ID, width/4)
	if a.Now != nil {
		r.Verdict = a.Judge.Verdict
		r.Words = fmt.Sprintf("%s: %s, window %s to %s %s, %s", a.Point.Name, spell.Reading(a.Point, a.Judge.Value),
			quantity.Number(r.Min, 2), quantity.Number(r.Max, 2), unit, verdictWords[r.Verdict])
		r.left(run.MovedIn(s.Of) != nil)
		r.spare(a.Judge.Value, step, name)
	}
	if p != nil && len(p.Left()) > 0 {
		for i, aim := range p.Aims {
			if v := p.Out.Predicted[i]; aim.Point.ID == a.Point.ID {
				r.Marks = append(r.Marks, Mark{"should", v, "should be " + figure(lead.RoundIn(v, a.Band), spell.Side(a.Point, v))})
				r.stretch(v, width/4)
			}
		}
	}
	r.scale(width / 8)
	r.tickSay(step, name)
	return r
}

// spare adds the margin to each end in the adjuster's own steps.
func (r *Rule) spare(now, step float64, name string) {
	if step <= 0 {
		return
	}
	out, err := calc.Window(calc.WindowInput{Now: now, Loosest: r.Min, Tightest: r.Max, Step: step})
	if err != nil || out.StepsToLoose == nil {
		return
	}
	say := func(n float64, end string) string {
		switch {
		case n < 0:
			return "outside " + end
		case n == 0:
			return "less than " + name + " to " + end
		}
		return quantity.Number(n, 0) + " × " + name + " to " + end
	}
	r.Margins = say(*out.StepsToLoose, "the low end") + ", " + say(*out.StepsToTight, "the high end")
	r.Words += "; " + r.Margins
}

// left makes the newest mark the one that it stands at.
func (r *Rule) left(worked bool) {
	if worked && len(r.Marks) > 0 {
		left := &r.Marks[len(r.Marks)-1]
		value := left.Label
		for _, stage := range []record.Stage{record.Found, record.First, record.Set, record.LockedStage} {
			value = strings.TrimPrefix(value, string(stage)+" ")
		}
		left.Kind, left.Label = "left", "stands at "+value
	}
}

func (run page) wornRules() (out []Rule) {
	if run.Sheet == nil {
		return out
	}
	for _, l := range run.Sheet.LostMotion {
		r := lostRule(l)
		if lost := run.Lost(l); lost != nil {
			r.stretch(lost.Lost, l.Limit/10)
			r.scale(1)
			r.Verdict = lead.Verdict(lost.Verdict)
			r.Marks = append(r.Marks, Mark{"left", lost.Lost, quantity.Number(lost.Lost, 1)})
			r.Words = fmt.Sprintf("%s: %s, %s the limit of %s", l.Name, spell.Figure(quantity.Length, lost.Lost),
				map[lead.Verdict]string{lead.In: "inside", lead.Out: "over"}[r.Verdict], spell.Figure(quantity.Length, l.Limit))
		}
		out = append(out, r)
	}
	return out
}

func lostRule(l sheet.LostMotion) Rule {
	r := Rule{ID: l.ID, Name: l.Name, Unit: "mm", Max: l.Limit, To: l.Limit * 1.5, Marks: []Mark{},
		Words: fmt.Sprintf("%s: not yet read, at most %s", l.Name, spell.Figure(quantity.Length, l.Limit))}
	r.scale(1)
	r.tickSay(0, "")
	return r
}

// stretch makes room on the ruler for a mark at v.
func (r *Rule) stretch(v, room float64) {
	r.From, r.To = math.Min(r.From, v-room), math.Max(r.To, v+room)
}

func (run page) settingRule(s *lead.Setting) Rule {
	lo, hi := s.Limits()
	by := stepping(s.Adjuster)
	step := math.Abs(s.PerTurn) * by.turns
	unit := spell.Unit(s.Point)
	r := Rule{ID: s.Point.ID, Name: s.Point.Name, Unit: unit, Min: lo, Max: hi, Marks: []Mark{}, From: lo - 3*step, To: hi + 3*step,
		Words: fmt.Sprintf("%s: not yet read, window %s to %s %s", s.Point.Name, quantity.Number(lo, 1), quantity.Number(hi, 1), unit)}
	run.readingMarks(&r, s.Point.ID, 2*step)
	if s.Now != nil {
		locked, _ := run.AllLocked(s.Of)
		r.judged(s, by, run.MovedIn(s.Of) != nil || locked)
	}
	if out, err := s.Solve(); err == nil && s.Now != nil && s.Judge.Wrong() && out.Turns > 0 && !s.Adjuster.MeasureOnly {
		after := lead.Counted(s.Point, out.After)
		r.Marks = append(r.Marks, Mark{"should", after, "should be " + figure(after, spell.Side(s.Point, after))})
		r.stretch(out.After, 2*step)
	}
	if s.Point.Quantity == quantity.Count && step < 1 {
		r.scale(1) // what is counted is whole
	} else {
		r.scale(step)
	}
	r.tickSay(step, by.one)
	return r
}

// steps is what an adjuster is turned by as one says it: half a turn, a click, a notch.
type steps struct {
	turns     float64
	one, name string
}

func stepping(a *sheet.Adjuster) steps {
	if notch := spell.Notch(a); notch != "" && notch != "turn" {
		return steps{a.LeastTurn(), spell.Counted(notch, a.LeastTurn()), notch}
	}
	return steps{0.5, "half a turn", "half turn"}
}

// figure is a value on a rule: with its side where it has one, never with a minus then.
func figure(v float64, side string) string {
	if side == "" {
		return quantity.Number(v, 1)
	}
	return spell.OnSide(quantity.Number(math.Abs(v), 1), side)
}

// readingMarks puts the readings of a point on the rule: as found, and the newest of
// those after it.
func (run page) readingMarks(r *Rule, point string, room float64) {
	var found, later []Mark // the newest first
	of := run.ByPoint[point]
	for i := len(of) - 1; i >= 0 && (len(found) < mostMarks || len(later) < mostMarks); i-- {
		t := &run.Readings[of[i]]
		if !t.Judged() {
			continue
		}
		if len(found)+len(later) == 0 {
			r.Doubt = t.Doubt
			if t.GaugeName != "" && t.Doubt > 0 {
				r.Says = fmt.Sprintf("%s tells to ± %s", t.GaugeName, spell.WithUnit(quantity.Number(t.Doubt, 3), r.Unit))
			}
		}
		kind, list := "move", &later
		if t.Stage == record.Found {
			kind, list = "found", &found
		}
		if len(*list) < mostMarks {
			*list = append(*list, Mark{kind, t.Value, string(t.Stage) + " " + figure(t.Value, t.SideSays)})
		}
	}
	slices.Reverse(found)
	slices.Reverse(later)
	r.Marks = append(append(r.Marks, found...), later...)
	for _, m := range r.Marks {
		r.stretch(m.At, room)
	}
}

func last[T any](list []T, n int) []T { return list[max(0, len(list)-n):] }

// judged adds the verdict and the margin to each end in steps of the adjuster.
func (r *Rule) judged(s *lead.Setting, by steps, worked bool) {
	r.Verdict = s.Judge.Verdict
	r.Words = fmt.Sprintf("%s: %s, window %s to %s %s, %s", s.Point.Name, spell.Reading(s.Point, s.Judge.Value),
		quantity.Number(r.Min, 1), quantity.Number(r.Max, 1), r.Unit, verdictWords[r.Verdict])
	r.left(worked)
	out, err := calc.Window(calc.WindowInput{Now: s.Judge.Value, Loosest: r.Min, Tightest: r.Max, Step: math.Abs(s.PerTurn) * by.turns})
	if err != nil || out.StepsToLoose == nil {
		return
	}
	r.Margins = by.margin(*out.StepsToLoose, "the low end") + ", " + by.margin(*out.StepsToTight, "the high end")
	r.Words += "; " + r.Margins
}

var verdictWords = map[lead.Verdict]string{
	lead.In:       "inside",
	lead.Out:      "outside",
	lead.Close:    "too close for the gauge to tell",
	lead.Unsteady: "the readings do not agree",
}

func (by steps) margin(n float64, end string) string {
	switch {
	case n < 0:
		return "outside " + end
	case n == 0:
		return "less than " + by.one + " to " + end
	}
	return spell.Counted(by.name, n) + " to " + end
}

func (run page) threadRule(of *lead.Turned) *Rule {
	t := of.Adjuster.Threads
	if t == nil || of.Threads == nil {
		return nil
	}
	found := run.Latest(t.Point, "")
	name := "threads in"
	if len(run.Sheet.Adjusters) > 1 {
		name += ", " + of.Adjuster.Name
	}
	r := &Rule{ID: t.Point, Name: name, Unit: "threads", Min: t.Min, Max: t.Max, From: math.Max(0, t.Min-3), To: t.Max + 2,
		Verdict: lead.In, Marks: []Mark{{"found", found.Value, "as found " + quantity.Turns(found.Value)}}}
	if *of.Threads < t.Min || *of.Threads > t.Max {
		r.Verdict = lead.Out
	}
	if *of.Threads != found.Value {
		r.Marks = append(r.Marks, Mark{"left", *of.Threads, quantity.Turns(*of.Threads)})
	}
	for _, m := range r.Marks {
		r.stretch(m.At, 1)
	}
	r.scale(1)
	r.tickSay(1, "a thread")
	r.Words = fmt.Sprintf("%s threads in, between %s and %s", quantity.Turns(*of.Threads), quantity.Number(t.Min, 0),
		quantity.Number(t.Max, 0))
	return r
}

// sheetRule is the rule of a point on the page of its sheet, nothing read yet.
func sheetRule(s *sheet.Sheet, p *sheet.Point) Rule {
	lo, hi := *p.Target-p.Minus, *p.Target+p.Plus
	unit := spell.Unit(p)
	r := Rule{ID: p.ID, Name: p.Name, Unit: unit, Min: lo, Max: hi, Marks: []Mark{},
		Words: fmt.Sprintf("%s: window %s to %s %s", p.Name, quantity.Number(lo, 2), quantity.Number(hi, 2), unit)}
	step, what := stepOf(s, p)
	if step > 10*(math.Abs(lo)+math.Abs(hi)) { // a draft may say anything
		step, what = 0, ""
	}
	room := math.Max(3*step, math.Max((hi-lo)*0.6, math.Abs(hi)/100))
	if !(room > 0) {
		room = 1
	}
	r.From, r.To = lo-room, hi+room
	r.scale(step)
	r.tickSay(step, what)
	return r
}

// stepOf is what one step of the first adjuster that moves the point does to it, and
// what that step is called; 0 and "" when none does.
func stepOf(s *sheet.Sheet, p *sheet.Point) (step float64, what string) {
	for _, in := range s.Influences() {
		a := s.Adjuster(in.Adjuster)
		if a == nil || in.Point != p.ID || in.PerTurn == 0 {
			continue
		}
		turn := a.Step
		if turn == 0 {
			turn = 0.5
		}
		what = "one " + a.Notch
		if a.Threaded() {
			what = spell.Turns(turn)
		}
		return math.Abs(in.PerTurn) * turn, what + " of the " + a.Name
	}
	return 0, ""
}

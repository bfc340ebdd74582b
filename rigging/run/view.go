package run

import (
	"fmt"
	"math"
	"slices"
	"time"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// View is what a screen shows of a run: nothing is left to work out there.
type View struct {
	Seq       int         `json:"seq"`
	Steps     []StepState `json:"steps"`
	Advice    Advice      `json:"advice"`
	Line      *Line       `json:"line,omitempty"`
	Rules     []Rule      `json:"rules"`
	Readings  []ReadLine  `json:"readings"`
	On        []Thing     `json:"on"`
	Off       []Thing     `json:"off"`
	Back      *Undo       `json:"back,omitempty"`
	Resume    Resume      `json:"resume"`
	Answer    string      `json:"answer,omitempty"` // did it respond as the turns say
	Drift     string      `json:"drift,omitempty"`  // what locking moved
	Fetch     []string    `json:"fetch"`
	Applies   string      `json:"applies,omitempty"` // the sheet and why
	Adjuster  *Ways       `json:"adjuster,omitempty"`
	Blockers  []string    `json:"blockers"`
	Skippable bool        `json:"skippable"`
	Notes     []string    `json:"notes"`
	Signed    string      `json:"signed,omitempty"`
	LastEvent string      `json:"last_event,omitempty"` // the one that can be struck out
}

// Ways is the adjuster for logging a turn at any time; nil when it cannot turn.
type Ways struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Out  string `json:"out"`
	In   string `json:"in"`
}

// ReadLine is one reading in words.
type ReadLine struct {
	Event string `json:"event"`
	Name  string `json:"name"`
	Stage Stage  `json:"stage"`
	Text  string `json:"text"`
	Note  string `json:"note,omitempty"` // why it was not judged, or is to be doubted
	By    string `json:"by"`
}

// Undo is the way back to as found.
type Undo struct {
	Adjuster string `json:"adjuster"`
	Turns    string `json:"turns"`
	Way      string `json:"way"`
	Says     string `json:"says"`
}

// Resume says where the run stood.
type Resume struct {
	Last        string   `json:"last"`
	FingerTight []string `json:"finger_tight"`
	Next        string   `json:"next"`
	Paused      string   `json:"paused,omitempty"`
	At          string   `json:"at,omitempty"` // when the last thing was done, RFC 3339
	By          string   `json:"by,omitempty"`
}

// Line is the drawing of the cable, from hand to works.
type Line struct {
	Control   string           `json:"control"`
	Positions []sheet.Position `json:"positions"`
	Position  string           `json:"position,omitempty"` // wanted now
	Bends     string           `json:"bends"`
	Anchor    string           `json:"anchor"`
	Works     string           `json:"works"`
	Barrel    string           `json:"barrel"`
	Pinned    bool             `json:"pinned"`
	Threads   float64          `json:"threads"` // part of the budget in engagement, 0 to 1
	Say       string           `json:"say"`     // of the threads
	Turn      *Turn            `json:"turn,omitempty"`
	Now       string           `json:"now,omitempty"` // the dimension
	Of        string           `json:"of,omitempty"`
	Stale     bool             `json:"stale"` // Now was read before the last move
	Between   string           `json:"between"`
	Inner     string           `json:"inner,omitempty"` // pushed, eased
	States    []LineState      `json:"states"`
	Locked    bool             `json:"locked"`
}

// LineState is a state at the works, as last confirmed.
type LineState struct {
	Name string `json:"name"`
	OK   bool   `json:"ok"`
}

// Show makes the view of a state.
func Show(st State) View {
	v := View{Seq: st.Seq, Steps: st.Steps(), Advice: Next(st), Rules: []Rule{}, Readings: []ReadLine{},
		On: nonNil(
			st.On,
		), Off: nonNil(st.Off), Fetch: []string{}, Blockers: nonNil(st.Blockers()), Notes: nonNil(st.Notes), LastEvent: st.LastEvent}
	v.Resume = st.resume(v.Advice)
	for _, s := range v.Steps {
		if s.Status == "now" && slices.Contains(Skippable, s.Kind) {
			v.Skippable = true
		}
	}
	if st.Signed != nil {
		v.Signed = fmt.Sprintf("signed by %s, %s", st.Signed.Name, st.SignedAt.Format("2 Jan 2006 15:04"))
	}
	if st.Sheet == nil {
		return v
	}
	v.Fetch = st.fetch()
	if st.Identity == nil || st.Identity.Sheet == "" {
		return v // no figure is shown before the serial was read
	}
	v.Applies = fmt.Sprintf("sheet %s applies: %s", st.Identity.Name, st.Identity.Why)
	if st.Sheet.HasAssumed() {
		v.Applies += " · figures assumed"
	}
	v.Rules, v.Readings = st.Rules(), st.lines()
	s := st.setting()
	if s == nil {
		return v
	}
	v.Line = st.line(s, v.Advice)
	v.Answer, v.Drift = st.answer(s), st.drift(s)
	if !s.Adjuster.MeasureOnly {
		v.Adjuster = &Ways{s.Adjuster.ID, s.Adjuster.Name, s.Adjuster.Out.Says, s.Adjuster.In.Says}
		v.Back = st.back(s)
	}
	return v
}

func nonNil[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// fetch is every tool of the sheet once, then what goes on for the work.
func (st State) fetch() []string {
	out := []string{}
	for _, step := range st.Sheet.Steps {
		for _, t := range step.Tools {
			name := t.Name
			if t.Size != "" {
				name += ", " + t.Size
			}
			if !slices.Contains(out, name) {
				out = append(out, name)
			}
		}
	}
	for _, t := range st.Sheet.Temporary {
		out = append(out, t.Name)
	}
	return out
}

func (st State) lines() []ReadLine {
	out := []ReadLine{}
	for _, t := range st.Readings {
		p := st.Sheet.Point(t.Point)
		l := ReadLine{Event: t.Event, Name: p.Name, Stage: t.Stage, Text: text(p.Quantity, t.Value), By: t.By}
		if len(t.Missing) > 0 {
			l.Note = "not judged"
		} else if t.Old {
			l.Note = "before the repair"
		} else if t.Overdue != "" {
			l.Note = "gauge overdue"
		}
		out = append(out, l)
	}
	return out
}

func (st State) resume(a Advice) Resume {
	r := Resume{Last: st.Last, Paused: st.Paused, FingerTight: []string{}, By: st.LastBy}
	if !st.LastAt.IsZero() {
		r.At = st.LastAt.Format(time.RFC3339)
	}
	for _, p := range a.Say {
		r.Next += p.Text
	}
	if s := st.setting(); s != nil && s.Adjuster.Lock != nil && st.Locked == nil && len(st.Moves) > st.Repaired {
		r.FingerTight = append(r.FingerTight, s.Adjuster.Lock.Nut)
	}
	return r
}

func (st State) back(s *Setting) *Undo {
	net := st.NetTurns(s.Adjuster.ID)
	if net == 0 {
		return nil
	}
	direction := "in"
	if net < 0 {
		direction = "out"
	}
	return &Undo{s.Adjuster.ID, quantity.Turns(math.Abs(net)), direction,
		turnsText(math.Abs(net)) + " " + way(s.Adjuster, direction).Says}
}

func (st State) answer(s *Setting) string {
	if s.Response == nil {
		return ""
	}
	r := s.Response
	switch r.Verdict {
	case "as expected":
		return fmt.Sprintf("It answered as the turns say: %s a turn.", mm(r.PerTurn))
	case "too small to tell":
		return "The move was too small for this gauge to tell whether it answered."
	case "weak", "strong":
		return fmt.Sprintf("It answered %s: %s a turn, the book says %s. The next turn is reckoned with what was found.",
			map[string]string{"weak": "weakly", "strong": "strongly"}[r.Verdict], mm(r.PerTurn), mm(s.Book))
	case "no response":
		return "It did not answer the turns."
	}
	return "It moved the wrong way."
}

func (st State) drift(s *Setting) string {
	locked := st.latest(s.Point.ID, LockedStage)
	if locked == nil || st.movedSince(locked) {
		return ""
	}
	before := st.latest(s.Point.ID, Set)
	if before == nil || before.Epoch > locked.Epoch {
		before = st.latest(s.Point.ID, Found)
	}
	if before == nil {
		return ""
	}
	d := locked.Value - before.Value
	if math.Abs(d) < 0.05 {
		return "Locking did not move it."
	}
	return fmt.Sprintf("Locking moved it by %s mm.", signed(d))
}

func signed(v float64) string {
	if v > 0 {
		return "+" + quantity.Number(v, 1)
	}
	return "−" + quantity.Number(-v, 1)
}

func (st State) line(s *Setting, a Advice) *Line {
	l := st.Sheet.Line
	out := &Line{
		Control:   l.Control,
		Positions: l.Positions,
		Bends:     quantity.Number(l.Bends, 0) + "° of bend",
		Anchor:    l.Anchor,
		Works:     l.Works,
		Barrel:    s.Adjuster.Name,
		Pinned:    s.Adjuster.MeasureOnly,
		Turn:      a.Move,
		Between:   s.Point.Name,
		Of:        text(s.Point.Quantity, *s.Point.Target),
		Locked:    st.Locked != nil,
		Threads:   0.5,
		States:    []LineState{},
	}
	if t := s.Adjuster.Threads; t != nil && s.Threads != nil {
		out.Threads = math.Max(0, math.Min(1, (*s.Threads-t.Min)/(t.Max-t.Min)))
		out.Say = fmt.Sprintf("%s threads in, %s at least", quantity.Turns(*s.Threads), quantity.Number(t.Min, 0))
	}
	latest := st.latest(s.Point.ID, "")
	if latest != nil {
		out.Now, out.Stale = quantity.Number(latest.Value, 1), st.movedSince(latest)
	}
	var point *sheet.Point
	if a.Read != nil {
		point = st.Sheet.Point(a.Read.Point)
	} else if a.Check == nil {
		point = s.Point
	}
	if c := a.Check; c != nil {
		out.Position = st.Sheet.Check(c.Check).Position
	}
	if point != nil {
		out.Position = point.Position
		for _, id := range point.States {
			out.States = append(
				out.States,
				LineState{st.Sheet.State(id).Name, latest != nil && latest.Point == point.ID && slices.Contains(latest.States, id)},
			)
		}
		for _, m := range st.Sheet.LostMotion {
			if m.Pulled == point.ID {
				out.Inner = "eased"
			}
		}
		if out.Inner == "" {
			out.Inner = "pushed"
		}
	}
	return out
}

// Rule is one limit as a ruler.
type Rule struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Unit    string  `json:"unit"`
	Min     float64 `json:"min"` // the window
	Max     float64 `json:"max"`
	From    float64 `json:"from"` // the ruler
	To      float64 `json:"to"`
	Tick    float64 `json:"tick"`
	TickSay string  `json:"tick_say"`
	Doubt   float64 `json:"doubt"` // half the width of a mark
	Marks   []Mark  `json:"marks"`
	Verdict string  `json:"verdict"` // in, close, out, unsteady, "" when not read
	Words   string  `json:"words"`   // the whole rule, for the eyes-off
	Margins string  `json:"margins,omitempty"`
}

// Mark is one reading on the rule.
type Mark struct {
	Kind  string  `json:"kind"` // found, move, left, should
	At    float64 `json:"at"`
	Label string  `json:"label"`
}

// Rules are the limits of the sheet with the readings so far.
func (st State) Rules() (out []Rule) {
	if s := st.setting(); s != nil {
		out = append(out, st.settingRule(s))
		if r := st.threadRule(s); r != nil {
			out = append(out, *r)
		}
	}
	for _, l := range st.Sheet.LostMotion {
		r := Rule{
			ID:      l.ID,
			Name:    l.Name,
			Unit:    "mm",
			Max:     l.Limit,
			To:      l.Limit * 1.5,
			Tick:    1,
			TickSay: "one tick is 1 mm",
			Marks:   []Mark{},
			Words:   fmt.Sprintf("%s: not yet read, at most %s", l.Name, text(quantity.Length, l.Limit)),
		}
		if lost := st.Lost(l); lost != nil {
			r.To = math.Max(r.To, lost.Lost*1.15)
			r.Verdict = lost.Verdict
			r.Marks = append(r.Marks, Mark{"left", lost.Lost, quantity.Number(lost.Lost, 1)})
			r.Words = fmt.Sprintf("%s: %s, %s the limit of %s", l.Name, text(quantity.Length, lost.Lost),
				map[string]string{"in": "inside", "out": "over"}[lost.Verdict], text(quantity.Length, l.Limit))
		}
		out = append(out, r)
	}
	return out
}

func (st State) settingRule(s *Setting) Rule {
	lo, hi := s.limits()
	tick := math.Abs(s.PerTurn) / 2
	r := Rule{ID: s.Point.ID, Name: s.Point.Name, Unit: "mm", Min: lo, Max: hi, Tick: tick, TickSay: "one tick is half a turn",
		Marks: []Mark{}, From: lo - 3*tick, To: hi + 3*tick,
		Words: fmt.Sprintf("%s: not yet read, window %s to %s mm", s.Point.Name, quantity.Number(lo, 1), quantity.Number(hi, 1))}
	for _, t := range st.Readings {
		if t.Point != s.Point.ID || !t.Judged() {
			continue
		}
		kind := map[Stage]string{Found: "found", First: "move", Set: "move", LockedStage: "move"}[t.Stage]
		r.Marks = append(r.Marks, Mark{kind, t.Value, fmt.Sprintf("%s %s", t.Stage, quantity.Number(t.Value, 1))})
		r.Doubt = t.Doubt
		r.stretch(t.Value)
	}
	if s.Now != nil {
		r.judged(s, len(st.Moves) > st.Repaired || st.Locked != nil)
	}
	if out, err := s.solve(); err == nil && s.Now != nil && s.Judge.wrong() && out.Turns > 0 && !s.Adjuster.MeasureOnly {
		r.Marks = append(r.Marks, Mark{"should", out.After, "should be " + quantity.Number(out.After, 1)})
		r.stretch(out.After)
	}
	return r
}

func (r *Rule) stretch(v float64) {
	r.From, r.To = math.Min(r.From, v-2*r.Tick), math.Max(r.To, v+2*r.Tick)
}

// judged adds the verdict and the margin to each end in half turns.
func (r *Rule) judged(s *Setting, worked bool) {
	r.Verdict = s.Judge.Verdict
	r.Words = fmt.Sprintf("%s: %s, window %s to %s mm, %s", s.Point.Name, text(s.Point.Quantity, s.Judge.Value),
		quantity.Number(r.Min, 1), quantity.Number(r.Max, 1), verdictWords[r.Verdict])
	if worked && len(r.Marks) > 0 {
		last := &r.Marks[len(r.Marks)-1]
		last.Kind, last.Label = "left", "stands at "+quantity.Number(last.At, 1)
	}
	out, err := calc.Window(calc.WindowInput{Now: s.Judge.Value, Loosest: r.Min, Tightest: r.Max, Step: r.Tick})
	if err != nil || out.StepsToLoose == nil {
		return
	}
	r.Margins = margin(*out.StepsToLoose, "the low end") + ", " + margin(*out.StepsToTight, "the high end")
	r.Words += "; " + r.Margins
}

var verdictWords = map[string]string{
	"in":       "inside",
	"out":      "outside",
	"close":    "too close for the gauge to tell",
	"unsteady": "the readings do not agree",
}

func margin(halfTurns float64, end string) string {
	switch {
	case halfTurns < 0:
		return "outside " + end
	case halfTurns == 0:
		return "less than half a turn to " + end
	case halfTurns == 1:
		return "1 half turn to " + end
	}
	return quantity.Number(halfTurns, 0) + " half turns to " + end
}

func (st State) threadRule(s *Setting) *Rule {
	t := s.Adjuster.Threads
	if t == nil || s.Threads == nil {
		return nil
	}
	found := st.latest(t.Point, "")
	r := &Rule{ID: t.Point, Name: "threads in", Unit: "threads", Min: t.Min, Max: t.Max, From: math.Max(0, t.Min-3), To: t.Max + 2, Tick: 1,
		TickSay: "one tick is a thread", Verdict: "in", Marks: []Mark{{"found", found.Value, "as found " + quantity.Turns(found.Value)}}}
	if *s.Threads < t.Min || *s.Threads > t.Max {
		r.Verdict = "out"
	}
	if *s.Threads != found.Value {
		r.Marks = append(r.Marks, Mark{"left", *s.Threads, quantity.Turns(*s.Threads)})
	}
	r.Words = fmt.Sprintf(
		"%s threads in, between %s and %s",
		quantity.Turns(*s.Threads),
		quantity.Number(t.Min, 0),
		quantity.Number(t.Max, 0),
	)
	return r
}

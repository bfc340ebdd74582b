package run

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"brankel/rigging/calc"
	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// View is what a screen shows of a run: nothing is left to work out there.
//
// Line is nil until a sheet is chosen that sets something. Broken is
// "" unless what was written can not be trusted or read any more; then nothing is advised.
type View struct {
	Seq       int            `json:"seq"`
	Broken    string         `json:"broken,omitempty"`
	Steps     []StepState    `json:"steps"`
	Advice    Advice         `json:"advice"`
	Ends      Ends           `json:"ends"`            // the same shared out between two pairs of hands
	Order     *Order         `json:"order,omitempty"` // what to order, where the advice argues for a repair
	Line      *Line          `json:"line,omitempty"`
	Picture   *picture.Scene `json:"picture,omitempty"` // of the rig's family, in the place of the line
	Rules     []Rule         `json:"rules"`
	Readings  []ReadLine     `json:"readings"` // the newest, at most mostLines
	Earlier   int            `json:"earlier"`  // readings before those: they stand on the record
	On        []Thing        `json:"on"`
	Off       []Thing        `json:"off"`
	Safe      []Todo         `json:"safe"`   // what makes it safe, done or not
	Unsafe    bool           `json:"unsafe"` // some of it is not so: nothing is turned or read
	Back      []Undo         `json:"back"`   // each adjuster that does not stand as found
	Resume    Resume         `json:"resume"`
	Answer    string         `json:"answer,omitempty"` // did it respond as the turns say
	Drift     string         `json:"drift,omitempty"`  // what locking moved
	Fetch     []string       `json:"fetch"`
	Applies   string         `json:"applies,omitempty"` // the sheet and why
	Adjusters []Ways         `json:"adjusters"`
	Setting   string         `json:"setting,omitempty"` // what is set now, where there are several
	Tries     *Tries         `json:"tries,omitempty"`   // of what is judged by feel
	Places    []PlaceLine    `json:"places"`            // where the same is set at several
	Mishaps   []Acting       `json:"mishaps"`           // what may have happened that has a setting begin again
	Blockers  []string       `json:"blockers"`
	Skippable bool           `json:"skippable"`
	Notes     []string       `json:"notes"`
	Photos    []PhotoLine    `json:"photos"` // the newest, at most mostPhotos
	Voices    []VoiceLine    `json:"voices"` // the newest, as many
	Trouble   *Trouble       `json:"trouble,omitempty"`
	Points    []PointName    `json:"points"` // that a photo may be of
	Signed    string         `json:"signed,omitempty"`
	LastEvent string         `json:"last_event,omitempty"` // the one that can be struck out
}

// Ways is an adjuster for logging a turn at any time; what cannot be turned is none.
type Ways struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Out  string `json:"out"`
	In   string `json:"in"`
	Unit string `json:"unit,omitempty"` // what one step is called, turns where there is none
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
	Off       float64          `json:"off"`   // what is missing to the target, mm; 0 when not read
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

// PointName is a point by its name.
type PointName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// mostPhotos is how many photos a view carries.
const mostPhotos = 6

// mostLines is how many readings and notes a view carries.
const mostLines = 40

// Show makes the view of a state.
func Show(st State) View {
	st = st.remembering()
	v := View{
		Seq:       st.Seq,
		Steps:     st.Steps(),
		Advice:    Next(st),
		Rules:     []Rule{},
		Readings:  []ReadLine{},
		On:        nonNil(st.On),
		Off:       nonNil(st.Off),
		Safe:      []Todo{},
		Fetch:     st.fetch(),
		Blockers:  nonNil(st.Blockers()),
		Notes:     nonNil(last(st.Notes, mostLines)),
		Photos:    nonNil(last(st.Photos, mostPhotos)),
		Voices:    nonNil(last(st.Voices, mostPhotos)),
		Trouble:   st.Trouble,
		Points:    []PointName{},
		Back:      []Undo{},
		Adjusters: []Ways{},
		Places:    []PlaceLine{},
		Mishaps:   []Acting{},
		LastEvent: st.LastEvent,
	}
	v.Resume, v.Ends = st.resume(v.Advice), st.ends(v.Advice)
	for _, s := range v.Steps {
		if s.Status == StatusNow && slices.Contains(Skippable, s.Kind) {
			v.Skippable = true
		}
	}
	if st.Signed != nil {
		v.Signed = fmt.Sprintf("signed by %s, %s", st.Signed.Name, st.local(st.SignedAt).Format(Moment))
	}
	if st.Identity == nil || st.Identity.Sheet == "" {
		return v // no figure is shown before the serial was read
	}
	if st.Sheet == nil {
		v.Broken = "The sheet of this run, " + st.Identity.Name + ", is not in the library: what was written stands, nothing can be advised."
		v.Advice = Advice{Do: DoNothing, Say: say(plain("The sheet of this run is missing.")), More: []string{}, Things: []Todo{},
			Choices: []Choice{}}
		v.Ends = st.ends(v.Advice)
		return v
	}
	for _, p := range st.Sheet.Points {
		v.Points = append(v.Points, PointName{p.ID, p.Name})
	}
	v.Safe, v.Unsafe = nonNil(st.todos()), st.unsafe("") != nil
	v.Applies = fmt.Sprintf("sheet %s applies: %s", st.Identity.Name, st.Identity.Why)
	if st.Own {
		v.Applies = "figures from the Bench: " + st.Sheet.Source.Title
	}
	if st.Sheet.HasAssumed() {
		v.Applies += " · figures assumed"
	}
	v.Rules, v.Readings = nonNil(st.Rules()), st.lines()
	v.Order = st.order(v.Advice)
	v.Earlier = len(st.Readings) - len(v.Readings)
	s := st.setting()
	if s == nil {
		return v
	}
	if len(st.Sheet.Settings) > 1 {
		v.Setting = s.Of.Title
	}
	v.Line, v.Picture = st.line(s, v.Advice), st.pictureNow(s, v.Advice)
	v.Answer, v.Drift = st.answer(s), st.drift(s)
	v.Tries, v.Places = st.triesDrawn(s, v.Advice), st.places(s)
	v.Mishaps = st.mishaps()
	for i := range st.Sheet.Adjusters {
		a := &st.Sheet.Adjusters[i]
		if a.MeasureOnly || len(a.Hooks) > 0 {
			continue
		}
		v.Adjusters = append(v.Adjusters, Ways{a.ID, a.Name, a.Out.Says, a.In.Says, notch(a)})
		if u := st.back(a); u != nil {
			v.Back = append(v.Back, *u)
		}
	}
	return v
}

// DayOf writes a day given as 2006-01-02 as it is read; what is no day stays as it is.
func DayOf(iso string) string {
	d, err := time.Parse(time.DateOnly, iso)
	if err != nil {
		return iso
	}
	return d.Format(Day)
}

// Day and Moment are how days and times are written wherever they are read.
const (
	Day    = "2 Jan 2006"
	Moment = "2 Jan 2006 15:04"
)

// fetch is every tool of the sheet once, then what goes on for the work.
func (st State) fetch() []string {
	out := []string{}
	from := st.Sheet
	if from == nil {
		from = st.Expected
	}
	if from == nil {
		return out
	}
	for _, step := range from.Steps {
		for _, t := range step.Tools {
			name := t.Name
			if t.Size != "" {
				name += ", " + t.Size
			}
			if !slices.Contains(out, name) {
				out = append(out, name)
			}
		}
		for _, f := range step.Fixtures {
			if !slices.Contains(out, f) {
				out = append(out, f)
			}
		}
	}
	for _, t := range from.Temporary {
		out = append(out, t.Name)
	}
	return out
}

func (st State) lines() []ReadLine {
	out := []ReadLine{}
	for _, t := range last(st.Readings, mostLines) {
		l := ReadLine{Event: t.Event, Name: t.Name, Stage: t.Stage, Text: t.Shown(), By: t.By}
		if len(t.Missing) > 0 {
			l.Note = "not judged"
		} else if t.Old {
			l.Note = "before the repair"
		} else if t.Passed {
			l.Note = "read afresh since"
		} else if t.Overdue != "" {
			l.Note = "gauge overdue"
		}
		out = append(out, l)
	}
	return out
}

func (st State) resume(a Advice) Resume {
	r := Resume{Last: st.Last(), Paused: st.Paused, FingerTight: []string{}, By: st.LastBy}
	if !st.LastAt.IsZero() {
		r.At = st.LastAt.Format(time.RFC3339)
	}
	for _, p := range a.Say {
		r.Next += p.Text
	}
	for _, s := range st.settings() {
		for _, l := range st.locks(s.Of) {
			if loose := st.called(l); st.movedIn(s.Of) != nil && st.fastened(s.Of, l) == nil && !slices.Contains(r.FingerTight, loose) {
				r.FingerTight = append(r.FingerTight, loose)
			}
		}
	}
	return r
}

// back is the way to where an adjuster was found; nil when it stands there, or when it was
// turned until it locked and nobody counted.
func (st State) back(a *sheet.Adjuster) *Undo {
	net := st.NetTurns(a.ID)
	uncounted := slices.ContainsFunc(st.Moves[st.Repaired:], func(m Moved) bool {
		return m.Adjuster == a.ID && m.Until && m.Value == 0
	})
	if math.Abs(net) < 1e-9 || uncounted {
		return nil
	}
	direction := "in"
	if net < 0 {
		direction = "out"
	}
	says := stepsText(notch(a), math.Abs(net)) + " " + way(a, direction).Says
	if len(st.Sheet.Adjusters) > 1 {
		says = a.Name + ": " + says
	}
	return &Undo{a.ID, quantity.Turns(math.Abs(net)), direction, says}
}

func (st State) answer(s *Setting) string {
	if s.Response == nil {
		return ""
	}
	r := s.Response
	turn := strings.TrimSuffix(r.Verdict.Says(), ".") + ": " + per(s.Point, r.PerTurn) + " a turn"
	switch r.Verdict {
	case calc.AsExpected:
		return turn + "."
	case calc.Weak, calc.Strong:
		return turn + fmt.Sprintf(", the book says %s. The next turn is reckoned with what was found.", per(s.Point, s.Book))
	}
	return r.Verdict.Says()
}

func (st State) drift(s *Setting) string {
	if s.Point == nil {
		return ""
	}
	locked := st.latest(s.Point.ID, LockedStage)
	if locked == nil || st.touchedSince(locked) {
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
	return strings.TrimSpace(fmt.Sprintf("Locking moved it by %s %s", signed(d), s.Point.Quantity.Unit())) + "."
}

func signed(v float64) string {
	if v > 0 {
		return "+" + quantity.Number(v, 1)
	}
	return "−" + quantity.Number(-v, 1)
}

func (st State) line(s *Setting, a Advice) *Line {
	l := st.Sheet.Line
	locked, _ := st.locked(s.Of)
	out := &Line{
		Control:   l.Control,
		Positions: l.Positions,
		Bends:     quantity.Number(l.Bends, 0) + "° of bend",
		Anchor:    l.Anchor,
		Works:     l.Works,
		Turn:      a.Move,
		Locked:    locked,
		Threads:   0.5,
		States:    []LineState{},
	}
	if l.Bends == 0 {
		out.Bends = ""
	}
	turned := s.Adjuster
	if a.Move != nil {
		turned = st.Sheet.Adjuster(a.Move.Adjuster)
	}
	if turned != nil {
		out.Barrel, out.Pinned = turned.Name, turned.MeasureOnly
	}
	if s.Point == nil {
		st.lineStates(out, s, a, nil)
		return out
	}
	out.Between = s.Point.Name
	if s.Point.Quantity == quantity.Length && s.Point.Signed == nil { // else there is no length to draw
		out.Of = text(s.Point.Quantity, *s.Point.Target)
	}
	if s.Adjuster == nil {
		st.lineStates(out, s, a, st.latest(s.Point.ID, ""))
		return out
	}
	if t := s.Adjuster.Threads; t != nil && s.Threads != nil {
		out.Threads = math.Max(0, math.Min(1, (*s.Threads-t.Min)/(t.Max-t.Min)))
		out.Say = fmt.Sprintf("%s threads in, %s at least", quantity.Turns(*s.Threads), quantity.Number(t.Min, 0))
	}
	latest := st.latest(s.Point.ID, "")
	if latest != nil {
		out.Now, out.Stale = quantity.Number(latest.Value, 1), st.touchedSince(latest)
		out.Off = *s.Point.Target - latest.Value
	}
	st.lineStates(out, s, a, latest)
	return out
}

// lineStates is what of the works is to be so for what is read or tried now.
func (st State) lineStates(out *Line, s *Setting, a Advice, latest *Taken) {
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
		for _, m := range st.Sheet.LostMotion { // else nobody asks where the inner lies
			if m.Pulled == point.ID {
				out.Inner = "eased"
			} else if out.Inner == "" {
				out.Inner = "pushed"
			}
		}
	}
}

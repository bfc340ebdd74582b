package tell

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"brankel/rigging/calc"
	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// View is what a screen shows of a run: nothing is left to work out there.
//
// Line is nil until a sheet is chosen that sets something. Broken is
// "" unless what was written can not be trusted or read any more; then nothing is advised.
type View struct {
	Seq       int                `json:"seq"`
	Broken    string             `json:"broken,omitempty"`
	Steps     []lead.StepState   `json:"steps"`             // in the order in which they come as it stands
	Because   string             `json:"because,omitempty"` // of that order, where it is not the sheet's
	Advice    lead.Advice        `json:"advice"`
	Ends      Ends               `json:"ends"`            // the same shared out between two pairs of hands
	Order     *Order             `json:"order,omitempty"` // what to order, where the advice argues for a repair
	Line      *Line              `json:"line,omitempty"`
	Picture   *picture.Scene     `json:"picture,omitempty"` // of the rig's family, in the place of the line
	Rules     []Rule             `json:"rules"`
	Readings  []ReadLine         `json:"readings"` // the newest, at most mostLines
	Earlier   int                `json:"earlier"`  // readings before those: they stand on the record
	Stands    []How              `json:"stands"`   // how everything stands now
	PutOn     []PutOn            `json:"put_on"`   // what may come on or off that is on no sheet
	Arriving  bool               `json:"arriving"` // nothing was touched yet: what stands otherwise came so
	Hands     string             `json:"hands"`    // in the linkage or clear of it, for what is done now
	Never     []string           `json:"never"`    // what must never be, of the things there are, in words
	Kept      []string           `json:"kept"`     // answers that prove nothing as it stood
	Back      []Undo             `json:"back"`     // each adjuster that does not stand as found
	Resume    Resume             `json:"resume"`
	Answer    string             `json:"answer,omitempty"` // did it respond as the turns say
	Drift     string             `json:"drift,omitempty"`  // what locking moved
	Job       *JobLine           `json:"job,omitempty"`    // what is to be done, where all is not simply set
	Goes      []string           `json:"goes"`             // parts that may go in, by name
	Fetch     []string           `json:"fetch"`
	Applies   string             `json:"applies,omitempty"` // the sheet and why
	Adjusters []Ways             `json:"adjusters"`
	Setting   string             `json:"setting,omitempty"` // what is set now, where there are several
	Tries     *Tries             `json:"tries,omitempty"`   // of what is judged by feel
	Places    []PlaceLine        `json:"places"`            // where the same is set at several
	Mishaps   []record.Acting    `json:"mishaps"`           // what may have happened that has a setting begin again
	Blockers  []string           `json:"blockers"`
	Skippable bool               `json:"skippable"`
	Notes     []string           `json:"notes"`
	Photos    []record.PhotoLine `json:"photos"` // the newest, at most mostPhotos
	Voices    []record.VoiceLine `json:"voices"` // the newest, as many
	Trouble   *record.Trouble    `json:"trouble,omitempty"`
	Points    []PointName        `json:"points"` // that a photo may be of
	Signed    string             `json:"signed,omitempty"`
	LastEvent string             `json:"last_event,omitempty"` // the one that can be struck out
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
	Event string       `json:"event"`
	Name  string       `json:"name"`
	Stage record.Stage `json:"stage"`
	Text  string       `json:"text"`
	Note  string       `json:"note,omitempty"` // why it was not judged, or is to be doubted
	By    string       `json:"by"`
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
	Turn      *lead.Turn       `json:"turn,omitempty"`
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
func Show(led *lead.Lead) View {
	run := page{led}
	v := View{
		Seq:       run.Seq,
		Advice:    run.Advice(),
		Rules:     []Rule{},
		Readings:  []ReadLine{},
		Stands:    run.stands(),
		PutOn:     putOn,
		Hands:     setup.Clear,
		Never:     run.never(),
		Kept:      run.kept(),
		Fetch:     run.fetch(),
		Job:       run.jobLine(),
		Goes:      run.goes(),
		Blockers:  spell.List(run.Blockers()),
		Notes:     spell.List(last(run.Notes, mostLines)),
		Photos:    spell.List(last(run.Photos, mostPhotos)),
		Voices:    spell.List(last(run.Voices, mostPhotos)),
		Trouble:   run.Trouble,
		Points:    []PointName{},
		Back:      []Undo{},
		Adjusters: []Ways{},
		Places:    []PlaceLine{},
		Mishaps:   []record.Acting{},
		LastEvent: run.LastEvent,
	}
	v.Steps, v.Because = run.Rail()
	v.Resume, v.Ends = run.resume(v.Advice), run.ends(v.Advice)
	for _, s := range v.Steps {
		if run.Signed == nil && s.Status == lead.StatusNow && slices.Contains(record.Skippable, s.Kind) {
			v.Skippable = true
		}
	}
	if run.Signed != nil {
		v.Signed = fmt.Sprintf("signed by %s, %s", run.Signed.Name, run.Local(run.SignedAt).Format(record.Moment))
	}
	if run.Identity == nil || run.Identity.Sheet == "" {
		return v // no figure is shown before the serial was read
	}
	if run.Sheet == nil {
		v.Broken = "The sheet of this run, " + run.Identity.Name + ", is not in the library: what was written stands, nothing can be advised."
		v.Advice = lead.Advice{Do: lead.DoNothing, Say: lead.Say(lead.Plain("The sheet of this run is missing.")), More: []string{},
			Choices: []record.Choice{}}
		v.Ends = run.ends(v.Advice)
		return v
	}
	for _, p := range run.Sheet.Points {
		v.Points = append(v.Points, PointName{p.ID, p.Name})
	}
	v.Arriving = run.Signed == nil && !run.Worked && !run.AnyMoved() &&
		!slices.ContainsFunc(run.Changes, func(c record.Change) bool { return !c.Found })
	if run.Doing().HandsIn {
		v.Hands = setup.In
	}
	v.Applies = fmt.Sprintf("sheet %s applies: %s", run.Identity.Name, run.Identity.Why)
	if run.Own {
		v.Applies = "figures from the Bench: " + run.Sheet.Source.Title
	}
	if run.Sheet.HasAssumed() {
		v.Applies += " · figures assumed"
	}
	v.Rules, v.Readings = spell.List(run.Rules()), run.lines()
	if v.Advice.Do == lead.DoSign {
		v.Rules = spell.List(run.AllRules()) // all of it once more, from as found to as left
	}
	v.Order = run.order(v.Advice)
	v.Earlier = len(run.Readings) - len(v.Readings)
	s := run.Setting()
	if s == nil {
		return v
	}
	if len(run.Sheet.Settings) > 1 {
		v.Setting = s.Of.Title
	}
	v.Line, v.Picture = run.line(s, v.Advice), run.pictureNow(s, v.Advice)
	v.Answer, v.Drift = run.answer(s), run.drift(s)
	v.Tries, v.Places = run.triesDrawn(s, v.Advice), run.places(s)
	v.Mishaps = run.mishaps()
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		if a.MeasureOnly || len(a.Hooks) > 0 {
			continue
		}
		v.Adjusters = append(v.Adjusters, Ways{a.ID, a.Name, a.Out.Says, a.In.Says, spell.Notch(a)})
		if u := run.back(a); u != nil {
			v.Back = append(v.Back, *u)
		}
	}
	return v
}

func (run page) lines() []ReadLine {
	out := []ReadLine{}
	for _, t := range last(run.Readings, mostLines) {
		l := ReadLine{Event: t.Event, Name: t.Name, Stage: t.Stage, Text: t.Shown(), By: t.By}
		if len(t.Unmet) > 0 {
			l.Note = "not judged: " + run.UnmetSays(t.Unmet)
		} else if len(t.Missing) > 0 {
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

func (run page) resume(a lead.Advice) Resume {
	r := Resume{Last: run.Last(), Paused: run.Paused, FingerTight: []string{}, By: run.LastBy}
	if !run.LastAt.IsZero() {
		r.At = run.LastAt.Format(time.RFC3339)
	}
	for _, p := range a.Say {
		r.Next += p.Text
	}
	for _, s := range run.Settings() {
		for _, l := range run.LocksOf(s.Of) {
			if loose := run.NutCalled(l); run.MovedIn(s.Of) != nil && run.Fastened(s.Of, l) == nil && !slices.Contains(r.FingerTight, loose) {
				r.FingerTight = append(r.FingerTight, loose)
			}
		}
	}
	return r
}

// back is the way to where an adjuster was found; nil when it stands there, or when it was
// turned until it locked and nobody counted.
func (run page) back(a *sheet.Adjuster) *Undo {
	net := run.NetTurns(a.ID)
	uncounted := slices.ContainsFunc(run.Moves[run.Repaired:], func(m record.Moved) bool {
		return m.Adjuster == a.ID && m.Until && m.Value == 0
	})
	if math.Abs(net) < 1e-9 || uncounted {
		return nil
	}
	direction := "in"
	if net < 0 {
		direction = "out"
	}
	says := spell.Counted(spell.Notch(a), math.Abs(net)) + " " + spell.Way(a, direction).Says
	if len(run.Sheet.Adjusters) > 1 {
		says = a.Name + ": " + says
	}
	return &Undo{a.ID, quantity.Turns(math.Abs(net)), direction, says}
}

func (run page) answer(s *lead.Setting) string {
	if s.Response == nil {
		return ""
	}
	r := s.Response
	turn := strings.TrimSuffix(r.Verdict.Says(), ".") + ": " + spell.PerTurn(s.Point, r.PerTurn) + " a turn"
	switch r.Verdict {
	case calc.AsExpected:
		return turn + "."
	case calc.Weak, calc.Strong:
		return turn + fmt.Sprintf(", the book says %s. The next turn is reckoned with what was found.", spell.PerTurn(s.Point, s.Book))
	}
	return r.Verdict.Says()
}

func (run page) drift(s *lead.Setting) string {
	if s.Point == nil {
		return ""
	}
	locked := run.Latest(s.Point.ID, record.LockedStage)
	if locked == nil || run.TouchedSince(locked) {
		return ""
	}
	before := run.Latest(s.Point.ID, record.Set)
	if before == nil || before.Epoch > locked.Epoch {
		before = run.Latest(s.Point.ID, record.Found)
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

func (run page) line(s *lead.Setting, a lead.Advice) *Line {
	l := run.Sheet.Line
	locked, _ := run.AllLocked(s.Of)
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
		turned = run.Sheet.Adjuster(a.Move.Adjuster)
	}
	if turned != nil {
		out.Barrel, out.Pinned = turned.Name, turned.MeasureOnly
	}
	if s.Point == nil {
		run.lineStates(out, s, a, nil)
		return out
	}
	out.Between = s.Point.Name
	if s.Point.Quantity == quantity.Length && s.Point.Signed == nil { // else there is no length to draw
		out.Of = spell.Figure(s.Point.Quantity, *s.Point.Target)
	}
	if s.Adjuster == nil {
		run.lineStates(out, s, a, run.Latest(s.Point.ID, ""))
		return out
	}
	if t := s.Adjuster.Threads; t != nil && s.Threads != nil {
		out.Threads = math.Max(0, math.Min(1, (*s.Threads-t.Min)/(t.Max-t.Min)))
		out.Say = fmt.Sprintf("%s threads in, %s at least", quantity.Turns(*s.Threads), quantity.Number(t.Min, 0))
	}
	latest := run.Latest(s.Point.ID, "")
	if latest != nil {
		out.Now, out.Stale = quantity.Number(latest.Value, 1), run.TouchedSince(latest)
		out.Off = *s.Point.Target - latest.Value
	}
	run.lineStates(out, s, a, latest)
	return out
}

// lineStates is what of the works is to be so for what is read or tried now.
func (run page) lineStates(out *Line, s *lead.Setting, a lead.Advice, latest *record.Taken) {
	var point *sheet.Point
	if a.Read != nil {
		point = run.Sheet.Point(a.Read.Point)
	} else if a.Check == nil {
		point = s.Point
	}
	if c := a.Check; c != nil {
		out.Position = run.Sheet.Check(c.Check).Position
	}
	if point != nil {
		out.Position = point.Position
		for _, id := range point.States {
			out.States = append(
				out.States,
				LineState{run.Sheet.State(id).Name, latest != nil && latest.Point == point.ID && slices.Contains(latest.States, id)},
			)
		}
		for _, m := range run.Sheet.LostMotion { // else nobody asks where the inner lies
			if m.Pulled == point.ID {
				out.Inner = "eased"
			} else if out.Inner == "" {
				out.Inner = "pushed"
			}
		}
	}
}

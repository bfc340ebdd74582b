package practice

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"

	"brankel/rigging/closed"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Mark is what is looked at in an exercise.
type Mark string

// What is looked at.
const (
	MarkRight  Mark = "right"  // the rig is truly right, at each end
	MarkTrue   Mark = "true"   // what stands on the record is so
	MarkWorn   Mark = "worn"   // what wears was looked at before the first turn
	MarkTurns  Mark = "turns"  // against the least
	MarkStates Mark = "states" // readings were taken as they are to be
	MarkEnds   Mark = "ends"   // both ends were read
	MarkProved Mark = "proved" // settled, locked, read again, tried
	MarkHeeded Mark = "heeded" // nothing was tried that would have hurt somebody
	MarkLeft   Mark = "left"   // nothing was left on
	MarkCause  Mark = "cause"  // it was named
)

// Words lists them.
func (Mark) Words() []string {
	return closed.Words(MarkRight, MarkTrue, MarkWorn, MarkTurns, MarkStates, MarkEnds, MarkProved, MarkHeeded, MarkLeft, MarkCause)
}

// marks are what each counts, and what it is called. Time is not among them.
var marks = []struct {
	mark Mark
	of   float64
	says string
}{
	{MarkRight, 25, "the rig is truly right"},
	{MarkTrue, 10, "what is on record is so"},
	{MarkWorn, 15, "worn parts looked at first"},
	{MarkTurns, 10, "turns against the least"},
	{MarkStates, 10, "readings in their states"},
	{MarkEnds, 5, "both ends read"},
	{MarkProved, 10, "settled, locked, proved"},
	{MarkHeeded, 5, "cautions heeded"},
	{MarkLeft, 5, "nothing left on"},
	{MarkCause, 5, "the cause named"},
}

// Score is what an exercise was worth, out of 100. Failed is what was dangerous: that alone makes it nothing.
type Score struct {
	Points float64 `json:"points"`
	Of     float64 `json:"of"`
	Failed string  `json:"failed,omitempty"`
	Marks  []Got   `json:"marks"`
}

// Got is one mark with what was lost of it, and where.
type Got struct {
	Mark Mark    `json:"mark"`
	Says string  `json:"says"`
	Got  float64 `json:"got"`
	Of   float64 `json:"of"`
	Told string  `json:"told"` // 4 of 5
	Lost []Lost  `json:"lost"`
}

// Lost is where points went: Seq is the entry of the run, 0 for its end.
type Lost struct {
	Seq  int    `json:"seq"`
	Says string `json:"says"`
}

// score judges by the truth. Every part of a mark counts alike.
func (e *Exercise) score(h hidden, did, expert Did) Score {
	s := Score{Marks: []Got{}}
	for _, m := range marks {
		j := judged{e: e, h: h, did: did, expert: expert}
		j.mark(m.mark)
		g := Got{Mark: m.mark, Says: m.says, Of: m.of, Got: m.of, Lost: j.lost}
		if j.parts > 0 {
			g.Got = math.Round(10*m.of*float64(j.good)/float64(j.parts)) / 10
		}
		if g.Told = j.told; g.Told == "" {
			g.Told = fmt.Sprintf("%d of %d", j.good, j.parts)
		}
		if g.Lost == nil {
			g.Lost = []Lost{}
		}
		s.Of += m.of
		s.Points += g.Got
		s.Marks = append(s.Marks, g)
	}
	if len(did.Dangers) > 0 {
		s.Failed = sentence(did.Dangers[0].Says) + " That alone fails it."
		s.Points = 0
	}
	s.Points = math.Round(10*s.Points) / 10
	return s
}

// needSigning are the marks that nothing can be said of where a rig that could be set was left unsigned.
var needSigning = []Mark{MarkTrue, MarkTurns, MarkEnds, MarkProved, MarkLeft}

// judged is one mark as it is looked at.
type judged struct {
	e           *Exercise
	h           hidden
	did, expert Did
	good, parts int
	lost        []Lost
	told        string
}

func (j *judged) part(good bool, seq int, says string, args ...any) {
	j.parts++
	if good {
		j.good++
		return
	}
	j.lost = append(j.lost, Lost{seq, fmt.Sprintf(says, args...)})
}

func (j *judged) mark(m Mark) {
	if slices.Contains(needSigning, m) && !j.did.Signed && j.e.Ends != EndsRepair {
		j.part(false, 0, "it was not brought to its end")
		return
	}
	switch m {
	case MarkRight:
		j.right()
	case MarkTrue:
		j.true()
	case MarkWorn:
		j.worn()
	case MarkTurns:
		j.turns()
	case MarkStates:
		j.states()
	case MarkEnds:
		j.ends()
	case MarkProved:
		j.proved()
	case MarkHeeded:
		j.heeded()
	case MarkLeft:
		j.left()
	case MarkCause:
		j.cause()
	}
}

// right is how the rig truly stands; one that no setting cures is right when nobody signed it.
func (j *judged) right() {
	if j.e.Ends == EndsRepair {
		j.part(!j.did.Signed, j.signedAt(), "signed, and %s: no setting cures that", j.h.says)
		if !j.did.Signed {
			j.part(j.found(), 0, "it was ended without saying what is wrong: %s", j.h.says)
		}
		return
	}
	for _, t := range j.did.Truth {
		j.part(t.Inside(), 0, "%s is truly %s, allowed %s to %s", t.Name, figure(t.Value), figure(t.Low), figure(t.High))
	}
	j.part(j.did.Signed, 0, "it was not brought to its end: %s", j.did.Why)
}

// true holds the last reading of each point against how it truly stands. Nearer than three doubts and what is rounded off
// nobody can read it.
func (j *judged) true() {
	for _, t := range j.did.Truth {
		if t.Read == nil {
			continue
		}
		far := 3*t.Doubt + 0.02*(t.High-t.Low) + 1e-6
		if p := j.h.sheet.Point(t.Point); p != nil && p.Quantity == quantity.Count {
			far = max(far, 1)
		}
		j.part(math.Abs(*t.Read-t.Value) <= far, j.readAt(t.Point), "%s stands on record as %s, and is %s", t.Name, figure(*t.Read),
			figure(t.Value))
	}
	for _, l := range j.did.Otherwise {
		j.part(false, l.Seq, "%s", l.Says)
	}
}

// worn is whether what wears was looked at, before the first turn.
func (j *judged) worn() {
	first := j.did.FirstMove
	run := j.did.Led
	stopped := !j.did.Signed
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if c.Kind != sheet.CheckCondition {
			continue
		}
		shows, hides := j.h.looks[c.ID]
		hides = hides && c.Proves == ""
		a, was := run.Checks[c.ID]
		switch {
		case slices.Contains(j.did.Unlooked, c.ID):
			j.part(false, a.Seq, "tapped without looking: %s", c.Ask)
		case stopped && !was && j.e.Ends == EndsRepair: // who stops at what is worn need not look at the rest
		case !was:
			j.part(false, j.skippedAt(j.wornStep()), "nobody looked: %s", c.Ask)
		case hides && a.Answer != shows:
			j.part(false, a.Seq, "not seen: %s", c.Ask)
		default:
			j.part(first == 0 || a.Seq < first, a.Seq, "looked at after the first turn: %s", c.Ask)
		}
	}
	if j.e.Ends == EndsRepair {
		j.part(first == 0, first, "turned before it was found: it was set around %s", j.h.says)
	}
}

// turnsMore is how much more than an experienced hand nobody counts.
const turnsMore = 1.25

func (j *judged) turns() {
	least := j.expert.Turns
	good := j.did.Turns <= turnsMore*least+1e-9
	j.told = fmt.Sprintf("%s of %s", quantity.Turns(j.did.Turns), quantity.Turns(least))
	if fewest, ok := j.e.least(j.h); ok && fewest < least {
		j.told += fmt.Sprintf(", just inside %s", quantity.Turns(fewest))
	}
	j.part(good, j.did.FirstMove, "%s turned, where %s do it", quantity.Turns(j.did.Turns), quantity.Turns(least))
}

// least is the least turning that brings the true rig inside, solved exactly; ok is false where nothing does, or it cannot be asked.
func (e *Exercise) least(h hidden) (turns float64, ok bool) {
	worked := *h.sheet.For(e.School)
	truly := *h.rig
	truly.Settings, truly.Condition = map[string]float64{}, map[string]any{}
	for _, from := range []map[string]float64{worked.Rig.Settings, h.rig.Settings, e.Settings} {
		maps.Copy(truly.Settings, from)
	}
	for _, from := range []map[string]any{h.rig.Condition, e.Condition} {
		maps.Copy(truly.Condition, from)
	}
	worked.Rig = &truly
	put, ok := worked.Possible(sheet.Fitted{Settings: truly.Settings}, func(string, string) bool { return false })
	if !ok || put.By == nil {
		return 0, false
	}
	for _, by := range put.By {
		turns += math.Abs(by)
	}
	return turns, true
}

// states are the readings and proofs that were taken as they are to be, those alone that were not so count.
func (j *judged) states() {
	if j.did.Readings == 0 && j.e.Ends != EndsRepair {
		j.part(false, 0, "nothing was read")
		return
	}
	run := j.did.Led
	bad := len(j.did.Untrue)
	for _, t := range run.Readings {
		if len(t.Unmet) > 0 {
			bad++
		}
	}
	for _, c := range run.Checks {
		if len(c.Unmet) > 0 {
			bad++
		}
	}
	all := max(j.did.Readings, 1)
	j.parts, j.good = all, max(0, all-bad)
	for _, l := range j.did.Untrue {
		if l.Seq > 0 {
			j.lost = append(j.lost, l)
		}
	}
	if bad > len(j.lost) {
		j.lost = append(j.lost, Lost{0, fmt.Sprintf("%d of %d readings were taken otherwise than they are to be: "+
			"tapped, not pulled, or not standing so", bad-len(j.lost), all)})
	}
}

// ends are whether everything with a window was read before it was signed.
func (j *judged) ends() {
	if !j.did.Signed {
		return
	}
	for _, t := range j.did.Truth {
		j.part(t.Read != nil, j.signedAt(), "signed without a reading of %s", t.Name)
	}
}

// proved is whether steps were left out: nobody can sign without settling and locking, so that what is left to lose are these.
func (j *judged) proved() {
	run := j.did.Led
	for _, step := range run.Sheet.Steps {
		if why, left := run.Skipped[step.ID]; left {
			j.part(false, j.skippedAt(step.ID), "left out: %s (%s)", step.Title, why)
		}
	}
	j.part(true, 0, "")
}

// heeded is what could have hurt somebody, each act by itself: a change, a turn, a lock, what is read or tried with hands or engine.
func (j *judged) heeded() {
	for _, e := range j.did.Events {
		if slices.Contains([]record.Kind{record.KindSetUp, record.KindMove, record.KindLocked, record.KindReading, record.KindCheck}, e.Kind) {
			j.part(true, e.Seq, "")
		}
	}
	if j.parts == 0 && len(j.did.Dangers) == 0 {
		j.told = "nothing was done"
	}
	for _, l := range j.did.Dangers {
		j.part(false, l.Seq, "tried: %s", l.Says)
	}
}

// left is what was left on at the end of a run that was signed.
func (j *judged) left() {
	if !j.did.Signed {
		return
	}
	for _, what := range j.did.Left {
		j.part(false, j.signedAt(), "left: %s", what)
	}
	j.part(true, 0, "")
}

// cause is whether it was named: by what was found to be worn, or at the signature.
func (j *judged) cause() {
	run := j.did.Led
	named := j.e.Cause == nothing || j.found() || run.Signed != nil && j.names(run.Signed.Cause)
	j.told = map[bool]string{true: "yes", false: "no"}[named]
	j.part(named, j.signedAt(), "it was %s, and nobody said so", j.h.says)
}

// names tells whether the cause of a signature is it: of what a setting cures it is enough that the setting was.
func (j *judged) names(cause string) bool {
	return cause == j.e.Cause || j.e.Ends == EndsSet && cause == record.AdjustmentOnly
}

// found tells whether what no setting cures was said where it was stopped: by its name, or by what was seen of it.
func (j *judged) found() bool {
	if j.did.Signed || j.e.Ends != EndsRepair {
		return false
	}
	for id, shows := range j.h.looks {
		if a, was := j.did.Led.Checks[id]; was && a.Answer == shows {
			return true
		}
	}
	return j.did.Named == j.e.Cause
}

// skippedAt is the entry that left a step out, 0 for none.
func (j *judged) skippedAt(step string) int {
	for _, e := range j.did.Events {
		var body record.Skipped
		if e.Kind == record.KindSkipped && json.Unmarshal(e.Body, &body) == nil && body.Step == step {
			return e.Seq
		}
	}
	return 0
}

// wornStep is the step at which worn parts are looked at.
func (j *judged) wornStep() string {
	for _, step := range j.did.Led.Sheet.Steps {
		if step.Kind == sheet.StepWorn {
			return step.ID
		}
	}
	return ""
}

func (j *judged) signedAt() int { return seqOf(j.did.Events, record.KindSigned) }

func (j *judged) readAt(point string) int {
	if t := j.did.Led.Latest(point, ""); t != nil {
		for _, e := range j.did.Events {
			if e.ID == t.Event {
				return e.Seq
			}
		}
	}
	return 0
}

func seqOf(events []record.Event, kind record.Kind) int {
	for _, e := range events {
		if e.Kind == kind {
			return e.Seq
		}
	}
	return 0
}

func figure(v float64) string { return quantity.Number(v, 1) }

// Kept is what of a score is remembered of somebody: what was kept to, and the points.
type Kept struct {
	Points float64       `json:"points"`
	Failed bool          `json:"failed,omitempty"`
	Marks  map[Mark]bool `json:"marks"`
}

// Kept is what is remembered.
func (s Score) Kept() Kept {
	k := Kept{s.Points, s.Failed != "", map[Mark]bool{}}
	for _, m := range s.Marks {
		k.Marks[m.Mark] = m.Got == m.Of
	}
	return k
}

func keptOf(text string) (k Kept) {
	_ = json.Unmarshal([]byte(text), &k) // its own writing, or nothing yet
	return k
}

// KeptOf are the marks of what was remembered, PointsOf its points.
func KeptOf(text string) map[Mark]bool { return keptOf(text).Marks }

// PointsOf are its points.
func PointsOf(text string) float64 { return keptOf(text).Points }

// Habit is what to work on where the mark is lost.
func (m Mark) Habit() string { return habits[m] }

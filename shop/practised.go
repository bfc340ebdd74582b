package shop

import (
	"context"
	"crypto/rand"
	"encoding/json"
	"math/big"
	"slices"
	"time"

	"github.com/google/uuid"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/picture"
	"brankel/rigging/practice"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// drawn is any whole number below n.
func drawn(n int) int {
	one, _ := rand.Int(rand.Reader, big.NewInt(int64(n))) // never fails (crypto/rand)
	return int(one.Int64())
}

// PracticeEnd names the cause where an exercise is ended without a signature, by its id; "" for none.
type PracticeEnd struct {
	Cause string `json:"cause,omitempty"`
}

// Debriefed is what somebody made of an exercise, with what it hid.
type Debriefed struct {
	Run string `json:"run"`
	practice.Open
	Seed    uint64           `json:"seed"`
	Score   practice.Score   `json:"score"`
	Debrief practice.Debrief `json:"debrief"`
	Picture *picture.Scene   `json:"picture,omitempty"` // of the rig as it truly stands
	Habits  []Habit          `json:"habits"`            // of whoever it was
	Sheet   string           `json:"sheet"`             // hash of what it was worked by
}

// End ends an exercise, scores it, and says what it hid. Ended once it stays as it ended. The error is a *fault.Fault or
// ErrNotFound.
func (p *Practice) End(ctx context.Context, run string, in PracticeEnd) (Debriefed, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return Debriefed{}, err
	}
	defer r.Unlock()
	if in.Cause != "" && !r.room.Knows(in.Cause) {
		return Debriefed{}, fault.At("cause", "there is no cause of that name: choose one of the list, or leave it out")
	}
	if !r.try.Ended {
		score, _, err := r.room.End(in.Cause)
		if err != nil {
			return Debriefed{}, err
		}
		marks, err := json.Marshal(score.Kept())
		if err != nil {
			return Debriefed{}, err
		}
		if err := p.Shop.Store.EndTry(ctx, run, in.Cause, string(marks)); err != nil {
			return Debriefed{}, err
		}
		if r.try, err = p.Shop.Store.Try(ctx, run); err != nil { // another device may have been first
			return Debriefed{}, err
		}
	}
	return p.debriefed(ctx, r)
}

// Debrief is that of an exercise that ended; one that did not tells nothing of what it hides.
func (p *Practice) Debrief(ctx context.Context, run string) (Debriefed, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return Debriefed{}, err
	}
	defer r.Unlock()
	if !r.try.Ended {
		return Debriefed{}, errNotOver
	}
	return p.debriefed(ctx, r)
}

func (p *Practice) debriefed(ctx context.Context, r *roomOpen) (Debriefed, error) {
	score, told, err := r.room.End(r.try.Cause)
	if err != nil {
		return Debriefed{}, err
	}
	truth, err := r.room.Did(r.try.Cause)
	if err != nil {
		return Debriefed{}, err
	}
	out := Debriefed{Run: r.try.Run, Open: r.room.Open(), Seed: r.try.Seed, Score: score, Debrief: told, Picture: r.room.Scene(truth.Truth),
		Habits: []Habit{}, Sheet: r.room.Sheet().Hash()}
	if r.try.Person != "" {
		out.Habits, err = p.habits(ctx, r.try.Person)
	}
	return out, err
}

// StepOf is the rig of an exercise as it truly stood after an entry of its run, and what was so then.
type StepOf struct {
	Seq     int              `json:"seq"`
	Picture *picture.Scene   `json:"picture,omitempty"`
	Truths  []practice.Truth `json:"truths"`
}

// Step is that of an exercise that is over. The error is a *fault.Fault, a *Refusal or ErrNotFound.
func (p *Practice) Step(ctx context.Context, run string, seq int) (StepOf, error) {
	t, err := p.Shop.Store.Try(ctx, run)
	if err != nil {
		return StepOf{}, err
	}
	if !t.Ended {
		return StepOf{}, errNotOver
	}
	events, _, err := p.Shop.Store.Events(ctx, run, 0)
	if err != nil {
		return StepOf{}, err
	}
	if seq < 0 || seq > len(events) {
		return StepOf{}, fault.At("at", "that run has %d entries: write the number of one of them", len(events))
	}
	acts, err := p.Shop.Store.Acts(ctx, run, 0)
	if err != nil {
		return StepOf{}, err
	}
	acts = slices.DeleteFunc(acts, func(a postgres.Acted) bool { return a.After >= seq })
	room, err := roomOf(t)
	if err != nil {
		return StepOf{}, err
	}
	if err := through(room, events[:seq], acts); err != nil {
		return StepOf{}, err
	}
	did, err := room.Did("")
	return StepOf{seq, room.Scene(did.Truth), room.Truths(did)}, err
}

var errNotOver = &Refusal{Status: 409, Field: "run", Message: "this exercise is not over: sign it, or end it, then it is told"}

// Habit is what one exercise after the other showed of one thing that is looked at, the oldest first.
type Habit struct {
	Mark practice.Mark `json:"mark"`
	Says string        `json:"says"` // what to work on
	Kept []bool        `json:"kept"`
	Runs []string      `json:"runs"`
}

// mostHabits is how many of the last exercises are looked at.
const mostHabits = 12

func (p *Practice) habits(ctx context.Context, person string) ([]Habit, error) {
	tries, err := p.Shop.Store.TriesOf(ctx, person)
	if err != nil {
		return nil, err
	}
	out := []Habit{}
	for _, m := range (practice.Mark("")).Words() {
		mark := practice.Mark(m)
		h := Habit{Mark: mark, Says: mark.Habit(), Kept: []bool{}, Runs: []string{}}
		for i := len(tries) - 1; i >= 0; i-- {
			kept, told := practice.KeptOf(tries[i].Marks)[mark]
			if told {
				h.Kept, h.Runs = append(h.Kept, kept), append(h.Runs, tries[i].Run)
			}
		}
		if n := len(h.Kept) - mostHabits; n > 0 {
			h.Kept, h.Runs = h.Kept[n:], h.Runs[n:]
		}
		out = append(out, h)
	}
	return out, nil
}

// Offer is what may be practised, and what somebody made of it so far.
type Offer struct {
	Families  []PracticeFamily `json:"families"`
	Exercises []Offered        `json:"exercises"`
	Begun     []Begun          `json:"begun"` // that are not over, the newest first
	Habits    []Habit          `json:"habits"`
}

// PracticeFamily is a family of rigs by its name.
type PracticeFamily struct {
	ID   string `json:"id"`
	Says string `json:"says"`
}

// Offered is an exercise with how often somebody ended it, and the best they made of it.
type Offered struct {
	practice.Open
	Ended int     `json:"ended"`
	Best  float64 `json:"best"`
	By    string  `json:"by,omitempty"`  // who composed it
	For   string  `json:"for,omitempty"` // whom it was set, by their name
}

// Begun is an exercise that somebody is at.
type Begun struct {
	Run    string `json:"run"`
	Title  string `json:"title"`
	Opened string `json:"opened"`
}

// Offer is that of somebody, ID "" for one without an account: what is open to everybody.
func (p *Practice) Offer(ctx context.Context, who workshop.Person) (Offer, error) {
	out := Offer{Families: []PracticeFamily{}, Exercises: []Offered{}, Begun: []Begun{}, Habits: []Habit{}}
	tries := []postgres.Try{}
	if who.ID != "" {
		var err error
		if tries, err = p.Shop.Store.TriesOf(ctx, who.ID); err != nil {
			return out, err
		}
		if out.Habits, err = p.habits(ctx, who.ID); err != nil {
			return out, err
		}
		if err := p.set(ctx, who, &out); err != nil {
			return out, err
		}
	}
	seen := map[string]bool{}
	for _, e := range practice.All() {
		if !seen[e.Family] {
			seen[e.Family] = true
			out.Families = append(out.Families, PracticeFamily{e.Family, sheet.FamilyOf(e.Family).Name})
		}
		if who.ID != "" || e.Grade == 1 {
			out.Exercises = append(out.Exercises, Offered{Open: e.Open()})
		}
	}
	titles := map[string]string{}
	for i := range out.Exercises {
		one := &out.Exercises[i]
		titles[one.ID] = one.Title
		for _, t := range tries {
			if t.Ended && t.Exercise == one.ID {
				one.Ended++
				one.Best = max(one.Best, practice.PointsOf(t.Marks))
			}
		}
	}
	for _, t := range tries {
		if !t.Ended {
			out.Begun = append(out.Begun, Begun{t.Run, titles[t.Exercise], t.Opened.Format(time.RFC3339)})
		}
	}
	return out, nil
}

// set adds what leads composed for somebody, or for all.
func (p *Practice) set(ctx context.Context, who workshop.Person, out *Offer) error {
	sets, err := p.Shop.Store.Sets(ctx)
	if err != nil {
		return err
	}
	for _, one := range sets {
		if !handed(one, who) {
			continue
		}
		e, err := practice.Parse([]byte(one.File))
		if err != nil {
			continue // of an earlier Brankel, whose rig is refused by now
		}
		out.Exercises = append(out.Exercises, Offered{Open: e.Open(), By: one.By, For: one.Person})
	}
	return nil
}

// Habits are somebody's, for them and for a lead.
func (p *Practice) Habits(ctx context.Context, person string) ([]Habit, error) {
	return p.habits(ctx, person)
}

// Forget does away with all that somebody practised.
func (p *Practice) Forget(ctx context.Context, person string) error {
	if person == "" {
		return postgres.ErrNotFound
	}
	p.rooms.Purge()
	return p.Shop.Store.ForgetTries(ctx, person, p.now().Add(time.Hour))
}

// PracticeAgain begins an exercise again that somebody was at: with all that was done before entry From, 0 for from the start.
type PracticeAgain struct {
	From int `json:"from"`
}

// Again begins it again, for somebody, on the same rig.
func (p *Practice) Again(ctx context.Context, who workshop.Person, run string, in PracticeAgain) (RunView, error) {
	t, err := p.Shop.Store.Try(ctx, run)
	if err != nil {
		return RunView{}, err
	}
	e, err := practice.Parse([]byte(t.File))
	if err != nil {
		return RunView{}, err
	}
	events, _, err := p.Shop.Store.Events(ctx, run, 0)
	if err != nil {
		return RunView{}, err
	}
	if in.From < 0 || in.From > len(events) {
		return RunView{}, fault.At("from", "that run has %d entries: write the number of one of them, or 0", len(events))
	}
	acts, err := p.Shop.Store.Acts(ctx, run, 0)
	if err != nil {
		return RunView{}, err
	}
	next, err := p.open(ctx, who.ID, e, t.Seed)
	if err != nil {
		return RunView{}, err
	}
	for k := 0; k <= in.From-1; k++ {
		for ; len(acts) > 0 && acts[0].After <= k; acts = acts[1:] {
			var a practice.Act
			if err := json.Unmarshal([]byte(acts[0].Act), &a); err != nil {
				return RunView{}, err
			}
			if err := p.redo(ctx, next, a); err != nil {
				return RunView{}, err
			}
		}
		if k == in.From-1 {
			break
		}
		was := events[k]
		one := record.Event{ID: uuid.NewString(), Run: next, Kind: was.Kind, By: who.Name, At: p.now().Truncate(time.Millisecond), Body: was.Body}
		if _, err := p.Shop.AppendFrom(ctx, Device{}, one, k); err != nil {
			break // what a device kept meanwhile cannot be said again: it goes on from here
		}
	}
	return p.Run(ctx, next)
}

// redo does an act again, but for one that would hurt somebody: whoever begins again begins without it.
func (p *Practice) redo(ctx context.Context, run string, a practice.Act) error {
	r, err := p.at(ctx, run)
	if err != nil {
		return err
	}
	defer r.Unlock()
	if r.room.Dangerous(a) {
		return nil
	}
	_, err = p.do(ctx, r, a)
	return err
}

// Inspect has the second pair of eyes of the room look at what was signed, one thing after the other: it looks at what is truly
// so, and finds it right or refuses it.
func (p *Practice) Inspect(ctx context.Context, run string) (RunView, error) {
	for range mostInspected {
		v, err := p.Run(ctx, run)
		if err != nil {
			return v, err
		}
		left := ""
		for _, one := range v.View.Advice.Inspect {
			if !one.Done {
				left = one.Item
				break
			}
		}
		if left == "" {
			return v, nil
		}
		body, err := p.verdict(ctx, run, left)
		if err != nil {
			return v, err
		}
		e := record.Event{ID: uuid.NewString(), Run: run, Kind: record.KindInspected, By: theInspector, At: p.now().Truncate(time.Millisecond), Body: body}
		if v, err = p.Append(ctx, Device{}, e, v.View.Seq); err != nil || !v.Practice.Inspects {
			return v, err // it was refused, or all was looked at
		}
	}
	return p.Run(ctx, run)
}

// verdict is what the room's inspector says of one thing: what is not as it was signed, or was left as nobody wrote, is refused.
func (p *Practice) verdict(ctx context.Context, run, item string) ([]byte, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return nil, err
	}
	defer r.Unlock()
	did, err := r.room.Did("")
	if err != nil {
		return nil, err
	}
	for _, t := range did.Truth {
		if !t.Inside() {
			return json.Marshal(record.Inspected{Item: item, Verdict: "refused", Note: t.Name + " is not as it was signed"})
		}
	}
	if len(did.Left) > 0 {
		return json.Marshal(record.Inspected{Item: item, Verdict: "refused", Note: "left: " + did.Left[0]})
	}
	return json.Marshal(record.Inspected{Item: item, Verdict: "right"})
}

// theInspector is the second pair of eyes of the room; mostInspected is more than any sheet has to look at.
const (
	theInspector  = "the room's inspector"
	mostInspected = 40
)

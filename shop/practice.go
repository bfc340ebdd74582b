package shop

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	lru "github.com/hashicorp/golang-lru/v2"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/practice"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// PracticeRun begins the id of a run that is an exercise.
const PracticeRun = "practice-"

// IsPractice tells whether a run is an exercise, by its id.
func IsPractice(run string) bool { return strings.HasPrefix(run, PracticeRun) }

// Practice is the room where exercises are worked: a shop of its own, on tables of its own, with the rigs as they truly are.
type Practice struct {
	Shop *Shop // in which their runs are

	now   func() time.Time
	rooms *lru.Cache[string, *roomOpen]
}

// roomsKept is how many exercises are held in memory; one that is not is worked through again.
const roomsKept = 64

// practiceDoor opens the room when somebody first asks for it.
type practiceDoor struct {
	mu   sync.Mutex
	open *Practice
}

// roomOpen is a room with what the store knew of it. Whoever uses it holds the lock.
type roomOpen struct {
	sync.Mutex
	try  postgres.Try
	room *practice.Room
	seq  int // entries it took
	acts int
}

// Practice is the room, opened where it is not open yet.
func (s *Shop) Practice(ctx context.Context) (*Practice, error) {
	s.door.mu.Lock()
	defer s.door.mu.Unlock()
	if s.door.open != nil {
		return s.door.open, nil
	}
	if s.Shows() {
		return nil, OnlyShows()
	}
	store, err := s.Store.Practice(ctx)
	if err != nil {
		return nil, err
	}
	p := &Practice{Shop: New(store, s.Now), now: s.Now, rooms: must(lru.New[string, *roomOpen](roomsKept))}
	p.Shop.only, p.Shop.truly = p.sheetOf, p.trulyOf
	for _, g := range practice.Gauges {
		err = errors.Join(err, store.SaveGauge(ctx, g))
	}
	if err != nil {
		return nil, err
	}
	s.door.open = p
	return p, nil
}

// sheetOf is the one sheet of an exercise, whatever others its cable has.
func (p *Practice) sheetOf(ctx context.Context, run string) ([]sheet.Head, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return nil, err
	}
	defer r.Unlock()
	return sheet.Heads([]*sheet.Sheet{r.room.Sheet()}), nil
}

// trulyOf is the rig of an exercise as it truly stands once that is over, nil before: then it is hidden.
func (p *Practice) trulyOf(ctx context.Context, run string) (*sheet.Sheet, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return nil, err
	}
	defer r.Unlock()
	if !r.try.Ended {
		return nil, nil
	}
	return r.room.Truly(), nil
}

// PracticeIn says which exercise is begun, by its id; without a seed one is drawn. Run is its id, made where it is begun.
type PracticeIn struct {
	Exercise string `json:"exercise,omitempty"`
	Family   string `json:"family,omitempty"` // any of these, where no exercise is named
	Grade    int    `json:"grade,omitempty"`
	Seed     *int   `json:"seed,omitempty"`
}

// mostSeed is the largest seed.
const mostSeed = 999_999

// Begin opens an exercise for somebody, ID "" for one without an account: the first grade is open to everybody. The error is
// a *fault.Fault or a *Refusal.
func (p *Practice) Begin(ctx context.Context, who workshop.Person, in PracticeIn) (RunView, error) {
	e, err := p.choose(ctx, who, in)
	if err != nil {
		return RunView{}, err
	}
	seed := drawn(mostSeed) + 1
	if in.Seed != nil {
		if seed = *in.Seed; seed < 0 || seed > mostSeed {
			return RunView{}, fault.At("seed", "write a whole number from 0 to %d", mostSeed)
		}
	}
	run, err := p.open(ctx, who.ID, e, uint64(seed))
	if err != nil {
		return RunView{}, err
	}
	return p.Run(ctx, run)
}

// open puts the machine of an exercise on the floor of the room, and opens a run on it.
func (p *Practice) open(ctx context.Context, person string, e *practice.Exercise, seed uint64) (string, error) {
	if err := p.sweep(ctx); err != nil {
		return "", err
	}
	if person == "" {
		n, err := p.Shop.Store.CountTries(ctx, "")
		if err != nil {
			return "", err
		}
		if n >= mostGuests {
			return "", &Refusal{Status: 503, Field: "session",
				Message: "too many practise here without an account just now: sign in, or come back later"}
		}
	}
	room, err := practice.NewRoom(e, seed)
	if err != nil {
		return "", err
	}
	file, err := json.Marshal(e)
	if err != nil {
		return "", err
	}
	one := room.Sheet()
	store := p.Shop.Store
	if _, err := store.Sheet(ctx, one.Hash()); errors.Is(err, postgres.ErrNotFound) {
		if err = store.SaveSheets(ctx, func(*postgres.Store) error { return nil }, one); err != nil {
			if _, there := store.Sheet(ctx, one.Hash()); there != nil { // nobody else kept it meanwhile
				return "", err
			}
		}
	} else if err != nil {
		return "", err
	}
	unit := one.Applies.One()
	run := PracticeRun + uuid.NewString()
	m := workshop.Machine{ID: run, Name: "Practice: “" + e.Title + "” " + run[len(run)-6:], Craft: one.Craft, Version: 1,
		Unit:   &workshop.Unit{Serial: unit.Serial, Hand: unit.Hand, Variant: unit.Variant},
		Cables: []workshop.Cable{{ID: "cable", Name: one.Cable, Family: one.Family}}}
	try := postgres.Try{Run: run, Person: person, Exercise: e.ID, File: string(file), Seed: seed, Opened: p.now()}
	if err := store.AddTry(ctx, try, m); err != nil {
		return "", err
	}
	return run, store.OpenRun(ctx, workshop.Job{ID: run, Machine: m.ID, Cable: "cable", Opened: p.now()})
}

// mostGuests is how many exercises of people without an account there are at a time.
const mostGuests = 100

// guestsStay is how long an exercise of somebody without an account stays where it is not left.
const guestsStay = 3 * time.Hour

// sweep does away with what guests left.
func (p *Practice) sweep(ctx context.Context) error {
	return p.Shop.Store.ForgetTries(ctx, "", p.now().Add(-guestsStay))
}

// at is the room of a run, brought up to where the store says it stands. Whoever asked unlocks it. The error is ErrNotFound.
func (p *Practice) at(ctx context.Context, run string) (*roomOpen, error) {
	r, there := p.rooms.Get(run)
	if !there {
		r = &roomOpen{}
		if before, was, _ := p.rooms.PeekOrAdd(run, r); was {
			r = before
		}
	}
	r.Lock()
	if err := p.catchUp(ctx, r, run); err != nil {
		r.room = nil // worked through again by whoever asks next
		r.Unlock()
		if errors.Is(err, postgres.ErrNotFound) {
			p.rooms.Remove(run)
		}
		return nil, err
	}
	return r, nil
}

// catchUp takes what came since: entries and acts in the order in which they were made.
func (p *Practice) catchUp(ctx context.Context, r *roomOpen, run string) (err error) {
	if r.try, err = p.Shop.Store.Try(ctx, run); err != nil {
		return err
	}
	if r.room == nil {
		if r.room, err = roomOf(r.try); err != nil {
			return err
		}
		r.seq, r.acts = 0, 0
	}
	acts, err := p.Shop.Store.Acts(ctx, run, r.acts)
	if err != nil {
		return err
	}
	events, _, err := p.Shop.Store.Events(ctx, run, r.seq)
	if err != nil {
		return err
	}
	if len(acts) > 0 && acts[0].After < r.seq { // another server was first: in their order, from the beginning
		r.room = nil
		return p.catchUp(ctx, r, run)
	}
	if err := through(r.room, events, acts); err != nil {
		return err
	}
	if n := len(events); n > 0 {
		r.seq = events[n-1].Seq
	}
	if n := len(acts); n > 0 {
		r.acts = acts[n-1].N
	}
	return nil
}

// roomOf is the room of a try as it was found.
func roomOf(t postgres.Try) (*practice.Room, error) {
	e, err := practice.Parse([]byte(t.File))
	if err != nil {
		return nil, err
	}
	return practice.NewRoom(e, t.Seed)
}

// through works entries and acts through, in the order in which they were made.
func through(room *practice.Room, events []record.Event, acts []postgres.Acted) error {
	for len(acts)+len(events) > 0 {
		if len(acts) > 0 && (len(events) == 0 || acts[0].After < events[0].Seq) {
			var a practice.Act
			if err := json.Unmarshal([]byte(acts[0].Act), &a); err != nil {
				return err
			}
			if _, err := room.Do(a); err != nil {
				return err
			}
			acts = acts[1:]
			continue
		}
		if err := room.Took(events[0]); err != nil {
			return err
		}
		events = events[1:]
	}
	return nil
}

// Do does one thing at an exercise. The error is a *fault.Fault, a *Refusal or ErrNotFound.
func (p *Practice) Do(ctx context.Context, run string, a practice.Act) (practice.Told, *Practised, error) {
	r, err := p.at(ctx, run)
	if err != nil {
		return practice.Told{}, nil, err
	}
	defer r.Unlock()
	if r.try.Ended {
		return practice.Told{}, nil, errOver
	}
	told, err := p.do(ctx, r, a)
	if err != nil {
		return told, nil, err
	}
	return told, p.practised(r), nil
}

// do keeps an act that somebody may do, with the room locked.
func (p *Practice) do(ctx context.Context, r *roomOpen, a practice.Act) (practice.Told, error) {
	if r.acts >= mostActs {
		return practice.Told{}, &Refusal{Status: 409, Field: "run",
			Message: "so much was done here that nobody could follow it: end it, and begin anew"}
	}
	raw, err := json.Marshal(a)
	if err != nil {
		return practice.Told{}, err
	}
	told, err := r.room.Do(a)
	if err != nil {
		return told, err
	}
	if err := p.Shop.Store.AddAct(ctx, r.try.Run, postgres.Acted{N: r.acts + 1, After: r.seq, Act: string(raw)}, p.now()); err != nil {
		r.room = nil // what was done was not kept
		if errors.Is(err, postgres.ErrTaken) {
			return told, &Refusal{Status: 409, Field: "run", Message: "something else was done here at the same time: look again, and do it once more"}
		}
		return told, err
	}
	r.acts++
	return told, nil
}

// mostActs is how much somebody does at one exercise: each time it is opened anew all of it is worked through.
const mostActs = 2000

var errOver = &Refusal{Status: 409, Field: "run", Message: "this exercise is over: begin it again, or another one"}

// Append adds an entry to the run of an exercise, as AppendFrom does to any other. What the hands would have felt otherwise is
// refused, and what would have hurt somebody is kept as that.
func (p *Practice) Append(ctx context.Context, from Device, e record.Event, after int) (RunView, error) {
	if err := p.may(ctx, e); err != nil {
		return RunView{}, err
	}
	v, err := p.Shop.AppendFrom(ctx, from, e, after)
	if err != nil {
		return v, err
	}
	r, err := p.at(ctx, e.Run)
	if err != nil {
		return v, err
	}
	defer r.Unlock()
	v.Practice = p.practised(r)
	return v, nil
}

func (p *Practice) may(ctx context.Context, e record.Event) error {
	r, err := p.at(ctx, e.Run)
	if err != nil {
		return err
	}
	defer r.Unlock()
	if r.try.Ended {
		return errOver
	}
	if _, _, err := p.Shop.Store.Event(ctx, e.ID); err == nil {
		return nil // sent again
	}
	act, err := r.room.May(e.Kind, e.Body)
	if act != nil {
		if _, kept := p.do(ctx, r, *act); kept != nil {
			return kept
		}
	}
	return err
}

// MayAppend tells why somebody may not add this entry to an exercise: the second look is the room's own.
func (p *Practice) MayAppend(_ workshop.Person, e record.Event) error {
	if e.Kind == record.KindInspected {
		return &Refusal{Status: 403, Field: "by", Message: "in an exercise the room has the second pair of eyes: ask for them"}
	}
	return nil
}

// Run is the run of an exercise, as any run is shown.
func (p *Practice) Run(ctx context.Context, run string) (RunView, error) {
	v, err := p.Shop.Run(ctx, run)
	if err != nil {
		return v, err
	}
	r, err := p.at(ctx, run)
	if err != nil {
		return v, err
	}
	defer r.Unlock()
	v.Practice = p.practised(r)
	return v, nil
}

// Owner is whose exercise a run is, "" for somebody without an account. The error is ErrNotFound.
func (p *Practice) Owner(ctx context.Context, run string) (string, error) {
	t, err := p.Shop.Store.Try(ctx, run)
	return t.Person, err
}

// Practised is what of an exercise stands beside its run: nothing of what it hides.
type Practised struct {
	practice.Open
	Seed     uint64             `json:"seed"`
	Minutes  float64            `json:"minutes"`
	Controls []practice.Control `json:"controls"`
	Things   []practice.Looked  `json:"things"`
	Made     []string           `json:"made"` // states that were made so, and hold
	Causes   []practice.CauseOf `json:"causes"`
	Ended    bool               `json:"ended"`
	Inspects bool               `json:"inspects"`       // the second pair of eyes is the room's
	Held     *practice.Held     `json:"held,omitempty"` // what a gauge shows that is held still
}

func (p *Practice) practised(r *roomOpen) *Practised {
	room := r.room
	return &Practised{Open: room.Open(), Seed: r.try.Seed, Minutes: room.Minutes(), Controls: room.Controls(), Things: room.Things(),
		Made: room.MadeStates(), Causes: room.Causes(), Ended: r.try.Ended, Inspects: room.WantsInspecting(),
		Held: room.Holding()}
}

// choose finds the exercise: one by its id, or any that fits.
func (p *Practice) choose(ctx context.Context, who workshop.Person, in PracticeIn) (*practice.Exercise, error) {
	if in.Exercise != "" {
		e, err := p.find(ctx, who, in.Exercise)
		if err == nil && who.ID == "" && e.Grade > 1 {
			return nil, &Refusal{Status: 401, Field: "session", Message: "sign in for this one: the first grade is open to everybody"}
		}
		return e, err
	}
	fits := slices.DeleteFunc(slices.Clone(practice.All()), func(e *practice.Exercise) bool {
		return in.Family != "" && e.Family != in.Family || in.Grade != 0 && e.Grade != in.Grade || who.ID == "" && e.Grade > 1
	})
	if len(fits) == 0 {
		return nil, fault.At("family", "there is no exercise of this family and grade: choose another one")
	}
	return fits[drawn(len(fits))], nil
}

// handed tells whether an exercise that a lead composed is open to somebody.
func handed(one postgres.SetExercise, who workshop.Person) bool {
	return one.Person == "" || one.Person == who.ID || who.Role.May(workshop.Manage)
}

// find is an exercise by its id: a shipped one, or one that a lead composed.
func (p *Practice) find(ctx context.Context, who workshop.Person, id string) (*practice.Exercise, error) {
	sets, err := p.Shop.Store.Sets(ctx)
	if err != nil {
		return nil, err
	}
	for _, one := range sets {
		if one.ID == id && handed(one, who) {
			return practice.Parse([]byte(one.File))
		}
	}
	e, err := practice.Find(id)
	if err != nil {
		return nil, fault.At("exercise", "there is no exercise of that name: the list names them")
	}
	return e, nil
}

package shop

import (
	"context"
	"sync/atomic"

	lru "github.com/hashicorp/golang-lru/v2"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
	"brankel/rigging/wear"
	"brankel/rigging/workshop"
)

// memory is what is held in memory between requests, bounded, and never trusted over the
// database: a run is carried on only from where the database says it stands, floor and
// library only while their version is the same. Sheets never change.
type memory struct {
	runs     *lru.Cache[string, *live]
	sheets   *lru.Cache[string, *sheet.Sheet]           // by hash
	heads    *lru.Cache[string, aged[[]sheet.Head]]     // by family and cable
	machines *lru.Cache[string, aged[workshop.Machine]] // by id
	gauges   *lru.Cache[string, aged[[]record.Gauge]]   // there is one entry
	name     *lru.Cache[string, aged[string]]           // of the workshop; there is one entry
	floor    *lru.Cache[string, aged[held]]             // there is one entry; nobody changes what it holds

	benches *lru.Cache[string, *trouble.Finder] // by sheet and files of the workshop's own

	taught *lru.Cache[string, taught] // by run and when it was touched last

	wears *lru.Cache[string, wear.Answer] // by history

	ends *lru.Cache[string, []foreseen] // by how they are kept

	foreseeing atomic.Bool // somebody works out what wear says of many machines

	answers *lru.Cache[string, answered] // by what was asked

	archiving archiving

	carried, anew atomic.Int64 // times a run was carried on from here, and folded from its first event

	accounts *present[Account] // by id or name
	sessions *present[session] // by token

	hub     *hub
	hashing chan struct{} // passwords being compared: each takes 64 MB for a moment
}

// How much is held: a run of 2,000 events takes about two megabytes.
const (
	runsKept     = 64
	sheetsKept   = 256
	machinesKept = 2000
	benchesKept  = 64
	taughtKept   = 1000
	wearsKept    = 4000
	endsKept     = 4000
)

// aged is a value with the version it was read at.
type aged[T any] struct {
	version int
	value   T
}

func newKept() *memory {
	return &memory{
		runs:     must(lru.New[string, *live](runsKept)),
		sheets:   must(lru.New[string, *sheet.Sheet](sheetsKept)),
		heads:    must(lru.New[string, aged[[]sheet.Head]](sheetsKept)),
		machines: must(lru.New[string, aged[workshop.Machine]](machinesKept)),
		gauges:   must(lru.New[string, aged[[]record.Gauge]](1)),
		name:     must(lru.New[string, aged[string]](1)),
		benches:  must(lru.New[string, *trouble.Finder](benchesKept)),
		taught:   must(lru.New[string, taught](taughtKept)),
		floor:    must(lru.New[string, aged[held]](1)),
		wears:    must(lru.New[string, wear.Answer](wearsKept)),
		ends:     must(lru.New[string, []foreseen](endsKept)),
		answers:  newAnswers(),
		accounts: newPresent[Account](),
		sessions: newPresent[session](),
		hub:      newHub(),
		hashing:  make(chan struct{}, 2),
	}
}

func must[T any](v T, err error) T {
	if err != nil {
		panic(err) // a size below one
	}
	return v
}

// fresh is what is kept under key when it has the version, else what read gives.
func fresh[T any](cache *lru.Cache[string, aged[T]], key string, version int, read func() (T, error)) (T, error) {
	if old, ok := cache.Get(key); ok && old.version == version {
		return old.value, nil
	}
	value, err := read()
	if err == nil {
		cache.Add(key, aged[T]{version, value})
	}
	return value, err
}

// Folds is how often a run was carried on from memory, and how often it was folded from its first event.
func (s *Shop) Folds() (carried, anew int64) { return s.memory.carried.Load(), s.memory.anew.Load() }

// run is what is kept of a run, empty when it is new here.
func (k *memory) run(id string) *live {
	if l, ok := k.runs.Get(id); ok {
		return l
	}
	l := &live{}
	if before, there, _ := k.runs.PeekOrAdd(id, l); there {
		return before
	}
	return l
}

// knownSheet is the sheet of a hash, from memory or from the store.
func (s *Shop) knownSheet(ctx context.Context, hash string) (*sheet.Sheet, error) {
	if one, ok := s.memory.sheets.Get(hash); ok {
		return one, nil
	}
	one, err := s.Store.Sheet(ctx, hash)
	if err == nil {
		s.memory.sheets.Add(hash, one)
	}
	return one, err
}

package shop

import (
	"context"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/hashicorp/golang-lru/v2/expirable"
)

// For how long, and of how many, is known who is here without asking: it is dropped whenever somebody comes, goes or is changed, on
// any server. The moment bounds what a server may still believe that was cut off from the others and has not noticed.
const (
	moment     = 5 * time.Second
	mostBeside = 2000
)

// present is what was read of who is here. Nothing is kept while this server does not hear what the others change.
type present[V any] struct {
	kept    *expirable.LRU[string, V]
	mu      sync.Mutex
	hearing bool
	moves   int // what is read while it changes is not kept
}

func newPresent[V any]() *present[V] {
	return &present[V]{kept: expirable.NewLRU[string, V](mostBeside, nil, moment)}
}

// get is what is kept under a key, else what read gives; whether that is to be kept is said by it.
func (p *present[V]) get(key string, read func() (v V, keep bool, err error)) (V, error) {
	if v, ok := p.kept.Get(key); ok {
		return v, nil
	}
	p.mu.Lock()
	before := p.moves
	p.mu.Unlock()
	v, keep, err := read()
	p.mu.Lock()
	defer p.mu.Unlock()
	if err == nil && keep && p.hearing && p.moves == before {
		p.kept.Add(key, v)
	}
	return v, err
}

// drop forgets all that is kept.
func (p *present[V]) drop() {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.moves++
	p.kept.Purge()
}

// hear tells whether from now on it is heard what other servers change.
func (p *present[V]) hear(hearing bool) {
	p.drop()
	p.mu.Lock()
	defer p.mu.Unlock()
	p.hearing = hearing
}

// forget forgets one key.
func (p *present[V]) forget(key string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.moves++
	p.kept.Remove(key)
}

// Came tells everybody who streams to look whether they still may, and every server to ask anew who is here.
func (s *Shop) Came() {
	s.memory.accounts.drop()
	s.memory.sessions.drop()
	s.memory.hub.tellAll(Comings)
}

// Hears tells whether this server hears what others write.
func (s *Shop) Hears() bool {
	s.memory.accounts.mu.Lock()
	defer s.memory.accounts.mu.Unlock()
	return s.memory.accounts.hearing
}

// hears tells whether what other servers change is heard from now on.
func (s *Shop) hears(hearing bool) {
	s.memory.accounts.hear(hearing)
	s.memory.sessions.hear(hearing)
}

// Account is somebody with an account, by id or by name; ErrNotFound where there is nobody.
func (s *Shop) Account(ctx context.Context, name string) (Account, error) {
	return s.memory.accounts.get(name, func() (Account, bool, error) {
		a, err := s.Store.Account(ctx, name)
		return a, true, err
	})
}

// Sessions keeps who is signed in on which device.
func (s *Shop) Sessions() (scs.Store, error) {
	kept, err := s.Store.Sessions()
	return sessions{kept, s}, err
}

// sessions are those of the store, known for a moment without asking it.
type sessions struct {
	scs.Store
	shop *Shop
}

// session is what the store holds under a token.
type session struct {
	raw   []byte
	found bool
}

// Find is what is held under a token.
func (s sessions) Find(token string) ([]byte, bool, error) {
	one, err := s.shop.memory.sessions.get(token, func() (session, bool, error) {
		raw, found, err := s.Store.Find(token)
		return session{raw, found}, found, err
	})
	return one.raw, one.found, err
}

// Commit holds something under a token.
func (s sessions) Commit(token string, raw []byte, until time.Time) error {
	defer s.shop.memory.sessions.forget(token)
	return s.Store.Commit(token, raw, until)
}

// Delete ends a session, on every server.
func (s sessions) Delete(token string) error {
	defer s.shop.Came()
	return s.Store.Delete(token)
}

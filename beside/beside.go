// Package beside is a demo workshop beside one's own floor: on a database of its own that is dropped when the last
// visitor has left, at a port of its own, so that a browser keeps nothing of it with what is one's own.
package beside

import (
	"context"
	"crypto/rand"
	"errors"
	"log/slog"
	"net"
	"net/http"
	"sync"
	"time"

	"brankel/demo"
	"brankel/postgres"
	"brankel/shop"
	"brankel/web"
)

// Demo is that workshop. Its zero value is none: fill in all fields that are named.
type Demo struct {
	Own    *postgres.Store // one's own floor: the other database stands on the same server
	Log    *slog.Logger
	Listen func() (net.Listener, error)
	// Handler is the application on a shop; at tells where it listens.
	Handler func(s *shop.Shop, v web.Visited, at func() net.Addr) (http.Handler, error)
	// Serve is a server of the handler, with its deadlines.
	Serve func(http.Handler) *http.Server
	URL   string           // where browsers find the demo, "" by its port
	Back  func() web.Place // one's own floor

	mu   sync.Mutex
	open *floor
}

const (
	ticketLasts = time.Minute
	idleLasts   = time.Hour // a demo that nobody asks anything is left
	// host is whose account a visitor is let in by.
	host = "ines"
)

// floor is the workshop while it is open.
type floor struct {
	store    *postgres.Store
	server   *http.Server
	listener net.Listener
	end      context.CancelFunc

	mu       sync.Mutex
	tickets  map[string]time.Time
	visitors map[string]bool
	touched  time.Time
}

// Enter opens the workshop where it is not open yet. It takes a few seconds then.
func (d *Demo) Enter(ctx context.Context) (ticket string, at web.Place, err error) {
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.open == nil {
		f, err := d.make(ctx)
		if err != nil {
			return "", at, err
		}
		d.open = f
	}
	f := d.open
	f.mu.Lock()
	defer f.mu.Unlock()
	ticket = rand.Text()
	f.tickets[ticket], f.touched = time.Now().Add(ticketLasts), time.Now()
	return ticket, web.PlaceOf(d.URL, f.listener.Addr()), nil
}

func (d *Demo) make(ctx context.Context) (f *floor, err error) {
	store, err := d.Own.Passing(ctx)
	if err != nil {
		return nil, err
	}
	life, end := context.WithCancel(context.Background())
	f = &floor{store: store, end: end, tickets: map[string]time.Time{}, visitors: map[string]bool{}}
	defer func() {
		if err != nil {
			f.close()
			err = errors.Join(err, d.Own.Drop(context.WithoutCancel(ctx), store))
		}
	}()
	s := shop.New(store, func() time.Time { return time.Now().UTC() })
	if err := s.Import(ctx, marked{demo.Files}); err != nil {
		return nil, err
	}
	if _, err := s.Accounts(ctx, onePIN(demo.Accounts)); err != nil {
		return nil, err
	}
	if f.listener, err = d.Listen(); err != nil {
		return nil, err
	}
	h, err := d.Handler(s, visit{d, f}, f.listener.Addr)
	if err != nil {
		return nil, err
	}
	f.server = d.Serve(f.touching(h))
	s.Live(life)
	go func() {
		if err := f.server.Serve(f.listener); !errors.Is(err, http.ErrServerClosed) {
			d.Log.Error("the demo workshop ended", "error", err)
		}
	}()
	go d.untilIdle(life, f)
	return f, nil
}

// touching notes that somebody is there.
func (f *floor) touching(h http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		f.mu.Lock()
		f.touched = time.Now()
		f.mu.Unlock()
		h.ServeHTTP(w, r)
	})
}

func (d *Demo) untilIdle(life context.Context, f *floor) {
	for {
		select {
		case <-life.Done():
			return
		case <-time.After(time.Minute):
		}
		f.mu.Lock()
		idle := time.Since(f.touched) > idleLasts
		f.mu.Unlock()
		if idle {
			d.leave(f)
			return
		}
	}
}

// leave does away with a floor, once.
func (d *Demo) leave(f *floor) {
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.open != f {
		return
	}
	d.open = nil
	f.close()
	ctx, done := context.WithTimeout(context.Background(), 10*time.Second)
	defer done()
	if err := d.Own.Drop(ctx, f.store); err != nil {
		d.Log.Error("the demo workshop’s database could not be dropped", "error", err)
	}
}

func (f *floor) close() {
	f.end()
	switch {
	case f.server != nil:
		_ = f.server.Close() // streams are open for as long as somebody looks: nobody does any more
	case f.listener != nil:
		_ = f.listener.Close()
	}
}

// Close leaves the workshop, whoever is there: one's own server ends.
func (d *Demo) Close() {
	d.mu.Lock()
	f := d.open
	d.mu.Unlock()
	if f != nil {
		d.leave(f)
	}
}

// visit is a floor as its own screens see it.
type visit struct {
	demo  *Demo
	floor *floor
}

// Admit takes a ticket.
func (v visit) Admit(ticket string) (visitor, account string, ok bool) {
	f := v.floor
	f.mu.Lock()
	defer f.mu.Unlock()
	until, known := f.tickets[ticket]
	if !known || time.Now().After(until) {
		return "", "", false
	}
	delete(f.tickets, ticket)
	visitor = rand.Text()
	f.visitors[visitor] = true
	return visitor, host, true
}

// Leave says that a visitor is gone. The answer to whoever left last goes out first.
func (v visit) Leave(visitor string) {
	f := v.floor
	f.mu.Lock()
	known := f.visitors[visitor]
	delete(f.visitors, visitor)
	f.mu.Unlock()
	if known && f.deserted() {
		time.AfterFunc(time.Second, func() {
			if f.deserted() {
				v.demo.leave(f)
			}
		})
	}
}

// deserted tells whether nobody is in, and nobody has a ticket that is good yet.
func (f *floor) deserted() bool {
	f.mu.Lock()
	defer f.mu.Unlock()
	for old, until := range f.tickets {
		if time.Now().After(until) {
			delete(f.tickets, old)
		}
	}
	return len(f.visitors) == 0 && len(f.tickets) == 0
}

// Home is the floor that visitors came from.
func (v visit) Home() web.Place { return v.demo.Back() }

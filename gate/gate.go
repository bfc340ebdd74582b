// Package gate lets costly work through a few at a time. Who comes waits in a short queue that
// nobody can fill alone, and no longer than their request lasts.
package gate

import (
	"context"
	"errors"
	"sync"
)

// Why nobody is let into a queue: it is full, or all they may have in it is there already.
var (
	ErrFull = errors.New("the queue is full")
	ErrOwn  = errors.New("as many of one's own as may wait are waiting")
)

// Gate is one kind of costly work. A nil Gate lets everybody through.
type Gate struct {
	slots  chan struct{}
	most   int // in the queue and at work together
	mostOf int // of them of one

	mu  sync.Mutex
	all int
	of  map[string]int
}

// New lets so many work at once and so many wait; of one there are mostOf at the most, waiting and
// at work. All are at least 1, but for waiting, which may be 0.
func New(atOnce, waiting, mostOf int) *Gate {
	return &Gate{slots: make(chan struct{}, atOnce), most: atOnce + waiting, mostOf: mostOf, of: map[string]int{}}
}

// Place is a place in the queue. It is given back by Leave, whatever came of it.
type Place struct {
	gate  *Gate
	who   string
	works bool
	left  bool
}

// Queue gives a place in the queue, or ErrFull or ErrOwn.
func (g *Gate) Queue(who string) (*Place, error) {
	if g == nil {
		return &Place{left: true}, nil
	}
	g.mu.Lock()
	defer g.mu.Unlock()
	switch {
	case g.of[who] >= g.mostOf:
		return nil, ErrOwn
	case g.all >= g.most:
		return nil, ErrFull
	}
	g.all++
	g.of[who]++
	return &Place{gate: g, who: who}, nil
}

// Enter waits for its turn to work; the error is that of ctx when it ended first.
func (p *Place) Enter(ctx context.Context) error {
	if p.gate == nil || p.works {
		return nil
	}
	select {
	case p.gate.slots <- struct{}{}:
		p.works = true
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

// Rest lets the next one work and keeps the place: what is left costs little, but is not done.
func (p *Place) Rest() {
	if p.works {
		p.works = false
		<-p.gate.slots
	}
}

// Leave gives the place to the next; twice does no harm.
func (p *Place) Leave() {
	if p.left {
		return
	}
	p.left = true
	p.Rest()
	g := p.gate
	g.mu.Lock()
	defer g.mu.Unlock()
	g.all--
	if g.of[p.who]--; g.of[p.who] == 0 {
		delete(g.of, p.who)
	}
}

// Enter queues and waits in one.
func (g *Gate) Enter(ctx context.Context, who string) (leave func(), err error) {
	p, err := g.Queue(who)
	if err != nil {
		return nil, err
	}
	if err := p.Enter(ctx); err != nil {
		p.Leave()
		return nil, err
	}
	return p.Leave, nil
}

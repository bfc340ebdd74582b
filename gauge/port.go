package gauge

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"os"
	"slices"
	"strings"
	"sync"
	"time"
)

// Port is where gauges come in: over TCP, or by a file that a serial device is. Its zero value has none; Now and Moved are to be
// filled in.
type Port struct {
	Now   func() time.Time
	Today func() string // the day of the workshop
	Moved func()        // told now and then while anything changes

	mu     sync.Mutex
	gauges map[string]*state
	moved  bool
}

// mostLines is how many lines of a gauge are read a second.
const mostLines = 200

// mostGauges is how many come in at a time, helloWithin how long one may take to say who it is.
const (
	mostGauges  = 64
	helloWithin = 5 * time.Second
	tellEvery   = 50 * time.Millisecond
)

// Live is what every gauge shows that is here, by number.
func (p *Port) Live() []Live {
	p.mu.Lock()
	defer p.mu.Unlock()
	out := []Live{}
	for _, s := range p.gauges {
		out = append(out, s.at(p.Now(), p.Today()))
	}
	slices.SortFunc(out, func(a, b Live) int { return strings.Compare(a.Number, b.Number) })
	return out
}

// Any tells whether a gauge is here.
func (p *Port) Any() bool {
	p.mu.Lock()
	defer p.mu.Unlock()
	return len(p.gauges) > 0
}

// Tell tells what moved until ctx ends, at most every twentieth of a second, and once a second while a gauge is here: one that
// falls silent says nothing.
func (p *Port) Tell(ctx context.Context) {
	tick := time.NewTicker(tellEvery)
	defer tick.Stop()
	for n := 0; ; n++ {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
		p.mu.Lock()
		moved := p.moved || len(p.gauges) > 0 && n%int(time.Second/tellEvery) == 0
		p.moved = false
		p.mu.Unlock()
		if moved {
			p.Moved()
		}
	}
}

// Listen takes gauges at an address until ctx ends.
func (p *Port) Listen(ctx context.Context, l net.Listener) error {
	stop := context.AfterFunc(ctx, func() { l.Close() })
	defer stop()
	places := make(chan struct{}, 2*mostGauges) // also of those that have not said who they are
	for {
		conn, err := l.Accept()
		if err != nil {
			if ctx.Err() != nil {
				return nil
			}
			return err
		}
		select {
		case places <- struct{}{}:
			go func() { defer func() { <-places }(); p.serve(ctx, conn) }()
		default:
			conn.Close()
		}
	}
}

// serve takes the lines of one connection. What it says wrong is answered, and it may say it again; only who it is has to be right
// at first.
func (p *Port) serve(ctx context.Context, conn net.Conn) {
	defer conn.Close()
	stop := context.AfterFunc(ctx, func() { conn.Close() })
	defer stop()
	_ = conn.SetDeadline(time.Now().Add(helloWithin))
	_ = p.Read(conn, func(says string) error {
		_ = conn.SetDeadline(time.Now().Add(2 * silentFrom))
		_, err := fmt.Fprintln(conn, says)
		return err
	}, func() { _ = conn.SetReadDeadline(time.Now().Add(10 * silentFrom)) })
}

// File takes the lines of a serial device until it ends or ctx does; one that is gone is looked for again.
func (p *Port) File(ctx context.Context, name string) {
	for ctx.Err() == nil {
		if f, err := os.Open(name); err == nil {
			stop := context.AfterFunc(ctx, func() { f.Close() })
			_ = p.Read(f, func(string) error { return nil }, func() {})
			stop()
			f.Close()
		}
		select {
		case <-ctx.Done():
		case <-time.After(silentFrom):
		}
	}
}

// Read takes lines until they end: the first says who it is. answer is called with "ok", or with what is wrong; heard after each
// line. The error is that of the reader, or why it was not let in.
func (p *Port) Read(r io.Reader, answer func(string) error, heard func()) error {
	from := newLines(r)
	text, err := from.next()
	if err != nil {
		return errors.Join(err, refuse(answer, err))
	}
	hello, err := Parse(text)
	if err == nil && hello.Word != WordGauge {
		err = errors.New("say first who you are: gauge 1 number=… kind=… unit=… doubt=…")
	}
	var s *state
	if err == nil {
		s, err = p.enter(hello.Who)
	}
	if err != nil {
		return errors.Join(err, refuse(answer, err))
	}
	defer p.leave(hello.Who.Number, s)
	if err := answer("ok"); err != nil {
		return err
	}
	if s.shows != nil {
		ctx, end := context.WithCancel(context.Background())
		defer end()
		go s.tellShows(ctx, answer)
		p.show(s, "", "")
	}
	for n, since := 1, time.Now(); ; n++ {
		text, err := from.next()
		if err != nil {
			return errors.Join(err, refuse(answer, err))
		}
		if n%mostLines == 0 { // it is read no faster: what it says meanwhile waits where it is
			time.Sleep(time.Until(since.Add(time.Second)))
			since = time.Now()
		}
		l, err := Parse(text)
		switch {
		case err != nil:
			if err := refuse(answer, err); err != nil {
				return err
			}
			continue
		case l.Word == WordBye:
			return nil
		case l.Word == WordGauge:
			if err := refuse(answer, errors.New("who you are was said already")); err != nil {
				return err
			}
			continue
		}
		p.mu.Lock()
		s.take(l, p.Now())
		p.moved = true
		p.mu.Unlock()
		heard()
	}
}

func refuse(answer func(string) error, why error) error {
	if errors.Is(why, io.EOF) {
		return nil
	}
	return answer("refused: " + strings.ReplaceAll(why.Error(), "\n", " "))
}

func (p *Port) enter(who Identity) (*state, error) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.gauges == nil {
		p.gauges = map[string]*state{}
	}
	was, there := p.gauges[who.Number]
	switch {
	case there && p.Now().Sub(was.last) <= silentFrom:
		return nil, fmt.Errorf("another gauge has the number %s, and is here: give one of them another", who.Number)
	case !there && len(p.gauges) >= mostGauges:
		return nil, fmt.Errorf("%d gauges are here already, as many as this server takes", mostGauges)
	}
	s := newState(who, p.Now())
	p.gauges[who.Number], p.moved = s, true
	return s, nil
}

// leave keeps one that goes for a while as silent, so that whoever reads it learns it.
func (p *Port) leave(number string, s *state) {
	time.AfterFunc(10*silentFrom, func() {
		p.mu.Lock()
		defer p.mu.Unlock()
		if p.gauges[number] == s {
			delete(p.gauges, number)
			p.moved = true
		}
	})
	p.mu.Lock()
	defer p.mu.Unlock()
	s.last, p.moved = time.Time{}, true
}

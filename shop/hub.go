package shop

import (
	"context"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"

	"brankel/rigging/run/record"
)

// Floor is the topic of everything Bays shows.
const Floor = "floor"

// Comings is the topic of who may be here: a session that ended, a role that changed, an invitation
// taken back. Whoever streams looks whether they still may.
const Comings = "comings"

// hands is the topic of who is at a run.
func hands(run string) string { return "hands." + run }

// hub wakes whoever follows a run or the floor. A wake-up says only that there is news: who is
// slow finds one waiting, however many came, and nobody who writes ever waits for who reads.
type hub struct {
	self string // this server, among others on the same database

	mu      sync.Mutex
	watches map[string]map[*Watch]struct{} // by topic
	chains  map[string][]record.Event      // of the runs that are followed, as far as known here
	telling bool                           // other servers are told
	told    map[string]struct{}            // what they are to be told
	tell    chan struct{}
}

func newHub() *hub {
	return &hub{self: uuid.NewString(), watches: map[string]map[*Watch]struct{}{}, chains: map[string][]record.Event{},
		told: map[string]struct{}{}, tell: make(chan struct{}, 1)}
}

// Watch is one who follows. News has something when there is news of one of its topics.
type Watch struct {
	News   <-chan struct{}
	news   chan struct{}
	topics []string
	of     []string // topics there is news of, each once
	hub    *hub
}

// Watch follows topics until it is closed.
func (s *Shop) Watch(topics ...string) *Watch {
	news := make(chan struct{}, 1)
	w := &Watch{News: news, news: news, topics: topics, hub: s.memory.hub}
	w.hub.mu.Lock()
	defer w.hub.mu.Unlock()
	for _, t := range topics {
		if w.hub.watches[t] == nil {
			w.hub.watches[t] = map[*Watch]struct{}{}
		}
		w.hub.watches[t][w] = struct{}{}
	}
	return w
}

// WatchRun follows a run and who is at it.
func (s *Shop) WatchRun(id string) *Watch { return s.Watch(id, hands(id), Comings, gaugesMoved) }

// gaugesMoved is the topic of what connected gauges show. They are connected to one server, and told by it alone.
const gaugesMoved = "gauges"

// GaugesMoved tells whoever follows a run that connected gauges show something else.
func (s *Shop) GaugesMoved() {
	s.memory.hub.wake(gaugesMoved)
	s.door.mu.Lock()
	defer s.door.mu.Unlock()
	if s.door.open != nil {
		s.door.open.Shop.memory.hub.wake(gaugesMoved)
	}
}

// OfGauges tells whether the news since it was asked last is of connected gauges.
func (w *Watch) OfGauges() bool { return w.ofTopic(gaugesMoved) }

// WatchFloor follows all that Bays shows.
func (s *Shop) WatchFloor() *Watch { return s.Watch(Floor, Comings) }

// OfHands tells whether the news since it was asked last is of who is at the run.
func (w *Watch) OfHands() bool {
	w.hub.mu.Lock()
	defer w.hub.mu.Unlock()
	of := w.of
	w.of = nil
	return slices.ContainsFunc(of, func(t string) bool { return strings.HasPrefix(t, hands("")) })
}

// OfComings tells whether the news since it was asked last is of who may be here.
func (w *Watch) OfComings() bool { return w.ofTopic(Comings) }

func (w *Watch) ofTopic(topic string) bool {
	w.hub.mu.Lock()
	defer w.hub.mu.Unlock()
	i := slices.Index(w.of, topic)
	if i >= 0 {
		w.of = slices.Delete(w.of, i, i+1)
	}
	return i >= 0
}

// Close ends it.
func (w *Watch) Close() {
	w.hub.mu.Lock()
	defer w.hub.mu.Unlock()
	for _, t := range w.topics {
		if delete(w.hub.watches[t], w); len(w.hub.watches[t]) == 0 {
			delete(w.hub.watches, t)
			delete(w.hub.chains, t)
		}
	}
}

// wake lets everybody look who follows one of the topics here.
func (h *hub) wake(topics ...string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for _, t := range topics {
		for w := range h.watches[t] {
			if !slices.Contains(w.of, t) {
				w.of = append(w.of, t)
			}
			select {
			case w.news <- struct{}{}:
			default: // one is waiting already
			}
		}
	}
}

// know keeps the chain of a run for those who follow it; an older one changes nothing.
func (h *hub) know(id string, chain []record.Event) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if len(h.watches[id]) > 0 && len(chain) > len(h.chains[id]) {
		h.chains[id] = chain
	}
}

// since is what came to a run after a number, as far as it is known here.
func (h *hub) since(id string, after int) []record.Event {
	h.mu.Lock()
	defer h.mu.Unlock()
	chain := h.chains[id]
	return slices.Clone(chain[min(after, len(chain)):])
}

// tellAll wakes who is here, and has the other servers told.
func (h *hub) tellAll(topics ...string) {
	h.wake(topics...)
	h.mu.Lock()
	defer h.mu.Unlock()
	if !h.telling {
		return
	}
	for _, t := range topics {
		h.told[t] = struct{}{}
	}
	select {
	case h.tell <- struct{}{}:
	default:
	}
}

// due is what other servers are to be told now.
func (h *hub) due() (topics []string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for t := range h.told {
		topics = append(topics, t)
	}
	clear(h.told)
	slices.Sort(topics)
	return topics
}

func (h *hub) followed() (runs []string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for t := range h.watches {
		runs = append(runs, t)
	}
	return runs
}

// Live lets this server hear what others on the same database write, and tells them what is
// written here, until ctx ends.
func (s *Shop) Live(ctx context.Context) {
	h := s.memory.hub
	if s.Shows() {
		go s.lookOften(ctx)
		return
	}
	h.mu.Lock()
	h.telling = true
	h.mu.Unlock()
	go s.tellOthers(ctx)
	go s.noteHeads(ctx)
	go s.Store.Listen(ctx, h.self, func(topics []string) { s.heard(ctx, topics) }, func(hearing bool) {
		if s.hears(hearing); hearing {
			s.heard(ctx, h.followed())
		}
	})
}

// lookEvery is how often a server that only shows looks whether anything was written: a standby is told nothing.
const lookEvery = 2 * time.Second

func (s *Shop) lookOften(ctx context.Context) {
	var before string
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(lookEvery):
		}
		if at, err := s.Store.Moved(ctx); err == nil && at != before {
			before = at
			s.heard(ctx, s.memory.hub.followed())
		}
	}
}

// noteEvery is how long what was written to a run may stand outside the ledger, unless the run is left
// or signed before.
const noteEvery = time.Minute

// noteHeads puts the heads of runs that went on into the ledger, now and then.
func (s *Shop) noteHeads(ctx context.Context) {
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(noteEvery):
			_ = s.NoteHeads(ctx) // a store that is away is asked again
		}
	}
}

// NoteHeads puts the heads of all runs that went on into the ledger.
func (s *Shop) NoteHeads(ctx context.Context) error {
	for {
		if n, err := s.Store.NoteHeads(ctx); n == 0 || err != nil {
			return err
		}
	}
}

// tellOthers tells in one notification whatever came since the last one.
func (s *Shop) tellOthers(ctx context.Context) {
	h := s.memory.hub
	for {
		select {
		case <-ctx.Done():
			return
		case <-h.tell:
		}
		for topics := h.due(); len(topics) > 0 && s.Store.Tell(ctx, h.self, topics) != nil; {
			select { // the store is away: those who follow look by themselves now and then
			case <-ctx.Done():
				return
			case <-time.After(time.Second):
			}
		}
	}
}

// heard looks at what another server wrote, once for all who follow it here.
func (s *Shop) heard(ctx context.Context, topics []string) {
	h := s.memory.hub
	if slices.Contains(topics, Comings) {
		s.memory.accounts.drop()
		s.memory.sessions.drop()
	}
	for _, t := range topics {
		h.mu.Lock()
		followed := len(h.watches[t]) > 0
		h.mu.Unlock()
		if !followed {
			continue
		}
		if isRun := t != Floor && t != Comings && t != gaugesMoved && !strings.HasPrefix(t, hands("")); isRun {
			if o, err := s.open(ctx, t); err == nil { // else those who follow look with their next beat
				h.know(t, o.events)
				o.done()
			}
		}
		h.wake(t)
	}
}

// Known is what came to a run after a number, as far as whoever follows it was woken for it.
func (s *Shop) Known(id string, after int) []record.Event { return s.memory.hub.since(id, after) }

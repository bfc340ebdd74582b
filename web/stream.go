package web

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"strconv"
	"sync"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// How many streams a server may hold, and after how long a reader that takes no byte has left.
const (
	mostStreams    = 500
	patienceStream = 10 * time.Second
)

// mostOfOne is how many streams one person may hold, or all who came by one link: a screen holds one. A
// variable for the tests.
var mostOfOne = 12

// mostOfRun is how many may follow one run.
const mostOfRun = 60

// beatEvery is how often a stream shows that it is there, and looks whether whoever reads it
// still may; a variable for the tests.
var beatEvery = 15 * time.Second

// guestEvery is how soon a guest is out whose invitation ran out.
const guestEvery = time.Second

// streams counts those that are open.
type streams struct {
	sync.Mutex
	all int
	of  map[string]int
}

// open counts one more of somebody at a run ("" for the floor), or says why not.
func (s *streams) open(who, run string) error {
	s.Lock()
	defer s.Unlock()
	full := func(status int, says string, most int) error {
		return &shop.Refusal{Status: status, Field: "stream", After: 30 * time.Second,
			Message: fmt.Sprintf(says, most) + "; this one looks again by itself"}
	}
	switch {
	case s.all >= mostStreams:
		return full(503, "%d screens follow live already, as many as this server carries", mostStreams)
	case s.of[who] >= mostOfOne:
		return full(429, "you, or those who came by your link, follow live on %d screens already: close one", mostOfOne)
	case run != "" && s.of[run] >= mostOfRun:
		return full(429, "%d screens follow this run already: close one", mostOfRun)
	}
	s.all++
	s.of[who]++
	if run != "" {
		s.of[run]++
	}
	return nil
}

// count is how many there are.
func (s *streams) count() int {
	s.Lock()
	defer s.Unlock()
	return s.all
}

func (s *streams) close(who, run string) {
	s.Lock()
	defer s.Unlock()
	s.all--
	for _, key := range []string{who, run} {
		if s.of[key]--; s.of[key] <= 0 {
			delete(s.of, key)
		}
	}
}

func (s *server) streamRoutes() []route {
	return []route{
		on(http.MethodGet, "/api/v1/runs/{run}/stream", "streamRun", "server-sent events: entry with each event of a run after a "+
			"number (or after Last-Event-ID), hands when somebody came, went or said something, gauges with what connected gauges show").asks("after").as("text/event-stream").
			by(s.streamRun, workshop.Read).toGuests().flowing(),
		on(http.MethodGet, "/api/v1/stream", "streamFloor", "server-sent events: floor whenever bays may show something else").
			as("text/event-stream").
			by(s.streamFloor, workshop.Read).flowing(),
	}
}

// told is an event with its words.
type told struct {
	record.Event
	Says string `json:"says"`
}

func (s *server) streamRun(c *echo.Context) error {
	after, err := strconv.Atoi(c.Request().Header.Get("Last-Event-ID"))
	if err != nil {
		if after, err = strconv.Atoi(c.QueryParamOr("after", "0")); err != nil {
			after = -1
		}
	}
	if after < 0 {
		return fault.At("after", "write the number of the last event you have, or 0")
	}
	id := c.Param("run")
	w := s.of(c).WatchRun(id) // before the first look: what comes in between is not lost
	defer w.Close()
	missed, err := s.of(c).Events(c.Request().Context(), id, after)
	if err != nil {
		return err
	}
	seq, known := after, "nothing yet"
	entries := func(f flow, events []record.Event) error {
		for _, e := range events {
			raw, _ := json.Marshal(told{e, e.Says()}) // plain data
			if err := f.say("entry", strconv.Itoa(e.Seq), raw); err != nil {
				return err
			}
			seq = e.Seq
		}
		return nil
	}
	who := func(f flow) error {
		here, err := s.of(c).Hands(c.Request().Context(), id)
		if err != nil || here.Told() == known {
			return nil //nolint:nilerr // a store that is away is asked again with the next beat
		}
		known = here.Told()
		raw, _ := json.Marshal(here) // plain data
		return f.say("hands", "", raw)
	}
	gauges := func(f flow) error {
		raw, _ := json.Marshal(s.liveGauges(id)) // plain data
		return f.say("gauges", "", raw)
	}
	first := true
	return s.flow(c, w, func(f flow, beat bool) error {
		if moved := w.OfGauges(); moved || first && s.port != nil && s.port.Any() {
			if err := gauges(f); err != nil {
				return err
			}
		}
		first = false
		news, ofHands := s.of(c).Known(id, seq), w.OfHands()
		if missed != nil || beat {
			if missed == nil {
				missed, _ = s.of(c).Events(c.Request().Context(), id, seq) // or with the next beat
			}
			news, missed, ofHands = missed, nil, true
		}
		if err := entries(f, news); err != nil || !ofHands {
			return err
		}
		return who(f)
	})
}

// restFloor is how long a floor that changes all the time is not told again.
const restFloor = 500 * time.Millisecond

func (s *server) streamFloor(c *echo.Context) error {
	w := s.shop.WatchFloor()
	defer w.Close()
	return s.flow(c, w, func(f flow, beat bool) error {
		if beat {
			return nil
		}
		if err := f.say("floor", "", []byte("{}")); err != nil {
			return err
		}
		select {
		case <-c.Request().Context().Done():
		case <-time.After(restFloor):
		}
		return nil
	})
}

// flow is an answer that goes on.
type flow struct {
	http.ResponseWriter
	ctl *http.ResponseController
}

func (f flow) say(event, id string, data []byte) error {
	text := "event: " + event + "\n"
	if id != "" {
		text += "id: " + id + "\n"
	}
	return f.write(text + "data: " + string(data) + "\n\n")
}

func (f flow) write(text string) error {
	_ = f.ctl.SetWriteDeadline(time.Now().Add(patienceStream)) // not of a recorder in a test
	if _, err := f.Write([]byte(text)); err != nil {
		return err
	}
	return f.ctl.Flush()
}

// flow lets look speak at once, with all news and with each beat, as long as whoever asks is
// there and may.
func (s *server) flow(c *echo.Context, w *shop.Watch, look func(f flow, beat bool) error) error {
	who, run := whoWaits(c), c.Param("run")
	if err := s.streams.open(who, run); err != nil {
		return err
	}
	defer s.streams.close(who, run)
	c.Set(flowsKey, true)
	h := c.Response().Header()
	h.Set("Content-Type", "text/event-stream")
	h.Set("X-Accel-Buffering", "no") // a proxy between hands on what comes at once
	c.Response().WriteHeader(http.StatusOK)
	f := flow{c.Response(), http.NewResponseController(c.Response())}
	if err := f.write("retry: 1500\n\n"); err != nil {
		return nil //nolint:nilerr // whoever asked has left
	}
	every := beatEvery
	if account(c).Role == workshop.Guest {
		every = min(every, guestEvery)
	}
	ticker := time.NewTicker(every)
	defer ticker.Stop()
	for beat := false; look(f, beat) == nil; {
		select {
		case <-c.Request().Context().Done():
			return nil
		case <-s.ending:
			return nil
		case <-w.News:
			beat = false
			if w.OfComings() && !s.stillMay(c) {
				return f.say("out", "", []byte("{}"))
			}
		case <-ticker.C:
			beat = true
			if !s.stillMay(c) {
				return f.say("out", "", []byte("{}"))
			}
			if err := f.write(": here\n\n"); err != nil {
				return nil //nolint:nilerr // as above
			}
		}
	}
	return nil
}

// stillMay looks anew whether the session of a stream is still that of who may read it.
func (s *server) stillMay(c *echo.Context) bool {
	cookie, err := c.Request().Cookie(s.sessions.Cookie.Name)
	if err != nil {
		return false
	}
	within, cancel := context.WithTimeout(context.Background(), longest) // the request's own has the session as it was
	defer cancel()
	ctx, err := s.sessions.Load(within, cookie.Value)
	if err != nil {
		return isAway(err) // a store that is away turns nobody out
	}
	who, err := s.actor(ctx)
	return isAway(err) || err == nil && !who.locked && who.Name == account(c).Name
}

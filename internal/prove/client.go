package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/png"
	"io"
	"math/rand/v2"
	"net/http"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/google/uuid"
)

// client is somebody signed in, as a browser is one.
type client struct {
	url    string
	http   *http.Client
	cookie string
	name   string // theirs
}

// entry is what a run's event says of itself.
type entry struct {
	ID   string `json:"id"`
	Seq  int    `json:"seq"`
	Hash string `json:"hash"`
	Prev string `json:"prev"`
	Kind string `json:"kind"`
	Body struct {
		SHA256 string `json:"sha256"`
	} `json:"body"`
}

// anyone is somebody who is not signed in. No answer is waited for longer than a screen waits.
func anyone(url string) *client {
	return &client{url: url, http: &http.Client{Timeout: 15 * time.Second, Transport: &http.Transport{MaxIdleConnsPerHost: 64}}}
}

// ines is the lead of the demo workshop, signed in.
func ines(ctx context.Context, url string) (*client, error) {
	c := anyone(url)
	c.name = "Ines"
	return c, c.signIn(ctx)
}

func (c *client) signIn(ctx context.Context) error {
	answer, raw, err := c.ask(ctx, "POST", "/api/v1/session", `{"name":"Ines","password":"slack tide at nine"}`)
	if err != nil {
		return err
	}
	if answer.StatusCode != 200 {
		return fmt.Errorf("nobody is let in: %d %s", answer.StatusCode, raw)
	}
	c.cookie = cookieOf(answer)
	return nil
}

// cookieOf is what an answer has set.
func cookieOf(answer *http.Response) (out string) {
	for _, one := range answer.Cookies() {
		out = one.Name + "=" + one.Value
	}
	return out
}

// ask asks once.
func (c *client) ask(ctx context.Context, method, path, body string, headers ...string) (*http.Response, []byte, error) {
	r, err := http.NewRequestWithContext(ctx, method, c.url+path, strings.NewReader(body))
	if err != nil {
		return nil, nil, err
	}
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Cookie", c.cookie)
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
	}
	answer, err := c.http.Do(r)
	if err != nil {
		return nil, nil, err
	}
	defer answer.Body.Close()
	raw, err := io.ReadAll(answer.Body)
	return answer, raw, err
}

// gets asks until it is answered with 200, and decodes that.
func (c *client) gets(ctx context.Context, path string, into any) error {
	for {
		answer, raw, err := c.ask(ctx, "GET", path, "")
		switch {
		case err == nil && answer.StatusCode == 200:
			return json.Unmarshal(raw, into)
		case err == nil && answer.StatusCode < 429:
			return fmt.Errorf("%s: %d %s", path, answer.StatusCode, raw)
		}
		if err := pause(ctx); err != nil {
			return errors.Join(err, fmt.Errorf("%s was never answered", path))
		}
	}
}

// pause is how long is waited before something is asked again.
func pause(ctx context.Context) error {
	select {
	case <-ctx.Done():
		return ctx.Err()
	case <-time.After(20 * time.Millisecond):
		return nil
	}
}

// open opens a run on the launch's lower cable.
func (c *client) open(ctx context.Context) (string, error) {
	id := uuid.NewString()
	answer, raw, err := c.ask(ctx, "POST", "/api/v1/runs", `{"id":"`+id+`","machine":"teal","cable":"lower"}`)
	if err == nil && answer.StatusCode != 200 {
		err = fmt.Errorf("no run is opened: %d %s", answer.StatusCode, raw)
	}
	return id, err
}

// acked is what was acknowledged to a writer: by id, where in its run.
type acked struct {
	run string
	seq int
}

// ledger is what all writers of a proof were told.
type ledger struct {
	mu      sync.Mutex
	acked   map[string]acked
	sent    map[string]bool // every id that was ever sent, acknowledged or not
	last    time.Time       // when the last was acknowledged, to anybody
	longest time.Duration   // for which nobody was
	refused map[int]int     // answers that told to try again, by status; 0 for no answer
	photos  int             // that were found with their entries in the end
}

func newLedger() *ledger {
	return &ledger{acked: map[string]acked{}, sent: map[string]bool{}, refused: map[int]int{}}
}

func (l *ledger) count() int {
	l.mu.Lock()
	defer l.mu.Unlock()
	return len(l.acked)
}

func (l *ledger) took(id, run string, seq int) {
	l.mu.Lock()
	defer l.mu.Unlock()
	now := time.Now()
	if !l.last.IsZero() {
		l.longest = max(l.longest, now.Sub(l.last))
	}
	l.acked[id], l.last = acked{run, seq}, now
}

// write adds note after note to a run, each under an id of its own that is sent until it is acknowledged, as an outbox does,
// until stop is closed. Whatever is answered but "try again" and "others came in between" is an error.
func (l *ledger) write(ctx context.Context, c *client, run string, stop <-chan struct{}, rest time.Duration) error {
	after := 0
	for n := 1; ; n++ {
		select {
		case <-stop:
			return nil
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(rest):
		}
		if err := l.add(ctx, c, run, "note", map[string]string{"text": fmt.Sprintf("note %d", n)}, &after); err != nil {
			return err
		}
	}
}

// mostPhotos is how many go into one run, a little under what a run takes.
const mostPhotos = 50

// photograph adds photos: each is sent first, then the entry that names it.
func (l *ledger) photograph(ctx context.Context, c *client, run string, stop <-chan struct{}) error {
	after := 0
	for range mostPhotos {
		select {
		case <-stop:
			return nil
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(time.Second):
		}
		photo := image.NewGray(image.Rect(0, 0, 64, 48))
		for i := range photo.Pix {
			photo.Pix[i] = byte(rand.IntN(256))
		}
		var raw bytes.Buffer
		if err := png.Encode(&raw, photo); err != nil {
			return err
		}
		var kept struct {
			SHA256 string `json:"sha256"`
		}
		for kept.SHA256 == "" {
			answer, told, err := c.ask(ctx, "POST", "/api/v1/runs/"+run+"/photos", raw.String(), "Content-Type", "image/png")
			switch {
			case err == nil && answer.StatusCode == 200:
				_ = json.Unmarshal(told, &kept) // half an answer is none, and it is sent again
			case err == nil && answer.StatusCode < 429:
				return fmt.Errorf("a photo is answered with %d %s", answer.StatusCode, told)
			}
			if kept.SHA256 == "" {
				if err := pause(ctx); err != nil {
					return err
				}
			}
		}
		if err := l.add(ctx, c, run, "photo", map[string]string{"sha256": kept.SHA256}, &after); err != nil {
			return err
		}
	}
	return nil
}

// add sends an entry until it is acknowledged.
func (l *ledger) add(ctx context.Context, c *client, run, kind string, body any, after *int) error {
	id, made := uuid.NewString(), time.Now().UTC().Format(time.RFC3339Nano)
	l.mu.Lock()
	l.sent[id] = true
	l.mu.Unlock()
	for {
		text, err := json.Marshal(map[string]any{"id": id, "after": *after, "kind": kind, "by": c.name, "at": made, "body": body})
		if err != nil {
			return err
		}
		seq, again, err := l.post(ctx, c, run, string(text), after)
		if err != nil {
			return err
		}
		if !again {
			l.took(id, run, seq)
			return nil
		}
		if err := pause(ctx); err != nil {
			return err
		}
	}
}

func (l *ledger) post(ctx context.Context, c *client, run, body string, after *int) (seq int, again bool, err error) {
	answer, raw, err := c.ask(ctx, "POST", "/api/v1/runs/"+run+"/events", body, "Prefer", "return=minimal")
	if err != nil {
		if ctx.Err() != nil {
			return 0, false, ctx.Err()
		}
		l.refuse(0)
		return 0, true, nil
	}
	var told struct {
		Seq  int `json:"seq"`
		Last int `json:"last"`
		Run  *struct {
			View struct {
				Seq int `json:"seq"`
			} `json:"view"`
		} `json:"run"`
	}
	readable := json.Unmarshal(raw, &told)
	switch code := answer.StatusCode; {
	case code == 200 && readable == nil && told.Seq > 0:
		*after = max(*after, told.Last)
		return told.Seq, false, nil
	case code == 409 && told.Run != nil:
		*after = told.Run.View.Seq
		return 0, true, nil
	case code == 429, code >= 500:
		l.refuse(code)
		return 0, true, nil
	default:
		return 0, false, fmt.Errorf("an entry is answered with %d %s", code, raw)
	}
}

func (l *ledger) refuse(code int) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.refused[code]++
}

// follower follows a run by its stream, and begins anew where it was cut off.
type follower struct {
	run     string
	seq     atomic.Int64 // the last entry that came
	resumed atomic.Int64
	told    func() // of each entry, nil for nobody
}

// follow reads until ctx ends. An entry that comes twice or out of its order is an error.
func (f *follower) follow(ctx context.Context, c *client) error {
	for ctx.Err() == nil {
		err := f.once(ctx, c)
		if err != nil && ctx.Err() == nil {
			return err
		}
		f.resumed.Add(1)
		if pause(ctx) != nil {
			return nil
		}
	}
	return nil
}

func (f *follower) once(ctx context.Context, c *client) error {
	r, err := http.NewRequestWithContext(ctx, "GET", fmt.Sprintf("%s/api/v1/runs/%s/stream?after=%d", c.url, f.run, f.seq.Load()), nil)
	if err != nil {
		return err
	}
	r.Header.Set("Cookie", c.cookie)
	answer, err := (&http.Client{Transport: c.http.Transport}).Do(r)
	if err != nil {
		return nil //nolint:nilerr // it is followed again
	}
	defer answer.Body.Close()
	if answer.StatusCode != 200 {
		raw, _ := io.ReadAll(answer.Body)
		if answer.StatusCode >= 429 {
			return nil
		}
		return fmt.Errorf("a stream is answered with %d %s", answer.StatusCode, raw)
	}
	lines := bufio.NewScanner(answer.Body)
	lines.Buffer(nil, 1<<20)
	isEntry := false
	for lines.Scan() {
		switch line := lines.Bytes(); {
		case bytes.HasPrefix(line, []byte("event: ")):
			isEntry = string(line) == "event: entry"
		case isEntry && bytes.HasPrefix(line, []byte("data: ")):
			var e entry
			if json.Unmarshal(line[len("data: "):], &e) != nil {
				return nil // it was cut off within: it comes again
			}
			if before := f.seq.Swap(int64(e.Seq)); int64(e.Seq) != before+1 {
				return fmt.Errorf("the stream of run %s tells entry %d after entry %d", f.run, e.Seq, before)
			}
			if f.told != nil {
				f.told()
			}
		}
	}
	return nil
}

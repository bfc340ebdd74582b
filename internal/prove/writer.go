package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"math/rand/v2"
	"sync"
	"time"

	"github.com/google/uuid"
)

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

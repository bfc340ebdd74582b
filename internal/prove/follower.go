package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"sync/atomic"
)

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

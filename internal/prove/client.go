package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
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

package main

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"os"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/jackc/pgx/v5"
)

// How much is written and followed at once.
const (
	loadWriters  = 30
	loadEvery    = 100 * time.Millisecond // each of them writes
	loadStreams  = 10                     // on the run of each
	loadInFlight = 400                    // at once, when more is asked than can be answered
)

// load has 300 entries a second written and each told on ten streams, then asks for more than can be answered, then stops the server.
func load(ctx context.Context, h *house, size size) error {
	db, s, err := oneHouse(ctx, h)
	if err != nil {
		return err
	}
	lead, err := ines(ctx, "http://"+s.addr)
	if err != nil {
		return err
	}
	crowd, err := people(ctx, lead, loadWriters)
	if err != nil {
		return err
	}
	bare, err := inserts(ctx, db, 200)
	if err != nil {
		return err
	}
	l := newLedger()
	var runs []string
	var told atomic.Int64
	following, endFollow := context.WithCancel(ctx)
	defer endFollow()
	var follow sync.WaitGroup
	for _, one := range crowd {
		run, err := one.open(ctx)
		if err != nil {
			return err
		}
		runs = append(runs, run)
		for range loadStreams {
			follow.Go(func() { listen(following, one, run, func() { told.Add(1) }) })
		}
	}
	fmt.Printf("  %d streams on %d runs\n", loadWriters*loadStreams, loadWriters)
	took, err := paced(ctx, l, crowd, runs, size.while)
	if err != nil {
		return err
	}
	fmt.Printf("  %d entries in %.0f s (%.0f a second), %d refused: p50 %.1f, p95 %.1f, p99 %.1f ms; one bare insert: p50 %.2f, p95 %.2f, p99 %.2f ms (ratios %.0f, %.0f, %.0f)\n",
		len(took), size.while.Seconds(), float64(len(took))/size.while.Seconds(), sum(l.refused), at(took, 50), at(took, 95), at(took, 99),
		at(bare, 50), at(bare, 95), at(bare, 99), at(took, 50)/at(bare, 50), at(took, 95)/at(bare, 95), at(took, 99)/at(bare, 99))
	fmt.Printf("  memory: server %d MB\n", resident(s.cmd.Process.Pid))
	if n := sum(l.refused); n > 0 {
		return fmt.Errorf("%d requests were not answered with what was asked: %v", n, l.refused)
	}
	want := int64(l.count() * loadStreams)
	for end := time.Now().Add(20 * time.Second); told.Load() < want && time.Now().Before(end); {
		time.Sleep(50 * time.Millisecond)
	}
	endFollow()
	follow.Wait()
	if told.Load() != want {
		return fmt.Errorf("the streams told %d entries, and %d were to be told", told.Load(), want)
	}
	if err := more(ctx, crowd[0], runs[0], size.while/4); err != nil {
		return err
	}
	if took, err = paced(ctx, l, crowd, runs, size.while/4); err != nil {
		return err
	}
	fmt.Printf("  after that: p50 %.1f, p95 %.1f ms; memory: server %d MB\n", at(took, 50), at(took, 95), resident(s.cmd.Process.Pid))
	return drains(ctx, s, lead, l)
}

// people are mechanics who are signed in.
func people(ctx context.Context, lead *client, n int) (out []*client, err error) {
	for i := range n {
		name := fmt.Sprintf("Hand %d", i+1)
		body := fmt.Sprintf(`{"name":%q,"role":"mechanic","password":"a load of hands %d"}`, name, i)
		if answer, raw, err := lead.ask(ctx, "POST", "/api/v1/people", body); err != nil || answer.StatusCode != 200 {
			return nil, fmt.Errorf("nobody can be added: %w %s", err, raw)
		}
		c := &client{url: lead.url, http: lead.http, name: name}
		for {
			answer, raw, err := c.ask(ctx, "POST", "/api/v1/session", fmt.Sprintf(`{"name":%q,"password":"a load of hands %d"}`, name, i))
			if err != nil {
				return nil, err
			}
			if answer.StatusCode == 200 {
				c.cookie = cookieOf(answer)
				break
			}
			if answer.StatusCode != 429 { // so many come in by one address that they have to wait
				return nil, fmt.Errorf("%s is not let in: %d %s", name, answer.StatusCode, raw)
			}
			time.Sleep(500 * time.Millisecond)
		}
		out = append(out, c)
	}
	return out, nil
}

// inserts are how long bare committed inserts took, in ms: the least that keeping something costs.
func inserts(ctx context.Context, db *base, n int) (out []float64, err error) {
	conn, err := pgx.Connect(ctx, url(db))
	if err != nil {
		return nil, err
	}
	defer conn.Close(ctx)
	if _, err := conn.Exec(ctx, "CREATE SCHEMA beside; CREATE TABLE beside.bare (id bigserial PRIMARY KEY, body text)"); err != nil {
		return nil, err
	}
	for range n {
		begin := time.Now()
		if _, err := conn.Exec(ctx, "INSERT INTO beside.bare (body) VALUES ($1)", "a note of the length that notes have"); err != nil {
			return nil, err
		}
		out = append(out, ms(time.Since(begin)))
	}
	return out, nil
}

// paced has each of a crowd write to a run of its own at its pace, and gives how long each entry took, in ms.
func paced(ctx context.Context, l *ledger, crowd []*client, runs []string, while time.Duration) (all []float64, err error) {
	var mu sync.Mutex
	var wait sync.WaitGroup
	for i, one := range crowd {
		wait.Go(func() {
			after := 0
			time.Sleep(loadEvery * time.Duration(i) / time.Duration(len(crowd)))
			beat := time.NewTicker(loadEvery)
			defer beat.Stop()
			for end := time.Now().Add(while); time.Now().Before(end); <-beat.C {
				begin := time.Now()
				bad := l.add(ctx, one, runs[i], "note", map[string]string{"text": "seen"}, &after)
				mu.Lock()
				all = append(all, ms(time.Since(begin)))
				err = errors.Join(err, bad)
				mu.Unlock()
				if bad != nil {
					return
				}
			}
		})
	}
	wait.Wait()
	slices.Sort(all)
	return all, err
}

// listen follows a run until ctx ends, and tells of each entry.
func listen(ctx context.Context, c *client, run string, told func()) {
	f := &follower{run: run, told: told}
	_ = f.follow(ctx, c) // what is missing is missed
}

// more asks for more than can be answered: each answer is what was asked or when to ask again, and comes in time.
func more(ctx context.Context, c *client, run string, while time.Duration) error {
	var ok, refused atomic.Int64
	var wrong atomic.Value
	crowded := *c
	crowded.http = &http.Client{Timeout: 20 * time.Second, Transport: &http.Transport{MaxIdleConnsPerHost: loadInFlight}}
	var wait sync.WaitGroup
	for range loadInFlight {
		wait.Go(func() {
			for end := time.Now().Add(while); time.Now().Before(end) && wrong.Load() == nil; {
				answer, raw, err := crowded.ask(ctx, "GET", "/api/v1/runs/"+run, "")
				switch {
				case err != nil:
					wrong.Store(err)
				case answer.StatusCode == 200:
					ok.Add(1)
				case (answer.StatusCode == 429 || answer.StatusCode == 503) && answer.Header.Get("Retry-After") != "":
					refused.Add(1)
					time.Sleep(100 * time.Millisecond)
				default:
					wrong.Store(fmt.Errorf("when more is asked than can be answered, one is told %d %s", answer.StatusCode, raw))
				}
			}
		})
	}
	wait.Wait()
	if err, bad := wrong.Load().(error); bad {
		return err
	}
	if refused.Load() == 0 {
		return errors.New("more was not asked than can be answered: nobody was told to wait")
	}
	fmt.Printf("  %d at once: %d answered, %d told when to ask again\n", loadInFlight, ok.Load(), refused.Load())
	return nil
}

// drains stops the server while somebody writes: what is being answered is, and it ends by itself.
func drains(ctx context.Context, s *serving, c *client, l *ledger) error {
	run, err := c.open(ctx)
	if err != nil {
		return err
	}
	within, enough := context.WithCancel(ctx)
	var wait sync.WaitGroup
	wait.Go(func() { _ = l.write(within, c, run, within.Done(), 0) })
	wait.Go(func() { listen(within, c, run, nil) })
	time.Sleep(500 * time.Millisecond)
	begin := time.Now()
	s.stop()
	took := time.Since(begin)
	enough()
	wait.Wait()
	if code := s.cmd.ProcessState.ExitCode(); code != 0 {
		return fmt.Errorf("the server ended with %d when it was stopped", code)
	}
	if err := s.start(ctx); err != nil {
		return err
	}
	var events []entry
	if err := c.gets(ctx, "/api/v1/runs/"+run+"/events?after=0", &events); err != nil {
		return err
	}
	there := map[string]bool{}
	for _, e := range events {
		there[e.ID] = true
	}
	for id, at := range l.acked {
		if at.run == run && !there[id] {
			return fmt.Errorf("entry %s was acknowledged as the server ended, and is LOST", id)
		}
	}
	fmt.Printf("  a stop under writing and a stream took %.1f s; all %d entries that were acknowledged are there\n", took.Seconds(), len(there))
	return nil
}

func ms(d time.Duration) float64 { return float64(d.Microseconds()) / 1000 }

// at is a percentile of what is sorted, or sorted here.
func at(list []float64, percent int) float64 {
	slices.Sort(list)
	if len(list) == 0 {
		return 0
	}
	return list[min(len(list)-1, len(list)*percent/100)]
}

func sum(of map[int]int) (n int) {
	for _, one := range of {
		n += one
	}
	return n
}

// resident is the memory of a process, in MB.
func resident(pid int) int {
	raw, _ := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	_, rest, _ := strings.Cut(string(raw), "VmRSS:")
	kb, _ := strconv.Atoi(strings.Fields(rest + " 0")[0])
	return kb / 1024
}

package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"sync"
	"time"
)

// crew is who works during a proof: writers, two of them on one run, and followers.
type crew struct {
	*ledger
	as        *client
	runs      []string
	followers []*follower
	stop      chan struct{}
	following context.Context
	endFollow context.CancelFunc
	wait      sync.WaitGroup
	follow    sync.WaitGroup
	mu        sync.Mutex
	wrong     []error
}

// crewAt has writers and followers begin at an address. Each writes again a little after it was told.
func crewAt(ctx context.Context, url string, writers, followers int, rest time.Duration) (*crew, error) {
	as, err := ines(ctx, url)
	if err != nil {
		return nil, err
	}
	c := &crew{ledger: newLedger(), as: as, stop: make(chan struct{})}
	for range max(writers-1, 1) { // the last two share a run
		run, err := as.open(ctx)
		if err != nil {
			return nil, err
		}
		c.runs = append(c.runs, run)
	}
	for i := range writers {
		c.wait.Go(func() { c.note(c.write(ctx, as, c.runs[min(i, len(c.runs)-1)], c.stop, rest)) })
	}
	c.following, c.endFollow = context.WithCancel(ctx)
	for range followers {
		c.watch(as)
	}
	return c, nil
}

// watch has one more follow, somewhere.
func (c *crew) watch(at *client) {
	f := &follower{run: c.runs[len(c.runs)-1-len(c.followers)%len(c.runs)]}
	c.followers = append(c.followers, f)
	c.follow.Go(func() { c.note(f.follow(c.following, at)) })
}

func (c *crew) note(err error) {
	if err != nil {
		c.mu.Lock()
		c.wrong = append(c.wrong, err)
		c.mu.Unlock()
	}
}

// works waits until n more entries were acknowledged, or says what keeps them.
func (c *crew) works(ctx context.Context, n int) error {
	for from := c.count(); c.count() < from+n; {
		c.mu.Lock()
		err := errors.Join(c.wrong...)
		c.mu.Unlock()
		if err != nil {
			return err
		}
		if err := pause(ctx); err != nil {
			return fmt.Errorf("nothing is acknowledged any more: %w", err)
		}
	}
	return nil
}

// end has everybody stop, and looks what became of what was acknowledged: each entry is there once, where its writer was told; none
// is there that nobody sent; every chain is whole; followers were told everything. The server has to answer.
func (c *crew) end(ctx context.Context) error {
	close(c.stop)
	c.wait.Wait()
	there := map[string]int{}
	ends := map[string]int{}
	for _, run := range c.runs {
		var events []entry
		if err := c.as.gets(ctx, "/api/v1/runs/"+run+"/events?after=0", &events); err != nil {
			return err
		}
		prev := ""
		for i, e := range events {
			switch at, told := c.acked[e.ID]; {
			case there[e.ID] > 0:
				return fmt.Errorf("entry %s stands twice", e.ID)
			case e.Seq != i+1 || i > 0 && e.Prev != prev:
				return fmt.Errorf("the chain of run %s is broken at entry %d", run, e.Seq)
			case told && (at.run != run || at.seq != e.Seq):
				return fmt.Errorf("entry %s was acknowledged as number %d of run %s, and is %d of %s", e.ID, at.seq, at.run, e.Seq, run)
			case !c.sent[e.ID]:
				return fmt.Errorf("nobody sent entry %s", e.ID)
			}
			if e.Kind == "photo" {
				if answer, _, err := c.as.ask(ctx, "GET", "/api/v1/runs/"+run+"/photos/"+e.Body.SHA256, ""); err != nil || answer.StatusCode != 200 {
					return fmt.Errorf("the photo of entry %s is not there", e.ID)
				}
				c.photos++
			}
			there[e.ID], prev = e.Seq, e.Hash
		}
		ends[run] = len(events)
	}
	for id := range c.acked {
		if there[id] == 0 {
			return fmt.Errorf("entry %s was acknowledged and is LOST", id)
		}
	}
	return errors.Join(c.told(ctx, ends), errors.Join(c.wrong...))
}

// told waits until every follower has heard of the last entry of its run.
func (c *crew) told(ctx context.Context, ends map[string]int) error {
	within, enough := context.WithTimeout(ctx, 30*time.Second)
	defer enough()
	var err error
	for _, f := range c.followers {
		for f.seq.Load() < int64(ends[f.run]) && err == nil {
			if pause(within) != nil {
				err = fmt.Errorf("a follower of run %s was told %d of %d entries", f.run, f.seq.Load(), ends[f.run])
			}
		}
	}
	c.endFollow()
	c.follow.Wait()
	return err
}

// says is one line of what happened.
func (c *crew) says() string {
	resumed := 0
	for _, f := range c.followers {
		resumed += int(f.resumed.Load())
	}
	return fmt.Sprintf("%d entries acknowledged, each there once; nothing acknowledged for %.1f s at the longest; told to try again: %v; streams begun anew: %d",
		len(c.acked), c.longest.Seconds(), c.refused, resumed)
}

// verified walks every chain and the ledger of a database by the command that operators have.
func (h *house) verified(ctx context.Context, database string) error {
	c := exec.CommandContext(ctx, h.binary, "verify")
	c.Env = append(os.Environ(), "BRANKEL_DATABASE_URL="+database)
	out, err := c.CombinedOutput()
	if err != nil {
		return fmt.Errorf("brankel verify: %w: %s", err, out)
	}
	return nil
}

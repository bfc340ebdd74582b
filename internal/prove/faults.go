package main

import (
	"context"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"syscall"
	"time"
)

// oneHouse is a database and a server on it with the demo workshop.
func oneHouse(ctx context.Context, h *house) (*base, *serving, error) {
	db, err := h.newBase("database")
	if err != nil {
		return nil, nil, err
	}
	if err := db.start(); err != nil {
		return nil, nil, err
	}
	s, err := h.serve(ctx, "server", url(db), "--demo")
	return db, s, err
}

// manned is that with four who write and two who follow.
func manned(ctx context.Context, h *house) (*base, *serving, *crew, error) {
	db, s, err := oneHouse(ctx, h)
	if err != nil {
		return nil, nil, nil, err
	}
	work, err := crewAt(ctx, "http://"+s.addr, 4, 2, 0)
	return db, s, work, err
}

// kills kills the server, and every fourth time the database under it, at any moment while four write and one takes photos.
func kills(ctx context.Context, h *house, size size) error {
	db, s, work, err := manned(ctx, h)
	if err != nil {
		return err
	}
	run, err := work.as.open(ctx) // beside those that never stand still
	if err != nil {
		return err
	}
	work.runs = append(work.runs, run)
	work.wait.Go(func() { work.note(work.photograph(ctx, work.as, run, work.stop)) })
	of := map[string]int{}
	for i := range size.rounds {
		time.Sleep(time.Duration(rand.Int64N(int64(size.while))))
		if i%4 == 3 {
			of["databases"]++
			db.kill()
			err = db.again()
		} else {
			of["servers"]++
			s.kill()
			err = s.start(ctx)
		}
		if err != nil {
			return err
		}
		if err := work.works(ctx, 5); err != nil {
			return err
		}
	}
	if err := work.end(ctx); err != nil {
		return err
	}
	fmt.Printf("  %d servers and %d databases killed; %s; photos kept: %d\n", of["servers"], of["databases"], work.says(), work.photos)
	return h.verified(ctx, url(db))
}

// away takes the database away, stopped and then frozen: everybody is told so while it lasts, and goes on by itself after.
func away(ctx context.Context, h *house, size size) error {
	db, _, work, err := manned(ctx, h)
	if err != nil {
		return err
	}
	for _, how := range []struct {
		says       string
		gone, back func() error
	}{
		{"stopped", func() error { db.kill(); return nil }, db.again},
		{"frozen", func() error { return db.signal(syscall.SIGSTOP) }, func() error { return db.signal(syscall.SIGCONT) }},
	} {
		if err := work.works(ctx, 20); err != nil {
			return err
		}
		if err := how.gone(); err != nil {
			return err
		}
		begin := time.Now()
		for asked := 0; time.Since(begin) < size.while || asked == 0; asked++ {
			for path, want := range map[string]int{"/": 200, "/readyz": 503, "/api/v1/bays": 503} {
				answer, raw, err := work.as.ask(ctx, "GET", path, "")
				if err != nil {
					return fmt.Errorf("with the database %s, %s is not answered: %w", how.says, path, err)
				}
				if answer.StatusCode != want {
					return fmt.Errorf("with the database %s, %s is answered with %d %.200s", how.says, path, answer.StatusCode, raw)
				}
				if want == 503 && answer.Header.Get("Retry-After") == "" {
					return fmt.Errorf("with the database %s, %s does not say when to ask again", how.says, path)
				}
			}
		}
		if err := how.back(); err != nil {
			return err
		}
		came := time.Now()
		if err := work.works(ctx, 20); err != nil {
			return err
		}
		fmt.Printf("  the database %s for %.0f s: twenty entries %.1f s after it was back\n", how.says, came.Sub(begin).Seconds(), time.Since(came).Seconds())
	}
	if err := work.end(ctx); err != nil {
		return err
	}
	fmt.Printf("  %s\n", work.says())
	return h.verified(ctx, url(db))
}

// disk fills the disk of the database while four write, and gives it room again.
func disk(ctx context.Context, h *house, size size) error {
	at := filepath.Join(h.dir, "disk")
	if err := os.Mkdir(at, 0o755); err != nil {
		return err
	}
	if out, err := exec.Command("mount", "-t", "tmpfs", "-o", "size=300m", "none", at).CombinedOutput(); err != nil {
		fmt.Printf("  NOT TRIED: a small disk of its own can not be mounted here (%s)\n", out)
		return nil
	}
	defer exec.Command("umount", "-l", at).Run()
	db, err := h.newBase("disk/database")
	if err != nil {
		return err
	}
	if err := db.start("max_wal_size=64MB"); err != nil {
		return err
	}
	s, err := h.serve(ctx, "server", url(db), "--demo")
	if err != nil {
		return err
	}
	work, err := crewAt(ctx, "http://"+s.addr, 4, 2, 0)
	if err != nil {
		return err
	}
	for range size.rounds {
		if err := work.works(ctx, 50); err != nil {
			return err
		}
		full := filepath.Join(at, "full")
		f, err := os.Create(full)
		if err != nil {
			return err
		}
		block := make([]byte, 64<<10)
		for err == nil {
			_, err = f.Write(block)
		}
		f.Close()
		for before := -1; before != work.count(); { // until what room there was within is used up
			before = work.count()
			time.Sleep(2 * time.Second)
			if ctx.Err() != nil {
				return fmt.Errorf("the disk is full, and entries are acknowledged all the same: %w", ctx.Err())
			}
		}
		time.Sleep(size.while)
		if err := os.Remove(full); err != nil {
			return err
		}
		if syscall.Kill(db.pid(), 0) != nil || db.pid() == 0 { // a PostgreSQL that can not write what it has to ends itself
			if err := db.again(); err != nil {
				return err
			}
		}
	}
	if err := work.works(ctx, 50); err != nil {
		return err
	}
	if err := work.end(ctx); err != nil {
		return err
	}
	defer db.kill()
	fmt.Printf("  the disk was full %d times; %s\n", size.rounds, work.says())
	return h.verified(ctx, url(db))
}

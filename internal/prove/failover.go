package main

import (
	"context"
	"fmt"
	"time"
)

// failover kills the primary database under four writers and two followers. Its standby has every commit that was acknowledged,
// since the primary waits for it (synchronous_standby_names, synchronous_commit=on: what is written there is what counts; remote_apply
// would wait until it can be read there too, which nobody needs to be safe).
func failover(ctx context.Context, h *house, size size) error {
	primary, err := h.newBase("primary")
	if err != nil {
		return err
	}
	if err := primary.start(); err != nil { // a standby that is not there yet can not be waited for
		return err
	}
	standby, err := primary.standby("standby")
	if err != nil {
		return err
	}
	if err := did(asDB(h.postgres+"/psql", "-Xqd", fmt.Sprintf("host=127.0.0.1 port=%d user=brankel dbname=postgres", primary.port),
		"-c", "ALTER SYSTEM SET synchronous_standby_names = 'FIRST 1 (standby)'", "-c", "SELECT pg_reload_conf()")); err != nil {
		return err
	}
	database := url(primary, standby)
	_, at, err := pair(ctx, h, database)
	if err != nil {
		return err
	}
	defer at.Close()
	work, err := crewAt(ctx, at.url(), 4, 2, 0)
	if err != nil {
		return err
	}
	wall, err := h.serve(ctx, "wall", fmt.Sprintf("postgres://brankel@127.0.0.1:%d/postgres?sslmode=disable", standby.port), "--show")
	if err != nil {
		return err
	}
	work.watch(&client{url: "http://" + wall.addr, http: work.as.http, cookie: work.as.cookie, name: work.as.name})
	time.Sleep(size.while)
	before := work.count()
	if before == 0 {
		return fmt.Errorf("nothing was acknowledged before the primary was killed: %v", work.refused)
	}
	primary.kill()
	time.Sleep(time.Second) // until somebody notices
	promoted := time.Now()
	if err := standby.promote(); err != nil {
		return err
	}
	if err := work.works(ctx, 1); err != nil {
		return err
	}
	again := time.Since(promoted)
	if err := work.works(ctx, 20); err != nil {
		return err
	}
	time.Sleep(size.while)
	if err := work.end(ctx); err != nil {
		return err
	}
	if err := h.verified(ctx, url(standby)); err != nil {
		return err
	}
	fmt.Printf("  %s\n  %d of them before the primary was killed; the first after %.1f s from when the standby was told to take over\n",
		work.says(), before, again.Seconds())
	return nil
}

// pair is two servers on a database, the demo workshop on it, behind one address.
func pair(ctx context.Context, h *house, database string) (two [2]*serving, at *front, err error) {
	if two[0], err = h.serve(ctx, "one", database, "--demo"); err != nil {
		return two, nil, err
	}
	if two[1], err = h.serve(ctx, "two", database); err != nil {
		return two, nil, err
	}
	at, err = newFront(two[:]...)
	return two, at, err
}

// servers kills either of two servers in turn under four writers and two followers.
func servers(ctx context.Context, h *house, size size) error {
	db, err := h.newBase("database")
	if err != nil {
		return err
	}
	if err := db.start(); err != nil {
		return err
	}
	two, at, err := pair(ctx, h, url(db))
	if err != nil {
		return err
	}
	defer at.Close()
	work, err := crewAt(ctx, at.url(), 4, 2, 0)
	if err != nil {
		return err
	}
	for i := range size.rounds {
		time.Sleep(size.while)
		s := two[i%2]
		s.kill()
		if err := work.works(ctx, 20); err != nil { // while it is away
			return err
		}
		if err := s.start(ctx); err != nil {
			return err
		}
	}
	if err := work.end(ctx); err != nil {
		return err
	}
	if err := h.verified(ctx, url(db)); err != nil {
		return err
	}
	fmt.Printf("  %d servers killed; %s\n", size.rounds, work.says())
	return nil
}

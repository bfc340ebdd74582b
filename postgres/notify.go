package postgres

import (
	"context"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
)

// channel is where the servers of one workshop tell each other what changed.
func (s *Store) channel() string { return "brankel_" + s.schema }

// mostTold is how many bytes one notification may carry, a little under PostgreSQL's own 8000.
const mostTold = 7000

// Tell tells every server of this database, in the name of one of them, that something
// changed. A notification commits under a lock of the whole cluster, so nobody who writes
// waits for one: what is told is a hint, the tables are the truth.
func (s *Store) Tell(ctx context.Context, from string, topics []string) error {
	for len(topics) > 0 {
		line := from
		n := 0
		for n < len(topics) && (n == 0 || len(line)+1+len(topics[n]) <= mostTold) {
			line += " " + topics[n]
			n++
		}
		topics = topics[n:]
		if err := s.db.WithContext(ctx).Exec("SELECT pg_notify(?, ?)", s.channel(), line).Error; err != nil {
			return err
		}
	}
	return nil
}

// how long the connection that listens may be silent before it is asked whether it is there,
// and how long after it broke it is made anew.
const (
	silence = 20 * time.Second
	anew    = time.Second
)

// Listen hears what other servers tell until ctx ends. hears is called with true whenever the connection was
// made, first or anew, for what was told before was not heard; with false when it broke.
func (s *Store) Listen(ctx context.Context, self string, heard func(topics []string), hears func(bool)) {
	for ctx.Err() == nil {
		_ = s.listen(ctx, self, heard, hears) // whatever ended it, it is made anew
		hears(false)
		select {
		case <-ctx.Done():
		case <-time.After(anew):
		}
	}
}

func (s *Store) listen(ctx context.Context, self string, heard func([]string), hears func(bool)) error {
	conn, err := pgx.ConnectConfig(ctx, s.config.Copy())
	if err != nil {
		return err
	}
	defer conn.Close(context.WithoutCancel(ctx))
	if _, err := conn.Exec(ctx, "LISTEN "+s.channel()); err != nil {
		return err
	}
	hears(true)
	for {
		wait, cancel := context.WithTimeout(ctx, silence)
		n, err := conn.WaitForNotification(wait)
		cancel()
		switch {
		case err == nil:
			if words := strings.Fields(n.Payload); len(words) > 1 && words[0] != self {
				heard(words[1:])
			}
		case ctx.Err() != nil || wait.Err() == nil:
			return err
		default: // nothing was told: is it still there?
			ping, cancel := context.WithTimeout(ctx, patience)
			err := conn.Ping(ping)
			cancel()
			if err != nil {
				return err
			}
		}
	}
}

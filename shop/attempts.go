package shop

import (
	"context"
	"strings"
	"time"

	"brankel/postgres"
)

// guess is what somebody tries to get in by. Wrong ones are counted under what is guessed (a password,
// a PIN, a code), of whom, and from where: whoever guesses at a password locks neither the PIN of its
// owner nor the owner's other devices. Over all addresses together they are counted too, with more
// patience.
type guess struct{ what, of, from string }

// Names under which guesses are counted hold a mark that no name of an account can have.
func (g guess) own() string {
	return strings.Join([]string{g.what, shortName(g.of), shortName(g.from)}, "\x1f")
}
func (g guess) all() string { return strings.Join([]string{g.what, shortName(g.of), ""}, "\x1f") }

// Five wrong attempts in a row lock for a minute, each one more for twice as long, up to an hour; over
// all addresses it is fifty, and an hour of rest begins anew.
const (
	freeAttempts = 5
	freeOfAll    = 50
	restOfAll    = time.Hour
	restOfOwn    = 48 * time.Hour
)

func lockAfter(free int) func(failures int) time.Duration {
	return func(failures int) time.Duration {
		if failures < free {
			return 0
		}
		return min(time.Minute<<min(failures-free, 10), time.Hour)
	}
}

// try counts a guess before it is looked at: eighteen at once are eighteen. It gives how long to wait,
// 0 where it may be looked at.
func (s *Shop) try(ctx context.Context, g guess) (time.Duration, error) {
	wait, err := s.Store.Attempt(ctx, postgres.Attempt{Name: g.own(), At: s.Now(), Lock: lockAfter(freeAttempts), Rest: restOfOwn})
	if err != nil || wait > 0 {
		return wait, err
	}
	return s.Store.Attempt(ctx, postgres.Attempt{Name: g.all(), At: s.Now(), Lock: lockAfter(freeOfAll), Rest: restOfAll})
}

// right forgets the wrong ones from where the right one came, and takes back that it was counted among
// all: what others guessed wrongly stays.
func (s *Shop) right(ctx context.Context, g guess) error {
	if err := s.Store.Succeeded(ctx, g.own(), s.Now()); err != nil {
		return err
	}
	return s.Store.Uncount(ctx, g.all())
}

package shop

import (
	"context"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
)

// answered is what was answered as the database stood at a snapshot, within a minute: days end at midnight.
type answered struct {
	snapshot string
	minute   int64
	value    any
}

// unwritten is what was answered before where nothing was written to the database since, by anybody and by whatever hand; else it
// is worked out. The snapshot is taken before: what is committed meanwhile makes the next one another. Nobody changes what it
// gives.
func unwritten[T any](ctx context.Context, s *Shop, name string, answer func() (T, error)) (T, error) {
	var none T
	snapshot, err := s.Store.Snapshot(ctx)
	if err != nil {
		return none, err
	}
	now := answered{snapshot: snapshot, minute: s.Now().Unix() / int64(time.Minute/time.Second)}
	if was, ok := s.memory.answers.Get(name); ok && was.snapshot == now.snapshot && was.minute == now.minute {
		return was.value.(T), nil
	}
	value, err := answer()
	if err == nil {
		now.value = value
		s.memory.answers.Add(name, now)
	}
	return value, err
}

const answersKept = 8

func newAnswers() *lru.Cache[string, answered] { return must(lru.New[string, answered](answersKept)) }

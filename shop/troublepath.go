package shop

import (
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/strict"
	"brankel/rigging/trouble"
	"context"
)

// traced is what the path of an event leads to; nil when it leads to nothing.
func (s *Shop) traced(ctx context.Context, o *open, t record.Trouble) (*record.Traced, error) {
	var q trouble.Question
	if err := strict.Decode(t.Asked, &q); err != nil {
		return nil, fault.Below("body.asked", err)
	}
	one, err := s.troubleSheet(o)
	if err != nil {
		return nil, err
	}
	b, err := s.finder(ctx, one)
	if err != nil {
		return nil, err
	}
	odds, err := s.Store.Odds(ctx, b.Family)
	if err != nil {
		return nil, err
	}
	a, err := b.Ask(q, odds)
	if err != nil {
		return nil, fault.Below("body.asked", err)
	}
	if len(a.Known) == 0 {
		return nil, nil
	}
	out := &record.Traced{Known: a.Known}
	for i, c := range a.Causes {
		if i < 3 {
			out.Likeliest = append(out.Likeliest, c.Says)
		}
		if c.ID == t.Cause {
			out.Says, out.Why = c.Says, c.End.Why
		}
	}
	return out, nil
}

// causeSays is what the cause of a signature is called, "" for one that is not known.
func (s *Shop) causeSays(ctx context.Context, o *open, id string) (string, error) {
	if id == record.AdjustmentOnly || id == "" {
		return id, nil
	}
	one, err := s.troubleSheet(o)
	if err != nil {
		return "", nil // of a cable that nothing is known of: so its cause is not either
	}
	b, err := s.finder(ctx, one)
	if err != nil {
		return "", err
	}
	return b.Says(id), nil
}

package gauge

import (
	"context"
	"math"

	"brankel/rigging/quantity"
)

// Follow tells the gauges that follow an exercise what they are held to: a reading as it was written with its unit, "" for nothing.
func (p *Port) Follow(run, text, unit string) {
	p.mu.Lock()
	var follow []*state
	for _, s := range p.gauges {
		if s.live.Follows == run && s.shows != nil {
			follow = append(follow, s)
		}
	}
	p.mu.Unlock()
	for _, s := range follow {
		p.show(s, text, unit)
	}
}

// show has one told what it is to show; what it was not told yet is passed over by what comes after it.
func (p *Port) show(s *state, text, unit string) {
	says := Nothing
	if q, err := quantity.Parse(text, unit, s.live.Kind); text != "" && err == nil {
		says = plain(math.Round(s.own(q.Value)*1e6) / 1e6)
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	select {
	case <-s.shows:
	default:
	}
	s.shows <- says // has room: whoever fills it holds the lock
}

// own is a value of the canonical unit of its kind in the unit of the gauge.
func (s *state) own(v float64) float64 {
	zero, zeroErr := quantity.Parse("0", s.live.Unit, s.live.Kind)
	one, oneErr := quantity.Parse("1", s.live.Unit, s.live.Kind)
	if zeroErr != nil || oneErr != nil {
		return v
	}
	return (v - zero.Value) / (one.Value - zero.Value)
}

// tellShows tells it, so that nobody waits for a gauge that does not listen.
func (s *state) tellShows(ctx context.Context, answer func(string) error) {
	for {
		select {
		case <-ctx.Done():
			return
		case says := <-s.shows:
			if answer(WordShows+" "+says) != nil {
				return
			}
		}
	}
}

// Of are the gauges that follow an exercise; for "" those that follow none, and are read at any other run.
func Of(live []Live, exercise string) []Live {
	out := []Live{}
	for _, l := range live {
		if l.Follows == exercise {
			out = append(out, l)
		}
	}
	return out
}

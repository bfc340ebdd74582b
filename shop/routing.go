package shop

import (
	"brankel/rigging/routing"
	"brankel/rigging/run/record"
	"context"
)

// RouteView is a cable's path worked out, and what it is for.
type RouteView struct {
	routing.View
	About string `json:"about"` // machine and cable, where it is for a run
}

// Route works a cable's path out. The error is postgres.ErrNotFound for a run that is not there.
func (s *Shop) Route(ctx context.Context, d routing.Draft) (RouteView, record.Heading, error) {
	var v RouteView
	zone, err := s.zone(ctx)
	h := record.Heading{Run: "cable", Opened: s.Now().In(zone)}
	if err != nil {
		return v, h, err
	}
	if d.Run != "" {
		o, err := s.open(ctx, d.Run)
		if err != nil {
			return v, h, err
		}
		h, err = s.heading(ctx, o)
		h = o.state.Headed(h)
		h.Opened = record.Local(zone, h.Opened)
		o.done()
		if err != nil {
			return v, h, err
		}
		v.About = h.Machine + " · " + h.Cable
	}
	v.View = routing.Work(d)
	return v, h, nil
}

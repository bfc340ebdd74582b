package shop

import (
	"context"
	"errors"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
)

// zoneOf is a zone by its IANA name, UTC for none and for one that this machine does not know.
func zoneOf(name string) *time.Location {
	zone, err := time.LoadLocation(name)
	if err != nil {
		return time.UTC
	}
	return zone
}

// zone is whose days and times are told here.
func (s *Shop) zone(ctx context.Context) (*time.Location, error) {
	name, err := s.Store.Zone(ctx)
	return zoneOf(name), err
}

// today is the day by the clocks of a zone.
func (s *Shop) today(zone *time.Location) string { return s.Now().In(zone).Format(time.DateOnly) }

// Times is the name of the zone whose days and times are told.
func (s *Shop) Times(ctx context.Context) (string, error) {
	zone, err := s.zone(ctx)
	return zone.String(), err
}

// SetZone sets the zone by its IANA name. What the floor shows of each run is worked out anew, since its days are
// others then.
func (s *Shop) SetZone(ctx context.Context, name string) error {
	if err := checkZone(name); err != nil {
		return err
	}
	if err := s.Store.SetZone(ctx, name); err != nil {
		return err
	}
	_, _, err := s.Rebuild(ctx)
	if errors.Is(err, postgres.ErrNotFound) {
		err = nil // a run that went meanwhile
	}
	s.memory.hub.tellAll(Floor)
	return err
}

func checkZone(name string) error {
	if _, err := time.LoadLocation(name); err != nil || strings.TrimSpace(name) == "" || name == "Local" {
		return fault.At("zone", "there is no time zone of this name: write it as Europe/Oslo or America/Halifax, or UTC")
	}
	return nil
}

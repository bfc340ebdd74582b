package shop

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"brankel/rigging/run/record"
)

// Calendar writes what comes due, and the planned visits, as iCalendar (RFC 5545): whole days, each with what to bring and a
// reminder two days before.
func (s *Shop) Calendar(ctx context.Context, w io.Writer) error {
	list, err := s.Due(ctx)
	if err != nil {
		return err
	}
	name, err := s.Store.WorkshopName(ctx)
	if err != nil {
		return err
	}
	c := ics.NewCalendar()
	c.SetProductId("-//Brankel//Brankel//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetXWRCalName(name)
	c.SetRefreshInterval("PT6H")
	stamp := s.Now().UTC()
	planned := map[string]bool{}
	for _, v := range list.Visits {
		if !v.Planned {
			continue
		}
		for _, id := range v.Due {
			planned[id] = true
		}
		lines := append([]string{}, v.What...)
		if err := event(c, stamp, "visit|"+v.Machine, v.On, v.Name+" comes in", append(lines, brings(v.Bring)...)); err != nil {
			return err
		}
	}
	for _, d := range list.Due {
		if d.On == "" || planned[d.ID] {
			continue
		}
		day, lines := max(d.On, list.Today), []string{}
		if d.Overdue {
			lines = append(lines, "overdue since "+d.Day)
		}
		if d.Between != "" {
			lines = append(lines, "between "+d.Between)
		}
		if err := event(c, stamp, d.ID, day, d.Says, append(lines, brings(d.Bring)...)); err != nil {
			return err
		}
	}
	return c.SerializeTo(w, ics.WithNewLineWindows) // as the format wants it
}

// remind is how long before a day a calendar reminds of it: so that what is to be brought can be fetched.
const remind = "-P2D"

func event(c *ics.Calendar, stamp time.Time, id, day, says string, lines []string) error {
	on, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return fmt.Errorf("%q is no day: %w", day, err)
	}
	sum := sha256.Sum256([]byte(id))
	e := c.AddEvent(hex.EncodeToString(sum[:16]) + "@brankel")
	e.SetDtStampTime(stamp)
	e.SetAllDayStartAt(on)
	e.SetAllDayEndAt(on.AddDate(0, 0, 1))
	e.SetSummary(says)
	if len(lines) > 0 {
		e.SetDescription(strings.Join(lines, "\n"))
	}
	a := e.AddAlarm()
	a.SetAction(ics.ActionDisplay)
	a.SetTrigger(remind)
	a.SetDescription(says)
	return nil
}

func brings(list []string) []string {
	if len(list) == 0 {
		return nil
	}
	return []string{"Bring: " + strings.Join(list, "; ")}
}

// CalendarAddress is a secret address that a calendar reads by itself. Secret is told once, when it is made.
type CalendarAddress struct {
	ID     string `json:"id"`
	By     string `json:"by"`
	Made   string `json:"made"` // the day, as it is read
	Secret string `json:"secret,omitempty"`
}

// mostAddresses is how many secret addresses may be open.
const mostAddresses = 50

// NewCalendar makes a secret address.
func (s *Shop) NewCalendar(ctx context.Context, by string) (CalendarAddress, error) {
	open, err := s.Store.Calendars(ctx)
	if err != nil {
		return CalendarAddress{}, err
	}
	if len(open) >= mostAddresses {
		return CalendarAddress{}, &Refusal{Status: 422, Message: fmt.Sprintf("%d addresses are open: revoke one that nobody uses", len(open))}
	}
	secret := rand.Text()
	if err := s.Store.AddCalendar(ctx, secret, by, s.Now()); err != nil {
		return CalendarAddress{}, err
	}
	all, err := s.Calendars(ctx)
	if err != nil {
		return CalendarAddress{}, err
	}
	one := all[len(all)-1]
	one.Secret = secret
	return one, nil
}

// Calendars are the secret addresses that are open.
func (s *Shop) Calendars(ctx context.Context) ([]CalendarAddress, error) {
	list, err := s.Store.Calendars(ctx)
	if err != nil {
		return nil, err
	}
	zone, err := s.zone(ctx)
	out := []CalendarAddress{}
	for _, c := range list {
		out = append(out, CalendarAddress{ID: c.ID, By: c.By, Made: c.Made.In(zone).Format(record.Day)})
	}
	return out, err
}

// RevokeCalendar closes one.
func (s *Shop) RevokeCalendar(ctx context.Context, id string) ([]CalendarAddress, error) {
	if err := s.Store.RevokeCalendar(ctx, id); err != nil {
		return nil, err
	}
	return s.Calendars(ctx)
}

// CalendarBy writes the calendar to whoever has a secret; postgres.ErrNotFound when it was revoked, or never given.
func (s *Shop) CalendarBy(ctx context.Context, secret string, w io.Writer) error {
	if _, err := s.Store.CalendarOf(ctx, secret); err != nil {
		return err
	}
	return s.Calendar(ctx, w)
}

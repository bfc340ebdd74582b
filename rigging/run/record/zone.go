package record

import (
	"time"
)

// DayOf writes a day given as 2006-01-02 as it is read; what is no day stays as it is.
func DayOf(iso string) string {
	d, err := time.Parse(time.DateOnly, iso)
	if err != nil {
		return iso
	}
	return d.Format(Day)
}

// Day and Moment are how days and times are written wherever they are read.
const (
	Day    = "2 Jan 2006"
	Moment = "2 Jan 2006 15:04"
)

// In is the state whose days and times are those of a zone: the workshop's own. What is chained and exported stays in
// UTC, whatever the zone; nil is UTC.
func (st State) In(zone *time.Location) State {
	st.Zone = zone
	return st
}

// Local is a moment as the clocks of the workshop show it.
func (st State) Local(t time.Time) time.Time { return Local(st.Zone, t) }

// Local is a moment as the clocks of a zone show it, nil is UTC.
func Local(zone *time.Location, t time.Time) time.Time {
	if zone == nil {
		return t.UTC()
	}
	return t.In(zone)
}

package run

import "time"

// In is the state whose days and times are those of a zone: the workshop's own. What is chained and exported stays in
// UTC, whatever the zone; nil is UTC.
func (st State) In(zone *time.Location) State {
	st.Zone = zone
	st.worked = &workedOut{}
	return st
}

// local is a moment as the clocks of the workshop show it.
func (st State) local(t time.Time) time.Time { return Local(st.Zone, t) }

// Local is a moment as the clocks of a zone show it, nil is UTC.
func Local(zone *time.Location, t time.Time) time.Time {
	if zone == nil {
		return t.UTC()
	}
	return t.In(zone)
}

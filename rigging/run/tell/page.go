// Package tell tells of a run: the view of a screen, the standing of a cable on the floor, the record as it is printed,
// the rulers, the order to the stores. Nothing is decided here; whoever shows it has nothing left to work out.
package tell

import "brankel/rigging/run/lead"

// page is a led run as it is told.
type page struct{ *lead.Lead }

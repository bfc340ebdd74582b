package record

import (
	"fmt"
	"time"
)

// Called is what a run was done on, by the names of that day. It is part of what is signed: a card
// that is written otherwise later changes no record.
type Called struct {
	Machine string `json:"machine"`
	Note    string `json:"note"`
	Cable   string `json:"cable"`
	Owner   string `json:"owner,omitempty"`
	Place   string `json:"place,omitempty"` // the workshop
}

// Renamed says what is called otherwise now.
func (c Called) Renamed(now Called) (out []string) {
	for _, one := range []struct{ what, was, is string }{
		{"the machine", c.Machine, now.Machine}, {"the note on its card", c.Note, now.Note}, {"the cable", c.Cable, now.Cable},
		{"the owner", c.Owner, now.Owner}, {"the workshop", c.Place, now.Place},
	} {
		if one.was != one.is {
			is := one.is
			if is == "" {
				is = "nothing"
			}
			out = append(out, fmt.Sprintf("%s is now: %s", one.what, is))
		}
	}
	return out
}

// Heading is what stands at the top of a record.
type Heading struct {
	Run string `json:"run"`
	Called
	Opened time.Time `json:"opened"`
}

// Headed is the heading of a run: as it was signed, where it is.
func (st State) Headed(today Heading) Heading {
	if st.Signed != nil {
		today.Called = st.Signed.Called
	}
	return today
}

// Signature is who signed and when; both times where the device's lies apart.
func (st State) Signature() string {
	says := st.Signed.Name + ", " + st.Local(st.SignedAt).Format(Moment+" MST")
	if !st.SignedDated.IsZero() {
		says += " as it was received, dated " + st.Local(st.SignedDated).Format(Moment+" MST") + " by the device"
	}
	return says
}

// Stands is whether the work is signed for, in words.
func (st State) Stands() string {
	switch n := len(st.Refused); {
	case st.Signed == nil && n > 0:
		return "signed, then refused at the second inspection: " + st.Refused[n-1]
	case st.Signed == nil:
		return "not signed"
	case !st.Inspected():
		return "signed by " + st.Signature() + "; the second inspection is open"
	}
	return "signed by " + st.Signature()
}

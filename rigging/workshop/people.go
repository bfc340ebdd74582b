package workshop

import (
	"slices"
	"strings"
)

// Role says what somebody may do.
type Role string

// The roles, from the least to the most that may be done.
const (
	ReadOnly  Role = "read-only"
	Mechanic  Role = "mechanic"
	Inspector Role = "inspector" // of flight controls
	Lead      Role = "lead"
	Guest     Role = "guest" // second hands at one run, without an account
)

// Roles lists those of accounts in the order they are offered.
var Roles = []Role{Mechanic, Inspector, Lead, ReadOnly}

// Words lists the roles, that of guests too.
func (Role) Words() (out []string) {
	for _, r := range append(slices.Clone(Roles), Guest) {
		out = append(out, string(r))
	}
	return out
}

// Valid tells whether r is one of Roles.
func (r Role) Valid() bool { return slices.Contains(Roles, r) }

// Action is something that not everybody may do.
type Action string

// The actions.
const (
	Read    Action = "read"
	Work    Action = "work on runs"
	Inspect Action = "sign for flight controls"
	Manage  Action = "change sheets, machines, gauges and people"
)

var may = map[Role][]Action{
	ReadOnly:  {Read},
	Mechanic:  {Read, Work},
	Inspector: {Read, Work, Inspect},
	Lead:      {Read, Work, Manage},
	Guest:     {Read, Work}, // at their run, and of that what is open to guests
}

// May tells whether the role allows the action. A lead does not inspect: whoever
// runs the shop and whoever answers for a flight control may be two people.
func (r Role) May(do Action) bool { return slices.Contains(may[r], do) }

// Does is what a role may do, in words.
func (r Role) Does() string {
	var out []string
	for _, one := range may[r] {
		if one != Read {
			out = append(out, string(one))
		}
	}
	if out == nil {
		return "look"
	}
	return strings.Join(out, ", ")
}

// Person is somebody at the bench.
type Person struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Role Role   `json:"role"`
	PIN  bool   `json:"pin,omitempty"` // may switch in by PIN
}

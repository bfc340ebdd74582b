// Package calc holds the named calculations of the bench: each a pure function
// with one input and one output struct in a file of its own, and one registry
// that the command line, the API and the screens share. Quantities are in the
// canonical units of package quantity. Every error is a *fault.Fault.
package calc

import (
	"encoding/json"
	"math"
	"reflect"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// Calc is one named calculation.
type Calc struct {
	Name    string
	Purpose string
	in      reflect.Type
	solve   func(raw []byte) (in, out any, err error)
}

func entry[In, Out any](name, purpose string, fn func(In) (Out, error)) Calc {
	input.Plan(reflect.TypeFor[In]())
	return Calc{name, purpose, reflect.TypeFor[In](), func(raw []byte) (any, any, error) {
		var in In
		f := input.NewFaults(&in)
		if input.Decode(raw, &in, f) {
			input.Validate(&in, f)
		}
		if err := f.First(); err != nil {
			return nil, nil, err
		}
		out, err := fn(in)
		if err == nil && !finite(reflect.ValueOf(out)) {
			err = fault.At("input", "these numbers are too large or too small to work with: check their units")
		}
		return in, out, err
	}}
}

// Fields lists the fields of the calculation's input, in order.
func (c Calc) Fields() []input.Field { return input.Fields(c.in) }

// All lists the calculations in the order they are shown.
func All() []Calc { return slices.Clone(all) }

var all = []Calc{
	entry("measure", "what does this text mean?", Measure),
	entry("fraction", "what is this length on a tape with N-ths, and what is left over?", Fraction),
	entry("reading", "are these readings inside the limits, given how well the gauge can tell?", Reading),
	entry("datum", "an edge-to-edge measurement as centre to centre; do two books agree?", Datum),
	entry("adjuster", "how many turns of this threaded adjuster, which way, and does enough thread stay in?", Adjuster),
	entry("two-ends", "how to share a correction between the two ends of one cable?", TwoEnds),
	entry("window", "how far is this setting from failing at each end of the travel?", Window),
	entry("bracket", "judged only by feel: which setting to try next?", Bracket),
	entry("response", "did the reading move as the turns should have moved it?", Response),
	entry("lost-motion", "how much does the control move before the far end does?", LostMotion),
	entry("conduit", "what do the bends of this routing cost in slack and force?", Conduit),
	entry("spring", "which anti-lash spring takes up the slack without moving the control?", Spring),
	entry("tension", "what is the cable's tension, what should it be at this temperature, how many turns?", Tension),
	entry("coupled", "several adjusters move several readings: the smallest set of turns that puts all inside?", Coupled),
	entry("follow-up", "a surface that follows a lever: offset, wrong gain, or lag?", FollowUp),
	entry("hunting", "will a switched follow-up hunt, and what switch gaps would stop it?", Hunting),
	entry("kickdown", "throttle-valve or kickdown cable: slack, stroke at full throttle, notches to move?", Kickdown),
	entry("clutch", "free play, release margin, bite height, clicks to move?", Clutch),
	entry("parking-brake", "lever notches from shoe clearance; slope held; left against right?", ParkingBrake),
	entry("centre-stop", "which way to move a centring stop so that both gaps are equal?", CentreStop),
	entry("slot-pin", "how far to slide a pin along an angled slot to gain travel at one end only?", SlotPin),
	entry("cable-order", "which stock length to order for this path?", CableOrder),
	entry("trend", "at what usage does the adjuster run out?", Trend),
}

// Run does the calculation called name on one JSON object. The error is a *fault.Fault.
func Run(name string, raw []byte) (any, error) {
	_, out, err := Solve(name, raw)
	return out, err
}

// Solve is Run that also gives the input as it was read, defaults filled in.
func Solve(name string, raw []byte) (in, out any, err error) {
	i := slices.IndexFunc(all, func(c Calc) bool { return c.Name == name })
	if i < 0 {
		return nil, nil, fault.At("calc", "there is no calculation of this name: brankel calc --list shows them")
	}
	if in, out, err = all[i].solve(raw); err != nil {
		return nil, nil, err
	}
	return in, out, nil
}

// finite tells whether an output can be written as JSON.
func finite(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Float64:
		return !math.IsNaN(v.Float()) && !math.IsInf(v.Float(), 0)
	case reflect.Pointer:
		return v.IsNil() || finite(v.Elem())
	case reflect.Struct:
		for i := range v.NumField() {
			if !finite(v.Field(i)) {
				return false
			}
		}
	case reflect.Slice:
		for i := range v.Len() {
			if !finite(v.Index(i)) {
				return false
			}
		}
	}
	return true
}

// Case is one line of a file of cases: a calculation, its input, and what came out.
type Case struct {
	Calc   string          `json:"calc"`
	Input  json.RawMessage `json:"input"`
	Output any             `json:"output,omitempty"`
	Error  *fault.Fault    `json:"error,omitempty"`
}

// Solve fills in Output or Error.
func (c *Case) Solve() {
	out, err := Run(c.Calc, c.Input)
	c.Output, c.Error = out, nil
	if fault, ok := err.(*fault.Fault); ok {
		c.Output, c.Error = nil, fault
	}
}

// Package calc holds the named calculations of the bench: each a pure function
// with one input and one output struct in a file of its own, and one registry
// that the command line, the API and the screens share. Quantities are in the
// canonical units of package quantity. Every error is a *Fault.
package calc

import (
	"encoding/json"
	"math"
	"reflect"
)

// Calc is one named calculation.
type Calc struct {
	Name    string
	Purpose string
	in, out reflect.Type
	run     func(raw []byte) (any, error)
}

// Input and Output are the Go types of the calculation, for descriptions.
func (c Calc) Input() reflect.Type  { return c.in }
func (c Calc) Output() reflect.Type { return c.out }

func entry[In, Out any](name, purpose string, fn func(In) (Out, error)) Calc {
	return Calc{name, purpose, reflect.TypeFor[In](), reflect.TypeFor[Out](), func(raw []byte) (any, error) {
		var in In
		f := &faults{}
		decode(raw, &in, f)
		if f.order != nil {
			validate(&in, f)
		}
		if err := f.first(); err != nil {
			return nil, err
		}
		return fn(in)
	}}
}

// All lists the calculations in the order they are shown.
func All() []Calc {
	return []Calc{
		entry("measure", "what does this text mean?", Measure),
		entry("fraction", "what is this length on a tape with N-ths, and what is left over?", Fraction),
		entry("reading", "are these readings inside the limits, given how well the gauge can tell?", Reading),
		entry("adjuster", "how many turns of this threaded adjuster, which way, and does enough thread stay in?", Adjuster),
		entry("window", "how far is this setting from failing at each end of the travel?", Window),
		entry("response", "did the reading move as the turns should have moved it?", Response),
		entry("lost-motion", "how much does the control move before the far end does?", LostMotion),
	}
}

// Run does the calculation called name on one JSON object. The error is a *Fault.
func Run(name string, raw []byte) (any, error) {
	for _, c := range All() {
		if c.Name == name {
			out, err := c.run(raw)
			if err == nil && !finite(reflect.ValueOf(out)) {
				err = &Fault{"input", "these numbers are too large or too small to work with: check their units"}
			}
			if err != nil {
				return nil, err
			}
			return out, nil
		}
	}
	return nil, &Fault{"calc", "there is no calculation of this name: brankel calc --list shows them"}
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
	Error  *Fault          `json:"error,omitempty"`
}

// Solve fills in Output or Error.
func (c *Case) Solve() {
	out, err := Run(c.Calc, c.Input)
	c.Output, c.Error = out, nil
	if fault, ok := err.(*Fault); ok {
		c.Output, c.Error = nil, fault
	}
}

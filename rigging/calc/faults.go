package calc

import (
	"slices"
	"strings"
)

// Fault is what is wrong with an input: the JSON path of the field and what to
// write instead. It is the only error the calculations give.
type Fault struct {
	Field   string `json:"field"`
	Message string `json:"message"`
}

func (f *Fault) Error() string { return f.Field + ": " + f.Message }

// faults gathers what is wrong, so that the first in the order of the fields
// can be told whatever the order in which it was found.
type faults struct {
	order   []string // the fields, in the order of the struct
	unknown []Fault
	found   []Fault
}

func (f *faults) add(field, message string) {
	f.found = append(f.found, Fault{field, message})
}

// addIf adds a fault when it holds. Comparisons with a number that is missing
// (NaN) never hold, so a rule needs no test of its own for that.
func (f *faults) addIf(holds bool, field, message string) {
	if holds {
		f.add(field, message)
	}
}

func (f *faults) first() error {
	if len(f.unknown) > 0 {
		return &f.unknown[0]
	}
	if len(f.found) == 0 {
		return nil
	}
	first := slices.MinFunc(f.found, func(a, b Fault) int { return f.rank(a.Field) - f.rank(b.Field) })
	return &first
}

// rank is the place of the deepest field that is known in the order.
func (f *faults) rank(field string) int {
	for {
		if i := slices.Index(f.order, field); i >= 0 {
			return i
		}
		cut := strings.LastIndexAny(field, ".[")
		if cut < 0 {
			return len(f.order)
		}
		field = field[:cut]
	}
}

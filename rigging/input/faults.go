package input

import (
	"cmp"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
)

// Faults gathers what is wrong with an input, so that the first in the order of
// the fields can be told whatever the order in which it was found.
type Faults struct {
	root    reflect.Type
	unknown []fault.Fault
	found   []fault.Fault
}

// NewFaults is for an input, a pointer to a struct.
func NewFaults(in any) *Faults { return &Faults{root: reflect.TypeOf(in).Elem()} }

// Add tells a fault of a field.
func (f *Faults) Add(field, message string) {
	f.found = append(f.found, fault.Fault{Field: field, Message: message})
}

// AddIf adds a fault when it holds. Comparisons with a number that is missing
// (NaN) never hold, so a rule needs no test of its own for that.
func (f *Faults) AddIf(holds bool, field, message string) {
	if holds {
		f.Add(field, message)
	}
}

// None tells whether nothing was found.
func (f *Faults) None() bool { return len(f.unknown)+len(f.found) == 0 }

// First is the fault to tell: a name that is not known, else the first in the order of the fields.
func (f *Faults) First() error {
	if len(f.unknown) > 0 {
		return &f.unknown[0]
	}
	if len(f.found) == 0 {
		return nil
	}
	first := slices.MinFunc(f.found, func(a, b fault.Fault) int {
		return cmp.Or(slices.Compare(f.place(a.Field), f.place(b.Field)), cmp.Compare(a.Field, b.Field))
	})
	return &first
}

// place is the path as positions: of fields in their structs, of items in lists.
func (f *Faults) place(path string) (out []int) {
	t := f.root
	for _, part := range strings.FieldsFunc(path, func(r rune) bool { return strings.ContainsRune(".[]", r) }) {
		for t.Kind() == reflect.Pointer {
			t = t.Elem()
		}
		switch t.Kind() {
		case reflect.Struct:
			i := slices.IndexFunc(fieldsOf(t), func(f field) bool { return f.name == part })
			if i < 0 {
				return out
			}
			out, t = append(out, i), t.Field(i).Type
		case reflect.Slice:
			i, _ := strconv.Atoi(part)
			out, t = append(out, i), t.Elem()
		}
	}
	return out
}

package calc

import (
	"reflect"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
)

// faults gathers what is wrong with an input of type root, so that the first in
// the order of the fields can be told whatever the order in which it was found.
type faults struct {
	root    reflect.Type
	unknown []fault.Fault
	found   []fault.Fault
}

func newFaults(in any) *faults { return &faults{root: reflect.TypeOf(in).Elem()} }

func (f *faults) add(field, message string) {
	f.found = append(f.found, fault.Fault{Field: field, Message: message})
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
	first := slices.MinFunc(f.found, func(a, b fault.Fault) int { return slices.Compare(f.place(a.Field), f.place(b.Field)) })
	return &first
}

// place is the path as positions: of fields in their structs, of items in lists.
func (f *faults) place(path string) (out []int) {
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

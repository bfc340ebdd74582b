package input

import (
	"reflect"

	"brankel/rigging/quantity"
)

// Field is one field of an input, for those who ask for it in other ways than
// JSON. Path writes [] for the items of a list of objects: springs[].rate.
type Field struct {
	Path     string
	Kind     quantity.Kind // "" for plain numbers and words
	Of       string        // the field that names the kind
	Words    []string
	Preset   string
	Optional bool
	Number   bool // else a text or a word
	List     bool // several of them
	Table    bool // pairs of numbers
}

// Fields lists the fields of an input, in order.
func Fields(in reflect.Type) []Field { return listFields(in, "") }

func listFields(t reflect.Type, path string) (out []Field) {
	for i, f := range fieldsOf(t) {
		at, typ := Join(path, f.name), t.Field(i).Type
		one := Field{
			Path:     at,
			Kind:     f.kind,
			Of:       f.of,
			Words:    f.words,
			Optional: f.optional || f.preset != nil || typ.Kind() == reflect.Pointer,
		}
		if f.preset != nil {
			one.Preset = *f.preset
		}
		if typ.Kind() == reflect.Pointer {
			typ = typ.Elem()
		}
		if typ.Kind() == reflect.Slice {
			typ = typ.Elem()
			switch typ.Kind() {
			case reflect.Struct:
				out = append(out, listFields(typ, at+"[]")...)
				continue
			case reflect.Slice:
				one.Table = true
				typ = typ.Elem()
			default:
				one.List = true
			}
		}
		if typ.Kind() == reflect.Struct {
			out = append(out, listFields(typ, at)...)
			continue
		}
		one.Number = typ.Kind() == reflect.Float64
		out = append(out, one)
	}
	return out
}

package sheet

import (
	"fmt"
	"sort"
	"strings"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/santhosh-tekuri/jsonschema/v6/kind"
	"golang.org/x/text/language"
	"golang.org/x/text/message"

	"brankel/rigging/fault"
)

// shapeFaults is what the schema found, each at its place and in words for whoever
// writes the sheet.
func shapeFaults(err *jsonschema.ValidationError) (out fault.List) {
	for _, c := range err.Causes {
		out = append(out, shapeFaults(c)...)
	}
	if len(err.Causes) > 0 {
		sort.SliceStable(out, func(i, j int) bool { return out[i].Field < out[j].Field })
		return out
	}
	at := ""
	for _, p := range err.InstanceLocation {
		at = below(at, p)
	}
	switch k := err.ErrorKind.(type) {
	case *kind.Required:
		for _, name := range k.Missing {
			out.Add(below(at, name), "missing: it is to be written")
		}
		return out
	case *kind.AdditionalProperties:
		for _, name := range k.Properties {
			out.Add(below(at, name), "there is no such field here: take it out, or look how it is written")
		}
		return out
	}
	return fault.List{*fault.At(at, shapeWords(err.ErrorKind))}
}

// plainType is what the types of JSON are called at the bench.
var plainType = map[string]string{
	"integer": "a whole number",
	"number":  "a number",
	"string":  "a text",
	"boolean": "true or false",
	"array":   "a list",
	"object":  "a group of fields",
	"null":    "nothing",
}

func shapeWords(k jsonschema.ErrorKind) string {
	switch k := k.(type) {
	case *kind.MinLength:
		return "this is to be written"
	case *kind.MaxLength:
		return fmt.Sprintf("this has %d letters: say it in %d", k.Got, k.Want)
	case *kind.MaxItems:
		return fmt.Sprintf("these are %d: write %d at the most", k.Got, k.Want)
	case *kind.MaxProperties:
		return fmt.Sprintf("these are %d: write %d at the most", k.Got, k.Want)
	case *kind.Pattern:
		return "write letters, figures, - and _ only, beginning with a letter or figure"
	case *kind.MinItems:
		return fmt.Sprintf("write %d at least", k.Want)
	case *kind.Type:
		return "write " + plainType[k.Want[0]] + ", not " + plainType[k.Got]
	case *kind.Enum:
		var words []string
		for _, w := range k.Want {
			words = append(words, fmt.Sprint(w))
		}
		return "choose one of: " + strings.Join(words, ", ")
	case *kind.Minimum:
		n, _ := k.Want.Float64()
		return fmt.Sprintf("write %g or more", n)
	case *kind.Maximum:
		n, _ := k.Want.Float64()
		return fmt.Sprintf("write %g or less", n)
	case *kind.ExclusiveMinimum:
		n, _ := k.Want.Float64()
		return fmt.Sprintf("write more than %g", n)
	case *kind.Format:
		return "write a date as 2026-11-24"
	}
	return k.LocalizedString(message.NewPrinter(language.English))
}

func below(path, step string) string {
	if step != "" && step[0] >= '0' && step[0] <= '9' {
		return path + "[" + step + "]"
	}
	return strings.TrimPrefix(path+"."+step, ".")
}

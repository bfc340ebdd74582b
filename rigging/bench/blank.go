package bench

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// Blank is one place to write in. Path is the field of the calculation, with []
// for the number of the row; @ before it marks words that only the answer needs.
type Blank struct {
	Path     string   `json:"path"`
	Label    string   `json:"label"`
	Kind     string   `json:"kind"` // quantity, number, list, table, words, text
	Quantity string   `json:"quantity,omitempty"`
	Unit     string   `json:"unit,omitempty"` // when none is written
	Words    []string `json:"words,omitempty"`
	Preset   string   `json:"preset,omitempty"` // what holds when nothing is written
	Optional bool     `json:"optional"`
	Each     string   `json:"each,omitempty"` // one for each of these rows

	field input.Field
}

func newBlank(path, label string, fields []input.Field) *Blank {
	b := &Blank{Path: path, Label: label, Kind: "text", Optional: true}
	if strings.HasPrefix(path, "@") {
		return b
	}
	name := path
	if path == "influence[]" { // a row of the table stands with its reading
		name, b.Each = "influence", "adjusters"
	}
	i := slices.IndexFunc(fields, func(f input.Field) bool { return f.Path == name })
	if i < 0 {
		panic("bench: no field " + path) // the sentences are fixed when this is built
	}
	f := fields[i]
	b.field, b.Optional, b.Preset, b.Words = f, f.Optional, f.Preset, f.Words
	switch {
	case f.Words != nil:
		b.Kind = "words"
	case f.Table && b.Each == "":
		b.Kind = "table"
	case f.List:
		b.Kind = "list"
	case f.Kind != "":
		b.Kind = "quantity"
	case f.Number || b.Each != "":
		b.Kind = "number"
	}
	if f.Kind != "" && f.Kind != quantity.Count {
		b.Quantity, b.Unit = string(f.Kind), f.Kind.Unit()
	}
	return b
}

// Echo is what a blank was understood as, or what to write instead.
type Echo struct {
	Says  string `json:"says,omitempty"`
	Fault string `json:"fault,omitempty"`
}

// read turns what is written into a JSON value for the calculation.
func (b *Blank) read(text string, kind quantity.Kind) (any, Echo) {
	switch b.Kind {
	case "words":
		return text, Echo{}
	case "text":
		return text, Echo{}
	case "table":
		t, err := ParseTable(text)
		if err != nil {
			return nil, Echo{Fault: err.Error()}
		}
		return t, Echo{
			Says: fmt.Sprintf("%d points, from %s to %s", len(t), quantity.Number(t[0][0], 3), quantity.Number(t[len(t)-1][0], 3)),
		}
	case "list":
		return readList(text, kind)
	}
	if kind == "" {
		kind = quantity.Count
	}
	q, err := quantity.Parse(text, kind.Unit(), kind)
	if err != nil {
		return nil, Echo{Fault: err.Error()}
	}
	return q.Value, Echo{Says: echo(q, text)}
}

// readList reads several, apart by semicolons; a comma may be a decimal mark.
func readList(text string, kind quantity.Kind) (any, Echo) {
	var out []float64
	var says []string
	for _, part := range strings.FieldsFunc(text, func(r rune) bool { return r == ';' || r == '\n' }) {
		if strings.TrimSpace(part) == "" {
			continue
		}
		q, err := quantity.Parse(part, kind.Unit(), kind)
		if err != nil {
			return nil, Echo{Fault: err.Error() + "; put ; between several"}
		}
		out = append(out, q.Value)
		says = append(says, echo(q, part))
	}
	return out, Echo{Says: strings.Join(slices.DeleteFunc(says, func(s string) bool { return s == "" }), "; ")}
}

// echo says a quantity in another unit than it was written in.
func echo(q quantity.Quantity, text string) string {
	plain, err := quantity.Parse(text, "", "")
	bare := err != nil // no unit written: the canonical one was meant
	switch {
	case q.Kind == quantity.Count:
		return ""
	case !bare && !canonicalUnit(text, q.Kind) && plain.Kind == q.Kind:
		return "= " + amount(q.Kind, q.Value)
	case q.Kind == quantity.Length && math.Abs(q.Value) < 2.54:
		return "= " + quantity.Number(q.Value/25.4*1000, 1) + " thou"
	case q.Also() != "":
		return "= " + q.Also()
	}
	return ""
}

func canonicalUnit(text string, k quantity.Kind) bool {
	return strings.HasSuffix(strings.ToLower(strings.TrimSpace(text)), strings.ToLower(unitSign(k)))
}

func unitSign(k quantity.Kind) string {
	if k == quantity.Angle {
		return "°"
	}
	return k.Unit()
}

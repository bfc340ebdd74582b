package manual

import (
	"encoding/json"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// longestFigure is how long the text of a figure may be.
const longestFigure = 400

var (
	plain     = strings.NewReplacer("−", "-", "–", "-", "—", "-", "+/-", "±", "+-", "±", "≤", "at most ", "≥", "at least ", "<", "at most ", ">", "at least ")
	unsaid    = regexp.MustCompile(`(?i)^(unknown|\?|-|does not say|the manual does not say|not given|n/?a)$`)
	most      = regexp.MustCompile(`(?i)^(?:at most|max(?:imum|\.)?|not more than|no more than|not over|up to|less than|under)\s+(.+)$`)
	mostBack  = regexp.MustCompile(`(?i)^(.+?)\s*(?:max(?:imum|\.)?|or less|at most)$`)
	least     = regexp.MustCompile(`(?i)^(?:at least|min(?:imum|\.)?|not less than|no less than|more than|over)\s+(.+)$`)
	leastBack = regexp.MustCompile(`(?i)^(.+?)\s*(?:min(?:imum|\.)?|or more|at least)$`)
	either    = regexp.MustCompile(`^(.+?)\s*\(?\+\s*([\d.,/ ]+?)\s*[/,; ]\s*-\s*([\d.,/ ]+?)\)?\s*([^\d\s/().,]*)$`)
	both      = regexp.MustCompile(`^(.+?)\s*±\s*(.+)$`)
	fromTo    = regexp.MustCompile(`(?i)^(?:between\s+|from\s+)?(.+?)(?:\s+(?:to|and|or)\s+|\s*\.\.+\s*|\s*-\s*)([^-]+)$`)
	inch      = regexp.MustCompile(`(?i)^([\d.,]+)\s*(?:tpi|threads?\s+(?:to|per|an)\s+(?:the\s+)?inch|/\s*in(?:ch)?)$`)
	metric    = regexp.MustCompile(`(?i)^m\s*\d+(?:[.,]\d+)?\s*[x×]\s*([\d.,]+)$`)
	each      = regexp.MustCompile(`(?i)\s*(?:a|per|each|for each|for a)\s+(?:turn|click|notch|step)s?$`)
	counts    = regexp.MustCompile(`(?i)\s*(?:clicks?|notch(?:es)?|teeth|tooth|threads?|turns?)$`)
	word      = regexp.MustCompile(`[^\d\s.,/½¼¾⅛-]+\s*[^\d]*$`)
)

// Written is a figure as JSON writes it, from text as a manual has it: "3/4 in", "18–24 mm", "0.7 in ± 1/16",
// "4 to 6 clicks", "at most 1.5", "20 threads to the inch", "10 lb at 70 °F", "unknown". The error is a *fault.Fault without a place.
func (one asked) written(text string) (json.RawMessage, error) {
	t := strings.Join(strings.Fields(plain.Replace(text)), " ")
	switch {
	case len(text) > longestFigure:
		return nil, fault.At("", "write the figure alone, in %d letters at the most", longestFigure)
	case unsaid.MatchString(strings.TrimSpace(text)) || unsaid.MatchString(t):
		return raw(unknown), nil
	case one.Kind == Choice:
		return raw(strings.ToLower(t)), nil
	case one.Kind == Chart:
		return one.chart(text)
	case one.Kind == Step:
		return one.thread(t)
	}
	return one.target(t)
}

func raw(v any) json.RawMessage {
	out, _ := json.Marshal(v) // plain data
	return out
}

func (one asked) target(t string) (json.RawMessage, error) {
	if v, err := one.number(t, ""); err == nil {
		return raw(v), nil
	}
	if m := firstOf(t, most, mostBack); m != nil {
		return one.fields(m, "most")
	}
	if m := firstOf(t, least, leastBack); m != nil {
		return one.fields(m, "least")
	}
	if m := either.FindStringSubmatch(t); m != nil {
		return one.fields([]string{m[1], m[2] + " " + m[4], m[3] + " " + m[4]}, "target", "plus", "minus")
	}
	if m := both.FindStringSubmatch(t); m != nil {
		return one.fields([]string{m[1], m[2], m[2]}, "target", "minus", "plus")
	}
	if m := fromTo.FindStringSubmatch(t); m != nil {
		return one.fields(m[1:], "from", "to")
	}
	_, err := one.number(t, "")
	return nil, err
}

func firstOf(t string, patterns ...*regexp.Regexp) []string {
	for _, p := range patterns {
		if m := p.FindStringSubmatch(t); m != nil {
			return m[1:2]
		}
	}
	return nil
}

// fields reads numbers that share a unit: what stands behind one of them is meant by all.
func (one asked) fields(texts []string, names ...string) (json.RawMessage, error) {
	unit := ""
	for _, t := range texts {
		if m := word.FindString(strings.TrimSpace(t)); m != "" {
			unit = m
		}
	}
	out := map[string]float64{}
	for i, name := range names {
		v, err := one.number(texts[i], unit)
		if err != nil {
			return nil, err
		}
		out[name] = v
	}
	return raw(out), nil
}

// number reads one number in the unit of the ask; unit is what stands behind another number of the same figure.
func (one asked) number(text, unit string) (float64, error) {
	t := strings.TrimSpace(text)
	kind := map[string]quantity.Kind{"mm": quantity.Length, "deg": quantity.Angle, "N": quantity.Force, "Nm": quantity.Torque, "°C": quantity.Temperature}[one.Unit]
	if kind == "" || kind == quantity.Count {
		t = strings.TrimSpace(strings.TrimSuffix(counts.ReplaceAllString(t, ""), "%"))
		q, err := quantity.Parse(t, "count", quantity.Count)
		if err != nil {
			return 0, fault.At("", "%s", err)
		}
		return q.Value, nil
	}
	switch bare := word.FindString(t) == ""; {
	case bare && kind == quantity.Length && strings.ContainsAny(t, "/½¼¾⅛⅜⅝⅞"):
		t += " in" // no millimetre rule has fractions
	case bare && unit != "":
		t += " " + unit
	}
	q, err := quantity.Parse(t, kind.Unit(), kind)
	if err != nil {
		return 0, fault.At("", "%s", err)
	}
	return round(q.Value), nil
}

// thread reads what a step moves: a pitch, threads to the inch, or a size with its pitch behind it.
func (one asked) thread(t string) (json.RawMessage, error) {
	t = each.ReplaceAllString(t, "")
	if m := inch.FindStringSubmatch(t); m != nil {
		n, err := strconv.ParseFloat(strings.ReplaceAll(m[1], ",", "."), 64)
		if err != nil || n <= 0 {
			return nil, fault.At("", "write how many threads there are to the inch, such as 20 tpi")
		}
		return raw(round(25.4 / n)), nil
	}
	if m := metric.FindStringSubmatch(t); m != nil {
		t = m[1]
	}
	v, err := one.number(t, "")
	if err != nil {
		return nil, err
	}
	return raw(v), nil
}

// chart reads pairs, one a line or parted by semicolons: "170 N at 20 °C", or the air first, "20: 170".
func (one asked) chart(text string) (json.RawMessage, error) {
	air := asked{Unit: "°C", Kind: Target}
	var out [][]float64
	for _, part := range strings.FieldsFunc(text, func(c rune) bool { return c == ';' || c == '\n' }) {
		part = strings.TrimSpace(strings.NewReplacer("−", "-", "–", "-").Replace(part))
		if part == "" {
			continue
		}
		y, x, at := strings.Cut(part, " at ")
		if !at {
			if x, y, at = strings.Cut(part, ":"); !at {
				x, y, at = strings.Cut(part, " ")
			}
		}
		if !at {
			return nil, fault.At("", "%q is half a pair: write the tension at its air, such as 170 N at 20 °C", part)
		}
		v, err := one.number(y, "")
		if err != nil {
			return nil, err
		}
		a, err := air.number(x, "")
		if err != nil {
			return nil, err
		}
		out = append(out, []float64{a, v})
	}
	return raw(out), nil
}

// Understood is what was made of one text: the figure, in words, and what is wrong with it.
type Understood struct {
	ID      string          `json:"id"`
	Figure  json.RawMessage `json:"figure,omitempty"`
	Says    string          `json:"says"`    // what was understood; "" for a text that was left empty
	Assumed bool            `json:"assumed"` // of what was understood, the tolerance
	Fault   string          `json:"fault"`
}

// Page is what a page of figures comes to.
type Page struct {
	Read  []Understood `json:"read"`  // in the order of the asks
	Open  []string     `json:"open"`  // ids of required figures that are not there yet
	Whole bool         `json:"whole"` // a sheet can be made of it
}

// Understand reads the texts of a page of figures, and says at once what cannot be together. The error is a *fault.Fault.
func Understand(name, school string, texts map[string]string) (Page, error) {
	usual, f, list, err := page(name, school)
	if err != nil {
		return Page{}, err
	}
	usual.WorkOut()
	m := &maker{q: question{Family: name, School: school}, f: f, list: list, usual: usual, given: map[string]Figure{}, told: map[string]bool{}}
	out := Page{Read: []Understood{}, Open: []string{}}
	wrong := false
	figures := map[string]json.RawMessage{}
	for _, one := range list {
		u := m.understand(one, texts[one.ID])
		if fig, ok := m.given[one.ID]; one.Required && (!ok || fig.Unknown) {
			out.Open = append(out.Open, one.ID)
		}
		if u.Figure != nil {
			figures[one.ID] = u.Figure
		}
		wrong = wrong || u.Fault != ""
		out.Read = append(out.Read, u)
	}
	if wrong || len(out.Open) > 0 {
		return out, nil
	}
	_, err = From(raw(map[string]any{"family": name, "school": school, "figures": figures}))
	out.Whole = err == nil
	if faults, ok := err.(fault.List); ok {
		for _, one := range faults {
			i := slices.IndexFunc(out.Read, func(u Understood) bool { return "figures."+u.ID == one.Field })
			out.Read[max(i, 0)].Fault = one.Message
		}
		return out, nil
	}
	return out, err
}

func (m *maker) understand(one asked, text string) (u Understood) {
	u.ID = one.ID
	if strings.TrimSpace(text) == "" {
		return u
	}
	figure, err := one.written(text)
	if err == nil {
		var w usualWindow
		if one.Kind == Target {
			w = window(m.usual, one)
		}
		var fig Figure
		if fig, err = read(one, figure, w); err == nil && !fig.Unknown {
			err = m.farFault(one, fig)
		}
		if err == nil {
			m.given[one.ID] = fig
			u.Figure, u.Says, u.Assumed = figure, one.says(fig), fig.Assumed
			return u
		}
	}
	u.Fault = err.Error()
	if f, ok := err.(*fault.Fault); ok {
		u.Fault = f.Message
	}
	return u
}

// says is what was understood, in words.
func (one asked) says(f Figure) string {
	switch {
	case f.Unknown:
		return "the manual does not say"
	case f.Word != "":
		return f.Word
	case len(f.Pairs) > 0:
		var out []string
		for _, p := range f.Pairs {
			out = append(out, number(p[1], one)+" at "+quantity.Number(p[0], 1)+" °C")
		}
		return strings.Join(out, ", ")
	case one.Kind == Target && math.IsInf(f.From, -1):
		return "at most " + number(f.To, one)
	case one.Kind == Target && math.IsInf(f.To, 1):
		return "at least " + number(f.From, one)
	case one.Kind == Target && f.Assumed:
		return number(f.Target, one) + ", " + quantity.Number(f.From, 2) + " to " + quantity.Number(f.To, 2) + " assumed"
	case f.From != f.To:
		return quantity.Number(f.From, 2) + " to " + number(f.To, one)
	}
	return number(f.Number, one)
}

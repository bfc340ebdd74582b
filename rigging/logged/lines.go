package logged

import (
	"cmp"
	"errors"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Line is a line of a table as a reading: Body is the entry that it makes, nil where it makes none; Wrong why not.
type Line struct {
	Line  int             `json:"line"`
	Says  string          `json:"says"`
	Wrong string          `json:"wrong,omitempty"`
	Body  *record.Reading `json:"body,omitempty"`
}

// Lines reads every line of a table on a run, in its order: what is refused says why, and keeps none of the others. file is the name
// of the table. The error is a *fault.Fault on what the columns are said to be.
func (t Table) Lines(b record.Around, st record.State, file string, c Columns) ([]Line, error) {
	if err := t.check(st.Sheet, c); err != nil {
		return nil, err
	}
	out := make([]Line, 0, len(t.Rows))
	for _, r := range t.Rows {
		l := Line{Line: r.Line, Wrong: r.Wrong}
		if l.Wrong == "" {
			in, err := t.reading(b, st.Sheet, r, file, c)
			if err == nil && there(st, in) {
				err = fault.At("", "it is on this run already")
			}
			if err == nil {
				var meant record.Reading
				if meant, err = record.Understand(b, st, in); err == nil {
					l.Says, l.Body = meant.Name+" "+meant.Shown(), &in
				}
			}
			if err != nil {
				l.Wrong = reason(err)
			}
		}
		if l.Says == "" {
			l.Says = short(strings.Join(r.Cells, " · "))
		}
		out = append(out, l)
	}
	return out, nil
}

// there tells whether a line was taken before: whoever brings a table twice has each of its readings once.
func there(st record.State, in record.Reading) bool {
	return slices.ContainsFunc(st.Readings, func(t record.Taken) bool {
		return t.Source != nil && t.Source.File == in.Source.File && t.Source.Line == in.Source.Line && t.Point == in.Point && t.Text == in.Text
	})
}

func reason(err error) string {
	var f *fault.Fault
	if errors.As(err, &f) {
		return f.Message
	}
	return err.Error()
}

// check looks at what the columns are said to be.
func (t Table) check(s *sheet.Sheet, c Columns) error {
	for _, one := range [][2]string{{"value", c.Value}, {"unit", c.Unit}, {"point", c.Point}, {"gauge", c.Gauge}, {"at", c.At}} {
		if one[1] != "" && !slices.Contains(t.Columns, one[1]) {
			return fault.At("columns."+one[0], "the table has no column %q", short(one[1]))
		}
	}
	switch {
	case c.Value == "":
		return fault.At("columns.value", "say in which column the readings are")
	case c.Point == "" && c.One == "":
		return fault.At("columns.one", "say of which point the readings are, or in which column that stands")
	case c.One != "" && s.Point(c.One) == nil:
		return fault.At("columns.one", "the sheet has no such point")
	case c.OneUnit != "" && quantity.KindOfUnit(c.OneUnit) == "":
		return fault.At("columns.one_unit", "there is no unit %q", short(c.OneUnit))
	}
	for label, id := range c.Points {
		if id != "" && s.Point(id) == nil {
			return fault.At("columns.points", "the sheet has no point for %q", short(label))
		}
	}
	return nil
}

// reading is what a line says, as it would be typed.
func (t Table) reading(b record.Around, s *sheet.Sheet, r Row, file string, c Columns) (in record.Reading, err error) {
	id, label := c.One, t.cell(r, c.Point)
	if c.Point != "" {
		id = c.Points[short(label)]
	}
	p := s.Point(id)
	switch {
	case c.Point != "" && label == "":
		return in, fault.At("", "it says no point")
	case p == nil:
		return in, fault.At("", "left out: no point is chosen for %q", short(label))
	case slices.Contains(t.Columns, struckOut) && t.cell(r, struckOut) != "":
		return in, fault.At("", "it was struck out")
	}
	text := t.cell(r, c.Value)
	if text == "" {
		return in, fault.At("", "it says no value")
	}
	if len(text) > longestCell {
		return in, fault.At("", "this is too long to be a reading")
	}
	unit := c.OneUnit
	if said := t.cell(r, c.Unit); said != "" {
		if unit = said; quantity.KindOfUnit(unit) == "" {
			return in, fault.At("", "there is no unit %q", short(unit))
		}
	}
	in = record.Reading{Point: p.ID, Text: text, Unit: unit, States: c.Proved[p.ID],
		Source: &record.Source{File: file, Line: r.Line, Logged: t.cell(r, c.At)}}
	in.Gauge, in.Source.Number = gaugeOf(b.Gauges, t.cell(r, c.Gauge))
	if p.Signed != nil {
		if rest, below := strings.CutPrefix(text, "-"); below {
			in.Text, in.Side = rest, "negative"
		} else if q, err := quantity.Parse(text, unit, ""); err == nil && q.Value != 0 {
			in.Side = "positive"
		}
	}
	return in, nil
}

// gaugeOf is the gauge of the workshop that a text names, else the number of one that it has no card of.
func gaugeOf(list []record.Gauge, text string) (id, number string) {
	if len(text) > longestCell {
		return "", text // told as too long where it is admitted
	}
	want := plain(text)
	for _, g := range list {
		if want == plain(g.ID) || want == plain(g.Name) {
			return g.ID, ""
		}
	}
	return "", strings.TrimPrefix(text, "gauge ") // as Brankel's own tables have it
}

// fileName is what a table is called, without the folders it lay in.
func fileName(name string) string {
	name = strings.TrimSpace(name[strings.LastIndexAny(name, `/\`)+1:])
	if r := []rune(name); len(r) > longestName {
		name = string(r[:longestName-1]) + "…"
	}
	return cmp.Or(name, "a table")
}

// longestName is how many letters of the name of a file are kept.
const longestName = 80

// struckOut is the column of Brankel's own tables that tells what counts no more.
const struckOut = "struck out"

// Looked is a table with what its columns seem to be, or are said to be, and what its lines make.
type Looked struct {
	Columns []Column `json:"columns"`
	Guess   Columns  `json:"guess"`
	Labels  []Label  `json:"labels"` // what stands in the column of points
	Points  []Point  `json:"points"` // those of the sheet
	Units   []string `json:"units"`  // that they may be in
	Lines   []Line   `json:"lines"`
	Taken   int      `json:"taken"`           // lines that make a reading
	Wrong   string   `json:"wrong,omitempty"` // why there are no lines
}

// Column is a column, with the first of what stands in it.
type Column struct {
	Name   string `json:"name"`
	Sample string `json:"sample"`
}

// Label is a text of the column of points, with how many lines have it.
type Label struct {
	Text  string `json:"text"`
	Point string `json:"point"` // "" for none
	Lines int    `json:"lines"`
}

// Point is a point of the sheet that a line may be of, with the states that it is read in.
type Point struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Unit   string  `json:"unit"`
	States []State `json:"states"`
}

// State is one of them.
type State struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Look reads a table on a run. Without columns they are guessed. The error is a *fault.Fault on text or columns.
func Look(b record.Around, st record.State, file, text string, columns *Columns) (Looked, error) {
	if st.Sheet == nil || st.Identity == nil || st.Identity.Sheet == "" {
		return Looked{}, fault.At("text", "choose the sheet first: a line is a reading of one of its points")
	}
	t, err := Read(text)
	if err != nil {
		return Looked{}, err
	}
	file = fileName(file)
	out := Looked{Guess: t.Guess(st.Sheet), Labels: []Label{}, Points: []Point{}, Lines: []Line{}, Units: []string{}}
	if columns != nil {
		out.Guess = *columns
	}
	out.Guess = t.known(st.Sheet, out.Guess)
	for _, name := range t.Columns {
		c := Column{Name: name}
		for _, r := range t.Rows {
			if c.Sample = short(t.cell(r, name)); c.Sample != "" {
				break
			}
		}
		out.Columns = append(out.Columns, c)
	}
	for _, label := range t.Labels(out.Guess) {
		one := Label{Text: label, Point: out.Guess.Points[label]}
		for _, r := range t.Rows {
			if short(t.cell(r, out.Guess.Point)) == label {
				one.Lines++
			}
		}
		out.Labels = append(out.Labels, one)
	}
	for i := range st.Sheet.Points {
		p := &st.Sheet.Points[i]
		one := Point{ID: p.ID, Name: p.Name, Unit: st.Sheet.UnitOf(p), States: []State{}}
		for _, id := range p.States {
			one.States = append(one.States, State{id, st.Sheet.State(id).Name})
		}
		out.Points = append(out.Points, one)
		if usual := p.Quantity.Usual(); len(usual) > 0 && !slices.Contains(out.Units, usual[0]) {
			out.Units = append(out.Units, usual...)
		}
	}
	lines, err := t.Lines(b, st, file, out.Guess)
	if err != nil && columns == nil { // of what was guessed nobody is to blame
		out.Wrong = reason(err)
		return out, nil
	}
	if err != nil {
		return Looked{}, err
	}
	out.Lines = lines
	for _, l := range lines {
		if l.Body != nil {
			out.Taken++
		}
	}
	return out, nil
}

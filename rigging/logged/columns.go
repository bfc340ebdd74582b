package logged

import (
	"maps"
	"slices"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Columns say what the columns of a table are, by their names, "" for none; a reading is in Value. Points are the points of the
// sheet by what stands in Point, "" for what is left out; One is the point of all lines where there is no such column. Unit is the
// unit of a value that says none, as OneUnit where there is no such column. Proved are the states, by point, that were so.
type Columns struct {
	Value   string              `json:"value"`
	Unit    string              `json:"unit,omitempty"`
	Point   string              `json:"point,omitempty"`
	Gauge   string              `json:"gauge,omitempty"`
	At      string              `json:"at,omitempty"`
	One     string              `json:"one,omitempty"`
	OneUnit string              `json:"one_unit,omitempty"`
	Points  map[string]string   `json:"points,omitempty"`
	Proved  map[string][]string `json:"proved,omitempty"`
}

// What columns are usually called. A name that is none of these is looked at by what stands below it, and whoever brings the table
// says what it is.
var (
	valueNames = []string{"value", "reading", "measured", "measurement", "result", "actual", "shows"}
	unitNames  = []string{"unit", "units", "dimension"}
	pointNames = []string{"point", "name", "feature", "place", "label", "what", "where", "position", "channel", "characteristic"}
	gaugeNames = []string{"gauge", "gage", "instrument", "device", "tool", "serial"}
	atNames    = []string{"at", "time", "date", "timestamp", "when", "logged", "datetime"}
)

// Guess is what the columns seem to be.
func (t Table) Guess(s *sheet.Sheet) Columns {
	c := Columns{Value: t.called(valueNames), Unit: t.called(unitNames), Gauge: t.called(gaugeNames), At: t.called(atNames)}
	c.Point = t.best(func(text string) bool { return pointOf(s, text) != nil })
	if c.Point == "" {
		c.Point = t.called(pointNames)
	}
	taken := []string{c.Unit, c.Point, c.Gauge, c.At}
	if c.Value == "" {
		c.Value = t.best(func(text string) bool {
			if len(text) > longestCell {
				return false
			}
			_, err := quantity.Parse(text, "mm", "")
			return err == nil
		}, taken...)
	}
	if c.Unit == "" {
		c.OneUnit = headUnit(c.Value)
	}
	return c
}

// known is what is said of columns, with the point of each label of which nothing is said where the sheet calls one so.
func (t Table) known(s *sheet.Sheet, c Columns) Columns {
	points := maps.Clone(c.Points)
	if points == nil {
		points = map[string]string{}
	}
	for _, label := range t.Labels(c) {
		if p := pointOf(s, label); p != nil {
			if _, said := points[label]; !said {
				points[label] = p.ID
			}
		}
	}
	c.Points = points
	return c
}

// Labels are what stands in the column of points, each once.
func (t Table) Labels(c Columns) (out []string) {
	for _, r := range t.Rows {
		if label := t.cell(r, c.Point); label != "" && !slices.Contains(out, short(label)) {
			out = append(out, short(label))
		}
	}
	return out
}

// called is the first column with one of the names, its unit left aside.
func (t Table) called(names []string) string {
	for _, name := range names {
		for _, c := range t.Columns {
			if plain(without(c)) == name {
				return c
			}
		}
	}
	return ""
}

// best is the column of which most lines are so, "" where it is not half of them.
func (t Table) best(so func(string) bool, but ...string) (out string) {
	most := (len(t.Rows) - 1) / 2
	for _, c := range t.Columns {
		n := 0
		for _, r := range t.Rows {
			if text := t.cell(r, c); text != "" && so(text) {
				n++
			}
		}
		if n > most && !slices.Contains(but, c) {
			out, most = c, n
		}
	}
	return out
}

// pointOf is the point of a sheet that a text names, by its id or name.
func pointOf(s *sheet.Sheet, text string) *sheet.Point {
	if len(text) > longestCell { // no name is so long, and none is looked for in it
		return nil
	}
	want := plain(text)
	for i := range s.Points {
		if p := &s.Points[i]; want == plain(p.ID) || want == plain(p.Name) {
			return p
		}
	}
	return nil
}

// plain is a text in small letters, with single spaces for whatever is no letter and no digit.
func plain(text string) string {
	return strings.Join(strings.FieldsFunc(strings.ToLower(text), func(r rune) bool {
		return !(r >= 'a' && r <= 'z' || r >= '0' && r <= '9' || r > 0x7f)
	}), " ")
}

// headUnit is the unit that stands in the name of a column: "length [mm]", "value (in)", "force/N".
func headUnit(name string) string {
	_, unit := parted(name)
	return unit
}

func without(name string) string {
	rest, _ := parted(name)
	return rest
}

func parted(name string) (rest, unit string) {
	if i := strings.LastIndexAny(name, "[(/"); i >= 0 {
		if unit = strings.Trim(name[i+1:], "]) "); unit != "" && quantity.KindOfUnit(unit) != "" {
			return strings.TrimSpace(name[:i]), unit
		}
	}
	return name, ""
}

package postgres

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"time"

	"brankel/rigging/run/tell"
)

// StandingRow is what the floor shows of a run; it follows from its events. The statements below are made of its fields:
// a column more is a field here and its line in standingOf and standing.
type StandingRow struct {
	Sheet   string  `gorm:"not null;default:''"` // the hash it is pinned to
	Sign    string  `gorm:"not null;default:open"`
	Part    float64 `gorm:"not null;default:0"`
	Says    string  `gorm:"not null;default:''"`
	Signed  bool    `gorm:"not null;default:false"`
	Touched *time.Time
	Due     string `gorm:"not null;default:''"`
	Voids   string `gorm:"not null;default:''"`                                       // JSON of the cables to be proved again
	Resume  string `gorm:"not null;default:''"`                                       // JSON of carried
	Cause   string `gorm:"not null;default:'';index:runs_by_cause,where:cause <> ''"` // of a signed one
	Seen    string `gorm:"not null;default:''"`                                       // JSON of what wears
	Again   string `gorm:"not null;default:''"`                                       // JSON of when it is looked at again

	Words  string  `gorm:"not null;default:''"`                                    // what it is found by
	Moved  float64 `gorm:"not null;default:0;index:runs_by_moves,where:moved > 0"` // the most an adjuster was moved
	Signer string  `gorm:"not null;default:''"`
	Askew  string  `gorm:"not null;default:''"` // what was left out or done by request, and why

	Firsts  int `gorm:"not null;default:0"` // adjusters that were moved to bring readings in
	Seconds int `gorm:"not null;default:0"` // those of them that needed a second move
}

// carried is what whoever carries on is told.
type carried struct {
	Resume tell.Resume `json:"resume"`
	Stands []string    `json:"stands"`
}

func standingOf(sheet string, st tell.Standing) StandingRow {
	row := StandingRow{Sheet: sheet, Sign: string(st.Sign), Part: st.Part, Says: st.Says, Signed: st.Signed, Due: st.Due,
		Resume: text(carried{st.Resume, st.Stands}), Cause: st.Cause, Words: st.Words, Moved: st.Moved, Signer: st.By, Askew: st.Left,
		Firsts: st.Firsts, Seconds: st.Seconds}
	if len(st.Voids) > 0 {
		row.Voids = text(st.Voids)
	}
	if len(st.Seen) > 0 {
		row.Seen = text(st.Seen)
	}
	if st.Again != nil {
		row.Again = text(st.Again)
	}
	if !st.Touched.IsZero() {
		row.Touched = &st.Touched
	}
	return row
}

func (r StandingRow) standing() tell.Standing {
	st := tell.Standing{Sign: tell.Sign(r.Sign), Part: r.Part, Says: r.Says, Signed: r.Signed, Due: r.Due, Cause: r.Cause, Moved: r.Moved,
		By: r.Signer, Left: r.Askew, Words: r.Words, Firsts: r.Firsts, Seconds: r.Seconds}
	if r.Touched != nil {
		st.Touched = r.Touched.UTC()
	}
	_ = json.Unmarshal([]byte(r.Voids), &st.Voids) // its own writing, or nothing
	_ = json.Unmarshal([]byte(r.Seen), &st.Seen)   // so too
	_ = json.Unmarshal([]byte(r.Again), &st.Again) // so too
	var c carried
	_ = json.Unmarshal([]byte(r.Resume), &c) // its own writing, or nothing yet
	st.Resume, st.Stands = c.Resume, c.Stands
	return st
}

// column is one of the fields of StandingRow: its name, its type, and what of it is digested, in SQL.
type column struct{ name, kind, digested string }

// columns are in the order of the fields.
var columns = func() (out []column) {
	for _, f := range reflect.VisibleFields(reflect.TypeFor[StandingRow]()) {
		c := column{name: strings.ToLower(f.Name)}
		switch f.Type {
		case reflect.TypeFor[string]():
			c.kind, c.digested = "text", "@."+c.name
		case reflect.TypeFor[float64]():
			c.kind, c.digested = "numeric", "@."+c.name+"::text"
		case reflect.TypeFor[int]():
			c.kind, c.digested = "bigint", "@."+c.name+"::text"
		case reflect.TypeFor[bool]():
			c.kind, c.digested = "boolean", "@."+c.name+"::text"
		case reflect.TypeFor[*time.Time]():
			c.kind, c.digested = "timestamptz", "extract(epoch FROM @."+c.name+")::text"
		default:
			panic("no column is made of a " + f.Type.String())
		}
		if slices.Contains([]string{"Resume", "Seen", "Again", "Words"}, f.Name) { // by far the longest
			c.digested = "md5(" + c.digested + ")"
		}
		out = append(out, c)
	}
	return out
}()

// each writes something of every column, in their order.
func each(of func(column) string) string {
	var out []string
	for _, c := range columns {
		out = append(out, of(c))
	}
	return strings.Join(out, ", ")
}

// floorValues selects the values of a standing by their names, floorSet takes them over from v.
var (
	floorValues = each(func(c column) string { return fmt.Sprintf("@%s::%s AS %s", c.name, c.kind, c.name) })
	floorSet    = each(func(c column) string { return fmt.Sprintf("%s = v.%s", c.name, c.name) })
)

// floorShown selects what is shown of it, but for what takes long and is not asked for: what to resume, what wears.
func floorShown(without ...string) string {
	return each(func(c column) string {
		if slices.Contains(without, c.name) {
			return "'' AS " + c.name
		}
		return c.name
	})
}

// values are those of a standing by the names of the columns.
func (r StandingRow) values() map[string]any {
	out := map[string]any{}
	of := reflect.ValueOf(r)
	for i, c := range columns {
		out[c.name] = of.Field(i).Interface()
	}
	return out
}

// StoodOf is the digest of what the floor shows of a run, in SQL, over the columns of from: what stands in
// stood.
func StoodOf(from string) string {
	all := each(func(c column) string { return c.digested })
	return strings.ReplaceAll(`md5(concat_ws('|', @.seq::text, @.hash, `+all+`))`, "@", from)
}

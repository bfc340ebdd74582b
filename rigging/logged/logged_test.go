package logged

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// on is a run on a sheet with a barrel, an eye that lies on either side of its pin, and a pull.
func on() (record.Around, record.State) {
	s := &sheet.Sheet{
		Points: []sheet.Point{
			{ID: "barrel-to-eye", Name: "barrel to eye", Quantity: quantity.Length, States: []string{"home"}},
			{ID: "eye-to-pin", Name: "eye to pin", Quantity: quantity.Length,
				Signed: &sheet.Signed{Positive: "past the pin", Negative: "short of the pin"}},
			{ID: "pull", Name: "pull at the lever", Quantity: quantity.Force}},
		States: []sheet.State{{ID: "home", Name: "dogs home"}},
	}
	calliper := record.Gauge{ID: "cal", Name: "shop calliper", Quantity: quantity.Length, Doubt: 0.05}
	return record.Around{Gauges: []record.Gauge{calliper}}, record.State{Sheet: s, Identity: &record.Identified{Sheet: "s"}}
}

func looked(t *testing.T, text string, c *Columns) Looked {
	t.Helper()
	b, st := on()
	out, err := Look(b, st, `C:\logs\bench.csv`, text, c)
	require.NoError(t, err)
	return out
}

// What lines say is read with their units, sides, gauges and times, in whatever way the table has them.
func TestWhatWasLoggedElsewhereIsRead(t *testing.T) {
	for name, text := range map[string]string{
		"as columns":                 "time,point,value,unit,gauge\n09:30,Barrel to Eye,5.5,in,C3\n09:31,eye-to-pin,-0.4,mm,Shop Calliper\n09:32,pull at the lever,60,N,\n",
		"with semicolons, commas":    "at;name;reading [in];device\n09:30;barrel-to-eye;5,5;C3\n09:31;eye to pin;-0,4 mm;cal\n09:32;pull;60 N;\n",
		"with tabs, other names":     "Zeit\tStelle\tWert\tEinheit\n09:30\tbarrel to eye\t5.5\tin\n09:31\teye to pin\t-0.4\tmm\n09:32\tpull\t60\tN\n",
		"with a mark at its begin":   "\ufefftime,point,value,unit\r\n09:30,barrel to eye,5 1/2,in\r\n09:31,eye to pin,-0.4,mm\r\n09:32,pull,60,N\r\n",
		"quoted, kept from formulas": "time,point,value,unit\n\"09:30\",\"barrel to eye\",5.5,in\n09:31,eye to pin,'-0.4,mm\n09:32,pull,60,N\n",
	} {
		got := looked(t, text, nil)
		if name == "with tabs, other names" { // the unit's column is called as nobody here calls it: whoever brings it says so
			c := got.Guess
			assert.Equal(t, "Wert", c.Value, name)
			c.Unit, c.OneUnit = "Einheit", ""
			got = looked(t, text, &c)
		}
		require.Empty(t, got.Wrong, name)
		require.Equal(t, 3, got.Taken, "%s: %+v", name, got.Lines)
		assert.Equal(t, "barrel to eye 139.7 mm", got.Lines[0].Says, name)
		assert.Equal(t, "negative", got.Lines[1].Body.Side, name)
		assert.Contains(t, got.Lines[1].Says, "0.4 mm short of the pin", name)
		assert.Contains(t, got.Lines[2].Says, "60 N", name)
		assert.Equal(t, "bench.csv", got.Lines[0].Body.Source.File, name)
		assert.Equal(t, 2, got.Lines[0].Body.Source.Line, name)
	}
	got := looked(t, "time,point,value,unit,gauge\n09:30,barrel to eye,5.5,in,C3\n09:31,eye to pin,-0.4,mm,shop CALLIPER\n", nil)
	assert.Equal(t, "C3", got.Lines[0].Body.Source.Number)
	assert.Equal(t, "09:30", got.Lines[0].Body.Source.Logged)
	assert.Equal(t, "cal", got.Lines[1].Body.Gauge, "one of the workshop is that one, with its card")
	c := got.Guess
	c.Proved = map[string][]string{"barrel-to-eye": {"home"}}
	assert.Equal(t, []string{"home"}, looked(t, "time,point,value,unit,gauge\n09:30,barrel to eye,5.5,in,C3\n", &c).Lines[0].Body.States)
}

// A line that is none says why, and keeps none of the others.
func TestEveryRefusedLineSaysWhy(t *testing.T) {
	rows := [][2]string{
		{"barrel to eye,139.4,mm,", ""},
		{"lid to hinge,12,mm,", `no point is chosen for "lid to hinge"`},
		{",12,mm,", "it says no point"},
		{"barrel to eye,,mm,", "it says no value"},
		{"barrel to eye,about nine,mm,", "is not a number"},
		{"barrel to eye,12,furlong,", `no unit "furlong"`},
		{"barrel to eye,12,N,", "is a force"},
		{"barrel to eye,9999999,mm,", "more than a length here can be"},
		{"barrel to eye,-3,mm,", "cannot be below zero"},
		{`barrel to eye,"1,234",mm,`, "could mean thousands or decimals"},
		{"barrel to eye," + strings.Repeat("9", 300) + ",mm,", "too long to be a reading"},
		{"barrel to eye,139.5,mm,yes", "it was struck out"},
		{"barrel to eye,139.5,mm,,,,more", "has 7 columns, and the first line names 4"},
		{"pull,60,N,", ""},
	}
	text := "point,value,unit,struck out\n"
	for _, r := range rows {
		text += r[0] + "\n"
	}
	got := looked(t, text, nil)
	require.Len(t, got.Lines, len(rows))
	for i, r := range rows {
		l := got.Lines[i]
		assert.Equal(t, i+2, l.Line)
		assert.NotEmpty(t, l.Says)
		if r[1] == "" {
			assert.Empty(t, l.Wrong, r[0])
			assert.NotNil(t, l.Body, r[0])
			continue
		}
		assert.Contains(t, l.Wrong, r[1], r[0])
		assert.Nil(t, l.Body, r[0])
	}
	assert.Equal(t, 2, got.Taken)
}

// One column of values is readings of the point that is said; what nobody knows is asked, and a table of another world refused.
func TestATableOfAnotherWorldIsTold(t *testing.T) {
	got := looked(t, "n,mm\n1,139.4\n2,139.5\n", nil)
	assert.Contains(t, got.Wrong, "of which point")
	assert.Empty(t, got.Lines)
	got = looked(t, "n,length [in]\n1,5.5\n2,5.6\n", &Columns{Value: "length [in]", One: "barrel-to-eye", OneUnit: "in"})
	assert.Equal(t, 2, got.Taken)
	b, st := on()
	for text, want := range map[string]string{
		"":                                     "it is empty",
		"point,value\n":                        "no reading below it",
		"\x00\x01PNG":                          "no table of text",
		"a\xff,b\n1,2":                         "no table of text",
		strings.Repeat("x", MostBytes+1):       "at most 512 kB",
		"p,v\n" + strings.Repeat("a,1\n", 501): "at most 500 lines",
		strings.Repeat("a,", 50) + "\n1,2\n":   "at most 40 columns",
	} {
		_, err := Look(b, st, "x", text, nil)
		require.Error(t, err)
		assert.Contains(t, err.Error(), want)
	}
	for want, c := range map[string]Columns{
		"no column":     {Value: "weight", One: "pull"},
		"which column":  {One: "pull"},
		"which point":   {Value: "v"},
		"no such point": {Value: "v", One: "lid"},
		"no unit":       {Value: "v", One: "pull", OneUnit: "stone"},
		"no point for":  {Value: "v", Point: "p", Points: map[string]string{"a": "lid"}},
	} {
		_, err := Look(b, st, "x", "p,v\na,1\n", &c)
		require.Error(t, err, want)
		assert.Contains(t, err.Error(), want)
	}
	_, err := Look(b, record.State{}, "x", "p,v\na,1\n", nil)
	assert.ErrorContains(t, err, "choose the sheet first")
}

// Whatever a file has, each of its lines is a reading or says why it is none, and nothing ends in a panic.
func TestNoTableBreaksTheReader(t *testing.T) {
	b, st := on()
	read, taken := 0, 0
	rapid.Check(t, func(rt *rapid.T) {
		cell := rapid.OneOf(rapid.StringMatching(`[ -~]{0,12}`), rapid.SampledFrom([]string{"pull", "139.4", "5 1/2 in", "mm", "'-1", `"`, "yes"}))
		text := "point,value,unit,struck out\n"
		for range rapid.IntRange(0, 8).Draw(rt, "lines") {
			cells := rapid.SliceOfN(cell, 1, 6).Draw(rt, "cells")
			if rapid.Bool().Draw(rt, "of a point") {
				cells = append([]string{"barrel to eye"}, cells...)
			}
			text += strings.Join(cells, rapid.SampledFrom([]string{",", ";"}).Draw(rt, "between")) + "\n"
		}
		got, err := Look(b, st, "x.csv", text, nil)
		if err != nil {
			return
		}
		read++
		n := 0
		for _, l := range got.Lines {
			if (l.Wrong == "") != (l.Body != nil) {
				rt.Fatal(fmt.Sprintf("%+v", l))
			}
			if l.Body != nil {
				n++
			}
		}
		if taken += n; n != got.Taken {
			rt.Fatalf("%d are taken, and it says %d", n, got.Taken)
		}
	})
	assert.Positive(t, read)
	assert.Positive(t, taken, "some lines made a reading")
}

package sheet

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

func demo(t *testing.T) (out []*Sheet) {
	files, _ := filepath.Glob("../../demo/sheets/*.json")
	require.NotEmpty(t, files)
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := Parse(raw)
		require.NoError(t, err, f)
		assert.Equal(t, string(raw), string(s.JSON()), "export after import gives the same bytes")
		out = append(out, s)
	}
	return out
}

func TestResolveSaysWhichSheetAndWhy(t *testing.T) {
	all := demo(t)
	assert.Empty(t, Overlaps(Heads(all)))
	for _, c := range []struct {
		unit       Unit
		sheet, why string
	}{
		{Unit{Serial: "2207", Hand: "standard", Variant: ""}, "114", "serial 2207 lies in 1850–2399, standard hand"},
		{Unit{Serial: "1850", Hand: "standard", Variant: ""}, "114", "1850"},
		{Unit{Serial: "2399", Hand: "standard", Variant: ""}, "114", "2399"},
		{Unit{Serial: "2400", Hand: "standard", Variant: ""}, "118", "2400"},
		{Unit{Serial: "1907", Hand: "standard", Variant: "pinned barrel"}, "121", "pinned barrel"},
		{Unit{Serial: "4102", Hand: "standard", Variant: ""}, "", "serial 4102 lies outside every range"},
		{Unit{Serial: "2207", Hand: "counter", Variant: ""}, "", "no sheet is for counter hand"},
		{Unit{Serial: "2600", Hand: "standard", Variant: "pinned barrel"}, "", "no sheet is for standard hand, pinned barrel"},
	} {
		m, err := Resolve(Heads(all), "stern-drive-shift", "lower drive cable", c.unit)
		require.NoError(t, err)
		assert.Contains(t, m.Why, c.why)
		if c.sheet == "" {
			assert.Nil(t, m.Sheet, "%+v", c.unit)
		} else if assert.NotNil(t, m.Sheet, "%+v", c.unit) {
			assert.Equal(t, c.sheet, m.Sheet.ID)
		}
	}
	m, _ := Resolve(Heads(all), "stern-drive-shift", "lower drive cable", Unit{Serial: "2207", Hand: "standard", Variant: ""})
	assert.Contains(t, m.Neighbours, Neighbour{"118", "2400–3150: 146.0 mm, 3.0 more than yours"})
	_, err := Resolve(Heads(all), "stern-drive-shift", "lower drive cable", Unit{Serial: "rusty", Hand: "standard", Variant: ""})
	assert.ErrorContains(t, err, "as on the plate")
}

// What must never be is held of so many things as are searched: more of them are refused, not held to nothing.
func TestASheetHasNoMoreThingsThanAreHeld(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(t, err)
	with := func(n int) error {
		var m map[string]any
		require.NoError(t, json.Unmarshal(raw, &m))
		things := m["setup"].([]any)
		for i := len(things); i < n; i++ {
			things = append(things, map[string]any{"id": fmt.Sprint("panel", i), "kind": "part", "name": fmt.Sprint("panel ", i), "ways": []any{
				map[string]any{"id": "on"}, map[string]any{"id": "off"}}})
		}
		m["setup"] = things
		changed, _ := json.Marshal(m)
		_, err := Parse(changed)
		return err
	}
	require.NoError(t, with(24))
	require.ErrorContains(t, with(25), "25 things stand one way or another")
}

func TestABadSheetIsRefusedWithEveryFault(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(t, err)
	faults := func(change func(m map[string]any)) fault.List {
		var m map[string]any
		require.NoError(t, json.Unmarshal(raw, &m))
		m["influence"] = []any{map[string]any{"adjuster": "barrel", "point": "barrel-to-eye", "per_turn": 1}} // as the rig moves
		change(m)
		changed, _ := json.Marshal(m)
		_, err := Parse(changed)
		require.Error(t, err)
		return err.(fault.List)
	}
	at := func(m map[string]any, list string, i int) map[string]any { return m[list].([]any)[i].(map[string]any) }

	shape := faults(func(m map[string]any) {
		m["colour"] = "teal"
		m["craft"] = "sledge"
		delete(m, "cable")
		at(m, "chain", 0)["name"] = ""
		at(m, "adjusters", 0)["pitch"] = -1
	})
	var paths []string
	for _, f := range shape {
		paths = append(paths, f.Field)
		assert.NotEmpty(t, f.Message)
	}
	assert.ElementsMatch(t, []string{"colour", "craft", "adjusters[0].pitch", "chain[0].name", "cable"}, paths)

	for _, c := range []struct {
		path   string
		change func(m map[string]any)
	}{
		{"points[2].states[0]", func(m map[string]any) { at(m, "points", 2)["states"] = []any{"dogs-hom"} }},
		{"points[3].id", func(m map[string]any) { at(m, "points", 3)["id"] = "inner-home" }},
		{"influence[0].point", func(m map[string]any) { at(m, "influence", 0)["point"] = "nowhere" }},
		{"influence[0].adjuster", func(m map[string]any) { at(m, "influence", 0)["adjuster"] = "other" }},
		{"influence[0].per_turn", func(m map[string]any) { at(m, "influence", 0)["per_turn"] = 1.1 }},
		{"adjusters[0]", func(m map[string]any) { at(m, "settings", 0)["adjusters"] = []any{} }},
		{"voids[0].reopens[0]", func(m map[string]any) { at(m, "voids", 0)["reopens"] = []any{"gone"} }},
		{"adjusters[0].threads.min", func(m map[string]any) { at(m, "adjusters", 0)["threads"].(map[string]any)["min"] = 30 }},
		{"adjusters[0].lock", func(m map[string]any) { delete(at(m, "adjusters", 0), "lock") }},
		{"applies.from", func(m map[string]any) { m["applies"].(map[string]any)["from"] = "9000" }},
		{"lost_motion[0].pulled", func(m map[string]any) { at(m, "lost_motion", 0)["pulled"] = "gone" }},
		{"checks[0].position", func(m map[string]any) { at(m, "checks", 0)["position"] = "sideways" }},
		{"adjusters[0].in.seen", func(m map[string]any) { at(m, "adjusters", 0)["in"].(map[string]any)["seen"] = "anticlockwise" }},
		{"steps[1].kind", func(m map[string]any) { at(m, "steps", 1)["kind"] = "complaint" }},
		{"adjusters[0].threads.point", func(m map[string]any) { at(m, "adjusters", 0)["threads"].(map[string]any)["point"] = "inner-home" }},
		{"adjusters[0].pitch", func(m map[string]any) { delete(at(m, "adjusters", 0), "pitch") }},
		{"adjusters[0].notch", func(m map[string]any) { at(m, "adjusters", 0)["kind"] = "slider" }},
		{"applies.to", func(m map[string]any) { m["applies"].(map[string]any)["to"] = "about 9" }},
		{"applies.after", func(m map[string]any) { m["applies"].(map[string]any)["after"] = "12" }},
		{"schools", func(m map[string]any) { m["schools"] = []any{map[string]any{"id": "a", "name": "A", "says": "x"}} }},
		{"points[2].chart", func(m map[string]any) { at(m, "points", 2)["chart"] = "cold" }},
		{"adjusters[0].lock.back_off_min", func(m map[string]any) {
			at(m, "adjusters", 0)["lock"].(map[string]any)["back_off_min"] = 0.9
		}},
	} {
		var got []string
		for _, f := range faults(c.change) {
			got = append(got, f.Field)
		}
		assert.Contains(t, got, c.path)
	}
}

func TestSheetsThatClaimTheSameSerialsAreFound(t *testing.T) {
	all := demo(t)
	all[1].Applies.From = "2300"
	f := Overlaps(Heads(all))
	require.Len(t, f, 1)
	assert.Contains(t, f[0].Message, "2300–2399")
}

func TestSerialsWithLettersBeforeAndAfter(t *testing.T) {
	for text, want := range map[string]Serial{"2207": {"", 2207, ""}, "k-0412": {"K", 412, ""}, "QD 2207b": {"QD", 2207, "B"},
		" 0877B ": {"", 877, "B"}} {
		s, err := ParseSerial(text)
		require.NoError(t, err, text)
		assert.Equal(t, want, s, text)
	}
	for _, text := range []string{"", "rusty", "12-34", "877BB", "1234567890", "K--4", "½"} {
		_, err := ParseSerial(text)
		assert.ErrorContains(t, err, "as on the plate", text)
	}
	e := Effectivity{After: "0877B", To: "0900", Hand: "either"}
	for text, in := range map[string]bool{"877": false, "877A": false, "877B": false, "877C": true, "878": true, "900": true,
		"900A": false, "901": false} {
		s, err := ParseSerial(text)
		require.NoError(t, err)
		assert.Equal(t, in, e.reach().holds(s), text)
	}
}

func TestSeveralSheetsAreToldApartByThePartsFitted(t *testing.T) {
	one := func(id, member string) *Sheet {
		s := *demo(t)[0]
		s.ID, s.Applies = id, Effectivity{Unit: "drive", From: "1", To: "99", Hand: "standard", Members: []string{member}}
		return &s
	}
	all := []*Sheet{one("1", "short arm"), one("2", "long arm")}
	assert.Empty(t, Overlaps(Heads(all)))
	resolve := func(u Unit) Match {
		m, err := Resolve(Heads(all), all[0].Family, all[0].Cable, u)
		require.NoError(t, err)
		return m
	}
	assert.Len(t, resolve(Unit{Serial: "50", Hand: "standard"}).Choices, 2)
	assert.Contains(t, resolve(Unit{Serial: "50", Hand: "standard"}).Why, "2 for 1–99, standard hand, long arm")
	more := *all[1].Points[2].Target + 3
	all[1].Points = append([]Point(nil), all[1].Points...)
	all[1].Points[2].Target = &more
	assert.Equal(
		t,
		[]Neighbour{{"1", "1–99, standard hand, short arm: 143.0 mm"}, {"2", "1–99, long arm: 146.0 mm, 3.0 more than yours"}},
		resolve(Unit{Serial: "50", Hand: "standard"}).Told(),
	)
	assert.Equal(t, "2", resolve(Unit{Serial: "50", Hand: "standard", Variant: "long arm"}).Sheet.ID)
	assert.Equal(t, "1", resolve(Unit{Serial: "50", Hand: "standard", Chain: []string{"short arm"}}).Sheet.ID)
}

func TestAxesShowGapsAndOverlaps(t *testing.T) {
	one := func(id, from, after, to string) *Sheet {
		s := *demo(t)[0]
		s.ID, s.Applies = id, Effectivity{Unit: "drive", From: from, After: after, To: to, Hand: "either"}
		return &s
	}
	axes := Axes(Heads([]*Sheet{one("c", "", "300", ""), one("a", "100", "", "199"), one("b", "150", "", "250")}))
	require.Len(t, axes, 1)
	a := axes[0]
	assert.Equal(t, []string{"a", "b", "c"}, []string{a.Bars[0].Sheet, a.Bars[1].Sheet, a.Bars[2].Sheet})
	require.Len(t, a.Gaps, 1)
	assert.Equal(t, "no sheet for 251–300", a.Gaps[0].Says)
	require.Len(t, a.Overlaps, 1)
	assert.Equal(t, [2]int{150, 199}, [2]int{a.Overlaps[0].From, a.Overlaps[0].To})
	assert.True(t, a.Bars[2].OpenHigh)
	assert.Empty(t, Axes(Heads(demo(t)))[0].Gaps)
}

func BenchmarkResolve5000(b *testing.B) {
	var all []*Sheet
	for i := range 5000 {
		all = append(
			all,
			&Sheet{
				ID:      fmt.Sprint(i),
				Family:  "f",
				Cable:   "c",
				Applies: Effectivity{Unit: "drive", From: fmt.Sprint(i * 10), To: fmt.Sprint(i*10 + 9), Hand: "standard"},
			},
		)
	}
	heads := Heads(all) // which stand in columns of their own
	b.Run("resolve", func(b *testing.B) {
		for b.Loop() {
			if m, err := Resolve(heads, "f", "c", Unit{Serial: "25005", Hand: "standard"}); err != nil || m.Sheet.ID != "2500" {
				b.Fatal(m.Why, err)
			}
		}
	})
	b.Run("walk", func(b *testing.B) { // the same list, looking at each name only
		for b.Loop() {
			n := 0
			for _, s := range all {
				if s.Family == "f" && s.Cable == "c" {
					n++
				}
			}
			if n != 5000 {
				b.Fatal(n)
			}
		}
	})
}

func TestEverySkeletonIsWrittenButForItsFigures(t *testing.T) {
	assert.Len(t, Families(), 11)
	for _, f := range Families() {
		s := FamilyOf(f.ID).Skeleton()
		assert.Empty(t, s.Figures(), "%s: a figure out of nowhere", f.ID)
		for _, fault := range s.Faults() {
			assert.Regexp(t, `pitch|back_off|steps|spread|^applies`, fault.Field, "%s: %s", f.ID, fault.Message)
		}
		assert.NotEmpty(t, s.Things, f.ID)
		assert.NotEmpty(t, s.Checks, f.ID)
	}
}

func TestACopyCarriesItsFiguresOverAsAssumed(t *testing.T) {
	from := demo(t)[0]
	c := CopyFrom(from, "999")
	assert.True(t, c.Source.Assumed)
	assert.Contains(t, c.Assumed, "points[2].target")
	assert.Contains(t, c.Assumed, "adjusters[0].pitch")
	assert.Empty(t, from.Assumed)
	c.Source.Assumed = false
	assert.True(t, c.HasAssumed(), "a source is named, but nobody confirmed the figures")
	c.Assumed = nil
	assert.False(t, c.HasAssumed())
}

func TestFiguresFarFromTheUsualAreQuestioned(t *testing.T) {
	for _, s := range demo(t) {
		assert.Empty(t, s.Questions(), s.ID)
	}
	s := demo(t)[0]
	far := 1430.0
	s.Points[2].Target = &far
	require.Len(t, s.Questions(), 1)
	assert.Equal(t, "points[2].target", s.Questions()[0].Field)
	assert.Contains(t, s.Questions()[0].Message, "far from the usual")
}

func TestDifferencesBetweenRevisions(t *testing.T) {
	a, b := demo(t)[0], demo(t)[0]
	b.Revision++
	b.Commands = "Something else."
	assert.Equal(t, []Difference{{"commands", a.Commands, "Something else."}}, Differences(a, b))
}

func BenchmarkImport200kB(b *testing.B) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(b, err)
	var s Sheet
	require.NoError(b, json.Unmarshal(raw, &s))
	long := strings.Repeat("long ", 55)
	for i := 0; len(raw) < 200_000; i++ {
		one := Check{ID: fmt.Sprint("check-", i), Name: "one", Ask: long, Kind: "sense"}
		for j := range 5 {
			one.Answers = append(one.Answers, Answer{Says: fmt.Sprint(long, j), PointsTo: long})
		}
		s.Checks = append(s.Checks, one)
		raw = s.JSON()
	}
	b.Run("import", func(b *testing.B) {
		for b.Loop() {
			if _, err := Parse(raw); err != nil {
				b.Fatal(err)
			}
		}
	})
	b.Run("read", func(b *testing.B) { // the same bytes read into the types, nothing checked
		for b.Loop() {
			var one Sheet
			if err := json.Unmarshal(raw, &one); err != nil {
				b.Fatal(err)
			}
		}
	})
}

package bench

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/calc"
)

func TestEveryCalculationIsASentenceWithAnExampleThatIsAnswered(t *testing.T) {
	assert.Len(t, All(), len(calc.All()))
	for _, s := range All() {
		w := s.Work(nil)
		assert.True(t, w.Example, s.Name)
		if assert.NotNil(t, w.Answer, "%s: %s", s.Name, w.Says) {
			assert.True(t, strings.HasSuffix(w.Answer.Says, "."), "%s: %s", s.Name, w.Answer.Says)
			assert.NotEqual(t, Drawing{}, w.Answer.Drawing, "%s has no drawing", s.Name)
		}
		for _, e := range w.Echoes {
			assert.Empty(t, e.Fault, s.Name)
		}
		_, err := json.Marshal(w)
		assert.NoError(t, err, s.Name)
		for key := range s.Example {
			assert.NotNil(t, s.blankOf(key), "%s: no blank for %s", s.Name, key)
		}
	}
}

func TestEveryFieldOfEveryCalculationHasItsBlank(t *testing.T) {
	for _, c := range calc.All() {
		s, ok := Find(c.Name)
		require.True(t, ok, c.Name)
		for _, f := range c.Fields() {
			key := strings.ReplaceAll(f.Path, "[]", ".0")
			if f.Path == "influence" {
				key = "influence.0.0"
			}
			assert.NotNil(t, s.blankOf(key), "%s: %s cannot be written", c.Name, f.Path)
		}
	}
}

func work(t *testing.T, name string, values Values) Worked {
	s, ok := Find(name)
	require.True(t, ok)
	return s.Work(values)
}

func TestWhatTheMechanicReads(t *testing.T) {
	for _, c := range []struct {
		name   string
		values Values
		says   string
		also   string
	}{
		{"adjuster", Values{"now": "5 1/2 in", "target": "142 mm", "minus": "1/2", "plus": "0,5", "pitch": "1", "step": "½",
			"engaged": "12", "engaged_min": "6", "@out": "the housing"},
			"2½ turns toward the housing; it should then measure 142.2 mm.", "9½ threads stay in, the least allowed is 6."},
		{"adjuster", Values{"now": "139", "target": "149", "pitch": "1", "engaged": "8", "engaged_min": "6"},
			"2 turns out; it should then measure 141 mm.", "It stays 8 mm outside: the thread runs out: look at the other end, at the " +
				"far fitting, for wear or for a wrong part."},
		{"two-ends", Values{"now": "100", "target": "108", "a.pitch": "1", "a.step": "1", "a.engaged": "9", "a.engaged_min": "6",
			"a.engaged_max": "14", "b.pitch": "1", "b.step": "1", "b.engaged": "12", "b.engaged_min": "6", "b.engaged_max": "14"},
			"Turn the handy end 3 turns out, the other end 5 turns out; it should then measure 108 mm.",
			"6 threads stay in at the handy end, 7 at the other; 0 to spare."},
		{"window", Values{"now": "3", "loosest": "5", "tightest": "4", "step": "1"},
			"No setting serves both ends: the tightest that releases is looser than the loosest that works.",
			"They miss each other by 1. Look for wear, lost travel or a wrong part before turning again."},
		{"reading", Values{"readings": "12 thou; 11 thou", "quantity": "length", "min": "0.2", "max": "0.4"}, "0.292 mm is inside.",
			"The mean of 2, which differ by 0.025 mm."},
		{"reading", Values{"readings": "40 lb", "quantity": "force", "max": "150"}, "177.9 N is outside, too high by 27.9 N.", ""},
		{"lost-motion", Values{"pushed": "75", "pulled": "63", "limit": "9"}, "12 mm is lost, 3 mm over the limit.",
			"A good setting on a worn cable is a trap: repair before setting."},
		{"bracket", Values{"tries.0.at": "0", "tries.0.felt": "too loose"}, "Try 4 next.", ""},
		{"response", Values{"before": "139.4", "after": "139.5", "turns": "3", "expected_per_turn": "1"}, "It did not answer.", ""},
		{"centre-stop", Values{"gap_left": "1", "gap_right": "2"}, "Move the stop 0.5 mm to the right; both gaps are then 1.5 mm.", ""},
		{"clutch", Values{"pedal_stroke": "150", "pedal_ratio": "4.5", "fork_ratio": "2", "release_travel": "14", "free_cable": "6",
			"free_min": "12", "free_max": "40"}, "Too loose: it will not release.", ""},
		{"tension", Values{"indicated": "15", "meter": "reading,N\n10,100\n20,200", "target": "40 lb", "minus": "5 lb",
			"plus": "5 lb"}, "The tension is 150 N, too slack: 177.9 N is wanted.", ""},
		{"parking-brake", Values{"mass": "1000", "hold_force": "3000"}, "It would hold a slope of 32.1 %.", ""},
		{"coupled", Values{"adjusters.0.id": "left", "adjusters.0.step": "½", "adjusters.0.min": "-4", "adjusters.0.max": "4",
			"readings.0.id": "droop", "readings.0.now": "3", "readings.0.min": "0", "readings.0.max": "1", "influence.0.0": "-1"},
			"Turn left +2½ turns: every reading comes inside.", ""},
	} {
		w := work(t, c.name, c.values)
		if assert.NotNil(t, w.Answer, "%s: %s %v", c.name, w.Says, w.Echoes) {
			assert.Equal(t, c.says, w.Answer.Says)
			if c.also != "" {
				assert.Contains(t, w.Answer.Also, c.also)
			}
		}
	}
}

func TestBlanksSayWhatTheyWereReadAsAndWhatToWriteInstead(t *testing.T) {
	w := work(t, "adjuster", Values{"now": "5 1/2 in", "target": "140", "minus": "7-9", "pitch": "1/20 in"})
	assert.Equal(t, "= 139.7 mm", w.Echoes["now"].Says)
	assert.Equal(t, "= 5.512 in", w.Echoes["target"].Says)
	assert.Equal(t, "= 1.27 mm", w.Echoes["pitch"].Says)
	assert.Contains(t, w.Echoes["minus"].Fault, "range")
	assert.Nil(t, w.Answer)

	w = work(t, "adjuster", Values{"now": "139", "target": "140"})
	assert.Equal(t, []string{"pitch"}, w.Missing)
	assert.Equal(t, "Still needed: pitch.", w.Says)

	w = work(t, "adjuster", Values{"now": "139", "min": "150", "max": "140", "pitch": "1"})
	assert.Contains(t, w.Echoes["min"].Fault, "swap them")

	w = work(
		t,
		"spring",
		Values{
			"slack_force":    "5",
			"most_force":     "20",
			"travel":         "10",
			"space":          "60",
			"springs.1.kind": "extension",
			"springs.1.rate": "-1",
			"springs.0.kind": "extension",
			"springs.0.rate": "1",
			"springs.0.free": "40",
		},
	)
	assert.Contains(t, w.Echoes["springs.1.rate"].Fault, "above zero", "%+v", w)

	w = work(t, "window", Values{"now": "3", "colour": "red"})
	assert.NotEmpty(t, w.Echoes["colour"].Fault)

	w = work(t, "parking-brake", Values{"cable_slack": "1"})
	assert.Equal(t, "Still needed: turns backed off.", w.Says)

	w = work(t, "datum", Values{"measured": "5"})
	assert.Equal(t, "Still needed: edge of the first part.", w.Says)
}

func TestTablesArePastedFromWhereverTheyStand(t *testing.T) {
	want := calc.Table{{10, 60}, {20, 125.5}}
	for _, text := range []string{"10; 60\n20; 125.5", "10\t60\r\n20\t125,5\r\n", "10,60\n20,125.5",
		"\"10\",\"60\"\n\"20\",\"125.5\"", "scale;N\n10;60\n20;125,5\n\n", "10 60\n20 125.5"} {
		got, err := ParseTable(text)
		if assert.NoError(t, err, "%q", text) {
			assert.Equal(t, want, got, "%q", text)
		}
	}
	for text, says := range map[string]string{
		"":                         "at least two lines",
		"10; 60":                   "at least two lines",
		"10; 60\n10; 70":           "line 2 (10; 70): the first column must rise",
		"20; 60\n10; 70":           "must rise, and 10 is not above 20",
		"10; 60\nabout; 70":        "line 2 (about; 70)",
		"10; 60; 70\n20; 80; 90":   "write two numbers",
		"10; 60\n20; 1,234":        "thousands or decimals",
		strings.Repeat("1\n", 600): "write two numbers",
	} {
		_, err := ParseTable(text)
		if assert.Error(t, err, "%q", text) {
			assert.Contains(t, err.Error(), says)
		}
	}
}

func TestASentenceIsFoundByWhatOneWantsToKnow(t *testing.T) {
	for want, name := range map[string]string{
		"cable too short at one end": "two-ends", "flap hunts": "hunting", "how long a cable": "cable-order", "handbrake clicks": "parking-brake",
		"Turnbuckle": "adjuster", "bearing rides": "clutch", "backlash": "lost-motion", "sixteenths": "fraction",
		"temperature chart": "tension", "feels too tight": "bracket",
		"bends": "conduit", "wrong way": "response", "run out": "trend", "kickdown": "kickdown", "no setting works": "window",
	} {
		found := Search(want)
		if assert.NotEmpty(t, found, want) {
			assert.Equal(t, name, found[0], want)
		}
	}
	assert.Empty(t, Search("zeppelin"))
	assert.Len(t, Search("  "), len(All()))
}

func FuzzWork(f *testing.F) {
	f.Add("springs.0.rate", "1 N/mm", "springs.59.free", "9")
	f.Add("influence.0.0", "1", "readings.99999999999.now", "2")
	f.Add("tries.1.at.2.felt", "x", "points", "1 2")
	f.Fuzz(func(t *testing.T, k1, v1, k2, v2 string) {
		for _, s := range All() {
			_, err := json.Marshal(s.Work(Values{k1: v1, k2: v2}))
			require.NoError(t, err)
		}
	})
}

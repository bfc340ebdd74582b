package quantity

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestReadsWhatAMechanicWrites(t *testing.T) {
	for text, mm := range map[string]float64{
		"12 mm": 12, "12.5 mm": 12.5, ".062 in": 1.5748, "12,5 mm": 12.5, "0,125 in": 3.175,
		"3/16 in": 4.7625, "6 3/16 in": 157.1625, "6-3/16\"": 157.1625, "5-1/2 in": 139.7, "5½ in": 139.7,
		"5-½″": 139.7, "½ in": 12.7, "-½ in": -12.7, "−2 mm": -2, "-6-3/16 in": -157.1625,
		`1' 3 1/2"`: 393.7, "1 ft 3 in": 381, "1'½\"": 317.5, "-1' 3\"": -381, "8'": 2438.4,
		"12 thou": 0.3048, "5 MIL": 0.127, "1.2 m": 1200, "9/8 in": 28.575, "139.7mm": 139.7, "5 1⁄2 in": 139.7,
	} {
		q, err := Parse(text, "", "")
		if assert.NoError(t, err, text) {
			assert.InDelta(t, mm, q.Value, 1e-9, text)
			assert.Equal(t, Length, q.Kind, text)
		}
	}
}

func TestRefusesWhatCouldBeReadTwoWays(t *testing.T) {
	for text, says := range map[string]string{
		"1,234": "write 1234 or 1.234", ",125 in": "thousands or decimals", "1,234,567": "marks between thousands",
		"7-9 lb": "range", "7–9 lb": "range", "7 - 9": "range", "6 - 3/16": "range", "3 furlongs": "unknown unit",
		"4-9/8 in": "below one", "4 8/8 in": "below one", "1/0 in": "divided by 0", "2e3 mm": "exponent", "": "nothing to read",
		"  ": "nothing", "about right": "not a number", "5 kg": "kgf", `1' 14"`: "below 12", "1' 3": "mark the inches",
		"6 3": "more than one number", "1.5 1/2 in": "more than one", "--5": "not a number", "12.": "not a number", "½½": "more than one",
	} {
		_, err := Parse(text, "mm", "")
		if assert.Error(t, err, text) {
			assert.Contains(t, err.Error(), says, text)
		}
	}
	_, err := Parse("12", "", "")
	require.ErrorContains(t, err, "write the unit")
	_, err = Parse("12 lb", "", Length)
	require.ErrorContains(t, err, "force where a length")
}

func TestOtherKinds(t *testing.T) {
	for text, want := range map[string]Quantity{
		"68 °F": {Temperature, 20}, "68° F": {Temperature, 20}, "40 lb": {Force, 177.92886460462},
		"26 in-lb": {Torque, 2.9376055547}, "10 N·m": {Torque, 10}, "3.27 lb/in": {Rate, 0.57266475},
		"7¼ turns": {Count, 7.25}, "−38°": {Angle, -38}, "663 RPM": {Speed, 663},
	} {
		q, err := Parse(text, "", "")
		require.NoError(t, err, text)
		assert.Equal(t, want.Kind, q.Kind, text)
		assert.InDelta(t, want.Value, q.Value, 1e-6, text)
	}
}

func TestWritesTapeAndTurns(t *testing.T) {
	for mm, want := range map[float64]string{139.7: "5 1/2 in", 0: "0 in", -168.275: "-6 5/8 in", 15.9: "5/8 in", -0.1: "0 in"} {
		s, rest := Fraction(mm, 16)
		assert.Equal(t, want, s)
		assert.LessOrEqual(t, math.Abs(rest), inch/32+1e-9)
	}
	assert.Equal(t, []string{"3½", "¼", "0", "2⅜", "7"}, []string{Turns(3.5), Turns(.25), Turns(0), Turns(2.375), Turns(7)})
	assert.Equal(t, "143.0 mm", Quantity{Length, 142.95}.Text())
	assert.Equal(t, "5 1/2 in", Quantity{Length, 139.7}.Also())
}

// Whatever is accepted is finite, reads the same again when written plainly,
// and never holds anything but figures, marks of fractions and a unit.
func FuzzParse(f *testing.F) {
	for _, s := range []string{"6-3/16 in", `1' 3 1/2"`, "7-9 lb", "1,234", "2½ turns", "68 °F", "−9°", "1e5 mm", ".5", "3 furlongs"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		q, err := Parse(s, "mm", "")
		if err != nil {
			require.NotEmpty(t, err.Error())
			return
		}
		require.False(t, math.IsNaN(q.Value) || math.IsInf(q.Value, 0), s)
		require.True(t, q.Kind.Valid(), s)
		require.Regexp(t, `[0-9¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]`, s)
		if q.Kind == Length && math.Abs(q.Value) < 1e9 {
			again, err := Parse(Number(q.Value, 9)+" mm", "", Length)
			require.NoError(t, err)
			require.InDelta(t, q.Value, again.Value, 1e-8)
		}
	})
}

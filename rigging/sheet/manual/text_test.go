package manual_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet/manual"
)

// understood reads one text of a family's page.
func understood(t *testing.T, family, id, text string) manual.Understood {
	t.Helper()
	p, err := manual.Understand(family, "", map[string]string{id: text})
	require.NoError(t, err)
	for _, u := range p.Read {
		if u.ID == id {
			return u
		}
	}
	t.Fatalf("%s asks no %s", family, id)
	return manual.Understood{}
}

func TestFiguresAreReadAsManualsWriteThem(t *testing.T) {
	for _, one := range []struct{ family, id, text, figure, says string }{
		{"clutch", "free-play", "18", `18`, "18 mm, 15 to 22 assumed"},
		{"clutch", "free-play", "3/4 in", `19.05`, "19.05 mm, 16.05 to 23.05 assumed"},
		{"clutch", "free-play", "3/4", `19.05`, "19.05 mm, 16.05 to 23.05 assumed"},
		{"clutch", "free-play", "18–24 mm", `{"from":18,"to":24}`, "18 to 24 mm"},
		{"clutch", "free-play", "between 18 and 24", `{"from":18,"to":24}`, "18 to 24 mm"},
		{"clutch", "free-play", "3/4 to 7/8 in", `{"from":19.05,"to":22.225}`, "19.05 to 22.23 mm"},
		{"clutch", "free-play", "0.7 in ± 1/16", `{"minus":1.588,"plus":1.588,"target":17.78}`, "16.19 to 19.37 mm"},
		{"clutch", "free-play", "18 +4 -3 mm", `{"minus":3,"plus":4,"target":18}`, "15 to 22 mm"},
		{"clutch", "free-play", "18 (+4/-3)", `{"minus":3,"plus":4,"target":18}`, "15 to 22 mm"},
		{"clutch", "pitch", "20 threads to the inch", `1.27`, "1.27 mm"},
		{"clutch", "pitch", "M10x1.25", `1.25`, "1.25 mm"},
		{"clutch", "pitch", "1.5 mm a turn", `1.5`, "1.5 mm"},
		{"clutch", "pitch", "unknown", `"unknown"`, "the manual does not say"},
		{"clutch", "torque", "9 lb-ft", `12.202`, "12.2 Nm"},
		{"parking-brake", "notches", "4 to 6 clicks", `{"from":4,"to":6}`, "4 to 6 clicks"},
		{"parking-brake", "notches", "5-7", `{"from":5,"to":7}`, "5 to 7 clicks"},
		{"parking-brake", "back-off", "8 or 9 clicks", `{"from":8,"to":9}`, "8 to 9 clicks"},
		{"parking-brake", "slope", "20 %", `20`, "20 %"},
		{"parking-brake", "drag", "Silent", `"silent"`, "silent"},
		{"engine-push-pull", "lost-motion", "max 1.5 mm", `{"most":1.5}`, "at most 1.5 mm"},
		{"flight-control-loop", "tension", "38 lb at 70 °F; 30 lb at 32 °F", `[[21.111,169.032],[0,133.447]]`, "133.45 N at 0 °C, 169.03 N at 21.1 °C"},
		{"flight-control-loop", "tension", "20: 170\n0: 130", `[[20,170],[0,130]]`, "130 N at 0 °C, 170 N at 20 °C"},
	} {
		u := understood(t, one.family, one.id, one.text)
		if assert.Empty(t, u.Fault, one.text) {
			assert.JSONEq(t, one.figure, string(u.Figure), one.text)
			assert.Equal(t, one.says, u.Says, one.text)
		}
	}
}

func TestWhatIsNoFigureSaysWhatToWrite(t *testing.T) {
	for _, one := range []struct{ family, id, text, says string }{
		{"clutch", "free-play", "a bit", "not a number"},
		{"clutch", "free-play", "18 N", "this is a force where a length is wanted"},
		{"clutch", "free-play", "24 to 18", "swap 24 and 18"},
		{"clutch", "free-play", "18 ± 40", "wider than the figure"},
		{"clutch", "free-play", "1,234", "could mean thousands or decimals"},
		{"clutch", "pitch", "25", "if there are 25 threads to the inch, write 1.016"},
		{"clutch", "pitch", "0 tpi", "threads there are to the inch"},
		{"parking-brake", "back-off", "0", "far from the usual"},
		{"parking-brake", "drag", "loud", "write silent or whisper"},
		{"flight-control-loop", "tension", "170", "half a pair"},
		{"flight-control-loop", "tension", "170 N at 20 °C; 180 N at 20 °C", "two tensions for 20 °C"},
	} {
		u := understood(t, one.family, one.id, one.text)
		assert.Contains(t, u.Fault, one.says, "%s %q", one.id, one.text)
		assert.Empty(t, u.Figure, one.text)
	}
}

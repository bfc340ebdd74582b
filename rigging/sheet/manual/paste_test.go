package manual

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Pages as manuals have them, in sentences and in tables: each figure comes to the blank it is for, as it is written.
func TestAPastedPageComesToItsBlanks(t *testing.T) {
	for _, c := range []struct {
		family, text string
		want         map[string]string
		aside        int
	}{
		{"parking-brake", "The lever must hold at 5 to 7 clicks.\nBack each wheel off 8 to 10 clicks from locked.\n" +
			"Holds on a gradient of 20 %.\nTightening torque of the equaliser nut: 16 Nm",
			map[string]string{"notches": "5 to 7 clicks", "back-off": "8 to 10 clicks", "slope": "20 %", "torque": "16 Nm"}, 0},
		{"clutch", "Pedal free travel\t18-24 mm\nBite point height\t70 to 90 mm\nThread pitch\t1.25 mm\nLock nut torque\t12 Nm\n" +
			"Fluid capacity\t0.7 l",
			map[string]string{"free-play": "18-24 mm", "bite-height": "70 to 90 mm", "pitch": "1.25 mm", "torque": "12 Nm"}, 1},
		{"clutch", "free play at the pedal, 3/4 in ± 1/8\ncable nut, 20 tpi",
			map[string]string{"free-play": "3/4 in ± 1/8", "pitch": "20 tpi"}, 0},
		{"outboard-shift", "Eye falls on the pin within ± 0.5 mm. At least 8 threads engaged at each end. Connector thread 0.8 mm a turn.",
			map[string]string{"threads": "8 threads", "pitch": "0.8 mm a turn"}, -1},
		{"flap-follow-up", "Flap angle 10 detent | 10 ± 1°\nFlap angle 20 detent | 20 ± 1°\nFull | 38 ± 1.5°\n" +
			"Up switch gap | 0.6 ± 0.2°\nDown switch gap | 0.6 ± 0.2°",
			map[string]string{"angle-full": "38 ± 1.5°", "gap-up": "0.6 ± 0.2°", "gap-down": "0.6 ± 0.2°"}, -1},
		{"trailer-overrun", "Play at the drawbar rod 1 to 3 mm; Back off 3 to 4 clicks; lever upright within 24 to 32 degrees",
			map[string]string{"rod-play": "1 to 3 mm", "back-off": "3 to 4 clicks", "lever-angle": "24 to 32 degrees"}, -1},
	} {
		got, err := Paste(c.family, "", c.text)
		require.NoError(t, err)
		by := map[string]string{}
		for _, one := range got.Found {
			by[one.ID] = one.Text
			assert.NotEmpty(t, one.Says)
		}
		for id, text := range c.want {
			assert.Equal(t, text, by[id], "%s: %s of %v", c.family, id, by)
		}
		if c.aside >= 0 {
			assert.Len(t, got.Aside, c.aside, "%v", got.Aside)
		}
	}
}

// What a stranger pastes costs little and is never taken for what it is not.
func TestNothingIsReadOutOfNonsense(t *testing.T) {
	for _, text := range []string{"", "no figures here", strings.Repeat("1 ", 9000), strings.Repeat("5\n", 9000), "\x00\x01;;;,,,\t\t",
		"phone 555 0199 page 12 of 80"} {
		got, err := Paste("clutch", "", text)
		require.NoError(t, err)
		assert.Empty(t, got.Found, "%.40q", text)
	}
	_, err := Paste("clutch", "", strings.Repeat("free play 18 mm ", 2000))
	assert.ErrorContains(t, err, "more than a page")
	_, err = Paste("sledge", "", "free play 18 mm")
	assert.Error(t, err)
}

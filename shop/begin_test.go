package shop_test

import (
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
	"brankel/shop"
)

func beginning(machine string, texts map[string]string) shop.Beginning {
	return shop.Beginning{ID: uuid.NewString(), Family: "parking-brake", Machine: machine, Source: "Ramp book, page 12", Texts: texts}
}

var brake = map[string]string{"notches": "5-7", "back-off": "8 to 10 clicks", "slope": "20 %"}

func TestANameAndTheFiguresOfAManualOpenARun(t *testing.T) {
	s := testdb.Shop(t)
	in := beginning("Grey van", brake)
	v, err := s.Begin(t.Context(), in)
	require.NoError(t, err)
	assert.Equal(t, "Grey van", v.Machine)
	again, err := s.Begin(t.Context(), in)
	require.NoError(t, err)
	assert.Equal(t, v.ID, again.ID, "two taps open one run")

	for i, e := range []record.Event{
		entry("b1", record.KindComplaint, record.Complaint{Words: "comes up far", Shows: "yes"}),
		entry("b2", record.KindIdentified, record.Identified{Hand: "standard"}), // its sheet is for every number
	} {
		e.Run = v.ID
		_, err := s.Append(t.Context(), e, i)
		require.NoError(t, err)
	}
	led, err := s.Run(t.Context(), v.ID)
	require.NoError(t, err)
	assert.Contains(t, led.View.Applies, "own-1 r1")
	paper, err := s.Record(t.Context(), v.ID)
	require.NoError(t, err)
	assert.Equal(t, "Ramp book, page 12; what it does not say is ASSUMED", paper.Source)
	assert.Contains(t, paper.Assumed, sheet.Said{Name: "cable of one turn of the nut", Value: "1.25 mm"}, "one by one")

	v2, err := s.Begin(t.Context(), beginning("grey  van", map[string]string{"notches": "4-6", "back-off": "8"}))
	require.NoError(t, err)
	assert.Equal(t, v.MachineID, v2.MachineID, "the machine of that name is the one on the floor")
	one, err := s.MachineView(t.Context(), v.MachineID)
	require.NoError(t, err)
	require.Len(t, one.Lines, 1, "and so is its cable")
	assert.Contains(t, one.Lines[0].Says, "own-1", "other figures are the next revision of its sheet")
	page, err := s.SheetPage(t.Context(), one.Lines[0].Sheet)
	require.NoError(t, err)
	assert.Equal(t, 2, page.Sheet.Revision)
	assert.Equal(t, "Ramp book, page 12", page.Sheet.Source.Title)
	assert.Contains(t, page.Sheet.Assumed, "rig.geometry.slope", "the slope was not given this time")

	other, err := s.PutMachine(t.Context(), workshop.Machine{Name: "White van", Craft: "car",
		Cables: []workshop.Cable{{Name: one.Lines[0].Cable.Name, Family: "parking-brake"}}})
	require.NoError(t, err)
	assert.Empty(t, other.Lines[0].Sheet, "figures of one machine reach no other, however alike their cables are called")
}

func TestWhatIsWrongOfAPageIsToldAtItsBlankAndNothingIsKept(t *testing.T) {
	s := testdb.Shop(t)
	before, err := s.Bays(t.Context())
	require.NoError(t, err)
	_, err = s.Begin(t.Context(), beginning(" ", map[string]string{"notches": "a few", "pitch": "25"}))
	var list fault.List
	require.ErrorAs(t, err, &list)
	says := map[string]string{}
	for _, one := range list {
		says[one.Field] = one.Message
	}
	assert.Contains(t, says["texts.notches"], "not a number")
	assert.Contains(t, says["texts.back-off"], "nothing can be set without")
	assert.Contains(t, says["texts.pitch"], "25 threads to the inch")
	assert.Contains(t, says["machine"], "a name is enough")
	in := beginning("Grey van", brake)
	in.Serial = "rusty"
	_, err = s.Begin(t.Context(), in)
	assert.Equal(t, "serial", field(t, err))
	after, err := s.Bays(t.Context())
	require.NoError(t, err)
	assert.Equal(t, len(before.Machines), len(after.Machines))
}

func TestThePageLightsUpWhatIsTouched(t *testing.T) {
	s := testdb.Shop(t)
	lit := 0
	for _, family := range []string{"clutch", "gear-gate", "outboard-shift", "parking-brake", "flap-follow-up", "flight-control-loop", "kickdown",
		"engine-push-pull", "stern-drive-shift", "throttle-cruise", "trailer-overrun"} {
		h, err := s.Hour(shop.HourIn{Family: family})
		require.NoError(t, err)
		require.NotNil(t, h.Picture, family)
		for _, a := range h.Asks {
			if a.Kind != "target" && a.Kind != "step" {
				continue
			}
			touched, err := s.Hour(shop.HourIn{Family: family, Touched: a.ID})
			require.NoError(t, err)
			now := 0
			for _, shape := range touched.Picture.Shapes {
				if shape.Tone == "now" {
					now++
				}
			}
			if assert.Positive(t, now, "%s %s", family, a.ID) {
				lit++
			}
		}
	}
	assert.Greater(t, lit, 15)
	_, err := s.Hour(shop.HourIn{Family: "windlass"})
	assert.Equal(t, "family", field(t, err))
}

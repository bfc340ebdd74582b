package paper

import (
	"io"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testpdf"
	"brankel/rigging/routing"
	"brankel/rigging/run/record"
)

func TestTheSlipOfAPathSaysWhatToOrder(t *testing.T) {
	v := routing.Work(routing.Draft{
		Name:    "throttle cable — port ⚓",
		Pieces:  []routing.Piece{{Length: "1200"}, {Bend: true, Angle: "90", Radius: "150", Toward: "down"}, {Length: "800"}},
		Conduit: routing.Conduit{Least: "200"},
		Near:    []routing.Part{{Name: "exhaust hose", Kind: "hot", Keep: "80", Is: "60"}},
		Ends:    []routing.End{{Adds: "90", Thread: "20", Least: "8"}, {}},
		Order:   routing.Wanted{Stock: "2200, 2400"},
	})
	h := record.Heading{Called: record.Called{Machine: "Launch Teal", Cable: "throttle", Note: "B-3"},
		Opened: time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)}
	for _, size := range Sizes {
		raw, err := printed(func(w io.Writer) error { return Routing(h, v, size, w) })
		require.NoError(t, err)
		again, err := printed(func(w io.Writer) error { return Routing(h, v, size, w) })
		require.NoError(t, err)
		assert.Equal(t, raw, again)
		text := testpdf.Text(t, raw)
		for _, part := range []string{
			"To order: throttle cable", "Launch Teal · throttle · B-3", "Order 2400 mm, sold tip to tip; 74 mm is left over.",
			"wind it on by 14 of 20 threads", "bend 90° toward down, radius 150 mm: 236 mm along the cable", "From above",
			"Look: Tightest is bend 1, radius 150 mm; the cable wants 200 mm.", "1 exhaust hose Look: 60 mm away: 20 mm too near",
		} {
			assert.Contains(t, text, part)
		}
	}
}

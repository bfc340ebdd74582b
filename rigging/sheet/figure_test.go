package sheet

import (
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

// What does not fit in the figures of a proof, or where a tool is held, is told at its place.
func TestFiguresThatDoNotFitAreTold(t *testing.T) {
	road := func(s *Sheet) *Check { return s.Check("road") }
	for at, bend := range map[string]func(s *Sheet){
		"figures[1].id":             func(s *Sheet) { road(s).Figures[1].ID = road(s).Figures[0].ID },
		"figures[1].row":            func(s *Sheet) { road(s).Figures[1].Column = road(s).Figures[0].Column },
		"figures[0].row":            func(s *Sheet) { road(s).Figures[0].Column = "" },
		"figures[0].least":          func(s *Sheet) { road(s).Figures[0].Least = road(s).Figures[0].Most },
		"figures[0].under":          func(s *Sheet) { road(s).Figures[0].Under = "soon" },
		"figures[0].over":           func(s *Sheet) { road(s).Figures[0].Over = road(s).Good().ID },
		"figures[0].below[0]":       func(s *Sheet) { road(s).Figures[0].Below = []string{"nothing"} },
		"figures[0].below":          func(s *Sheet) { road(s).Figures[0].Below = []string{"half-up", "light-down"} }, // which lies below it
		"answers[1].part":           func(s *Sheet) { road(s).Answers[1].Part = "sail" },
		"forbidden_proofs[0].of[0]": func(s *Sheet) { s.Forbidden[0].Of = []string{"sail"} },
		"points[0].tells":           func(s *Sheet) { s.Points[0].Tells = "wind" },
		"points[0].read_at":         func(s *Sheet) { s.Points[0].ReadAt = &ReadAt{Says: "there", Quantity: s.Points[0].Quantity, By: 1} },
	} {
		raw, err := os.ReadFile("../../demo/sheets/401.json")
		require.NoError(t, err)
		s, err := Parse(raw)
		require.NoError(t, err)
		bend(s)
		found := append(s.figureFaults(), s.elsewhereFaults()...)
		told := slices.ContainsFunc(found, func(f fault.Fault) bool { return f.Message != "" && strings.Contains(f.Field, at) })
		assert.True(t, told, "%s: %v", at, found)
	}
}

package picture_test

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"brankel/internal/golden"
	"brankel/rigging/picture"
	"brankel/rigging/rig"
)

// Nothing is drawn otherwise than it was without anybody having looked: go test ./rigging/picture -update writes the
// pictures anew, and what changed is in the diff. Each family is drawn as its usual sheet has it, with everything read
// and turned, and at places along its travels.
func TestPicturesAreDrawnAsTheyWere(t *testing.T) {
	for _, family := range rig.Families() {
		r := usualRig(t, family)
		for i, name := range r.Model.Readings() {
			r.Readings[rig.Reading(name)] = picture.Reading{Name: name, Text: "read", Tone: picture.Good, Now: i == 0}
		}
		for _, name := range r.Model.Senses() {
			r.Senses[rig.Sense(name)] = "told"
		}
		ways := []string{"clockwise", "anticlockwise", "along"}
		for i, one := range slices.Sorted(maps.Keys(r.Adjusters)) {
			a := picture.Adjuster{Name: string(one), Turn: "2 turns", Seen: ways[i%3], From: "the hand", Threads: "9 in", Done: i == 3}
			r.Adjusters[one] = a
		}
		r.On, r.States = []string{"chock", "clamp"}, []picture.Tick{{Name: "home", OK: true}, {Name: "held"}}
		r.Marks = []picture.Mark{{At: "hand", Text: "1"}, {At: "works", Text: "2"}, {At: "works", Text: "!", Sharp: true}}
		var out strings.Builder
		scene, ok := picture.Draw(r)
		require.True(t, ok)
		wrote(&out, scene)
		for _, d := range scene.Drawn {
			fmt.Fprintf(&out, "%s is drawn %.1f, %.3f each\n", d.Of, d.Drawn, d.Scale)
		}
		m, err := r.Model.Sweeps(7)
		require.NoError(t, err)
		for _, sweep := range m {
			var travel []picture.Moved
			for _, k := range []int{0, len(sweep.At) / 3, len(sweep.At) - 1} {
				one := picture.Moved{Share: float64(k) / float64(len(sweep.At)-1), Shows: map[rig.Swept]float64{}}
				for _, c := range sweep.Curves {
					one.Shows[rig.Swept(c.Name)] = c.Values[k]
				}
				travel = append(travel, one)
			}
			plain := usualRig(t, family)
			_, moving, _ := picture.DrawMoving(plain, travel)
			for _, one := range moving[0] {
				fmt.Fprintf(&out, "along %s, shape %d: %v\n", sweep.Over, one.Shape, one.At)
			}
		}
		golden.Same(t, family, out.String())
	}
}

// wrote is a scene in lines.
func wrote(out *strings.Builder, s picture.Scene) {
	for _, one := range s.Shapes {
		fmt.Fprintf(out, "%s %g %s%s %v", one.Tone, one.Weight, one.Fill, map[bool]string{true: " closed"}[one.Closed], one.Points)
		if one.Round > 0 {
			fmt.Fprintf(out, " round %g", one.Round)
		}
		out.WriteString("\n")
	}
	for _, m := range s.Marks {
		fmt.Fprintf(out, "mark %s at %g %g\n", m.Text, m.X, m.Y)
	}
	for width, texts := range [][]picture.Text{s.Whole, s.Middle, s.Halves} {
		for _, one := range texts {
			fmt.Fprintf(out, "text %d: %q %s %g at %g %g %q\n", width, one.Text, one.Tone, one.Size, one.X, one.Y, one.Gone)
		}
	}
	fmt.Fprintf(out, "beside %q %q %q\n%s\n", s.Beside.Whole, s.Beside.Middle, s.Beside.Halves, s.Says)
}

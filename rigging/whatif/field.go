package whatif

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Field is the map of two adjusters: where all is inside, where it stands, and the way there.
type Field struct {
	X    Axis     `json:"x"`
	Y    Axis     `json:"y"`
	Rows []string `json:"rows"`          // of Y, the lowest first; of X in each: # where all is inside
	Way  *Place   `json:"way,omitempty"` // the nearest setting inside, where it does not stand inside
	Says string   `json:"says"`
}

// Axis is one adjuster of a map, in its own unit.
type Axis struct {
	Name string  `json:"name"` // the rig's
	Says string  `json:"says"`
	From float64 `json:"from"`
	Step float64 `json:"step"`
	Now  float64 `json:"now"`
}

// Place is a setting of both.
type Place struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// fieldOf maps two adjusters: those asked for by the rig's names, else the first two that one
// setting turns together, else the first two. nil where there are no two.
func fieldOf(s *sheet.Sheet, now standing, asked []string) *Field {
	x, y := pair(s, asked)
	if x == nil || y == nil {
		return nil
	}
	f, ok := now.Field(sheet.Fitted{Settings: now.settings, Rest: map[string]float64{}}, x, y)
	if !ok {
		return nil
	}
	out := &Field{
		X: Axis{x.Works, x.Name, f.X.Min, f.X.Step, now.settings[x.Works]},
		Y: Axis{y.Works, y.Name, f.Y.Min, f.Y.Step, now.settings[y.Works]},
	}
	inside, best, here := 0, math.Inf(1), false
	for b, row := range f.Met {
		text := strings.Builder{}
		for a, met := range row {
			if !met {
				text.WriteByte('.')
				continue
			}
			inside++
			text.WriteByte('#')
			at := Place{f.X.Min + float64(a)*f.X.Step, f.Y.Min + float64(b)*f.Y.Step}
			far := math.Abs(at.X-out.X.Now)/f.X.Step + math.Abs(at.Y-out.Y.Now)/f.Y.Step
			here = here || far < 1e-9
			if far < best-1e-9 {
				best, out.Way = far, &at
			}
		}
		out.Rows = append(out.Rows, text.String())
	}
	switch {
	case here:
		out.Way, out.Says = nil, "All is inside here"
	case out.Way == nil:
		out.Says = fmt.Sprintf("No setting of the %s and the %s serves", x.Name, y.Name)
	default:
		out.Says = "The nearest inside: " + strings.Join(moves(x, y, *out), ", ")
	}
	out.Says += fmt.Sprintf("; all is inside at %d of %d settings of these two.", inside, len(f.Met)*len(f.Met[0]))
	return out
}

// moves is the way from where both stand to the nearest setting inside.
func moves(x, y *sheet.Adjuster, f Field) (out []string) {
	for _, one := range []struct {
		of *sheet.Adjuster
		by float64
	}{{x, f.Way.X - f.X.Now}, {y, f.Way.Y - f.Y.Now}} {
		if math.Abs(one.by) > 1e-9 {
			out = append(out, spell.MoveSays(one.of, one.by))
		}
	}
	return out
}

// mapped are the adjusters a map can have.
func mapped(s *sheet.Sheet) (out []*sheet.Adjuster) {
	for i := range s.Adjusters {
		a := &s.Adjusters[i]
		if _, ok := s.RangeOf(a, ""); ok && a.Works != "" && len(a.Hooks) == 0 {
			out = append(out, a)
		}
	}
	return out
}

func pair(s *sheet.Sheet, asked []string) (x, y *sheet.Adjuster) {
	all := mapped(s)
	find := func(works, id string) *sheet.Adjuster {
		i := slices.IndexFunc(all, func(a *sheet.Adjuster) bool { return a.Works == works || a.ID == id })
		if i < 0 {
			return nil
		}
		return all[i]
	}
	if len(asked) > 0 {
		if len(asked) != 2 || asked[0] == asked[1] {
			return nil, nil
		}
		return find(asked[0], ""), find(asked[1], "")
	}
	for _, one := range s.Settings {
		if len(one.Adjusters) > 1 {
			x, y = find("", one.Adjusters[0]), find("", one.Adjusters[1])
			if x != nil && y != nil {
				return x, y
			}
		}
	}
	if len(all) < 2 {
		return nil, nil
	}
	return all[0], all[1]
}

func names(all []*sheet.Adjuster) string {
	var out []string
	for _, a := range all {
		out = append(out, a.Works)
	}
	return strings.Join(out, ", ")
}

package trouble

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
)

// number is a number as JSON gave it.
func number(v any) (float64, bool) {
	switch v := v.(type) {
	case float64:
		return v, true
	case json.Number:
		f, err := v.Float64()
		return f, err == nil
	}
	return 0, false
}

// Into is a rig with a cause in it, at a size from 0, its least, to 1, its greatest. The error is a *fault.Fault where there is
// no such cause, or where the rig has not what it changes.
func (b *Finder) Into(r rig.Rig, id string, size float64) (rig.Rig, error) {
	for _, c := range b.causes {
		if c.ID != id {
			continue
		}
		r, there, err := with(c, r, size)
		if err == nil && !there {
			err = fault.At("cause", "this rig has not what %s changes: name another", id)
		}
		return r, err
	}
	return r, fault.At("cause", "there is no cause %q of this rig: brankel trouble --list names them", id)
}

// changed is the sheet's rig with a cause in it; there is false where the rig has not what it changes.
func (b *Finder) changed(c *cause, u float64) (r rig.Rig, there bool, err error) {
	return with(c, *b.sheet.Rig, u)
}

func with(c *cause, r rig.Rig, u float64) (_ rig.Rig, there bool, err error) {
	r.Settings = maps.Clone(r.Settings)
	if r.Settings == nil {
		r.Settings = map[string]float64{}
	}
	r.Condition = deep(r.Condition)
	for _, one := range c.Change {
		by := one.By[0] + (one.By[1]-one.By[0])*u
		if one.Of != "" {
			of, ok := figure(r.Geometry, one.Of)
			if !ok {
				return r, false, nil
			}
			by *= of
		}
		switch {
		case one.Setting != "":
			r.Settings[one.Setting] += by
		case one.Condition != "" && one.Is != nil:
			r.Condition[one.Condition] = one.Is
		case one.Condition != "":
			name, place, in := strings.Cut(one.Condition, ".")
			into := r.Condition
			if in {
				inner, _ := into[name].(map[string]any)
				if inner == nil {
					inner = map[string]any{}
				}
				into[name] = inner
				into, name = inner, place
			}
			was, _ := number(into[name])
			into[name] = was + by
		default:
			was, ok := figure(r.Geometry, one.Geometry)
			switch {
			case one.To != nil:
				by = one.To[0] + (one.To[1]-one.To[0])*u
			case !ok && one.Of == "":
				return r, false, nil
			case one.Of == "":
				by *= was
			default:
				by += was
			}
			if r, err = r.With(one.Geometry, by); err != nil {
				return r, true, err
			}
		}
	}
	return r, true, nil
}

// figure is a number of a geometry by its path: throw, spring.at_in.
func figure(geometry map[string]any, path string) (float64, bool) {
	name, inner, in := strings.Cut(path, ".")
	if in {
		below, _ := geometry[name].(map[string]any)
		return number(below[inner])
	}
	return number(geometry[name])
}

func deep(m map[string]any) map[string]any {
	out := map[string]any{}
	for k, v := range m {
		if inner, is := v.(map[string]any); is {
			v = maps.Clone(inner)
		}
		out[k] = v
	}
	return out
}

// mayShow is how often a cause gives one of the answers that it may give, and not the model's.
const mayShow = 0.5

func (b *Finder) layAt(c *cause, k int, m *rig.Model) error {
	answers := map[int]rig.Answer{}
	for _, t := range b.tests {
		var exact []float64
		value := math.NaN()
		if t.Look {
			exact = make([]float64, len(t.answers))
			exact[max(t.index(c.Shows[t.ID]), 0)] = 1
		} else {
			a, there := answers[t.group]
			if !there {
				at, err := m.At(t.At)
				if err != nil {
					return fmt.Errorf("%s: %w", t.ID, err)
				}
				if a, err = m.Answer(at); err != nil {
					return fmt.Errorf("the rig refuses this change: %w", err)
				}
				answers[t.group] = a
			}
			value = a.Readings[t.Reading]
			exact = t.shown(a)
			c.freed(t, exact)
		}
		c.value[k] = append(c.value[k], value)
		c.exact[k] = append(c.exact[k], exact...)
		c.chance[k] = append(c.chance[k], t.chances(exact)...)
	}
	return nil
}

// freed gives the answers of a test that a cause shows or may show whatever the model says.
func (c *cause) freed(t *test, exact []float64) {
	free, left := c.free(t), 1.0
	for _, p := range free {
		left -= p
	}
	for k, p := range free {
		exact[k] = left*exact[k] + p
	}
}

// free is the chance of each answer of a test of the model that comes from a cause itself and not from the rig; nil for none.
func (c *cause) free(t *test) []float64 {
	may := c.May[t.ID]
	word, shows := c.Shows[t.ID]
	if len(may) == 0 && !shows || t.Look {
		return nil
	}
	out := make([]float64, len(t.answers))
	if shows {
		out[t.index(word)] = 1
		return out
	}
	for _, word := range may {
		out[t.index(word)] = mayShow / float64(len(may))
	}
	return out
}

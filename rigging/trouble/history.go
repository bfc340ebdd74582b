package trouble

import (
	"maps"
	"slices"
)

// History is something known of a machine before anything is looked at, and how much likelier it
// makes causes of each kind.
type History struct {
	ID    string             `json:"id"`
	Says  string             `json:"says"`
	Times map[string]float64 `json:"times"`
}

// Histories are what may be known. The numbers are judgement, kept mild: what is read counts more.
var Histories = []History{
	{"adjuster-nearly-out", "the adjuster is nearly used up", map[string]float64{"wear": 3, "setting": 0.7}},
	{"lost-motion-rising", "the lost motion rose from one reading to the next", map[string]float64{"wear": 3, "stiff": 0.7}},
	{"swapped-lately", "a cable or its fittings were changed lately", map[string]float64{"fitting": 3, "setting": 2, "wear": 0.5}},
	{"set-lately", "it was set lately", map[string]float64{"setting": 0.6, "fitting": 1.5}},
	{"oil-on-shoes", "oil was noted on the shoes", map[string]float64{}},
	{"twin-behaves", "the twin cable behaves", map[string]float64{"outside": 0.6, "wear": 0.8}},
	{"open-fault", "a fault was left open on this machine", map[string]float64{"wear": 1.5, "outside": 1.5}},
	{"worn-since", "as it wears, it should be outside its limits by now", map[string]float64{"setting": 2, "wear": 1.5}},
	{"wears-out", "what nothing takes up is near its end", map[string]float64{"wear": 3, "setting": 0.7}},
	{"wears-faster", "it wears faster than it did", map[string]float64{"wear": 2, "stiff": 1.5}},
	{"jumped", "at the last visit it was found beyond its wear", map[string]float64{"fitting": 2, "wear": 1.5}},
	{"stood-long", "it stood for months", map[string]float64{"stiff": 3}},
}

func historyIDs() (out []string) {
	for _, h := range Histories {
		out = append(out, h.ID)
	}
	return out
}

// times is how much likelier a history makes a cause.
func (h History) times(c *Cause) float64 {
	if v, own := c.History[h.ID]; own {
		return v
	}
	if v, is := h.Times[c.Kind]; is {
		return v
	}
	return 1
}

func sorted[V any](m map[string]V) []string { return slices.Sorted(maps.Keys(m)) }

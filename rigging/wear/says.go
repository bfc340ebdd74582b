package wear

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"brankel/rigging/quantity"
)

// why is what the answer rests on, line by line.
func (h *History) why(a Answer) []string {
	first, last := h.Visits[0], h.last()
	var out []string
	switch {
	case len(h.Visits) == 1 && h.Prior == nil:
		out = append(out, "one visit only: what was taken up so far is all that tells the rate")
	case len(h.Visits) == 1:
		out = append(out, "one visit only: the rate is that of others of its kind")
	default:
		line := fmt.Sprintf("%d visits over %s of usage", len(h.Visits), figure(last.Usage-first.Usage))
		if h.Prior != nil {
			line += ", and others of its kind"
		}
		out = append(out, line)
	}
	out = append(out, fmt.Sprintf("it moves %s a thousand, %s to %s", h.reading(a.Rate.PerUnit*1000), h.reading(a.Rate.Low*1000), h.reading(a.Rate.High*1000)))
	if a.Rate.Since > 0 {
		out = append(out, fmt.Sprintf("since the visit of %s %s times what it was", h.Visits[a.Rate.Since].Day, figure(a.Rate.Times)))
	}
	for _, j := range a.Jumps {
		out = append(out, j.Says)
	}
	way := math.Copysign(1, a.Rate.PerUnit)
	switch left := h.left(way); {
	case left == 0:
		out = append(out, "nothing is left to take up")
	case h.Room != nil:
		out = append(out, fmt.Sprintf("%s turns are left, which take up %s", figure(*h.Room-h.takenUp()), h.reading(left)))
	default:
		out = append(out, fmt.Sprintf("%s are left to the end of the window", h.reading(left)))
	}
	if a.RunsOut.Day == nil {
		out = append(out, "usage did not go with time: no day can be told")
	} else if first.Day == last.Day {
		out = append(out, "how much it is used a year is guessed")
	}
	return out
}

// jumped is what a jump is called.
func (h *History) jumped(visit int, by float64) string {
	more := "farther"
	if by*h.way() < 0 {
		more = "less far"
	}
	return fmt.Sprintf("on %s it was found %s %s than wear explains: a part exchanged, frayed or slipped",
		h.Visits[visit].Day, h.reading(math.Abs(by)), more)
}

func (h *History) reading(v float64) string { return strings.TrimSuffix(figure(v)+" "+h.Unit, " ") }

// figure has three figures of a number, written as a person would.
func figure(v float64) string {
	return strconv.FormatFloat(quantity.ThreeFigures(v), 'f', -1, 64)
}

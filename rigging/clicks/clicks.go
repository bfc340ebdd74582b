// Package clicks counts the clicks of a ratchet or a star wheel by how loud it was, moment by moment: a microphone hears them, and
// whoever turns says whether it heard right.
package clicks

import (
	"slices"

	"brankel/rigging/fault"
)

// Heard is what a microphone heard: how loud each moment was, as half decibels above a hundred below full scale (0 to 200), after
// what is slower than a click was taken out.
type Heard struct {
	Loud []int   `json:"loud"`
	Each float64 `json:"each"` // milliseconds a moment lasts
}

// Count is how many clicks there were. Sure are those as loud as the others, Perhaps those that may have been something else; At are
// the seconds at which all of them were.
type Count struct {
	Sure    int       `json:"sure"`
	Perhaps int       `json:"perhaps"`
	At      []float64 `json:"at"`
}

// How long is listened, and what a click is, in milliseconds and half decibels: it stands out of what is around it, begins at once,
// is over at once, and is not followed by another sooner than a hand turns. What the pawl does as it falls is within that time.
const (
	longest  = 60_000
	leastOf  = 1 // of Each
	mostOf   = 10
	standsBy = 28
	risesBy  = 20
	risesIn  = 12
	fallsBy  = 16
	fallsIn  = 60
	apart    = 45
	around   = 1_000
	unlike   = 24 // from the usual loudness of the others
)

// Of counts them. The error is a *fault.Fault.
func Of(h Heard) (Count, error) {
	switch {
	case !(h.Each >= leastOf && h.Each <= mostOf):
		return Count{}, fault.At("each", "a moment lasts from %d to %d ms", leastOf, mostOf)
	case float64(len(h.Loud))*h.Each > longest:
		return Count{}, fault.At("loud", "listen for a minute at most, then begin anew")
	}
	for _, v := range h.Loud {
		if v < 0 || v > 200 {
			return Count{}, fault.At("loud", "write half decibels, from 0 to 200")
		}
	}
	frames := func(ms float64) int { return max(1, int(ms/h.Each)) }
	var found []int
	quiet := floors(h.Loud, frames(around))
	for i, v := range h.Loud {
		if v < quiet[i]+standsBy || !rises(h.Loud, i, frames(risesIn)) || !falls(h.Loud, i, frames(fallsIn)) {
			continue
		}
		if n := len(found); n > 0 && i-found[n-1] < frames(apart) {
			if v > h.Loud[found[n-1]] {
				found[n-1] = i
			}
			continue
		}
		found = append(found, i)
	}
	c := Count{At: []float64{}}
	usual := median(h.Loud, found)
	for _, i := range found {
		c.At = append(c.At, float64(i)*h.Each/1000)
		if d := h.Loud[i] - usual; d > unlike || -d > unlike {
			c.Perhaps++
		} else {
			c.Sure++
		}
	}
	return c, nil
}

// floors is how loud it is around each moment where nothing clicks: the median of what lies about it.
func floors(loud []int, n int) []int {
	out := make([]int, len(loud))
	for from := 0; from < len(loud); from += n {
		to := min(from+n, len(loud))
		list := slices.Clone(loud[max(0, from-n/2):min(to+n/2, len(loud))])
		slices.Sort(list)
		for i := from; i < to; i++ {
			out[i] = list[len(list)/2]
		}
	}
	return out
}

// rises tells whether it was much quieter just before.
func rises(loud []int, i, n int) bool {
	if i == 0 {
		return false // what it began with is not known
	}
	return loud[i]-slices.Min(loud[max(0, i-n):i]) >= risesBy
}

// falls tells whether it is much quieter soon after; what it ends with is not known yet.
func falls(loud []int, i, n int) bool {
	if i+1 >= len(loud) {
		return false
	}
	return loud[i]-slices.Min(loud[i+1:min(len(loud), i+1+n)]) >= fallsBy
}

func median(loud, at []int) int {
	if len(at) == 0 {
		return 0
	}
	list := make([]int, 0, len(at))
	for _, i := range at {
		list = append(list, loud[i])
	}
	slices.Sort(list)
	return list[len(list)/2]
}

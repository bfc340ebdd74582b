package wear

import (
	"cmp"
	"math"
	"slices"
	"time"
)

// Of says what a history comes to. The error is a *fault.Fault.
func Of(h History) (Answer, error) {
	if err := h.Check(); err != nil {
		return Answer{}, err
	}
	f := h.fitted()
	out := Answer{Rate: h.rate(&f), Jumps: h.jumps(&f)}
	out.RunsOut = h.runsOut(&f, out.Rate.PerUnit)
	out.Why = h.why(out)
	return out, nil
}

// least is from what odds on something is told: that it jumped, that the rate is another.
const (
	leastJump   = 0.4
	leastChange = 0.6
)

func (h *History) rate(f *fit) (r Rate) {
	var now []weighed
	since := make([]float64, len(h.Visits))
	for i := range f.cells {
		c := &f.cells[i]
		for k, o := range c.rates {
			if o > negligible {
				now = append(now, weighed{c.way * f.grid.rates[k], o})
			}
		}
		since[c.since] += c.all()
	}
	s := spanOf(now)
	r = Rate{PerUnit: s.Median, Low: s.Low, High: s.High}
	if 1-since[0] < leastChange {
		return r
	}
	since[0] = 0
	r.Since = slices.Index(since, slices.Max(since))
	var before, after []weighed
	for i := range f.cells {
		c := &f.cells[i]
		if c.since != r.Since {
			continue
		}
		for k, o := range f.was(c) {
			before = append(before, weighed{f.grid.rates[k], o})
			after = append(after, weighed{f.grid.rates[k], c.rates[k]})
		}
	}
	r.Times = spanOf(after).Median / spanOf(before).Median
	return r
}

// spanOf is the interval of 90 % of what is weighed.
func spanOf(list []weighed) Span {
	slices.SortFunc(list, func(a, b weighed) int { return cmp.Compare(a.value, b.value) })
	total := 0.0
	for _, w := range list {
		total += w.odds
	}
	at := func(share float64) float64 {
		sum := 0.0
		for _, w := range list {
			if sum += w.odds; sum >= share*total {
				return w.value
			}
		}
		return list[len(list)-1].value
	}
	return Span{at(0.05), at(0.5), at(0.95)}
}

// jumps are the spans in which something happened that wear does not explain.
func (h *History) jumps(f *fit) []Jump {
	out := []Jump{}
	spans, _ := h.spans()
	for i, s := range spans {
		odds, by := 0.0, 0.0
		for k := range f.cells {
			c := &f.cells[k]
			rates := c.rates
			if i < c.since {
				rates = f.was(c)
			}
			for g, o := range rates {
				is := o * c.like.jump[i][g]
				odds += is
				by += is * (s.wore - c.way*f.grid.rates[g]*s.used)
			}
		}
		if odds >= leastJump {
			by /= odds
			out = append(out, Jump{i + 1, by, h.jumped(i+1, by)})
		}
	}
	return out
}

// nodes are the quantiles of a normal deviate, evenly likely.
var nodes = []float64{-1.6449, -1.0364, -0.6745, -0.3853, -0.1257, 0.1257, 0.3853, 0.6745, 1.0364, 1.6449}

func (h *History) runsOut(f *fit, rate float64) RunsOut {
	_, usual := h.spans()
	var lasts []weighed // from the last visit on
	for i := range f.cells {
		c := &f.cells[i]
		left := h.left(c.way)
		for k, o := range c.rates {
			if o < negligible {
				continue
			}
			far := left / f.grid.rates[k]
			if far <= 0 {
				lasts = append(lasts, weighed{0, o})
				continue
			}
			// the sum of spans that each stray by a share of the usual one, as a logarithmic normal of that mean and variance
			spread := math.Log1p(c.stray * c.stray * max(usual, far/10) / far)
			for _, z := range nodes {
				lasts = append(lasts, weighed{far * math.Exp(z*math.Sqrt(spread)-spread/2), o / float64(len(nodes))})
			}
		}
	}
	at := h.last().Usage
	s := spanOf(lasts)
	out := RunsOut{Usage: Span{at + s.Low, at + s.Median, at + s.High}}
	if perDay, spread := h.perDay(); perDay > 0 {
		var days []weighed
		for _, l := range thinned(lasts) {
			for _, z := range nodes {
				days = append(days, weighed{h.days(l.value, perDay, math.Exp(z*spread)), l.odds})
			}
		}
		d := spanOf(days)
		out.Day = &Days{Low: h.on(d.Low), Median: h.on(d.Median), High: h.on(d.High)}
	}
	return out
}

// thinned leaves a few hundred of many, as they are weighed.
func thinned(sorted []weighed) (out []weighed) {
	const many = 400
	total := 0.0
	for _, w := range sorted {
		total += w.odds
	}
	sum, next := 0.0, 0
	for _, w := range sorted {
		sum += w.odds
		for ; next < many && sum >= (float64(next)+0.5)/many*total; next++ {
			out = append(out, weighed{w.value, 1})
		}
	}
	return out
}

// How usage goes with time where the visits do not tell: by a machine of usual age, in doubt by half as much again.
const (
	usualAge    = 8 * 365.25
	ageSpread   = 0.7
	usageSpread = 0.1 // what a year differs from the next, before it is seen
	usageCounts = 2
)

// perDay is how much usage a day brings and the standard deviation of its logarithm, over what is to come; 0 where usage
// does not go with time.
func (h *History) perDay() (rate, spread float64) {
	first, last := h.Visits[0], h.last()
	if h.Now != nil {
		last.Day, last.Usage = h.Today, *h.Now
	}
	days := DaysBetween(first.Day, last.Day)
	used := last.Usage - first.Usage
	if days == 0 {
		return last.Usage / usualAge, ageSpread
	}
	if used == 0 {
		return 0, 0
	}
	rate = used / days
	sum, n, longest := usageCounts*usageSpread*usageSpread, float64(usageCounts), 0.0
	for i := 1; i < len(h.Visits); i++ {
		d := DaysBetween(h.Visits[i-1].Day, h.Visits[i].Day)
		u := h.Visits[i].Usage - h.Visits[i-1].Usage
		if d > 0 && u > 0 {
			off := math.Log(u / d / rate)
			sum += off * off * d / days * float64(len(h.Visits)-1)
			n++
			longest = max(longest, d)
		}
	}
	variance := sum / n
	return rate, math.Sqrt(variance/max(1, days/max(longest, 1)) + variance/6)
}

// days are how many pass from the last visit until so much more was used, at so much a day, times what it is off by: as it was
// used until today where that is known.
func (h *History) days(more, perDay, off float64) float64 {
	if h.Now == nil {
		return more / perDay * off
	}
	since, used := DaysBetween(h.last().Day, h.Today), *h.Now-h.last().Usage
	if more <= used {
		return more / used * since
	}
	return since + (more-used)/perDay*off
}

// DaysBetween is how many days lie from one to another, both 2006-01-02.
func DaysBetween(a, b string) float64 {
	x, _ := time.Parse(time.DateOnly, a) // checked
	y, _ := time.Parse(time.DateOnly, b)
	return float64(y.Unix()-x.Unix()) / (24 * 3600) // a duration ends at 292 years
}

// farthest is how many days are looked ahead: nobody plans farther.
const farthest = 365 * 200

// on is the day so many days after the last visit.
func (h *History) on(days float64) string {
	last, _ := time.Parse(time.DateOnly, h.last().Day)
	return last.AddDate(0, 0, int(math.Round(min(days, farthest)))).Format(time.DateOnly)
}

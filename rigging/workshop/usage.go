package workshop

import (
	"cmp"
	"math"
	"slices"
	"time"
)

// Usage tells what a machine ran by its first meter that was read twice or more, over days. A meter that was changed counts
// on from what the old one showed.
type Usage struct {
	Name  string // of the meter
	days  []float64
	total []float64
}

// Usage is how the machine was used; ok is false where no meter tells.
func (m *Machine) Usage() (u Usage, ok bool) {
	for _, meter := range m.Meters {
		u = Usage{Name: meter.Name}
		readings := slices.DeleteFunc(slices.Clone(meter.Readings), func(r MeterReading) bool { return r.Struck })
		slices.SortStableFunc(readings, func(a, b MeterReading) int { return cmp.Compare(a.On, b.On) })
		before := 0.0
		for i, r := range readings {
			if r.New && i > 0 {
				before = u.total[len(u.total)-1] - r.Value
			}
			day, err := time.Parse(time.DateOnly, r.On)
			if err != nil {
				continue // nothing of this program writes such a day
			}
			at := float64(day.Unix()) / secondsADay
			if n := len(u.days); n > 0 && u.days[n-1] == at {
				u.total[n-1] = r.Value + before
				continue
			}
			u.days, u.total = append(u.days, at), append(u.total, r.Value+before)
		}
		if len(u.days) > 1 {
			return u, true
		}
	}
	return Usage{}, false
}

const secondsADay = 24 * 3600

// At is the usage on a day: between two readings evenly, beyond them as over all of them, never below 0.
func (u Usage) At(day time.Time) float64 {
	at := float64(day.Unix()) / secondsADay
	n := len(u.days)
	i, _ := slices.BinarySearch(u.days, at)
	switch {
	case i == 0:
		return max(0, u.total[0]-(u.days[0]-at)*u.PerDay())
	case i == n:
		return u.total[n-1] + (at-u.days[n-1])*u.PerDay()
	}
	share := (at - u.days[i-1]) / (u.days[i] - u.days[i-1])
	return u.total[i-1] + share*(u.total[i]-u.total[i-1])
}

// PerDay is the usage of a day over all readings.
func (u Usage) PerDay() float64 {
	n := len(u.days)
	return (u.total[n-1] - u.total[0]) / (u.days[n-1] - u.days[0])
}

// Reaches is the day on which the usage comes to a total, at the usage of all readings; ok is false where it does not rise.
func (u Usage) Reaches(total float64) (day time.Time, ok bool) {
	n, per := len(u.days), u.PerDay()
	if per <= 0 {
		return day, false
	}
	at := u.days[n-1] + (total-u.total[n-1])/per
	for i := 1; i < n && total <= u.total[n-1]; i++ {
		if u.total[i] >= total && u.total[i] > u.total[i-1] {
			at = u.days[i-1] + (u.days[i]-u.days[i-1])*max(0, total-u.total[i-1])/(u.total[i]-u.total[i-1])
			break
		}
	}
	return time.Unix(int64(min(at, farthest)*secondsADay), 0).UTC(), true
}

// farthest is how far ahead anything is told, as a day since 1970.
const farthest = 200 * 365

// Unsteady is how much a day's usage differs from the next span's, as a standard deviation of its logarithm: 0.15 before two
// spans were seen.
func (u Usage) Unsteady() float64 {
	sum, n := 3*0.15*0.15, 3.0
	for i := 1; i < len(u.days); i++ {
		if used := u.total[i] - u.total[i-1]; used > 0 {
			off := math.Log(used / (u.days[i] - u.days[i-1]) / u.PerDay())
			sum += off * off * (u.days[i] - u.days[i-1]) / (u.days[len(u.days)-1] - u.days[0]) * float64(len(u.days)-1)
			n++
		}
	}
	return math.Sqrt(sum / n)
}

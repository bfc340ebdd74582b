package wear

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strconv"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/strict"
)

// Case is a history with what it comes to.
type Case struct {
	Output *Answer      `json:"output,omitempty"`
	Error  *fault.Fault `json:"error,omitempty"`
}

// Cases answers an array of histories; the error is of the array itself. A history may carry more keys, such as what is
// known of it besides.
func Cases(raw []byte) ([]Case, error) {
	var list []json.RawMessage
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, fault.At("", "the file is no array of {\"visits\", \"window\", …}: %s", err)
	}
	out := make([]Case, len(list))
	for i, one := range list {
		a, err := Solve(one)
		if err != nil {
			var f *fault.Fault
			if !errors.As(err, &f) {
				return nil, err
			}
			out[i].Error = f
			continue
		}
		out[i].Output = &a
	}
	return out, nil
}

// asked is a history as it is written.
type asked struct {
	Visits  []askedVisit `json:"visits" input:""`
	Window  []float64    `json:"window" input:"plain"`
	Target  *float64     `json:"target" input:"plain"`
	Doubt   float64      `json:"doubt" input:"plain,default=0"`
	PerTurn float64      `json:"per_turn" input:"plain,default=0"`
	Room    *float64     `json:"room" input:"plain"`
	Unit    string       `json:"unit" input:"default="`
	Today   string       `json:"today" input:""`
	Now     *float64     `json:"now" input:"plain"`
	Prior   *askedPrior  `json:"prior" input:""`
}

type askedVisit struct {
	Day    string  `json:"day" input:""`
	Usage  float64 `json:"usage" input:"plain"`
	Found  float64 `json:"found" input:"plain"`
	Left   float64 `json:"left" input:"plain"`
	Turns  float64 `json:"turns" input:"plain,default=0"`
	Stands float64 `json:"stands" input:"plain,default=0"`
}

type askedPrior struct {
	PerUnit float64 `json:"per_unit" input:"plain"`
	Spread  float64 `json:"spread" input:"plain"`
}

var names = []string{"visits", "window", "target", "doubt", "per_turn", "room", "unit", "today", "now", "prior"}

// Solve answers one history. The error is a *fault.Fault.
func Solve(raw []byte) (Answer, error) {
	value, err := strict.Value(raw)
	if err != nil {
		return Answer{}, err
	}
	all, ok := value.(map[string]any)
	if !ok {
		return Answer{}, fault.At("", "a history is one JSON object: write {\"visits\": […], \"window\": [least, most], …}")
	}
	known := map[string]any{}
	for _, n := range names {
		if v, there := all[n]; there {
			known[n] = v
		}
	}
	counted := countedDays(known)
	var in asked
	if err := input.Object(known, &in); err != nil {
		return Answer{}, err
	}
	if len(in.Window) != 2 {
		return Answer{}, fault.At("window", "write a pair: [least, most]")
	}
	h := History{Window: [2]float64{in.Window[0], in.Window[1]}, Target: (in.Window[0] + in.Window[1]) / 2, Doubt: in.Doubt,
		PerTurn: in.PerTurn, Room: in.Room, Unit: in.Unit, Today: in.Today, Now: in.Now, Prior: (*Prior)(in.Prior)}
	if in.Target != nil {
		h.Target = *in.Target
	}
	for _, v := range in.Visits {
		h.Visits = append(h.Visits, Visit(v))
	}
	a, err := Of(h)
	if err == nil && counted && a.RunsOut.Day != nil {
		a.RunsOut.Day.asNumbers = true
	}
	return a, err
}

// countedDays turns days that are counted, from whatever day, into dates; it tells whether they were.
func countedDays(h map[string]any) (counted bool) {
	date := func(of map[string]any, key string) {
		if n, err := strconv.ParseFloat(fmt.Sprint(of[key]), 64); err == nil && math.Abs(n) < 1e6 {
			of[key] = epoch.AddDate(0, 0, int(math.Round(n))).Format(time.DateOnly)
			counted = true
		}
	}
	date(h, "today")
	list, _ := h["visits"].([]any)
	for _, one := range list {
		if v, ok := one.(map[string]any); ok {
			date(v, "day")
		}
	}
	return counted
}

// epoch is the day that counted days are counted from; which one is the same for every answer.
var epoch = time.Date(3000, 1, 1, 0, 0, 0, 0, time.UTC)

// MarshalJSON writes days as they were asked: as dates, or counted.
func (d Days) MarshalJSON() ([]byte, error) {
	as := func(day string) any {
		if d.asNumbers {
			return DaysBetween(epoch.Format(time.DateOnly), day)
		}
		return day
	}
	return json.Marshal(struct {
		Low    any `json:"low"`
		Median any `json:"median"`
		High   any `json:"high"`
	}{as(d.Low), as(d.Median), as(d.High)})
}

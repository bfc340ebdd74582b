package shop

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/postgres"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet/manual"
)

// FoundGood is what this shop left a reading at, and it was good: offered where a manual says nothing.
type FoundGood struct {
	Ask  string `json:"ask"`
	Text string `json:"text"` // as it may be written into the blank
	Says string `json:"says"`
}

// mostOffers is how many are offered for one figure.
const mostOffers = 3

// FoundGood are the figures that runs of a family were left at, signed and proved, by the asks of its page: the newest of
// each machine first, with how often it was left so.
func (s *Shop) FoundGood(ctx context.Context, family, school string) ([]FoundGood, error) {
	asked, err := manual.Asks(family, school)
	if err != nil {
		return nil, err
	}
	lines, err := s.Store.RunsOfFamily(ctx, family)
	if err != nil {
		return nil, err
	}
	lines = slices.DeleteFunc(lines, func(l postgres.RunLine) bool { return l.Standing.Sign != tell.SignSigned })
	list, err := s.taughtBy(ctx, lines, mostTaught)
	if err != nil {
		return nil, err
	}
	machines, err := s.Store.Machines(ctx)
	if err != nil {
		return nil, err
	}
	name := map[string]string{}
	for _, m := range machines {
		name[m.ID] = m.Name
	}
	of := map[string]string{} // the machine of a run
	for _, l := range lines {
		of[l.ID] = l.Machine
	}
	out := []FoundGood{}
	for _, a := range asked.Asks {
		if a.Kind != manual.Target || a.Measures == "" {
			continue
		}
		type offer struct {
			machine string
			left
			times int
		}
		var offers []offer
		for _, one := range list {
			for _, l := range one.left {
				if l.measures != a.Measures || !within(l.at, a.At) {
					continue
				}
				i := slices.IndexFunc(offers, func(o offer) bool { return o.machine == of[one.run] })
				if i < 0 {
					offers = append(offers, offer{of[one.run], l, 1})
				} else if math.Abs(offers[i].value-l.value) <= max(differs*math.Abs(l.value), 1e-9) {
					offers[i].times++
				}
			}
		}
		for _, o := range offers[:min(len(offers), mostOffers)] {
			says := "left at " + o.text
			if o.times > 1 {
				says += fmt.Sprintf(" %s", map[int]string{2: "twice", 3: "three times"}[min(o.times, 3)])
				if o.times > 3 {
					says = fmt.Sprintf("left at %s %d times", o.text, o.times)
				}
			}
			if n := name[o.machine]; n != "" {
				says += " on " + n
			}
			out = append(out, FoundGood{a.ID, strings.ReplaceAll(o.text, "°", " °"), says + ", and good"})
		}
	}
	return out, nil
}

// within tells whether a control stands so for an ask too, which says besides what states make.
func within(at, asked map[string]any) bool {
	for key, v := range at {
		if fmt.Sprint(asked[key]) != fmt.Sprint(v) {
			return false
		}
	}
	return true
}

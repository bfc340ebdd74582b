package shop

import (
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/wear"
	"brankel/rigging/workshop"
)

// sister is the same line of another machine: how fast it wears a unit of its usage, and when its part was renewed.
type sister struct {
	machine string // its name
	kind    bool   // by the same sheet; else of the family only
	rate    float64
	renewed []renewal
}

// renewal is a part that was exchanged at a usage, 0 where its meter does not tell.
type renewal struct {
	on    string
	usage float64
}

// sistersOf are the lines of other machines by their keys.
type sistersOf map[string][]sister

func (s sistersOf) of(key string) []sister { return s[key] }

// What the rate of one sister tells of another's, as a standard deviation of its logarithm: by the same sheet, or of the family.
const (
	oneSpread   = 0.7
	otherSpread = 1.1
)

// prior is what sisters tell of a rate before a line was seen, those of the family where there are none by the same sheet;
// nil where none was seen twice.
func (s sistersOf) prior(key string) *wear.Prior {
	for _, kind := range []bool{true, false} {
		var logs []float64
		for _, one := range s[key] {
			if one.rate > 0 && one.kind == kind {
				logs = append(logs, math.Log(one.rate))
			}
		}
		n := float64(len(logs))
		if n == 0 {
			continue
		}
		spread := oneSpread
		if !kind {
			spread = otherSpread
		}
		mean, sum := 0.0, spread*spread
		for _, l := range logs {
			mean += l / n
		}
		for _, l := range logs {
			sum += (l - mean) * (l - mean)
		}
		return &wear.Prior{PerUnit: math.Exp(mean), Spread: max(math.Sqrt(sum/n)*math.Sqrt(1+1/n), spread/2)}
	}
	return nil
}

// sisters are the lines of wear of other machines of the family of a sheet.
func (s *Shop) sisters(ctx context.Context, machine string, one *sheet.Sheet, zone *time.Location) (sistersOf, error) {
	runs, err := s.Store.RunsSeenBy(ctx, one.Family)
	if err != nil {
		return nil, err
	}
	out := sistersOf{}
	if len(runs) == 0 {
		return out, nil
	}
	machines, err := s.Store.Machines(ctx)
	if err != nil {
		return nil, err
	}
	cards := map[string]workshop.Machine{}
	for _, m := range machines {
		cards[m.ID] = m
	}
	revisions, err := s.Store.Revisions(ctx, one.ID)
	if err != nil {
		return nil, err
	}
	same := map[string]bool{}
	for _, r := range revisions {
		same[r.Hash()] = true
	}
	type line struct{ machine, cable string }
	by := map[line][]postgres.RunLine{}
	var order []line
	for _, r := range runs {
		at := line{r.Machine, r.Cable}
		if r.Machine == machine {
			continue
		}
		if by[at] == nil {
			order = append(order, at)
		}
		by[at] = append(by[at], r)
	}
	for _, at := range order {
		m, there := cards[at.machine]
		if !there {
			continue
		}
		_, metered := m.Usage()
		for _, v := range visitedBy(by[at], at.cable, usageOf(&m), zone) {
			one := sister{machine: m.Name, kind: same[by[at][len(by[at])-1].Sheet]}
			for i, seen := range v.at {
				if seen.Renewed && i > 0 {
					r := renewal{on: seen.Day}
					if metered {
						r.usage = seen.Usage
					}
					one.renewed = append(one.renewed, r)
				}
			}
			one.rate, _ = wear.Roughly(v.at)
			out[v.key] = append(out[v.key], one)
		}
	}
	return out, nil
}

// sisterWords are what others of its kind did.
func sisterWords(others []sister, rate float64, meter string) (out []string) {
	var at []float64
	for _, o := range others {
		for _, r := range o.renewed {
			if r.usage > 0 {
				at = append(at, r.usage)
			}
		}
	}
	switch slices.Sort(at); {
	case len(at) == 1:
		for _, o := range others {
			if len(o.renewed) > 0 {
				out = append(out, fmt.Sprintf("That of %s was renewed at %s %s, on %s.", o.machine, thousands(at[0]), meter, record.DayOf(o.renewed[0].on)))
			}
		}
	case len(at) > 1:
		out = append(out, fmt.Sprintf("%d of its kind were renewed here, between %s and %s %s.", len(at), thousands(at[0]), thousands(at[len(at)-1]), meter))
	}
	for _, o := range others {
		if times := math.Abs(rate) / o.rate; o.rate > 0 && (times > differsMuch || times < 1/differsMuch) {
			how, by := "faster", times
			if times < 1 {
				how, by = "slower", 1/times
			}
			out = append(out, fmt.Sprintf("It wears %s times %s than that of %s.", shortly(by), how, o.machine))
			break
		}
	}
	return out
}

// differsMuch is from what part on a sister is told to be another.
const differsMuch = 1.6

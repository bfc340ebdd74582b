package shop

import (
	"context"
	"math"
	"strings"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Every is after how much something is done again, whichever comes first; 0 where that does not count.
type Every struct {
	Days  float64 `json:"days,omitempty"`
	Km    float64 `json:"km,omitempty"`
	Hours float64 `json:"hours,omitempty"`
}

func everyOf(r sheet.Recheck) Every { return Every{float64(r.Days), r.Km, r.Hours} }

// says is how it is read, "" for never.
func (e Every) says() string {
	var out []string
	for _, m := range e.measures() {
		if m.value > 0 {
			out = append(out, grouped(m.value)+" "+m.unit)
		}
	}
	return strings.Join(out, " or ")
}

type measure struct {
	field, unit string
	value       float64
}

func (e Every) measures() []measure {
	return []measure{{"days", "days", e.Days}, {"km", "km", e.Km}, {"hours", "h", e.Hours}}
}

// Rule is when something is done again by a sheet, and by the workshop's own rule where it has one.
type Rule struct {
	Kind  DueKind `json:"kind"` // again, lubrication
	Sheet Every   `json:"sheet"`
	Says  string  `json:"says"` // the sheet's, in words; "" for never
	Own   *Every  `json:"own,omitempty"`
	Holds string  `json:"holds"` // what holds, in words
	Why   string  `json:"why,omitempty"`
	By    string  `json:"by,omitempty"`
	Day   string  `json:"day,omitempty"` // as it is read
	Later bool    `json:"later"`         // it lets more pass than the sheet
}

// RuleIn is a rule as it is typed: an empty measure is as the sheet has it, all of them empty take the rule back.
type RuleIn struct {
	Kind  DueKind `json:"kind"`
	Days  string  `json:"days,omitempty"`
	Km    string  `json:"km,omitempty"`
	Hours string  `json:"hours,omitempty"`
	Why   string  `json:"why,omitempty"`
}

// mostEvery is more than anything waits for, and leastWhy the fewest words of a reason.
const (
	mostEvery = 1_000_000
	mostDays  = 36500
	leastWhy  = 2
	longWhy   = 300
)

// ruled are the kinds a workshop may have rules for, each with what a sheet says of it.
func ruled(one *sheet.Sheet) map[DueKind]Every {
	out := map[DueKind]Every{DueAgain: everyOf(one.Recheck), DueLubrication: {}}
	if one.Lubricate != nil {
		out[DueLubrication] = everyOf(one.Lubricate.Recheck)
	}
	return out
}

// over is what holds where a workshop's rule stands over what a sheet says. One without a reason never lets more pass, also
// where the sheet was tightened after it.
func over(by Every, rules []postgres.Rule, kind DueKind) holding {
	own := ruleOf(rules, kind)
	if own == nil {
		return holding{Every: by}
	}
	later := false
	one := func(says, ours float64) float64 {
		switch more := says > 0 && ours > says; {
		case ours == 0, more && own.Why == "":
			return says
		default:
			later = later || more
			return ours
		}
	}
	h := holding{Every: Every{one(by.Days, own.Days), one(by.Km, own.Km), one(by.Hours, own.Hours)}}
	switch {
	case later:
		h.later, h.says = true, "by our own rule, later than the sheet: "+own.Why
	case h.Every != by:
		h.says = "by our own rule"
	}
	return h
}

func ruleOf(rules []postgres.Rule, kind DueKind) *postgres.Rule {
	for i := range rules {
		if rules[i].Kind == string(kind) {
			return &rules[i]
		}
	}
	return nil
}

// Rules are when things are done again by a sheet and by the workshop.
func (s *Shop) Rules(ctx context.Context, hash string) ([]Rule, error) {
	one, err := s.knownSheet(ctx, hash)
	if err != nil {
		return nil, err
	}
	all, err := s.Store.Rules(ctx)
	if err != nil {
		return nil, err
	}
	out := []Rule{}
	by := ruled(one)
	for _, kind := range []DueKind{DueAgain, DueLubrication} {
		r := Rule{Kind: kind, Sheet: by[kind], Says: by[kind].says()}
		holds := over(by[kind], all[hash], kind)
		r.Holds, r.Later = holds.Every.says(), holds.later
		if own := ruleOf(all[hash], kind); own != nil {
			r.Own, r.Why, r.By, r.Day = &Every{own.Days, own.Km, own.Hours}, own.Why, own.By, record.DayOf(own.Day)
		}
		out = append(out, r)
	}
	return out, nil
}

// SetRule keeps a rule of the workshop for a sheet, for all its revisions. It may ask for more than the sheet does; for less
// only with a reason. The error is a *fault.Fault.
func (s *Shop) SetRule(ctx context.Context, hash string, in RuleIn, by string) ([]Rule, error) {
	one, err := s.knownSheet(ctx, hash)
	if err != nil {
		return nil, err
	}
	newest, err := s.newestOf(ctx, one.ID)
	if err != nil {
		return nil, err
	}
	sheets, known := ruled(newest)[in.Kind]
	if !known {
		return nil, fault.At("kind", "write %s or %s", DueAgain, DueLubrication)
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return nil, err
	}
	own := postgres.Rule{Sheet: one.ID, Kind: string(in.Kind), Why: strings.Join(strings.Fields(in.Why), " "), By: by, Day: s.today(zone)}
	if len([]rune(own.Why)) > longWhy {
		return nil, fault.At("why", "say it in %d letters", longWhy)
	}
	if own.Days, err = every(in.Days, "days", mostDays); err != nil {
		return nil, err
	}
	if own.Km, err = every(in.Km, "km", mostEvery); err != nil {
		return nil, err
	}
	if own.Hours, err = every(in.Hours, "hours", mostEvery); err != nil {
		return nil, err
	}
	for i, m := range (Every{own.Days, own.Km, own.Hours}).measures() {
		if is := sheets.measures()[i].value; is > 0 && m.value > is && len(strings.Fields(own.Why)) < leastWhy {
			return nil, fault.At("why", "%s %s is later than the %s of the sheet: say why in a few words, or write %s or less",
				grouped(m.value), m.unit, grouped(is), grouped(is))
		}
	}
	if err := s.Store.SetRule(ctx, own); err != nil {
		return nil, err
	}
	s.memory.hub.tellAll(Floor)
	return s.Rules(ctx, hash)
}

// every reads one measure, 0 where nothing was written.
func every(text, field string, most float64) (float64, error) {
	if text = strings.TrimSpace(text); text == "" {
		return 0, nil
	}
	q, err := quantity.Parse(text, "count", quantity.Count)
	if err != nil || q.Value < 1 || q.Value > most {
		return 0, fault.At(field, "write a number from 1 to %s, or leave it empty to do as the sheet has it", grouped(most))
	}
	return math.Round(q.Value), nil
}

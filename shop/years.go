package shop

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/closed"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
	"brankel/rigging/wear"
	"brankel/rigging/workshop"
)

// Years is what the visits to a machine say together.
type Years struct {
	Machine string      `json:"machine"` // its name
	Today   string      `json:"today"`
	Meter   string      `json:"meter"`           // km, engine hours; days where no meter was read twice
	Shows   *float64    `json:"shows,omitempty"` // about, today
	Month   *float64    `json:"month,omitempty"` // usage of a month
	Visits  int         `json:"visits"`
	Since   string      `json:"since,omitempty"` // the day of the first
	Lines   []YearsLine `json:"lines"`
}

// YearsLine is one line of wear over the visits: an adjuster with the reading that tells most of it, or a reading that nothing
// takes up.
type YearsLine struct {
	Cable  string      `json:"cable"`
	Called string      `json:"called"`           // the cable
	Setter string      `json:"setter,omitempty"` // the id of the adjuster on its sheet
	Name   string      `json:"name"`             // the adjuster, or the reading
	Reads  string      `json:"reads"`
	Unit   string      `json:"unit"`
	Window [2]float64  `json:"window"`
	Target float64     `json:"target"`
	Room   *float64    `json:"room,omitempty"` // turns there are
	Turns  *float64    `json:"turns,omitempty"`
	Visits []YearVisit `json:"visits"`
	Wear   wear.Answer `json:"wear"`
	Ends   Ends        `json:"ends"`
	Head   string      `json:"head"`  // in words: runs out about March 2027
	Left   []string    `json:"left"`  // what is left, in words, and until when
	Says   []string    `json:"says"`  // what is to be done about it, and what others of its kind did
	Short  string      `json:"short"` // what whoever is about to turn it should know, in a sentence; "" where nothing was seen twice
}

// YearVisit is a visit to a line; Jump is what was found beyond wear.
type YearVisit struct {
	Run   string   `json:"run"`
	On    string   `json:"on"`  // 2006-01-02
	Day   string   `json:"day"` // as it is read
	Usage float64  `json:"usage"`
	Found float64  `json:"found"`
	Left  float64  `json:"left"`
	Turns float64  `json:"turns"`
	Stood *float64 `json:"stood,omitempty"` // turns taken up as found
	Stand *float64 `json:"stand,omitempty"` // and as left
	Jump  string   `json:"jump,omitempty"`
}

// Ends tells how near the end of a line is.
type Ends string

// How near.
const (
	EndsNow   Ends = "now"   // nothing is left
	EndsSoon  Ends = "soon"  // it may be within a year
	EndsLater Ends = "later" // it lies in sight
	EndsNever Ends = "never" // not in the life of a machine
	EndsEarly Ends = "early" // too little was seen to say
)

// Words lists them.
func (Ends) Words() []string {
	return closed.Words(EndsNow, EndsSoon, EndsLater, EndsNever, EndsEarly)
}

// soonDays is how far ahead an end is near, and sightDays how far one is told at all.
const (
	soonDays  = 365
	sightDays = 12 * 365
	tooWide   = 9 // times the least is the most, where an interval says nothing yet
)

// Years gathers the visits to a machine.
func (s *Shop) Years(ctx context.Context, id string) (Years, error) {
	m, err := s.Store.Machine(ctx, id)
	if err != nil {
		return Years{}, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return Years{}, err
	}
	lines, err := s.Store.RunsOf(ctx, id)
	if err != nil {
		return Years{}, err
	}
	out := Years{Machine: m.Name, Today: s.today(zone), Meter: "days", Lines: []YearsLine{}}
	usage, metered := m.Usage()
	if metered {
		out.Meter = usage.Name
		shows, month := math.Round(usage.At(s.Now().In(zone))), usage.PerDay()*365.25/12
		out.Shows, out.Month = &shows, &month
	}
	done := doneOf(lines)
	out.Visits = len(done)
	if len(done) > 0 {
		out.Since = done[0].Standing.Touched.In(zone).Format(time.DateOnly)
	}
	for _, c := range m.Cables {
		of, err := s.yearsOf(ctx, m, c, done, zone)
		if err != nil {
			return Years{}, err
		}
		out.Lines = append(out.Lines, of...)
	}
	slices.SortStableFunc(out.Lines, func(a, b YearsLine) int { return a.order() - b.order() })
	return out, nil
}

// doneOf are the signed runs among those of a machine that nobody tampered with, the oldest first.
func doneOf(lines []postgres.RunLine) []postgres.RunLine {
	done := slices.DeleteFunc(lines, func(l postgres.RunLine) bool { return !l.Standing.Signed || !l.Whole })
	slices.Reverse(done)
	return done
}

// order puts what ends first before the rest.
func (l YearsLine) order() int { return slices.Index(Ends("").Words(), string(l.Ends)) }

// visited is one line of wear with the runs that showed it.
type visited struct {
	key  string
	at   []wear.At
	runs []string
}

// visitedBy are the lines of wear that runs of a cable showed, the oldest first, as they show them by now: what only an
// earlier sheet read is history that leads nowhere.
func visitedBy(runs []postgres.RunLine, cable string, usage func(time.Time) float64, zone *time.Location) (out []visited) {
	runs = slices.Clone(runs)
	slices.SortStableFunc(runs, func(a, b postgres.RunLine) int { return a.Standing.Touched.Compare(b.Standing.Touched) })
	for _, r := range runs {
		if r.Cable != cable {
			continue
		}
		day := r.Standing.Touched.In(zone)
		for _, seen := range r.Standing.Seen {
			i := slices.IndexFunc(out, func(v visited) bool { return v.key == seen.Key })
			if i < 0 {
				i, out = len(out), append(out, visited{key: seen.Key})
			}
			out[i].at = append(out[i].at, wear.At{Seen: seen, Day: day.Format(time.DateOnly), Usage: usage(day)})
			out[i].runs = append(out[i].runs, r.ID)
		}
	}
	return out
}

// usageOf is what a machine's meter shows on a day, days where none was read twice.
func usageOf(m *workshop.Machine) func(time.Time) float64 {
	if u, ok := m.Usage(); ok {
		return u.At
	}
	return func(day time.Time) float64 { return math.Floor(float64(day.Unix()) / (24 * 3600)) }
}

func (s *Shop) yearsOf(
	ctx context.Context, m workshop.Machine, c workshop.Cable, runs []postgres.RunLine, zone *time.Location,
) ([]YearsLine, error) {
	lines := visitedBy(runs, c.ID, usageOf(&m), zone)
	if len(lines) == 0 {
		return nil, nil
	}
	var out []YearsLine
	others := map[string]sistersOf{} // by sheet
	for _, v := range lines {
		last := v.at[len(v.at)-1]
		kept, err := s.ledBy(ctx, v.runs[len(v.runs)-1])
		if err != nil {
			return nil, err
		}
		sisters, known := others[kept.ID]
		if !known {
			if sisters, err = s.sisters(ctx, m.ID, kept, zone); err != nil {
				return nil, err
			}
			others[kept.ID] = sisters
		}
		name, reads, unit := named(kept, last.Seen)
		if name == "" {
			continue
		}
		h := wear.Line(v.at, unit, max(s.today(zone), last.Day), sisters.prior(v.key)) // a device may be a day ahead
		if u, ok := m.Usage(); ok {
			now := math.Max(u.At(s.Now().In(zone)), last.Usage)
			h.Now = &now
		}
		answer, err := s.weared(h)
		if err != nil {
			return nil, fmt.Errorf("%s, %s: %w", m.Name, c.Name, err)
		}
		l := YearsLine{Cable: c.ID, Called: c.Name, Setter: last.Adjuster, Name: name, Reads: reads, Unit: unit, Window: h.Window, Target: h.Target, Room: h.Room,
			Wear: answer}
		l.visits(v, h, zone)
		l.words(h, s.today(zone), usageName(&m), turnsLeft(kept, last.Adjuster, l.Turns), sisters.of(v.key))
		out = append(out, l)
	}
	return out, nil
}

// named is what a line is called by a sheet, what was read of it and in what; "" where the sheet has it no more.
func named(kept *sheet.Sheet, seen wear.Seen) (name, reads, unit string) {
	a, p := kept.Adjuster(seen.Adjuster), kept.Point(seen.Point)
	switch {
	case a != nil && seen.Point == "":
		unit = cmp.Or(spell.Notch(a), "turn") + "s"
		return a.Name, unit + " taken up", unit
	case p == nil:
		return "", "", ""
	case a != nil:
		return a.Name, p.Name, spell.Unit(p)
	}
	return p.Name, p.Name, spell.Unit(p)
}

// turnsLeft is how many steps of an adjuster are left, in words, "" where nobody knows.
func turnsLeft(kept *sheet.Sheet, adjuster string, left *float64) string {
	a := kept.Adjuster(adjuster)
	if a == nil || left == nil {
		return ""
	}
	step := a.LeastTurn()
	return spell.Counted(spell.Notch(a), math.Floor(*left/step+1e-9)*step)
}

// ledBy is the sheet a run was led by, as its school works it.
func (s *Shop) ledBy(ctx context.Context, run string) (*sheet.Sheet, error) {
	o, err := s.open(ctx, run)
	if err != nil {
		return nil, err
	}
	defer o.done()
	return o.led().Sheet, nil
}

// visits are those since a new part, and before it those that are history.
func (l *YearsLine) visits(v visited, h wear.History, zone *time.Location) {
	skipped := len(v.at) - len(h.Visits)
	for i, at := range v.at[skipped:] {
		of := h.Visits[i]
		y := YearVisit{Run: v.runs[skipped+i], On: at.Day, Day: record.DayOf(at.Day), Usage: math.Round(at.Usage), Found: at.Found, Left: at.Left,
			Turns: of.Turns}
		if h.Room != nil {
			found, left := of.Stands-of.Turns, of.Stands
			y.Stood, y.Stand = &found, &left
		}
		for _, j := range l.Wear.Jumps {
			if j.Visit == i {
				y.Jump = j.Says
			}
		}
		l.Visits = append(l.Visits, y)
	}
	if turns, ok := h.TurnsLeft(); ok {
		l.Turns = &turns
	}
}

// weared is what a history comes to, held for the next who asks.
func (s *Shop) weared(h wear.History) (wear.Answer, error) {
	if h.Now == nil {
		h.Today = h.Visits[len(h.Visits)-1].Day // the answer hangs on no later day
	}
	raw, err := json.Marshal(h)
	if err != nil {
		return wear.Answer{}, err
	}
	if a, ok := s.memory.wears.Get(string(raw)); ok {
		return a, nil
	}
	a, err := wear.Of(h)
	if err == nil {
		s.memory.wears.Add(string(raw), a)
	}
	return a, err
}

// usageName is what usage of a machine is counted in.
func usageName(m *workshop.Machine) string {
	if u, ok := m.Usage(); ok {
		return u.Name
	}
	return "days"
}

// words are how a line is told.
func (l *YearsLine) words(h wear.History, today, meter, turns string, others []sister) {
	last := h.Visits[len(h.Visits)-1]
	out := l.Wear.RunsOut
	days := func(day string) float64 { return wear.DaysBetween(today, day) }
	l.Ends = EndsNever
	switch {
	case out.Usage.High <= last.Usage:
		l.Ends = EndsNow
	case out.Day == nil:
	case out.Usage.High-last.Usage > tooWide*(out.Usage.Low-last.Usage):
		l.Ends = EndsEarly
	case days(out.Day.Low) < soonDays && days(out.Day.Median) < 2*soonDays:
		l.Ends = EndsSoon
	case days(out.Day.Median) < sightDays:
		l.Ends = EndsLater
	}
	l.Head = map[Ends]string{EndsNow: "is at its end", EndsNever: "steady", EndsEarly: "too early to say when it ends"}[l.Ends]
	switch {
	case l.Head == "" && out.Day.Median < today:
		l.Head = "may be at its end by now"
	case l.Head == "":
		l.Head = "runs out about " + monthOf(out.Day.Median)
	}
	if n := len(l.Wear.Jumps); n > 0 {
		l.Head += map[bool]string{true: "; one jump", false: fmt.Sprintf("; %d jumps", n)}[n == 1]
	}
	l.Left = []string{}
	if turns != "" {
		l.Left = append(l.Left, turns+" left")
	}
	if (l.Ends == EndsSoon || l.Ends == EndsLater) && meter != "days" {
		l.Left = append(l.Left, fmt.Sprintf("%s %s, %s to %s", thousands(out.Usage.Median-last.Usage), meter,
			thousands(out.Usage.Low-last.Usage), thousands(out.Usage.High-last.Usage)))
	}
	if l.Ends == EndsSoon || l.Ends == EndsLater {
		l.Left = append(l.Left, record.DayOf(out.Day.Low)+" to "+record.DayOf(out.Day.High))
	}
	if r := l.Wear.Rate; r.Since > 0 {
		how := "faster"
		if r.Times < 1 {
			how = "slower"
		}
		l.Left = append(l.Left, fmt.Sprintf("%s since %s: %s times", how, monthOf(h.Visits[r.Since].Day), shortly(r.Times)))
	}
	l.Says = []string{}
	switch l.Ends {
	case EndsNow:
		l.Says = append(l.Says, "It can not be set again: order the part now.")
	case EndsSoon:
		l.Says = append(l.Says, "Order the part for the next visit. What is left buys about "+thousands(out.Usage.Median-last.Usage)+" "+meter+".")
	}
	l.Short = l.short(h, turns, meter)
	l.Says = append(l.Says, sisterWords(others, l.Wear.Rate.PerUnit, meter)...)
}

// fewVisits is how many are told one by one.
const fewVisits = 3

// short is the history of a line in a sentence.
func (l *YearsLine) short(h wear.History, turns, meter string) string {
	n := len(h.Visits)
	if n < 2 {
		return ""
	}
	var took []string
	for _, v := range h.Visits[max(0, n-fewVisits):] {
		took = append(took, quantity.Turns(math.Abs(v.Turns)))
	}
	if h.Room == nil {
		took = took[:0]
		for _, v := range h.Visits[max(0, n-fewVisits):] {
			took = append(took, shortly(v.Found))
		}
	}
	says := fmt.Sprintf("At the last %d visits %s and %s", len(took), strings.Join(took[:len(took)-1], ", "), took[len(took)-1])
	if turns == "" {
		return says + " " + l.Unit + " were found."
	}
	says += " were taken up; " + turns + " left"
	if l.Ends == EndsSoon || l.Ends == EndsLater {
		says += fmt.Sprintf(", about %s %s", thousands(l.Wear.RunsOut.Usage.Median-h.Visits[n-1].Usage), meter)
	}
	return says + "."
}

// monthOf is the month of a day, as one says it.
func monthOf(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.Format("January 2006")
}

func shortly(v float64) string { return strings.TrimSuffix(fmt.Sprintf("%.1f", v), ".0") }

// thousands is a usage as one says it: two figures, in groups.
func thousands(v float64) string {
	if v <= 0 {
		return "0"
	}
	scale := math.Pow(10, math.Floor(math.Log10(v))-1)
	return grouped(math.Round(v/scale) * scale)
}

// grouped is a whole number in groups of three.
func grouped(v float64) string {
	text := fmt.Sprintf("%.0f", v)
	for i := len(text) - 3; i > 0; i -= 3 {
		text = text[:i] + "," + text[i:]
	}
	return text
}

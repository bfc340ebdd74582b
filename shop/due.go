package shop

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/closed"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
)

// DueKind is why something comes due.
type DueKind string

// Why.
const (
	DueBedding  DueKind = "bedding"     // the first look after a new part
	DueAgain    DueKind = "again"       // by days or usage, whichever comes first
	DueWear     DueKind = "wear"        // a line is at its end
	DueFault    DueKind = "fault"       // deferred until a day
	DueGauge    DueKind = "calibration" // of a gauge
	DueAssumed  DueKind = "assumed"     // figures that nobody confirmed
	DueBulletin DueKind = "bulletin"

	DueLubrication DueKind = "lubrication"
)

// Words lists them.
func (DueKind) Words() []string {
	return closed.Words(DueBedding, DueAgain, DueWear, DueFault, DueGauge, DueAssumed, DueBulletin, DueLubrication)
}

// Due is something that comes due. Low and High are where the day is told from usage or wear: an interval of 90 %.
type Due struct {
	ID      string   `json:"id"`
	Kind    DueKind  `json:"kind"`
	Machine string   `json:"machine,omitempty"`
	Name    string   `json:"name,omitempty"`  // of the machine
	Cable   string   `json:"cable,omitempty"` // its id
	On      string   `json:"on"`              // a day, 2006-01-02; "" at the next visit
	Day     string   `json:"day"`             // the same as it is read
	Low     string   `json:"low,omitempty"`
	High    string   `json:"high,omitempty"`
	Between string   `json:"between,omitempty"` // the two as they are read
	Says    string   `json:"says"`              // with the machine
	What    string   `json:"what"`              // without it
	Overdue bool     `json:"overdue"`
	Bring   []string `json:"bring,omitempty"`
	Own     string   `json:"own,omitempty"` // by which rule of the workshop, and why where it is later than the sheet's
}

// DueList is what comes due, and the visits that would do it.
type DueList struct {
	Today  string  `json:"today"`
	Due    []Due   `json:"due"`
	Visits []Visit `json:"visits"`
}

// Visit is what one machine coming in once would do. Planned tells that its day was agreed on.
type Visit struct {
	Machine string   `json:"machine"`
	Name    string   `json:"name"`
	On      string   `json:"on"`
	Day     string   `json:"day"`
	Planned bool     `json:"planned"`
	By      string   `json:"by,omitempty"`
	Due     []string `json:"due"` // ids
	What    []string `json:"what"`
	Bring   []string `json:"bring"`
	Says    string   `json:"says"`
	With    []string `json:"with"` // names of machines that are due within the week of it
}

// How days are counted.
const (
	beddingDays = 30  // a new cable has bedded in after a month's work
	togetherFor = 75  // what comes due so many days behind the first is done with it
	weekDays    = 7   // machines that come so near each other are called in together
	dueAhead    = 730 // what lies farther off is no news
)

// made is a due thing of a machine's cable.
func made(kind DueKind, m *workshop.Machine, c *workshop.Cable, what string) Due {
	d := Due{Kind: kind, What: what, Says: what}
	if m != nil {
		d.Machine, d.Name, d.Says = m.ID, m.Name, m.Name+": "+what
	}
	if c != nil {
		d.Cable, d.What, d.Says = c.ID, c.Name+", "+what, m.Name+": "+c.Name+", "+what
	}
	d.ID = strings.Join([]string{string(kind), d.Machine, d.Cable, what}, "|")
	return d
}

// on sets its day.
func (d Due) on(day, today string) Due {
	d.On, d.Day, d.Overdue = day, record.DayOf(day), day < today
	return d
}

// within sets the interval its day was told with.
func (d Due) within(low, high string) Due {
	d.Low, d.High, d.Between = low, high, record.DayOf(low)+" to "+record.DayOf(high)
	return d
}

// again is what comes due of a cable after a signed run: a look again, lubrication, the first look once a new part has bedded
// in, figures to be confirmed. u is how the machine is used, nil where no meter tells.
func again(
	m *workshop.Machine, c *workshop.Cable, u *workshop.Usage, l postgres.RunLine, signed time.Time, rules []postgres.Rule, today string,
) (out []Due) {
	a := l.Standing.Again
	if a == nil {
		return nil
	}
	look := over(Every{float64(a.Days), a.Km, a.Hours}, rules, DueAgain)
	if d, ok := look.due(made(DueAgain, m, c, "look again"), u, signed, today); ok {
		d.Bring = a.Bring
		out = append(out, d)
	}
	if d, ok := lubrication(m, c, u, l, signed, rules, today); ok {
		out = append(out, d)
	}
	if a.Renewed {
		d := made(DueBedding, m, c, "first look after bedding in").on(signed.AddDate(0, 0, beddingDays).Format(time.DateOnly), today)
		d.Bring = a.Bring
		out = append(out, d)
	}
	if a.Assumed > 0 {
		d := made(DueAssumed, m, c, fmt.Sprintf("%d assumed %s to be confirmed by its manual", a.Assumed,
			map[bool]string{true: "figure", false: "figures"}[a.Assumed == 1]))
		d.Bring = a.Bring
		out = append(out, d)
	}
	return out
}

// lubrication is when a cable is lubricated again: from when it was logged last, or from a new part on. Where neither is on
// record, nobody knows when it was, and it waits for the next visit.
func lubrication(
	m *workshop.Machine, c *workshop.Cable, u *workshop.Usage, l postgres.RunLine, signed time.Time, rules []postgres.Rule, today string,
) (d Due, ok bool) {
	var by Every
	with := "what its maker names"
	if of := l.Standing.Again.Lubricate; of != nil {
		by, with = everyOf(of.Recheck), of.With
	}
	holds := over(by, rules, DueLubrication)
	if holds.Every == (Every{}) {
		return d, false
	}
	d = made(DueLubrication, m, c, "lubricate: "+with)
	d.Bring = []string{with}
	day := ""
	if l.Standing.Again.Renewed {
		day = signed.Format(time.DateOnly)
	}
	for _, one := range m.Lubrications {
		if one.Cable == c.ID {
			day = max(day, one.On)
		}
	}
	from, err := time.ParseInLocation(time.DateOnly, day, signed.Location())
	if err != nil {
		return d.by(holds.says), true
	}
	return holds.due(d, u, from, today)
}

// holding is what holds of a sheet and a rule; says is what there is to say of the rule.
type holding struct {
	Every
	says  string
	later bool // it lets more pass than the sheet
}

// due dates something that comes due again after a day: by days or by usage, whichever comes first.
func (e holding) due(d Due, u *workshop.Usage, from time.Time, today string) (Due, bool) {
	if e.Days > 0 {
		d = d.on(from.AddDate(0, 0, int(e.Days)).Format(time.DateOnly), today)
	}
	if u != nil {
		more := allowance(u.Name, e.Km, e.Hours)
		day, rises := u.Reaches(u.At(from) + more)
		if more > 0 && rises && (d.On == "" || day.Format(time.DateOnly) < d.On) {
			away, spread := day.Sub(from).Hours()/24, 1.645*u.Unsteady()
			at := func(days float64) string { return from.AddDate(0, 0, int(days)).Format(time.DateOnly) }
			d = d.add(fmt.Sprintf(", at %s %s", grouped(u.At(from)+more), u.Name)).on(day.Format(time.DateOnly), today).
				within(at(away/(1+spread)), at(away*(1+spread)))
		}
	}
	return d.by(e.says), d.On != ""
}

// add says more of it.
func (d Due) add(more string) Due {
	d.What, d.Says = d.What+more, d.Says+more
	return d
}

// by tells the rule of the workshop that it comes by, where it does.
func (d Due) by(rule string) Due {
	if d.Own = rule; rule != "" {
		d = d.add(" (" + rule + ")")
	}
	return d
}

// allowance is how much more usage a sheet allows by a meter of a name, 0 where it counts otherwise.
func allowance(meter string, km, hours float64) float64 {
	switch name := strings.ToLower(meter); {
	case strings.Contains(name, "km"):
		return km
	case strings.Contains(name, "hour"), name == "h":
		return hours
	}
	return 0
}

// dueOf is what comes due of the machines and gauges of a floor, the nearest first.
func (s *Shop) dueOf(ctx context.Context, floor *held, newest map[[2]string]postgres.RunLine, zone *time.Location) ([]Due, error) {
	today := s.today(zone)
	far := daysOn(today, dueAhead)
	foreseen, err := s.foreseen(ctx, floor, newest, zone)
	if err != nil {
		return nil, err
	}
	rules, err := s.Store.Rules(ctx)
	if err != nil {
		return nil, err
	}
	out := []Due{}
	for i := range floor.Machines {
		m := &floor.Machines[i]
		for k := range m.Cables {
			c := &m.Cables[k]
			if l, ok := newest[[2]string{m.ID, c.ID}]; ok && l.Standing.Signed {
				out = append(out, again(m, c, floor.used[m.ID], l, l.Standing.Touched.In(zone), rules[l.Sheet], today)...)
			}
		}
		for _, d := range m.Defects {
			if d.Closed == "" && d.Until != "" {
				out = append(out, made(DueFault, m, nil, "deferred: "+d.Says).on(d.Until, today))
			}
		}
		for _, b := range m.Bulletins {
			if b.Done == "" {
				out = append(out, made(DueBulletin, m, nil, "bulletin: "+b.Says))
			}
		}
		for _, f := range foreseen[m.ID] {
			c := m.Cable(f.Cable)
			if c == nil || f.On > far {
				continue
			}
			d := made(DueWear, m, c, f.Name+" at its end").on(f.On, today)
			if f.Low != "" {
				d = d.within(f.Low, f.High)
			}
			d.Bring = f.Bring
			d.Overdue = f.High != "" && f.High < today
			out = append(out, d)
		}
	}
	for _, g := range floor.Gauges {
		if g.Due != "" {
			out = append(out, made(DueGauge, nil, nil, g.Name+": calibration").on(g.Due, today))
		}
	}
	slices.SortStableFunc(out, func(x, y Due) int {
		if (x.On == "") != (y.On == "") { // what has no day is last
			return strings.Compare(y.On, x.On)
		}
		return strings.Compare(x.On, y.On)
	})
	return out, nil
}

func daysOn(day string, n int) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.AddDate(0, 0, n).Format(time.DateOnly)
}

// Due gathers what comes due, and the visits that would do it.
func (s *Shop) Due(ctx context.Context) (DueList, error) {
	return unwritten(ctx, s, "due", func() (DueList, error) { return s.dueNow(ctx) })
}

func (s *Shop) dueNow(ctx context.Context) (DueList, error) {
	floor, err := s.floor(ctx)
	if err != nil {
		return DueList{}, err
	}
	lines, err := s.Store.NewestStandings(ctx)
	if err != nil {
		return DueList{}, err
	}
	newest := map[[2]string]postgres.RunLine{}
	for _, l := range lines {
		newest[[2]string{l.Machine, l.Cable}] = l
	}
	zone := zoneOf(floor.Zone)
	out := DueList{Today: s.today(zone)}
	if out.Due, err = s.dueOf(ctx, &floor, newest, zone); err != nil {
		return DueList{}, err
	}
	plans, err := s.Store.Plans(ctx)
	if err != nil {
		return DueList{}, err
	}
	out.Visits = visits(floor.Machines, out.Due, plans, out.Today)
	return out, nil
}

// visits groups what is due of each machine around the first of it: what comes due within togetherFor of it, and what waits for
// the next visit. A planned day takes all that is due until then, and so long behind it.
func visits(machines []workshop.Machine, due []Due, plans []postgres.Plan, today string) []Visit {
	out := []Visit{}
	by := map[string][]Due{}
	for _, d := range due {
		by[d.Machine] = append(by[d.Machine], d)
	}
	for _, m := range machines {
		v := Visit{Machine: m.ID, Name: m.Name, Due: []string{}, What: []string{}, Bring: []string{}, With: []string{}}
		for _, p := range plans {
			if p.Machine == m.ID && p.Day >= today {
				v.On, v.Planned, v.By = p.Day, true, p.By
			}
		}
		for _, d := range by[m.ID] {
			if d.On != "" && v.On == "" {
				v.On = max(d.On, today)
			}
		}
		if v.On == "" {
			continue
		}
		until := daysOn(v.On, togetherFor) // days are compared as they are written
		for _, d := range by[m.ID] {
			if d.On > until {
				continue
			}
			v.Due, v.What = append(v.Due, d.ID), append(v.What, d.What)
			for _, b := range d.Bring {
				if !slices.Contains(v.Bring, b) {
					v.Bring = append(v.Bring, b)
				}
			}
		}
		v.Day = record.DayOf(v.On)
		v.Says = fmt.Sprintf("One visit, %s, does %s.", v.Day, counted(len(v.Due)))
		out = append(out, v)
	}
	slices.SortStableFunc(out, func(x, y Visit) int { return strings.Compare(x.On, y.On) })
	for i := range out {
		last := daysOn(out[i].On, weekDays)
		for k := i + 1; k < len(out) && out[k].On <= last; k++ {
			out[i].With, out[k].With = append(out[i].With, out[k].Name), append(out[k].With, out[i].Name)
		}
	}
	return out
}

func counted(n int) string {
	switch n {
	case 1:
		return "it"
	case 2:
		return "both"
	}
	return fmt.Sprintf("%d of them", n)
}

// Plan agrees on the day on which a machine comes in; without a day it is taken back. The error is a *fault.Fault.
func (s *Shop) Plan(ctx context.Context, machine, day, by string) (DueList, error) {
	if _, err := s.Store.Machine(ctx, machine); err != nil {
		return DueList{}, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return DueList{}, err
	}
	if day = strings.TrimSpace(day); day != "" {
		today := s.today(zone)
		if _, err := time.Parse(time.DateOnly, day); err != nil {
			return DueList{}, fault.At("day", "write a day as 2026-12-08")
		}
		if day < today {
			return DueList{}, fault.At("day", "%s is past: write today, %s, or a day behind it", record.DayOf(day), today)
		}
		if day > daysOn(today, 20*366) {
			return DueList{}, fault.At("day", "nobody plans so far ahead: write a day within twenty years")
		}
	}
	if err := s.Store.Plan(ctx, postgres.Plan{Machine: machine, Day: day, By: by}); err != nil {
		return DueList{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.Due(ctx)
}

package shop

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/google/uuid"

	"brankel/rigging/bench"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// BenchView is the bench: its sentences, those found first, and what lies about.
type BenchView struct {
	Sentences []bench.Sentence `json:"sentences"`
	Found     []string         `json:"found"` // names, the likeliest first
	// Cautions are what is made safe before a run is made of a sentence, by kind of machine.
	Cautions map[sheet.Craft]string `json:"cautions"`
	Thin     []workshop.Thin        `json:"thin"`
	Tables   []workshop.Table       `json:"tables"`
}

// Bench gives every sentence, and the names of those that answer want.
func (s *Shop) Bench(ctx context.Context, want string) (BenchView, error) {
	v := BenchView{Sentences: bench.All(), Found: bench.Search(want), Cautions: map[sheet.Craft]string{}}
	for _, craft := range sheet.Crafts {
		v.Cautions[craft] = bench.Caution(craft)
	}
	var err error
	if v.Thin, err = s.Store.ThinThings(ctx); err != nil {
		return v, err
	}
	if v.Tables, err = s.Store.Tables(ctx); err != nil {
		return v, err
	}
	gauges, err := s.Store.Gauges(ctx)
	for _, g := range gauges {
		for _, r := range g.Risers {
			v.Tables = append(v.Tables, workshop.Table{Name: g.Name + ", " + r.Name, Text: r.Table, Gauge: true})
		}
	}
	return v, err
}

// KeepThin keeps a flat thing as a feeler, its thickness as a mechanic writes it.
func (s *Shop) KeepThin(ctx context.Context, name, thickness string) error {
	name, err := checkName(name)
	if err != nil {
		return err
	}
	q, err := quantity.Parse(thickness, "mm", quantity.Length)
	switch {
	case err != nil:
		return fault.At("thickness", err.Error())
	case q.Value <= 0 || q.Value > 20:
		return fault.At("thickness", "a feeler is above 0 and up to 20 mm thick: measure it again")
	}
	return s.Store.SaveThin(ctx, workshop.Thin{Name: name, Thickness: q.Value})
}

// KeepTable keeps a table once it can be read.
func (s *Shop) KeepTable(ctx context.Context, name, text string) error {
	name, err := checkName(name)
	if err != nil {
		return err
	}
	table, err := bench.ParseTable(text)
	if err != nil {
		return fault.At("text", err.Error())
	}
	var lines []string
	for _, row := range table {
		lines = append(lines, fmt.Sprintf("%s; %s", quantity.Number(row[0], 6), quantity.Number(row[1], 6)))
	}
	return s.Store.SaveTable(ctx, workshop.Table{Name: name, Text: strings.Join(lines, "\n")})
}

// GaugeIn is a gauge as it was typed: resolution and doubt may come as texts.
type GaugeIn struct {
	record.Gauge
	Shows string `json:"shows,omitempty"` // the smallest step, instead of resolution
	Tells string `json:"tells,omitempty"` // instead of doubt
}

// GaugeCard is a gauge as it is read.
type GaugeCard struct {
	record.Gauge
	Overdue bool   `json:"overdue"`
	Until   string `json:"until"` // the day its calibration runs out as it is read, "" for none
}

// Gauges are the gauges of the workshop with how they stand today.
func (s *Shop) Gauges(ctx context.Context) ([]GaugeCard, error) {
	out := []GaugeCard{}
	zone, err := s.zone(ctx)
	if err != nil {
		return out, err
	}
	all, err := s.Store.Gauges(ctx)
	for _, g := range all {
		out = append(out, GaugeCard{g, g.Overdue(s.today(zone)), record.DayOf(g.Due)})
	}
	return out, err
}

// typed reads the texts of a gauge into its figures.
func (in GaugeIn) typed(kind quantity.Kind) (record.Gauge, error) {
	g := in.Gauge
	for _, one := range []struct {
		text, field string
		to          *float64
	}{{in.Shows, "shows", &g.Resolution}, {in.Tells, "tells", &g.Doubt}} {
		if one.text == "" {
			continue
		}
		q, err := quantity.Parse(one.text, kind.Unit(), kind)
		if err != nil {
			return g, fault.At(one.field, "%s", err)
		}
		*one.to = q.Value
	}
	return g, nil
}

// KeepGauge keeps a gauge with its resolution, its doubt and the day its
// calibration runs out; the tables of a tension gauge's risers are checked.
func (s *Shop) KeepGauge(ctx context.Context, in GaugeIn) error {
	kind, ok := in.Kind.Measures()
	if !ok { // first, as it says what the figures are in
		return fault.At("kind", "choose one of %s", strings.Join(in.Kind.Words(), ", "))
	}
	g, err := in.typed(kind)
	if err != nil {
		return err
	}
	if g.Name, err = checkName(g.Name); err != nil {
		return err
	}
	switch {
	case g.Resolution <= 0:
		return fault.At("resolution", "write the smallest step it shows, above zero")
	case g.Resolution > kind.Most()/10:
		return fault.At("resolution", "this is coarser than anything it could measure here: look at the unit, which is %s", kind.Unit())
	case g.Doubt > kind.Most():
		return fault.At("doubt", "this is more than anything it could measure here: look at the unit, which is %s", kind.Unit())
	case len(g.Risers) > mostRisers:
		return fault.At("risers", "a gauge has %d risers at the most", mostRisers)
	case g.Doubt < g.Resolution/2:
		return fault.At("doubt", "the doubt is half its smallest step at least: "+quantity.Number(g.Resolution/2, 4))
	}
	g.Quantity = kind
	if g.Due != "" {
		if err := workshop.CheckDay(g.Due, "due", s.Now().AddDate(20, 0, 0)); err != nil {
			return err
		}
	}
	for i, r := range g.Risers {
		if _, err := checkName(r.Name); err != nil {
			return fault.At(fmt.Sprintf("risers[%d].name", i), "write what stands on the riser")
		}
		if _, err := bench.ParseTable(r.Table); err != nil {
			return fault.At(fmt.Sprintf("risers[%d].table", i), err.Error())
		}
	}
	all, err := s.Store.Gauges(ctx)
	if err != nil {
		return err
	}
	for _, other := range all {
		if strings.EqualFold(other.Name, g.Name) && other.ID != g.ID {
			return fault.At("name", other.Name+" is there already: number the gauges")
		}
	}
	switch {
	case g.ID == "":
		g.ID = uuid.NewString()
	case !slices.ContainsFunc(all, func(o record.Gauge) bool { return o.ID == g.ID }):
		return fault.At("id", "there is no such gauge: leave the id out to keep a new one")
	}
	return s.Store.SaveGauge(ctx, g)
}

const (
	longestName = 60
	mostRisers  = 12
)

func checkName(name string) (string, error) {
	name = strings.Join(strings.Fields(name), " ")
	if writable(name, longestName) != nil || strings.Contains(name, "/") {
		return "", fault.At("name",
			"write a name of 1 to %d letters without /, as it is called at the bench, each of them to be seen", longestName)
	}
	return name, nil
}

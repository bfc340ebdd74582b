package shop

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"strings"
	"time"

	"brankel/paper"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// LogAsk is the sentence of the log: runs of a cable, signed between two days, by somebody, on a machine, for a cause, where an
// adjuster was moved more than so many turns. What is empty asks for any.
type LogAsk struct {
	Machine string `json:"machine,omitempty"`
	Cable   string `json:"cable,omitempty"`
	Person  string `json:"person,omitempty"`
	Cause   string `json:"cause,omitempty"`
	From    string `json:"from,omitempty"` // a day, 2006-01-02
	To      string `json:"to,omitempty"`   // and all of it
	Moved   string `json:"moved,omitempty"`
	Signed  bool   `json:"signed,omitempty"`
}

// Log is what was done.
type Log struct {
	Lines []LogLine `json:"lines"`
	Count int       `json:"count"`
	Most  int       `json:"most"`
	Says  string    `json:"says"`
}

// LogLine is one run of it.
type LogLine struct {
	Run     string    `json:"run"`
	Machine string    `json:"machine"`
	Cable   string    `json:"cable"`
	On      string    `json:"on"`   // when the last thing was done, RFC 3339 in UTC
	Day     string    `json:"day"`  // the same day here, as it is read
	Sign    tell.Sign `json:"sign"` // as on the floor
	Says    string    `json:"says"`
	By      string    `json:"by,omitempty"` // who signed it
	Cause   string    `json:"cause,omitempty"`
	Moved   string    `json:"moved,omitempty"` // the most an adjuster was moved
	Askew   string    `json:"askew,omitempty"` // what was left out or done by request, and why
}

// How many lines a page has, and a file.
const (
	logPage = 200
	logFile = 50_000
)

func (s *Shop) asked(ctx context.Context, a LogAsk, most int) (q postgres.LogAsk, zone *time.Location, err error) {
	if zone, err = s.zone(ctx); err != nil {
		return q, nil, err
	}
	q = postgres.LogAsk{Machine: strings.TrimSpace(a.Machine), Cable: strings.TrimSpace(a.Cable), Person: strings.TrimSpace(a.Person),
		Cause: strings.TrimSpace(a.Cause), Signed: a.Signed, Most: most}
	day := func(text, field string) (t time.Time, err error) {
		if text = strings.TrimSpace(text); text == "" {
			return t, nil
		}
		if t, err = time.ParseInLocation(time.DateOnly, text, zone); err != nil {
			return t, fault.At(field, "write a day as 2026-03-14")
		}
		return t, nil
	}
	if q.From, err = day(a.From, "from"); err != nil {
		return q, zone, err
	}
	until, err := day(a.To, "to")
	if err != nil {
		return q, zone, err
	}
	if !until.IsZero() {
		q.Until = until.AddDate(0, 0, 1) // days are the workshop's, over a change of clocks too
		if until.Before(q.From) {
			return q, zone, fault.At("to", "it lies before the day from which on: write the later day here")
		}
	}
	if text := strings.TrimSpace(a.Moved); text != "" {
		n, err := quantity.Parse(text, "count", quantity.Count)
		if err != nil || n.Value < 0 {
			return q, zone, fault.At("moved", "write a number of turns: 3 or 2½")
		}
		q.Moved = n.Value
	}
	return q, zone, nil
}

// WhatWasDone gathers it. The error is a *fault.Fault where the sentence can not be.
func (s *Shop) WhatWasDone(ctx context.Context, a LogAsk) (Log, error) { return s.log(ctx, a, logPage) }

func (s *Shop) log(ctx context.Context, a LogAsk, most int) (Log, error) {
	q, zone, err := s.asked(ctx, a, most)
	if err != nil {
		return Log{}, err
	}
	lines, count, err := s.Store.Log(ctx, q)
	if err != nil {
		return Log{}, err
	}
	out := Log{Lines: []LogLine{}, Count: int(count), Most: most}
	for _, l := range lines {
		one := LogLine{Run: l.ID, Machine: l.Name, Cable: offCard(l.Called).Name, On: l.Touched.UTC().Format(time.RFC3339), Day: l.Touched.In(zone).Format(record.Day),
			Sign: tell.Sign(l.Sign), Says: l.Says, By: l.Signer, Cause: l.Cause, Askew: l.Askew}
		if one.Machine == "" {
			one.Machine = benchMachine.Name
		}
		if l.Moved > 0 {
			one.Moved = quantity.Turns(math.Round(l.Moved*8) / 8)
		}
		out.Lines = append(out.Lines, one)
	}
	out.Says = fmt.Sprintf("%s runs", grouped(float64(count)))
	if count == 1 {
		out.Says = "one run"
	}
	if int(count) > most {
		out.Says += fmt.Sprintf(", the newest %d of them here; a file has all", most)
	}
	return out, nil
}

// LogCSV writes it as a table, times in UTC.
func (s *Shop) LogCSV(ctx context.Context, a LogAsk, w io.Writer) error {
	l, err := s.log(ctx, a, logFile)
	if err != nil {
		return err
	}
	var rows [][]string
	for _, x := range l.Lines {
		rows = append(rows, []string{x.Run, x.On, x.Machine, x.Cable, string(x.Sign), x.Says, x.By, x.Cause, x.Moved, x.Askew})
	}
	return paper.Table([]string{"run", "last done (UTC)", "machine", "cable", "stands", "says", "signed by", "cause", "moved most",
		"left out or by request"}, rows, w)
}

// LogJSON writes it as JSON, times in UTC.
func (s *Shop) LogJSON(ctx context.Context, a LogAsk, w io.Writer) error {
	l, err := s.log(ctx, a, logFile)
	if err != nil {
		return err
	}
	e := json.NewEncoder(w)
	e.SetIndent("", " ")
	return e.Encode(l.Lines)
}

// Week is what is open, what waits for whom, and what was done in the last seven days.
type Week struct {
	Open   []LogLine `json:"open"`
	Signed []LogLine `json:"signed"`
	Askew  []LogLine `json:"askew"` // left out or done by request
	Since  string    `json:"since"` // as it is read
}

// Week gathers it.
func (s *Shop) Week(ctx context.Context) (Week, error) {
	return unwritten(ctx, s, "week", func() (Week, error) { return s.weekNow(ctx) })
}

func (s *Shop) weekNow(ctx context.Context) (Week, error) {
	zone, err := s.zone(ctx)
	if err != nil {
		return Week{}, err
	}
	from := s.Now().In(zone).AddDate(0, 0, -6)
	out := Week{Open: []LogLine{}, Signed: []LogLine{}, Askew: []LogLine{}, Since: from.Format(record.Day)}
	done, err := s.log(ctx, LogAsk{From: from.Format(time.DateOnly)}, logPage)
	if err != nil {
		return out, err
	}
	for _, l := range done.Lines {
		if l.Sign == tell.SignSigned {
			out.Signed = append(out.Signed, l)
		}
		if l.Askew != "" {
			out.Askew = append(out.Askew, l)
		}
	}
	open, err := s.Store.NewestStandings(ctx)
	if err != nil {
		return out, err
	}
	floor, err := s.floor(ctx)
	if err != nil {
		return out, err
	}
	names := map[string]int{}
	for i, m := range floor.Machines {
		names[m.ID] = i
	}
	for _, r := range open {
		i, there := names[r.Machine]
		if r.Standing.Sign == tell.SignSigned || !there {
			continue
		}
		m := floor.Machines[i]
		l := LogLine{Run: r.ID, Machine: m.Name, Sign: r.Standing.Sign, Says: r.Standing.Says, By: r.Standing.By,
			On: r.Standing.Touched.UTC().Format(time.RFC3339), Day: r.Standing.Touched.In(zone).Format(record.Day), Askew: r.Standing.Left}
		if c := m.Cable(r.Cable); c != nil {
			l.Cable = c.Name
		}
		out.Open = append(out.Open, l)
	}
	return out, nil
}

package shop

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"time"

	"brankel/postgres"
	"brankel/rigging/workshop"
)

// foreseen is what wear says of a machine: the lines that end within sight.
type foreseen struct {
	Cable string   `json:"cable"`
	Name  string   `json:"name"`
	On    string   `json:"on"`
	Low   string   `json:"low,omitempty"`
	High  string   `json:"high,omitempty"`
	Bring []string `json:"bring,omitempty"`
}

// mostAtOnce is how many machines are worked out while somebody waits; the rest are as they were foreseen last, until the next
// who asks.
const mostAtOnce = 25

// foreseen is what wear says of every machine. It is kept beside the machines and worked out anew where a run was signed, a
// meter read or a card changed since.
func (s *Shop) foreseen(ctx context.Context, floor *workshop.Workshop, newest map[[2]string]postgres.RunLine, zone *time.Location) (map[string][]foreseen, error) {
	kept, err := s.Store.Foreseen(ctx)
	if err != nil {
		return nil, err
	}
	was := map[string]postgres.Foreseen{}
	for _, f := range kept {
		was[f.Machine] = f
	}
	out := map[string][]foreseen{}
	worked := 0
	for i := range floor.Machines {
		m := &floor.Machines[i]
		of := asOf(m, newest, zone)
		f := was[m.ID]
		if f.Of != of && worked < mostAtOnce {
			worked++
			if f, err = s.foresee(ctx, m.ID, of); err != nil {
				return nil, err
			}
		}
		var list []foreseen
		_ = json.Unmarshal([]byte(f.Body), &list) // its own writing, or nothing yet
		out[m.ID] = list
	}
	return out, nil
}

// asOf names what a foresight rests on: the card with its meters, the newest run of each cable, the zone of the days.
func asOf(m *workshop.Machine, newest map[[2]string]postgres.RunLine, zone *time.Location) string {
	h := sha256.New()
	card, _ := json.Marshal(m.Meters) // plain data
	fmt.Fprintf(h, "%s %s", card, zone)
	for _, c := range m.Cables {
		l := newest[[2]string{m.ID, c.ID}]
		fmt.Fprintf(h, "|%s %s %v %d", c.ID, l.ID, l.Standing.Signed, l.Standing.Touched.UnixNano())
	}
	return hex.EncodeToString(h.Sum(nil))
}

func (s *Shop) foresee(ctx context.Context, machine, of string) (postgres.Foreseen, error) {
	f := postgres.Foreseen{Machine: machine, Of: of, Body: "[]"}
	y, err := s.Years(ctx, machine)
	if err != nil {
		return f, err
	}
	list := []foreseen{}
	for _, l := range y.Lines {
		one := foreseen{Cable: l.Cable, Name: l.Name}
		switch day := l.Wear.RunsOut.Day; {
		case l.Ends == EndsNow:
			one.On = l.Visits[len(l.Visits)-1].On
		case day != nil && (l.Ends == EndsSoon || l.Ends == EndsLater):
			one.On, one.Low, one.High = day.Median, day.Low, day.High
		default:
			continue
		}
		if l.Ends == EndsNow || l.Ends == EndsSoon {
			one.Bring = []string{"the new part for the " + l.Called}
		}
		list = append(list, one)
	}
	raw, err := json.Marshal(list)
	if err != nil {
		return f, err
	}
	f.Body = string(raw)
	return f, s.Store.Foresee(ctx, f)
}

package shop

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
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

// mostAtOnce is how many machines are worked out while somebody waits. More of them – after a large import – are worked out
// behind whoever asks, who is told the floor again when it is done.
const mostAtOnce = 25

// foreseen is what wear says of every machine. It is kept beside the machines and worked out anew where a run was signed, a
// meter read or a card changed since.
func (s *Shop) foreseen(
	ctx context.Context, floor *held, newest map[[2]string]postgres.RunLine, zone *time.Location,
) (map[string][]foreseen, error) {
	kept, err := s.Store.Foreseen(ctx)
	if err != nil {
		return nil, err
	}
	was := map[string]postgres.Foreseen{}
	for _, f := range kept {
		was[f.Machine] = f
	}
	var stale []postgres.Foreseen
	for i := range floor.Machines {
		m := &floor.Machines[i]
		if of := asOf(m, newest, zone); was[m.ID].Of != of {
			stale = append(stale, postgres.Foreseen{Machine: m.ID, Of: of})
		}
	}
	if len(stale) > mostAtOnce {
		if s.memory.foreseeing.CompareAndSwap(false, true) {
			go s.foreseeAll(context.WithoutCancel(ctx), stale)
		}
		stale = nil
	}
	for _, f := range stale {
		f, err := s.foresee(ctx, f.Machine, f.Of)
		if err != nil {
			return nil, err
		}
		was[f.Machine] = f
	}
	out := map[string][]foreseen{}
	for id, f := range was {
		list, known := s.memory.ends.Get(f.Body)
		if !known {
			_ = json.Unmarshal([]byte(f.Body), &list) // its own writing
			s.memory.ends.Add(f.Body, list)
		}
		out[id] = list
	}
	return out, nil
}

// foreseeAll works out many, one after the other; what can not be worked out is tried again by the next who asks.
func (s *Shop) foreseeAll(ctx context.Context, stale []postgres.Foreseen) {
	defer s.memory.foreseeing.Store(false)
	for _, f := range stale {
		if _, err := s.foresee(ctx, f.Machine, f.Of); err != nil {
			return // the database went away, or was closed
		}
	}
	s.memory.hub.tellAll(Floor)
}

// asOf names what a foresight rests on: the card with its meters, the newest run of each cable, the zone of the days.
func asOf(m *workshop.Machine, newest map[[2]string]postgres.RunLine, zone *time.Location) string {
	h := sha256.New()
	fmt.Fprintf(h, "%d %s", m.Version, zone)
	for _, meter := range m.Meters { // whatever is corrected is one reading more
		fmt.Fprintf(h, "|%s %d", meter.Name, len(meter.Readings))
	}
	for _, c := range m.Cables {
		l := newest[[2]string{m.ID, c.ID}]
		fmt.Fprintf(h, "|%s %s %v %d", c.ID, l.ID, l.Standing.Signed, l.Standing.Touched.UnixNano())
	}
	return hex.EncodeToString(h.Sum(nil))
}

func (s *Shop) foresee(ctx context.Context, machine, of string) (postgres.Foreseen, error) {
	f := postgres.Foreseen{Machine: machine, Of: of, Body: "[]"}
	y, err := s.Years(ctx, machine)
	var wrong *fault.Fault
	if errors.As(err, &wrong) {
		return f, s.Store.Foresee(ctx, f) // its page says what is wrong; the floor is shown all the same
	}
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

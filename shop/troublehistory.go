package shop

import (
	"context"
	"errors"
	"slices"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/workshop"
)

// knownOf is what a run knows, and what its machine's history says.
func (s *Shop) knownOf(ctx context.Context, id string, t *troubled) error {
	o, err := s.open(ctx, id)
	if err != nil {
		return err
	}
	q := &t.begin.Known
	if o.state.Pinned == t.sheet {
		q.Answers, q.Said = t.finder.Given(o.led().Shows())
	}
	if o.state.Complaint != nil {
		said, when := t.finder.Heard(o.state.Complaint.Words)
		for _, id := range said {
			if !slices.Contains(q.Said, id) {
				q.Said = append(q.Said, id)
			}
		}
		q.When = when
	}
	renewed, out := o.state.Renewed, o.led().NearlyOut()
	machine, cable := o.machine.ID, o.cable.ID
	o.done() // before other runs are opened: no two are held at once
	q.History, err = s.historyOf(ctx, machine, cable, id)
	if renewed {
		q.History["swapped-lately"] = true
	}
	if out {
		q.History["adjuster-nearly-out"] = true
	}
	return err
}

// recently is how long ago something still bears on what is wrong, in days.
const recently = 60

// historyOf is what a machine's card and its runs say beforehand of a cable; id is the run at hand, ""
// for none.
func (s *Shop) historyOf(ctx context.Context, machine, cable, id string) (map[string]bool, error) {
	h := map[string]bool{}
	m, err := s.Store.Machine(ctx, machine)
	if err != nil {
		return h, err
	}
	shoes := slices.ContainsFunc(m.Cables, func(c workshop.Cable) bool {
		return c.ID == cable && (c.Family == "parking-brake" || c.Family == "trailer-overrun")
	})
	for _, fault := range m.Open() {
		h["open-fault"] = true
		if shoes && slices.Contains(strings.FieldsFunc(strings.ToLower(fault), notALetter), "oil") {
			h["oil-on-shoes"] = true
		}
	}
	since := s.Now().AddDate(0, 0, -recently)
	for _, one := range m.Swaps {
		if one.On >= since.Format(time.DateOnly) {
			h["swapped-lately"] = true
		}
	}
	runs, err := s.Store.RunsOf(ctx, machine)
	if err != nil {
		return h, err
	}
	signed := func(r postgres.RunLine) bool { return r.Standing.Signed && r.ID != id }
	for _, r := range runs {
		if r.Cable == cable && signed(r) && r.Standing.Touched.After(since) {
			h["set-lately"] = true
		}
	}
	if twin := twinOf(m, cable); twin != "" {
		if i := slices.IndexFunc(runs, func(r postgres.RunLine) bool { return r.Cable == twin }); i >= 0 && signed(runs[i]) {
			h["twin-behaves"] = true // its newest run ended in a signature
		}
	}
	rising, err := s.losesMore(ctx, runs, cable, id)
	if rising {
		h["lost-motion-rising"] = true
	}
	if err != nil {
		return h, err
	}
	return h, s.agedOf(ctx, m, cable, doneOf(slices.DeleteFunc(runs, func(r postgres.RunLine) bool { return r.ID == id })), h)
}

// agedOf adds what the visits of years say beforehand of a cable.
func (s *Shop) agedOf(ctx context.Context, m workshop.Machine, cable string, done []postgres.RunLine, h map[string]bool) error {
	c := m.Cable(cable)
	zone, err := s.zone(ctx)
	if c == nil || err != nil {
		return err
	}
	lines, err := s.yearsOf(ctx, m, *c, done, zone)
	var wrong *fault.Fault
	if errors.As(err, &wrong) {
		return nil // its page says what is wrong with them; they say nothing beforehand
	}
	usage := usageOf(&m)(s.Now().In(zone))
	for _, l := range lines {
		last := l.Visits[len(l.Visits)-1]
		switch {
		case l.Ends != EndsNow && l.Ends != EndsSoon:
		case l.Setter != "":
			h["adjuster-nearly-out"] = true
		default:
			h["wears-out"] = true
		}
		if l.Wear.Rate.Since > 0 && l.Wear.Rate.Times > 1 {
			h["wears-faster"] = true
		}
		if last.Jump != "" {
			h["jumped"] = true
		}
		now := last.Left + l.Wear.Rate.PerUnit*(usage-last.Usage)
		if len(l.Visits) > 1 && (now < l.Window[0] || now > l.Window[1]) {
			h["worn-since"] = true
		}
	}
	return err
}

func notALetter(r rune) bool { return r < 'a' || r > 'z' }

// twinOf is the other cable of the same kind on a machine, "" where there is none.
func twinOf(m workshop.Machine, cable string) string {
	i := slices.IndexFunc(m.Cables, func(c workshop.Cable) bool { return c.ID == cable })
	if i < 0 {
		return ""
	}
	for _, c := range m.Cables {
		if c.ID != cable && c.Family == m.Cables[i].Family {
			return c.ID
		}
	}
	return ""
}

// losesMore tells whether the lost motion of a cable rose from its last signed run to the one at hand,
// or to the one before.
func (s *Shop) losesMore(ctx context.Context, runs []postgres.RunLine, cable, id string) (bool, error) {
	var last []string
	if id != "" {
		last = append(last, id)
	}
	for _, r := range runs { // the newest first
		if r.Cable == cable && r.ID != id && r.Standing.Signed && len(last) < 2 {
			last = append(last, r.ID)
		}
	}
	if len(last) < 2 {
		return false, nil
	}
	var lost [2]map[string]float64
	for i, one := range last {
		o, err := s.open(ctx, one)
		if err != nil {
			return false, err
		}
		lost[i] = o.led().LostMotions()
		o.done()
	}
	return lead.Rises(lost[1], lost[0]), nil
}

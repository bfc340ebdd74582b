package shop

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// MachineView is a machine's card, with its lines and what was done on them.
type MachineView struct {
	Machine  workshop.Machine `json:"machine"`
	Open     []string         `json:"open"` // faults and bulletins, in words
	Lines    []MachineLine    `json:"lines"`
	Bench    []BenchRun       `json:"bench"` // runs from the Bench, the newest first
	Families []sheet.Family   `json:"families"`
}

// MachineLine is a cable with the sheet that its serial leads to, and its runs.
type MachineLine struct {
	Cable workshop.Cable `json:"cable"`
	Sheet string         `json:"sheet,omitempty"` // hash
	Says  string         `json:"says"`            // which sheet, or why none
	Led   bool           `json:"led"`             // a run can be opened
	Void  string         `json:"void,omitempty"`  // the cable that was turned since the last record
	Open  string         `json:"open,omitempty"`  // the run to go on with
	Runs  []MachineRun   `json:"runs"`
	Knows []record.Known `json:"knows"` // of its own rig, where runs showed it to be another than its sheets say
}

// MachineRun is one run of a cable, the newest first.
type MachineRun struct {
	ID     string `json:"id"`
	Opened string `json:"opened"` // the day as it is read
	Says   string `json:"says"`
	Signed bool   `json:"signed"`
}

// BenchRun is a run from the Bench: of a cable that is not on the card.
type BenchRun struct {
	Cable string `json:"cable"`
	MachineRun
}

// MachineView gathers the card of a machine.
func (s *Shop) MachineView(ctx context.Context, id string) (MachineView, error) {
	m, err := s.Store.Machine(ctx, id)
	if err != nil {
		return MachineView{}, err
	}
	v := MachineView{Machine: m, Open: m.Open(), Lines: []MachineLine{}, Bench: []BenchRun{}, Families: sheet.Families()}
	if v.Open == nil {
		v.Open = []string{}
	}
	runs, err := s.Store.RunsOf(ctx, id)
	if err != nil {
		return v, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return v, err
	}
	newest := map[[2]string]postgres.RunLine{}
	for _, r := range slices.Backward(runs) {
		newest[[2]string{m.ID, r.Cable}] = r
	}
	for _, r := range runs {
		if strings.HasPrefix(r.Cable, workshop.BenchCable) {
			v.Bench = append(v.Bench, BenchRun{offCard(r.Cable).Name, machineRun(r, zone)})
		}
	}
	for _, c := range m.Cables {
		line := MachineLine{Cable: c, Runs: []MachineRun{}}
		if err := s.whichSheet(ctx, m, c, &line); err != nil {
			return v, err
		}
		for _, r := range runs {
			if r.Cable != c.ID {
				continue
			}
			if len(line.Runs) == 0 {
				line.Void = voidedBy(m, c, newest)
				if !r.Standing.Signed {
					line.Open = r.ID
				}
			}
			line.Runs = append(line.Runs, machineRun(r, zone))
		}
		if line.Knows, err = s.knownBy(ctx, runs, c.ID); err != nil {
			return v, err
		}
		line.Knows = nonNil(line.Knows)
		v.Lines = append(v.Lines, line)
	}
	return v, nil
}

func machineRun(r postgres.RunLine, zone *time.Location) MachineRun {
	says := r.Standing.Says
	if !r.Whole {
		says = changedByHand
	}
	return MachineRun{r.ID, r.Opened.In(zone).Format(record.Day), says, r.Standing.Signed && r.Whole}
}

func (s *Shop) whichSheet(ctx context.Context, m workshop.Machine, c workshop.Cable, line *MachineLine) error {
	sheets, err := s.headsFor(ctx, c)
	if err != nil {
		return err
	}
	line.Led = slices.ContainsFunc(sheets, func(h sheet.Head) bool { return h.Led })
	u := sheet.Unit{Machine: m.ID}
	if m.Unit != nil {
		u.Serial, u.Hand, u.Variant = m.Unit.Serial, m.Unit.Hand, m.Unit.Variant
	}
	for _, l := range c.Chain {
		u.Chain = append(u.Chain, l.Name)
	}
	match, err := sheet.Resolve(sheets, c.Family, c.Name, u)
	switch {
	case len(sheets) == 0:
		line.Says = "no sheet yet"
		return nil
	case err != nil && m.Unit == nil:
		line.Says = "no serial on file: it is read at the start of a run"
		return nil
	case err != nil:
		line.Says = err.Error()
		return nil
	}
	line.Says = match.Why
	if len(sheet.Elsewhere(sheets, c.Family, c.Name, u)) > 0 {
		line.Says = calledOtherwise
	}
	if match.Sheet != nil {
		line.Sheet, line.Led, line.Says = match.Sheet.Hash, match.Sheet.Led, "sheet "+match.Sheet.ID+": "+match.Why
	}
	return nil
}

// Log puts an entry on a machine's card.
func (s *Shop) Log(ctx context.Context, id string, e workshop.Entry, by string) (MachineView, error) {
	zone, err := s.zone(ctx)
	if err != nil {
		return MachineView{}, err
	}
	_, err = s.Store.ChangeMachine(ctx, id, func(_ *postgres.Store, m *workshop.Machine) error {
		return m.Add(e, by, s.Now().In(zone), uuid.NewString())
	})
	if err != nil {
		return MachineView{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.MachineView(ctx, id)
}

// CardMoved is the error of a card that somebody else changed meanwhile: Now is how it stands, Differs
// where the two are written otherwise.
type CardMoved struct {
	Now     workshop.Machine
	Differs []string
}

func (c *CardMoved) Error() string { return "the card was changed meanwhile" }

// PutMachine keeps a new machine (ID "") or changes the card of one: what is logged
// on it stays as it is.
func (s *Shop) PutMachine(ctx context.Context, in workshop.Machine) (MachineView, error) {
	in.Name = strings.Join(strings.Fields(in.Name), " ")
	if in.Name != "" && writable(in.Name, longestName) != nil {
		return MachineView{}, fault.At("name", "write what the machine is called in at most %d letters, each of them to be seen", longestName)
	}
	for i := range in.Cables {
		if in.Cables[i].ID == "" {
			in.Cables[i].ID = uuid.NewString()
		}
	}
	if err := in.Check(); err != nil {
		return MachineView{}, err
	}
	in.Details = workshop.Details{Owner: in.Owner, Identity: in.Identity} // the rest is logged, not written
	if in.ID == "" {
		in.ID = uuid.NewString()
		if err := s.Store.AddMachine(ctx, in, func(others []workshop.Machine) error { return unique(in, others) }); err != nil {
			return MachineView{}, err
		}
		s.memory.hub.tellAll(Floor)
		return s.MachineView(ctx, in.ID)
	}
	if in.Version < 1 {
		return MachineView{}, fault.At("version", "send the version of the card that was changed: it is on the card as it was read")
	}
	_, err := s.Store.ChangeMachine(ctx, in.ID, func(tx *postgres.Store, m *workshop.Machine) error {
		if in.Version != m.Version {
			return &CardMoved{*m, workshop.Differences(in, *m)}
		}
		in.Version++
		others, err := tx.Machines(ctx)
		if err != nil {
			return err
		}
		if err := unique(in, others); err != nil {
			return err
		}
		for _, c := range m.Cables {
			if in.Cable(c.ID) == nil {
				if used, err := tx.HasRuns(ctx, m.ID, c.ID); err != nil || used {
					return errors.Join(
						err,
						fault.At("cables", fmt.Sprintf("%s has runs on record and stays on the card", c.Name)),
					)
				}
			}
		}
		details := m.Details
		details.Owner, details.Identity = in.Owner, in.Identity
		in.Details = details
		*m = in
		return nil
	})
	if err != nil {
		return MachineView{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.MachineView(ctx, in.ID)
}

// unique refuses a second machine of the same name or the same mark.
func unique(in workshop.Machine, all []workshop.Machine) error {
	for _, m := range all {
		if m.ID == in.ID {
			continue
		}
		if alike(m.Name, in.Name) {
			return fault.At("name", "%s is on the floor already: write what tells the two apart", m.Name)
		}
		for i, mark := range in.Identity {
			for _, other := range m.Identity {
				if mark.Value != "" && strings.EqualFold(mark.Name, other.Name) && strings.EqualFold(mark.Value, other.Value) {
					return fault.At(fmt.Sprintf("identity[%d].value", i), "%s %s belongs to %s: read the plate again", mark.Name, mark.Value, m.Name)
				}
			}
		}
	}
	return nil
}

package shop

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"

	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// MachineView is a machine's card, with its lines and what was done on them.
type MachineView struct {
	Machine  workshop.Machine `json:"machine"`
	Open     []string         `json:"open"` // faults and bulletins, in words
	Lines    []MachineLine    `json:"lines"`
	Families []sheet.Family   `json:"families"`
}

// MachineLine is a cable with the sheet that its serial leads to, and its runs.
type MachineLine struct {
	Cable workshop.Cable `json:"cable"`
	Sheet string         `json:"sheet,omitempty"` // hash
	Says  string         `json:"says"`            // which sheet, or why none
	Led   bool           `json:"led"`
	Runs  []MachineRun   `json:"runs"`
}

// MachineRun is one run of a cable, the newest first.
type MachineRun struct {
	ID     string `json:"id"`
	Opened string `json:"opened"` // the day
	Says   string `json:"says"`
	Signed bool   `json:"signed"`
}

// MachineView gathers the card of a machine.
func (s *Shop) MachineView(id string) (MachineView, error) {
	m, err := s.Store.Machine(id)
	if err != nil {
		return MachineView{}, err
	}
	v := MachineView{Machine: m, Open: m.Open(), Lines: []MachineLine{}, Families: sheet.Families()}
	if v.Open == nil {
		v.Open = []string{}
	}
	jobs, err := s.Store.Runs()
	if err != nil {
		return v, err
	}
	for _, c := range m.Cables {
		line := MachineLine{Cable: c, Runs: []MachineRun{}}
		if err := s.whichSheet(m, c, &line); err != nil {
			return v, err
		}
		for _, j := range jobs {
			if j.Machine != id || j.Cable != c.ID {
				continue
			}
			o, err := s.load(j.ID)
			if err != nil {
				return v, err
			}
			st := o.state(o.events)
			_, _, says := mark(st, run.Show(st))
			line.Runs = append(line.Runs, MachineRun{j.ID, j.Opened.Format(time.DateOnly), says, st.Signed != nil})
		}
		v.Lines = append(v.Lines, line)
	}
	return v, nil
}

func (s *Shop) whichSheet(m workshop.Machine, c workshop.Cable, line *MachineLine) error {
	sheets, err := s.Store.SheetsOf(c.Family, c.Name)
	if err != nil {
		return err
	}
	if m.Unit == nil || len(sheets) == 0 {
		line.Says = map[bool]string{true: "no sheet yet", false: "no serial on file: it is read at the start of a run"}[len(sheets) == 0]
		return nil
	}
	u := sheet.Unit{Serial: m.Unit.Serial, Hand: m.Unit.Hand, Variant: m.Unit.Variant}
	for _, l := range c.Chain {
		u.Chain = append(u.Chain, l.Name)
	}
	match, err := sheet.Resolve(newest(sheets), c.Family, c.Name, u)
	if err != nil {
		line.Says = err.Error()
		return nil
	}
	line.Says = match.Why
	if match.Sheet != nil {
		line.Sheet, line.Led, line.Says = match.Sheet.Hash(), match.Sheet.Led(), "sheet "+match.Sheet.ID+": "+match.Why
	}
	return nil
}

// Log puts an entry on a machine's card.
func (s *Shop) Log(id string, e workshop.Entry, by string) (MachineView, error) {
	_, err := s.Store.ChangeMachine(id, func(m *workshop.Machine) error { return m.Add(e, by, s.Now(), uuid.NewString()) })
	if err != nil {
		return MachineView{}, err
	}
	return s.MachineView(id)
}

// PutMachine keeps a new machine (ID "") or changes the card of one: what is logged
// on it stays as it is.
func (s *Shop) PutMachine(in workshop.Machine) (MachineView, error) {
	in.Name = strings.Join(strings.Fields(in.Name), " ")
	for i := range in.Cables {
		if in.Cables[i].ID == "" {
			in.Cables[i].ID = uuid.NewString()
		}
	}
	if err := in.Check(); err != nil {
		return MachineView{}, err
	}
	if err := s.unique(in); err != nil {
		return MachineView{}, err
	}
	in.Details = workshop.Details{Owner: in.Owner, Identity: in.Identity} // the rest is logged, not written
	if in.ID == "" {
		in.ID = uuid.NewString()
		if err := s.Store.AddMachine(in); err != nil {
			return MachineView{}, err
		}
		return s.MachineView(in.ID)
	}
	_, err := s.Store.ChangeMachine(in.ID, func(m *workshop.Machine) error {
		for _, c := range m.Cables {
			if in.Cable(c.ID) == nil {
				if used, err := s.Store.HasRuns(m.ID, c.ID); err != nil || used {
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
	return s.MachineView(in.ID)
}

// unique refuses a second machine of the same name or the same mark.
func (s *Shop) unique(in workshop.Machine) error {
	all, err := s.Store.Machines()
	if err != nil {
		return err
	}
	for _, m := range all {
		if m.ID == in.ID {
			continue
		}
		if strings.EqualFold(m.Name, in.Name) {
			return fault.At("name", m.Name+" is on the floor already: write what tells the two apart")
		}
		for i, mark := range in.Identity {
			for _, other := range m.Identity {
				if mark.Value != "" && strings.EqualFold(mark.Name, other.Name) && strings.EqualFold(mark.Value, other.Value) {
					return fault.At(fmt.Sprintf("identity[%d].value", i), fmt.Sprintf("%s %s belongs to %s: read the plate again", mark.Name, mark.Value, m.Name))
				}
			}
		}
	}
	return nil
}

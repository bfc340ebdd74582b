package shop

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/manual"
	"brankel/rigging/workshop"
)

// Beginning is one's own machine, to be set by the figures of its manual: a name is enough, an id that of a machine on the
// floor.
type Beginning struct {
	ID      string            `json:"id"` // of the run
	Family  string            `json:"family"`
	School  string            `json:"school,omitempty"`
	Texts   map[string]string `json:"texts"`
	Source  string            `json:"source,omitempty"` // title, page, edition
	Machine string            `json:"machine"`
	Serial  string            `json:"serial,omitempty"` // of the plate, where it is at hand
}

// Begin makes the sheet of a page of figures, puts machine and cable on the floor where they are not there yet, and opens a
// run on it. The same id twice opens one. The error is a *fault.Fault or a fault.List by texts.ID.
func (s *Shop) Begin(ctx context.Context, in Beginning) (RunView, error) {
	if v, err := s.Run(ctx, in.ID); err == nil {
		return v, nil
	}
	in.Machine = strings.Join(strings.Fields(in.Machine), " ")
	made, err := madeOf(in)
	if err != nil {
		return RunView{}, err
	}
	m, c, err := s.onFloor(ctx, in, made)
	if err != nil {
		return RunView{}, err
	}
	if err := s.keepMade(ctx, made, m, c); err != nil {
		return RunView{}, err
	}
	return s.OpenRun(ctx, in.ID, m.ID, c.ID)
}

// madeOf is the sheet of what was written. Every figure that was not understood is told at its blank.
func madeOf(in Beginning) (*sheet.Sheet, error) {
	page, err := manual.Understand(in.Family, in.School, in.Texts)
	if err != nil {
		return nil, err
	}
	var f fault.List
	figures := map[string]json.RawMessage{}
	for _, one := range page.Read {
		switch {
		case one.Fault != "":
			f.Add("texts."+one.ID, "%s", one.Fault)
		case slices.Contains(page.Open, one.ID):
			f.Add("texts."+one.ID, "nothing can be set without this figure: write it as the manual does")
		case one.Figure != nil:
			figures[one.ID] = one.Figure
		}
	}
	if in.Machine == "" {
		f.Add("machine", "write what the machine is called: a name is enough")
	}
	if len(f) > 0 {
		return nil, f
	}
	raw, err := json.Marshal(map[string]any{"family": in.Family, "school": in.School, "source": in.Source, "figures": figures})
	if err != nil {
		return nil, err
	}
	return manual.From(raw)
}

// onFloor is the machine of that id or name and its cable of that family, each put on the floor where it is not there yet.
func (s *Shop) onFloor(ctx context.Context, in Beginning, made *sheet.Sheet) (workshop.Machine, workshop.Cable, error) {
	all, err := s.Store.Machines(ctx)
	if err != nil {
		return workshop.Machine{}, workshop.Cable{}, err
	}
	m := workshop.Machine{Name: in.Machine, Craft: made.Craft}
	if i := slices.IndexFunc(all, func(one workshop.Machine) bool { return one.ID == in.Machine || alike(one.Name, in.Machine) }); i >= 0 {
		m = all[i]
	}
	if in.Serial != "" {
		hand := made.Applies.Hand
		if hand == "either" {
			hand = "standard"
		}
		m.Unit = &workshop.Unit{Serial: in.Serial, Hand: hand}
	}
	at := slices.IndexFunc(m.Cables, func(c workshop.Cable) bool { return c.Family == made.Family })
	if at >= 0 && m.ID != "" && in.Serial == "" {
		return m, m.Cables[at], nil
	}
	if at < 0 {
		at = len(m.Cables)
		m.Cables = append(slices.Clone(m.Cables), workshop.Cable{Name: freeName(m, made.Cable), Family: made.Family})
	}
	v, err := s.PutMachine(ctx, m)
	if err != nil {
		return workshop.Machine{}, workshop.Cable{}, renamed(err)
	}
	return v.Machine, v.Machine.Cables[at], nil
}

// renamed tells a fault of a card at the blank of this page.
func renamed(err error) error {
	f, ok := err.(*fault.Fault)
	if !ok {
		return err
	}
	if field := map[string]string{"name": "machine", "unit.serial": "serial"}[f.Field]; field != "" {
		return fault.At(field, "%s", f.Message)
	}
	return err
}

func freeName(m workshop.Machine, name string) string {
	for n := 2; slices.ContainsFunc(m.Cables, func(c workshop.Cable) bool { return c.Name == name }); n++ {
		name = fmt.Sprintf("%s %d", strings.TrimRight(name, " 0123456789"), n)
	}
	return name
}

// keepMade keeps the sheet as that of this one machine: the next revision where there is one of its figures already.
func (s *Shop) keepMade(ctx context.Context, made *sheet.Sheet, m workshop.Machine, c workshop.Cable) error {
	made.Cable, made.Applies.Machine = c.Name, m.ID
	heads, err := s.Store.Heads(ctx)
	if err != nil {
		return err
	}
	made.ID, made.Revision = nextOwn(heads), 1
	for _, h := range heads {
		if h.Family == made.Family && h.Cable == c.Name && h.Applies.Machine == m.ID {
			made.ID, made.Revision = h.ID, h.Revision+1
			if was, err := s.Store.Sheet(ctx, h.Hash); err == nil && sameButRevision(was, made) {
				return nil
			}
		}
	}
	var looked []string
	for _, q := range made.Questions() { // far from the usual is what the fit asks after
		looked = append(looked, q.Field)
	}
	_, err = s.KeepSheet(ctx, made.JSON(), looked)
	return err
}

func sameButRevision(was, now *sheet.Sheet) bool {
	one := *now
	one.Revision = was.Revision
	return was.Hash() == one.Hash()
}

// ownSheet begins the number of a sheet that was made here.
const ownSheet = "own-"

func nextOwn(heads []sheet.Head) string {
	most := 0
	for _, h := range heads {
		if n, err := strconv.Atoi(strings.TrimPrefix(h.ID, ownSheet)); err == nil && strings.HasPrefix(h.ID, ownSheet) {
			most = max(most, n)
		}
	}
	return ownSheet + strconv.Itoa(most+1)
}

package shop

import (
	"context"
	"encoding/json"
	"slices"
	"strconv"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// troubledCable is the rig of a machine's cable: of the sheet its plate leads to, or its family's.
func (s *Shop) troubledCable(ctx context.Context, machine, cable string, t *troubled) error {
	v, err := s.MachineView(ctx, machine)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(v.Lines, func(l MachineLine) bool { return l.Cable.ID == cable })
	if i < 0 {
		return fault.At("cable", "%s has no such cable", v.Machine.Name)
	}
	l := v.Lines[i]
	b := &t.begin
	b.Machine, b.Cable, b.Run, b.Title = machine, cable, l.Open, v.Machine.Name+" · "+l.Cable.Name
	if l.Sheet != "" {
		if t.sheet, err = s.knownSheet(ctx, l.Sheet); err == nil && t.sheet.Rig != nil {
			b.Sheet, b.About = l.Sheet, "by sheet "+t.sheet.ID
			known, err := s.steppedOn(ctx, machine, cable, t.sheet)
			if err == nil && known != t.sheet {
				t.sheet, b.About = known, b.About+", with what runs showed of this machine"
			}
			return err
		}
	}
	b.About = "its plate leads to no sheet with a rig: in usual proportions"
	t.sheet, err = s.usual(l.Cable.Family)
	return err
}

// sheetOf is a sheet by its hash, or the sheet itself.
func (s *Shop) sheetOf(ctx context.Context, raw json.RawMessage) (*sheet.Sheet, string, error) {
	var hash string
	if json.Unmarshal(raw, &hash) == nil {
		one, err := s.knownSheet(ctx, hash)
		return one, hash, err
	}
	one, err := sheet.Parse(raw)
	return one, "", fault.Below("sheet", trouble.First(err))
}

// finder is what is known laid on a sheet, with the workshop's own; it is kept as long as
// neither changes.
func (s *Shop) finder(ctx context.Context, one *sheet.Sheet) (*trouble.Finder, error) {
	files, err := s.Store.OwnKnowledge(ctx, one.Family)
	if err != nil {
		return nil, err
	}
	key := one.Hash()
	for _, f := range files {
		key += "\x1f" + f.Name + strconv.FormatInt(f.At.UnixNano(), 36)
	}
	if b, ok := s.memory.benches.Get(key); ok {
		return b, nil
	}
	var own []*trouble.Knowledge
	for _, f := range files {
		if k, err := trouble.Read([]byte(f.Text)); err == nil {
			own = append(own, k)
		}
	}
	b, err := trouble.On(one, own)
	if err == nil {
		s.memory.benches.Add(key, b)
	}
	return b, err
}

// troubledRun is the rig of a run: its sheet, the one its serial on file leads to, or its family.
func (s *Shop) troubledRun(ctx context.Context, id string, t *troubled) error {
	o, err := s.open(ctx, id)
	if err != nil {
		return err
	}
	defer o.done()
	t.begin.Run, t.begin.Title, t.begin.About = id, o.machine.Name+" · "+o.cable.Name, "with what the run knows by now"
	t.begin.Machine, t.begin.Cable = o.machine.ID, o.cable.ID
	t.begin.Sheet = o.sheet
	if t.sheet, err = s.troubleSheet(&o); t.sheet != o.state.Pinned {
		t.begin.About = "no sheet with a rig is chosen yet: in usual proportions"
	}
	return err
}

// troubleSheet is the sheet of a run, or where none with a rig is chosen its family's.
func (s *Shop) troubleSheet(o *open) (*sheet.Sheet, error) {
	if one := o.state.Pinned; one != nil && one.Rig != nil {
		return one, nil
	}
	return s.usual(o.cable.Family)
}

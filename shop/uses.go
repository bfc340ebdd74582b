package shop

import "context"

// SheetUse is a cable on the floor that may be worked by a sheet.
type SheetUse struct {
	Machine string `json:"machine"` // id
	Cable   string `json:"cable"`   // id
	Name    string `json:"name"`
	Run     string `json:"run,omitempty"` // the one to go on with
}

// mostUses is how many machines are looked at: a plan is made for one somebody stands at.
const mostUses = 40

// SheetUses are the cables whose plate on file leads to a sheet, and those whose plate is not
// on file yet.
func (s *Shop) SheetUses(ctx context.Context, hash string) ([]SheetUse, error) {
	one, err := s.knownSheet(ctx, hash)
	if err != nil {
		return nil, err
	}
	machines, err := s.Store.MachinesWith(ctx, one.Family, one.Cable, mostUses)
	if err != nil {
		return nil, err
	}
	out := []SheetUse{}
	for _, m := range machines {
		v, err := s.MachineView(ctx, m.ID)
		if err != nil {
			return nil, err
		}
		for _, l := range v.Lines {
			rig := l.Cable.Family == one.Family && l.Cable.Name == one.Cable
			if rig && l.Led && (l.Sheet == hash || l.Sheet == "" && m.Unit == nil) {
				out = append(out, SheetUse{m.ID, l.Cable.ID, m.Name + " · " + l.Cable.Name, l.Open})
			}
		}
	}
	return out, nil
}

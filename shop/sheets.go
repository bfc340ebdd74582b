package shop

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"maps"
	"slices"
	"strings"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// Library is every sheet on the axis of its numbers.
type Library struct {
	Axes     []sheet.Axis   `json:"axes"`
	Families []sheet.Family `json:"families"`
}

// Library draws the newest revision of every sheet that words may mean, of all for none.
func (s *Shop) Library(ctx context.Context, find string) (Library, error) {
	heads, err := s.Store.Heads(ctx)
	return Library{append([]sheet.Axis{}, sheet.Axes(sheet.Named(heads, find))...), sheet.Families()}, err
}

// SheetPage is a sheet as it is read.
type SheetPage struct {
	Hash      string             `json:"hash"`
	Sheet     *sheet.Sheet       `json:"sheet"`
	Applies   string             `json:"applies"`
	Led       bool               `json:"led"` // a run can be led by it
	Words     sheet.Words        `json:"words"`
	Preview   tell.Preview       `json:"preview"`
	Given     []sheet.Said       `json:"given"`    // what its source says, where it does not say all
	Assumed   []sheet.Said       `json:"assumed"`  // and what it does not
	Measured  []sheet.Said       `json:"measured"` // what runs taught
	Usual     []string           `json:"usual"`    // its parts that are as on the usual sheet of its family, where it was made of figures
	Proofs    []sheet.Proof      `json:"proofs"`   // against its rig, all met
	Revisions []Revision         `json:"revisions"`
	Changed   []sheet.Difference `json:"changed"` // against the revision before
}

// Revision is one of the revisions of a sheet.
type Revision struct {
	Revision int    `json:"revision"`
	Hash     string `json:"hash"`
}

// SheetPage reads one revision.
func (s *Shop) SheetPage(ctx context.Context, hash string) (SheetPage, error) {
	one, err := s.Store.Sheet(ctx, hash)
	if err != nil {
		return SheetPage{}, err
	}
	p := SheetPage{
		Hash:    hash,
		Sheet:   one,
		Applies: one.Applies.Words(),
		Led:     one.Led(),
		Words:   one.Words(),
		Preview: tell.Draw(one),
		Proofs:  one.Proofs(),
		Changed: []sheet.Difference{},
	}
	p.Given, p.Assumed = one.ByWhom()
	p.Measured = nonNil(one.Measured())
	p.Usual = []string{}
	if len(p.Given) > 0 {
		if p.Usual, err = s.asUsual(one); err != nil {
			return p, err
		}
	}
	p.Given, p.Assumed = nonNil(p.Given), nonNil(p.Assumed)
	p.Preview.Picture = tell.Picture(one)
	all, err := s.Store.Revisions(ctx, one.ID)
	for i, r := range all {
		p.Revisions = append(p.Revisions, Revision{r.Revision, r.Hash()})
		if r.Revision == one.Revision && i+1 < len(all) {
			p.Changed = slices.DeleteFunc(sheet.Differences(all[i+1], one), func(d sheet.Difference) bool {
				return strings.HasPrefix(d.Path, "learnt[") // it stands above in words
			})
		}
	}
	return p, err
}

// Draft is a sheet that is being written: what is wrong with it, what is
// questioned, and how it looks.
type Draft struct {
	Faults    []fault.Fault  `json:"faults"`
	Questions []fault.Fault  `json:"questions"`
	Proofs    []sheet.Proof  `json:"proofs"` // the sheet against its rig
	Words     sheet.Words    `json:"words"`
	Names     sheet.RigNames `json:"names"` // what its rig has
	Preview   tell.Preview   `json:"preview"`
	Wears     []sheet.Check  `json:"wears"` // what wears on rigs of its family and is not asked yet
}

// Check looks at a draft without keeping it.
func (s *Shop) Check(ctx context.Context, raw []byte) Draft {
	nothing := new(sheet.Sheet)
	d := Draft{
		Faults:    []fault.Fault{},
		Questions: []fault.Fault{},
		Proofs:    nothing.Proofs(),
		Words:     nothing.Words(),
		Names:     nothing.RigNames(),
		Preview:   tell.Draw(nothing),
		Wears:     []sheet.Check{},
	}
	one, err := s.readSheet(ctx, raw)
	var faults fault.List
	if errors.As(err, &faults) {
		d.Faults = faults
	}
	if one == nil { // not whole yet: draw what can be read of it
		one = new(sheet.Sheet)
		if json.NewDecoder(bytes.NewReader(raw)).Decode(one) != nil {
			return d
		}
		one.WorkOut()
	}
	d.Preview = tell.Draw(one)
	if len(d.Faults) == 0 {
		d.Preview.Picture = tell.Picture(one)
	}
	d.Questions = append(d.Questions, one.Questions()...)
	d.Proofs, d.Words, d.Names = one.Proofs(), one.Words(), one.RigNames()
	if known := trouble.Own(one.Family); known != nil {
		d.Wears = append(d.Wears, known.Looks(one)...)
	}
	return d
}

// readSheet parses a sheet and looks whether it claims units of another; the sheet
// comes back with the faults when it is whole in itself.
func (s *Shop) readSheet(ctx context.Context, raw []byte) (*sheet.Sheet, error) {
	one, err := sheet.Parse(raw)
	if err != nil {
		return nil, err
	}
	return one, fits(ctx, s.Store, one)
}

// KeepSheet keeps a new sheet or a new revision of one. It is refused with every
// fault (fault.List), and so are figures far from the usual whose paths are not
// among confirmed.
func (s *Shop) KeepSheet(ctx context.Context, raw []byte, confirmed []string) (SheetPage, error) {
	one, err := s.readSheet(ctx, raw)
	if err != nil {
		return SheetPage{}, err
	}
	revisions, err := s.Store.Revisions(ctx, one.ID)
	if err != nil {
		return SheetPage{}, err
	}
	if i := slices.IndexFunc(revisions, func(r *sheet.Sheet) bool { return r.Hash() == one.Hash() }); i >= 0 {
		return s.SheetPage(ctx, one.Hash()) // kept already
	}
	next := 1
	if len(revisions) > 0 {
		next = revisions[0].Revision + 1
	}
	if one.Revision < next {
		return SheetPage{}, fault.At("revision",
			"sheet %s has revision %d already: look at what it says, then keep this as revision %d", one.ID, next-1, next)
	}
	var open fault.List
	for _, q := range one.Questions() {
		if !slices.Contains(confirmed, q.Field) {
			open = append(open, q)
		}
	}
	if len(open) > 0 {
		return SheetPage{}, open
	}
	if err := s.Store.SaveSheets(ctx, func(there *postgres.Store) error { return fits(ctx, there, one) }, one); err != nil {
		return SheetPage{}, err
	}
	return s.SheetPage(ctx, one.Hash())
}

// NewSheet is a draft: the skeleton of a family, a copy of a similar sheet with
// every figure assumed, or the next revision of one.
func (s *Shop) NewSheet(ctx context.Context, family, copyOf, revise string) (*sheet.Sheet, error) {
	if family != "" {
		f := sheet.FamilyOf(family)
		if f == nil {
			return nil, fault.At("family", "choose one of the families that the library lists")
		}
		return f.Skeleton(), nil
	}
	hash := copyOf + revise
	one, err := s.Store.Sheet(ctx, hash)
	if err != nil {
		return nil, err
	}
	if copyOf != "" {
		return sheet.CopyFrom(one, ""), nil
	}
	revisions, err := s.Store.Revisions(ctx, one.ID)
	if err == nil && len(revisions) > 0 {
		one.Revision = revisions[0].Revision + 1
	}
	return one, err
}

// asUsual are the parts of a sheet that are word for word those of the usual one of its family.
func (s *Shop) asUsual(one *sheet.Sheet) ([]string, error) {
	usual, err := s.usual(one.Family)
	if err != nil {
		return nil, err
	}
	if len(one.Schools) == 1 {
		usual = usual.Only(one.Schools[0].ID)
	}
	var is, was map[string]json.RawMessage
	if err := errors.Join(json.Unmarshal(one.JSON(), &is), json.Unmarshal(usual.JSON(), &was)); err != nil {
		return nil, err
	}
	out := []string{}
	for _, part := range slices.Sorted(maps.Keys(is)) {
		if bytes.Equal(is[part], was[part]) {
			out = append(out, part)
		}
	}
	return out, nil
}

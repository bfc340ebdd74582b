package shop

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// SendSheets writes the newest revision of every sheet into one file for another shop, one after the other: a library may
// be larger than memory. The error is a *fault.Fault where it is larger than a file may be.
func (s *Shop) SendSheets(ctx context.Context, out io.Writer) error {
	heads, err := s.Store.Heads(ctx)
	if err != nil {
		return err
	}
	if len(heads) > sheet.MostSent {
		return fault.At("sheets", "a file has at most %d sheets, and here are %d: write them into a folder with brankel export",
			sheet.MostSent, len(heads))
	}
	name, err := s.Store.WorkshopName(ctx)
	if err != nil {
		return err
	}
	from, err := json.Marshal(name)
	if err != nil {
		return err
	}
	if _, err := fmt.Fprintf(out, `{"format":%q,"from":%s,"sheets":[`, sheet.BundleFormat, from); err != nil {
		return err
	}
	for i, h := range heads {
		revisions, err := s.Store.Revisions(ctx, h.ID) // the newest first
		if err != nil {
			return err
		}
		sent := sheet.Sent{Sheet: revisions[0], Was: []string{}}
		for _, was := range revisions[1:] {
			sent.Was = append(sent.Was, was.Hash())
		}
		raw, err := json.Marshal(sent)
		if err != nil {
			return err
		}
		between := ",\n"
		if i == 0 {
			between = "\n"
		}
		if _, err := fmt.Fprintf(out, "%s%s", between, raw); err != nil {
			return err
		}
	}
	_, err = fmt.Fprintln(out, "\n]}")
	return err
}

// Arrival is a sheet of a file, and what becomes of it here.
type Arrival struct {
	Hash     string        `json:"hash"` // in the file
	ID       string        `json:"id"`   // as it will be numbered here
	Was      string        `json:"was"`  // its number in the file
	Revision int           `json:"revision"`
	Cable    string        `json:"cable"`
	Family   string        `json:"family"`
	Applies  string        `json:"applies"`
	How      sheet.Coming  `json:"how"`
	Says     string        `json:"says"`
	Machine  bool          `json:"machine"` // it is of one machine of that shop: say which one it is here
	Asks     []fault.Fault `json:"asks"`    // figures far from the usual, to be looked at
	one      *sheet.Sheet
}

// Arriving are the sheets of a file, nothing of it kept.
type Arriving struct {
	From   string    `json:"from"`
	Sheets []Arrival `json:"sheets"`
}

// Taking is a sheet of a file that is taken, on which machine where it is of one.
type Taking struct {
	Hash    string `json:"hash"`
	Machine string `json:"machine,omitempty"`
}

// LookSheets says what the sheets of a file would become here. The error is a fault.List with the place in the file.
func (s *Shop) LookSheets(ctx context.Context, raw []byte) (Arriving, error) {
	return s.arriving(ctx, s.Store, raw)
}

func (s *Shop) arriving(ctx context.Context, there *postgres.Store, raw []byte) (Arriving, error) {
	b, err := sheet.ParseBundle(raw)
	if err != nil {
		return Arriving{}, err
	}
	heads, err := there.Heads(ctx)
	if err != nil {
		return Arriving{}, err
	}
	taken := map[string]bool{}
	for _, h := range heads {
		taken[h.ID] = true
	}
	for _, sent := range b.Sheets { // a free number is free of those that come too
		taken[sent.Sheet.ID] = true
	}
	out := Arriving{From: b.From, Sheets: []Arrival{}}
	for _, sent := range b.Sheets {
		one := sent.Sheet
		revisions, err := there.Revisions(ctx, one.ID)
		if err != nil {
			return Arriving{}, err
		}
		a := Arrival{Hash: one.Hash(), Was: one.ID, Revision: one.Revision, Cable: one.Cable, Family: sheet.FamilyOf(one.Family).Name,
			Applies: one.Applies.Words(), Machine: one.Applies.Machine != "", Asks: append([]fault.Fault{}, one.Questions()...), one: one}
		a.How, a.ID = sent.Comes(sheet.Heads(revisions), func() string { return freeNumber(one.ID, taken) })
		if a.How == sheet.ComesBeside {
			if known, err := s.knownBeside(ctx, there, one); err != nil {
				return Arriving{}, err
			} else if known != "" {
				a.How, a.ID = sheet.ComesThere, known
			}
			taken[a.ID] = true
		}
		if a.taken() && !a.Machine {
			if err := fits(ctx, there, a.numbered("")); err != nil {
				var list fault.List
				if !errors.As(err, &list) {
					return Arriving{}, err
				}
				a.How, a.Says = sheet.ComesNot, list[0].Message
			}
		}
		if a.Says == "" {
			a.Says = a.says(revisions)
		}
		out.Sheets = append(out.Sheets, a)
	}
	return out, nil
}

// taken tells whether it can be taken at all.
func (a Arrival) taken() bool {
	return a.How == sheet.ComesNew || a.How == sheet.ComesNewer || a.How == sheet.ComesBeside
}

func (a Arrival) says(here []*sheet.Sheet) string {
	switch a.How {
	case sheet.ComesNew:
		return "nothing here has its number"
	case sheet.ComesThere:
		if a.ID != a.Was {
			return "it is here already, as " + a.ID
		}
		return "it is here already"
	case sheet.ComesNewer:
		return fmt.Sprintf("revision %d of it is here: this is a later one", here[0].Revision)
	case sheet.ComesOlder:
		return fmt.Sprintf("revision %d of it is here, which is later", here[0].Revision)
	}
	return fmt.Sprintf("another sheet here has the number %s: it becomes %s", a.Was, a.ID)
}

// numbered is the sheet as it is kept here.
func (a Arrival) numbered(machine string) *sheet.Sheet {
	one := *a.one
	one.ID = a.ID
	if a.How != sheet.ComesNewer {
		one.Revision = 1
		if a.How == sheet.ComesNew {
			one.Revision = a.Revision
		}
	}
	if a.Machine {
		one.Applies.Machine = machine
	}
	one.WorkOut()
	return &one
}

// knownBeside is the number that a sheet was given here when it came before; "" for none.
func (s *Shop) knownBeside(ctx context.Context, there *postgres.Store, one *sheet.Sheet) (string, error) {
	heads, err := there.HeadsOf(ctx, one.Family, one.Cable)
	if err != nil {
		return "", err
	}
	for _, h := range heads {
		all, err := there.Revisions(ctx, h.ID)
		if err != nil {
			return "", err
		}
		for _, r := range all {
			same := *one
			same.ID, same.Revision, same.Applies.Machine = r.ID, r.Revision, r.Applies.Machine
			if same.Hash() == r.Hash() {
				return h.ID, nil
			}
		}
	}
	return "", nil
}

func freeNumber(id string, taken map[string]bool) string {
	for n := 2; ; n++ {
		if next := fmt.Sprintf("%s-%d", id, n); !taken[next] {
			return next
		}
	}
}

// TakeSheets keeps sheets of a file as LookSheets says, all or none. The error is a fault.List or a *fault.Fault.
func (s *Shop) TakeSheets(ctx context.Context, raw []byte, take []Taking) (Arriving, error) {
	if len(take) == 0 {
		return Arriving{}, fault.At("take", "tick what is to be taken")
	}
	machines, err := s.Store.Machines(ctx)
	if err != nil {
		return Arriving{}, err
	}
	var list []*sheet.Sheet
	chosen := map[string]bool{}
	fresh := map[string]bool{} // numbers that nothing here may have
	look, err := s.arriving(ctx, s.Store, raw)
	if err != nil {
		return Arriving{}, err
	}
	for i, t := range take {
		at := slices.IndexFunc(look.Sheets, func(a Arrival) bool { return a.Hash == t.Hash })
		if at < 0 {
			return Arriving{}, fault.At(fmt.Sprintf("take[%d].hash", i), "the file has no such sheet")
		}
		a := look.Sheets[at]
		if chosen[t.Hash] {
			return Arriving{}, fault.At(fmt.Sprintf("take[%d].hash", i), "sheet %s is named twice: once is enough", a.Was)
		}
		chosen[t.Hash] = true
		fresh[a.ID] = fresh[a.ID] || a.How != sheet.ComesNewer
		switch known := slices.ContainsFunc(machines, func(m workshop.Machine) bool { return m.ID == t.Machine }); {
		case !a.taken():
			return Arriving{}, fault.At(fmt.Sprintf("take[%d].hash", i), "sheet %s is not taken: %s", a.Was, a.Says)
		case a.Machine && !known:
			return Arriving{}, fault.At(fmt.Sprintf("take[%d].machine", i), "sheet %s is of one machine: choose which one here", a.Was)
		}
		list = append(list, a.numbered(t.Machine))
	}
	err = s.Store.SaveSheets(ctx, func(there *postgres.Store) error {
		heads, err := there.Heads(ctx)
		if err != nil {
			return err
		}
		if i := slices.IndexFunc(heads, func(h sheet.Head) bool { return fresh[h.ID] }); i >= 0 {
			return fault.At("take", "sheet %s was kept here meanwhile: look at the file again", heads[i].ID)
		}
		return fit(heads, sheet.Heads(list)...)
	}, list...)
	if err != nil {
		return Arriving{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.LookSheets(ctx, raw)
}

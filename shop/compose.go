package shop

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"
	"strconv"
	"strings"

	"github.com/google/uuid"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/picture"
	"brankel/rigging/practice"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// Composable is a sheet with the faults that can be put into its rig.
type Composable struct {
	Sheet   string           `json:"sheet"` // hash
	Title   string           `json:"title"`
	Family  string           `json:"family"`
	Picture *picture.Scene   `json:"picture,omitempty"` // with the mark of each place
	Places  []FaultPlace     `json:"places"`            // from the hand to the works
	Faults  []practice.Fault `json:"faults"`
}

// FaultPlace is a place of the rig where something may be wrong, with its mark on the picture.
type FaultPlace struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Mark string `json:"mark"`
}

// Composed is an exercise as a lead writes it: which faults a sheet's rig hides, what the owner says, what is to be learnt.
type Composed struct {
	Sheet     string         `json:"sheet"` // hash
	Title     string         `json:"title"`
	Complaint string         `json:"complaint"`
	Learns    string         `json:"learns"`
	Would     string         `json:"would"`
	Grade     int            `json:"grade"`
	Causes    []practice.Put `json:"causes"`
}

// HandOut says to whom an exercise is handed, "" for everybody.
type HandOut struct {
	Person string `json:"person"`
}

// Composable is what can be made of a sheet of the workshop. The error is a *fault.Fault or ErrNotFound.
func (s *Shop) Composable(ctx context.Context, hash string) (Composable, error) {
	one, err := s.knownSheet(ctx, hash)
	if err != nil {
		return Composable{}, err
	}
	faults, err := practice.FaultsOf(one)
	if err != nil {
		return Composable{}, err
	}
	out := Composable{Sheet: hash, Title: one.Cable + " · sheet " + one.ID, Family: one.Family, Faults: faults}
	out.Places, out.Picture = placesOf(one, faults)
	return out, nil
}

// placesOf are the places of faults along the rig, each with its mark on the picture.
func placesOf(one *sheet.Sheet, faults []practice.Fault) (out []FaultPlace, scene *picture.Scene) {
	worked := one.For(one.Manual())
	drawn, ok := tell.RigOf(worked)
	across := map[string]float64{"hand": -1, "works": 2, "cable": 0.35}
	if ok {
		for name, x := range picture.Places(drawn) {
			across[name] = x
		}
	}
	for _, f := range faults {
		if !slices.ContainsFunc(out, func(p FaultPlace) bool { return p.ID == f.Place }) {
			out = append(out, FaultPlace{ID: f.Place, Name: worked.PlaceSays(f.Place)})
		}
	}
	slices.SortStableFunc(out, func(a, b FaultPlace) int { return cmp.Compare(across[a.ID], across[b.ID]) })
	for i := range out {
		out[i].Mark = strconv.Itoa(i + 1)
		drawn.Marks = append(drawn.Marks, picture.Mark{At: out[i].ID, Text: out[i].Mark})
	}
	if !ok {
		return out, nil
	}
	if s, drew := picture.Draw(drawn); drew {
		scene = &s
	}
	return out, scene
}

// Compose makes an exercise, and keeps it for who made it until it is handed out: it is to be tried first. How it ends follows
// from what an experienced hand does with it. The error is a *fault.Fault or a fault.List.
func (s *Shop) Compose(ctx context.Context, who workshop.Person, in Composed) (practice.Open, error) {
	one, err := s.knownSheet(ctx, in.Sheet)
	if err != nil {
		return practice.Open{}, err
	}
	if len(in.Causes) == 0 {
		return practice.Open{}, fault.At("causes", "choose at least one fault: it is what is to be found")
	}
	p, err := s.Practice(ctx)
	if err != nil {
		return practice.Open{}, err
	}
	e := &practice.Exercise{Format: practice.Format, ID: uuid.NewString(), Title: strings.TrimSpace(in.Title), Grade: in.Grade, Family: one.Family,
		Sheet: one.JSON(), Causes: in.Causes, Cause: in.Causes[0].Cause, Complaint: strings.TrimSpace(in.Complaint),
		Learns: strings.TrimSpace(in.Learns), Trap: strings.TrimSpace(in.Learns), Would: strings.TrimSpace(in.Would)}
	if err := e.Work(); err != nil {
		return practice.Open{}, err
	}
	file, err := json.Marshal(e)
	if err != nil {
		return practice.Open{}, err
	}
	set := postgres.SetExercise{ID: e.ID, File: string(file), By: who.Name, Person: who.ID, Made: p.now()}
	return e.Open(), p.Shop.Store.KeepSet(ctx, set)
}

// HandOut hands an exercise to somebody, or to everybody. The error is a *fault.Fault or ErrNotFound.
func (s *Shop) HandOut(ctx context.Context, id string, in HandOut) error {
	p, err := s.Practice(ctx)
	if err != nil {
		return err
	}
	sets, err := p.Shop.Store.Sets(ctx)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(sets, func(one postgres.SetExercise) bool { return one.ID == id })
	if i < 0 {
		return postgres.ErrNotFound
	}
	if in.Person != "" {
		if _, err := s.Store.Account(ctx, in.Person); err != nil {
			return fault.At("person", "there is nobody of that name here: choose one of the list, or nobody for all")
		}
	}
	sets[i].Person = in.Person
	return p.Shop.Store.KeepSet(ctx, sets[i])
}

package shop

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"maps"
	"regexp"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// TroubleOdds are how usual causes are said to be, against what this workshop's signed runs were.
type TroubleOdds struct {
	Family string             `json:"family"`
	Name   string             `json:"name"`
	Runs   int                `json:"runs"` // signed with a cause
	Taken  bool               `json:"taken"`
	Lines  []trouble.OddsLine `json:"lines"`
}

// Odds are those of a family.
func (s *Shop) Odds(ctx context.Context, family string) (TroubleOdds, error) {
	out := TroubleOdds{Family: family, Lines: []trouble.OddsLine{}}
	one, err := s.usual(family)
	if err != nil {
		return out, err
	}
	out.Name = sheet.FamilyOf(family).Name
	b, err := s.finder(ctx, one)
	if err != nil {
		return out, err
	}
	counted, err := s.Store.Causes(ctx, family)
	if err != nil {
		return out, err
	}
	for _, n := range counted {
		out.Runs += n
	}
	odds, err := s.Store.Odds(ctx, family)
	out.Taken = len(odds) > 0
	out.Lines = b.AgainstCount(counted)
	return out, err
}

// TakeOdds takes the workshop's own numbers of a family, or goes back to Brankel's.
func (s *Shop) TakeOdds(ctx context.Context, family string, take bool, by string) (TroubleOdds, error) {
	out, err := s.Odds(ctx, family)
	if err != nil {
		return out, err
	}
	odds := map[string]float64{}
	if take {
		if !slices.ContainsFunc(out.Lines, func(l trouble.OddsLine) bool { return l.Counted > 0 }) {
			return out, fault.At("take", "no signed run of this family names its cause yet: there is nothing to count")
		}
		for _, l := range out.Lines {
			odds[l.Cause] = l.Shop
		}
	}
	if err := s.Store.SaveOdds(ctx, family, odds, by, s.Now()); err != nil {
		return out, err
	}
	out.Taken = take
	return out, nil
}

var fileName = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,59}$`)

// KeepKnowledge keeps a file of the workshop's own under its name, when everything in it holds on the
// family's usual rig. The error is a *fault.Fault or a fault.List.
func (s *Shop) KeepKnowledge(ctx context.Context, name string, raw []byte, by string) (postgres.Knowledge, error) {
	if !fileName.MatchString(name) {
		return postgres.Knowledge{}, fault.At("name", "call the file by small letters, digits and dashes, 60 at the most")
	}
	k, err := trouble.Read(raw)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	one, err := s.usual(k.Family)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	others, err := s.Store.OwnKnowledge(ctx, k.Family)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	own := []*trouble.Knowledge{k}
	for _, o := range others {
		if other, err := trouble.Read([]byte(o.Text)); err == nil && o.Name != name {
			own = append(own, other)
		}
	}
	if err := trouble.Prove(one, own); err != nil {
		return postgres.Knowledge{}, err
	}
	kept := postgres.Knowledge{Name: name, Family: k.Family, Text: string(bytes.TrimSpace(raw)), By: by, At: s.Now()}
	return kept, s.Store.SaveKnowledge(ctx, kept)
}

// mostFiles of a family are kept by taps: each is read when it is asked.
const mostFiles = 200

// Meaning is what words mean here: one way of saying a symptom.
type Meaning struct {
	Symptom string `json:"symptom"`
	Words   string `json:"words"`
}

// KeepMeaning keeps words that were left aside as the workshop's own way of saying a symptom: a file by itself, so that two hands
// lose each other nothing and whoever leads can forget each. The error is a *fault.Fault or a fault.List.
func (s *Shop) KeepMeaning(ctx context.Context, in TroubleAsked, m Meaning, by string) (postgres.Knowledge, error) {
	t, err := s.troubled(ctx, in)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	raw, err := t.finder.Mean(m.Symptom, m.Words)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	own, err := s.Store.OwnKnowledge(ctx, t.finder.Family)
	if err != nil {
		return postgres.Knowledge{}, err
	}
	if len(own) >= mostFiles {
		return postgres.Knowledge{}, fault.At("words", "%d files of this workshop's own are enough for a family: whoever leads can forget some", mostFiles)
	}
	sum := sha256.Sum256(raw)
	return s.KeepKnowledge(ctx, "said-"+hex.EncodeToString(sum[:6]), raw, by)
}

// TroubleFile is a file of the workshop's own, with what words mean by it: the symptom as it is said.
type TroubleFile struct {
	postgres.Knowledge
	Means []Meaning `json:"means"`
}

// TroubleFiles lists the files of the workshop's own.
func (s *Shop) TroubleFiles(ctx context.Context) ([]TroubleFile, error) {
	all, err := s.Store.OwnKnowledge(ctx, "")
	out := []TroubleFile{}
	for _, f := range all {
		one := TroubleFile{f, []Meaning{}}
		if k, err := trouble.Read([]byte(f.Text)); err == nil {
			for _, id := range slices.Sorted(maps.Keys(k.Said)) {
				for _, words := range k.Said[id] {
					one.Means = append(one.Means, Meaning{trouble.Own(k.Family).SymptomSays(id), words})
				}
			}
		}
		out = append(out, one)
	}
	return out, err
}

// DropKnowledge forgets a file of the workshop's own, postgres.ErrNotFound when there is none.
func (s *Shop) DropKnowledge(ctx context.Context, name string) error {
	return s.Store.DropKnowledge(ctx, name)
}

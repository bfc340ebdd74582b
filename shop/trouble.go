package shop

import (
	"context"
	"encoding/json"
	"slices"
	"strconv"

	"brankel/rigging/fault"
	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// TroubleAsked is what is felt on a family in its usual proportions, on a sheet (by its hash, or the
// sheet itself), on the cable of a machine, or on that of a run.
type TroubleAsked struct {
	Family string          `json:"family,omitempty"`
	Sheet  json.RawMessage `json:"sheet,omitempty"`
	Run    string          `json:"run,omitempty"`

	Machine string `json:"machine,omitempty"` // ids of a machine on the floor and its cable
	Cable   string `json:"cable,omitempty"`
	trouble.Question
}

// TroubleView is what follows, with the picture of it.
type TroubleView struct {
	trouble.Answer
	Picture *picture.Scene `json:"picture,omitempty"`
}

// TroubleBegin is where looking for a trouble begins: what is known, and of a run what it knows.
type TroubleBegin struct {
	Title   string           `json:"title"`
	About   string           `json:"about"`
	Family  string           `json:"family"`
	Sheet   string           `json:"sheet,omitempty"` // hash
	Run     string           `json:"run,omitempty"`   // the one to go on with
	Machine string           `json:"machine,omitempty"`
	Cable   string           `json:"cable,omitempty"` // id
	List    trouble.List     `json:"list"`
	Known   trouble.Question `json:"known"` // of the run
	Picture *picture.Scene   `json:"picture,omitempty"`
}

// troubled is what is asked about: a bench, the workshop's own odds, and the run it began from.
type troubled struct {
	finder *trouble.Finder
	sheet  *sheet.Sheet
	odds   trouble.Odds
	begin  TroubleBegin
}

// Trouble ranks what could be wrong. The error is a *fault.Fault or postgres.ErrNotFound.
func (s *Shop) Trouble(ctx context.Context, in TroubleAsked) (TroubleView, error) {
	t, err := s.troubled(ctx, in)
	if err != nil {
		return TroubleView{}, err
	}
	a, err := t.finder.Ask(in.Question, t.odds)
	return TroubleView{Answer: a, Picture: marked(t.sheet, a)}, err
}

// BeginTrouble is what looking for a trouble begins with.
func (s *Shop) BeginTrouble(ctx context.Context, in TroubleAsked) (TroubleBegin, error) {
	t, err := s.troubled(ctx, in)
	if err != nil {
		return TroubleBegin{}, err
	}
	t.begin.List, t.begin.Family, t.begin.Picture = t.finder.List(), t.finder.Family, marked(t.sheet, trouble.Answer{})
	return t.begin, nil
}

// MatchTrouble finds the symptoms that words may mean.
func (s *Shop) MatchTrouble(ctx context.Context, in TroubleAsked, text string) ([]trouble.Match, error) {
	t, err := s.troubled(ctx, in)
	if err != nil {
		return nil, err
	}
	return t.finder.Match(text), nil
}

// troubled finds what is asked about.
func (s *Shop) troubled(ctx context.Context, in TroubleAsked) (t troubled, err error) {
	switch {
	case in.Run != "":
		err = s.troubledRun(ctx, in.Run, &t)
	case in.Machine != "":
		err = s.troubledCable(ctx, in.Machine, in.Cable, &t)
	case len(in.Sheet) > 0:
		t.sheet, t.begin.Sheet, err = s.sheetOf(ctx, in.Sheet)
		if err == nil {
			t.begin.Title, t.begin.About = t.sheet.Cable, "sheet "+t.sheet.ID
		}
	case in.Family == "":
		err = fault.At("family", "write a family, a sheet or a run")
	default:
		if t.sheet, err = s.usual(in.Family); err == nil {
			t.begin.Title, t.begin.About = sheet.FamilyOf(in.Family).Name, "in its usual proportions, of no machine"
		}
	}
	if err != nil {
		return t, err
	}
	if t.finder, err = s.finder(ctx, t.sheet); err != nil {
		return t, err
	}
	odds, err := s.Store.Odds(ctx, t.finder.Family)
	t.odds = odds
	if err != nil {
		return t, err
	}
	switch {
	case in.Run != "":
		err = s.knownOf(ctx, in.Run, &t)
	case in.Machine != "":
		t.begin.Known.History, err = s.historyOf(ctx, in.Machine, in.Cable, "")
	}
	return t, err
}

// marked is the picture of a sheet's rig with a number at the place of each cause named.
func marked(one *sheet.Sheet, a trouble.Answer) *picture.Scene {
	s := one.For(one.Manual())
	drawn, ok := tell.RigOf(s)
	if !ok {
		return nil
	}
	for _, e := range a.Exclude {
		if i := slices.IndexFunc(a.Causes, func(c trouble.Ranked) bool { return c.ID == e.ID }); i >= 0 {
			drawn.Marks = append(drawn.Marks, picture.Mark{At: a.Causes[i].Place, Text: "!", Sharp: true})
		}
	}
	for i, c := range a.Causes[:min(len(a.Causes), mostMarks)] {
		drawn.Marks = append(drawn.Marks, picture.Mark{At: c.Place, Text: strconv.Itoa(i + 1)})
	}
	if a.Next != nil {
		for _, name := range a.Next.Places {
			drawn.Readings[rig.Reading(name)] = picture.Reading{Now: true, Tone: picture.Ink}
		}
	}
	scene, ok := picture.Draw(drawn)
	if !ok {
		return nil
	}
	return &scene
}

// mostMarks is how many causes are numbered on the picture: as many as the ladder shows at once.
const mostMarks = 6

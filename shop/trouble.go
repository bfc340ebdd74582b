package shop

import (
	"bytes"
	"encoding/json"
	"regexp"
	"slices"
	"strconv"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/picture"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
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
	bench *trouble.Bench
	sheet *sheet.Sheet
	odds  trouble.Odds
	begin TroubleBegin
}

// Trouble ranks what could be wrong. The error is a *fault.Fault or postgres.ErrNotFound.
func (s *Shop) Trouble(in TroubleAsked) (TroubleView, error) {
	t, err := s.troubled(in)
	if err != nil {
		return TroubleView{}, err
	}
	a, err := t.bench.Ask(in.Question, t.odds)
	return TroubleView{Answer: a, Picture: marked(t.sheet, a)}, err
}

// BeginTrouble is what looking for a trouble begins with.
func (s *Shop) BeginTrouble(in TroubleAsked) (TroubleBegin, error) {
	t, err := s.troubled(in)
	if err != nil {
		return TroubleBegin{}, err
	}
	t.begin.List, t.begin.Family, t.begin.Picture = t.bench.List(), t.bench.Family, marked(t.sheet, trouble.Answer{})
	return t.begin, nil
}

// MatchTrouble finds the symptoms that words may mean.
func (s *Shop) MatchTrouble(in TroubleAsked, text string) ([]trouble.Match, error) {
	t, err := s.troubled(in)
	if err != nil {
		return nil, err
	}
	return t.bench.Match(text), nil
}

// troubled finds what is asked about.
func (s *Shop) troubled(in TroubleAsked) (t troubled, err error) {
	switch {
	case in.Run != "":
		err = s.troubledRun(in.Run, &t)
	case in.Machine != "":
		err = s.troubledCable(in.Machine, in.Cable, &t)
	case len(in.Sheet) > 0:
		t.sheet, t.begin.Sheet, err = s.sheetOf(in.Sheet)
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
	if t.bench, err = s.troubleBench(t.sheet); err != nil {
		return t, err
	}
	odds, err := s.Store.Odds(t.bench.Family)
	t.odds = odds
	if err != nil {
		return t, err
	}
	switch {
	case in.Run != "":
		err = s.knownOf(in.Run, &t)
	case in.Machine != "":
		t.begin.Known.History, err = s.historyOf(in.Machine, in.Cable, "")
	}
	return t, err
}

// troubledCable is the rig of a machine's cable: of the sheet its plate leads to, or its family's.
func (s *Shop) troubledCable(machine, cable string, t *troubled) error {
	v, err := s.MachineView(machine)
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
		if t.sheet, err = s.kept.sheet(l.Sheet, s.Store.Sheet); err == nil && t.sheet.Rig != nil {
			b.Sheet, b.About = l.Sheet, "by sheet "+t.sheet.ID
			return nil
		}
	}
	b.About = "its plate leads to no sheet with a rig: in usual proportions"
	t.sheet, err = s.usual(l.Cable.Family)
	return err
}

// sheetOf is a sheet by its hash, or the sheet itself.
func (s *Shop) sheetOf(raw json.RawMessage) (*sheet.Sheet, string, error) {
	var hash string
	if json.Unmarshal(raw, &hash) == nil {
		one, err := s.kept.sheet(hash, s.Store.Sheet)
		return one, hash, err
	}
	one, err := sheet.Parse(raw)
	return one, "", fault.Below("sheet", trouble.First(err))
}

// troubleBench is what is known laid on a sheet, with the workshop's own; it is kept as long as
// neither changes.
func (s *Shop) troubleBench(one *sheet.Sheet) (*trouble.Bench, error) {
	files, err := s.Store.OwnKnowledge(one.Family)
	if err != nil {
		return nil, err
	}
	key := one.Hash()
	for _, f := range files {
		key += "\x1f" + f.Name + strconv.FormatInt(f.At.UnixNano(), 36)
	}
	if b, ok := s.kept.benches.Get(key); ok {
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
		s.kept.benches.Add(key, b)
	}
	return b, err
}

// troubledRun is the rig of a run: its sheet, the one its serial on file leads to, or its family.
func (s *Shop) troubledRun(id string, t *troubled) error {
	o, err := s.open(id)
	if err != nil {
		return err
	}
	defer o.done()
	t.begin.Run, t.begin.Title, t.begin.About = id, o.machine.Name+" · "+o.cable.Name, "with what the run knows by now"
	t.begin.Machine, t.begin.Cable = o.machine.ID, o.cable.ID
	t.sheet, t.begin.Sheet = o.state.Pinned, o.sheet
	if t.sheet != nil && t.sheet.Rig != nil {
		return nil
	}
	t.begin.About = "no sheet with a rig is chosen yet: in usual proportions"
	t.sheet, err = s.usual(o.cable.Family)
	return err
}

// knownOf is what a run knows, and what its machine's history says.
func (s *Shop) knownOf(id string, t *troubled) error {
	o, err := s.open(id)
	if err != nil {
		return err
	}
	defer o.done()
	q := &t.begin.Known
	if o.state.Pinned == t.sheet {
		q.Answers, q.Said = t.bench.Given(o.state.Shows())
	}
	if o.state.Complaint != nil {
		if m := t.bench.Match(o.state.Complaint.Words); len(m) > 0 && m[0].Exact && !slices.Contains(q.Said, m[0].ID) {
			q.Said = append(q.Said, m[0].ID)
		}
	}
	renewed, out := o.state.Renewed, o.state.NearlyOut()
	q.History, err = s.historyOf(o.machine.ID, o.cable.ID, id)
	if renewed {
		q.History["swapped-lately"] = true
	}
	if out {
		q.History["adjuster-nearly-out"] = true
	}
	return err
}

// setLately is how long ago a run still bears on what is wrong, in days.
const setLately = 60

// historyOf is what a machine's card and its other runs say beforehand.
func (s *Shop) historyOf(machine, cable, run string) (map[string]bool, error) {
	h := map[string]bool{}
	m, err := s.Store.Machine(machine)
	if err != nil {
		return h, err
	}
	if len(m.Open()) > 0 {
		h["open-fault"] = true
	}
	runs, err := s.Store.RunsOf(machine)
	for _, r := range runs {
		past := s.Now().Sub(r.Standing.Touched)
		if r.Cable == cable && r.ID != run && r.Standing.Signed && past.Hours() < 24*setLately {
			h["set-lately"] = true
		}
	}
	return h, err
}

// marked is the picture of a sheet's rig with a number at the place of each cause named.
func marked(one *sheet.Sheet, a trouble.Answer) *picture.Scene {
	s := one.For(one.Manual())
	rig, ok := run.RigOf(s)
	if !ok {
		return nil
	}
	for _, e := range a.Exclude {
		if i := slices.IndexFunc(a.Causes, func(c trouble.Ranked) bool { return c.ID == e.ID }); i >= 0 {
			rig.Marks = append(rig.Marks, picture.Mark{At: a.Causes[i].Place, Text: "!", Sharp: true})
		}
	}
	for i, c := range a.Causes[:min(len(a.Causes), mostMarks)] {
		rig.Marks = append(rig.Marks, picture.Mark{At: c.Place, Text: strconv.Itoa(i + 1)})
	}
	if a.Next != nil {
		for _, name := range a.Next.Places {
			rig.Readings[name] = picture.Reading{Now: true, Tone: picture.Ink}
		}
	}
	scene, ok := picture.Draw(rig)
	if !ok {
		return nil
	}
	return &scene
}

// mostMarks is how many causes are numbered on the picture: as many as the ladder shows at once.
const mostMarks = 6

// traced is what the path of an event leads to; nil when it leads to nothing.
func (s *Shop) traced(o *open, t run.Trouble) (*run.Traced, error) {
	var q trouble.Question
	if err := strict.Decode(t.Asked, &q); err != nil {
		return nil, fault.Below("body.asked", err)
	}
	one := o.state.Pinned
	if one == nil || one.Rig == nil {
		var err error
		if one, err = s.usual(o.cable.Family); err != nil {
			return nil, err
		}
	}
	b, err := s.troubleBench(one)
	if err != nil {
		return nil, err
	}
	odds, err := s.Store.Odds(b.Family)
	if err != nil {
		return nil, err
	}
	a, err := b.Ask(q, odds)
	if err != nil {
		return nil, fault.Below("body.asked", err)
	}
	if len(a.Known) == 0 {
		return nil, nil
	}
	out := &run.Traced{Known: a.Known}
	for i, c := range a.Causes {
		if i < 3 {
			out.Likeliest = append(out.Likeliest, c.Says)
		}
		if c.ID == t.Cause {
			out.Says, out.Why = c.Says, c.End.Why
		}
	}
	return out, nil
}

// causeSays is what the cause of a signature is called, "" for one that is not known.
func (s *Shop) causeSays(o *open, id string) (string, error) {
	if id == run.AdjustmentOnly || id == "" {
		return id, nil
	}
	one := o.state.Pinned
	if one == nil || one.Rig == nil {
		return "", nil
	}
	b, err := s.troubleBench(one)
	if err != nil {
		return "", err
	}
	return b.Says(id), nil
}

// TroubleOdds are how usual causes are said to be, against what this workshop's signed runs were.
type TroubleOdds struct {
	Family string             `json:"family"`
	Name   string             `json:"name"`
	Runs   int                `json:"runs"` // signed with a cause
	Taken  bool               `json:"taken"`
	Lines  []trouble.OddsLine `json:"lines"`
}

// Odds are those of a family.
func (s *Shop) Odds(family string) (TroubleOdds, error) {
	out := TroubleOdds{Family: family, Lines: []trouble.OddsLine{}}
	one, err := s.usual(family)
	if err != nil {
		return out, err
	}
	out.Name = sheet.FamilyOf(family).Name
	b, err := s.troubleBench(one)
	if err != nil {
		return out, err
	}
	counted, err := s.Store.Causes(family)
	if err != nil {
		return out, err
	}
	for _, n := range counted {
		out.Runs += n
	}
	odds, err := s.Store.Odds(family)
	out.Taken = len(odds) > 0
	out.Lines = b.AgainstCount(counted)
	return out, err
}

// TakeOdds takes the workshop's own numbers of a family, or goes back to Brankel's.
func (s *Shop) TakeOdds(family string, take bool, by string) (TroubleOdds, error) {
	out, err := s.Odds(family)
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
	if err := s.Store.SaveOdds(family, odds, by, s.Now()); err != nil {
		return out, err
	}
	out.Taken = take
	return out, nil
}

var fileName = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,59}$`)

// KeepKnowledge keeps a file of the workshop's own under its name, when everything in it holds on the
// family's usual rig. The error is a *fault.Fault or a fault.List.
func (s *Shop) KeepKnowledge(name string, raw []byte, by string) (postgres.Knowledge, error) {
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
	others, err := s.Store.OwnKnowledge(k.Family)
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
	return kept, s.Store.SaveKnowledge(kept)
}

// TroubleFiles lists the files of the workshop's own.
func (s *Shop) TroubleFiles() ([]postgres.Knowledge, error) { return s.Store.OwnKnowledge("") }

// DropKnowledge forgets a file of the workshop's own, postgres.ErrNotFound when there is none.
func (s *Shop) DropKnowledge(name string) error { return s.Store.DropKnowledge(name) }

// Package practice has exercises: a rig with something hidden in it, to be found and set as in a real run; what a hand made of
// one, judged by the truth and not by the record; and where it parted from an experienced hand.
package practice

import (
	"embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"maps"
	"slices"
	"strings"
	"sync"

	"brankel/rigging/closed"
	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/strict"
	"brankel/rigging/trouble"
)

// Format is the open format of an exercise.
const Format = "brankel.exercise/1"

// Ends is how an experienced hand ends an exercise.
type Ends string

// How.
const (
	EndsSet    Ends = "set"    // it is set and signed
	EndsRepair Ends = "repair" // no setting cures it: it stops before the first turn that would hide it
	EndsLeave  Ends = "leave"  // the cable is not it: it is left as it came
)

// Words lists them.
func (Ends) Words() []string { return closed.Words(EndsSet, EndsRepair, EndsLeave) }

// Exercise is a rig with a hidden condition. What is hidden – Settings to Ends, Learns, Trap, Would – never
// leaves a server before the debrief.
type Exercise struct {
	Format string `json:"format"`
	ID     string `json:"id"`
	Title  string `json:"title"` // the complaint in few words
	Grade  int    `json:"grade"` // 1 to 3
	Family string `json:"family"`

	// Sheet is what it is worked by: a whole sheet in its open format, or nothing for the usual one of the family. School is how,
	// where it has schools.
	Sheet  json.RawMessage `json:"sheet,omitempty"`
	School string          `json:"school,omitempty"`

	Settings  map[string]float64 `json:"settings,omitempty"`  // as found, by the rig's own names; the rest is as it should be
	Condition map[string]any     `json:"condition,omitempty"` // worn, slack, drifting with its locks
	At        map[string]any     `json:"at,omitempty"`        // what holds all the time, such as the air
	Found     map[string]string  `json:"found,omitempty"`     // things that stand otherwise than at rest as it comes: a tie, a lock, a pin
	Causes    []Put              `json:"causes,omitempty"`    // of trouble, put into the rig
	Cause     string             `json:"cause"`               // what was wrong, by the id of a cause; "nothing" where nothing was
	Ends      Ends               `json:"ends"`

	Complaint string `json:"complaint"` // in the owner's words
	Learns    string `json:"learns"`    // what is to be learnt
	Trap      string `json:"trap"`      // how it fools
	Would     string `json:"would"`     // what it would have led to, set wrong
}

// Open is what everybody may know of an exercise.
type Open struct {
	ID        string `json:"id"`
	Title     string `json:"title"`
	Grade     int    `json:"grade"`
	Family    string `json:"family"`
	School    string `json:"school,omitempty"`
	Complaint string `json:"complaint"`
}

// Open is it without what it hides.
func (e *Exercise) Open() Open {
	return Open{e.ID, e.Title, e.Grade, e.Family, e.School, e.Complaint}
}

// Put is a cause in the rig: its size from 0, the least that can be felt, to 1.
type Put struct {
	Cause string  `json:"cause"`
	Size  float64 `json:"size"`
}

// How long the texts of an exercise may be, in letters, how many causes it may hide, and how large a file may be, in bytes.
const (
	longest    = 400
	mostCauses = 3
	mostBytes  = 1 << 20
)

//go:embed exercises/*.json
var files embed.FS

// All are the exercises that are shipped, by family and grade.
var All = sync.OnceValue(func() (out []*Exercise) {
	names, err := fs.Glob(files, "exercises/*.json")
	if err != nil {
		panic(err)
	}
	for _, name := range names {
		raw, err := files.ReadFile(name)
		if err != nil {
			panic(err)
		}
		one, err := Parse(raw)
		if err != nil {
			panic(fmt.Errorf("%s: %w", name, err)) // it is built in
		}
		out = append(out, one)
	}
	families := rig.Families()
	slices.SortFunc(out, func(a, b *Exercise) int {
		if of := slices.Index(families, a.Family) - slices.Index(families, b.Family); of != 0 {
			return of
		}
		if a.Grade != b.Grade {
			return a.Grade - b.Grade
		}
		return strings.Compare(a.ID, b.ID)
	})
	return out
})

// Find is a shipped exercise by its id; the error is a *fault.Fault.
func Find(id string) (*Exercise, error) {
	for _, e := range All() {
		if e.ID == id {
			return e, nil
		}
	}
	return nil, fault.At("id", "there is no exercise %q: brankel practice list names them", id)
}

// Parse reads an exercise and holds it against its rig. The error is a *fault.Fault or a fault.List with what to write instead.
func Parse(raw []byte) (*Exercise, error) {
	if len(raw) > mostBytes {
		return nil, fault.At("", "an exercise has at most %d bytes", mostBytes)
	}
	e := &Exercise{}
	if err := strict.Decode(raw, e); err != nil {
		return nil, err
	}
	var l fault.List
	if e.Format != Format {
		l.Add("format", "write "+Format)
	}
	if !slices.Contains(rig.Families(), e.Family) {
		l.Add("family", "write one of %s", strings.Join(rig.Families(), ", "))
	}
	if e.Grade < 1 || e.Grade > 3 {
		l.Add("grade", "write a grade from 1 to 3")
	}
	if !slices.Contains(e.Ends.Words(), string(e.Ends)) {
		l.Add("ends", "write one of %s", strings.Join(e.Ends.Words(), ", "))
	}
	if len(e.Causes) > mostCauses {
		l.Add("causes", "hide at most %d of them: more nobody finds", mostCauses)
	}
	for name, text := range map[string]string{"id": e.ID, "title": e.Title, "complaint": e.Complaint, "learns": e.Learns, "trap": e.Trap, "would": e.Would,
		"cause": e.Cause} {
		if n := len([]rune(strings.TrimSpace(text))); n == 0 || n > longest {
			l.Add(name, "say it in 1 to %d letters", longest)
		}
	}
	slices.SortFunc(l, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	if len(l) > 0 {
		return nil, l
	}
	_, err := e.hide()
	return e, err
}

// hidden is what an exercise hides.
type hidden struct {
	sheet *sheet.Sheet
	rig   *rig.Rig
	looks map[string]string // what checks outside the model show
	says  string            // the cause, in words

	causes []CauseOf // all that are known of the rig
}

// hide puts the causes into the rig. The error is a *fault.Fault of what the rig refuses.
func (e *Exercise) hide() (h hidden, err error) {
	raw := []byte(e.Sheet)
	if len(raw) == 0 {
		raw, _ = usual.Sheet(e.Family)
	}
	if h.sheet, err = sheet.Parse(raw); err != nil {
		return h, fault.Below("sheet", trouble.First(err))
	}
	if h.sheet.Family != e.Family || h.sheet.Rig == nil || !h.sheet.Led() {
		return h, fault.At("sheet", "write a sheet of the family %s that leads a run and has a rig", e.Family)
	}
	if e.School != "" && !slices.ContainsFunc(h.sheet.Schools, func(s sheet.School) bool { return s.ID == e.School }) {
		return h, fault.At("school", "this sheet has no school %q", e.School)
	}
	worked := h.sheet.For(e.School)
	finder, err := trouble.On(worked, nil)
	if err != nil {
		return h, fault.Below("sheet", trouble.First(err))
	}
	own := trouble.Own(e.Family)
	h.looks = map[string]string{}
	truly := *worked.Rig
	for i, c := range e.Causes {
		if c.Size < 0 || c.Size > 1 {
			return h, fault.At(fmt.Sprintf("causes[%d].size", i), "write a size from 0 to 1")
		}
		if truly, err = finder.Into(truly, c.Cause, c.Size); err != nil {
			return h, fault.Below(fmt.Sprintf("causes[%d]", i), err)
		}
		shown, err := finder.Shown(c.Cause, c.Size)
		if err != nil {
			return h, fault.Below(fmt.Sprintf("causes[%d]", i), err)
		}
		h.look(h.sheet, finder.List(), shown, own, c.Cause)
	}
	if h.says = finder.Says(e.Cause); h.says == "" && e.Cause != "nothing" {
		return h, fault.At("cause", "there is no cause %q of this rig", e.Cause)
	}
	for _, c := range finder.List().Causes {
		h.causes = append(h.causes, CauseOf{c.ID, c.Says})
	}
	h.rig = &truly
	if _, err = h.rig.Model(); err != nil {
		return h, fault.Below("causes", err)
	}
	for _, id := range slices.Sorted(maps.Keys(e.Found)) {
		if t := worked.Thing(id); t == nil || t.Way(e.Found[id]) == nil {
			return h, fault.At("found."+id, "nothing of this sheet stands so: name a thing of it and one of its ways")
		}
	}
	names := worked.Rig.Settings
	for name := range e.Settings {
		if _, there := names[name]; !there {
			return h, fault.At("settings."+name, "this rig has no adjuster of this name")
		}
	}
	return h, nil
}

// looksAt begins the name of a check of a worn part, as trouble has it.
const looksAt = "look-"

// look adds what a cause shows where somebody looks.
func (h *hidden) look(s *sheet.Sheet, list trouble.List, shown trouble.Shown, own *trouble.Knowledge, cause string) {
	for _, t := range list.Tests {
		c := s.Check(looksAt + t.ID)
		if c == nil {
			continue
		}
		likely := 0
		for k, p := range shown.Tests[t.ID] {
			if p > shown.Tests[t.ID][likely] {
				likely = k
			}
		}
		if a := c.Answer(t.Means[likely].ID); likely > 0 && a != nil {
			h.looks[c.ID] = a.ID
		}
	}
	for _, w := range own.Worn {
		for _, a := range w.Answers {
			if a.Cause == cause {
				h.looks[looksAt+w.ID] = a.ID
			}
		}
	}
}

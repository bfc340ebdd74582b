package shop

import (
	"sort"
	"strings"
	"time"

	"brankel/rigging/run"
)

// Bays is the floor at a glance.
type Bays struct {
	Workshop string `json:"workshop"`
	Today    string `json:"today"`
	Machines []Bay  `json:"machines"`
	Open     *Carry `json:"open,omitempty"` // the run touched last, to carry on
	Due      []Due  `json:"due"`
	Count    int    `json:"count"` // cables open
}

// Bay is one machine and its lines.
type Bay struct {
	ID    string    `json:"id"`
	Name  string    `json:"name"`
	Craft string    `json:"craft"`
	Note  string    `json:"note"`
	Open  []string  `json:"open"` // faults and bulletins
	Lines []BayLine `json:"lines"`
}

// BayLine is one cable drawn small. Mark is none, open, water (a loaded proof is
// owed), stop (no setting serves, or a repair is waited for) or signed; Part is how
// far along the line the mark sits, 0 to 1.
type BayLine struct {
	Cable  string  `json:"cable"`
	Name   string  `json:"name"`
	Mark   string  `json:"mark"`
	Part   float64 `json:"part"`
	Says   string  `json:"says"`
	Run    string  `json:"run,omitempty"`
	Sheets bool    `json:"sheets"`            // a run can be opened
	ByHand bool    `json:"by_hand,omitempty"` // there are sheets, but none leads a run
}

// Carry is the run to carry on with.
type Carry struct {
	Run    string     `json:"run"`
	Title  string     `json:"title"`
	Resume run.Resume `json:"resume"`
	On     []string   `json:"on"`
	Off    []string   `json:"off"`
}

// Due is something that comes due.
type Due struct {
	On   string `json:"on"` // a day, 2006-01-02
	Says string `json:"says"`
}

// Bays gathers the floor.
func (s *Shop) Bays() (Bays, error) {
	floor, err := s.Store.Floor()
	if err != nil {
		return Bays{}, err
	}
	jobs, err := s.Store.Runs()
	if err != nil {
		return Bays{}, err
	}
	rigs, err := s.Store.Rigs()
	if err != nil {
		return Bays{}, err
	}
	newestRun := map[string]string{} // of each cable
	for _, j := range jobs {
		if key := j.Machine + "/" + j.Cable; newestRun[key] == "" {
			newestRun[key] = j.ID
		}
	}
	b := Bays{Workshop: floor.Name, Today: s.Now().Format(time.DateOnly), Machines: []Bay{}, Due: []Due{}}
	var lastTouched time.Time
	for _, m := range floor.Machines {
		bay := Bay{ID: m.ID, Name: m.Name, Craft: m.Craft, Note: m.Note, Open: append([]string{}, m.Open()...), Lines: []BayLine{}}
		for _, c := range m.Cables {
			line := BayLine{Cable: c.ID, Name: c.Name, Mark: "none", Says: "no sheet yet"}
			if led, ok := rigs[[2]string{c.Family, c.Name}]; ok && led {
				line.Sheets, line.Says = true, "not set yet"
			} else if ok {
				line.ByHand, line.Says = true, "a sheet to work by"
			}
			if id := newestRun[m.ID+"/"+c.ID]; id != "" {
				o, err := s.load(id)
				if err != nil {
					return b, err
				}
				st := o.state(o.events)
				v := run.Show(st)
				line.Run = id
				line.Mark, line.Part, line.Says = mark(st, v)
				if line.Mark != "signed" {
					b.Count++
				}
				if st.Signed == nil && st.LastAt.After(lastTouched) {
					lastTouched = st.LastAt
					b.Open = carry(o, v)
				}
				b.Due = append(b.Due, due(o, st)...)
			}
			bay.Lines = append(bay.Lines, line)
		}
		b.Machines = append(b.Machines, bay)
	}
	for _, g := range floor.Gauges {
		if g.Due != "" {
			b.Due = append(b.Due, Due{g.Due, g.Name + ": calibration"})
		}
	}
	sort.Slice(b.Due, func(i, j int) bool { return b.Due[i].On < b.Due[j].On })
	return b, nil
}

func mark(st run.State, v run.View) (mark string, part float64, says string) {
	done, all := 0, len(v.Steps)
	now := ""
	for _, step := range v.Steps {
		switch step.Status {
		case "done", "skipped", "open":
			done++
		case "now":
			now = step.Title
		}
	}
	part = float64(done) / float64(all)
	switch {
	case st.Signed != nil && v.Advice.Do == run.DoCheck:
		return "water", 1, "water test owed"
	case st.Signed != nil:
		return "signed", 1, "signed " + st.SignedAt.Format("2 Jan")
	case v.Advice.Do == run.DoDecide || v.Advice.Finding != "" && v.Advice.Do == run.DoIdentify:
		text := ""
		for _, p := range v.Advice.Say {
			text += p.Text
		}
		return "stop", part, strings.TrimSuffix(text, ".")
	case v.Advice.Do == run.DoSettle && len(st.Moves) > 0:
		return "open", part, "read after the turn"
	}
	return "open", part, "next: " + now
}

func carry(o open, v run.View) *Carry {
	c := &Carry{Run: o.job.ID, Title: o.machine.Name + " · " + o.cable.Name, Resume: v.Resume, On: []string{}, Off: []string{}}
	for _, t := range v.On {
		c.On = append(c.On, t.Name)
	}
	for _, t := range v.Off {
		c.Off = append(c.Off, t.Name)
	}
	return c
}

func due(o open, st run.State) []Due {
	if st.Signed == nil || st.Sheet == nil || st.Sheet.Recheck.Days == 0 {
		return nil
	}
	day := st.SignedAt.AddDate(0, 0, st.Sheet.Recheck.Days).Format(time.DateOnly)
	return []Due{{day, o.machine.Name + ": " + o.cable.Name + ", look again"}}
}

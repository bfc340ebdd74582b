package shop

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"brankel/postgres"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// Bays is the floor at a glance.
type Bays struct {
	Workshop string `json:"workshop"`
	Today    string `json:"today"`
	Times    string `json:"times"` // the zone whose days and times are told, "" for UTC
	Machines []Bay  `json:"machines"`
	Open     *Carry `json:"open,omitempty"` // the run touched last, to carry on
	Due      []Due  `json:"due"`
	Count    int    `json:"count"`            // cables open
	Broken   string `json:"broken,omitempty"` // what was changed by hand and can not be trusted
}

// Bay is one machine and its lines.
type Bay struct {
	ID    string      `json:"id"`
	Name  string      `json:"name"`
	Craft sheet.Craft `json:"craft"`
	Note  string      `json:"note"`
	Open  []string    `json:"open"` // faults and bulletins
	Lines []BayLine   `json:"lines"`
}

// BayLine is one cable drawn small; Part is how far along the line its sign sits, 0 to 1.
type BayLine struct {
	Cable  string    `json:"cable"`
	Name   string    `json:"name"`
	Sign   tell.Sign `json:"sign"`
	Part   float64   `json:"part"`
	Says   string    `json:"says"`
	Run    string    `json:"run,omitempty"`
	Sheets bool      `json:"sheets"`            // a run can be opened
	ByHand bool      `json:"by_hand,omitempty"` // there are sheets, but none leads a run
}

// Carry is the run to carry on with.
type Carry struct {
	Run    string      `json:"run"`
	Title  string      `json:"title"`
	Resume tell.Resume `json:"resume"`
	Stands []string    `json:"stands"` // what stands otherwise than at rest
}

// Bays gathers the floor.
func (s *Shop) Bays(ctx context.Context) (Bays, error) {
	return unwritten(ctx, s, "bays", func() (Bays, error) { return s.baysNow(ctx) })
}

func (s *Shop) baysNow(ctx context.Context) (Bays, error) {
	floor, err := s.floor(ctx)
	if err != nil {
		return Bays{}, err
	}
	lines, err := s.Store.NewestRuns(ctx)
	if err != nil {
		return Bays{}, err
	}
	fromBench, err := s.Store.Unsigned(ctx, workshop.BenchCable)
	if err != nil {
		return Bays{}, err
	}
	rigs, changed, err := s.Store.Rigs(ctx)
	if err != nil {
		return Bays{}, err
	}
	newest := map[[2]string]postgres.RunLine{}
	for _, l := range lines {
		newest[[2]string{l.Machine, l.Cable}] = l
	}
	zone := zoneOf(floor.Zone)
	today := s.today(zone)
	b := Bays{Workshop: floor.Name, Today: today, Times: floor.Zone, Machines: []Bay{}, Due: []Due{}}
	var touched postgres.RunLine // the open run touched last
	var title string
	look := func(l postgres.RunLine, name string) {
		if st := l.Standing; !st.Signed && st.Touched.After(touched.Standing.Touched) {
			touched, title = l, name
		}
	}
	for _, m := range floor.Machines {
		bay := Bay{ID: m.ID, Name: m.Name, Craft: m.Craft, Note: m.Note, Open: append([]string{}, m.Open()...), Lines: []BayLine{}}
		for _, c := range m.Cables {
			line := lineOf(c, rigs)
			if l, ok := newest[[2]string{m.ID, c.ID}]; ok {
				st := l.Standing
				line.Run, line.Sign, line.Part, line.Says = l.ID, st.Sign, st.Part, st.Says
				if !l.Whole {
					line.Sign, line.Says = tell.SignStop, changedByHand
				}
				if st.Sign != tell.SignSigned {
					b.Count++
				}
				look(l, m.Name+" · "+c.Name)
			}
			if by := voidedBy(m, c, newest); by != "" && line.Says != changedByHand {
				line.Sign, line.Says = tell.SignProof, "prove it again: "+by+" was turned"
			}
			bay.Lines = append(bay.Lines, line)
		}
		for _, l := range fromBench {
			if l.Machine == m.ID {
				bay.Lines = append(bay.Lines, atBench(l))
				look(l, m.Name+" · "+offCard(l.Cable).Name)
				b.Count++
			}
		}
		b.Machines = append(b.Machines, bay)
	}
	loose := Bay{Name: benchMachine.Name, Note: "no machine", Open: []string{}}
	for _, l := range fromBench {
		if l.Machine == "" {
			loose.Lines = append(loose.Lines, atBench(l))
			look(l, benchMachine.Name+" · "+offCard(l.Cable).Name)
			b.Count++
		}
	}
	if len(loose.Lines) > 0 {
		b.Machines = append(b.Machines, loose)
	}
	if b.Due, err = s.dueOf(ctx, &floor, newest, zone); err != nil {
		return b, err
	}
	b.Due = slices.DeleteFunc(b.Due, func(d Due) bool { return d.On == "" }) // the ruler has days
	for i := range b.Due {
		b.Due[i].Bring = nil // that is the visit's to say, and half of what would be sent
	}
	b.Broken = broken(changed, append(lines, fromBench...))
	if touched.ID != "" {
		if touched, err = s.Store.RunLine(ctx, touched.ID); err != nil {
			return b, err
		}
		st := touched.Standing
		b.Open = &Carry{Run: touched.ID, Title: title, Resume: st.Resume, Stands: nonNil(st.Stands)}
	}
	return b, nil
}

// held is all that stands on the floor, and how each machine is used, by its id.
type held struct {
	workshop.Workshop
	used map[string]*workshop.Usage
}

// floor is what stands on it, to look at only: it is held until something of it changes.
func (s *Shop) floor(ctx context.Context) (held, error) {
	version, err := s.Store.FloorVersion(ctx)
	if err != nil {
		return held{}, err
	}
	return fresh(s.memory.floor, "", version, func() (h held, err error) {
		h.Workshop, err = s.Store.Floor(ctx)
		h.used = map[string]*workshop.Usage{}
		for _, m := range h.Machines {
			if u, ok := m.Usage(); ok {
				h.used[m.ID] = &u
			}
		}
		return h, err
	})
}

// voidedBy is the other cable of the machine whose later run turned something that the last
// record of this one rests on; "" when none did.
func voidedBy(m workshop.Machine, c workshop.Cable, newest map[[2]string]postgres.RunLine) string {
	own, ok := newest[[2]string{m.ID, c.ID}]
	if !ok || !own.Standing.Signed {
		return ""
	}
	for _, o := range m.Cables {
		l, ok := newest[[2]string{m.ID, o.ID}]
		names := func(name string) bool { return name == c.Name || name == c.Family }
		if ok && o.ID != c.ID && slices.ContainsFunc(l.Standing.Voids, names) && l.Standing.Touched.After(own.Standing.Touched) {
			return o.Name
		}
	}
	return ""
}

// atBench is a run from the Bench that is not finished. One that is stands on the card of its
// machine, and is found by what it set.
func atBench(l postgres.RunLine) BayLine {
	st := l.Standing
	if !l.Whole {
		st.Sign, st.Says = tell.SignStop, changedByHand
	}
	return BayLine{Cable: l.Cable, Name: offCard(l.Cable).Name, Sign: st.Sign, Part: st.Part, Says: st.Says, Run: l.ID}
}

// broken says which sheets and how many runs are not as they were written.
func broken(sheets []string, runs []postgres.RunLine) string {
	var says []string
	if len(sheets) > 0 {
		says = append(says, "sheet "+strings.Join(sheets, ", "))
	}
	n := len(slices.DeleteFunc(slices.Clone(runs), func(l postgres.RunLine) bool { return l.Whole }))
	if n > 0 {
		says = append(says, fmt.Sprintf("%d of the runs shown here", n))
	}
	if len(says) == 0 {
		return ""
	}
	return "What is kept was changed by hand and can not be trusted: " + strings.Join(says, "; ") + ". brankel verify tells what."
}

// changedByHand stands where what is kept of a run is not as it was written.
const changedByHand = "changed by hand: it can not be trusted"

// lineOf is a cable without a run.
func lineOf(c workshop.Cable, rigs map[[2]string]bool) BayLine {
	line := BayLine{Cable: c.ID, Name: c.Name, Sign: tell.SignNone, Says: "no sheet yet"}
	if led, ok := rigs[[2]string{c.Family, c.Name}]; ok && led {
		line.Sheets, line.Says = true, "not set yet"
	} else if ok {
		line.ByHand, line.Says = true, "a sheet to work by"
	} else {
		for of, led := range rigs {
			if led && of[0] == c.Family {
				line.Sheets, line.Says = true, calledOtherwise
			}
		}
	}
	return line
}

// calledOtherwise stands where no sheet has the name of a cable, and others of its family may be for it.
const calledOtherwise = "no sheet calls it so: a run asks which it is"

func nonNil[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

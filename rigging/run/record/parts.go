package record

import (
	"fmt"
	"maps"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// PartItem is one thing to do while an old part comes out and a new one goes in.
type PartItem struct {
	sheet.Work
	Says string
	Note bool // it is written down, and not only ticked
}

// Parted is one of them done. Says is filled in here.
type Parted struct {
	Item string `json:"item"`
	Text string `json:"text,omitempty"`
	Says string `json:"says,omitempty"`
}

// PartItems are all of them, in their order: what is noted as the old one comes off, how the new one is prepared, and how
// it goes in. None where no part goes in.
func (st State) PartItems() (out []PartItem) {
	if st.Job.Job != sheet.JobNew || st.Sheet == nil {
		return nil
	}
	off, on := st.cables()
	laid := st.Sheet.Laid(nil)
	maps.Copy(off, laid)
	maps.Copy(on, laid)
	add := func(id, says string, note bool, needs setup.Needs) {
		out = append(out, PartItem{sheet.Work{ID: id, Needs: needs, HandsIn: true}, says, note})
	}
	if !st.Job.In {
		add("old-length", "Length of the old one: printed on it, or measured", true, laid)
		for _, a := range st.Sheet.Adjusters {
			if a.Threaded() && !a.MeasureOnly {
				add("old-threads:"+a.ID, fmt.Sprintf("Threads in at the %s as it comes off", a.Name), true, st.Sheet.Laid(&a))
			}
		}
		add("old-clips", "Clips and grommets as they come off: side and order", true, off)
		for i, says := range st.prepare() {
			add(fmt.Sprintf("prepare:%d", i), says, false, off)
		}
	}
	add("routed", "Routed: what it passes, and how far it keeps from what is hot, sharp or moves", true, off)
	add("seated-control", fmt.Sprintf("Seated at the %s end: heard to click, and pulled at", st.Sheet.Line.Control), false, on)
	add("seated-works", fmt.Sprintf("Seated at the %s end: heard to click, and pulled at", st.Sheet.Line.Works), false, on)
	if len(off) > 1 {
		add("tagged", "Both cables tagged, so that neither is taken for the other", false, on)
	}
	return out
}

// prepare is how a new part is made ready by the sheet.
func (st State) prepare() []string {
	if len(st.Sheet.Prepare) > 0 {
		return st.Sheet.Prepare
	}
	return []string{"Prepared as its maker says: lubricated or left dry, seals, bushings, spacers, what is cut off"}
}

// cables are the cables of the set-up off and at rest: that one which the part is called by, else all of them.
func (st State) cables() (off, on setup.Needs) {
	off, on = setup.Needs{}, setup.Needs{}
	named := slices.ContainsFunc(st.Sheet.Things, func(t setup.Thing) bool { return t.Kind == setup.Cable && t.Name == st.Job.Part })
	for _, t := range st.Sheet.Things {
		if t.Kind == setup.Cable && (!named || t.Name == st.Job.Part) {
			off[t.ID], on[t.ID] = setup.AnyOf{setup.Off}, setup.AnyOf{t.AtRest()}
		}
	}
	return off, on
}

func admitParted(in Incoming, p Parted) (Parted, error) {
	if err := in.withSheet(); err != nil {
		return p, err
	}
	items := in.PartItems()
	i := slices.IndexFunc(items, func(one PartItem) bool { return one.ID == p.Item })
	switch {
	case len(items) == 0:
		return p, fault.At("body.item", "no new part goes in here: say so first, as what is to be done")
	case i < 0:
		return p, fault.At("body.item", "there is no such thing to do for a new part")
	}
	one := items[i]
	p.Says = one.Says
	if err := in.never(one.Work); err != nil {
		return p, err
	}
	if one.Note {
		return p, need(p.Text, "text", longestLine, "write it down: it is asked for when the next one is ordered")
	}
	return p, short(p.Text, "text", longestLine)
}

// foldParted is one thing done to a part. What is seated is of another cable: what was proved before counts no more.
func foldParted(st *State, _ Event, p Parted) {
	if st.Sheet == nil {
		return
	}
	for _, one := range st.PartItems() {
		if one.ID == p.Item && len(st.unmetBy(one.Work)) > 0 {
			return // it was done as it is not to be: it is asked again
		}
	}
	st.Worked = true
	st.Parts[p.Item] = p
}

func saysParted(p Parted) string {
	if p.Text == "" {
		return p.Says + ": done"
	}
	return p.Says + ": " + p.Text
}

// PartIn tells whether a new part is in, with all that goes with it; true where none goes in.
func (st State) PartIn() bool {
	return !slices.ContainsFunc(st.PartItems(), func(one PartItem) bool { _, done := st.Parts[one.ID]; return !done })
}

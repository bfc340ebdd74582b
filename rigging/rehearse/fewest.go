package rehearse

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/setup"
)

// done is something that was done, and how it ended.
type done struct {
	lead.Doing
	bad bool // a check that was answered otherwise than wanted
}

// keep takes note of what an entry did to or with the machine.
func (h *hand) keep(kind record.Kind) {
	if kind == record.KindSetUp {
		return
	}
	if now := h.led().Doing(); now.ID != "" {
		h.did = append(h.did, done{Doing: now})
	}
}

// answered takes note of how a check ended.
func (h *hand) answered(check string) {
	if given, ok := h.st.Checks[check]; ok && len(h.did) > 0 {
		h.did[len(h.did)-1].bad = !given.Good
	}
}

// fewest is how many changes of how it stands would have done for the work that was done: the fewest of all orders that
// keep to what stands on what. ok is false where there is too much of it to be searched.
func (h *hand) fewest() (n int, ok bool) {
	work := h.did
	if now := h.led().Doing(); now.ID == "rest" {
		work = append(slices.Clip(work), done{Doing: now})
	}
	var tasks []setup.Task
	at := make([]int, len(work)) // the task that each became
	for j := range work {
		task := work[j].Work
		task.ID, task.After = fmt.Sprint("t", len(tasks)), nil
		for i := range j {
			if h.standsOn(&work[j], &work[i]) && !slices.Contains(task.After, tasks[at[i]].ID) {
				task.After = append(task.After, tasks[at[i]].ID)
			}
		}
		if k := len(tasks) - 1; k >= 0 && j > 0 && alike(&work[j], &work[j-1]) && !slices.ContainsFunc(task.After, func(id string) bool {
			return id != tasks[k].ID && !slices.Contains(tasks[k].After, id)
		}) {
			at[j] = k
			continue
		}
		at[j] = len(tasks)
		tasks = append(tasks, task)
	}
	stops, ok := h.st.Nevers.Order(setup.Stand{}, tasks)
	for _, s := range stops {
		n += len(s.Changes)
	}
	return n, ok
}

// alike tells whether two things were done in one setting, and need the same.
func alike(one, other *done) bool {
	return one.Setting != nil && one.Setting == other.Setting && !one.Found && !other.Found && one.HandsIn == other.HandsIn &&
		maps.EqualFunc(one.Needs, other.Needs, slices.Equal[setup.AnyOf]) && reflect.DeepEqual(one.Allows, other.Allows)
}

// standsOn tells whether one thing that was done had to come after another that was done before it.
func (h *hand) standsOn(one, before *done) bool {
	worn := func(d *done) bool { return strings.HasPrefix(d.ID, "worn") }
	last := func(d *done) bool { // after all that went before
		return d.ID == "again" || d.ID == "sign" || d.ID == "inspect" || d.ID == "rest" || h.loaded(d)
	}
	switch {
	case one.ID == before.ID, last(one), before.ID == "sign", before.ID == "inspect":
		return true
	case worn(before):
		return !worn(one)
	case worn(one):
		return false
	case h.parts(one):
		return false
	case h.parts(before):
		return h.needsBack(one, before)
	case one.Setting == nil && !one.Found:
		return before.Setting != nil
	case before.Found:
		return !one.Found
	case one.Found:
		return false
	case before.Setting == nil:
		return before.bad
	}
	return one.Setting == before.Setting || h.led().Follows(one.Setting, before.Setting)
}

func (h *hand) loaded(d *done) bool {
	c := h.st.Sheet.Check(strings.TrimPrefix(d.ID, "check:"))
	return c != nil && c.Loaded
}

// parts tells whether a proof takes a cable, something held or a fluid from its rest.
func (h *hand) parts(d *done) bool {
	return d.Setting == nil && slices.ContainsFunc(h.parted(d), func(id string) bool { return id != "" })
}

func (h *hand) parted(d *done) (out []string) {
	for id, ways := range d.Needs {
		if t := h.st.Stood.Thing(id); t != nil && record.Holds(t.Kind) && !slices.Contains(ways, t.AtRest()) {
			out = append(out, id)
		}
	}
	return out
}

// needsBack tells whether something needs at rest what a proof took from it.
func (h *hand) needsBack(one, before *done) bool {
	return slices.ContainsFunc(h.parted(before), func(id string) bool {
		return slices.Equal(one.Needs[id], setup.AnyOf{h.st.Stood.Thing(id).AtRest()})
	})
}

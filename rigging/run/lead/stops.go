package lead

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// Stop is changes of how the machine stands that come together, in their safe order: one tap for all of them.
type Stop struct {
	Changes []Changing `json:"changes"`
	Then    string     `json:"then,omitempty"` // what is done so, in words
	Out     []string   `json:"out,omitempty"`  // what must never be and is so: this leads out of it
}

// Changing is one change of a stop, in words.
type Changing struct {
	Thing    string     `json:"thing"`
	Kind     setup.Kind `json:"kind"`
	Name     string     `json:"name"`
	Way      string     `json:"way"`
	Says     string     `json:"says"`
	Why      string     `json:"why,omitempty"`
	Access   string     `json:"access,omitempty"`
	Leave    string     `json:"leave,omitempty"`  // it may be left as it stands, with a reason: the way it stands in
	Torque   float64    `json:"torque,omitempty"` // Nm
	Minutes  float64    `json:"minutes,omitempty"`
	Cautions []string   `json:"cautions,omitempty"`

	Pairs *setup.Pairs `json:"pairs,omitempty"` // where two are needed
	Alone *setup.Alone `json:"alone,omitempty"` // how one does it
}

// changing is a change in words.
func (run *Lead) changing(c setup.Change) Changing {
	t := run.Stood.Thing(c.Thing)
	w := t.Way(c.Way)
	return Changing{Thing: c.Thing, Kind: t.Kind, Name: t.Name, Way: c.Way, Says: t.Says(c.Way), Why: w.Why, Access: w.Access,
		Torque: w.Torque, Minutes: w.Minutes, Cautions: w.Cautions, Pairs: w.Pairs, Alone: w.Alone}
}

// next is the one thing to do now.
func (run *Lead) next() Advice {
	for i, step := range run.walk {
		switch {
		case run.behind[i] || run.Skipped[step.ID] != "":
		case step.Kind == sheet.StepComplaint:
			return Advice{Step: step.ID, Do: DoComplaint, Say: Say(Plain("What does the owner say?")),
				More: []string{"In the owner's words. Then try it, before anything is touched."}}
		case step.Kind == sheet.StepIdentify:
			a := run.identify()
			a.Step = step.ID
			return a
		}
	}
	if run.Sheet == nil {
		return Advice{Do: DoNothing, Say: Say(Plain("Nothing is left to do."))}
	}
	if a, ask := run.askJob(); ask {
		return a
	}
	if broken := run.Nevers.Broken(run.Now(), nil); len(broken) > 0 {
		if a, ok := run.leadOut(broken); ok {
			return a
		}
	}
	run.listed = run.tasks()
	return run.pick(run.listed)
}

// leadOut is the way out of what must never be and is so.
func (run *Lead) leadOut(broken []setup.Break) (Advice, bool) {
	now := run.Now()
	if now.Loose && slices.ContainsFunc(broken, func(b setup.Break) bool { return b.Things[setup.Loose] != "" }) {
		now.Loose = false // what is loose is locked once hands may be in
	}
	steps, ok := run.Stood.WayOut(run.Now())
	if !ok {
		return Advice{}, false
	}
	a := run.stop(steps, nil)
	for _, b := range broken {
		a.Stop.Out = append(a.Stop.Out, b.Says)
	}
	a.Finding = "It stands as it must never: " + strings.Join(a.Stop.Out, "; ") + "."
	return a, true
}

// pick is what is done next: what may be done as things stand, looking before disturbing; else the changes that begin
// the way to the end of the whole run with the fewest.
func (run *Lead) pick(list []task) Advice {
	open := map[string]bool{}
	for i := range list {
		open[list[i].ID] = true
	}
	ready := func(t *task) bool {
		return t.advise != nil && !slices.ContainsFunc(t.After, func(id string) bool { return open[id] })
	}
	var next *task
	for i := range list {
		t := &list[i]
		if !ready(t) || !run.serves(t) {
			continue
		}
		if t.looks {
			next = t
			break
		}
		if next == nil {
			next = t
		}
	}
	if next != nil {
		return run.asks(next)
	}
	return run.change(list, ready)
}

// serves tells whether everything stands as a task needs it.
func (run *Lead) serves(t *task) bool {
	if len(t.Needs) == 0 && !t.HandsIn {
		return true
	}
	now := run.Now()
	now.HandsIn = t.HandsIn
	if t.HandsIn {
		now.Loose = false
	}
	return len(run.Missing(now, t.Needs)) == 0 && len(run.Nevers.Broken(now, &t.Work)) == 0
}

// asks is the advice of a task.
func (run *Lead) asks(t *task) Advice {
	a := t.advise()
	a.Step = t.step
	if t.setting != nil {
		run.offerFirst(&a)
	}
	run.working, run.doing = t.setting, Doing{Work: t.Work, Found: t.looks && run.plain(t.Work)}
	if t.setting != nil {
		run.doing.Setting = t.setting.Of
	}
	return a
}

// change is the stop that begins the way to the end; where something finger tight stands in its way, that is locked.
func (run *Lead) change(list []task, ready func(*task) bool) Advice {
	works := make([]setup.Task, len(list))
	for i := range list {
		works[i] = list[i].Work
	}
	var first *task // that is ready, whose needs are met last
	for i := range list {
		if ready(&list[i]) {
			first = &list[i]
			break
		}
	}
	stops, ok := run.order(works)
	if !ok && first != nil {
		stops, ok = run.order([]setup.Task{{ID: first.ID, Needs: first.Needs, Allows: first.Allows, HandsIn: first.HandsIn}})
	}
	if !ok || len(stops) == 0 {
		if first == nil {
			return Advice{Do: DoNothing, Say: Say(Plain("Nothing is left to do."))}
		}
		return run.asks(first)
	}
	if a, loose := run.lockFirst(stops[0]); loose {
		return a
	}
	if len(stops[0].Changes) == 0 {
		if first == nil {
			return Advice{Do: DoNothing, Say: Say(Plain("Nothing is left to do."))}
		}
		return run.asks(first)
	}
	then := first
	for i := range list {
		if ready(&list[i]) && slices.Contains(stops[0].Tasks, list[i].ID) {
			then = &list[i]
			break
		}
	}
	return run.stop(stops[0].Changes, then)
}

// order is the way through some work from how it stands now.
func (run *Lead) order(works []setup.Task) ([]setup.Stop, bool) {
	now := run.Now()
	now.Loose = false
	return run.Nevers.Order(now, works)
}

// lockFirst asks for what is finger tight to be locked before changes that must not be made with it.
func (run *Lead) lockFirst(stop setup.Stop) (Advice, bool) {
	now := run.Now()
	if !now.Loose {
		return Advice{}, false
	}
	loose := len(stop.Changes) == 0
	for _, c := range stop.Changes {
		r := run.Nevers.Refuse(now, c, run.Sheet.Works())
		loose = loose || slices.ContainsFunc(r.Breaks, func(b setup.Break) bool { return b.Things[setup.Loose] != "" })
		now = now.With(c)
	}
	if !loose {
		return Advice{}, false
	}
	for _, s := range run.Settings() {
		if run.MovedIn(s.Of) == nil {
			continue
		}
		if a := run.lockNext(s); a != nil {
			run.working, run.doing = s, Doing{Work: named(run.workOf(*a, s), "lock"), Setting: s.Of}
			a.More = append(a.More, "Nothing is driven, flown or run while it is finger tight.")
			a.Step = run.stepOf(s)
			return *a, true
		}
	}
	return Advice{}, false
}

// stepOf is the step that a setting is worked in now: its own, or that of its phase where only one thing is set.
func (run *Lead) stepOf(s *Setting) string {
	for _, step := range run.walk {
		if step.Kind == sheet.StepSetting && slices.Contains(run.about(step.ID), s) || step.Kind == run.PhaseNow(s) {
			return step.ID
		}
	}
	return ""
}

// stop asks for changes that are made together, and says what is done then.
func (run *Lead) stop(changes []setup.Change, then *task) Advice {
	a := Advice{Do: DoSetUp, Stop: &Stop{Changes: []Changing{}}}
	var says, near []string
	for _, c := range changes {
		one := run.changing(c)
		if t := run.Stood.Thing(c.Thing); then != nil && then.ID == "sign" && record.MayStay(t.Kind) && c.Way == t.AtRest() {
			one.Leave = run.Stood.Way(run.Now(), c.Thing)
		}
		a.Stop.Changes = append(a.Stop.Changes, one)
		between := " "
		if strings.Contains(one.Name, ",") { // it stands at a place
			between = ": "
		}
		says = append(says, one.Name+between+one.Says)
		if one.Access != "" && !slices.Contains(near, one.Access) {
			near = append(near, one.Access)
		}
		if one.Torque > 0 {
			a.More = append(a.More, fmt.Sprintf("%s: %g Nm.", spell.Upper(one.Name), one.Torque))
		}
	}
	a.Say = Say(Piece{spell.Upper(strings.Join(says, ", then ")), "turn"}, Plain("."))
	for i := range run.Stood.Things {
		t := &run.Stood.Things[i]
		if t.Kind == setup.Ground && setup.UnderWay(run.Stood.Way(run.Now(), t.ID)) && slices.ContainsFunc(changes, func(c setup.Change) bool {
			k := run.Stood.Thing(c.Thing)
			return k.Kind == setup.Key && c.Way != setup.Running && c.Way != setup.Warm
		}) {
			a.More = append(a.More, "Once the "+t.Name+" is brought back and stands.")
		}
	}
	if then == nil {
		return a
	}
	a.Step = then.step
	run.working = then.setting
	what := then.advise()
	a.Stop.Then = spoken(what.Say)
	if c, answer := run.failed(); c != nil && strings.HasPrefix(then.ID, "check:"+c.ID) {
		a.Finding, a.Choices = failure(c, answer), ways(c)
		if run.repairs(c, run.Checks[c.ID]) {
			a.Choices = append(a.Choices, record.Choice{About: record.AboutCheck.Of(c.ID), Choice: record.ChoiceRepair, Label: "Repair first", Argued: true})
		}
	} else if what.Lock != nil || what.Check != nil && what.Check.Loaded {
		a.Choices = append(a.Choices, what.Choices...)
	}
	return a
}

func spoken(say []Piece) (text string) {
	for _, p := range say {
		text += p.Text
	}
	return text
}

package practice

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/rehearse"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
	"brankel/rigging/world"
)

// Do does one thing, and tells what comes of it. The error is a *fault.Fault of an act that names nothing there is.
func (r *Room) Do(a Act) (Told, error) {
	if err := a.check(); err != nil {
		return Told{}, err
	}
	told, err := r.do(a)
	if err == nil {
		r.did.Minutes += told.Minutes
	}
	return told, err
}

func (r *Room) do(a Act) (Told, error) {
	switch {
	case a.Control != nil:
		return r.control(a.Control)
	case a.State != "":
		return r.state(a.State)
	case a.SetUp != nil:
		return r.put(*a.SetUp)
	case a.Look != "":
		return r.look(a.Look)
	case a.Point != "":
		return r.hold(a.Point, a.Gauge)
	}
	return r.turn(*a.Turn)
}

// cannot is what is told where something keeps it from being done.
func (r *Room) cannot(t *setup.Thing) Told {
	return Told{Says: "Not as it stands: " + t.Name + " " + t.Says(r.way(t.ID)) + "."}
}

func (r *Room) control(to map[string]any) (Told, error) {
	was := r.place
	r.place = maps.Clone(r.place)
	maps.Copy(r.place, to)
	if _, _, err := r.world.Model(r.stance(nil, nil)); err != nil {
		r.place = was
		return Told{}, fault.At("control", "%s", err)
	}
	clear(r.made) // what was held is let go
	r.still = ""
	return Told{Says: sentence(ControlSays(r.at, to)), Done: true, Minutes: minutesControl}, nil
}

func (r *Room) state(id string) (Told, error) {
	s := r.at.State(id)
	if s == nil {
		return Told{}, fault.At("state", "the sheet has no state %q", short(id))
	}
	if missing := r.at.Missing(r.now(), s.Needs); len(missing) > 0 {
		if t := r.at.Thing(missing[0]); t != nil {
			return r.cannot(t), nil
		}
	}
	r.made[id], r.still = true, ""
	says := sentence(s.Name)
	if s.Control != "" {
		says += " Your helper holds it for one reading."
	}
	return Told{Says: says, Done: true, Minutes: minutesState}, nil
}

// put makes a thing stand otherwise. What must never be is not done, and fails the exercise.
func (r *Room) put(p Putting) (Told, error) {
	t := r.at.Thing(p.Thing)
	if t == nil || t.Way(p.Way) == nil {
		return Told{}, fault.At("set_up", "there is nothing that stands so: name a thing of the sheet and one of its ways")
	}
	if r.way(p.Thing) == p.Way {
		return Told{Says: "It stands so already: " + t.Name + " " + t.Says(p.Way) + "."}, nil
	}
	refused := r.rules.Refuse(r.now(), setup.Change{Thing: p.Thing, Way: p.Way}, r.at.Works())
	switch {
	case refused.Apart:
		return Told{Says: "It does not go there from here: " + t.Name + " " + t.Says(r.way(p.Thing)) + "."}, nil
	case len(refused.Missing) > 0:
		if first := r.at.Thing(refused.Missing[0]); first != nil {
			return r.cannot(first), nil
		}
		return Told{Says: "Not with hands in there."}, nil
	case len(refused.Breaks) > 0:
		return r.danger(refused.Breaks[0].Says), nil
	}
	r.stands[p.Thing] = p.Way
	r.world.GivenBack(r.at, t, p.Way)
	r.spoilt()
	minutes := t.Way(p.Way).Minutes
	if minutes == 0 {
		minutes = minutesThing
	}
	return Told{Says: sentence(t.Name + " " + t.Says(p.Way)), Done: true, Minutes: float64(minutes)}, nil
}

// look tells what a check shows, or how a thing stands.
func (r *Room) look(id string) (Told, error) {
	if id == around {
		return r.lookAround(), nil
	}
	if t := r.at.Thing(id); t != nil {
		return Told{Says: sentence(t.Name + ": " + t.Says(r.way(id))), Done: true, Minutes: minutesLook}, nil
	}
	c := r.at.Check(id)
	if c == nil {
		return Told{}, fault.At("look", "the sheet has no check and no thing %q", short(id))
	}
	w := r.at.Trying(c, r.led.State.Asks(c.ID))
	if t := r.inTheWay(w); t != nil {
		return r.cannot(t), nil
	}
	if says := r.dangers(w); says != "" {
		return r.danger(says), nil
	}
	if c.Kind != sheet.CheckCondition && r.holdsFast(c.ID, c.Base) {
		return Told{Says: "Nothing moves.", Done: true, Minutes: minutesLook}, nil
	}
	at := r.stance(w.Needs, nil)
	at.At = c.At // whoever tries it puts the control where that asks
	answer, err := r.world.Told(c, at)
	if err != nil {
		return Told{}, err
	}
	if worn, is := r.world.Worn(c); is {
		answer = worn
	}
	if c.Answer(sheet.AsWished) != nil {
		answer = sheet.AsWished
	}
	r.looked[c.ID] = answer
	return Told{Says: sentence(c.Answer(answer).Says), Done: true, Minutes: minutesLook,
		Figures: rehearse.Figures(c, answer, r.world.Coasts(c))}, nil
}

// around is what is looked at where no thing is named: all that can be seen as it stands.
const around = "around"

// lookAround tells what stands otherwise than at rest, but for what lies behind something that is shut.
func (r *Room) lookAround() Told {
	var seen []string
	for i := range r.at.Things {
		t := &r.at.Things[i]
		way := r.way(t.ID)
		if w := t.Way(way); way != t.AtRest() && w != nil && len(r.at.Missing(r.now(), w.Needs)) == 0 {
			seen = append(seen, t.Name+" "+t.Says(way))
		}
	}
	if len(seen) == 0 {
		seen = []string{"all stands at rest, as far as can be seen"}
	}
	return Told{Says: sentence(strings.Join(seen, "; ")), Done: true, Minutes: minutesLook}
}

// hold tells what a gauge shows that is held to a point: as the control stands and as the machine stands, with whatever
// states were made.
func (r *Room) hold(id, gauge string) (Told, error) {
	p := r.at.Point(id)
	if p == nil {
		return Told{}, fault.At("point", "the sheet has no point %q", short(id))
	}
	var by *record.Gauge
	if gauge != "" {
		i := slices.IndexFunc(Gauges, func(g record.Gauge) bool { return g.ID == gauge })
		if i < 0 {
			return Told{}, fault.At("gauge", "there is no gauge %q here", short(gauge))
		}
		by = &Gauges[i]
		if by.Quantity != p.Quantity && (p.ReadAt == nil || by.Quantity != p.ReadAt.Quantity) {
			return Told{Says: sentence("the " + by.Name + " does not read a " + string(p.Quantity))}, nil
		}
	}
	w := r.at.Reading(p, r.led.SettingOf(id))
	if t := r.inTheWay(w); t != nil {
		return r.cannot(t), nil
	}
	if says := r.dangers(w); says != "" {
		return r.danger(says), nil
	}
	shown, unmade, err := r.shown(p, by, w)
	if err != nil {
		return Told{}, err
	}
	h := Held{Point: id, Text: shown.Text, Side: shown.Side, Unit: shown.Unit, Gauge: shown.Gauge}
	r.held[id], r.still = held{h, unmade}, id
	for _, s := range p.States {
		if r.at.State(s).Control != "" { // whoever held it lets go
			delete(r.made, s)
		}
	}
	says := "It reads " + strings.TrimSpace(shown.Text+" "+r.unit(p, shown))
	if side := sideOf(p, shown.Side); side != "" {
		says += ", " + side
	}
	return Told{Says: says + ".", Done: true, Reading: &h, Minutes: minutesGauge}, nil
}

// sideOf is the side on which a point lies, in the words of the sheet; "" where it has none.
func sideOf(p *sheet.Point, side string) string {
	if p.Signed == nil || side == "" {
		return ""
	}
	return map[string]string{"positive": p.Signed.Positive, "negative": p.Signed.Negative}[side]
}

// shown is what is read off: of a point that something holds fast, that it is as it should be.
func (r *Room) shown(p *sheet.Point, by *record.Gauge, w sheet.Work) (shown world.Shown, unmade []string, err error) {
	var made []string
	for _, s := range p.States {
		if r.made[s] {
			made = append(made, s)
		} else {
			unmade = append(unmade, s)
		}
	}
	shown, err = r.world.Shows(r.at, p, by, r.stance(w.Needs, world.Patches(r.at, made, unmade)))
	if err == nil && r.holdsFast(p.ID) {
		shown.Text, shown.Side = "0", ""
		if p.Target != nil {
			shown.Text = strconv.FormatFloat(math.Abs(*p.Target), 'f', -1, 64)
		}
	}
	return shown, unmade, err
}

func (r *Room) unit(p *sheet.Point, s world.Shown) string {
	if s.Unit != "" {
		return s.Unit
	}
	return r.at.UnitOf(p)
}

// turn turns by hand what is not on record yet.
func (r *Room) turn(t Turning) (Told, error) {
	t.free = r.free()
	by, told, err := r.turning(t)
	if err != nil || !told.Done {
		return told, err
	}
	r.turned[t.Adjuster] += by
	return told, nil
}

// turning turns as far as it goes, and tells what is felt. It is done where it turned at all.
func (r *Room) turning(t Turning) (by float64, told Told, err error) {
	a := r.at.Adjuster(t.Adjuster)
	if a == nil || a.Works == "" {
		return 0, told, fault.At("turn.adjuster", "the sheet has no adjuster %q that turns", short(t.Adjuster))
	}
	if t.Way != "out" && t.Way != "in" {
		return 0, told, fault.At("turn.way", "write out or in")
	}
	one := r.at.Setting(t.Setting)
	until := t.Turns == ""
	if until && (one == nil || one.Until == nil) {
		return 0, told, fault.At("turn.turns", "write how far, such as 1½, or the setting in whose course it is turned until it is there")
	}
	w := r.at.Turning(a, one)
	if thing := r.inTheWay(w); thing != nil {
		return 0, r.cannot(thing), nil
	}
	if says := r.dangers(w); says != "" {
		return 0, r.danger(says), nil
	}
	if r.world.Seized(a.Works) {
		return 0, Told{Says: "It does not turn.", Minutes: minutesTurn}, nil
	}
	if until {
		c := r.at.Check(one.Until.Check)
		at := r.stance(c.Needs, nil)
		at.At = c.At
		by, err = r.world.UntilLocked(r.at, one, a, t.Way, t.free, at)
	} else if by, err = record.Turned(t.Turns, "turns"); err == nil && t.Way == "in" {
		by = -by
	}
	if err != nil {
		return 0, told, fault.Below("turn", err)
	}
	asked := by
	if by = r.world.Within(r.at, a, by); a.Whole() {
		by = math.Trunc(by)
	}
	if math.Abs(by) < 0.01 {
		return 0, Told{Says: map[bool]string{true: "It turns to its end and is never there.", false: "It is at its end that way."}[until],
			Minutes: minutesTurn}, nil
	}
	r.world.Settings[a.Works] += by
	r.spoilt()
	r.did.Turns += math.Abs(by)
	says := "It turns: " + spell.Steps(a, math.Abs(by)) + "."
	if math.Abs(by) < math.Abs(asked)-0.01 {
		says = "It turns " + spell.Steps(a, math.Abs(by)) + " and is at its end."
	}
	return by, Told{Says: says, Done: true, Minutes: minutesTurn}, nil
}

// free tells whether what is turned now is turned until it is free.
func (r *Room) free() bool {
	m := r.led.Advice().Move
	return m != nil && m.Until && m.Text == lead.UntilFree
}

// ControlSays is where a control is put, in words: by the position of the sheet's that asks for it.
func ControlSays(s *sheet.Sheet, at map[string]any) string {
	for i := range s.Points {
		if p := &s.Points[i]; p.Position != "" && len(p.At) > 0 && maps.Equal(p.At, at) {
			if pos := s.Position(p.Position); pos != nil {
				return pos.Name
			}
		}
	}
	var words []string
	for _, name := range slices.Sorted(maps.Keys(at)) {
		words = append(words, fmt.Sprint(strings.ReplaceAll(name, "_", " "), " ", at[name]))
	}
	return strings.Join(words, ", ")
}

// sentence is a text that begins large and ends with a stop.
func sentence(text string) string {
	text = spell.Upper(text)
	if strings.HasSuffix(text, ".") || strings.HasSuffix(text, "!") || strings.HasSuffix(text, "?") {
		return text
	}
	return text + "."
}

func short(text string) string {
	if r := []rune(text); len(r) > longestWord {
		return string(r[:longestWord]) + "…"
	}
	return text
}

package routing

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// View is what follows from a draft. Draft is as it was written, or as a drag left it.
type View struct {
	Draft  Draft         `json:"draft"`
	Faults []fault.Fault `json:"faults"`
	Sights []Sight       `json:"sights"`
	Pieces []Line        `json:"pieces"` // as many as the draft has
	Laid   []string      `json:"laid"`   // the pieces in words, in their order
	Path   []Line        `json:"path"`   // length, bends, what they cost
	Near   []Line        `json:"near"`   // as many as the draft has
	Loop   *Loop         `json:"loop,omitempty"`
	Ends   []Line        `json:"ends"`
	Order  []Line        `json:"order"`
	Stock  *float64      `json:"stock,omitempty"` // the length to order, mm
	Ready  bool          `json:"ready"`           // the slip can be written
}

// Line is one finding: whether it is as it should be, and in words. Empty where nothing is
// known yet.
type Line struct {
	Good bool   `json:"good"`
	Text string `json:"text"`
}

// Work works a draft out as far as it goes. What is wrong stands in Faults, by the blank.
func Work(d Draft) View {
	r := &reader{}
	d.Name = r.name("name", d.Name)
	if d.Pieces == nil {
		d.Pieces = []Piece{}
	}
	w := r.path(&d)
	least, _ := r.number("conduit.least", d.Conduit.Least, quantity.Length, 0, 5000)
	if d.Drag != nil && len(r.faults) == 0 && r.drag(&d, w, least) {
		w = r.path(&d)
	}
	var held []Frame
	if d.Drag != nil && len(d.Drag.Frames) == 2 && d.Drag.Frames[0].fits() && d.Drag.Frames[1].fits() {
		held = d.Drag.Frames
	}
	d.Drag = nil
	v := View{Draft: d, Pieces: []Line{}, Laid: []string{}, Path: []Line{}, Near: []Line{}, Ends: []Line{}, Order: []Line{}}
	r.pieces(&v, w, least)
	r.cost(&v, w, least)
	r.near(&v, w)
	v.Loop = r.swing(d.Steering, least)
	v.Sights = sights(v, w, least, held)
	r.order(&v, w)
	if v.Faults = r.faults; v.Faults == nil {
		v.Faults = []fault.Fault{}
	}
	v.Ready = len(v.Faults) == 0 && len(v.Order) > 0
	return v
}

func (r *reader) pieces(v *View, w walk, least float64) {
	v.Pieces = make([]Line, len(v.Draft.Pieces))
	for _, l := range w.legs {
		one := Line{Good: true, Text: length(l.length)}
		if !l.bend {
			v.Pieces[l.of], v.Laid = one, append(v.Laid, "straight "+one.Text)
			continue
		}
		said := fmt.Sprintf("bend %s, radius %s: %s along the cable", degrees(l.angle*180/math.Pi), length(l.radius), one.Text)
		if word := v.Draft.Pieces[l.of].Toward; slices.Contains(Ways, word) {
			said = strings.Replace(said, ",", " toward "+word+",", 1)
		}
		if l.radius < least {
			one = Line{Text: fmt.Sprintf("%s; tighter than %s, the least", one.Text, length(least))}
		}
		v.Pieces[l.of], v.Laid = one, append(v.Laid, said)
	}
}

// cost says what the bends cost, by calc.Conduit.
func (r *reader) cost(v *View, w walk, least float64) {
	c := v.Draft.Conduit
	core, thick := r.number("conduit.core", c.Core, quantity.Length, 0.1, 50)
	bore, wide := r.number("conduit.bore", c.Bore, quantity.Length, 0.1, 60)
	load, pulls := r.number("conduit.load", c.Load, quantity.Force, 0, quantity.Force.Most())
	friction := 0.1
	if strings.TrimSpace(c.Friction) != "" {
		q, err := quantity.Parse(c.Friction, "count", quantity.Count)
		if err != nil || q.Value < 0 || q.Value > 1 {
			r.faults.Add("conduit.friction", "write 0 to 1: a lined conduit has about 0.1, a dry one 0.3")
		} else {
			friction = q.Value
		}
	}
	if len(w.legs) == 0 {
		return
	}
	in := calc.ConduitInput{Segments: w.segments(), Core: 1, Bore: 1, Friction: friction, MinRadius: least}
	known := thick && wide && bore >= core
	if known {
		in.Core, in.Bore = core, bore
	} else if thick && wide {
		r.faults.Add("conduit.bore", "the core does not go through this bore: write the inner width of the conduit")
	}
	if pulls {
		in.Load = &load
	}
	out, err := calc.Conduit(in)
	if err != nil {
		r.faults.Add("pieces", err.Error())
		return
	}
	say := func(good bool, text string, a ...any) { v.Path = append(v.Path, Line{good, fmt.Sprintf(text, a...)}) }
	say(true, "Path %s, bends %s together.", length(out.Length), degrees(out.Bend))
	if tightest, of := w.tightest(); of >= 0 && least > 0 {
		say(tightest >= least, "Tightest is %s, radius %s; the cable wants %s.", w.named(of), length(tightest), length(least))
	} else if of >= 0 {
		say(true, "Tightest is %s, radius %s.", w.named(of), length(tightest))
	}
	if known {
		say(true, "A core of %s in %s: the bends take up %s of travel.", length(core), length(bore), length(out.LostMotion))
	}
	if pulls {
		say(true, "%s at the far end is %s at the hand.", amount(quantity.Force, load), amount(quantity.Force, math.Round(*out.InputForce)))
	} else if out.Bend > 0 {
		say(true, "The hand pulls %s times the load.", quantity.Number(out.ForceRatio, 2))
	}
}

func (w walk) tightest() (radius float64, of int) {
	radius, of = math.Inf(1), -1
	for _, l := range w.legs {
		if l.bend && l.radius < radius {
			radius, of = l.radius, l.of
		}
	}
	return radius, of
}

// near says of each part how far it is from the path.
func (r *reader) near(v *View, w walk) {
	d := v.Draft
	v.Near = make([]Line, len(d.Near))
	for i := range r.atMost("near", len(d.Near), mostParts) {
		p := d.Near[i]
		r.name(at("near", i, "name"), p.Name)
		if p.Kind != "" && !slices.Contains(Kinds, p.Kind) {
			r.faults.Add(at("near", i, "kind"), "say what it is: %s", strings.Join(Kinds, ", "))
		}
		keep, wanted := r.number(at("near", i, "keep"), p.Keep, quantity.Length, 0, 2000)
		is, measured := r.number(at("near", i, "is"), p.Is, quantity.Length, 0, 5000)
		where := ""
		if place, size, ok := r.part(i, p); ok && !measured {
			mm, of := w.nearest(place)
			if of < 0 {
				continue
			}
			is, measured, where = math.Max(0, mm-size), true, ", at "+w.named(of)
		}
		switch {
		case !measured:
		case !wanted:
			v.Near[i] = Line{true, fmt.Sprintf("%s away%s", length(is), where)}
		case is < keep:
			v.Near[i] = Line{false, fmt.Sprintf("%s away%s: %s too near", length(is), where, length(keep-is))}
		default:
			v.Near[i] = Line{true, fmt.Sprintf("%s away%s, wanted %s", length(is), where, length(keep))}
		}
	}
}

// part is where a part beside the path lies; ok is false until all of it is written.
func (r *reader) part(i int, p Part) (place vec, size float64, ok bool) {
	ok = true
	for j, one := range []struct{ field, text string }{{"ahead", p.Ahead}, {"left", p.Left}, {"up", p.Up}} {
		v, told := r.number(at("near", i, one.field), one.text, quantity.Length, -20_000, 20_000)
		place[j] = v
		ok = ok && told
	}
	size, _ = r.number(at("near", i, "size"), p.Size, quantity.Length, 0, 2000)
	return place, size, ok
}

// length is a length in whole mm where it is long, to a tenth where it is short.
func length(mm float64) string {
	if math.Abs(mm) >= 20 {
		mm = math.Round(mm)
	}
	return amount(quantity.Length, mm)
}

func degrees(v float64) string { return quantity.Number(v, 0) + "°" }

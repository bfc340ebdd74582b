package picture

import (
	"fmt"
	"math"

	"brankel/rigging/rig"
)

// at is a place in a scene.
type at struct{ x, y float64 }

// by is the place so far right and down of one.
func (a at) by(right, down float64) at { return at{a.x + right, a.y + down} }

// flat is places as a shape has them.
func flat(places []at) (out []float64) {
	for _, one := range places {
		out = append(out, one.x, one.y)
	}
	return out
}

// pen draws a rig and remembers what is to be written where.
type pen struct {
	rig    Rig
	shapes []Shape
	labels []label
	grid   grid
	lean   float64 // which side the texts to come keep to: −1 left, 1 right

	places map[string]at // where adjusters, readings and senses sit
	spots  []Placed
	passed []Shape // everything that moves, at each place of its travel
	drawn  []Dimension
}

// label is a text that wants to stand near a point.
type label struct {
	at
	away  float64 // how far at least
	lines []line
	lean  float64 // the side it keeps to
}

type line struct {
	text string
	size float64
	bold bool
	tone Tone
	gone string // instead of text while the control moves; "" for no change
}

// Sizes of text, as they are seen.
const (
	small = 15.5
	large = 23
)

func (p *pen) add(s Shape) { p.shapes = append(p.shapes, s) }

// line draws through places.
func (p *pen) line(tone Tone, weight float64, through ...at) {
	p.add(Shape{Points: flat(through), Weight: weight, Tone: tone})
}

// plate is a closed outline, filled.
func (p *pen) plate(tone Tone, weight float64, fill Tone, corners ...at) {
	p.add(Shape{Points: flat(corners), Weight: weight, Tone: tone, Fill: fill, Closed: true})
}

// box is a plate by its upper left corner.
func (p *pen) box(tone Tone, weight float64, fill Tone, corner at, wide, high float64) {
	p.plate(tone, weight, fill, corner, corner.by(wide, 0), corner.by(wide, high), corner.by(0, high))
}

func (p *pen) circle(tone Tone, weight float64, fill Tone, middle at, r float64) {
	p.add(Shape{Points: flat([]at{middle}), Round: r, Weight: weight, Tone: tone, Fill: fill})
}

// pivot is what turns about a fixed place, pin what is only pinned.
func (p *pen) pivot(a at) {
	p.circle(Ink, 0, Ink, a, 10)
	p.circle(Ink, 0, Paper, a, 3.5)
}

func (p *pen) pin(a at) { p.circle(Ink, 3, Paper, a, 6) }

// fixed is a wall that something passes or ends at, about a place.
func (p *pen) fixed(a at, high float64) { p.line(Ink, 7, a.by(0, -high/2), a.by(0, high/2)) }

// arm is a lever between two places.
func (p *pen) arm(a, b at) {
	p.line(Ink, 15, a, b)
	p.line(Paper, 9.5, a, b)
}

// swing is a lever's end: so long, at an angle from straight up, to the right, degrees.
func (a at) swing(long, angle float64) at {
	r := angle * math.Pi / 180
	return a.by(long*math.Sin(r), -long*math.Cos(r))
}

// sector is the places of an arc about one, from an angle through so many degrees, and the middle.
func (a at) sector(long, from, through float64, steps int) []at {
	out := []at{a}
	for i := range steps + 1 {
		out = append(out, a.swing(long, from+through*float64(i)/float64(steps)))
	}
	return out
}

// fan shades where a lever goes.
func (p *pen) fan(a at, long, from, to float64) {
	p.plate(Quiet, 0, Wash, a.sector(long, from, to-from, 12)...)
}

// rod is stiff, wire is not.
func (p *pen) rod(through ...at)  { p.line(Ink, 5, through...) }
func (p *pen) wire(through ...at) { p.line(Ink, 2.5, through...) }

// cable is a jacket with its inner, bent through places.
func (p *pen) cable(through ...at) {
	bent := smooth(through)
	p.line(Quiet, 9, bent...)
	p.line(Paper, 5, bent...)
	p.line(Ink, 1.8, bent...)
}

// smooth passes a curve through places.
func smooth(through []at) (out []at) {
	n := len(through)
	place := func(i int) at { return through[min(max(i, 0), n-1)] }
	for i := range n - 1 {
		a, b, c, d := place(i-1), place(i), place(i+1), place(i+2)
		for k := range 8 {
			t := float64(k) / 8
			on := func(a, b, c, d float64) float64 {
				return 0.5 * (2*b + (c-a)*t + (2*a-5*b+4*c-d)*t*t + (3*b-a-3*c+d)*t*t*t)
			}
			out = append(out, at{on(a.x, b.x, c.x, d.x), on(a.y, b.y, c.y, d.y)})
		}
	}
	return append(out, through[n-1])
}

// spring between two places.
func (p *pen) spring(a, b at) {
	const turns = 9
	dx, dy := b.x-a.x, b.y-a.y
	long := math.Hypot(dx, dy)
	if long < 1 {
		return
	}
	nx, ny := -dy/long*7, dx/long*7
	through := []at{a}
	for i := range turns {
		t := (float64(i) + 1) / (turns + 1)
		s := float64(1 - 2*(i%2))
		through = append(through, a.by(dx*t+nx*s, dy*t+ny*s))
	}
	p.line(Ink, 2, append(through, b)...)
}

// coil is a spring of thick wire lying along, from its left end.
func (p *pen) coil(from at, long float64) {
	const turns = 8
	for i := range turns {
		x := long * float64(i) / turns
		p.line(Ink, 3, from.by(x, 10), from.by(x+long/turns, -10))
	}
}

// bellows close over what slides between two places.
func (p *pen) bellows(a, b at) {
	const folds = 6
	upper, lower := []at{a.by(0, -10)}, []at{a.by(0, 10)}
	for i := range folds {
		t := (float64(i) + 0.5) / folds
		high := 18.0
		if i%2 == 1 {
			high = 10
		}
		x := a.x + (b.x-a.x)*t
		upper, lower = append(upper, at{x, a.y - high}), append(lower, at{x, a.y + high})
	}
	p.line(Ink, 2.5, append(upper, b.by(0, -14))...)
	p.line(Ink, 2.5, append(lower, b.by(0, 14))...)
	p.rod(a, b)
}

// sign is the side of a number, 1 for none.
func sign(v float64) float64 {
	if v < 0 {
		return -1
	}
	return 1
}

// thread is a threaded piece lying along, from its left end.
func (p *pen) thread(from at, long float64) {
	p.box(Ink, 1.8, Paper, from.by(0, -7), long, 14)
	for x := 5.0; x < long-4; x += 8 {
		p.line(Ink, 1.8, from.by(x, -7), from.by(x+4, 7))
	}
}

// arrow points from one place to another.
func (p *pen) arrow(tone Tone, weight float64, from, to at) {
	p.line(tone, weight, from, to)
	p.head(tone, from, to, 4+2*weight)
}

func (p *pen) head(tone Tone, from, to at, size float64) {
	dx, dy := to.x-from.x, to.y-from.y
	long := math.Hypot(dx, dy)
	if long < 1e-6 {
		size, long = 0, 1 // no way to point: nothing is seen of it
	}
	back, out := at{-dx / long * size, -dy / long * size}, at{-dy / long * size / 2, dx / long * size / 2}
	p.plate(tone, 0, tone, to, to.by(back.x+out.x, back.y+out.y), to.by(back.x-out.x, back.y-out.y))
}

// label keeps a text to be placed.
func (p *pen) label(a at, away float64, lines ...line) {
	p.labels = append(p.labels, label{a, away, lines, p.lean})
}

// note writes a name near a place.
func (p *pen) note(a at, away float64, text string) {
	if text != "" {
		p.label(a, away, line{text, small, false, Quiet, ""})
	}
}

// adjuster marks what is turned, about its middle: in the accent when it is turned now, with the way to turn seen from
// the stated side.
func (p *pen) adjuster(name rig.Turned, a at, wide, high float64) {
	p.sits(string(name), a)
	turned, ok := p.rig.Adjusters[name]
	tone, weight := Ink, 3.0
	if ok && turned.Turn != "" && !turned.Done {
		tone, weight = Now, 4
	}
	left := a.by(-wide/2, 0)
	p.box(tone, weight, Paper, left.by(0, -high/2), wide, high)
	for i := 1; i <= 3; i++ {
		x := wide * float64(i) / 4
		p.line(tone, 1.8, left.by(x, 4-high/2), left.by(x, high/2-4))
	}
	p.turned(name, turned, ok, a, wide, high)
}

// adjusterOn writes what is turned where the thing itself is drawn already.
func (p *pen) adjusterOn(name rig.Turned, a at) {
	p.sits(string(name), a)
	turned, ok := p.rig.Adjusters[name]
	if ok && turned.Turn != "" && !turned.Done {
		p.circle(Now, 4, "", a, 16)
	}
	p.turned(name, turned, ok, a, 20, 20)
}

// turned writes what is turned, and draws which way.
func (p *pen) turned(name rig.Turned, turned Adjuster, ok bool, a at, wide, high float64) {
	if !ok {
		return
	}
	if turned.Turn == "" {
		p.note(a, high/2+4, turned.Name)
		return
	}
	if turned.Done {
		p.label(a, high/2+16, line{"✓ " + turned.Name + ": turned", small, true, Good, ""})
		return
	}
	about := turned.Name
	if turned.Seen == "along" {
		p.slid(name, turned.Out, a.by(0, -high/2-9), wide)
	} else {
		p.bow(Now, a.by(0, -high/2-6), wide/2+8, turned.Seen == "clockwise")
		if turned.From != "" {
			about = fmt.Sprintf("%s: %s, seen from %s", turned.Name, turned.Seen, turned.From)
		}
	}
	text := []line{{turned.Turn, large, true, Now, ""}, {about, small, false, Now, ""}}
	if turned.Threads != "" {
		text = append(text, line{turned.Threads, small, false, Quiet, ""})
	}
	p.label(a, high/2+16, text...)
}

// bow is the way to turn, over what is turned.
func (p *pen) bow(tone Tone, a at, r float64, clockwise bool) {
	var through []at
	for i := range 9 {
		turn := (-60 + 120*float64(i)/8) * math.Pi / 180
		if !clockwise {
			turn = -turn
		}
		through = append(through, a.by(r*math.Sin(turn), r*0.5-r*0.62*math.Cos(turn)))
	}
	p.line(tone, 3, through...)
	p.head(tone, through[7], through[8], 12)
}

// sits notes where something is; the first place counts.
func (p *pen) sits(name string, a at) {
	if _, there := p.places[name]; !there && p.places != nil {
		p.places[name] = at{clamp(a.x, 0, Width), clamp(a.y, 0, Height)}
	}
}

// shows writes what was read at a place.
func (p *pen) shows(reading rig.Reading, a at, away float64) {
	p.sits(string(reading), a)
	if r, ok := p.rig.Readings[reading]; ok {
		p.ring(r, a)
		p.read(r, a, away, 1)
	}
}

// ring is drawn about where something is read that somebody points at.
func (p *pen) ring(r Reading, a at) {
	if r.Tone == Now {
		p.circle(Now, 4, "", a, 24)
	}
}

func (p *pen) read(r Reading, a at, away, times float64) {
	name := r.Name
	if times >= 2 {
		name = fmt.Sprintf("%s, drawn %g times", r.Name, times)
	}
	var text []line
	switch {
	case r.Now && r.Text == "":
		text = append(text, line{"read here", large, true, Now, ""})
	case r.Now:
		text = append(text, line{r.Text, large, true, r.Tone, ""})
	case r.Text != "":
		text = append(text, line{r.Text, 19, true, r.Tone, ""})
	}
	if name != "" {
		text = append(text, line{name, small, false, Quiet, ""})
	}
	p.label(a, away, text...)
}

// sense writes what hand, eye or ear tells at a place.
func (p *pen) sense(name rig.Sense, a at, away float64) {
	p.sits(string(name), a)
	if word := p.rig.Senses[name]; word != "" {
		p.label(a, away, line{word, small, true, Ink, ""})
	}
}

// states ticks what has to be so, at the works.
func (p *pen) states() {
	if len(p.rig.States) == 0 {
		return
	}
	var text []line
	for _, s := range p.rig.States {
		one := line{"○ " + s.Name, small, false, Quiet, ""}
		if s.OK {
			one = line{"✓ " + s.Name, small, true, Good, ""}
		}
		text = append(text, one)
	}
	p.label(at{Width - 90, 60}, 6, text...)
}

// flag hangs what is on for the work where it sits.
func (p *pen) flag(a at) {
	for i, one := range p.rig.On {
		foot := a.by(float64(i)*14, 0)
		p.line(Ink, 2, foot, foot.by(0, -24))
		p.label(foot.by(0, -24), 4, line{one, small, true, Ink, ""})
	}
}

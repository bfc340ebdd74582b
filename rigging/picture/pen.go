package picture

import (
	"fmt"
	"math"
)

// pen draws a rig and remembers what is to be written where.
type pen struct {
	rig    Rig
	shapes []Shape
	labels []label
	grid   grid
	lean   float64 // which side the texts to come keep to: −1 left, 1 right

	places map[string][2]float64 // where adjusters, readings and senses sit
	spots  []Spot
	passed []Shape // everything that moves, at each place of its travel
}

// label is a text that wants to stand near a point.
type label struct {
	x, y  float64
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

// line draws through points.
func (p *pen) line(tone Tone, weight float64, at ...float64) {
	p.add(Shape{Points: at, Weight: weight, Tone: tone})
}

func (p *pen) dashed(tone Tone, at ...float64) {
	p.add(Shape{Points: at, Weight: 1.5, Tone: tone, Dashed: true})
}

// plate is a closed outline, filled.
func (p *pen) plate(tone Tone, weight float64, fill Tone, at ...float64) {
	p.add(Shape{Points: at, Weight: weight, Tone: tone, Fill: fill, Closed: true})
}

func (p *pen) box(tone Tone, weight float64, fill Tone, x, y, w, h float64) {
	p.plate(tone, weight, fill, x, y, x+w, y, x+w, y+h, x, y+h)
}

func (p *pen) circle(tone Tone, weight float64, fill Tone, x, y, r float64) {
	p.add(Shape{Points: []float64{x, y}, Round: r, Weight: weight, Tone: tone, Fill: fill})
}

// pivot is what turns about a fixed place, pin what is only pinned.
func (p *pen) pivot(x, y float64) {
	p.circle(Ink, 0, Ink, x, y, 10)
	p.circle(Ink, 0, Paper, x, y, 3.5)
}

func (p *pen) pin(x, y float64) { p.circle(Ink, 3, Paper, x, y, 6) }

// fixed is a wall that something passes or ends at.
func (p *pen) fixed(x, y, high float64) { p.line(Ink, 7, x, y-high/2, x, y+high/2) }

// arm is a lever between two places.
func (p *pen) arm(x1, y1, x2, y2 float64) {
	p.line(Ink, 15, x1, y1, x2, y2)
	p.line(Paper, 9.5, x1, y1, x2, y2)
}

// swing is a lever's end: length at an angle from straight up, to the right, degrees.
func swing(x, y, long, angle float64) (float64, float64) {
	a := angle * math.Pi / 180
	return x + long*math.Sin(a), y - long*math.Cos(a)
}

// fan shades where a lever goes.
func (p *pen) fan(x, y, long, from, to float64) {
	at := []float64{x, y}
	for i := range 13 {
		ex, ey := swing(x, y, long, from+(to-from)*float64(i)/12)
		at = append(at, ex, ey)
	}
	p.plate(Quiet, 0, Wash, at...)
}

// rod is stiff, wire is not.
func (p *pen) rod(at ...float64)  { p.line(Ink, 5, at...) }
func (p *pen) wire(at ...float64) { p.line(Ink, 2.5, at...) }

// cable is a jacket with its inner, bent through places.
func (p *pen) cable(at ...float64) {
	bent := smooth(at)
	p.line(Quiet, 9, bent...)
	p.line(Paper, 5, bent...)
	p.line(Ink, 1.8, bent...)
}

// smooth passes a curve through places.
func smooth(at []float64) (out []float64) {
	n := len(at) / 2
	place := func(i int) (float64, float64) {
		i = min(max(i, 0), n-1)
		return at[2*i], at[2*i+1]
	}
	for i := range n - 1 {
		x0, y0 := place(i - 1)
		x1, y1 := place(i)
		x2, y2 := place(i + 1)
		x3, y3 := place(i + 2)
		for k := range 8 {
			t := float64(k) / 8
			c := func(a, b, c, d float64) float64 {
				return 0.5 * (2*b + (c-a)*t + (2*a-5*b+4*c-d)*t*t + (3*b-a-3*c+d)*t*t*t)
			}
			out = append(out, c(x0, x1, x2, x3), c(y0, y1, y2, y3))
		}
	}
	return append(out, at[2*n-2], at[2*n-1])
}

// spring between two places.
func (p *pen) spring(x1, y1, x2, y2 float64) {
	const turns = 9
	dx, dy := x2-x1, y2-y1
	long := math.Hypot(dx, dy)
	if long < 1 {
		return
	}
	nx, ny := -dy/long*7, dx/long*7
	at := []float64{x1, y1}
	for i := range turns {
		t := (float64(i) + 1) / (turns + 1)
		s := float64(1 - 2*(i%2))
		at = append(at, x1+dx*t+nx*s, y1+dy*t+ny*s)
	}
	p.line(Ink, 2, append(at, x2, y2)...)
}

// thread is a threaded piece lying along.
func (p *pen) thread(x1, x2, y float64) {
	p.box(Ink, 1.8, Paper, x1, y-7, x2-x1, 14)
	for x := x1 + 5; x < x2-4; x += 8 {
		p.line(Ink, 1.8, x, y-7, x+4, y+7)
	}
}

// arrow points from one place to another.
func (p *pen) arrow(tone Tone, weight, x1, y1, x2, y2 float64) {
	p.line(tone, weight, x1, y1, x2, y2)
	p.head(tone, x1, y1, x2, y2, 4+2*weight)
}

func (p *pen) head(tone Tone, x1, y1, x2, y2, size float64) {
	dx, dy := x2-x1, y2-y1
	long := math.Hypot(dx, dy)
	if long < 1e-6 {
		size, long = 0, 1 // no way to point: nothing is seen of it
	}
	ux, uy := dx/long, dy/long
	p.plate(tone, 0, tone, x2, y2, x2-ux*size-uy*size/2, y2-uy*size+ux*size/2, x2-ux*size+uy*size/2, y2-uy*size-ux*size/2)
}

// label keeps a text to be placed.
func (p *pen) label(x, y, away float64, lines ...line) {
	p.labels = append(p.labels, label{x, y, away, lines, p.lean})
}

// note writes a name near a place.
func (p *pen) note(x, y, away float64, text string) {
	if text != "" {
		p.label(x, y, away, line{text, small, false, Quiet, ""})
	}
}

// adjuster marks what is turned: in the accent when it is turned now, with the way to turn
// seen from the stated side. The box is where it sits.
func (p *pen) adjuster(works string, x, y, w, h float64) {
	p.sits(works, x, y)
	a, ok := p.rig.Adjusters[works]
	tone, weight := Ink, 3.0
	if ok && a.Turn != "" && !a.Done {
		tone, weight = Now, 4
	}
	p.box(tone, weight, Paper, x-w/2, y-h/2, w, h)
	for i := 1; i <= 3; i++ {
		at := x - w/2 + w*float64(i)/4
		p.line(tone, 1.8, at, y-h/2+4, at, y+h/2-4)
	}
	p.turned(a, ok, x, y, w, h)
}

// turned writes what is turned, and draws which way.
func (p *pen) turned(a Adjuster, ok bool, x, y, w, h float64) {
	if !ok {
		return
	}
	if a.Turn == "" {
		p.note(x, y, h/2+4, a.Name)
		return
	}
	tone := Now
	text := []line{{a.Turn, large, true, Now, ""}}
	if a.Done {
		tone, text = Ink, []line{{"✓ " + a.Name + ": turned", small, true, Good, ""}}
	}
	switch {
	case a.Done:
	case a.Seen == "along":
		p.arrow(tone, 3, x-w/2, y-h/2-9, x+w/2, y-h/2-9)
	default:
		p.bow(tone, x, y-h/2-6, w/2+8, a.Seen == "clockwise")
	}
	if !a.Done {
		about := a.Name
		if a.From != "" && a.Seen != "along" {
			about = fmt.Sprintf("%s: %s, seen from %s", a.Name, a.Seen, a.From)
		}
		text = append(text, line{about, small, false, Now, ""})
	}
	if a.Threads != "" && !a.Done {
		text = append(text, line{a.Threads, small, false, Quiet, ""})
	}
	p.label(x, y, h/2+16, text...)
}

// bow is the way to turn, over what is turned.
func (p *pen) bow(tone Tone, x, y, r float64, clockwise bool) {
	at := []float64{}
	for i := range 9 {
		a := (-60 + 120*float64(i)/8) * math.Pi / 180
		if !clockwise {
			a = -a
		}
		at = append(at, x+r*math.Sin(a), y+r*0.5-r*0.62*math.Cos(a))
	}
	p.line(tone, 3, at...)
	n := len(at)
	p.head(tone, at[n-4], at[n-3], at[n-2], at[n-1], 12)
}

// sits notes where something is; the first place counts.
func (p *pen) sits(name string, x, y float64) {
	if _, there := p.places[name]; !there && p.places != nil {
		p.places[name] = [2]float64{clamp(x, 0, Width), clamp(y, 0, Height)}
	}
}

// gap is a distance between two places along, with what was read of it.
func (p *pen) gap(reading string, x1, x2, y float64, times float64) {
	p.sits(reading, (x1+x2)/2, y)
	r, ok := p.rig.Readings[reading]
	if !ok {
		return
	}
	if x1 > x2 {
		x1, x2 = x2, x1
	}
	p.line(Ink, 1.5, x1, y-9, x1, y+9)
	p.line(Ink, 1.5, x2, y-9, x2, y+9)
	p.arrow(Ink, 1.8, x1-26, y, x1, y)
	p.arrow(Ink, 1.8, x2+26, y, x2, y)
	p.read(r, (x1+x2)/2, y, 12, times)
}

// ends draws a distance from one place to another.
func (p *pen) ends(x1, x2, y float64) {
	p.line(Ink, 1.5, x1, y-10, x1, y+10)
	p.line(Ink, 1.5, x2, y-10, x2, y+10)
	p.arrow(Ink, 1.8, (x1+x2)/2, y, x1, y)
	p.arrow(Ink, 1.8, (x1+x2)/2, y, x2, y)
}

// shows writes what was read at a place.
func (p *pen) shows(reading string, x, y, away float64) {
	p.sits(reading, x, y)
	if r, ok := p.rig.Readings[reading]; ok {
		p.read(r, x, y, away, 1)
	}
}

func (p *pen) read(r Reading, x, y, away, times float64) {
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
	p.label(x, y, away, text...)
}

// sense writes what hand, eye or ear tells at a place.
func (p *pen) sense(name string, x, y, away float64) {
	p.sits(name, x, y)
	if word := p.rig.Senses[name]; word != "" {
		p.label(x, y, away, line{word, small, true, Ink, ""})
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
	p.label(Width-90, 60, 6, text...)
}

// flag hangs what is on for the work where it sits.
func (p *pen) flag(x, y float64) {
	for i, one := range p.rig.On {
		p.line(Ink, 2, x+float64(i)*14, y, x+float64(i)*14, y-24)
		p.label(x+float64(i)*14, y-24, 4, line{one + ", still on", small, true, Ink, ""})
	}
}

package picture

import (
	"cmp"
	"math"
	"slices"
	"strings"
)

// rect is where a text stands.
type rect struct{ x1, y1, x2, y2 float64 }

func (a rect) meets(b rect) bool { return a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2 }

// Wide is how wide a text is at size 1: a little more than it is, so that no text that fits
// here meets another on a screen or on paper.
func Wide(text string, bold bool) (w float64) {
	for _, r := range text {
		switch {
		case strings.ContainsRune("iljtfrI.,:;'’ ()|", r):
			w += 0.33
		case strings.ContainsRune("mwMW½¼¾⅛✓○—", r):
			w += 0.88
		case r >= 'A' && r <= 'Z':
			w += 0.66
		default:
			w += 0.57
		}
	}
	if bold {
		w *= 1.05
	}
	return w
}

// layout is how a scene is shown: how much smaller than it is drawn, and whether its halves
// stand apart.
type layout struct {
	shrink float64
	halves bool
}

// The three layouts: a screen, a tablet, a phone.
var (
	whole  = layout{1, false}
	middle = layout{0.66, false}
	halves = layout{0.6, true}
)

func (p *pen) scene() Scene {
	p.grid = gridOf(slices.Concat(p.shapes, p.passed, p.marked()))
	for _, s := range p.shapes {
		for i, v := range s.Points {
			s.Points[i] = tenth(v)
		}
	}
	s := Scene{Shapes: p.shapes, Marks: p.spots, Says: p.says(), Drawn: p.drawn}
	s.Whole, s.Beside.Whole = p.place(whole)
	s.Middle, s.Beside.Middle = p.place(middle)
	s.Halves, s.Beside.Halves = p.place(halves)
	return s
}

// still tells whether a shape stays where it is through the whole travel; what moves is
// rounded.
func still(at [][]float64) bool {
	stays := true
	for _, points := range at {
		for i := range points {
			points[i] = tenth(points[i])
			stays = stays && points[i] == at[0][i]
		}
	}
	return stays
}

// tenth is fine enough for an eye, and short to send.
func tenth(v float64) float64 { return math.Round(v*10)/10 + 0 }

// says is the picture in words.
func (p *pen) says() string {
	var out []string
	for _, l := range p.labels {
		var words []string
		for _, one := range l.lines {
			words = append(words, one.text)
		}
		out = append(out, strings.Join(words, ", "))
	}
	return strings.Join(out, "; ")
}

// candidate is how far a text's middle may lie from its place, in the grid it is looked for.
type candidate struct{ x, y, away float64 }

// around are the candidates, the nearest first.
var around = func() (out []candidate) {
	for x := -224.0; x <= 224; x += 14 {
		for y := -128.0; y <= 128; y += 8 {
			out = append(out, candidate{x, y, math.Hypot(x, y)})
		}
	}
	slices.SortStableFunc(out, func(a, b candidate) int { return cmp.Compare(a.away, b.away) })
	return out
}()

// place puts every text where it meets no line, no edge and no other text; what finds no
// place is told beside the drawing. What is said of what is done now comes first.
func (p *pen) place(l layout) (out []Text, beside []string) {
	out, beside = []Text{}, []string{}
	var taken []rect
	for _, first := range []bool{true, false} {
		for _, one := range p.labels {
			now := false
			for _, t := range one.lines {
				now = now || t.tone == Now
			}
			if now != first {
				continue
			}
			texts, box, ok := p.fit(one, l, taken)
			if !ok {
				var words []string
				for _, t := range one.lines {
					words = append(words, t.text)
				}
				beside = append(beside, strings.Join(words, ", "))
				continue
			}
			taken = append(taken, box)
			for _, t := range texts {
				t.X, t.Y, t.Size = tenth(t.X), tenth(t.Y), tenth(t.Size)
				out = append(out, t)
			}
		}
	}
	return out, beside
}

// fit finds the free place for a label that lies nearest.
func (p *pen) fit(one label, l layout, taken []rect) (out []Text, box rect, ok bool) {
	w, h := 0.0, 0.0
	for _, t := range one.lines {
		w = math.Max(w, Wide(t.text, t.bold)*t.size/l.shrink)
		h += t.size * lineHeight / l.shrink
	}
	low, high := 4.0, Width-4
	if l.halves {
		low, high = 4, Half-4
		if one.x > Half {
			low, high = Half+4, Width-4
		}
	}
	best, reach := farthest, math.Hypot(w, h)/2
	for _, c := range around {
		if c.away-reach >= best {
			break // none after it lies nearer
		}
		cx, cy := one.x+c.x, one.y+c.y
		b := rect{cx - w/2, cy - h/2, cx + w/2, cy + h/2}
		if b.x1 < low || b.x2 > high || b.y1 < 2 || b.y2 > Height-2 {
			continue
		}
		if c.x*one.lean < 0 || one.lean != 0 && math.Abs(c.x) < w/2 { // it keeps to its side
			continue
		}
		aside := math.Abs(c.x) / 12
		if aside >= best {
			continue
		}
		away := math.Hypot(one.x-clamp(one.x, b.x1, b.x2), one.y-clamp(one.y, b.y1, b.y2)) + aside
		switch {
		case away >= best || away < one.away && b.holds(one.x, one.y):
		case p.grid.covers(b) || meetsAny(b, taken):
		default:
			best, box, ok = away, b, true
		}
	}
	if !ok {
		return nil, box, false
	}
	y := box.y1
	for _, t := range one.lines {
		size := t.size / l.shrink
		y += size * lineHeight
		at := (box.x1+box.x2)/2 - Wide(t.text, t.bold)*size/2
		switch {
		case box.x1 > one.x:
			at = box.x1
		case box.x2 < one.x:
			at = box.x2 - Wide(t.text, t.bold)*size
		}
		out = append(out, Text{at, y - size*0.3, size, t.bold, t.tone, t.text, t.gone})
	}
	return out, box, true
}

const (
	lineHeight = 1.16
	farthest   = 90.0 // from its place: farther off a text would tell of something else
)

func (a rect) holds(x, y float64) bool { return x > a.x1 && x < a.x2 && y > a.y1 && y < a.y2 }

func meetsAny(box rect, taken []rect) bool {
	for _, other := range taken {
		if box.meets(rect{other.x1 - 6, other.y1 - 2, other.x2 + 6, other.y2 + 2}) {
			return true
		}
	}
	return false
}

// grid knows what is drawn where, in cells: how many cells before each, row by row, so that a box is asked in one step.
type grid struct{ before []int32 }

const cell = 3.0

// How many cells there are, and how many numbers a row of the grid has: one more than its cells.
var (
	cellsAcross = int(math.Ceil(Width / cell))
	cellsDown   = int(math.Ceil(Height / cell))
	gridRow     = cellsAcross + 1
)

func gridOf(shapes []Shape) grid {
	g := grid{make([]int32, gridRow*(cellsDown+1))}
	for _, s := range shapes {
		s.mark(g.drawn)
	}
	for j := 1; j <= cellsDown; j++ {
		above, here := g.before[(j-1)*gridRow:j*gridRow], g.before[j*gridRow:(j+1)*gridRow]
		sum := int32(0)
		for i := range here {
			sum += here[i]
			here[i] = above[i] + sum
		}
	}
	return g
}

// drawn takes note of what is drawn in a box, before the cells are summed.
func (g grid) drawn(b rect) {
	i1, i2 := int(max(0, b.x1/cell)), min(cellsAcross-1, int(b.x2/cell))
	for j := int(max(0, b.y1/cell)); j <= min(cellsDown-1, int(b.y2/cell)); j++ {
		for i := i1; i <= i2; i++ {
			g.before[(j+1)*gridRow+i+1] = 1
		}
	}
}

// covers tells whether anything is drawn in a box.
func (g grid) covers(b rect) bool {
	i1, j1 := max(0, int(b.x1/cell)), max(0, int(b.y1/cell))
	i2, j2 := min(cellsAcross, int(b.x2/cell)+1), min(cellsDown, int(b.y2/cell)+1)
	return g.before[j2*gridRow+i2]-g.before[j1*gridRow+i2]-g.before[j2*gridRow+i1]+g.before[j1*gridRow+i1] > 0
}

// mark goes over all that a shape covers.
func (s Shape) mark(at func(rect)) {
	room := s.Weight/2 + 2
	about := func(x, y, r float64) { at(rect{x - r, y - r, x + r, y + r}) }
	if s.Round > 0 {
		about(s.Points[0], s.Points[1], s.Round+room)
		return
	}
	n := len(s.Points)
	last := n - 4
	if s.Closed {
		last = n - 2
		s.fill(at)
	}
	for i := 0; i <= last; i += 2 {
		x1, y1, x2, y2 := s.Points[i], s.Points[i+1], s.Points[(i+2)%n], s.Points[(i+3)%n]
		pieces := math.Ceil(math.Hypot(x2-x1, y2-y1)/cell) + 1
		for k := 0.0; k <= pieces; k++ {
			about(x1+(x2-x1)*k/pieces, y1+(y2-y1)*k/pieces, room)
		}
	}
}

// fill goes over what lies inside a closed shape, a run of each row of cells at a time.
func (s Shape) fill(at func(rect)) {
	b := rect{math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)}
	for i := 0; i < len(s.Points); i += 2 {
		b = rect{min(b.x1, s.Points[i]), min(b.y1, s.Points[i+1]), max(b.x2, s.Points[i]), max(b.y2, s.Points[i+1])}
	}
	crossed := make([]float64, 0, len(s.Points)/2)
	for y := b.y1; y <= b.y2; y += cell {
		crossed = s.crossed(y, crossed[:0])
		for k := 0; k+1 < len(crossed); k += 2 {
			first := b.x1 + math.Ceil((crossed[k]-b.x1)/cell)*cell // what lies between two cells is in neither
			last := b.x1 + (math.Ceil((crossed[k+1]-b.x1)/cell)-1)*cell
			if first <= last {
				at(rect{first - 1, y - 1, last + 1, y + 1})
			}
		}
	}
}

// crossed are where a line at a height goes through the edges of a closed shape, from the left, after what stands in out already.
func (s Shape) crossed(y float64, out []float64) []float64 {
	n := len(s.Points) / 2
	for i, j := 0, n-1; i < n; j, i = i, i+1 {
		xi, yi, xj, yj := s.Points[2*i], s.Points[2*i+1], s.Points[2*j], s.Points[2*j+1]
		if (yi > y) != (yj > y) {
			out = append(out, (xj-xi)*(y-yi)/(yj-yi)+xi)
		}
	}
	slices.Sort(out)
	return out
}

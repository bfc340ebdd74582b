package routing

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func straight(mm string) Piece { return Piece{Length: mm} }

func bend(angle, radius, to string) Piece {
	return Piece{Bend: true, Angle: angle, Radius: radius, Toward: to}
}

// helm is a helm to an outboard: along, down, aft, over to the engine.
func helm() Draft {
	return Draft{
		Name:    "throttle cable, port",
		Starts:  "down",
		Pieces:  []Piece{straight("600"), bend("90", "200", "back"), straight("3 m"), bend("45", "150", "left"), straight("400")},
		Conduit: Conduit{Core: "3", Bore: "3.6", Least: "200", Load: "60"},
		Near: []Part{
			{Name: "exhaust", Kind: "hot", Keep: "100", Ahead: "-1500", Left: "0", Up: "-700", Size: "40"},
			{Name: "belt", Kind: "moving", Keep: "50", Is: "35"},
		},
		Steering: &Steering{Behind: "500", Aside: "300", Arm: "150", Lock: "35"},
		Ends:     []End{{Adds: "90", Thread: "22", Least: "8", Pitch: "0.8"}, {Adds: "110", Thread: "20", Least: "8", Pitch: "0.8"}},
		Order:    Wanted{Stock: "4.2 m, 4500, 4800, 5100"},
	}
}

func texts(lines []Line) string {
	var out []string
	for _, l := range lines {
		out = append(out, fmt.Sprint(l.Good, " ", l.Text))
	}
	return strings.Join(out, "\n")
}

func TestAPathIsLaidOutAndOrdered(t *testing.T) {
	v := Work(helm())
	require.Empty(t, v.Faults)
	length := 600 + 200*math.Pi/2 + 3000 + 150*math.Pi/4 + 400
	assert.InDelta(t, 4432, length, 1)
	assert.Contains(t, texts(v.Path), "Path 4432 mm, bends 135° together")
	assert.Contains(t, texts(v.Path), "false Tightest is bend 2, radius 150 mm; the cable wants 200 mm")
	assert.Contains(t, texts(v.Path), "A core of 3 mm in 3.6 mm: the bends take up 1.4 mm of travel", "0.6 mm of clearance over 135 degrees")
	assert.Contains(t, texts(v.Path), "60 N at the far end is 76 N at the hand")
	assert.Equal(t, []string{"straight 600 mm", "bend 90° toward back, radius 200 mm: 314 mm along the cable"}, v.Laid[:2])
	assert.False(t, v.Pieces[3].Good)
	assert.True(t, v.Pieces[1].Good)
	assert.Contains(t, v.Near[0].Text, "60 mm away, at the straight piece after bend 1: 40 mm too near")
	assert.Equal(t, Line{false, "35 mm away: 15 mm too near"}, v.Near[1], "as measured")

	// clamp at 500, 300 from the pivot, hold 150 ahead of it: at the right lock it is farthest
	ahead, left, right := math.Hypot(350, 300), math.Hypot(500-150*0.81915, 300-150*0.57358), math.Hypot(500-150*0.81915, 300+150*0.57358)
	require.NotNil(t, v.Loop)
	assert.InDelta(t, ahead, v.Loop.Ahead, 0.01)
	assert.InDelta(t, left, v.Loop.Left, 0.01)
	assert.InDelta(t, right-ahead, v.Loop.Adds, 0.01)
	require.NotNil(t, v.Loop.Radius)
	half := right / 2 / *v.Loop.Radius
	assert.InDelta(t, min(ahead, left), 2**v.Loop.Radius*math.Sin(half), 0.1, "an arc of the whole length over the shorter chord")

	needed := length + (right - ahead) + 90 + 110
	require.NotNil(t, v.Stock)
	assert.Equal(t, 4800.0, *v.Stock)
	assert.Contains(t, texts(v.Order), fmt.Sprintf("%.0f mm is left over", 4800-needed))
	assert.Contains(t, texts(v.Ends), "Where it starts: wind it on by 15 of 22 threads; 7 to spare either way, 5.6 mm")
	assert.Contains(t, texts(v.Order), "false The threads take up 10.4 mm either way; the path is known to about 45 mm")
	assert.True(t, v.Ready)

	d := helm()
	d.Order.SoldBy = "jacket"
	assert.Equal(t, 4800.0, *Work(d).Stock)
	d.Order.Stock = "4.2 m, 4500"
	v = Work(d)
	assert.Nil(t, v.Stock)
	assert.Contains(t, texts(v.Order), "None in stock reaches: the longest is 4500 mm")
}

// drag takes hold of a handle and puts it ahead and across, mm from the start.
func drag(t *testing.T, d Draft, view, handle string, ahead, across float64) View {
	t.Helper()
	was := Work(d)
	n := map[string]int{"side": 0, "top": 1}[view]
	f := was.Sights[n].Frame
	d.Drag = &Drag{Handle: handle, View: view, X: f.X0 + ahead/f.MM, Y: f.Y0 - across/f.MM}
	d.Drag.Frames = []Frame{was.Sights[0].Frame, was.Sights[1].Frame}
	v := Work(d)
	assert.Nil(t, v.Draft.Drag)
	return v
}

func TestAStraightPieceIsDraggedIntoABend(t *testing.T) {
	d := Draft{Pieces: []Piece{straight("1000")}}
	v := drag(t, d, "side", "m0", 500, 500)
	require.Empty(t, v.Faults)
	require.Len(t, v.Draft.Pieces, 3)
	assert.Equal(t, "90", v.Draft.Pieces[1].Angle, "up by 45 and down by 45 degrees")
	assert.Equal(t, "100", v.Draft.Pieces[1].Radius)
	leg := math.Sqrt(0.5)*1000 - 100
	assert.InDelta(t, 2*leg+100*math.Pi/2, number(t, v.Path[0].Text), 1)

	again := drag(t, v.Draft, "side", "c0", 500, 0) // back onto the line
	require.Empty(t, again.Faults)
	assert.Equal(t, []Piece{straight("1000")}, again.Draft.Pieces)

	refused := drag(t, v.Draft, "side", "c0", 985, 30)
	require.NotEmpty(t, refused.Faults)
	assert.Contains(t, refused.Faults[0].Message, "do not fit between these corners")
	assert.Equal(t, v.Draft.Pieces, refused.Draft.Pieces, "nothing is lost")
	refused = drag(t, Draft{Pieces: []Piece{straight("90"), bend("90", "150", "up"), straight("90")}}, "side", "c0", 600, 235)
	require.NotEmpty(t, refused.Faults)
	assert.Contains(t, refused.Faults[0].Message, "leave the corner where the cable can go")
}

func number(t *testing.T, text string) (v float64) {
	_, err := fmt.Sscanf(text, "Path %f", &v)
	require.NoError(t, err, text)
	return v
}

// Whatever the path and whichever corner is dragged to where it was: the end stays, and the
// length with it. A corner dragged in one view keeps its place in the other.
func TestADragMovesOnlyWhatIsDragged(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	moved := 0
	for range 400 {
		d := Draft{Starts: Ways[r.IntN(6)]}
		for range 1 + r.IntN(5) {
			d.Pieces = append(d.Pieces, straight(fmt.Sprint(300+r.IntN(900))),
				bend(fmt.Sprint(20+r.IntN(200)), fmt.Sprint(20+r.IntN(100)), Ways[r.IntN(6)]))
		}
		d.Pieces = append(d.Pieces, straight(fmt.Sprint(300+r.IntN(500))))
		read := &reader{}
		w := read.path(&d)
		if len(read.faults) > 0 {
			continue // it already went that way
		}
		list := w.corners()
		i := r.IntN(len(list))
		c := list[i].at
		v := drag(t, d, "top", fmt.Sprint("c", i), c[0]+100, c[1])
		if len(v.Faults) > 0 {
			continue
		}
		moved++
		after := (&reader{}).path(&v.Draft)
		assert.InDelta(t, 0, after.at.plus(w.at, -1).size(), 6, "the end stays where it was")
		for j, one := range after.corners() {
			if j == i && len(after.corners()) == len(list) {
				assert.InDelta(t, c[2], one.at[2], 4, "its height is kept")
				assert.InDelta(t, c[0]+100, one.at[0], 6)
			}
		}
	}
	assert.Greater(t, moved, 100)
}

func TestWhatIsWrongIsSaidAtItsBlank(t *testing.T) {
	for _, one := range []struct {
		change func(*Draft)
		field  string
		says   string
	}{
		{func(d *Draft) { d.Pieces[0].Length = "much" }, "pieces[0].length", "much"},
		{func(d *Draft) { d.Pieces[0].Length = "-5" }, "pieces[0].length", "write 0 mm to"},
		{func(d *Draft) { d.Pieces[1].Angle = "400" }, "pieces[1].angle", "write 1"},
		{func(d *Draft) { d.Pieces[1].Toward = "" }, "pieces[1].toward", "say toward which side"},
		{func(d *Draft) { d.Pieces[1].Toward = "down" }, "pieces[1].toward", "already goes that way"},
		{func(d *Draft) { d.Starts = "aft" }, "starts", "say where it starts"},
		{func(d *Draft) { d.Conduit.Bore = "2" }, "conduit.bore", "does not go through"},
		{func(d *Draft) { d.Conduit.Friction = "7" }, "conduit.friction", "write 0 to 1"},
		{func(d *Draft) { d.Near[0].Kind = "soft" }, "near[0].kind", "hot, moving, sharp"},
		{func(d *Draft) { d.Steering.Lock = "0" }, "steering.lock", "write 1"},
		{func(d *Draft) { d.Ends[0].Least = "30" }, "ends[0].least", "so many threads are not there"},
		{func(d *Draft) { d.Order.Stock = "4200; plenty" }, "order.stock", "plenty"},
		{func(d *Draft) { d.Order.SoldBy = "weight" }, "order.sold_by", "jacket"},
		{func(d *Draft) { d.Name = strings.Repeat("x", 90) }, "name", "80 letters"},
		{func(d *Draft) { d.Pieces = append(d.Pieces, make([]Piece, 60)...) }, "pieces", "40 at most"},
		{func(d *Draft) { d.Drag = &Drag{Handle: "c9", View: "top", Frames: make([]Frame, 2)} }, "drag.handle", "no such corner"},
		{func(d *Draft) { d.Drag = &Drag{Handle: "c0", View: "top", X: 1e9, Frames: []Frame{{MM: 1}, {MM: 1}}} }, "drag", "longer than"},
		{func(d *Draft) { d.Drag = &Drag{Handle: "c0", View: "top", Frames: []Frame{{MM: 1}, {MM: 1e-300}}} }, "drag.frames", "as they were"},
		{func(d *Draft) { d.Drag = &Drag{Handle: "c0", View: "below"} }, "drag.view", "side or top"},
	} {
		d := helm()
		one.change(&d)
		v := Work(d)
		require.Len(t, v.Faults, 1, one.field)
		assert.Equal(t, one.field, v.Faults[0].Field)
		assert.Contains(t, v.Faults[0].Message, one.says)
		assert.False(t, v.Ready)
		assert.Equal(t, d.Conduit, v.Draft.Conduit, "what was written stays")
		_, err := json.Marshal(v)
		assert.NoError(t, err, "it can be sent")
	}
	v := Work(Draft{Pieces: []Piece{straight(""), {Bend: true}}})
	assert.Empty(t, v.Faults, "what is not written yet is not wrong")
	assert.Empty(t, v.Order)
}

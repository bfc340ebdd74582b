// Package fleet makes a workshop of many years: machines that wear as they are used, each at a rate of its own that is known,
// and the visits that set them again. It is what speed and size are measured on, and what wear is held against.
package fleet

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
	"strconv"
	"sync"
	"time"

	"brankel/photo"
	"brankel/postgres"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// Asked is what is to be made: the same of all comes to the same workshop, but for the day on which it ends.
type Asked struct {
	Years, Machines int
	Seed            uint64
}

// runsAYear is how many visits a machine has in a year, over all its cables.
const runsAYear = 11

// Truth is what is true of one line of wear: what it moves with a unit of usage, in turns of its adjuster, and the visits at
// which it had jumped or its part was renewed.
type Truth struct {
	Machine string   `json:"machine"`
	Cable   string   `json:"cable"`
	Works   string   `json:"works"`
	Turns   float64  `json:"turns_per_unit"`
	Jumps   []string `json:"jumps,omitempty"`
	Renewed []string `json:"renewed,omitempty"`
}

// Made is what was made.
type Made struct {
	Machines, Runs, Events, Photos int
	Truth                          []Truth
}

// Make fills a workshop that has the sheets and people of the demo. told is called with the events put in so far.
func Make(ctx context.Context, s *shop.Shop, a Asked, told func(events int)) (Made, error) {
	if a.Years < 1 || a.Years > 50 || a.Machines < 1 || a.Machines > 5000 {
		return Made{}, fmt.Errorf("write from 1 to 50 years and from 1 to 5000 machines")
	}
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	floor, err := s.Store.Floor(ctx)
	if err != nil {
		return Made{}, err
	}
	m := maker{shop: s, asked: a, today: s.Now(), floor: &floor, place: floor.Name, variants: map[string]*variant{}}
	m.photos, err = snaps(ctx, rand.New(rand.NewPCG(a.Seed, 7)))
	if err != nil {
		return Made{}, err
	}
	var merged workshop.Merged
	visits := make([][]visit, a.Machines)
	for i := range a.Machines {
		one, list, err := m.machine(ctx, i)
		if err != nil {
			return Made{}, err
		}
		merged.New = append(merged.New, one)
		visits[i] = list
	}
	if err := s.Store.MergeFloor(ctx, merged); err != nil {
		return Made{}, err
	}
	portions := make(chan []postgres.Filled, 2)
	failed := make(chan error, 1)
	go func() {
		defer close(portions)
		if err := m.runs(ctx, visits, portions); err != nil {
			failed <- err
			stop()
		}
	}()
	err = s.Store.Fill(ctx, portions, told)
	select {
	case err := <-failed:
		return m.made, err
	default:
		return m.made, err
	}
}

type maker struct {
	shop     *shop.Shop
	asked    Asked
	today    time.Time
	floor    *workshop.Workshop
	place    string
	variants map[string]*variant
	photos   []postgres.Photo
	made     Made
}

// visit is one run that is to be made: what of the variants it is, and when.
type visit struct {
	of      *variant
	machine *workshop.Machine
	cable   workshop.Cable
	id      string
	at      time.Time
	serial  string
	words   string
	photo   int // of the snaps, -1 for none
}

// machine is the n-th machine with its meter, and its visits, the oldest first.
func (m *maker) machine(ctx context.Context, n int) (workshop.Machine, []visit, error) {
	r := rand.New(rand.NewPCG(m.asked.Seed, uint64(n)+1000))
	k := kinds[n%len(kinds)]
	place := slices.IndexFunc(m.floor.Machines, func(x workshop.Machine) bool { return x.ID == k.of })
	if place < 0 || m.floor.Machines[place].Unit == nil {
		return workshop.Machine{}, nil, fmt.Errorf("the floor has no %s: load the demo first", k.of)
	}
	from := m.floor.Machines[place]
	one := workshop.Machine{ID: fmt.Sprintf("fleet-%d-%d", m.asked.Seed, n), Name: called(n, k.what), Craft: from.Craft, Note: from.Note}
	unit := *from.Unit
	if no, err := strconv.Atoi(unit.Serial); err == nil {
		unit.Serial = strconv.Itoa(no + n%40) // of the same sheets
	}
	one.Unit = &unit
	for _, l := range k.lines {
		one.Cables = append(one.Cables, *from.Cable(l.cable))
	}
	yearly := k.yearly * math.Exp(0.3*r.NormFloat64())
	days := m.asked.Years * 365
	begin := m.today.AddDate(0, 0, -days)
	usage := yearly * 3 * r.Float64()
	meter := workshop.Meter{Name: k.meter}
	var list []visit
	lines := make([]*line, len(k.lines))
	for i, l := range k.lines {
		lines[i] = &line{lineKind: l, rate: l.perYear / k.yearly * math.Exp(0.4*r.NormFloat64()), room: 8 + 6*r.Float64()}
		lines[i].truth = Truth{Machine: one.ID, Cable: l.cable, Works: l.works, Turns: lines[i].rate}
	}
	visits := m.asked.Years * runsAYear
	at := 0.0
	for i := range visits {
		step := float64(days) / float64(visits) * (0.7 + 0.6*r.Float64())
		used := yearly * step / 365 * (0.85 + 0.3*r.Float64())
		at += step
		usage += used
		day := begin.AddDate(0, 0, min(int(at), days-1)).Add(time.Duration(8+r.IntN(8)) * time.Hour).Truncate(time.Minute)
		if i%3 == 0 || i == visits-1 {
			meter.Readings = append(meter.Readings, workshop.MeterReading{ID: fmt.Sprintf("%s-m%d", one.ID, i), On: day.Format(time.DateOnly),
				Value: math.Round(usage), By: people[r.IntN(len(people))]})
		}
		for _, l := range lines {
			l.wears(used, r)
		}
		l := lines[i%len(lines)]
		v, err := l.visited(ctx, m, day, r)
		if err != nil {
			return one, nil, err
		}
		photo := -1
		if r.IntN(30) == 0 {
			photo = r.IntN(len(m.photos))
		}
		list = append(list, visit{of: v, cable: one.Cables[i%len(lines)], id: fmt.Sprintf("%s-%d", one.ID, i), at: day,
			serial: one.Unit.Serial, words: complaints[r.IntN(len(complaints))], photo: photo})
	}
	one.Meters = []workshop.Meter{meter}
	for i := range list {
		list[i].machine = &one
	}
	for _, l := range lines {
		if !l.shared {
			m.made.Truth = append(m.made.Truth, l.truth)
		}
	}
	m.made.Machines++
	return one, list, nil
}

// line is one line of wear as it is used.
type line struct {
	lineKind
	rate, off, taken, room float64 // turns a unit of usage, off as it stands, taken up since new, there are
	truth                  Truth
}

func (l *line) wears(used float64, r *rand.Rand) {
	l.off += l.rate * used * math.Max(0, 1+0.2*r.NormFloat64())
}

// coarsest is in what steps of a turn what a visit finds is made; farthest is how far off anything is found.
const (
	coarsest = 0.25
	farthest = 4
)

// visited is what a visit finds and does: one in fifty finds a jump; where nothing is left, the part is renewed.
func (l *line) visited(ctx context.Context, m *maker, day time.Time, r *rand.Rand) (*variant, error) {
	on := day.Format(time.DateOnly)
	if r.IntN(50) == 0 {
		l.off += 1.5 + r.Float64()
		l.truth.Jumps = append(l.truth.Jumps, on)
	}
	if l.taken+l.off > l.room {
		l.taken, l.off = 0, 0
		l.truth.Renewed = append(l.truth.Renewed, on)
		v, err := m.variant(ctx, l.lineKind, 0, true)
		return v, err
	}
	off := math.Max(-farthest, math.Min(math.Round(l.off/coarsest)*coarsest, farthest))
	v, err := m.variant(ctx, l.lineKind, off, false)
	if err == nil {
		l.off -= v.turned
		l.taken += v.turned
	}
	return v, err
}

// runs makes the events of all visits, a portion a machine, on every core.
func (m *maker) runs(ctx context.Context, visits [][]visit, out chan<- []postgres.Filled) error {
	work := make(chan []visit)
	var all sync.WaitGroup
	var mu sync.Mutex
	var first error
	for range runtime.NumCPU() {
		all.Go(func() {
			for list := range work {
				portion, err := m.portion(list)
				mu.Lock()
				if err != nil && first == nil {
					first = err
				}
				for _, f := range portion {
					m.made.Runs++
					m.made.Events += len(f.Events)
					m.made.Photos += len(f.Photos)
				}
				mu.Unlock()
				select {
				case out <- portion:
				case <-ctx.Done():
				}
			}
		})
	}
	for _, list := range visits {
		select {
		case work <- list:
		case <-ctx.Done():
		}
	}
	close(work)
	all.Wait()
	return first
}

func (m *maker) portion(list []visit) (out []postgres.Filled, err error) {
	zone := m.zone()
	for _, v := range list {
		f, err := v.filled(m, zone)
		if err != nil {
			return nil, err
		}
		out = append(out, f)
	}
	return out, nil
}

func (m *maker) zone() *time.Location {
	zone, err := time.LoadLocation(m.floor.Zone)
	if err != nil {
		return time.UTC
	}
	return zone
}

// snaps are a few photos as they would be kept.
func snaps(ctx context.Context, r *rand.Rand) (out []postgres.Photo, err error) {
	for range 12 {
		img := image.NewRGBA(image.Rect(0, 0, 480, 360))
		for y := range 360 {
			for x := range 480 {
				img.Set(x, y, color.RGBA{uint8(x / 3), uint8(y/2) ^ uint8(r.IntN(16)), 90, 255})
			}
		}
		var raw writer
		if err := jpeg.Encode(&raw, img, &jpeg.Options{Quality: 60}); err != nil {
			return nil, err
		}
		t, err := photo.Take(ctx, raw)
		if err != nil {
			return nil, err
		}
		out = append(out, postgres.Photo{SHA256: sum(t.JPEG), Width: t.Width, Height: t.Height, JPEG: t.JPEG, Small: t.Small})
	}
	return out, nil
}

func sum(raw []byte) string {
	s := sha256.Sum256(raw)
	return hex.EncodeToString(s[:])
}

type writer []byte

func (w *writer) Write(b []byte) (int, error) { *w = append(*w, b...); return len(b), nil }

// body is the JSON of an event's body.
func body(v any) json.RawMessage {
	raw, err := json.Marshal(v)
	if err != nil {
		panic(err) // plain data
	}
	return raw
}

// patched is a body with some of its fields otherwise.
func patched[T any](raw json.RawMessage, change func(*T)) (json.RawMessage, error) {
	var of T
	if err := json.Unmarshal(raw, &of); err != nil {
		return nil, err
	}
	change(&of)
	return body(of), nil
}

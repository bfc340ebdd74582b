package record

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
)

// Photo is a picture taken at a step, of a point or of what a check looks at: its bytes are kept beside the chain, their
// SHA-256 stands in it. Width and Height, in pixels, are filled in here, and what was measured in
// it.
type Photo struct {
	SHA256  string    `json:"sha256"`
	Stage   string    `json:"stage"`           // as found, as left, released, applied, or "" for any other
	Point   string    `json:"point,omitempty"` // of the sheet
	Check   string    `json:"check,omitempty"` // of the sheet, where no point is named
	Of      string    `json:"of,omitempty"`    // an adjuster of the sheet, where neither is
	Step    string    `json:"step,omitempty"`
	Text    string    `json:"text,omitempty"`
	Width   int       `json:"width,omitempty"`
	Height  int       `json:"height,omitempty"`
	Small   string    `json:"small,omitempty"` // SHA-256 of its small twin; filled in here
	Name    string    `json:"name,omitempty"`  // of the point or the check
	Measure *Measured `json:"measured,omitempty"`
}

// PhotoKept is a photo that is kept, as an event names it: its size in pixels and the SHA-256 of its
// small twin.
type PhotoKept struct {
	Width, Height int
	Small         string
}

// PhotoStages are what a photo may stand for; the second and the fourth stand beside the one
// before them.
var PhotoStages = []string{"as found", "as left", "released", "applied"}

// Measured is a length taken off a photo by something known in it: two taps on the known thing,
// two on the unknown. Places are in pixels of the photo. Length, Doubt (half the width, mm) and
// Known are filled in here.
type Measured struct {
	Scale [2]Pixel `json:"scale"` // the ends of the known thing
	Of    [2]Pixel `json:"of"`    // the ends of what is measured
	Text  string   `json:"text"`  // how long the known thing is, such as "20 mm"
	Known float64  `json:"known,omitempty"`

	Length float64 `json:"length,omitempty"`
	Doubt  float64 `json:"doubt,omitempty"`
}

// Pixel is a place in a photo.
type Pixel struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

func apart(s [2]Pixel) float64 { return math.Hypot(s[1].X-s[0].X, s[1].Y-s[0].Y) }

// How exact a tap is, as part of the longer side of the photo, and the least length in a photo
// that is worth measuring by.
const (
	tapDoubt  = 1.0 / 400
	leastPart = 1.0 / 25
)

// MeasureIn takes a length off a photo of so many pixels. Its doubt is that of four taps, by the
// propagation of independent errors: each end lies within tapDoubt of the longer side, so a ratio
// of two lengths a and k is uncertain by its value times sqrt((t/a)² + (t/k)²) with t = √2 taps.
// That both things lie in one plane, square to the camera, is for the eye to see.
func MeasureIn(m Measured, width, height int) (Measured, error) {
	longer := float64(max(width, height))
	for _, s := range []Pixel{m.Scale[0], m.Scale[1], m.Of[0], m.Of[1]} {
		if !(s.X >= 0 && s.X <= float64(width) && s.Y >= 0 && s.Y <= float64(height)) {
			return m, fault.At("body.measured", "tap inside the photo: it is %d by %d", width, height)
		}
	}
	if err := short(m.Text, "measured.text", longestName); err != nil {
		return m, err
	}
	known, err := quantity.Parse(m.Text, "mm", quantity.Length)
	if err != nil {
		return m, fault.At("body.measured.text", "%s", err)
	}
	if !(known.Value > 0 && known.Value <= quantity.Length.Most()) {
		return m, fault.At("body.measured.text", "write how long the known thing is, such as 20 mm")
	}
	k, a := apart(m.Scale), apart(m.Of)
	if k < leastPart*longer || a < leastPart*longer {
		return m, fault.At("body.measured", "the two ends lie too close together to tell: tap farther apart, or take the photo from nearer")
	}
	tap := tapDoubt * longer * math.Sqrt2
	m.Known = known.Value
	m.Length = known.Value * a / k
	m.Doubt = m.Length * math.Hypot(tap/a, tap/k)
	return m, nil
}

func admitPhoto(in Incoming, p Photo) (Photo, error) {
	if in.Photo == nil {
		return p, fault.At("body.sha256", "send the photo itself first")
	}
	p.Width, p.Height, p.Small, p.Name = in.Photo.Width, in.Photo.Height, in.Photo.Small, ""
	if p.Point != "" {
		if in.Sheet == nil || in.Sheet.Point(p.Point) == nil {
			return p, fault.At("body.point", "the sheet has no such point")
		}
		p.Name = in.Sheet.Point(p.Point).Name
	}
	if p.Check != "" {
		c := in.Sheet.Check(p.Check)
		if c == nil || p.Point != "" {
			return p, fault.At("body.check", "name a check of the sheet, or a point of it, not both")
		}
		p.Name = c.Name
	}
	if p.Of != "" {
		a := in.Sheet.Adjuster(p.Of)
		if a == nil || p.Point+p.Check != "" {
			return p, fault.At("body.of", "name an adjuster of the sheet, or a point or a check of it, one of them")
		}
		p.Name = a.Name
	}
	if p.Stage != "" && !slices.Contains(PhotoStages, p.Stage) {
		return p, fault.At("body.stage", "choose %s, or nothing", strings.Join(PhotoStages, ", "))
	}
	if err := fault.First(short(p.Text, "text", longestLine), short(p.Step, "step", longestName)); err != nil {
		return p, err
	}
	if p.Measure != nil {
		m, err := MeasureIn(*p.Measure, p.Width, p.Height)
		if err != nil {
			return p, err
		}
		p.Measure = &m
	}
	return p, nil
}

func saysPhoto(p Photo) string {
	says := "photo"
	for _, more := range []string{p.Stage, p.Name} {
		if more != "" {
			says += ", " + more
		}
	}
	if p.Text != "" {
		says += ": " + p.Text
	}
	if m := p.Measure; m != nil {
		says += fmt.Sprintf("; measured in it %s ± %s, by something of %s", quantity.Number(m.Length, 1), spell.Figure(quantity.Length, m.Doubt),
			spell.Figure(quantity.Length, m.Known))
	}
	return says
}

// PhotoOf is what an incoming event says of a photo, false for any other.
func PhotoOf(e Event) (Photo, bool) {
	if e.Kind != KindPhoto {
		return Photo{}, false
	}
	return BodyOf[Photo](e), true
}

// PhotoLine is a photo on a record.
type PhotoLine struct {
	Seq    int    `json:"seq"`
	SHA256 string `json:"sha256"`
	Stage  string `json:"stage"`
	Says   string `json:"says"`
	By     string `json:"by"`
	Width  int    `json:"width"`
	Height int    `json:"height"`

	about string // what of the sheet it is of
}

// Of tells whether a photo was taken of a thing in a stage.
func (l PhotoLine) Of(about, stage string) bool {
	return about != "" && l.about == about && l.Stage == stage
}

// AboutPhoto is what a photo is of, as PhotoLine.Of compares it: a point, a check or an adjuster, the others "".
func AboutPhoto(point, check, adjuster string) string {
	if point+check+adjuster == "" {
		return ""
	}
	return point + "\x00" + check + "\x00" + adjuster
}

func foldPhoto(st *State, e Event, p Photo) { st.Photos = append(st.Photos, lineOf(e, p)) }

func lineOf(e Event, p Photo) PhotoLine {
	return PhotoLine{e.Seq, p.SHA256, p.Stage, saysPhoto(p), e.By, p.Width, p.Height, AboutPhoto(p.Point, p.Check, p.Of)}
}

// Photos are the photos of a run that were not struck out, in order; two that belong beside each
// other ("as found" and "as left" of a point) stand together where the first of them stands.
func Photos(events []Event) []PhotoLine {
	struck := StruckOut(events)
	var all []PhotoLine
	group := map[string]int{} // by pair and point: the first of them
	var order []int
	for _, e := range events {
		p, ok := PhotoOf(e)
		if !ok || struck[e.ID] {
			continue
		}
		at := len(all)
		all = append(all, lineOf(e, p))
		place := at
		if i := slices.Index(PhotoStages, p.Stage); i >= 0 {
			key := fmt.Sprint(i/2, "\x00", all[at].about)
			if first, there := group[key]; there {
				place = first
			} else {
				group[key] = at
			}
		}
		order = append(order, place)
	}
	by := make([]int, len(all))
	for i := range by {
		by[i] = i
	}
	slices.SortStableFunc(by, func(x, y int) int { return order[x] - order[y] })
	out := []PhotoLine{}
	for _, i := range by {
		out = append(out, all[i])
	}
	return out
}

package rig

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// FlapGeometry is a lever, a motor that runs until a follow-up rod opens its switch, the
// limits that cut it before, and the other side that follows the driven one.
type FlapGeometry struct {
	Detents    []FlapDetent `json:"detents" says:"detents, up first"`
	Gain       float64      `json:"gain" input:"plain,above0" says:"surface for each degree of the lever" part:"another hole of the arm"`
	Offset     float64      `json:"offset" input:"plain,angle,default=0" says:"surface at lever 0, rod at setting 0"`
	RodPitch   float64      `json:"rod_pitch" input:"plain,angle,above0" says:"follow-up rod, a turn"`
	GapUp      float64      `json:"gap_up" input:"plain,angle" says:"up switch's gap at setting 0, of the surface"`
	GapDown    float64      `json:"gap_down" input:"plain,angle" says:"down switch's gap at setting 0, of the surface"`
	GapPitch   float64      `json:"gap_pitch" input:"plain,angle,above0" says:"switch screws, a turn"`
	CoastUp    float64      `json:"coast_up" input:"plain,angle,atleast0" says:"coast up, the motor cut" part:"a better motor brake"`
	CoastDown  float64      `json:"coast_down" input:"plain,angle,atleast0" says:"coast down, the motor cut" part:"a better motor brake"`
	LimitUp    float64      `json:"limit_up" input:"plain,angle" says:"up limit at setting 0"`
	LimitDown  float64      `json:"limit_down" input:"plain,angle" says:"down limit at setting 0"`
	LimitPitch float64      `json:"limit_pitch" input:"plain,angle,above0" says:"limit screws, a turn"`
	TrackEnd   float64      `json:"track_end" input:"plain,angle" says:"end of the track"`
	FairTol    float64      `json:"fair_tol" input:"plain,angle,atleast0" says:"how far from home is still fair"`
	OtherDatum float64      `json:"other_datum" input:"plain,angle,default=0" says:"other side against the driven, at setting 0"`
	OtherPitch float64      `json:"other_pitch" input:"plain,angle,above0" says:"other side's rod, a turn"`
	AlikeTol   float64      `json:"alike_tol" input:"plain,angle,atleast0" says:"how far the sides may differ"`
	StartAngle float64      `json:"start_angle" input:"plain,angle,default=0" says:"what a protractor reads of the surface at home"`

	// A follow cable threaded at both ends is set from either: its wing end is there when its pitch is.
	WingPitch    *float64 `json:"wing_pitch" input:"plain,angle,above0" says:"wing end of the follow-up cable, a turn"`
	PanelThreads float64  `json:"panel_threads" input:"plain,count,atleast0,default=0" says:"threads in at the follow-up rod, at setting 0"`
	WingThreads  float64  `json:"wing_threads" input:"plain,count,atleast0,default=0" says:"threads in at the wing end, at setting 0"`
}

// FlapDetent is a place of the lever, in degrees.
type FlapDetent struct {
	Name  string  `json:"name" says:"detent"`
	Lever float64 `json:"lever" input:"plain,angle" says:"lever angle"`
}

// Check tells what no single field shows.
func (g FlapGeometry) Check(f *input.Faults) { checkNames(f, g.detents(), "detents", "name") }

func (g FlapGeometry) detents() (out []string) {
	for _, d := range g.Detents {
		out = append(out, d.Name)
	}
	return out
}

type flapCondition struct {
	Zero      float64 `json:"zero" input:"plain,angle,default=0" says:"what the protractor reads wrong"`
	WornBrake float64 `json:"worn_brake" input:"plain,angle,atleast0,default=0" says:"coast that a worn brake adds"`
}

// FlapAt is the detent of the lever, nil for the first, and where the surface came from: up or down.
type FlapAt struct {
	Detent *string `json:"detent" says:"detent of the lever"`
	From   string  `json:"from" input:"words=up|down,default=up" says:"where the surface came from"`
}

// flapFollowUp: the motor runs until the surface comes within the switch's gap of where
// the lever wants it, then coasts; the limits cut it before. Left out: the time it takes,
// and whether it hunts in fact, of which rest tells the sign.
func flapFollowUp(g *FlapGeometry, c *flapCondition) (*mechanism, error) {
	names := g.detents()
	w := &mechanism{checkAt: func(at any) error {
		d := at.(*FlapAt).Detent
		if d != nil && !slices.Contains(names, *d) {
			return fault.At("detent", "there is no detent %q: write %s", *d, listed(names))
		}
		return nil
	}}
	w.sets(SetFollowRod, SetSwitchUp, SetSwitchDown, SetLimitUp, SetLimitDown, SetOtherRod)
	wingEnd := func(*spot) float64 { return 0 }
	if g.WingPitch != nil {
		w.sets(SetFollowWing)
		wingEnd = func(s *spot) float64 { return *g.WingPitch * s.e[6] }
		w.reads(PanelThreads, func(s *spot) float64 { return g.PanelThreads - s.e[0] })
		w.reads(WingThreads, func(s *spot) float64 { return g.WingThreads - s.e[6] })
	}
	coastUp, coastDown := g.CoastUp+c.WornBrake, g.CoastDown+c.WornBrake
	wantedAt := func(s *spot, lever float64) float64 { return g.Gain*lever + g.Offset + g.RodPitch*s.e[0] + wingEnd(s) }
	gapUp := func(s *spot) float64 { return s.greater(0, g.GapUp+g.GapPitch*s.e[1]) }
	gapDown := func(s *spot) float64 { return s.greater(0, g.GapDown+g.GapPitch*s.e[2]) }
	limitUp := func(s *spot) float64 { return g.LimitUp + g.LimitPitch*s.e[3] }
	limitDown := func(s *spot) float64 { return g.LimitDown + g.LimitPitch*s.e[4] }
	downTo := func(s *spot, lever float64) float64 {
		stop := wantedAt(s, lever) - gapDown(s)
		if s.atMost(stop, 0) {
			return 0 // the motor never runs
		}
		return s.greater(0, s.lesser(s.lesser(stop, limitDown(s))+coastDown, g.TrackEnd))
	}
	upTo := func(s *spot, lever float64) float64 {
		stop := wantedAt(s, lever) + gapUp(s)
		if s.atLeast(stop, g.TrackEnd) {
			return g.TrackEnd
		}
		return s.greater(s.greater(stop, limitUp(s))-coastUp, 0)
	}
	fromUp := func(s *spot, i int) float64 { return downTo(s, g.Detents[i].Lever) }
	fromDown := func(s *spot, i int) float64 { return upTo(s, g.Detents[i].Lever) }
	shown := g.StartAngle + c.Zero
	angle := func(s *spot) float64 {
		at, i := s.at.(*FlapAt), 0
		if at.Detent != nil {
			i = slices.Index(names, *at.Detent)
		}
		if at.From == "down" {
			return fromDown(s, i) + shown
		}
		return fromUp(s, i) + shown
	}
	apart := func(s *spot) float64 { return g.OtherDatum + g.OtherPitch*s.e[5] }
	home := func(s *spot) float64 { return fromDown(s, 0) }

	var named []Named
	last := 0.0
	for _, d := range g.Detents {
		named, last = append(named, Named{d.Name, d.Lever}), max(last, d.Lever)
	}
	w.sweeps("lever, °", "surface, °", 0, last, named...)
	w.curve(SweptGoingDown, func(s *spot, at float64) float64 { return downTo(s, at) + shown })
	w.curve(SweptGoingUp, func(s *spot, at float64) float64 { return upTo(s, at) + shown })

	to := g.Detents[min(1, len(g.Detents)-1)]
	w.alsoSweeps("time, % of the motor’s whole travel", "surface, °", 0, 100, Named{"the lever put to " + to.Name, 0})
	runs := func(s *spot, from, at float64) float64 {
		r := flapRun{wantedAt(s, to.Lever), gapUp(s), gapDown(s), coastUp, coastDown, limitUp(s), limitDown(s), g.TrackEnd}
		return r.after(from, at*g.TrackEnd/100) + shown
	}
	w.curve(SweptFromUp, func(s *spot, at float64) float64 { return runs(s, home(s), at) })
	w.curve(SweptFromDown, func(s *spot, at float64) float64 { return runs(s, g.TrackEnd, at) })

	w.reads(Angle, angle)
	w.reads(Other, func(s *spot) float64 { return angle(s) + apart(s) })
	w.reads(Home, home)
	w.reads(GapUp, gapUp)
	w.reads(GapDown, gapDown)
	for i, name := range names {
		w.reads(Angle.Of(name), func(s *spot) float64 { return fromUp(s, i) + shown })
	}
	coast := max(coastUp, coastDown)
	w.tells(FeltRest, []string{"rests", "hunts"}, func(s *spot) string { return word(s.atLeast(gapUp(s)+gapDown(s), coast), "rests", "hunts") })
	w.tells(FeltHome, []string{"home", "hangs"}, func(s *spot) string { return word(s.atMost(home(s), g.FairTol), "home", "hangs") })
	cuts := []string{"cuts", "strains"}
	w.tells(FeltLimitUp, cuts, func(s *spot) string { return word(s.atLeast(limitUp(s), 0), cuts[0], cuts[1]) })
	w.tells(FeltLimitDown, cuts, func(s *spot) string { return word(s.atMost(limitDown(s), g.TrackEnd), cuts[0], cuts[1]) })
	w.tells(FeltSides, []string{"alike", "differ"}, func(s *spot) string {
		return word(s.atMost(s.size(apart(s)), g.AlikeTol),
			"alike", "differ")
	})
	return w, nil
}

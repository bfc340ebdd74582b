package rig

// OutboardGeometry is a helm box that pushes and pulls the engine's shift arm through
// one cable, threaded at both ends. Datum is how far its eye falls beside the pin at
// setting 0, in neutral.
type OutboardGeometry struct {
	Throw         float64 `json:"throw" input:"plain,length,above0" says:"throw of the helm box each way" part:"another hole of the helm arm"`
	NeedForward   float64 `json:"need_forward" input:"plain,length,above0" says:"travel that locks forward"`
	NeedReverse   float64 `json:"need_reverse" input:"plain,length,above0" says:"travel that locks reverse"`
	NeutralFree   float64 `json:"neutral_free" input:"plain,length,above0" says:"how far from the pin neutral is still free"`
	LoadExtra     float64 `json:"load_extra" input:"plain,length,atleast0,default=0" says:"travel that load asks in addition"`
	Pitch         float64 `json:"pitch" input:"plain,length,above0" says:"thread of the ends, a turn"`
	Datum         float64 `json:"datum" input:"plain,length,default=0" says:"eye beside its pin at setting 0"`
	HelmThreads   float64 `json:"helm_threads" input:"plain,count" says:"threads in at the helm end, at setting 0"`
	EngineThreads float64 `json:"engine_threads" input:"plain,count" says:"threads in at the engine end, at setting 0"`
	LeastThreads  float64 `json:"least_threads" input:"plain,count,atleast0" says:"threads that must stay in"`
}

type outboardCondition struct {
	Lash float64 `json:"lash" input:"plain,length,atleast0,default=0" says:"lash of the cable"`
}

// OutboardAt is the control: neutral, forward or reverse.
type OutboardAt struct {
	Control string `json:"control" input:"words=neutral|forward|reverse,default=neutral" says:"control"`
}

var (
	locks = []string{"locks", "ratchets"}
	water = []string{"clean", "jumps out of forward", "jumps out of reverse"}
)

// onTheWater is what load makes of two gears that reach so far over their need.
func onTheWater(s *spot, forward, reverse, extra float64) string {
	switch {
	case s.under(forward, extra):
		return water[1]
	case s.under(reverse, extra):
		return water[2]
	}
	return water[0]
}

// outboardShift: what lengthens the cable gives to forward and takes from reverse; half
// the lash is lost either way. Left out: the give of the conduit.
func outboardShift(g *OutboardGeometry, c *outboardCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetHelmEnd, SetEngineEnd)
	off := func(s *spot) float64 { return g.Datum + g.Pitch*(s.e[0]+s.e[1]) }
	half := g.Throw - c.Lash/2
	forward := func(s *spot) float64 { return half + off(s) - g.NeedForward }
	reverse := func(s *spot) float64 { return half - off(s) - g.NeedReverse }
	helm := func(s *spot) float64 { return g.HelmThreads - s.e[0] }
	engine := func(s *spot) float64 { return g.EngineThreads - s.e[1] }

	w.reads(EyeToPin, off)
	w.reads(Arm, func(s *spot) float64 {
		switch s.at.(*OutboardAt).Control {
		case "forward":
			return off(s) + half
		case "reverse":
			return off(s) - half
		}
		return off(s)
	})
	w.sweeps("helm, % of its throw", "arm, mm", -100, 100, Named{"reverse", -100}, Named{"neutral", 0}, Named{"forward", 100})
	w.curve(SweptArm, func(s *spot, at float64) float64 { return off(s) + half*at/100 })
	w.wanted("forward in", g.NeedForward)
	w.wanted("reverse in", -g.NeedReverse)
	w.reads(HelmThreads, helm)
	w.reads(EngineThreads, engine)
	w.tells(FeltForward, locks, func(s *spot) string { return word(s.atLeast(forward(s), 0), locks[0], locks[1]) })
	w.tells(FeltReverse, locks, func(s *spot) string { return word(s.atLeast(reverse(s), 0), locks[0], locks[1]) })
	w.tells(FeltWater, water, func(s *spot) string { return onTheWater(s, forward(s), reverse(s), g.LoadExtra) })
	w.tells(FeltNeutral, []string{"free", "drags"}, func(s *spot) string {
		return word(s.atMost(s.size(off(s)), g.NeutralFree),
			"free", "drags")
	})
	w.tells(FeltThreads, []string{"hold", "too few"}, func(s *spot) string {
		return word(s.atLeast(s.lesser(helm(s), engine(s)), g.LeastThreads), "hold", "too few")
	})
	return w, nil
}

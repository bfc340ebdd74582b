package rig

// LoopGeometry is a closed loop: two direct cables draw the ailerons down, one crossover
// draws both up. Take-up is the length a cable is short of slack at setting 0.
type LoopGeometry struct {
	DirectRate    float64 `json:"direct_rate" input:"plain,rate,above0" says:"stiffness of a direct cable"`
	CrossRate     float64 `json:"cross_rate" input:"plain,rate,above0" says:"stiffness of the crossover"`
	Lead          float64 `json:"lead" input:"plain,length,above0" says:"turnbuckle, length a turn"`
	DirectLeft    float64 `json:"direct_left" input:"plain,length" says:"take-up of the left direct cable" part:"another left direct cable"`
	DirectRight   float64 `json:"direct_right" input:"plain,length" says:"take-up of the right direct cable" part:"another right direct cable"`
	Crossover     float64 `json:"crossover" input:"plain,length" says:"take-up of the crossover" part:"another crossover"`
	ThermalDirect float64 `json:"thermal_direct" input:"plain,default=0" says:"direct cable, mm for each °C"`
	ThermalCross  float64 `json:"thermal_cross" input:"plain,default=0" says:"crossover, mm for each °C"`
	AtAir         float64 `json:"at_air" input:"plain,temperature,default=20" says:"air at which the take-ups are meant"`
	DegPerMM      float64 `json:"deg_per_mm" input:"plain,above0" says:"aileron, ° for each mm" part:"another bellcrank"`
	RodLeft       float64 `json:"rod_left" input:"plain,angle,default=0" says:"left rod at setting 0"`
	RodRight      float64 `json:"rod_right" input:"plain,angle,default=0" says:"right rod at setting 0"`
	RodPitch      float64 `json:"rod_pitch" input:"plain,angle,above0" says:"rods, a turn"`
	TipLeft       float64 `json:"tip_left" input:"plain,angle,default=0" says:"how the left tip differs"`
	TipRight      float64 `json:"tip_right" input:"plain,angle,default=0" says:"how the right tip differs"`
	StopUp        float64 `json:"stop_up" input:"plain,length,above0" says:"bellcrank to its up stop"`
	StopDown      float64 `json:"stop_down" input:"plain,length,above0" says:"bellcrank to its down stop"`
	Trim          float64 `json:"trim" input:"plain,angle,default=0" says:"roll that the wing has of itself"`
	HoldTol       float64 `json:"hold_tol" input:"plain,angle,atleast0" says:"roll at which it still holds hands off"`
}

func (g *LoopGeometry) places() []string { return []string{"left", "right"} }

type loopCondition struct {
	Crossed bool `json:"crossed" input:"default=false" says:"cables crossed"`
}

// LoopAt is the air in °C, nil for that of rigging, and whether both bellcranks are pinned.
type LoopAt struct {
	Air    *float64 `json:"air" input:"plain,temperature" says:"temperature of the air"`
	Pinned bool     `json:"pinned" input:"default=false" says:"both bellcranks pinned"`
}

// flightControlLoop: with the wheel held centred the three cables share one tension and
// stretch as their stiffness lets them; a tighter direct cable draws its aileron down and
// lets the other rise. Slack, each direct cable is just taut. Left out: pulleys' friction
// and the give of the structure.
func flightControlLoop(g *LoopGeometry, c *loopCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetDirectLeft, SetDirectRight, SetCrossover, SetRodLeft, SetRodRight)
	warmer := func(s *spot) float64 {
		if at := s.at.(*LoopAt); at.Air != nil {
			return *at.Air - g.AtAir
		}
		return 0
	}
	direct := [2]func(*spot) float64{
		func(s *spot) float64 { return g.DirectLeft - g.Lead*s.e[0] + g.ThermalDirect*warmer(s) },
		func(s *spot) float64 { return g.DirectRight - g.Lead*s.e[1] + g.ThermalDirect*warmer(s) },
	}
	cross := func(s *spot) float64 { return g.Crossover - g.Lead*s.e[2] + g.ThermalCross*warmer(s) }
	tension := func(s *spot) float64 {
		sum := s.greater(0, direct[0](s)+direct[1](s)+cross(s))
		return sum * g.DirectRate * g.CrossRate / (g.DirectRate + 2*g.CrossRate)
	}
	w.sweeps("air, °C", "tension, N", -25, 45, Named{"as rigged", g.AtAir})
	w.curve(SweptTension, func(s *spot, at float64) float64 { return tension(s.put(&LoopAt{Air: &at})) })
	w.reads(Tension, tension)
	var mean, edges, rises, falls [2]func(*spot) float64
	for i, side := range []string{"left", "right"} {
		up := func(s *spot) float64 {
			if s.at.(*LoopAt).Pinned {
				return 0
			}
			return tension(s)/g.DirectRate - direct[i](s)
		}
		rod := func(s *spot) float64 { return [2]float64{g.RodLeft, g.RodRight}[i] + g.RodPitch*s.e[3+i] }
		tip := [2]float64{g.TipLeft, g.TipRight}[i]
		edge := func(s *spot) float64 { return g.DegPerMM*up(s) + rod(s) }
		mean[i] = func(s *spot) float64 { return edge(s) + tip/2 }
		edges[i] = edge
		rises[i] = func(s *spot) float64 { return g.DegPerMM*g.StopUp + rod(s) }
		falls[i] = func(s *spot) float64 { return g.DegPerMM*g.StopDown - rod(s) }
		w.reads(Bellcrank.Of(side), up)
		w.reads(FlapEdge.Of(side), edge)
		w.reads(TipEdge.Of(side), func(s *spot) float64 { return edge(s) + tip })
		w.reads(MeanEdge.Of(side), mean[i])
		w.reads(TravelUp.Of(side), rises[i])
		w.reads(TravelDown.Of(side), falls[i])
	}
	w.alsoSweeps("yoke, % of its throw", "aileron, °", -100, 100, Named{"full left", -100}, Named{"centred", 0}, Named{"full right", 100})
	for i, side := range []string{"left", "right"} {
		way := []float64{-1, 1}[i] // of the yoke, by which this one rises
		if c.Crossed {
			way = -way
		}
		w.curve(Swept(side), func(s *spot, at float64) float64 {
			to, share := rises[i](s), way*at/100
			if share < 0 {
				to, share = -falls[i](s), -share
			}
			return edges[i](s) + (to-edges[i](s))*share
		})
	}
	roll := func(s *spot) float64 { return (mean[0](s)-mean[1](s))/2 + g.Trim }
	w.reads(Roll, roll)
	w.tells(FeltSense, []string{"right", "wrong"}, func(*spot) string { return word(!c.Crossed, "right", "wrong") })
	w.tells(FeltHandsOff, []string{"holds", "rolls left", "rolls right"}, func(s *spot) string {
		if s.over(roll(s), g.HoldTol) {
			return "rolls left"
		}
		return word(s.atLeast(roll(s), -g.HoldTol), "holds", "rolls right")
	})
	return w, nil
}

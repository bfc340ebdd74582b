package rig

// SternGeometry is a shift plate between the helm's upper cable and the drive's lower
// one, with a slot that gives the pull more and a cut-out that must not trip.
type SternGeometry struct {
	Hand        string   `json:"hand" input:"words=standard|counter,default=standard" says:"rotation"`
	Barrel      float64  `json:"barrel" input:"plain,length,above0" says:"barrel to eye at setting 0"`
	Nominal     float64  `json:"nominal" input:"plain,length,above0" says:"barrel to eye, alike both ways"`
	Pitch       float64  `json:"pitch" input:"plain,length,above0" says:"barrel, a turn"`
	Threads     float64  `json:"threads" input:"plain,count" says:"threads in the barrel at setting 0"`
	Half        float64  `json:"half" input:"plain,length,atleast0" says:"what dogs half home add"`
	UpperDatum  float64  `json:"upper_datum" input:"plain,length,default=0" says:"upper cable beside its stud at setting 0"`
	UpperPitch  float64  `json:"upper_pitch" input:"plain,length,above0" says:"upper end, a turn"`
	Throw       float64  `json:"throw" input:"plain,length,above0" says:"throw of the helm, end to end" part:"another hole of the arm"`
	NeedPush    float64  `json:"need_push" input:"plain,length,above0" says:"push that locks its gear"`
	NeedPull    float64  `json:"need_pull" input:"plain,length,above0" says:"pull that locks its gear"`
	NeutralFree float64  `json:"neutral_free" input:"plain,length,above0" says:"how far off neutral is still free"`
	LoadExtra   float64  `json:"load_extra" input:"plain,length,atleast0,default=0" says:"travel that load asks in addition"`
	SlotGain    float64  `json:"slot_gain" input:"plain,atleast0,default=0" says:"pull for each mm up the slot" part:"another plate"`
	CutOut      *float64 `json:"cut_out" input:"plain,length,above0" says:"pull at which the cut-out trips"`
	CamDatum    float64  `json:"cam_datum" input:"plain,length,default=0" says:"switch cam in reverse at setting 0"`
}

type sternCondition struct {
	Play float64 `json:"play" input:"plain,length,atleast0,default=0" says:"play of the lower cable"`
	Lash float64 `json:"lash" input:"plain,length,atleast0,default=0" says:"lash of the upper cable"`
}

// SternAt is the way the lower cable was moved last, and whether the dogs are home.
type SternAt struct {
	Last     string `json:"last" input:"words=push|pull,default=push" says:"moved last by"`
	DogsHome bool   `json:"dogs_home" input:"default=true" says:"dogs home"`
}

// sternDriveShift: play and lash shorten the stroke both ways, a barrel off its nominal
// shifts it to one side. Standard rotation goes forward on the push, counter rotation on
// the pull. Left out: the drive's own detents.
func sternDriveShift(g *SternGeometry, c *sternCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetLower, SetUpper, SetSlot, SetSwitchCam)
	length := func(s *spot) float64 { return g.Barrel + g.Pitch*s.e[0] }
	gap := func(s *spot) float64 { return g.UpperDatum + g.UpperPitch*s.e[1] }
	shift := func(s *spot) float64 { return length(s) - g.Nominal + gap(s) }
	half := (g.Throw - c.Lash - c.Play) / 2
	pull := func(s *spot) float64 { return half - shift(s) + g.SlotGain*s.e[2] }
	forward := func(s *spot) float64 { return half + shift(s) - g.NeedPush }
	reverse := func(s *spot) float64 { return pull(s) - g.NeedPull }
	if g.Hand == "counter" {
		forward, reverse = reverse, forward
	}
	w.sweeps("helm, % of its throw", "plate, mm", -100, 100, Named{"pull", -100}, Named{"neutral", 0}, Named{"push", 100})
	w.curve(SweptPlate, func(s *spot, at float64) float64 {
		return shift(s) + half*at/100 + s.lesser(0, at)/100*g.SlotGain*s.e[2]
	})
	w.wanted("in on the push", g.NeedPush)
	w.wanted("in on the pull", -g.NeedPull)
	if g.CutOut != nil {
		w.wanted("cut-out trips", -*g.CutOut)
	}
	w.reads(BarrelToEye, func(s *spot) float64 {
		at, v := s.at.(*SternAt), length(s)
		if at.Last == "pull" {
			v += c.Play
		}
		if !at.DogsHome {
			v += g.Half
		}
		return v
	})
	w.reads(Inner, func(s *spot) float64 {
		if s.at.(*SternAt).Last == "pull" {
			return c.Play
		}
		return 0
	})
	w.reads(Threads, func(s *spot) float64 { return g.Threads - s.e[0] })
	w.reads(UpperGap, gap)
	w.reads(Stroke, func(*spot) float64 { return g.Throw - c.Lash })
	w.reads(SwitchForward, gap)
	w.reads(SwitchReverse, func(s *spot) float64 { return g.CamDatum + s.e[3] })

	w.tells(FeltForward, locks, func(s *spot) string { return word(s.atLeast(forward(s), 0), locks[0], locks[1]) })
	w.tells(FeltReverse, locks, func(s *spot) string { return word(s.atLeast(reverse(s), 0), locks[0], locks[1]) })
	w.tells(FeltWater, water, func(s *spot) string { return onTheWater(s, forward(s), reverse(s), g.LoadExtra) })
	w.tells(FeltNeutral, []string{"free", "drags"}, func(s *spot) string {
		return word(s.atMost(s.size(shift(s)), g.NeutralFree),
			"free", "drags")
	})
	if g.CutOut != nil {
		w.tells(FeltCutOut, []string{"stays on", "cuts out"}, func(s *spot) string {
			return word(s.atMost(pull(s), *g.CutOut),
				"stays on", "cuts out")
		})
	}
	return w, nil
}

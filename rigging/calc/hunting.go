package calc

import (
	"math"

	"brankel/rigging/input"
)

// HuntingInput is a motor-driven surface that two switches stop: Coast is how far
// it runs on after the motor is cut, Differential what lies between a switch
// operating and releasing, both in degrees of surface, as are Tolerance and the
// Lash between lever and surface. Where the switches operate is given directly,
// or as gaps at the rollers in mm with the pretravel of the plungers.
type HuntingInput struct {
	Coast            float64  `json:"coast" input:"angle"`
	Differential     float64  `json:"differential" input:"angle"`
	Tolerance        float64  `json:"tolerance" input:"angle,above0"`
	Lash             float64  `json:"lash,omitempty" input:"angle,atleast0,default=0"`
	CoastMargin      *float64 `json:"coast_margin,omitempty" input:"plain"`
	OperateExtend    *float64 `json:"operate_extend,omitempty" input:"angle"`
	OperateRetract   *float64 `json:"operate_retract,omitempty" input:"angle"`
	GapExtend        *float64 `json:"gap_extend,omitempty" input:"length"`
	GapRetract       *float64 `json:"gap_retract,omitempty" input:"length"`
	PretravelExtend  *float64 `json:"pretravel_extend,omitempty" input:"length"`
	PretravelRetract *float64 `json:"pretravel_retract,omitempty" input:"length"`
	DegreesPerMM     *float64 `json:"degrees_per_mm,omitempty" input:"plain,above0"`
}

// Check tells what no single field shows.
func (in HuntingInput) Check(f *input.Faults) {
	used := choose(f, []option{
		{"operate_extend", in.OperateExtend != nil, true},
		{"operate_retract", in.OperateRetract != nil, true},
	}, []option{
		{"gap_extend", in.GapExtend != nil, true},
		{"gap_retract", in.GapRetract != nil, true},
		{"pretravel_extend", in.PretravelExtend != nil, false},
		{"pretravel_retract", in.PretravelRetract != nil, false},
		{"degrees_per_mm", in.DegreesPerMM != nil, true},
	})
	f.AddIf(used < 0, "operate_extend", "missing: write where each switch operates, or the gaps at the rollers")
}

// HuntingOutput is in degrees of surface, the recommended gaps in mm. DeadBand
// lies between the two trips; Swing is how far it hunts to and fro, RestExtending
// and RestRetracting where it comes to rest against the lever.
type HuntingOutput struct {
	OperateExtend         float64           `json:"operate_extend"`
	OperateRetract        float64           `json:"operate_retract"`
	DeadBand              float64           `json:"dead_band"`
	Hunts                 bool              `json:"hunts"`
	Margin                float64           `json:"margin"`
	Recommended           float64           `json:"recommended"`
	OperateMin            *float64          `json:"operate_min"`
	OperateMax            *float64          `json:"operate_max"`
	GapExtendRecommended  Nullable[float64] `json:"gap_extend_recommended,omitzero"`
	GapRetractRecommended Nullable[float64] `json:"gap_retract_recommended,omitzero"`
	Swing                 *float64          `json:"swing,omitempty"`
	RestExtending         *float64          `json:"rest_extending,omitempty"`
	RestRetracting        *float64          `json:"rest_retracting,omitempty"`
	Within                *bool             `json:"within,omitempty"`
}

// Hunting follows one stop of a two-switch servo: the motor is cut where its
// switch releases, Differential before the trip, and the surface coasts on. When
// it coasts across the dead band the other switch starts it back, without end. A
// trip set at Coast + Differential brings it to rest on the lever.
func Hunting(in HuntingInput) (HuntingOutput, error) {
	if err := input.Valid(&in); err != nil {
		return HuntingOutput{}, err
	}
	var ge, gr float64
	if in.OperateExtend != nil {
		ge, gr = *in.OperateExtend, *in.OperateRetract
	} else {
		ge = (*in.GapExtend + or(in.PretravelExtend, 0)) * *in.DegreesPerMM
		gr = (*in.GapRetract + or(in.PretravelRetract, 0)) * *in.DegreesPerMM
	}
	out := HuntingOutput{
		OperateExtend:  ge,
		OperateRetract: gr,
		DeadBand:       ge + gr - in.Differential,
		Recommended:    in.Coast + in.Differential,
	}
	out.Margin = out.DeadBand - in.Coast
	out.Hunts = out.Margin < -slack
	if t := in.Tolerance - in.Lash/2; t >= -slack {
		out.OperateMin = ptr(math.Max((in.Coast*(1+or(in.CoastMargin, 0.25))+in.Differential)/2, out.Recommended-t))
		out.OperateMax = ptr(out.Recommended + t)
	}
	if in.DegreesPerMM != nil {
		gap := func(pretravel *float64) Nullable[float64] {
			if g := out.Recommended / *in.DegreesPerMM - or(pretravel, 0); g >= 0 {
				return answered(g)
			}
			return noAnswer[float64]()
		}
		out.GapExtendRecommended, out.GapRetractRecommended = gap(in.PretravelExtend), gap(in.PretravelRetract)
	}
	if out.Hunts {
		out.Swing = ptr(2*(in.Differential+in.Coast) - (ge + gr) + in.Lash)
		return out, nil
	}
	out.RestExtending = ptr(ge - in.Differential - in.Coast)
	out.RestRetracting = ptr(-(gr - in.Differential - in.Coast))
	worst := math.Max(math.Abs(*out.RestExtending), math.Abs(*out.RestRetracting))
	out.Within = ptr(worst+in.Lash/2 <= in.Tolerance+slack)
	return out, nil
}

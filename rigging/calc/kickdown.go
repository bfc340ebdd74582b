package calc

import (
	"math"

	"brankel/rigging/input"
)

// KickdownInput is a cable from the throttle to a gearbox valve. Bottom is the
// valve's stroke, Kick where kickdown switches in, TakeUp where the valve begins
// to move, Slack the slack at idle (negative when the valve is pulled already),
// Notch one step of the adjuster, all in mm. How far full throttle pulls is given
// in mm, or worked out from the Radius and the angles of a lever (from the
// position square to the cable) or of a cam.
type KickdownInput struct {
	Bottom     float64  `json:"bottom" input:"length,above0"`
	Kick       float64  `json:"kick" input:"length"`
	TakeUp     float64  `json:"take_up,omitempty" input:"length,default=0"`
	Slack      float64  `json:"slack" input:"length"`
	Notch      float64  `json:"notch" input:"length,above0"`
	SlackMax   float64  `json:"slack_max" input:"length,atleast0"`
	PreloadMax float64  `json:"preload_max,omitempty" input:"length,atleast0,default=0"`
	Aim        string   `json:"aim,omitempty" input:"optional,words=firm|middle|soft"`
	PullAtFull *float64 `json:"pull_at_full,omitempty" input:"length,above0"`
	Shape      string   `json:"shape,omitempty" input:"optional,words=lever|cam"`
	Radius     *float64 `json:"radius,omitempty" input:"length,above0"`
	IdleAngle  *float64 `json:"idle_angle,omitempty" input:"angle"`
	FullAngle  *float64 `json:"full_angle,omitempty" input:"angle"`
}

// Check tells what no single field shows.
func (in KickdownInput) Check(f *input.Faults) {
	f.AddIf(
		in.Kick > in.Bottom+slack,
		"kick",
		"kickdown lies beyond the valve's stroke: write how far the valve is in when it switches, at most its bottom",
	)
	f.AddIf(
		-in.Slack > in.Bottom+slack,
		"slack",
		"the valve is pulled beyond its bottom: write the slack at idle, negative only up to the valve's stroke",
	)
	used := choose(f, []option{{"pull_at_full", in.PullAtFull != nil, true}}, []option{
		{"shape", in.Shape != "", false},
		{"radius", in.Radius != nil, true},
		{"idle_angle", in.IdleAngle != nil, true},
		{"full_angle", in.FullAngle != nil, true},
	})
	f.AddIf(used < 0, "pull_at_full", "missing: write how far full throttle pulls, or the radius and angles of the lever")
	if in.IdleAngle == nil || in.FullAngle == nil {
		return
	}
	lever := in.Shape != "cam"
	f.AddIf(lever && *in.IdleAngle < -90-slack, "idle_angle", "a lever past square to square pulls the other way: write -90° or more")
	f.AddIf(lever && *in.FullAngle > 90+slack, "full_angle", "a lever past its dead centre lets the cable out again: write 90° or less")
	f.AddIf(*in.FullAngle <= *in.IdleAngle, "full_angle", "full throttle lies beyond idle: write a larger angle than idle_angle")
}

// KickdownState is one setting: valve strokes in mm, the rest fractions of the
// throttle from 0 to 1, nil when it is never reached. Verdict is too tight, too
// loose or in.
type KickdownState struct {
	Slack           float64  `json:"slack"`
	ValveIdle       float64  `json:"valve_idle"`
	ValveFull       float64  `json:"valve_full"`
	ThrottleReached float64  `json:"throttle_reached"`
	ValveStartsAt   *float64 `json:"valve_starts_at"`
	KickdownAt      *float64 `json:"kickdown_at"`
	Verdict         string   `json:"verdict"`
}

// KickdownOutput: the window is in mm of slack at idle; Notches + takes slack
// out. RadiusMin and RadiusMax say which lever would give a window.
type KickdownOutput struct {
	PullFull   float64        `json:"pull_full"`
	Now        KickdownState  `json:"now"`
	WindowLow  float64        `json:"window_low"`
	WindowHigh float64        `json:"window_high"`
	Possible   bool           `json:"possible"`
	RadiusMin  *float64       `json:"radius_min,omitempty"`
	RadiusMax  *float64       `json:"radius_max,omitempty"`
	Notches    *float64       `json:"notches"`
	TooCoarse  bool           `json:"too_coarse,omitempty"`
	After      *KickdownState `json:"after"`
}

// Kickdown asks of one setting that full throttle is reached and the valve not
// preloaded (not too tight), and that kickdown is reached and the slack small
// (not too loose). A lever pulls radius × the difference of the sines, a cam
// radius × the angle.
func Kickdown(in KickdownInput) (KickdownOutput, error) {
	if err := input.Valid(&in); err != nil {
		return KickdownOutput{}, err
	}
	s := in.pull(1)
	out := KickdownOutput{PullFull: s, Now: in.state(in.Slack),
		WindowLow: math.Max(s-in.Bottom, -in.PreloadMax), WindowHigh: math.Min(s-in.Kick, in.SlackMax)}
	out.Possible = out.WindowLow <= out.WindowHigh+slack
	if !out.Possible {
		if in.Radius != nil {
			out.RadiusMin = ptr(*in.Radius * (in.Kick - in.PreloadMax) / s)
			out.RadiusMax = ptr(*in.Radius * (in.Bottom + in.SlackMax) / s)
		}
		return out, nil
	}
	n := 0.0
	if out.Now.Verdict != "in" || in.Aim != "" {
		least := math.Ceil((in.Slack-out.WindowHigh)/in.Notch - slack)
		most := math.Floor((in.Slack-out.WindowLow)/in.Notch + slack)
		if least > most {
			out.TooCoarse = true
			return out, nil
		}
		n = nearestStep((in.Slack-in.aimed(out.WindowLow, out.WindowHigh))/in.Notch, least, most)
	}
	out.Notches, out.After = &n, ptr(in.state(in.Slack-n*in.Notch))
	return out, nil
}

func (in KickdownInput) aimed(low, high float64) float64 {
	share := map[string]float64{"firm": 0.25, "soft": 0.75}[in.Aim]
	if share == 0 {
		share = 0.5
	}
	return low + share*(high-low)
}

// ValveAt is how far the valve is in, in mm, at a throttle fraction from 0 to 1 with
// a slack at idle in mm.
func (in KickdownInput) ValveAt(throttle, slack float64) float64 {
	return math.Min(in.Bottom, math.Max(0, in.pull(throttle)-slack))
}

// pull is how far the cable is drawn at the throttle fraction u.
func (in KickdownInput) pull(u float64) float64 {
	if in.PullAtFull != nil {
		return *in.PullAtFull * u
	}
	from, to := *in.IdleAngle*math.Pi/180, *in.FullAngle*math.Pi/180
	at := from + (to-from)*u
	if in.Shape == "cam" {
		return *in.Radius * (at - from)
	}
	return *in.Radius * (math.Sin(at) - math.Sin(from))
}

// throttleAt is the fraction at which the cable is drawn so far: 0 when it need
// not be drawn at all, nil when it never is.
func (in KickdownInput) throttleAt(pull float64) *float64 {
	switch s := in.pull(1); {
	case pull <= 0:
		return ptr(0.0)
	case pull > s+slack:
		return nil
	case in.PullAtFull != nil || in.Shape == "cam":
		return ptr(math.Min(1, pull/s))
	}
	from, to := *in.IdleAngle*math.Pi/180, *in.FullAngle*math.Pi/180
	sin := math.Min(1, math.Sin(from) + pull / *in.Radius)
	return ptr(math.Min(1, (math.Asin(sin)-from)/(to-from)))
}

func (in KickdownInput) state(at float64) KickdownState {
	at += 0 // no negative zero
	s := in.pull(1)
	out := KickdownState{Slack: at, ValveIdle: math.Max(0, -at), ValveFull: in.ValveAt(1, at),
		ThrottleReached: 1, ValveStartsAt: in.throttleAt(in.TakeUp + at), KickdownAt: in.throttleAt(in.Kick + at), Verdict: "in"}
	stopped := s-at > in.Bottom+slack // the cable stops the throttle
	if stopped {
		out.ThrottleReached = *in.throttleAt(in.Bottom + at)
	}
	switch {
	case stopped || -at > in.PreloadMax+slack:
		out.Verdict = "too tight"
	case s-at < in.Kick-slack || at > in.SlackMax+slack:
		out.Verdict = "too loose"
	}
	return out
}

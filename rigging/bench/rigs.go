package bench

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/run/tell"
)

var clutch = sentence(draft{
	name: "clutch", title: "Is the clutch's free play right, and does it release?",
	asks: []string{
		"clutch pedal free play",
		"clutch drags will not release",
		"bearing rides",
		"bite point height",
		"clicks of the quadrant",
	},
	lines: []string{
		"The pedal strokes {pedal_stroke:pedal stroke} at a ratio of {pedal_ratio:pedal ratio}, the fork has {fork_ratio:fork ratio}; " +
			"the bearing must travel {release_travel:release travel}.",
		"The free play at the pedal is {free_pedal:free play at the pedal}; {free_min:least free play} to {free_max:most free play} is wanted.",
	},
	more: []string{
		"Or measured at the cable {free_cable:free play at the cable}, or at the bearing {free_bearing:free play at the bearing}, " +
			"which must stay clear by {bearing_clearance_min:least clearance}.",
		"It bites after {bite_travel:bite travel} of the bearing; one click moves the cable {per_click:cable a click}.",
	},
	example: Values{
		"pedal_stroke":          "150",
		"pedal_ratio":           "4.5",
		"fork_ratio":            "2",
		"release_travel":        "9",
		"free_pedal":            "7",
		"free_min":              "12",
		"free_max":              "22",
		"bite_travel":           "6",
		"per_click":             "0.8",
		"bearing_clearance_min": "1",
	},
}, func(in calc.ClutchInput, out calc.ClutchOutput, _ words) Answer {
	now := out.Now
	a := Answer{Mark: markOf(now.Verdict == "in")}
	a.Says = map[string]string{
		"rides the bearing": "Too tight: the bearing rides.", "will not release": "Too loose: it will not release.",
		"in": "Good: " + mm(now.FreePedal) + " free at the pedal.", "tight": "Tight: " + mm(now.FreePedal) + " free at the pedal.",
		"loose": "Loose: " + mm(now.FreePedal) + " free at the pedal.",
	}[now.Verdict]
	marks := []tell.Mark{{Kind: "found", At: now.FreePedal, Label: "now " + num(now.FreePedal)}}
	switch {
	case !out.Possible:
		a.Also = append(
			a.Also,
			"No setting gives both the free play and the release: look for lost travel, a worn fork or the wrong cable.",
		)
	case out.Clicks.Asked && out.Clicks.Value == nil:
		a.Also = append(a.Also, "No whole click lands inside.")
	case out.Clicks.Value != nil && *out.Clicks.Value != 0:
		n := *out.Clicks.Value
		after := *out.After.Value
		a.Says += fmt.Sprintf(" Go %s %s.", steps(n, "click"), map[bool]string{true: "looser", false: "tighter"}[n > 0])
		a.Also = append(
			a.Also,
			fmt.Sprintf(
				"Then %s free at the pedal, and %s to spare at the bearing with the pedal down.",
				mm(after.FreePedal),
				mm(after.ReleaseMargin),
			),
		)
		marks = append(marks, tell.Mark{Kind: "should", At: after.FreePedal, Label: "then " + num(after.FreePedal)})
	}
	a.Also = append(
		a.Also,
		fmt.Sprintf(
			"Now %s free at the cable, %s at the bearing; %s to spare with the pedal down.",
			mm(now.FreeCable),
			mm(now.FreeBearing),
			mm(now.ReleaseMargin),
		),
	)
	if now.BiteHeight != nil {
		a.Also = append(a.Also, fmt.Sprintf("It bites %s above the pedal's stop.", mm(*now.BiteHeight)))
	}
	if out.Possible {
		tick := 1.0
		if in.PerClick != nil {
			tick = *in.PerClick * in.PedalRatio
		}
		r := ruler("free play at the pedal", "mm", out.WindowLow, out.WindowHigh, tick, 0, marks...)
		if in.PerClick != nil && r.Tick == tick {
			r.TickSay = "one tick is a click"
		}
		a.Drawing.Rules = []tell.Rule{r}
	}
	return a
})

var kickdown = sentence(draft{
	name: "kickdown", title: "Is this throttle-valve or kickdown cable right?",
	asks: []string{
		"kickdown comes too early too late",
		"gearbox shifts late",
		"throttle valve slack notches",
		"full throttle not reached",
		"slider notches",
	},
	lines: []string{
		"The valve strokes {bottom:valve stroke}, kicks down at {kick:kickdown stroke} and starts to move after {take_up:take-up}. " +
			"Full throttle pulls {pull_at_full:pull at full throttle}.",
		"At idle the cable has {slack:slack at idle} of slack, up to {slack_max:most slack} is allowed, and a notch is {notch:notch}.",
	},
	more: []string{"The valve may be pulled {preload_max:most preload} at idle; aim for a {aim:aim} setting.",
		"Or a {shape:shape of the lever} of radius {radius:radius} goes from {idle_angle:idle angle} to {full_angle:full angle}."},
	example: Values{"bottom": "31", "kick": "28", "take_up": "2", "pull_at_full": "30", "slack": "4.4", "slack_max": "1.5", "notch": "0.8"},
}, func(in calc.KickdownInput, out calc.KickdownOutput, _ words) Answer {
	a := Answer{Mark: markOf(out.Now.Verdict == "in")}
	switch n := out.Notches; {
	case !out.Possible:
		a.Says, a.Mark = "No setting serves both ends: full throttle pulls "+mm(out.PullFull)+".", "bad"
		if out.RadiusMin != nil {
			a.Also = append(a.Also, fmt.Sprintf("A lever of %s to %s would.", mm(*out.RadiusMin), mm(*out.RadiusMax)))
		} else {
			a.Also = append(a.Also, "The throttle pulls too little or too much for this valve: look at the lever, the bracket and the part.")
		}
	case out.TooCoarse:
		a.Says, a.Mark = sentenceCase(out.Now.Verdict)+", and the window lies between two notches.", "bad"
	case *n == 0:
		a.Says = "Leave it: slack, valve and full throttle are right."
	default:
		a.Says = fmt.Sprintf(
			"%s: %s %s.",
			map[string]string{"too tight": "Too tight", "too loose": "Too loose", "in": "Inside, better"}[out.Now.Verdict],
			steps(*n, "notch"),
			map[bool]string{true: "tighter", false: "looser"}[*n > 0],
		)
	}
	if out.Now.ThrottleReached < 1 {
		a.Also = append(a.Also, fmt.Sprintf("Now the cable stops the throttle at %s.", percent(100*out.Now.ThrottleReached)))
	}
	if out.Now.KickdownAt == nil {
		a.Also = append(a.Also, fmt.Sprintf("Now the valve gets %s of %s: kickdown is never reached.", mm(out.Now.ValveFull), mm(in.Kick)))
	} else {
		a.Also = append(a.Also, fmt.Sprintf("Now kickdown comes at %s throttle.", percent(100**out.Now.KickdownAt)))
	}
	if out.After != nil && *out.Notches != 0 {
		a.Also = append(
			a.Also,
			fmt.Sprintf("Then %s of slack, kickdown at %s throttle.", mm(out.After.Slack), percent(100**out.After.KickdownAt)),
		)
	}
	a.Drawing.Plot = kickdownPlot(in, out)
	if out.Possible {
		marks := []tell.Mark{{Kind: "found", At: in.Slack, Label: "now " + num(in.Slack)}}
		if out.After != nil && *out.Notches != 0 {
			marks = append(marks, tell.Mark{Kind: "should", At: out.After.Slack, Label: "then " + num(out.After.Slack)})
		}
		r := ruler("slack at idle", "mm", out.WindowLow, out.WindowHigh, in.Notch, 0, marks...)
		if r.Tick == in.Notch {
			r.TickSay = "one tick is a notch"
		}
		a.Drawing.Rules = []tell.Rule{r}
	}
	return a
})

func kickdownPlot(in calc.KickdownInput, out calc.KickdownOutput) *Plot {
	p := &Plot{X: "throttle, %", Y: "valve, mm"}
	for u := 0.0; u <= 100; u += 5 {
		p.At = append(p.At, u)
	}
	now := p.add("now", "line")
	bottom, kick := p.add("bottomed", "limit"), p.add("kickdown", "limit")
	var after []*float64
	if out.After != nil && *out.Notches != 0 {
		after = p.add("after the notches", "aim")
	}
	for i, u := range p.At {
		now[i], bottom[i], kick[i] = new(in.ValveAt(u/100, in.Slack)), &in.Bottom, &in.Kick
		if after != nil {
			after[i] = new(in.ValveAt(u/100, out.After.Slack))
		}
	}
	return p
}

var parkingBrake = sentence(draft{
	name: "parking-brake", title: "How many notches, what slope, and are both sides alike?",
	asks: []string{"handbrake notches clicks", "parking brake slope holds", "left right imbalance", "shoe back off turns star wheel"},
	lines: []string{
		"The shoes are backed off {backoff_turns:turns backed off} turns at {lift_per_turn:shoe lift a turn} a turn, the expander has " +
			"{expander_ratio:expander ratio}; a notch takes {travel_per_notch:travel a notch}, and {notch_min:fewest notches} to " +
			"{notch_max:most notches} notches are wanted.",
		"It weighs {mass:mass in kg} kg on a slope of {grade:slope in %} %, and holds {hold_force:holding force}.",
		"The left side holds {left:left}, the right {right:right}; up to {imbalance_max:most imbalance} % apart is allowed.",
	},
	more: []string{"The cable has {cable_slack:cable slack} of slack and gives {stretch:stretch} at the book's force."},
	example: Values{
		"backoff_turns":    "1",
		"lift_per_turn":    "0.65",
		"expander_ratio":   "5.2",
		"travel_per_notch": "1.5",
		"notch_min":        "3",
		"notch_max":        "6",
		"cable_slack":      "1.2",
		"stretch":          "2",
		"mass":             "1850",
		"grade":            "20",
		"hold_force":       "3900",
		"left":             "2050",
		"right":            "1720",
	},
}, func(in calc.ParkingBrakeInput, out calc.ParkingBrakeOutput, _ words) Answer {
	a := Answer{Mark: "good"}
	say := func(s string, right bool) {
		if a.Says == "" {
			a.Says = s
		} else {
			a.Also = append(a.Also, s)
		}
		if !right {
			a.Mark = "bad"
		}
	}
	if out.Notches != nil {
		s := fmt.Sprintf(
			"%s, %s.",
			steps(*out.Notches, "notch"),
			map[string]string{"in": "as wanted", "tight": "too few: back the shoes off",
				"loose": "too many: bring the shoes nearer first, then the cable"}[out.Verdict],
		)
		say(s, out.Verdict == "in")
		r := ruler("notches", "", *in.NotchMin, *in.NotchMax, 1, 0, tell.Mark{Kind: "left", At: *out.Notches, Label: num(*out.Notches)})
		r.TickSay = "one tick is a notch"
		a.Drawing.Rules = []tell.Rule{r}
	}
	if out.Holds != nil {
		say(
			fmt.Sprintf(
				"%s on the slope: it takes %s.",
				map[bool]string{true: "It holds", false: "It does not hold"}[*out.Holds],
				newton(*out.ForceNeeded),
			),
			*out.Holds,
		)
	} else if out.ForceNeeded != nil {
		say(fmt.Sprintf("The slope takes %s.", newton(*out.ForceNeeded)), true)
	}
	if out.GradeHeld != nil {
		say(fmt.Sprintf("It would hold a slope of %s.", percent(*out.GradeHeld)), true)
	}
	if out.Imbalance != nil {
		say(
			fmt.Sprintf(
				"The sides differ by %s, %s.",
				percent(*out.Imbalance),
				map[bool]string{true: "which is allowed", false: "which is too much"}[*out.Balanced],
			),
			*out.Balanced,
		)
		look := map[bool]string{true: "good", false: "bad"}[*out.Balanced]
		a.Drawing.Bars = []Bar{{"left", *in.Left, newton(*in.Left), look}, {"right", *in.Right, newton(*in.Right), look}}
	}
	return a
})

var centreStop = sentence(draft{
	name: "centre-stop", title: "Which way to move a centring stop?",
	asks:  []string{"gear lever gate equal gaps", "lever not central", "side play of the lever"},
	lines: []string{"The gap is {gap_left:left gap} on the left and {gap_right:right gap} on the right."},
	more: []string{
		"The lever plays {play_left:play to the left} to the left and {play_right:play to the right} to the right; up to " +
			"{play_limit:most difference} apart is allowed.",
	},
	example: Values{"gap_left": "2.4", "gap_right": "1.1"},
}, func(in calc.CentreStopInput, out calc.CentreStopOutput, _ words) Answer {
	a := Answer{Says: "Leave it: both gaps are equal.", Mark: "good"}
	if out.Toward != "none" {
		a.Says, a.Mark = fmt.Sprintf("Move the stop %s to the %s; both gaps are then %s.", mm(out.Shift), out.Toward, mm(out.GapAfter)), ""
	}
	if out.PlayDifference != nil {
		s := fmt.Sprintf("The play differs by %s", mm(*out.PlayDifference))
		if out.Verdict != "" {
			s += map[string]string{"in": ", which is allowed", "out": ", which is too much"}[out.Verdict]
			a.Mark = markOf(out.Verdict == "in")
		}
		a.Also = append(a.Also, s+".")
	}
	a.Drawing.Gaps = &Gaps{in.GapLeft, in.GapRight, out.Shift, out.Toward}
	return a
})

var slotPin = sentence(draft{
	name: "slot-pin", title: "How far to slide a pin along an angled slot?",
	asks: []string{"gain travel at one end only", "shift plate slot", "more stroke one way"},
	lines: []string{
		"To gain {gain:travel to gain} at one end, in a slot {slot_angle:angle of the slot} from the direction that gains nothing, " +
			"with {slot_left:what is left of the slot} left of the slot.",
	},
	example: Values{"gain": "2.5", "slot_angle": "38", "slot_left": "6"},
}, func(in calc.SlotPinInput, out calc.SlotPinOutput, _ words) Answer {
	a := Answer{Says: fmt.Sprintf("Slide the pin %s along the slot.", mm(out.Shift)), Mark: markOf(out.Reachable)}
	if !out.Reachable {
		a.Says = fmt.Sprintf("The slot ends before: it gains %s at most.", mm(out.GainPossible))
	}
	a.Drawing.Slot = &Slot{in.SlotAngle, out.Shift, in.SlotLeft, in.Gain}
	return a
})

var followUp = sentence(draft{
	name: "follow-up", title: "The surface follows the lever badly: offset, gain or lag?",
	asks:  []string{"flap follow up off", "flap angle wrong at detents", "stops short both ways", "surface lags the lever"},
	lines: []string{"Up to {tolerance:allowed error} off is allowed; at neutral the protractor shows {zero:protractor at neutral}."},
	rows: []rowsDraft{
		{
			"pairs",
			"Commanded {pairs[].commanded:commanded}, {pairs[].moving:way it moved}, it stopped at {pairs[].surface:where it stopped}.",
			"another stop",
		},
	},
	example: Values{
		"tolerance":         "1.5",
		"zero":              "0",
		"pairs.0.commanded": "10",
		"pairs.0.moving":    "extending",
		"pairs.0.surface":   "7.6",
		"pairs.1.commanded": "10",
		"pairs.1.moving":    "retracting",
		"pairs.1.surface":   "12.3",
		"pairs.2.commanded": "35",
		"pairs.2.moving":    "extending",
		"pairs.2.surface":   "32.5",
		"pairs.3.commanded": "20",
		"pairs.3.moving":    "retracting",
		"pairs.3.surface":   "22.4",
		"pairs.4.commanded": "20",
		"pairs.4.moving":    "extending",
		"pairs.4.surface":   "17.7",
	},
}, func(in calc.FollowUpInput, out calc.FollowUpOutput, _ words) Answer {
	lag := "It stops short both ways: the switch gaps are too wide, or there is slack between lever and surface."
	if out.Lag < 0 {
		lag = "It runs past both ways: there is lash in the feedback cable."
	}
	a := Answer{Mark: markOf(out.Verdict == "in")}
	a.Says = map[string]string{
		"none":   fmt.Sprintf("Good: %s off at the worst.", degrees(out.WorstError)),
		"offset": fmt.Sprintf("It is off by %s everywhere: set the length of the rod or of the follow-up cable.", degrees(out.Offset)),
		"gain":   fmt.Sprintf("It moves %s of what it should: the wrong hole or arm.", percent(100*out.Gain)), "lag": lag,
		"mixed": "More than one thing is off: no one of them explains it.",
	}[out.Cause]
	a.Also = append(
		a.Also,
		fmt.Sprintf(
			"Offset %s, gain %s, lag %s; %s off at the worst.",
			degrees(out.Offset),
			num(out.Gain),
			degrees(out.Lag),
			degrees(out.WorstError),
		),
	)
	if out.Verdict == "out" {
		a.Also = append(
			a.Also,
			fmt.Sprintf(
				"Without the offset %s would be left, without the gain %s, without the lag %s.",
				degrees(out.WorstWithout.Offset),
				degrees(out.WorstWithout.Gain),
				degrees(out.WorstWithout.Lag),
			),
		)
	}
	a.Drawing.Plot = followPlot(in)
	return a
})

func followPlot(in calc.FollowUpInput) *Plot {
	p := &Plot{X: "commanded, °", Y: "surface, °"}
	for _, one := range in.Pairs {
		p.At = append(p.At, one.Commanded)
	}
	slices.Sort(p.At)
	p.At = slices.Compact(p.At)
	wanted, least, most := p.add("as commanded", "line"), p.add("least", "limit"), p.add("most", "limit")
	out, back := p.add("extending", "points"), p.add("retracting", "aimpoints")
	for i, x := range p.At {
		wanted[i], least[i], most[i] = new(x), new(x-in.Tolerance), new(x+in.Tolerance)
		for _, one := range in.Pairs {
			if one.Commanded == x && one.Moving == "extending" {
				out[i] = new(one.Surface - in.Zero)
			} else if one.Commanded == x {
				back[i] = new(one.Surface - in.Zero)
			}
		}
	}
	return p
}

var hunting = sentence(draft{
	name: "hunting", title: "Will it hunt, and what switch gaps would stop it?",
	asks: []string{"flap motor hunts to and fro", "switch gap at the roller", "follow up switches dead band", "motor runs back and forth"},
	lines: []string{
		"Cut off, the surface coasts {coast:coast}; a switch releases {differential:differential} before it operates. Up to " +
			"{tolerance:allowed error} off is allowed.",
		"The gap at the roller is {gap_extend:gap, extending} extending and {gap_retract:gap, retracting} retracting, and 1 mm there " +
			"is {degrees_per_mm:degrees of surface a mm} degrees of surface.",
	},
	more: []string{
		"The plungers move {pretravel_extend:pretravel, extending} and {pretravel_retract:pretravel, retracting} before they click; " +
			"lever and surface have {lash:lash} of lash; keep {coast_margin:margin on the coast} (a share) more coast in hand.",
		"Or the switches operate at {operate_extend:operates, extending} and {operate_retract:operates, retracting} of surface.",
	},
	example: Values{
		"coast":          "1.4",
		"differential":   "0.4",
		"tolerance":      "1.5",
		"gap_extend":     "0.3",
		"gap_retract":    "0.35",
		"degrees_per_mm": "2.1",
	},
}, func(in calc.HuntingInput, out calc.HuntingOutput, _ words) Answer {
	a := Answer{Mark: markOf(!out.Hunts)}
	if out.Hunts {
		a.Says = fmt.Sprintf(
			"It hunts: it coasts %s across a dead band of %s, and swings by %s.",
			degrees(in.Coast),
			degrees(out.DeadBand),
			degrees(*out.Swing),
		)
	} else {
		a.Says = fmt.Sprintf("It does not hunt: %s of dead band are left over.", degrees(out.Margin))
		rest := func(v float64) string {
			return map[bool]string{true: degrees(math.Abs(v)) + " short", false: degrees(math.Abs(v)) + " past"}[v >= 0]
		}
		a.Also = append(a.Also, fmt.Sprintf("It rests %s extending, %s retracting: %s.", rest(*out.RestExtending),
			rest(-*out.RestRetracting), map[bool]string{true: "inside", false: "outside what is allowed"}[*out.Within]))
		if !*out.Within {
			a.Mark = "look"
		}
	}
	a.Also = append(a.Also, fmt.Sprintf("Each switch should operate at %s.", degrees(out.Recommended)))
	if e, r := out.GapExtendRecommended.Value, out.GapRetractRecommended.Value; e != nil && r != nil {
		a.Also = append(a.Also, fmt.Sprintf("That is a gap of %s extending and %s retracting.", mm(*e), mm(*r)))
	}
	if out.OperateMin == nil {
		a.Also = append(a.Also, "The lash alone uses up what is allowed: cure it first.")
	}
	a.Drawing.Trips = &Trips{
		out.OperateExtend,
		out.OperateRetract,
		in.Differential,
		in.Coast,
		in.Tolerance,
		out.Hunts,
		out.RestExtending,
		out.RestRetracting,
	}
	return a
})

package bench

import (
	"cmp"
	"fmt"
	"math"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/tell"
)

var adjuster = sentence(draft{
	name: "adjuster", title: "How many turns of this adjuster, and which way?",
	asks: []string{
		"barrel turns",
		"turnbuckle turns",
		"clevis jam nuts threads left",
		"cable too long",
		"cable too short",
		"length out of limits",
		"enough thread engaged",
	},
	lines: []string{
		"It measures {now:the length now} and should be {target:target}, up to {minus:allowed under} under and {plus:allowed over} over.",
		"One turn is {pitch:pitch} on a {kind:kind of adjuster}, locked every {step:step} turn.",
	},
	more: []string{
		"{engaged:threads in now} threads are in, at least {engaged_min:least threads} must stay in, at most {engaged_max:most " +
			"threads} can go in.",
		"Turned {lengthens:way that lengthens} it gets longer; turned out it goes toward {@out:what lies outward}, turned in toward " +
			"{@in:what lies inward}.",
		"Inside the limits aim for the {aim:aim}. Or the sheet gives the ends: from {min:lower limit} to {max:upper limit}.",
	},
	example: Values{
		"now":         "139.4",
		"target":      "143",
		"minus":       "0.5",
		"plus":        "0.5",
		"pitch":       "1",
		"step":        "1/2",
		"engaged":     "12½",
		"engaged_min": "6",
		"engaged_max": "20",
		"@out":        "the housing",
		"@in":         "the eye",
	},
}, func(in calc.AdjusterInput, out calc.AdjusterOutput, say words) Answer {
	band := calc.Limits(in.Target, in.Minus, in.Plus, in.Min, in.Max)
	a := Answer{Mark: markOf(out.VerdictAfter == "in")}
	way := out.Direction
	if toward := say["@"+out.Direction]; toward != "" {
		way = "toward " + toward
	}
	switch {
	case out.Direction == "none" && out.VerdictNow == "in":
		a.Says = "Leave it: " + mm(in.Now) + " is inside."
	case out.Direction == "none":
		a.Says = "No turn brings it nearer."
	default:
		a.Says = fmt.Sprintf("%s %s; it should then measure %s.", sentenceCase(turns(out.Turns)), way, mm(out.After))
	}
	if out.LimitedBy != nil {
		why := map[string]string{
			"thread": "the thread runs out: look at the other end, at the far fitting, for wear or for a wrong part",
			"step":   "a finer lock would reach it, this step does not",
		}
		a.Also = append(a.Also, fmt.Sprintf("It stays %s outside: %s.", mm(out.ShortBy), why[*out.LimitedBy]))
	}
	a.Also = append(a.Also, threadsSay(out.EngagedAfter, in.EngagedMin, out.ThreadOK)...)
	turn := ""
	if out.Turns > 0 {
		turn = turns(out.Turns) + " " + way
	}
	if in.Engaged != nil {
		a.Drawing.Threads = []Thread{thread("", *in.Engaged, *out.EngagedAfter, in.EngagedMin, in.EngagedMax, turn)}
	}
	marks := []tell.Mark{{Kind: "found", At: in.Now, Label: "now " + num(in.Now)}}
	if out.Turns > 0 {
		marks = append(marks, tell.Mark{Kind: "should", At: out.After, Label: "should be " + num(out.After)})
	}
	per := in.Pitch
	if in.Kind == "turnbuckle" {
		per *= 2
	}
	rule := ruler("the length", "mm", band.Min, band.Max, per/2, 0, marks...)
	if rule.Tick == per/2 {
		rule.TickSay = "one tick is half a turn"
	}
	a.Drawing.Rules = []tell.Rule{rule}
	return a
})

func threadsSay(after *float64, least float64, ok *bool) []string {
	if after == nil {
		return nil
	}
	s := fmt.Sprintf("%s threads stay in", quantity.Turns(*after))
	if least > 0 {
		s += fmt.Sprintf(", the least allowed is %s", quantity.Number(least, 2))
	}
	if ok != nil && !*ok {
		s += ": a good length on too few threads is not good"
	}
	return []string{s + "."}
}

func thread(name string, now, after, least float64, most *float64, turn string) Thread {
	t := Thread{Name: name, Now: now, After: after, Min: least, Max: math.Max(now, after) + 4, Turn: turn,
		NowSay: quantity.Turns(now) + " threads in", LeftSay: fmt.Sprintf("least %s", quantity.Number(least, 2))}
	if most != nil {
		t.Max = *most
	}
	return t
}

var twoEnds = sentence(draft{
	name: "two-ends", title: "How to share a correction between the two ends of a cable?",
	asks: []string{
		"cable too short at one end",
		"cable too long thread runs out at one end",
		"both ends threaded",
		"not enough thread at one end",
		"handy end awkward end",
		"balance threads",
	},
	lines: []string{
		"It measures {now:the length now} and should be {target:target}, up to {minus:allowed under} under and {plus:allowed over} over.",
		"The handy end moves {a.pitch:pitch, handy end} a turn, locked every {a.step:step, handy end} turn, with {a.engaged:threads " +
			"in, handy end} threads in, between {a.engaged_min:least threads, handy end} and {a.engaged_max:most threads, handy end}.",
		"The other end moves {b.pitch:pitch, other end} a turn, locked every {b.step:step, other end} turn, with {b.engaged:threads " +
			"in, other end} threads in, between {b.engaged_min:least threads, other end} and {b.engaged_max:most threads, other end}.",
	},
	more: []string{"Share it the {policy:policy} way, aiming for the {aim:aim}."},
	example: Values{
		"now":           "412",
		"target":        "421",
		"minus":         "0.5",
		"plus":          "0.5",
		"a.pitch":       "1",
		"a.step":        "1/2",
		"a.engaged":     "12",
		"a.engaged_min": "6",
		"a.engaged_max": "18",
		"b.pitch":       "1.25",
		"b.step":        "1/2",
		"b.engaged":     "14",
		"b.engaged_min": "6",
		"b.engaged_max": "18",
	},
}, func(in calc.TwoEndsInput, out calc.TwoEndsOutput, _ words) Answer {
	one := func(name string, v float64) string {
		if v == 0 {
			return name + " as it is"
		}
		return name + " " + turns(v) + " " + map[bool]string{true: "out", false: "in"}[v > 0]
	}
	a := Answer{Mark: markOf(out.Reachable)}
	switch {
	case out.TurnsA == 0 && out.TurnsB == 0 && out.Reachable:
		a.Says = "Leave both: " + mm(in.Now) + " is inside."
	case out.Reachable:
		a.Says = fmt.Sprintf(
			"Turn the %s, the %s; it should then measure %s.",
			one("handy end", out.TurnsA),
			one("other end", out.TurnsB),
			mm(out.After),
		)
	default:
		a.Says = fmt.Sprintf("Both threads together do not reach it: at best %s.", mm(out.After))
		a.Also = append(a.Also, "Look at the far fitting, for wear or for a wrong part.")
	}
	a.Also = append(
		a.Also,
		fmt.Sprintf(
			"%s threads stay in at the handy end, %s at the other; %s to spare.",
			quantity.Turns(out.EngagedA),
			quantity.Turns(out.EngagedB),
			quantity.Turns(out.SpareThreads),
		),
	)
	turn := func(v float64) string {
		if v == 0 {
			return ""
		}
		return turns(v) + map[bool]string{true: " out", false: " in"}[v > 0]
	}
	a.Drawing.Threads = []Thread{
		thread("handy end", in.A.Engaged, out.EngagedA, in.A.EngagedMin, &in.A.EngagedMax, turn(out.TurnsA)),
		thread("other end", in.B.Engaged, out.EngagedB, in.B.EngagedMin, &in.B.EngagedMax, turn(out.TurnsB)),
	}
	marks := []tell.Mark{{Kind: "found", At: in.Now, Label: "now " + num(in.Now)}}
	if out.After != in.Now {
		marks = append(marks, tell.Mark{Kind: "should", At: out.After, Label: "should be " + num(out.After)})
	}
	a.Drawing.Rules = []tell.Rule{ruler("the length", "mm", in.Target-in.Minus, in.Target+in.Plus, 0.5, 0, marks...)}
	return a
})

var window = sentence(draft{
	name: "window", title: "How far is this setting from failing at each end?",
	asks: []string{
		"too tight or too loose",
		"margin to both limits in notches clicks",
		"is there any setting that works",
		"no setting serves both ends",
	},
	lines: []string{
		"It stands at {now:the setting now}. Below {loosest:loosest that works} it is too loose, above {tightest:tightest that works} " +
			"too tight, and it moves in steps of {step:step}.",
	},
	example: Values{"now": "11", "loosest": "12", "tightest": "17", "step": "1"},
}, func(in calc.WindowInput, out calc.WindowOutput, _ words) Answer {
	a := Answer{Mark: markOf(out.Verdict == "in" || out.Verdict == "on the limit")}
	move := ""
	if out.Move != nil && *out.Move != 0 {
		move = fmt.Sprintf(
			"%s %s, to %s",
			steps(*out.Move, "step"),
			map[bool]string{true: "tighter", false: "looser"}[*out.Move > 0],
			num(*out.After),
		)
	}
	switch out.Verdict {
	case "no window":
		a.Says = "No setting serves both ends: the tightest that releases is looser than the loosest that works."
		a.Also = append(
			a.Also,
			fmt.Sprintf("They miss each other by %s. Look for wear, lost travel or a wrong part before turning again.", num(-out.Width)),
		)
		return a
	case "step too coarse":
		a.Says = "The window lies between two steps: no step lands inside."
		a.Also = append(a.Also, fmt.Sprintf("The window is %s wide, one step is %s.", num(out.Width), num(in.Step)))
	case "in":
		a.Says = fmt.Sprintf("Good: %s to too loose, %s to too tight.", steps(*out.StepsToLoose, "step"), steps(*out.StepsToTight, "step"))
	case "on the limit":
		a.Says, a.Mark = "Inside, but on the limit.", "look"
		if move != "" {
			a.Also = append(a.Also, "Better: "+move+".")
		}
	default:
		a.Says = sentenceCase(out.Verdict) + ": go " + move + "."
	}
	marks := []tell.Mark{{Kind: "found", At: in.Now, Label: "now " + num(in.Now)}}
	if move != "" {
		marks = append(marks, tell.Mark{Kind: "should", At: *out.After, Label: "go to " + num(*out.After)})
	}
	a.Drawing.Rules = []tell.Rule{ruler("the setting", "", in.Loosest, in.Tightest, in.Step, 0, marks...)}
	return a
})

var bracket = sentence(draft{
	name: "bracket", title: "Judged only by feel: which setting to try next?",
	asks: []string{"half step search", "feels too tight feels too loose", "by ear whisper drag", "where to try next"},
	rows: []rowsDraft{{"tries", "At step {tries[].at:step tried} it felt {tries[].felt:how it felt}.", "another try"}},
	more: []string{"While only one end is known, go {stride:stride} steps on."},
	example: Values{
		"tries.0.at":   "0",
		"tries.0.felt": "too loose",
		"tries.1.at":   "8",
		"tries.1.felt": "too tight",
		"tries.2.at":   "4",
		"tries.2.felt": "too loose",
	},
}, func(in calc.BracketInput, out calc.BracketOutput, _ words) Answer {
	a := Answer{}
	switch out.State {
	case "found":
		a.Says, a.Mark = fmt.Sprintf("Leave it at %s, the middle of what felt good.", num(*out.Next)), "good"
		if *out.GoodFrom != *out.GoodTo {
			a.Also = append(a.Also, fmt.Sprintf("Good from %s to %s.", num(*out.GoodFrom), num(*out.GoodTo)))
		}
	case "searching":
		a.Says = fmt.Sprintf("Try %s next.", num(*out.Next))
		if out.LooseEnd != nil && out.TightEnd != nil {
			a.Also = append(a.Also, fmt.Sprintf("Too loose up to %s, too tight from %s.", num(*out.LooseEnd), num(*out.TightEnd)))
		}
	case "none left":
		a.Says, a.Mark = "No step is left between too loose and too tight.", "bad"
		a.Also = append(a.Also, "The step is too coarse, or something else is wrong: look for wear.")
	default:
		a.Says, a.Mark = "These tries contradict each other: something slipped or was misread.", "look"
		a.Also = append(a.Also, "Settle it and try the nearest two again.")
	}
	var tried []tell.Tried
	for _, one := range in.Tries {
		tried = append(tried, tell.Tried{At: one.At, Felt: one.Felt})
	}
	a.Drawing.Tries = tell.RowOf(tried, out.Next)
	return a
})

var response = sentence(draft{
	name: "response", title: "Did it answer as the turns should have moved it?",
	asks: []string{
		"no response after turning",
		"moved the wrong way",
		"barrel slips",
		"reading did not change",
		"turned but nothing happened",
	},
	lines: []string{
		"It read {before:reading before}, then after {turns:turns} turns {after:reading after}. One turn should change it by " +
			"{expected_per_turn:change of one turn}.",
	},
	more:    []string{"The gauge tells to ± {uncertainty:doubt of the gauge}."},
	example: Values{"before": "139.4", "turns": "3½", "after": "140.6", "expected_per_turn": "1", "uncertainty": "0.25"},
}, func(in calc.ResponseInput, out calc.ResponseOutput, _ words) Answer {
	mark := map[calc.Responded]string{calc.AsExpected: "good", calc.Reversed: "bad", calc.NoResponse: "bad"}[out.Verdict]
	a := Answer{Says: out.Verdict.Says(), Mark: cmp.Or(mark, "look")}
	if look := out.Verdict.Look(); look != "" {
		a.Also = append(a.Also, look)
	}
	a.Also = append(a.Also, fmt.Sprintf("One turn changed it by %s; %s was expected.", num(out.PerTurn), num(in.ExpectedPerTurn)))
	expected := in.Turns * in.ExpectedPerTurn
	a.Drawing.Bars = []Bar{
		{"should change by", expected, num(expected), "should"},
		{"changed by", in.After - in.Before, num(in.After - in.Before), "now"},
	}
	return a
})

var coupled = sentence(draft{
	name: "coupled", title: "Several adjusters move several readings: what is the least turning?",
	asks: []string{
		"aileron turnbuckles",
		"two adjusters fight each other",
		"smallest set of turns",
		"both wheels level and tension right",
	},
	lines: []string{"Each adjuster may be turned within its range."},
	rows: []rowsDraft{
		{
			"adjusters",
			"{adjusters[].id:name of the adjuster}, every {adjusters[].step:step} turn, from {adjusters[].min:least turns} to " +
				"{adjusters[].max:most turns} turns.",
			"another adjuster",
		},
		{
			"readings",
			"{readings[].id:name of the reading} reads {readings[].now:reading now}, wanted {readings[].min:lower limit} to " +
				"{readings[].max:upper limit}; a turn adds {influence[]:change of one turn}.",
			"another reading",
		},
	},
	more: []string{"Aim for the {aim:aim}, using at most {guard:share of the half band} of the half band."},
	example: Values{"adjusters.0.id": "left", "adjusters.0.step": "1/2", "adjusters.0.min": "-6", "adjusters.0.max": "6",
		"adjusters.1.id": "right", "adjusters.1.step": "1/2", "adjusters.1.min": "-6", "adjusters.1.max": "6",
		"readings.0.id": "tension", "readings.0.now": "128", "readings.0.min": "150", "readings.0.max": "170", "influence.0.0": "9",
		"influence.0.1": "9",
		"readings.1.id": "droop", "readings.1.now": "-1.6", "readings.1.min": "-0.5", "readings.1.max": "0.5", "influence.1.0": "0.6",
		"influence.1.1": "-0.6"},
}, func(in calc.CoupledInput, out calc.CoupledOutput, _ words) Answer {
	a := Answer{Mark: markOf(out.AllIn)}
	var parts []string
	for i, m := range out.Moves {
		if m != 0 {
			parts = append(parts, fmt.Sprintf("%s %s%s", in.Adjusters[i].ID, map[bool]string{true: "+", false: "−"}[m > 0], turns(m)))
		}
	}
	switch {
	case len(parts) == 0 && out.AllIn:
		a.Says = "Leave all as they are: every reading is inside."
	case len(parts) == 0:
		a.Says = "No turning makes the worst reading better."
	case out.AllIn:
		a.Says = "Turn " + list(parts) + ": every reading comes inside."
	default:
		a.Says = "No set of turns puts all inside; the best is " + list(parts) + "."
	}
	a.Also = append(
		a.Also,
		fmt.Sprintf("%s is the tightest: it uses %s of its half band.", in.Readings[out.Binding].ID, percent(100*out.Worst)),
	)
	for i, r := range in.Readings {
		rule := ruler(r.ID, "", r.Min, r.Max, 0, 0, tell.Mark{Kind: "found", At: r.Now, Label: "now " + num(r.Now)})
		if math.Abs(out.Predicted[i]-r.Now) > 1e-9 {
			rule = ruler(
				r.ID,
				"",
				r.Min,
				r.Max,
				0,
				0,
				tell.Mark{Kind: "found", At: r.Now, Label: "now " + num(r.Now)},
				tell.Mark{Kind: "should", At: out.Predicted[i], Label: num(out.Predicted[i])},
			)
		}
		a.Drawing.Rules = append(a.Drawing.Rules, rule)
	}
	return a
})

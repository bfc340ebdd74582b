package bench

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/run/tell"
)

var conduit = sentence(draft{
	name: "conduit", title: "What do the bends of this routing cost?",
	asks: []string{
		"too many bends",
		"stiff cable heavy lever friction",
		"slack from bends",
		"bend too tight minimum radius",
		"how much force is lost in the cable",
	},
	lines: []string{"A core of {core:core} runs in a bore of {bore:bore}; no bend may be tighter than {min_radius:least radius}."},
	rows: []rowsDraft{
		{
			"segments",
			"Straight for {segments[].length:length of the piece}, or a bend of {segments[].bend:bend} on a radius of {segments[].radius:radius}.",
			"another piece",
		},
	},
	more: []string{"The friction is {friction:friction}; the far end needs {load:load}."},
	example: Values{
		"core":              "2.5",
		"bore":              "3.0",
		"min_radius":        "150",
		"load":              "60",
		"segments.0.length": "400",
		"segments.1.bend":   "90",
		"segments.1.radius": "200",
		"segments.2.length": "700",
		"segments.3.bend":   "125",
		"segments.3.radius": "140",
	},
}, func(in calc.ConduitInput, out calc.ConduitOutput, _ words) Answer {
	a := Answer{
		Says: fmt.Sprintf(
			"%s is lost in %s of bend, and the hand feels %s times the load.",
			mm(out.LostMotion),
			degrees(out.Bend),
			num(out.ForceRatio),
		),
		Mark: markOf(len(out.TightBends) == 0),
	}
	if len(out.TightBends) > 0 {
		var parts []string
		for _, i := range out.TightBends {
			parts = append(parts, fmt.Sprintf("piece %d (%s)", i+1, mm(*in.Segments[i].Radius)))
		}
		a.Also = append(a.Also, "Too tight: "+list(parts)+". Lead it wider before anything is set.")
	}
	if out.InputForce != nil {
		a.Also = append(a.Also, fmt.Sprintf("It takes %s at the hand for %s at the far end.", newton(*out.InputForce), newton(*in.Load)))
	}
	a.Also = append(a.Also, "The path is "+mm(out.Length)+" long.")
	c := &Conduit{Slack: in.Bore - in.Core}
	for i, s := range in.Segments {
		c.Pieces = append(c.Pieces, pieceOf(s, slices.Contains(out.TightBends, i)))
	}
	a.Drawing.Conduit = c
	return a
})

func pieceOf(s calc.Segment, tight bool) Piece {
	p := Piece{Tight: tight}
	if s.Bend != nil {
		p.Bend, p.Radius = math.Abs(*s.Bend), *s.Radius
		p.Length = p.Radius * p.Bend * math.Pi / 180
	}
	if s.Length != nil {
		p.Length = *s.Length
	}
	return p
}

var cableOrder = sentence(draft{
	name: "cable-order", title: "Which stock length of cable to order?",
	asks: []string{"how long a cable do i need", "cable too short to reach", "tip to tip jacket length", "new cable length"},
	lines: []string{
		"The ends add {end_a:first end} and {end_b:second end}, and a loop of {loop:loop} is left for movement. The maker gives " +
			"lengths by the {sold_by:way lengths are given}; in stock are {stock:stock lengths}.",
	},
	rows: []rowsDraft{
		{
			"path",
			"Straight for {path[].length:length of the piece}, or a bend of {path[].bend:bend} on a radius of {path[].radius:radius}.",
			"another piece",
		},
	},
	example: Values{
		"end_a":         "85",
		"end_b":         "85",
		"loop":          "150",
		"stock":         "10 ft; 11 ft; 12 ft",
		"path.0.length": "1.2 m",
		"path.1.bend":   "90",
		"path.1.radius": "200",
		"path.2.length": "1.1 m",
		"path.3.bend":   "45",
		"path.3.radius": "250",
	},
}, func(in calc.CableOrderInput, out calc.CableOrderOutput, _ words) Answer {
	a := Answer{Says: "None of these reaches.", Mark: "bad"}
	if out.Order != nil {
		a.Says, a.Mark = fmt.Sprintf("Order %s: %s to spare.", metres(*out.Order), mm(*out.Spare)), "good"
	}
	a.Also = append(
		a.Also,
		fmt.Sprintf("The path needs %s, %s.", metres(out.Needed), map[string]string{"tip": "tip to tip", "jacket": "of jacket"}[in.SoldBy]),
	)
	a.Drawing.Bars = []Bar{{"needed", out.Needed, metres(out.Needed), "should"}}
	for _, s := range slices.Sorted(slices.Values(in.Stock)) {
		look := "now"
		if out.Order != nil && s == *out.Order {
			look = "good"
		} else if s < out.Needed {
			look = "bad"
		}
		a.Drawing.Bars = append(a.Drawing.Bars, Bar{"stock", s, metres(s), look})
	}
	return a
})

// metres is a cable's length as it is ordered: in mm, and in feet where it is a whole number of them.
func metres(v float64) string {
	if feet := v / 304.8; math.Abs(feet-math.Round(feet)) < 1e-6 {
		return fmt.Sprintf("%s ft (%s)", num(math.Round(feet)), mm(v))
	}
	return mm(v)
}

var spring = sentence(draft{
	name: "spring", title: "Which spring takes up the slack without moving the control?",
	asks: []string{"anti lash spring", "cut a spring", "return spring too strong too weak", "coil bound", "take up slack at the knob"},
	lines: []string{
		"The slack takes {slack_force:force of the slack} to hold, and no more than {most_force:most force} may pull at full travel " +
			"of {travel:travel}. There is {space:space} for it at rest, over a rod of {rod:rod}.",
	},
	rows: []rowsDraft{
		{
			"springs",
			"A {springs[].kind:kind of spring} spring of {springs[].rate:rate}, {springs[].free:free length} free, " +
				"{springs[].solid:solid length} solid, {springs[].inside:inside width} inside, {springs[].longest:longest length} at the longest, " +
				"pre-wound to {springs[].initial:initial force}; cut to {springs[].cut_to:length cut to}, with {springs[].coils:coils} " +
				"coils, {springs[].inactive:dead coils} of them dead.",
			"another spring",
		},
	},
	more: []string{"At rest it is to be {margin:margin} (a share) above the slack."},
	example: Values{
		"slack_force":       "6",
		"most_force":        "22",
		"travel":            "22",
		"space":             "62",
		"rod":               "6",
		"springs.0.kind":    "compression",
		"springs.0.rate":    "0.32",
		"springs.0.free":    "90",
		"springs.0.solid":   "21",
		"springs.0.inside":  "9",
		"springs.1.kind":    "extension",
		"springs.1.rate":    "0.2",
		"springs.1.free":    "30",
		"springs.1.longest": "95",
		"springs.1.initial": "2",
	},
}, func(in calc.SpringInput, out calc.SpringOutput, _ words) Answer {
	a := Answer{Says: "None of these will do.", Mark: "bad"}
	if out.Best != nil {
		b := out.Springs[*out.Best]
		a.Says, a.Mark = fmt.Sprintf(
			"Fit spring %d: %s at rest, %s at full travel.",
			*out.Best+1,
			newton(b.ForceAtRest),
			newton(b.ForceAtFull),
		), "good"
	}
	longest := 0.0
	for i, s := range out.Springs {
		c := Coil{
			Kind:      in.Springs[i].Kind,
			Rest:      in.Space,
			Full:      in.Space - in.Travel,
			ForceRest: s.ForceAtRest,
			ForceFull: s.ForceAtFull,
			OK:        s.OK,
			Best:      out.Best != nil && *out.Best == i,
			Why:       list(s.Why),
		}
		if c.Kind == "extension" {
			c.Full = in.Space + in.Travel
		}
		longest = math.Max(longest, math.Max(c.Rest, c.Full))
		a.Drawing.Coils = append(a.Drawing.Coils, c)
		if !s.OK {
			a.Also = append(a.Also, fmt.Sprintf("Spring %d: %s.", i+1, list(s.Why)))
		}
	}
	for i := range a.Drawing.Coils {
		a.Drawing.Coils[i].Longest = longest
	}
	return a
})

var tension = sentence(draft{
	name: "tension", title: "What is the cable's tension, and how many turns?",
	asks: []string{
		"tension gauge table",
		"cable tension at this temperature",
		"temperature chart",
		"turnbuckle turns for tension",
		"cable too slack too tight",
	},
	lines: []string{
		"The gauge indicates {indicated:gauge indicates}; its table is {meter:table of the gauge}. The air is at " +
			"{temperature:temperature}, and the chart is {chart:chart over temperature}, up to {minus:allowed under} under and " +
			"{plus:allowed over} over.",
	},
	more: []string{"Or the tension is {tension:tension} itself, and the target {target:target} without a chart.",
		"The cable's stiffness E·A is {stiffness:stiffness} over a run of {run:run}; one turn takes up {per_turn:taken up a turn}, " +
			"locked every {step:step} turn."},
	example: Values{
		"indicated":   "26",
		"meter":       "10; 60\n20; 125\n30; 205\n40; 300",
		"temperature": "59 °F",
		"chart":       "-20; 95\n0; 130\n20; 170\n40; 215",
		"minus":       "10",
		"plus":        "10",
		"stiffness":   "140 kN",
		"run":         "6.2 m",
		"per_turn":    "1.6",
		"step":        "1/2",
	},
}, func(in calc.TensionInput, out calc.TensionOutput, _ words) Answer {
	a := Answer{Mark: markOf(out.Verdict == "in")}
	a.Says = fmt.Sprintf(
		"The tension is %s, %s: %s is wanted.",
		newton(out.Tension),
		map[string]string{"in": "inside", "low": "too slack", "high": "too tight"}[out.Side],
		newton(out.Target),
	)
	if out.Turns != nil && *out.Turns != 0 {
		way := map[bool]string{true: "tighter", false: "slacker"}[*out.Turns > 0]
		a.Says = fmt.Sprintf(
			"The tension is %s, %s: %s %s gives %s.",
			newton(out.Tension),
			map[string]string{"low": "too slack", "high": "too tight"}[out.Side],
			turns(*out.Turns),
			way,
			newton(*out.After),
		)
		if out.VerdictAfter == "out" {
			a.Also = append(a.Also, "Even then it is outside: this step is too coarse.")
		}
		if out.Tension < out.Target/4 {
			a.Also = append(a.Also, "From a slack cable it takes at least so many.")
		}
		a.Also = append(a.Also, fmt.Sprintf("One turn changes it by %s.", newton(*out.ForcePerTurn)))
	}
	a.Also = append(a.Also, fmt.Sprintf("Wanted: %s to %s.", newton(out.Low), newton(out.High)))
	if in.Chart == nil {
		marks := []tell.Mark{{Kind: "found", At: out.Tension, Label: "now " + num(out.Tension)}}
		if out.After != nil && *out.After != out.Tension {
			marks = append(marks, tell.Mark{Kind: "should", At: *out.After, Label: "then " + num(*out.After)})
		}
		a.Drawing.Rules = []tell.Rule{ruler("tension", "N", out.Low, out.High, 0, 0, marks...)}
		return a
	}
	a.Drawing.Plot = tensionPlot(in, out)
	return a
})

func tensionPlot(in calc.TensionInput, out calc.TensionOutput) *Plot {
	p := &Plot{X: "air temperature, °C", Y: "tension, N"}
	for _, row := range in.Chart {
		p.At = append(p.At, row[0])
	}
	p.At = append(p.At, *in.Temperature)
	slices.Sort(p.At)
	p.At = slices.Compact(p.At)
	target := p.add("the chart", "line")
	low, high := p.add("least", "limit"), p.add("most", "limit")
	now := p.add("now", "points")
	for i, t := range p.At {
		v, _ := in.Chart.At(t)
		target[i], low[i], high[i] = &v, new(v-in.Minus), new(v+in.Plus)
		if t == *in.Temperature {
			now[i] = &out.Tension
		}
	}
	if out.After != nil && *out.After != out.Tension {
		after := p.add("after the turns", "aim")
		after[slices.Index(p.At, *in.Temperature)] = out.After
	}
	return p
}

// add makes a series without values yet.
func (p *Plot) add(name, look string) []*float64 {
	values := make([]*float64, len(p.At))
	p.Series = append(p.Series, Series{name, look, values})
	return values
}

var trend = sentence(draft{
	name: "trend", title: "When does the adjuster run out?",
	asks: []string{"wear over hours kilometres", "threads left over time", "next check due", "how long will it last"},
	lines: []string{
		"Over the usage it stood so: {points:usage and value}. The limit is {limit:limit}, which is {limit_is:whether low or high} to come.",
	},
	example: Values{"points": "0; 12\n210; 11.2\n430; 10.1\n655; 9.3\n900; 8.2", "limit": "6", "limit_is": "low"},
}, func(in calc.TrendInput, out calc.TrendOutput, _ words) Answer {
	a := Answer{Says: "It is not heading for the limit.", Mark: "good"}
	at := in.Points[len(in.Points)-1][0]
	for _, p := range in.Points {
		at = math.Max(at, p[0])
	}
	switch {
	case out.Already:
		a.Says, a.Mark = "The limit is passed already.", "bad"
	case out.ReachesLimitAt != nil:
		a.Says, a.Mark = fmt.Sprintf(
			"It reaches the limit at %s, in %s more.",
			num(*out.ReachesLimitAt),
			num(*out.ReachesLimitAt-at),
		), "look"
		a.Also = append(a.Also, fmt.Sprintf("Give or take %s.", num(*out.Doubt)))
	}
	a.Also = append(a.Also, fmt.Sprintf("It changes by %s for each 100 of usage.", num(100*out.Slope)))
	a.Drawing.Plot = trendPlot(in, out, at)
	return a
})

func trendPlot(in calc.TrendInput, out calc.TrendOutput, last float64) *Plot {
	p := &Plot{X: "usage", Y: "value"}
	for _, row := range in.Points {
		p.At = append(p.At, row[0])
	}
	end := last
	if out.ReachesLimitAt != nil && *out.ReachesLimitAt < last*20+1 {
		end = *out.ReachesLimitAt
	}
	p.At = append(p.At, end)
	slices.Sort(p.At)
	p.At = slices.Compact(p.At)
	line, limit, read := p.add("the line", "ghost"), p.add("the limit", "limit"), p.add("as read", "points")
	for i, x := range p.At {
		line[i], limit[i] = new(out.Intercept+out.Slope*x), &in.Limit
		for _, row := range in.Points {
			if row[0] == x {
				read[i] = &row[1]
			}
		}
	}
	return p
}

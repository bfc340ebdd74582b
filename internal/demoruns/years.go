package main

import "fmt"

// visit is one of the visits of earlier years: what the rig had worn by then, as settings that lie off.
type visit struct {
	day, words string
	found      map[string]float64
	job        string
}

// years are earlier visits to a cable, worked alike.
func years(machine, cable, by string, visits []visit) (out []work) {
	for _, v := range visits {
		out = append(out, work{id: fmt.Sprintf("%s-%s-%s", v.day[:7], machine, cable), machine: machine, cable: cable, by: by,
			words: v.words, begun: v.day + "T08:30:00Z", found: v.found, job: v.job})
	}
	return out
}

const service = "At its service: look at it, and set it"

// earlier tell a story each: a nut that runs out, and goes faster by now; its sister, which went the same way until its cable
// was renewed; a parking brake that is steady but for a cable that frayed; a kickdown whose new cable stretched.
var earlier = [][]work{
	years("mussel", "clutch", "Ines", []visit{
		{"2019-05-14", service, map[string]float64{"adjuster": -1}, ""},
		{"2020-06-02", service, map[string]float64{"adjuster": -1}, ""},
		{"2021-06-15", "Slips on the hill", map[string]float64{"adjuster": -1}, ""},
		{"2022-05-30", service, map[string]float64{"adjuster": -1.4}, ""},
		{"2023-06-12", service, map[string]float64{"adjuster": -1.4}, ""},
		{"2024-05-21", "Slips when hot", map[string]float64{"adjuster": -1.1}, ""},
		{"2025-06-03", service, map[string]float64{"adjuster": -1.6}, ""},
		{"2026-05-26", "Slips again", map[string]float64{"adjuster": -1.6}, ""},
	}),
	years("mussel", "parking", "Tobin", []visit{
		{"2021-06-16", service, map[string]float64{"star.left": 18, "star.right": 18}, ""},
		{"2022-05-31", service, map[string]float64{"star.left": 18, "star.right": 18}, ""},
		{"2023-06-13", service, map[string]float64{"star.left": 18, "star.right": 18}, ""},
		{"2024-05-22", service, map[string]float64{"star.left": 18, "star.right": 18}, ""},
		{"2025-05-12", "Lever comes right up: the left inner is frayed", map[string]float64{"equaliser": 6}, ""},
		{"2026-05-27", service, map[string]float64{"star.left": 18, "star.right": 18}, ""},
	}),
	years("oyster", "clutch", "Ines", []visit{
		{"2020-03-10", service, map[string]float64{"adjuster": -2.2}, ""},
		{"2021-09-07", service, map[string]float64{"adjuster": -2.4}, ""},
		{"2023-02-21", "Bites at the very top", map[string]float64{"adjuster": -2.3}, ""},
		{"2024-10-15", "New cable: the old one was at its end", map[string]float64{"adjuster": 2}, "new"},
	}),
	years("ferry", "kickdown", "Ines", []visit{
		{"2023-04-18", "Shifts early since the new cable", map[string]float64{"slider": 7}, ""},
		{"2024-04-16", service, map[string]float64{"slider": 1.5}, ""},
		{"2025-04-22", service, map[string]float64{"slider": 1.5}, ""},
	}),
}

package calc

import (
	"fmt"
	"math"

	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/lattice"
)

// CoupledAdjuster may be set to whole multiples of Step from Min to Max, in turns
// from where it stands.
type CoupledAdjuster struct {
	ID   string  `json:"id"`
	Step float64 `json:"step" input:"count,above0"`
	Min  float64 `json:"min" input:"count"`
	Max  float64 `json:"max" input:"count"`
}

// steps is how many whole steps Min and Max are away.
func (a CoupledAdjuster) steps() (low, high float64) {
	return math.Ceil(a.Min/a.Step - slack), math.Floor(a.Max/a.Step + slack)
}

// CoupledReading is a reading as it is and its limits, in a unit of its own.
type CoupledReading struct {
	ID  string  `json:"id"`
	Now float64 `json:"now" input:"plain"`
	Min float64 `json:"min" input:"plain"`
	Max float64 `json:"max" input:"plain"`
}

// CoupledInput is up to four adjusters that each move several readings:
// Influence has a row a reading, with what one turn of each adjuster adds. Guard
// is how much of the half band may be used up (a share).
type CoupledInput struct {
	Adjusters []CoupledAdjuster `json:"adjusters"`
	Readings  []CoupledReading  `json:"readings"`
	Influence [][]float64       `json:"influence" input:"plain"`
	Aim       string            `json:"aim,omitempty" input:"words=fewest|centre,default=fewest"`
	Guard     *float64          `json:"guard,omitempty" input:"plain"`
}

// The search is exact, so what it may be asked is bounded: settings of one adjuster
// and of all together, and readings (their number grows squared in the elimination).
const (
	mostSteps    = 1e5
	mostSettings = 1e9
	mostReadings = 40
)

// Check tells what no single field shows.
func (in CoupledInput) Check(f *input.Faults) {
	f.AddIf(len(in.Adjusters) > 4, "adjusters", "four adjusters at most: leave out those that stay as they are")
	f.AddIf(len(in.Readings) > mostReadings, "readings", fmt.Sprintf("%d readings at most", mostReadings))
	settings := 1.0
	for i, a := range in.Adjusters {
		at := fmt.Sprintf("adjusters[%d].", i)
		low, high := a.steps()
		f.AddIf(a.Min > a.Max, at+"min", "the least lies above the most: swap them")
		f.AddIf(a.Min <= a.Max && low > high, at+"step", "no whole step lies between min and max: write a smaller step or a wider range")
		settings *= high - low + 1
		f.AddIf(
			high-low > mostSteps || settings > mostSettings,
			at+"step",
			"these steps are too fine for so wide a range: write the turn that can be locked",
		)
	}
	for i, r := range in.Readings {
		f.AddIf(r.Min >= r.Max, fmt.Sprintf("readings[%d].min", i), "the lower limit must lie below the upper one")
	}
	if len(in.Influence) == 0 {
		return
	}
	f.AddIf(len(in.Influence) != len(in.Readings), "influence", "write one row for each reading")
	for i, row := range in.Influence {
		f.AddIf(len(row) != len(in.Adjusters), fmt.Sprintf("influence[%d]", i), "write one number for each adjuster")
	}
}

// CoupledOutput: Moves in turns, signed, in the order of the adjusters. A strain
// is how far a prediction lies from the middle of its band in half bands; Worst
// is the largest, of the reading at the index Binding.
type CoupledOutput struct {
	Moves      []float64 `json:"moves"`
	Predicted  []float64 `json:"predicted"`
	Worst      float64   `json:"worst"`
	TotalTurns float64   `json:"total_turns"`
	AllIn      bool      `json:"all_in"`
	Binding    int       `json:"binding"`
}

// Coupled finds the best set of turns. Fewest: the least turning that keeps every
// strain within the guard, else within the limits, else the least worst strain.
// Centre: the least worst strain. The other decides between equals.
func Coupled(in CoupledInput) (CoupledOutput, error) {
	if err := input.Valid(&in); err != nil {
		return CoupledOutput{}, err
	}
	s := in.search()
	var moves []float64
	if in.Aim == "fewest" {
		if moves = s.Fewest(or(in.Guard, 0.8)); moves == nil {
			moves = s.Fewest(1)
		}
	}
	if moves == nil {
		least := s.LeastWorst()
		moves = s.Fewest(least + tie + least*1e-12)
	}
	if s.Spent() {
		return CoupledOutput{}, fault.At("adjusters", "this would take too long to search: leave out readings that lie well inside, "+
			"or adjusters that stay, or write a coarser step")
	}
	if moves == nil {
		return CoupledOutput{}, fault.At("influence", "these numbers are too large or too small to work with: check their units")
	}
	return in.result(moves), nil
}

// search writes the readings in half bands.
func (in CoupledInput) search() *lattice.Search {
	axes, rows := make([]lattice.Axis, len(in.Adjusters)), make([]lattice.Row, len(in.Readings))
	for i, a := range in.Adjusters {
		low, high := a.steps()
		axes[i] = lattice.Axis{Step: a.Step, Low: low, High: high}
	}
	for i, r := range in.Readings {
		half := (r.Max - r.Min) / 2
		rows[i].At = (r.Now - (r.Min+r.Max)/2) / half
		for j, by := range in.Influence[i] {
			rows[i].By[j] = by / half
		}
	}
	return lattice.New(axes, rows)
}

func (in CoupledInput) result(moves []float64) CoupledOutput {
	out := CoupledOutput{Moves: moves, Worst: math.Inf(-1)}
	for _, m := range moves {
		out.TotalTurns += math.Abs(m)
	}
	for i, r := range in.Readings {
		p := r.Now
		for j, m := range moves {
			p += in.Influence[i][j] * m
		}
		out.Predicted = append(out.Predicted, p)
		if strain := math.Abs(p-(r.Min+r.Max)/2) / ((r.Max - r.Min) / 2); strain > out.Worst+tie || i == 0 {
			out.Worst, out.Binding = strain, i
		}
	}
	out.AllIn = out.Worst <= 1+slack
	return out
}

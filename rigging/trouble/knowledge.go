// Package trouble leads from what is felt to what could cause it, and to the cheapest thing that
// tells causes apart. Causes, symptoms and tests are files of the open format brankel.trouble/1;
// what a cause would show follows from the forward model of a rig, so that no file can contradict
// the mechanics. It declares nothing fit for use: the maker's manual and the licensed person decide.
package trouble

import (
	"embed"
	"fmt"

	"brankel/rigging/strict"
)

// Format is the name of the open format and its version.
const Format = "brankel.trouble/1"

// Knowledge is one file: what is known of a family. In the texts and names of whatever is marked
// each, {each} stands for each place of the rig: a side, a wheel, a plane; {second} and {last} stand
// for its detents.
type Knowledge struct {
	Format   string    `json:"format"`
	Family   string    `json:"family"`
	Tests    []Test    `json:"tests"`
	Symptoms []Symptom `json:"symptoms"`
	Whens    []Symptom `json:"whens"` // the states it shows in: cold, loaded, one direction only
	Worn     []Worn    `json:"worn,omitempty"`

	Said map[string][]string `json:"said,omitempty"` // own ways of saying what is known already, by the symptom's id

	Causes []Cause `json:"causes"`
}

// Test is something to read, to feel or to look at. Exactly one of Reading, Sense and Look says
// what: a reading and a sense of the rig's model, or something outside it, whose first answer is
// what all right looks like. Without a cost it is only felt, and never asked for.
type Test struct {
	ID      string         `json:"id"`
	Each    bool           `json:"each,omitempty"`
	Asks    string         `json:"asks"`            // "Tension of all three cables"
	Words   []string       `json:"words,omitempty"` // what people call a reading: "free play"
	How     string         `json:"how,omitempty"`   // "air read first"
	Reading string         `json:"reading,omitempty"`
	Sense   string         `json:"sense,omitempty"` // drag.* asks it at every place at once: none, one or several
	Bad     []string       `json:"bad,omitempty"`   // of such a one: the words that count
	Look    bool           `json:"look,omitempty"`
	At      map[string]any `json:"at,omitempty"`      // where the control stands
	Minus   float64        `json:"minus,omitempty"`   // of a reading: the window about what a good rig shows,
	Plus    float64        `json:"plus,omitempty"`    // unless the sheet has one
	Doubt   float64        `json:"doubt,omitempty"`   // of a reading: one standard deviation of the gauge
	Answers []Word         `json:"answers,omitempty"` // of a look all; of others words for the screen
	Cost    *Cost          `json:"cost,omitempty"`

	After  []string `json:"after,omitempty"`  // tests that are done before it, as far as they tell much: a cable's play before its length
	Unless []string `json:"unless,omitempty"` // states in which there is nothing to look at: no paint marks on a new cable
}

// Word is an answer and how it is said.
type Word struct {
	ID   string `json:"id"`
	Says string `json:"says"`
}

// Cost is what a test takes. Opens is what must be opened first, On where it must be: the water,
// the road, the air.
type Cost struct {
	Minutes float64 `json:"minutes"`
	Hands   int     `json:"hands"`
	Opens   string  `json:"opens,omitempty"`
	On      string  `json:"on,omitempty"`
}

// Symptom is what people say, and the answers of a test it means.
type Symptom struct {
	ID   string `json:"id"`
	Each bool   `json:"each,omitempty"`
	Says string `json:"says"`

	Unsafe bool `json:"unsafe,omitempty"` // cannot be shifted, braked, closed or steered: it is not to be used until it is found

	Words []string `json:"words,omitempty"` // other words for it: other trades, other regions
	Good  []string `json:"good,omitempty"`  // ways of saying that it is not so: "flaps are up"
	Seen
	Or []Seen `json:"or,omitempty"` // or the answers of others: each is enough
}

// Seen are the answers of a test that a symptom means.
type Seen struct {
	See string   `json:"see"` // the test
	Is  []string `json:"is"`  // or * for any but the first
}

// Cause is what may be wrong: a change to the rig, or something outside the model with what it shows at the looks, and what it
// does or may do to what the model reads.
type Cause struct {
	ID     string            `json:"id"`
	Each   bool              `json:"each,omitempty"`
	Says   string            `json:"says"`
	Place  string            `json:"place"` // where it sits: a name of the rig, hand, cable or works
	Kind   string            `json:"kind"`  // see Kinds
	Usual  float64           `json:"usual"` // how usual it is, 1 rare to 5 common
	Change []Change          `json:"change,omitempty"`
	Shows  map[string]string `json:"shows,omitempty"` // the answer of a look where it is not the first; of a reading or a sense, whatever the model says

	// May are answers of readings and senses that it may give beside what the model says, as often one as the other: a cable that
	// has seized leaves the brake on, or off. What is in neither list reads as the rig with its change would.
	May     map[string][]string `json:"may,omitempty"`
	Under   []string            `json:"under"`           // the symptoms it is listed under
	First   bool                `json:"first,omitempty"` // to be excluded before any cable is touched
	History map[string]float64  `json:"history,omitempty"`
	End     End                 `json:"end"`
}

// Kinds are what causes are: how a machine's history bears on them differs.
var Kinds = []string{"setting", "wear", "fitting", "stiff", "outside"}

// Change is one thing of the rig that is otherwise: an adjuster, a number or word of the
// condition, a figure of the geometry. By has the ends of how far: of a figure what it is multiplied
// by, of the others what is added; with Of, a figure of the geometry, so many times that is added. To
// has the ends of what a figure is instead.
type Change struct {
	Setting   string      `json:"setting,omitempty"`
	Condition string      `json:"condition,omitempty"`
	Geometry  string      `json:"geometry,omitempty"`
	By        [2]float64  `json:"by,omitempty"`
	Of        string      `json:"of,omitempty"`
	To        *[2]float64 `json:"to,omitempty"`
	Is        any         `json:"is,omitempty"` // of a condition that is no number
}

// End is where a cause leads: into a run that turns an adjuster, or not.
type End struct {
	Do       string `json:"do"`                 // see Ends
	Adjuster string `json:"adjuster,omitempty"` // the rig's name, of a run
	Why      string `json:"why"`
}

// Ends are where a cause may lead.
var Ends = []string{"run", "leave", "repair", "other"}

//go:embed knowledge/*.json
var files embed.FS

// Own is what Brankel knows of a family itself; nil for an unknown one.
func Own(family string) *Knowledge {
	raw, err := files.ReadFile("knowledge/" + family + ".json")
	if err != nil {
		return nil
	}
	k, err := Read(raw)
	if err != nil {
		panic(fmt.Sprintf("knowledge of %s: %v", family, err)) // a test reads them all
	}
	return k
}

// Read reads a file of the format. The error is a *fault.Fault or a fault.List with every fault at its path.
func Read(raw []byte) (*Knowledge, error) {
	k := &Knowledge{}
	if err := strict.Decode(raw, k); err != nil {
		return nil, err
	}
	if err := k.faults(); err != nil {
		return nil, err
	}
	return k, nil
}

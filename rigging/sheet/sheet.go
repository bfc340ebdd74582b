// Package sheet holds rig sheets: what is set, between what limits, in which
// state of the control, by which adjuster, in which order and with which care.
// A sheet is a file of the open format brankel.rig-sheet/1; schema.json is its
// JSON Schema. Lengths are in mm, angles in degrees, adjusters in turns.
package sheet

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"strings"
	"sync"

	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

// Format is the name of the open format and its version.
const Format = "brankel.rig-sheet/1"

// Sheet is one revision of one rig sheet.
type Sheet struct {
	Format      string       `json:"format" jsonschema:"enum=brankel.rig-sheet/1"`
	ID          string       `json:"id" jsonschema:"minLength=1"`
	Revision    int          `json:"revision" jsonschema:"minimum=1,maximum=100000"`
	Craft       Craft        `json:"craft"`
	Family      string       `json:"family" jsonschema:"minLength=1"` // the kind of rig, such as stern-drive-shift
	Cable       string       `json:"cable" jsonschema:"minLength=1"`
	Commands    string       `json:"commands" jsonschema:"minLength=1"` // what the cable does
	Source      Source       `json:"source"`
	Applies     Effectivity  `json:"applies"`
	Chain       []Part       `json:"chain" jsonschema:"minItems=1"`
	Line        Line         `json:"line"`
	States      []State      `json:"states"`
	Adjusters   []Adjuster   `json:"adjusters"`
	Points      []Point      `json:"points" jsonschema:"minItems=1"`
	LostMotion  []LostMotion `json:"lost_motion"`
	Checks      []Check      `json:"checks"`
	Influence   []Influence  `json:"influence,omitempty"` // only where there is no rig
	Voids       []Void       `json:"voids"`
	setup.Setup              // how the machine stands while somebody works at it
	Steps       []Step       `json:"steps" jsonschema:"minItems=1"`
	Recheck     Recheck      `json:"recheck"`
	Lubricate   *Lubricate   `json:"lubricate,omitempty"`

	Rig         *rig.Rig                      `json:"rig,omitempty"`     // all right as it is set; nil where nobody knows it
	Nominal     map[string]map[string]float64 `json:"nominal,omitempty"` // settings by school, where a school ends elsewhere
	Places      []Place                       `json:"places,omitempty"`  // such as left and right, or the wheels
	Actions     []Action                      `json:"actions,omitempty"`
	Settings    []Setting                     `json:"settings"`
	VoidsCables []string                      `json:"voids_cables,omitempty"` // other cables whose last record is to be proved again

	Schools   []School    `json:"schools,omitempty"`    // methods to choose from
	Charts    []Chart     `json:"charts,omitempty"`     // what points are read against
	PartRules []PartRule  `json:"part_rules,omitempty"` // parts that require or exclude others
	Prepare   []string    `json:"prepare,omitempty"`    // of a new cable, before it is set
	Inspect   []Item      `json:"inspection,omitempty"` // what a second pair of eyes looks at, after the signature
	Forbidden []Forbidden `json:"forbidden_proofs,omitempty"`
	FailsTo   string      `json:"fails_to,omitempty"` // where the works go when the cable breaks
	Assumed   []string    `json:"assumed,omitempty"`  // paths of figures not yet confirmed against a source
	Learnt    []Learnt    `json:"learnt,omitempty"`   // what runs taught of them

	influences []Influence          // written and worked out from the rig, by WorkOut
	flats      map[string][]float64 // of each point, what it reads where turning does nothing more
	nominals   map[string]float64   // what the rig shows where all is right, by its own names
	worked     *asWorked
	nevers     *setup.Rules
	kept       *sync.Map // what was worked out the first time it was asked for
	jobs       *jobs     // it as jobs have it
}

// School is one of several ways to set the same rig; one is the manual's.
type School struct {
	ID     string `json:"id" jsonschema:"minLength=1"`
	Name   string `json:"name" jsonschema:"minLength=1"`
	Says   string `json:"says" jsonschema:"minLength=1"`
	Manual bool   `json:"manual,omitempty"`
}

// Chart is values over something, such as tension over the temperature of the air.
type Chart struct {
	ID     string      `json:"id" jsonschema:"minLength=1"`
	Name   string      `json:"name" jsonschema:"minLength=1"`
	Over   string      `json:"over" jsonschema:"minLength=1"` // "air temperature, °C"
	Reads  string      `json:"reads,omitempty"`               // the point that is read first
	At     string      `json:"at,omitempty"`                  // what of the rig's at it is
	Points [][]float64 `json:"points" jsonschema:"minItems=2"`
}

// PartRule says what a part of the chain requires or excludes, such as a filler
// over a stated gap.
type PartRule struct {
	Part     string `json:"part" jsonschema:"minLength=1"`
	Requires string `json:"requires,omitempty"`
	Excludes string `json:"excludes,omitempty"`
	When     string `json:"when,omitempty"`
}

// Item is one thing an inspector looks at who did none of the work.
type Item struct {
	ID    string      `json:"id" jsonschema:"minLength=1"`
	Says  string      `json:"says" jsonschema:"minLength=1"`
	Needs setup.Needs `json:"needs,omitempty"`
}

// Forbidden is a proof that must not be made, and why.
type Forbidden struct {
	Says string   `json:"says" jsonschema:"minLength=1"`
	Why  string   `json:"why" jsonschema:"minLength=1"`
	Of   []string `json:"of,omitempty"` // the checks with which it is said; every one under load where none is named
}

// Source is where the figures come from. Assumed figures stay marked as such
// down to the printed record.
type Source struct {
	Title    string `json:"title" jsonschema:"minLength=1"`
	Section  string `json:"section,omitempty"`
	Revision string `json:"revision,omitempty"`
	Date     string `json:"date,omitempty" jsonschema:"format=date"`
	Assumed  bool   `json:"assumed,omitempty"`
}

// Part is a link of the chain the figures belong to, and what the stores ask of it.
type Part struct {
	Role   string  `json:"role" jsonschema:"minLength=1"`
	Name   string  `json:"name" jsonschema:"minLength=1"`
	Sits   string  `json:"sits,omitempty"`                                        // from where to where
	Number string  `json:"number,omitempty"`                                      // its maker's
	Length float64 `json:"length,omitempty" jsonschema:"minimum=0,maximum=30000"` // mm, over all
	Hand   string  `json:"hand,omitempty"`                                        // which way its threads or its sides go

	Stock []float64 `json:"stock,omitempty" jsonschema:"maxItems=40"` // lengths it is kept in, mm over all
}

// CablePart is the link of the chain that is the cable, nil where none is named so.
func (s *Sheet) CablePart() *Part {
	for i := range s.Chain {
		if strings.Contains(strings.ToLower(s.Chain[i].Role), "cable") {
			return &s.Chain[i]
		}
	}
	return nil
}

// Link is the link of the chain with a role, nil where there is none.
func (s *Sheet) Link(role string) *Part {
	return find(s.Chain, role, func(p Part) string { return p.Role })
}

// Line is what the drawing of the cable shows, from hand to works.
type Line struct {
	Control   string     `json:"control" jsonschema:"minLength=1"`
	Positions []Position `json:"positions" jsonschema:"minItems=1"`
	Bends     float64    `json:"bends" jsonschema:"minimum=0,maximum=3600"` // all bends of the routing, degrees
	Anchor    string     `json:"anchor" jsonschema:"minLength=1"`
	Works     string     `json:"works" jsonschema:"minLength=1"`
}

// Position is one position of the control; At is its angle in the drawing, in
// degrees from straight up, to the right.
type Position struct {
	ID   string  `json:"id" jsonschema:"minLength=1"`
	Name string  `json:"name" jsonschema:"minLength=1"`
	At   float64 `json:"at" jsonschema:"minimum=-180,maximum=180"`
}

// State is something that must be so for a reading to mean anything.
type State struct {
	ID   string `json:"id" jsonschema:"minLength=1"`
	Name string `json:"name" jsonschema:"minLength=1"`
	How  string `json:"how" jsonschema:"minLength=1"` // how it is proved

	Made   *setup.Patch `json:"made,omitempty"`   // what the rig is when it is so
	Unmade *setup.Patch `json:"unmade,omitempty"` // and when it is not

	Needs   setup.Needs `json:"needs,omitempty"`   // while it is made, not while it is read
	Control string      `json:"control,omitempty"` // what of it is done at the control, where two share the work
}

// Place is one of several alike, such as left and right.
type Place struct {
	ID   string `json:"id" jsonschema:"minLength=1"`
	Name string `json:"name" jsonschema:"minLength=1"`
}

// Adjuster is what the hand turns or slides. Threaded kinds have a Pitch in mm a
// turn; the others move in steps that Notch names, Step of them at a time. Out and In say what each way is called at the
// bench; a turn out takes a thread out of engagement. MeasureOnly is a barrel
// that cannot be turned on its cable.
type Adjuster struct {
	ID          string       `json:"id" jsonschema:"minLength=1"`
	Name        string       `json:"name" jsonschema:"minLength=1"`
	Kind        AdjusterKind `json:"kind"`
	Pitch       float64      `json:"pitch,omitempty" jsonschema:"minimum=0,maximum=20"`
	Notch       string       `json:"notch,omitempty"`                        // what one step is called: notch, click, hole
	Hooks       []string     `json:"hooks,omitempty"`                        // the places of a quadrant to choose from
	Step        float64      `json:"step" jsonschema:"minimum=0,maximum=20"` // the least turn that can be locked
	Lengthens   string       `json:"lengthens" jsonschema:"enum=in,enum=out"`
	SeenFrom    string       `json:"seen_from" jsonschema:"minLength=1"`
	Out         Way          `json:"out"`
	In          Way          `json:"in"`
	Threads     *Threads     `json:"threads,omitempty"`
	MeasureOnly bool         `json:"measure_only,omitempty"`
	DoesNotSet  string       `json:"does_not_set,omitempty"`
	Lock        *Lock        `json:"lock,omitempty"`

	Works string `json:"works,omitempty"` // what the rig calls it; {place} stands for the place
	Each  bool   `json:"each,omitempty"`  // one at each place
	Range *Range `json:"range,omitempty"` // what it can be set to at all, in the rig's unit; by its threads where it has a budget

	Needs  setup.Needs      `json:"needs,omitempty"`  // how it stands while it is turned
	Allows []setup.Together `json:"allows,omitempty"` // as of a check
}

// Range is the least and the most an adjuster can be set to.
type Range struct {
	Min float64 `json:"min" jsonschema:"minimum=-1000,maximum=1000"`
	Max float64 `json:"max" jsonschema:"minimum=-1000,maximum=1000"`
}

// Way is one way to turn: relative to a landmark, and as seen.
type Way struct {
	Says string `json:"says" jsonschema:"minLength=1"` // "away from the eye"
	Seen string `json:"seen" jsonschema:"enum=clockwise,enum=anticlockwise,enum=along"`
}

// Threads is the budget of engagement, and the point where it is counted.
type Threads struct {
	Point string  `json:"point" jsonschema:"minLength=1"`
	Min   float64 `json:"min" jsonschema:"minimum=0,maximum=500"`
	Max   float64 `json:"max" jsonschema:"minimum=0,maximum=500"`
}

// Lock is how the adjuster is kept where it was set.
type Lock struct {
	Says       string  `json:"says" jsonschema:"minLength=1"`
	BackOffMin float64 `json:"back_off_min" jsonschema:"minimum=0,maximum=10"` // of a turn
	BackOffMax float64 `json:"back_off_max" jsonschema:"minimum=0,maximum=10"`
	Nut        string  `json:"nut" jsonschema:"minLength=1"` // what stays finger tight until then
	Pin        string  `json:"pin,omitempty"`

	Order   []string `json:"order,omitempty"`                                     // what is tightened after what
	Torque  *float64 `json:"torque,omitempty" jsonschema:"minimum=0,maximum=500"` // Nm
	Witness string   `json:"witness,omitempty"`                                   // mark or hole that shows it is safe
	Choice  []string `json:"choice,omitempty"`                                    // ways that are allowed

	Needs setup.Needs `json:"needs,omitempty"` // how it stands while it is locked; else as while it is turned
}

// Point is something that is read. Limits are a target with minus and plus, or
// none for a reading that is only noted or compared.
type Point struct {
	ID       string        `json:"id" jsonschema:"minLength=1"`
	Name     string        `json:"name" jsonschema:"minLength=1"`
	Between  string        `json:"between" jsonschema:"minLength=1"` // from where to where
	Quantity quantity.Kind `json:"quantity" jsonschema:"enum=length,enum=angle,enum=force,enum=torque,enum=count,enum=speed,enum=road speed,enum=temperature"`
	Position string        `json:"position,omitempty"` // of the control
	States   []string      `json:"states,omitempty"`
	Target   *float64      `json:"target,omitempty" jsonschema:"minimum=-50000,maximum=50000"`
	Minus    float64       `json:"minus,omitempty" jsonschema:"minimum=0,maximum=50000"`
	Plus     float64       `json:"plus,omitempty" jsonschema:"minimum=0,maximum=50000"`
	Settle   *Settle       `json:"settle,omitempty"`

	Instrument string `json:"instrument,omitempty"`
	Finish     string `json:"finish,omitempty"` // what is wanted of a sense: silent, a whisper
	Chart      string `json:"chart,omitempty"`  // the target lies on this chart
	School     string `json:"school,omitempty"` // only by this method

	Measures string         `json:"measures,omitempty"` // what the rig calls it; {place} stands for the place
	At       map[string]any `json:"at,omitempty"`       // where the rig's control stands when it is read
	Each     bool           `json:"each,omitempty"`     // at each place
	Signed   *Signed        `json:"signed,omitempty"`   // it may lie on either side of nothing
	Stop     string         `json:"stop,omitempty"`     // out of its limits it argues for this repair
	Tells    string         `json:"tells,omitempty"`    // a figure of the rig's geometry that it tells, by which parts are chosen
	ReadAt   *ReadAt        `json:"read_at,omitempty"`  // where the tool may be held instead

	Needs setup.Needs `json:"needs,omitempty"` // how it stands while it is read; hands are in unless they are to be clear
}

// Signed are the words for the two sides of nothing.
type Signed struct {
	Positive string `json:"positive" jsonschema:"minLength=1"`
	Negative string `json:"negative" jsonschema:"minLength=1"`
}

// Settle is what is done before a reading after a move counts.
type Settle struct {
	Times int    `json:"times" jsonschema:"minimum=1,maximum=1000"`
	Says  string `json:"says" jsonschema:"minLength=1"`
}

// LostMotion compares two points: the inner pushed home, then eased out.
type LostMotion struct {
	ID     string  `json:"id" jsonschema:"minLength=1"`
	Name   string  `json:"name" jsonschema:"minLength=1"`
	Pushed string  `json:"pushed" jsonschema:"minLength=1"`
	Pulled string  `json:"pulled" jsonschema:"minLength=1"`
	Limit  float64 `json:"limit" jsonschema:"exclusiveMinimum=0,maximum=1000"`
	Stroke float64 `json:"stroke" jsonschema:"exclusiveMinimum=0,maximum=20000"`
	Over   string  `json:"over" jsonschema:"minLength=1"` // where to look when it is over the limit
}

// Check is proved by a function or a sense, not by a number. A loaded check may
// be left open at signing and recorded later. Without Proves it lies outside the rig's
// model.
type Check struct {
	ID         string        `json:"id" jsonschema:"minLength=1"`
	Name       string        `json:"name" jsonschema:"minLength=1"`
	Ask        string        `json:"ask" jsonschema:"minLength=1"`
	Kind       CheckKind     `json:"kind"`
	Loaded     bool          `json:"loaded,omitempty"`
	Position   string        `json:"position,omitempty"`
	Answers    []Answer      `json:"answers" jsonschema:"minItems=2,maxItems=6"` // the good one first
	Wanted     string        `json:"wanted,omitempty"`                           // the finish, where it is not the first
	Conditions []string      `json:"conditions,omitempty"`                       // noted with a loaded proof
	Figures    []ProofFigure `json:"figures,omitempty" jsonschema:"maxItems=60"` // read with it
	Hunting    *Hunting      `json:"hunting,omitempty"`                          // of a motor that two switches stop
	By         Noticed       `json:"by,omitempty"`                               // how it is noticed, where that is not plain
	School     string        `json:"school,omitempty"`                           // only by this method

	Proves string         `json:"proves,omitempty"` // what the rig calls it; {place} stands for the place
	At     map[string]any `json:"at,omitempty"`     // where the rig's control stands when it is asked
	Each   bool           `json:"each,omitempty"`   // at each place
	Base   string         `json:"-"`                // the check on the sheet, where places are written out

	Needs  setup.Needs      `json:"needs,omitempty"`  // how it stands while it is tried
	Allows []setup.Together `json:"allows,omitempty"` // what is else never so, each with its caution
}

// Cure is what to turn when an answer is given, and how many steps.
type Cure struct {
	Adjuster string  `json:"adjuster" jsonschema:"minLength=1"`
	Way      string  `json:"way" jsonschema:"enum=out,enum=in"`
	Steps    float64 `json:"steps" jsonschema:"exclusiveMinimum=0,maximum=1000"`
}

// first tells whether a check is a condition, looked at before anything is turned.
func (c Check) first() bool { return c.Kind == CheckCondition }

// Influence is what one turn out of an adjuster does to a point. It follows from the
// rig; where there is one, a written figure is checked against it.
type Influence struct {
	Adjuster string  `json:"adjuster" jsonschema:"minLength=1"`
	Point    string  `json:"point" jsonschema:"minLength=1"`
	PerTurn  float64 `json:"per_turn" jsonschema:"minimum=-5000,maximum=5000"`
}

// Void says which readings and checks are to be done again after a move.
type Void struct {
	Moving  string   `json:"moving" jsonschema:"minLength=1"`
	Reopens []string `json:"reopens" jsonschema:"minItems=1"`
}

// Step is one place in the order of the work.
type Step struct {
	ID      string       `json:"id" jsonschema:"minLength=1"`
	Kind    StepKind     `json:"kind"`
	Setting string       `json:"setting,omitempty"` // of a step of kind setting: which, by its id or what it stands for
	Title   string       `json:"title" jsonschema:"minLength=1"`
	Access  string       `json:"access,omitempty"`
	Tools   []Tool       `json:"tools,omitempty"`
	Hands   *Hands       `json:"hands,omitempty"`
	Alone   *setup.Alone `json:"alone,omitempty"`

	Fixtures []string `json:"fixtures,omitempty"` // and parts to fetch
}

// Tool is something to fetch, with its size.
type Tool struct {
	Name string `json:"name" jsonschema:"minLength=1"`
	Size string `json:"size,omitempty"`
}

// Hands says how many pairs of hands a step wants, and where.
type Hands struct {
	Pairs int    `json:"pairs" jsonschema:"minimum=1,maximum=3"`
	Where string `json:"where" jsonschema:"minLength=1"`
}

// Recheck is when the setting is looked at again, whichever comes first.
type Recheck struct {
	Days  int     `json:"days,omitempty" jsonschema:"minimum=0,maximum=36500"`
	Hours float64 `json:"hours,omitempty" jsonschema:"minimum=0,maximum=100000"`
	Km    float64 `json:"km,omitempty" jsonschema:"minimum=0,maximum=1000000"`
}

// Lubricate is what a cable is lubricated with, and when again, whichever comes first.
type Lubricate struct {
	With string `json:"with" jsonschema:"minLength=1"`
	Recheck
}

// Hash names the content: the SHA-256 of the sheet written as JSON.
func (s *Sheet) Hash() string {
	sum := sha256.Sum256(s.JSON())
	return hex.EncodeToString(sum[:])
}

// JSON writes the sheet in the open format, indented, always the same bytes.
func (s *Sheet) JSON() []byte {
	raw, err := json.MarshalIndent(s, "", "  ")
	if err != nil {
		panic(err) // every field is plain data
	}
	return append(raw, '\n')
}

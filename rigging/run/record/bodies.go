package record

import (
	"fmt"
	"math"
	"strings"
	"time"

	"brankel/rigging/closed"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/setup"
)

// Bodies carry what the sender says and what Admit filled in from the sheet: names
// and words too, so that a record can be read without the sheet beside it.

// Complaint is the owner's words, whether the fault shows when tried, and its figure where it has one.
type Complaint struct {
	Words string `json:"words"`
	Shows Shows  `json:"shows"`
	Test  *Test  `json:"test,omitempty"`
}

// Shows is whether a fault shows when it is tried.
type Shows string

// Whether it shows.
const (
	ShowsYes Shows = "yes"
	ShowsNo  Shows = "no"
	NotTried Shows = "not-tried"
)

// Words lists them.
func (Shows) Words() []string { return closed.Words(ShowsYes, ShowsNo, NotTried) }

// Says is it in words.
func (s Shows) Says() string { return strings.ReplaceAll(string(s), "-", " ") }

// Identified is what stands on the plate, and the sheet that follows from it; an
// empty Sheet means that none applies. Sheet, Name, Why and TookOut are filled in here.
type Identified struct {
	Serial  string   `json:"serial"`
	Hand    string   `json:"hand"`
	Variant string   `json:"variant,omitempty"`
	Cable   string   `json:"cable,omitempty"` // what its sheets call it, where that is not its name on the card
	Sure    bool     `json:"sure,omitempty"`  // the plate was read again, since the log took that unit out
	Sheet   string   `json:"sheet,omitempty"` // content hash
	Name    string   `json:"name,omitempty"`
	Why     string   `json:"why,omitempty"`
	TookOut *Swapped `json:"took_out,omitempty"`
	Knows   []Known  `json:"knows,omitempty"` // of this machine's own rig, where it is another than the sheet's; filled in here
}

// Known is what earlier runs on a machine showed one step of its rig to move: Value at a path of the geometry of the sheet
// of that id, in the unit there, by those runs.
type Known struct {
	Sheet string   `json:"sheet"`
	Path  string   `json:"path"`
	Name  string   `json:"name,omitempty"`
	Value float64  `json:"value"`
	Unit  string   `json:"unit,omitempty"`
	Runs  []string `json:"runs"`
}

// SetUp is how something of the machine stands from then on. What is on no sheet – a prop, a brick, a tie – says
// what kind of thing it is, what it is called and why it is there, the first time it is spoken of. Name and all after
// Why are filled in here.
type SetUp struct {
	Thing string     `json:"thing"`
	Way   string     `json:"way"`
	Found bool       `json:"found,omitempty"` // it stood so on arrival, before anybody touched anything
	Stays bool       `json:"stays,omitempty"` // it stands so and is left so at the end, for the reason in Why
	Kind  setup.Kind `json:"kind,omitempty"`
	Name  string     `json:"name,omitempty"`
	Why   string     `json:"why,omitempty"`

	Says     string   `json:"says,omitempty"`     // the way in words
	Torque   float64  `json:"torque,omitempty"`   // Nm
	Cautions []string `json:"cautions,omitempty"` // that were asked with it
}

// Reading is one reading of a point: as one text, or as start and end marks on
// the tape. Value and all after it are filled in here, in the canonical unit.
type Reading struct {
	Point     string        `json:"point"`
	Text      string        `json:"text,omitempty"`
	Start     string        `json:"start,omitempty"`
	End       string        `json:"end,omitempty"`
	Unit      string        `json:"unit,omitempty"`
	States    []string      `json:"states,omitempty"`
	Side      string        `json:"side,omitempty"` // positive or negative, of a point that lies on either side of nothing
	Gauge     string        `json:"gauge,omitempty"`
	Value     float64       `json:"value"`
	GaugeName string        `json:"gauge_name,omitempty"`
	Overdue   string        `json:"overdue,omitempty"` // since when its calibration had run out
	Doubt     float64       `json:"doubt,omitempty"`   // half the width
	Name      string        `json:"name,omitempty"`    // of the point
	SideSays  string        `json:"side_says,omitempty"`
	Quantity  quantity.Kind `json:"quantity,omitempty"`
	Fine      bool          `json:"fine,omitempty"`     // said to the hundredth, as its window is
	Showed    string        `json:"showed,omitempty"`   // what the tool showed, where it was held elsewhere
	ShownAt   string        `json:"shown_at,omitempty"` // there
	Missing   []string      `json:"missing,omitempty"`  // states the sheet demands that were not confirmed: not judged
	HeldBy    string        `json:"held_by,omitempty"`  // who held the control, on a device of their own
	Alone     string        `json:"alone,omitempty"`    // the one-person way; anything says that it was used
	Carried   string        `json:"carried,omitempty"`  // the run in which it was left so: the shop alone carries over
	Source    *Source       `json:"source,omitempty"`   // the gauge told it by itself
}

// Source is a connected gauge that told a reading by itself, as it says of itself: its number, its doubt (half the width) and how
// far it strayed over the second before, both in the unit of its kind, whether its own button took it, and the days on which it was
// calibrated and on which that runs out. File, Line and Logged are of a reading that was logged elsewhere and came in with a table:
// its name, the line in it, and the time as it stands there.
type Source struct {
	Number     string  `json:"number,omitempty"`
	Name       string  `json:"name,omitempty"`
	Doubt      float64 `json:"doubt,omitempty"`
	Spread     float64 `json:"spread"`
	Held       bool    `json:"held,omitempty"`
	Calibrated string  `json:"calibrated,omitempty"`
	Due        string  `json:"due,omitempty"`
	File       string  `json:"file,omitempty"`
	Line       int     `json:"line,omitempty"`
	Logged     string  `json:"logged,omitempty"`
}

// says is it in words, "" for a reading that was read off and typed.
func (s *Source) says() string {
	if s == nil {
		return ""
	}
	out := ""
	if s.Number != "" {
		out = ", told by gauge " + s.Number
	}
	if s.File != "" {
		out += fmt.Sprintf(", logged elsewhere: line %d of %s", s.Line, s.File)
		if s.Logged != "" {
			out += ", " + s.Logged
		}
	}
	if s.Spread > 0 {
		out += fmt.Sprintf(", spread %g", math.Round(s.Spread*1000)/1000)
	}
	if s.Calibrated != "" {
		out += ", calibrated " + DayOf(s.Calibrated)
	}
	return out
}

// check is the fault of a source that says nothing.
func (s *Source) check() error {
	if s == nil {
		return nil
	}
	if s.Number == "" && s.File == "" {
		return fault.At("body.source.number", "say the number of the gauge that told it")
	}
	if (s.File == "") != (s.Line == 0) || s.Line < 0 {
		return fault.At("body.source.line", "name the table and the line in it, or neither")
	}
	if err := fault.First(short(s.Number, "source.number", longestName), short(s.File, "source.file", longestName),
		short(s.Logged, "source.logged", longestName), short(s.Name, "source.name", longestName),
		short(s.Calibrated, "source.calibrated", longestName), aDay(s.Due)); err != nil {
		return err
	}
	for _, one := range []struct {
		value      float64
		path, says string
	}{{s.Spread, "spread", "how far it strayed"}, {s.Doubt, "doubt", "half the width of its doubt"}} {
		if one.value < 0 || one.value > mostSource {
			return fault.At("body.source."+one.path, "write %s, from 0 to %d", one.says, mostSource)
		}
	}
	return nil
}

// mostSource is more than any gauge strays, in the unit of its kind.
const mostSource = 50_000

func aDay(text string) error {
	if _, err := time.Parse(time.DateOnly, text); text != "" && err != nil {
		return fault.At("body.source.due", "write a day as 2026-05-01")
	}
	return nil
}

// Move is what the hand turned. Turns is written as at the bench ("3½"); Value, Name
// of the adjuster and Says of the way are filled in here.
type Move struct {
	Adjuster string  `json:"adjuster"`
	Turns    string  `json:"turns"`
	Way      string  `json:"way"`               // out, in
	Setting  string  `json:"setting,omitempty"` // in the course of which it was turned
	Until    bool    `json:"until,omitempty"`   // turned until it locked, however far that was
	Value    float64 `json:"value"`
	Name     string  `json:"name,omitempty"`
	Says     string  `json:"says,omitempty"`
	Unit     string  `json:"unit,omitempty"` // notch, click; turns where there is none
}

// Signed is how far it was turned in the adjuster's own steps, outward positive; 0 where that was not counted.
func (m Move) Signed() float64 {
	if m.Way == "in" {
		return -m.Value
	}
	return m.Value
}

// Settled is a control stroked before a reading counts.
type Settled struct {
	Point   string `json:"point,omitempty"`
	Setting string `json:"setting,omitempty"`
	Times   int    `json:"times"`
}

// Acting is something done by hand that is neither a turn nor a reading. Name and Says are
// filled in here.
type Acting struct {
	Action  string `json:"action"`
	Setting string `json:"setting,omitempty"`
	Name    string `json:"name,omitempty"`
	Says    string `json:"says,omitempty"`
}

// Choosing is one of several parts or places, fitted. Title and Name are filled in here.
type Choosing struct {
	Setting string `json:"setting"`
	Option  string `json:"option"`
	Title   string `json:"title,omitempty"`
	Name    string `json:"name,omitempty"`
}

// Locked is an adjuster locked: how far the joint nut was backed off, and the pin.
type Locked struct {
	Adjuster string  `json:"adjuster,omitempty"`
	Setting  string  `json:"setting,omitempty"` // whose own lock it is, where it is no adjuster's
	Name     string  `json:"name,omitempty"`
	BackOff  string  `json:"back_off"`
	Pin      bool    `json:"pin"`
	Value    float64 `json:"value"` // turns backed off
}

// Checked is the answer to a check, by its id on the sheet. Says in words, Name of the check and
// whether the answer is the one that is wanted are filled in here.
type Checked struct {
	Check      string            `json:"check"`
	Answer     string            `json:"answer"`
	Says       string            `json:"says,omitempty"`
	Good       bool              `json:"good"`
	Note       string            `json:"note,omitempty"`
	Conditions map[string]string `json:"conditions,omitempty"`
	Figures    []FigureRead      `json:"figures,omitempty"`
	Name       string            `json:"name,omitempty"`
	HeldBy     string            `json:"held_by,omitempty"` // as of a reading
	Alone      string            `json:"alone,omitempty"`
	Carried    string            `json:"carried,omitempty"`
}

// Retried is the complaint tried again. Where it was measured before, Test is the same again, or Note says why not.
type Retried struct {
	Outcome Outcome `json:"outcome"`
	Note    string  `json:"note,omitempty"`
	Test    *Test   `json:"test,omitempty"`
}

// Outcome is what became of the complaint.
type Outcome string

// The outcomes.
const (
	Cured     Outcome = "cured"
	Better    Outcome = "better"
	Unchanged Outcome = "unchanged"
)

// Words lists the outcomes.
func (Outcome) Words() []string { return closed.Words(Cured, Better, Unchanged) }

// Decided is what the mechanic chose where Brankel argued for something.
type Decided struct {
	About  About    `json:"about"`
	Choice Decision `json:"choice"`
	Reason string   `json:"reason,omitempty"`
}

// Deviation is a setting left out of its limits by request. Name of the point is
// filled in here.
type Deviation struct {
	Point   string `json:"point"`
	AskedBy string `json:"asked_by"`
	Why     string `json:"why"`
	Name    string `json:"name,omitempty"`
}

// Skipped is a step left out, with the reason.
type Skipped struct {
	Step   string `json:"step"`
	Reason string `json:"reason"`
}

// Note is a free remark, or why the work stopped for now.
type Note struct {
	Text string `json:"text"`
}

// Corrected takes back an earlier event, which stays on the record struck out. Seq
// and Says of that entry are filled in here.
type Corrected struct {
	Event  string `json:"event"`
	Reason string `json:"reason"`
	Seq    int    `json:"seq,omitempty"`
	Says   string `json:"says,omitempty"`
}

// Inspected is the verdict of a second inspector on one thing; a refusal says why and has the
// work begin again. Says is filled in here.
type Inspected struct {
	Item    string `json:"item"`
	Verdict string `json:"verdict"` // right, refused
	Note    string `json:"note,omitempty"`
	Says    string `json:"says,omitempty"`
}

// Signed closes the run. Name is the name of who is signed in, Statement what is
// signed for, Called what it was done on; all are filled in here.
type Signed struct {
	Name      string `json:"name"`
	Statement string `json:"statement,omitempty"`
	Called    Called `json:"called,omitzero"`

	// Cause is what was wrong: a cause by its id, or AdjustmentOnly; "" when nobody said. CauseSays is
	// filled in here.
	Cause     string `json:"cause,omitempty"`
	CauseSays string `json:"cause_says,omitempty"`
}

package lead

import (
	"strings"

	"brankel/rigging/closed"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Do is what the mechanic is asked to do now.
type Do string

// What there is to do; beside each the field of Advice that goes with it.
const (
	DoComplaint Do = "complaint"
	DoIdentify  Do = "identify"
	DoSetUp     Do = "set-up" // Stop
	DoRead      Do = "read"   // Read
	DoMove      Do = "move"   // Move
	DoSettle    Do = "settle" // Settle
	DoAction    Do = "action" // Action
	DoChoose    Do = "choose" // Choose
	DoLock      Do = "lock"   // Lock
	DoCheck     Do = "check"  // Check
	DoAgain     Do = "again"
	DoDecide    Do = "decide" // Choices: Brankel argues, the mechanic chooses
	DoTrial     Do = "trial"  // Choices: what the hand found
	DoSign      Do = "sign"
	DoInspect   Do = "inspect" // Inspect
	DoJob       Do = "job"     // Job
	DoPart      Do = "part"    // Part
	DoNothing   Do = "nothing"
)

// Words lists what there is to do.
func (Do) Words() []string {
	return closed.Words(DoComplaint, DoIdentify, DoSetUp, DoRead, DoMove, DoSettle, DoAction, DoChoose, DoLock, DoCheck, DoAgain,
		DoDecide, DoTrial, DoSign, DoInspect, DoJob, DoPart, DoNothing)
}

// Piece is a part of a sentence; Mark is "" or "turn" (what the hand does).
type Piece struct {
	Text string `json:"text"`
	Mark string `json:"mark,omitempty"`
}

// Advice is the one thing to do now. Its zero value advises nothing; Next never gives
// it. Of Read, Move, Check, Lock, Settle, Action and Choose one at most is set, the one that goes with
// Do; Choices may come with any of them.
type Advice struct {
	Step    string         `json:"step"`
	Do      Do             `json:"do"`
	Say     []Piece        `json:"say"`
	More    []string       `json:"more"`
	Finding string         `json:"finding,omitempty"` // what was found and speaks against going on
	Read    *Want          `json:"read,omitempty"`
	Move    *Turn          `json:"move,omitempty"`
	Plan    []Turn         `json:"plan,omitempty"` // all turns of a coupled move, of which Move is the next
	Cure    *Turn          `json:"cure,omitempty"` // what would cure a bad answer
	Action  *record.Acting `json:"action,omitempty"`
	Choose  *Choose        `json:"choose,omitempty"`

	Inspect []InspectAsk `json:"inspect,omitempty"`

	Check   *Ask               `json:"check,omitempty"`
	Lock    *LockAsk           `json:"lock,omitempty"`
	Settle  *record.Settled    `json:"settle,omitempty"`
	Stop    *Stop              `json:"stop,omitempty"`
	Job     *JobAsk            `json:"job,omitempty"`
	Part    *PartAsk           `json:"part,omitempty"`
	Right   []Right            `json:"right,omitempty"` // what the last turns may truly have done
	Choices []record.Choice    `json:"choices"`
	Caution string             `json:"caution,omitempty"` // said at the moment of harm
	Mark    *Thing             `json:"mark,omitempty"`    // an adjuster to be turned for the first time: paint or a photo keeps how it stood
	Photo   *PhotoAsk          `json:"photo,omitempty"`   // what a photo taken now would be of, nil for nothing of the sheet
	Was     []record.PhotoLine `json:"was,omitempty"`     // of what is asked, as it was found
	Test    *TestAsk           `json:"test,omitempty"`    // what the complaint was measured by
	Next    bool               `json:"next,omitempty"`    // the next run is to be opened: this one is signed, and does not hold
}

// Want is a reading wanted.
type Want struct {
	Point    string        `json:"point"`
	Name     string        `json:"name"`
	Between  string        `json:"between"`
	Quantity string        `json:"quantity"`
	Unit     string        `json:"unit"`
	UnitSays string        `json:"unit_says"` // what is counted or read: threads, notches, mm
	Position string        `json:"position,omitempty"`
	States   []WantState   `json:"states"`
	Sides    *sheet.Signed `json:"sides,omitempty"` // it lies on one of them
	Last     string        `json:"last,omitempty"`  // the reading before, in words

	Instrument string        `json:"instrument,omitempty"` // that the sheet names
	Called     string        `json:"called,omitempty"`     // what one calls it
	ReadAt     *sheet.ReadAt `json:"read_at,omitempty"`    // where it may be held instead
}

// WantState is a state to be confirmed with a tap, and how it is proved.
type WantState struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	How  string `json:"how"`

	Control string `json:"control,omitempty"` // what of it is done at the control, where two share the work
}

// UntilFree is the text of a turn that goes on until its check says that it is free; any other goes on until it is locked.
const UntilFree = "until it is free"

// Turn is a move to make.
type Turn struct {
	Setting     string  `json:"setting,omitempty"` // in the course of which it is made
	Adjuster    string  `json:"adjuster"`
	Name        string  `json:"name"`
	Turns       float64 `json:"turns"`
	TurnsSay    string  `json:"turns_say"` // "3½"
	Text        string  `json:"text"`      // "3½ turns", "2 clicks", "until it is locked"
	Until       bool    `json:"until,omitempty"`
	Done        bool    `json:"done,omitempty"`
	Way         string  `json:"way"`      // out, in
	WaySays     string  `json:"way_says"` // "away from the eye"
	Seen        string  `json:"seen"`     // clockwise, anticlockwise
	SeenFrom    string  `json:"seen_from"`
	After       float64 `json:"after"`
	ThreadsLeft string  `json:"threads_left,omitempty"`
}

// Ask is a check to answer.
type Ask struct {
	Check      string      `json:"check"`
	Ask        string      `json:"ask"`
	Answers    []AskAnswer `json:"answers"` // the wanted one first
	Conditions []string    `json:"conditions"`
	Figures    []AskFigure `json:"figures,omitempty"`
	Loaded     bool        `json:"loaded,omitempty"`
	Look       bool        `json:"look,omitempty"` // at a part: a photo tells it better than a word
	All        []Well      `json:"all,omitempty"`  // open as well, this one too: one tap where all are well
}

// AskFigure is a number to be read with a check, in the unit of its kind where none is written.
type AskFigure struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Unit   string `json:"unit"`
	Row    string `json:"row,omitempty"`
	Column string `json:"column,omitempty"`
	Wants  string `json:"wants,omitempty"` // between what, in words; without it nothing rests on the figure
	Found  string `json:"found,omitempty"` // what it was as found, in words
}

// Well is a check and what it is answered where it is well.
type Well struct {
	Check  string `json:"check"`
	Name   string `json:"name"`
	Answer string `json:"answer"`
	Says   string `json:"says"`
}

// AskAnswer is one answer to choose, and how it is said.
type AskAnswer struct {
	ID   string `json:"id"`
	Says string `json:"says"`
}

// LockAsk is the locking to do.
type LockAsk struct {
	Setting  string `json:"setting,omitempty"`
	Adjuster string `json:"adjuster,omitempty"`
	BackOff  string `json:"back_off"` // the turn suggested
	Least    string `json:"least"`
	Most     string `json:"most"`
	Nut      string `json:"nut"`
	Pin      string `json:"pin,omitempty"`
}

// InspectAsk is one thing the second inspector looks at.
type InspectAsk struct {
	Item string `json:"item"`
	Says string `json:"says"`
	Done bool   `json:"done"` // found right
}

// Choose is a part or a place to choose and fit.
type Choose struct {
	Setting string         `json:"setting"`
	Title   string         `json:"title"`
	Options []ChooseOption `json:"options"` // the one argued for first
}

// ChooseOption is one of them.
type ChooseOption struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// whyGoOn asks for the reason of whoever goes on against what is argued.
const whyGoOn = "why, if you go on"

// Say is a sentence of pieces.
func Say(parts ...Piece) []Piece { return parts }

// Plain is a piece of a sentence without emphasis.
func Plain(text string) Piece { return Piece{Text: text} }

// turnThe begins the sentence of a move.
func turnThe(a *sheet.Adjuster) Piece { return Plain("Turn the " + called(a.Name) + " ") }

// called is a name as it stands before what is done to it: one that says its place ends it with a comma, so that nobody
// turns the star wheel "left shoes out".
func called(name string) string {
	if strings.Contains(name, ", ") {
		return name + ","
	}
	return name
}

// seen says how a turn looks: seen from the tail, clockwise. What is slid turns no way.
func seen(t *Turn) string {
	if t.Seen == "along" {
		return "Seen from " + t.SeenFrom
	}
	return "Seen from " + t.SeenFrom + ", " + t.Seen
}

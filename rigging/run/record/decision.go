package record

import (
	"strings"

	"brankel/rigging/closed"
)

// Choice is one way on from a decision.
type Choice struct {
	About  About    `json:"about"`
	Choice Decision `json:"choice"`
	Label  string   `json:"label"`
	Reason string   `json:"reason,omitempty"` // a reason must be given: what it is asked for with; "" where none is
	Argued bool     `json:"argued,omitempty"` // what Brankel argues for
}

// Question is what a decision is asked for.
type Question string

// The questions; beside each what About.ID names.
const (
	AboutSchool   Question = "school"   // a way of setting
	AboutLost     Question = "lost"     // a lost motion beyond its limit
	AboutWorn     Question = "worn"     // a point that says a part is worn
	AboutCheck    Question = "check"    // a check that was answered bad
	AboutPinned   Question = "pinned"   // nothing: a cable that can be measured and not set
	AboutUnsteady Question = "unsteady" // a point whose readings do not agree
	AboutResponse Question = "response" // nothing: a move that was not answered
	AboutTrial    Question = "trial"    // a setting that is tried by hand before anything is turned
	AboutHand     Question = "hand"     // a setting that did not come right by hand
	AboutTries    Question = "tries"    // a setting whose tries contradict each other
	AboutReach    Question = "reach"    // a setting that nothing serves
	AboutStands   Question = "stands"   // a point with limits that nothing here sets
	AboutAlso     Question = "also"     // a point that is only noted
	AboutLoaded   Question = "loaded"   // nothing: the proofs under load
	AboutSetting  Question = "setting"  // a setting that was found right
	AboutFound    Question = "found"    // a proof with a table, made as found too
)

// About is what a decision is about: a question, and what it is asked of where there are several. In JSON it is
// one text, "question" or "question:id". Its zero value is about nothing.
type About struct {
	Question Question
	ID       string
}

// String is it as one text, "question" or "question:id".
func (a About) String() string {
	if a.ID == "" {
		return string(a.Question)
	}
	return string(a.Question) + ":" + a.ID
}

// MarshalText writes it as one text.
func (a About) MarshalText() ([]byte, error) { return []byte(a.String()), nil }

// UnmarshalText reads it from one text; a question that nobody asks is no error, and answers none.
func (a *About) UnmarshalText(text []byte) error {
	question, id, _ := strings.Cut(string(text), ":")
	a.Question, a.ID = Question(question), id
	return nil
}

// Decision is what was chosen where Brankel argued for something.
type Decision string

// The decisions.
const (
	ChoiceRepair   Decision = "repair"
	ChoiceRepaired Decision = "repaired"
	ChoiceGoOn     Decision = "go-on"
	ChoiceOpen     Decision = "leave-open"
	ChoiceAgain    Decision = "answer-again" // of a check that was answered bad
	ChoiceAfresh   Decision = "afresh"       // of readings that do not agree, of tries that contradict each other
	ChoiceLeaveOut Decision = "leave-out"    // a reading that is only noted
	ChoiceRight    Decision = "comes-right"  // by hand, before anything is turned
	ChoiceWrong    Decision = "stays-wrong"
	ChoiceTake     Decision = "take" // a way of setting
	ChoiceLeave    Decision = "not-touched"
	ChoiceFirst    Decision = "try-first" // a proof, as found
)

// Words lists the decisions.
func (Decision) Words() []string {
	return closed.Words(ChoiceRepair, ChoiceRepaired, ChoiceGoOn, ChoiceOpen, ChoiceAgain, ChoiceAfresh, ChoiceLeaveOut, ChoiceRight,
		ChoiceWrong, ChoiceTake, ChoiceLeave, ChoiceFirst)
}

// decided is each decision in words, as an entry says it.
var decided = map[Decision]string{
	ChoiceRepair:   "decided: repair first",
	ChoiceRepaired: "repaired: what was read before was of other parts",
	ChoiceGoOn:     "decided: go on",
	ChoiceOpen:     "the loaded proof was left open",
	ChoiceAgain:    "decided: answer it again",
	ChoiceAfresh:   "the cause was found: begun afresh",
	ChoiceLeaveOut: "a reading that is only noted was left out",
	ChoiceRight:    "tried by hand: it comes right",
	ChoiceWrong:    "tried by hand: it stays wrong",
	ChoiceLeave:    "it was found right: not touched",
	ChoiceFirst:    "decided: try it as found first",
}

func saysDecided(d Decided) string {
	says, known := decided[d.Choice]
	switch {
	case d.About.Question == AboutSchool:
		says = "set by way of: " + d.About.ID
	case d.About.Question == AboutFound && d.Choice == ChoiceLeaveOut:
		says = "not tried as found"
	case !known:
		says = "decided: " + string(d.Choice) // by a later Brankel
	}
	if d.Reason != "" {
		says += ", because: " + d.Reason
	}
	return says
}

// beginsAfresh tells whether a decision changes how things stand: parts were renewed, or a cause was found.
func beginsAfresh(e Event) bool {
	c := BodyOf[Decided](e).Choice
	return c == ChoiceRepaired || c == ChoiceAfresh
}

// Of is the question asked of one thing, by its id; "" where there is only one to ask it of.
func (q Question) Of(id string) About { return About{q, id} }

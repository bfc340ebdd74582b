package trouble

// Answer is what is known so far: causes, the likeliest first, what must be excluded before any
// cable is touched, the next test, and what the last answer moved.
type Answer struct {
	Family   string    `json:"family"`
	Stop     string    `json:"stop,omitempty"` // said before anything else: it is not to be used
	Causes   []Ranked  `json:"causes"`
	Unknown  float64   `json:"unknown"`   // the share of a cause that is not known here
	RuledOut []Ruled   `json:"ruled_out"` // what the model says cannot be
	Exclude  []Exclude `json:"exclude"`
	Next     *Next     `json:"next,omitempty"`
	Moved    []Moved   `json:"moved"`
	Asks     []Unsure  `json:"asks"`           // words that are not sure: is this it?
	Aside    []string  `json:"aside"`          // the words left: nothing here is called so
	Notes    []string  `json:"notes"`          // of what was said: contradictions, what a test does not bear out, what cannot be
	Known    []string  `json:"known"`          // everything that counts, in words
	Pairs    []Pair    `json:"pairs"`          // of those left, what no test here can tell apart
	Both     []Both    `json:"both"`           // two faults at once, where one alone does not fit
	Done     string    `json:"done,omitempty"` // why no test is asked any more
}

// Ranked is a cause with its place in the order and its reasons.
type Ranked struct {
	ID    string   `json:"id"`
	Says  string   `json:"says"`
	Place string   `json:"place"`
	Kind  string   `json:"kind"`
	Share float64  `json:"share"`
	Why   []string `json:"why"`
	Also  []string `json:"also"` // what else one would notice
	End   Leads    `json:"end"`
	Own   bool     `json:"own,omitempty"` // how usual it is by the workshop's own count
}

// Leads is where a cause leads, with the turn that a run would begin with.
type Leads struct {
	End
	On      string  `json:"on,omitempty"`      // the adjuster of the sheet, by id
	Name    string  `json:"name,omitempty"`    // and its name
	Setting string  `json:"setting,omitempty"` // the setting it belongs to, its name
	Turns   float64 `json:"turns,omitempty"`
	Way     string  `json:"way,omitempty"` // out or in
	Says    string  `json:"says,omitempty"`
}

// Ruled is a cause that the model rules out, by which answer.
type Ruled struct {
	ID   string `json:"id"`
	Says string `json:"says"`
	By   string `json:"by"`
}

// Exclude is a cause to be excluded first, with the look that does it.
type Exclude struct {
	ID   string `json:"id"`
	Says string `json:"says"`
	Why  string `json:"why"`
	Next
}

// Next is a test to do: what it takes, and what each cause would answer.
type Next struct {
	Test    string            `json:"test"`
	Asks    string            `json:"asks"`
	How     string            `json:"how,omitempty"`
	Cost    Cost              `json:"cost"`
	Takes   string            `json:"takes"` // the cost in words
	Answers []Word            `json:"answers"`
	Expects map[string]string `json:"expects"` // by cause
	Places  []string          `json:"places"`  // where it is read, by the rig's names
	Window  *Window           `json:"window,omitempty"`
}

// Window is a reading's, with where each cause would have it. At names what its chart lies over, Over says it with its unit:
// "air temperature, °C"; then Low and High are those where it was said to be read.
type Window struct {
	Low   float64            `json:"low"`
	High  float64            `json:"high"`
	Unit  string             `json:"unit"`
	Doubt float64            `json:"doubt"`
	Would map[string]float64 `json:"would"`
	At    string             `json:"at,omitempty"`
	Over  string             `json:"over,omitempty"`
}

// Moved is a cause whose place in the order the last answer changed; from 0 for one not there
// before.
type Moved struct {
	Cause string `json:"cause"`
	From  int    `json:"from"`
	To    int    `json:"to"`
	Says  string `json:"says"`
}

// Pair are two causes that no test here tells apart.
type Pair struct {
	A    string `json:"a"`
	B    string `json:"b"`
	Says string `json:"says"`
}

package practice

import (
	"encoding/json"
	"fmt"
	"strings"

	"brankel/rigging/run/record"
)

// Debrief plays a run back beside that of an experienced hand.
type Debrief struct {
	Head   string `json:"head"`   // what came of it
	Hidden string `json:"hidden"` // what was hidden
	Would  string `json:"would"`  // what it leads to
	Learns string `json:"learns"`
	You    []Stop `json:"you"`
	Expert []Stop `json:"expert"`
	Parted *Part  `json:"parted,omitempty"` // where the two part, nil where they do not
	Habit  Habit  `json:"habit"`

	Readings [2]int     `json:"readings"` // yours, and the experienced hand's
	Rounds   [2]int     `json:"rounds"`
	Turns    [2]float64 `json:"turns"`
}

// Stop is what belongs together on the line of a run.
type Stop struct {
	Kind record.Kind `json:"kind"`
	From int         `json:"from"` // entries
	To   int         `json:"to"`
	Says string      `json:"says"`
	Lost []string    `json:"lost,omitempty"` // what was lost there
}

// Part is where two lines part: the numbers of their stops, and what the other one did.
type Part struct {
	You    int    `json:"you"`
	Expert int    `json:"expert"`
	Says   string `json:"says"`
}

// Habit is the one thing to work on, "" where nothing is.
type Habit struct {
	Mark Mark   `json:"mark,omitempty"`
	Says string `json:"says"`
}

var habits = map[Mark]string{
	MarkRight:  "Read both ends after the last turn.",
	MarkTrue:   "Write what you read, as it stands now.",
	MarkWorn:   "Look at what wears before you set.",
	MarkTurns:  "Turn what it says, then read.",
	MarkStates: "Pull it before you read it.",
	MarkEnds:   "Read the other end too.",
	MarkProved: "Leave no step out: the dull ones prove it.",
	MarkLeft:   "Put it back as you found it.",
	MarkCause:  "Ask what it is before what it reads.",
}

func (e *Exercise) debrief(h hidden, did, expert Did, s Score) Debrief {
	d := Debrief{Hidden: e.hides(h), Would: e.Would, Learns: e.Learns, You: line(did, s), Expert: line(expert, Score{}),
		Readings: [2]int{did.Readings, expert.Readings}, Rounds: [2]int{did.Rounds, expert.Rounds}, Turns: [2]float64{did.Turns, expert.Turns}}
	d.Head, d.Habit = e.head(did, s), habit(s)
	d.Parted = parted(d.You, d.Expert, s, d.Habit.Mark)
	if s.Failed != "" {
		d.Habit = Habit{Says: "Make it safe first."}
	}
	return d
}

// hides is what was hidden, in words.
func (e *Exercise) hides(h hidden) string {
	if e.Cause == nothing {
		return "Nothing was wrong."
	}
	return strings.ToUpper(h.says[:1]) + h.says[1:] + "."
}

// head is what came of it.
func (e *Exercise) head(did Did, s Score) string {
	right := s.Marks[0].Got == s.Marks[0].Of
	switch {
	case s.Failed != "":
		return "You could have been hurt."
	case e.Ends == EndsRepair && right:
		return "You found what no setting cures."
	case e.Ends == EndsRepair:
		return "You set a good number on a worn part."
	case !did.Signed:
		return "You stopped, and a setting would have done."
	case !right:
		return "You signed, and it is not so."
	case e.Ends == EndsLeave && did.Turns > 0:
		return "You turned what was not it."
	case s.Points < s.Of:
		return "It is right. The way there was not."
	}
	return "It is right, and so is the way."
}

// line is a run in stops: entries of one kind behind one another are one.
func line(o Did, s Score) (out []Stop) {
	for _, e := range o.Events {
		if n := len(out); n > 0 && out[n-1].Kind == e.Kind && e.Kind != record.KindCheck {
			out[n-1].To = e.Seq
			continue
		}
		out = append(out, Stop{Kind: e.Kind, From: e.Seq, To: e.Seq})
	}
	for i := range out {
		at := &out[i]
		at.Says = told(o.Events[at.From-1 : at.To])
		for _, m := range s.Marks {
			for _, l := range m.Lost {
				if l.Seq >= at.From && l.Seq <= at.To {
					at.Lost = append(at.Lost, l.Says)
				}
			}
		}
	}
	return out
}

// told is a stop in few words.
func told(events []record.Event) string {
	var body struct {
		Turns, Text, Unit, Check, Answer, Name, Way, Reason string
	}
	_ = json.Unmarshal(events[0].Body, &body) // its own writing
	n := len(events)
	switch events[0].Kind {
	case record.KindMove:
		return fmt.Sprintf("%d × turned", n)
	case record.KindReading:
		return fmt.Sprintf("%d × read", n)
	case record.KindSetUp:
		return fmt.Sprintf("%d × made to stand otherwise", n)
	case record.KindCheck:
		return body.Check + ": " + body.Answer
	case record.KindDecided:
		return "decided: " + body.Reason
	case record.KindSkipped:
		return "left out"
	}
	return string(events[0].Kind)
}

// habit is what most was lost by. That the rig is not right, and the record not so, follows from the rest, and is named where
// nothing else was lost.
func habit(s Score) (h Habit) {
	most := 0.0
	for _, m := range s.Marks {
		gone := m.Of - m.Got
		if m.Mark == MarkRight || m.Mark == MarkTrue {
			gone = min(gone, 0.01)
		}
		if gone > most {
			most, h = gone, Habit{m.Mark, habits[m.Mark]}
		}
	}
	return h
}

// parted is where two lines part: where most was lost, else where anything was, else where they are not of one kind.
func parted(you, expert []Stop, s Score, most Mark) *Part {
	at := func(m Mark) int {
		for i, stop := range you {
			for _, g := range s.Marks {
				for _, l := range g.Lost {
					if (m == "" || g.Mark == m) && l.Seq >= stop.From && l.Seq <= stop.To {
						return i
					}
				}
			}
		}
		return -1
	}
	i := at(most)
	if i < 0 {
		i = at("")
	}
	for k := 0; i < 0 && k < len(you); k++ {
		if k >= len(expert) || you[k].Kind != expert[k].Kind {
			i = k
		}
	}
	if i < 0 {
		return nil
	}
	other := beside(you, expert, i)
	return &Part{i, other, "an experienced hand: " + expert[other].Says}
}

// beside is the stop of the other line that stands for one of this: the same of its kind, else as far along.
func beside(you, expert []Stop, i int) int {
	for k, stop := range expert {
		if stop.Kind == you[i].Kind && (stop.Kind != record.KindCheck || check(stop) == check(you[i])) {
			return k
		}
	}
	return min(i, len(expert)-1)
}

// check is the name of a check in a stop.
func check(s Stop) string { name, _, _ := strings.Cut(s.Says, ":"); return name }

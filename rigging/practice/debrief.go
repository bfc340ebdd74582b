package practice

import (
	"encoding/json"
	"fmt"
	"strings"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
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

	Truths []Truth `json:"truths"` // what was believed, and what is so

	Readings [2]int     `json:"readings"` // yours, and the experienced hand's
	Rounds   [2]int     `json:"rounds"`
	Turns    [2]float64 `json:"turns"`
	Minutes  [2]float64 `json:"minutes"`
}

// Truth is a reading as the record has it and as it truly is, in words. Read is "" where none counts.
type Truth struct {
	Name   string `json:"name"`
	Read   string `json:"read"`
	Is     string `json:"is"`
	Within string `json:"within"`
	Inside bool   `json:"inside"`
}

// Stop is what belongs together on the line of a run.
type Stop struct {
	Kind record.Kind `json:"kind"`
	From int         `json:"from"` // entries
	To   int         `json:"to"`
	Says string      `json:"says"`
	Lost []string    `json:"lost,omitempty"` // what was lost there
	So   []string    `json:"so,omitempty"`   // what was truly so as it was read
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
	MarkHeeded: "Make it safe first.",
	MarkLeft:   "Put it back as you found it.",
	MarkCause:  "Ask what it is before what it reads.",
}

func (e *Exercise) debrief(h hidden, did, expert Did, s Score) Debrief {
	d := Debrief{Hidden: e.hides(h), Would: e.Would, Learns: e.Learns, You: line(did, s), Expert: line(expert, Score{}),
		Readings: [2]int{did.Readings, expert.Readings}, Rounds: [2]int{did.Rounds, expert.Rounds},
		Turns: [2]float64{did.Turns, expert.Turns}, Minutes: [2]float64{minutesOf(did), minutesOf(expert)}, Truths: truths(h, did)}
	d.Head, d.Habit = e.head(did, s), habit(s)
	d.Parted = parted(d.You, d.Expert, s, d.Habit.Mark)
	if s.Failed != "" {
		d.Habit = Habit{MarkHeeded, habits[MarkHeeded]}
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

// Truths are what was believed and what is so.
func (r *Room) Truths(did Did) []Truth { return truths(r.hidden, did) }

// truths are what was believed and what is so.
func truths(h hidden, did Did) []Truth {
	out := []Truth{}
	for _, t := range did.Truth {
		p := h.sheet.Point(t.Point)
		if p == nil {
			p = did.Led.Sheet.Point(t.Point) // at one of the places
		}
		if p == nil {
			continue
		}
		one := Truth{Name: t.Name, Is: spell.Sized(p.Quantity, t.Value, spell.Fine(p)), Within: spell.Between(p, t.Low, t.High),
			Inside: t.Inside()}
		if t.Read != nil {
			one.Read = spell.Sized(p.Quantity, *t.Read, spell.Fine(p))
		}
		out = append(out, one)
	}
	return out
}

// minutesOf is about how long the hands were at it: by what was read, looked at, turned and made to stand otherwise.
func minutesOf(did Did) (out float64) {
	for _, e := range did.Events {
		switch e.Kind {
		case record.KindReading:
			out += minutesGauge + minutesState
		case record.KindCheck:
			out += minutesLook
		case record.KindMove:
			out += minutesTurn
		case record.KindSetUp:
			var c record.SetUp
			minutes := 0.0
			if json.Unmarshal(e.Body, &c) == nil && !c.Found && !c.Stays {
				minutes = minutesThing
				if t := did.Led.Stood.Thing(c.Thing); t != nil && t.Way(c.Way) != nil {
					minutes = max(minutes, t.Way(c.Way).Minutes)
				}
			}
			out += minutes
		}
	}
	return out
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

// line is a run in stops: entries of one kind behind one another are one, but for what something was lost at.
func line(o Did, s Score) []Stop {
	out := []Stop{} // of whoever did nothing at all, and nil would be null
	lost := map[int][]string{}
	for _, m := range s.Marks {
		for _, l := range m.Lost {
			lost[l.Seq] = append(lost[l.Seq], l.Says)
		}
	}
	for _, e := range o.Events {
		if n := len(out); n > 0 && out[n-1].Kind == e.Kind && len(lost[e.Seq])+len(out[n-1].Lost) == 0 {
			out[n-1].To = e.Seq
			continue
		}
		out = append(out, Stop{Kind: e.Kind, From: e.Seq, To: e.Seq, Lost: lost[e.Seq]})
	}
	for i := range out {
		out[i].Says = told(o.Events[out[i].From-1 : out[i].To])
		for seq := out[i].From; seq <= out[i].To; seq++ {
			if says := o.Should[seq]; says != "" {
				out[i].So = append(out[i].So, says)
			}
		}
	}
	return out
}

// kinds are what several entries of a kind are called together.
var kinds = map[record.Kind]string{
	record.KindMove: "turned", record.KindReading: "read", record.KindSetUp: "made to stand otherwise", record.KindCheck: "looked at and tried",
	record.KindLocked: "locked", record.KindSettled: "settled", record.KindInspected: "looked at by another",
}

// told is a stop in few words.
func told(events []record.Event) string {
	if events[0].Kind == record.KindComplaint {
		return "complaint"
	}
	if says := kinds[events[0].Kind]; len(events) > 1 && says != "" {
		return fmt.Sprintf("%d × %s", len(events), says)
	}
	return events[0].Says()
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
	nth := 0
	for _, stop := range you[:i] {
		if stop.Kind == you[i].Kind {
			nth++
		}
	}
	at := -1
	for k, stop := range expert {
		if stop.Kind != you[i].Kind {
			continue
		}
		if at = k; nth == 0 || stop.Says == you[i].Says {
			break
		}
		nth--
	}
	if at >= 0 {
		return at
	}
	return min(i, len(expert)-1)
}

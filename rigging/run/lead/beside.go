package lead

import (
	"math"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Thing is something of the sheet by id and name.
type Thing struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// PhotoAsk is what a photo taken now would be of, one thing of the sheet: its Stage, "" in the middle of the work.
type PhotoAsk struct {
	Stage string `json:"stage"`
	Name  string `json:"name"`
	Point string `json:"point,omitempty"`
	Check string `json:"check,omitempty"`
	Of    string `json:"of,omitempty"` // an adjuster
}

// mostBeside is how many photos stand beside what is asked, the newest.
const mostBeside = 3

// beside adds to what is to be done what stands beside it of as found: the photos taken of it then, and, where a thing is
// turned for the first time, that a mark with paint or a photo would keep how it stood.
func (run *Lead) beside(a *Advice) {
	var p PhotoAsk
	touched := run.touched() && !run.doing.Found
	switch {
	case a.Read != nil:
		p = PhotoAsk{Name: a.Read.Name, Point: a.Read.Point}
	case a.Check != nil:
		p = PhotoAsk{Name: run.Sheet.Check(a.Check.Check).Name, Check: a.Check.Check}
	case a.Move != nil:
		p = PhotoAsk{Name: a.Move.Name, Of: a.Move.Adjuster}
		touched = run.Turned(p.Of)
		if run.mayMark(p.Of) {
			a.Mark = &Thing{p.Of, p.Name}
		}
	case a.Lock != nil && run.locked(a.Lock) != nil:
		of := run.locked(a.Lock)
		p = PhotoAsk{Name: of.Name, Of: of.ID}
		a.More = append(a.More, run.offMark(of)...)
	default:
		return
	}
	about := record.AboutPhoto(p.Point, p.Check, p.Of)
	if !touched {
		p.Stage = record.PhotoStages[0]
	}
	for _, was := range run.Photos {
		if touched && was.Of(about, record.PhotoStages[0]) {
			a.Was = append(a.Was, was)
			p.Stage = record.PhotoStages[1]
		}
	}
	a.Was = a.Was[max(0, len(a.Was)-mostBeside):]
	a.Photo = &p
}

// touched tells whether anything may stand otherwise than it was found.
func (run *Lead) touched() bool {
	return len(run.Moves)+len(run.Parts)+len(run.Chosen) > 0
}

// locked is the adjuster that a lock holds, nil where it holds several.
func (run *Lead) locked(l *LockAsk) *sheet.Adjuster {
	if s := run.Sheet.Setting(l.Setting); l.Adjuster == "" && s != nil && len(s.Adjusters) == 1 {
		return run.Sheet.Adjuster(s.Adjusters[0])
	}
	return run.Sheet.Adjuster(l.Adjuster)
}

// mayMark tells whether an adjuster was neither turned nor marked yet, nor a photo of it taken.
func (run *Lead) mayMark(adjuster string) bool {
	if _, marked := run.OffMark(adjuster); marked || run.Turned(adjuster) || run.Renewed {
		return false
	}
	for _, p := range run.Photos {
		if p.Of(record.AboutPhoto("", "", adjuster), record.PhotoStages[0]) {
			return false
		}
	}
	return true
}

// offMark says how far an adjuster stands from its paint mark, nothing where it has none.
func (run *Lead) offMark(a *sheet.Adjuster) []string {
	turns, ok := run.OffMark(a.ID)
	switch {
	case !ok:
		return nil
	case math.Abs(turns) < 1e-9:
		return []string{"It stands at its paint mark."}
	case turns > 0:
		return []string{"From its paint mark: " + spell.Steps(a, turns) + " " + spell.Way(a, "out").Says + "."}
	default:
		return []string{"From its paint mark: " + spell.Steps(a, -turns) + " " + spell.Way(a, "in").Says + "."}
	}
}

package record

import (
	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

// Figures are those a run from the Bench is led by: no library has a sheet for it, so it
// carries its own.
type Figures struct {
	Sheet *sheet.Sheet `json:"sheet"`
}

// admitFigures: they come with a run as the shop opens it from the Bench; whoever sends them
// would go round the library, its cautions and its second inspection.
func admitFigures(in Incoming, f Figures) (Figures, error) {
	if f.Sheet != nil {
		f.Sheet.WorkOut()
	}
	switch {
	case in.Seq > 0 || !in.Opens:
		return f, fault.At("kind", "figures come from the Bench as a run is opened: open a new one there")
	case f.Sheet == nil || !f.Sheet.Led():
		return f, fault.At("body.sheet", "no run can be led by these figures")
	}
	return f, nil
}

func foldFigures(st *State, _ Event, f Figures) {
	i := Identified{Hand: "standard", Name: "from the Bench", Why: "figures of its own"}
	if f.Sheet != nil {
		i.Sheet = f.Sheet.Hash()
	}
	st.Identity, st.Own = &i, true
}

func saysFigures(f Figures) string {
	if f.Sheet == nil {
		return "figures from the Bench"
	}
	return "figures from the Bench: " + f.Sheet.Cable + ", " + SourceSays(f.Sheet)
}

// SourceSays is where the figures come from, in a line.
func SourceSays(s *sheet.Sheet) string {
	if s.Source.Assumed {
		return "ASSUMED figures: " + s.Source.Title
	}
	says := s.Source.Title
	if s.Source.Section != "" {
		says += ", " + s.Source.Section
	}
	if s.Source.Revision != "" {
		says += ", revision " + s.Source.Revision
	}
	if s.Source.Date != "" {
		says += " of " + DayOf(s.Source.Date)
	}
	if s.HasAssumed() {
		says += "; what it does not say is ASSUMED"
	}
	return says
}

// Carried is the sheet that a run brought along, nil for one that is led by a sheet of the
// library.
func Carried(events []Event) *sheet.Sheet {
	if len(events) == 0 || events[0].Kind != KindFigures {
		return nil
	}
	s := BodyOf[Figures](events[0]).Sheet
	if s != nil {
		s.WorkOut()
	}
	return s
}

package tell

import (
	"strings"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Again is what a signed run leaves to be looked at again: whichever of days and usage comes first by its sheet, a first look
// once a new part has bedded in, figures that are assumed, and what is brought along for it.
type Again struct {
	Days    int      `json:"days,omitempty"`
	Km      float64  `json:"km,omitempty"`
	Hours   float64  `json:"hours,omitempty"`
	Renewed bool     `json:"renewed,omitempty"`
	Assumed int      `json:"assumed,omitempty"`
	Bring   []string `json:"bring,omitempty"`

	Lubricate *sheet.Lubricate `json:"lubricate,omitempty"`
}

func again(run *lead.Lead) *Again {
	if run.Sheet == nil {
		return nil
	}
	r := run.Sheet.Recheck
	return &Again{Days: r.Days, Km: r.Km, Hours: r.Hours, Renewed: run.Renewed, Assumed: len(run.Sheet.Assumed), Bring: brought(run.Sheet),
		Lubricate: run.Sheet.Lubricate}
}

// brought is what is brought along for the work of a sheet, once: the tools of the steps, the instruments that are read by,
// what is tightened how hard and with which pin, what goes on for the work.
func brought(from *sheet.Sheet) fetching {
	list := fetching{}
	for _, step := range from.Steps {
		for _, t := range step.Tools {
			list.add(strings.TrimSuffix(t.Name+", "+t.Size, ", "))
		}
		for _, f := range step.Fixtures {
			list.add(f)
		}
	}
	for _, p := range from.Points {
		if name := record.InstrumentSays(p.Instrument); !list.has(name) {
			list.add(name)
		}
	}
	for i := range from.Adjusters {
		list.lock(from.Adjusters[i].Name, from.Adjusters[i].Lock)
	}
	for i := range from.Settings {
		list.lock("", from.Settings[i].Lock)
	}
	return list
}

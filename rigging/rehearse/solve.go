package rehearse

import (
	"encoding/json"

	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/rig"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
)

// asking is a question as it is written.
type asking struct {
	School    string             `json:"school" input:"default="`
	Settings  map[string]float64 `json:"settings" input:"plain,optional"`
	Condition map[string]any     `json:"condition" input:"optional"`
	At        map[string]any     `json:"at" input:"optional"`
	Seed      float64            `json:"seed" input:"plain,whole,atleast0,default=1"`
	Hand      string             `json:"hand" input:"words=careful|hasty|astray|novice,default=careful"`
	Job       string             `json:"job" input:"default=set"`
}

// Solve plays the question {"sheet", "school", "settings", "condition", "at", "gauges",
// "seed", "hand", "rig", "job"}; find gives the sheet of a number, and what is read without gauges of its
// own is read by those of the workshop. The error is a *fault.Fault, or a
// fault.List of a sheet that is wrong.
func Solve(raw []byte, find func(id string) (*sheet.Sheet, error), workshop []record.Gauge) (Outcome, error) {
	var object map[string]json.RawMessage
	if err := strict.Decode(raw, &object); err != nil {
		return Outcome{}, err
	}
	q := Question{Gauges: workshop}
	var err error
	if q.Sheet, err = sheetOf(object["sheet"], find); err != nil {
		return Outcome{}, err
	}
	if given, ok := object["gauges"]; ok {
		q.Gauges = nil
		if err := strict.Decode(given, &q.Gauges); err != nil {
			return Outcome{}, fault.Below("gauges", err)
		}
	}
	if given, ok := object["rig"]; ok {
		if q.Rig, err = rigOf(q.Sheet, given); err != nil {
			return Outcome{}, fault.Below("rig", err)
		}
	}
	delete(object, "rig")
	delete(object, "sheet")
	delete(object, "gauges")
	rest, err := json.Marshal(object)
	if err != nil {
		return Outcome{}, fault.At("", "this is no JSON: %s", err)
	}
	value, err := strict.Value(rest)
	if err != nil {
		return Outcome{}, err
	}
	var in asking
	if err := input.Object(value.(map[string]any), &in); err != nil {
		return Outcome{}, err
	}
	q.School, q.Settings, q.Condition, q.At = in.School, in.Settings, plain(in.Condition), plain(in.At)
	q.Seed, q.Hand = uint64(in.Seed), in.Hand
	if q.Job, err = ParseJob(in.Job); err != nil {
		return Outcome{}, err
	}
	return Rehearse(q)
}

// rigOf is a true rig: of the sheet's family where it names none.
func rigOf(s *sheet.Sheet, raw json.RawMessage) (*rig.Rig, error) {
	r := rig.Rig{Format: rig.Format, Family: s.Family}
	if err := strict.Decode(raw, &r); err != nil {
		return nil, err
	}
	if r.Family != s.Family {
		return nil, fault.At("family", "the sheet is of the family %s: leave it out, or write that", s.Family)
	}
	_, err := r.Model()
	return &r, err
}

func sheetOf(raw json.RawMessage, find func(id string) (*sheet.Sheet, error)) (*sheet.Sheet, error) {
	if raw == nil {
		return nil, fault.At("sheet", "write the sheet, or the number of one")
	}
	var id string
	if json.Unmarshal(raw, &id) == nil {
		return find(id)
	}
	s, err := sheet.Parse(raw)
	if list, ok := err.(fault.List); ok && len(list) > 0 {
		return nil, fault.Below("sheet", &list[0])
	}
	return s, err
}

// plain makes numbers of what strict reads as text of numbers.
func plain(m map[string]any) (out map[string]any) {
	if m == nil {
		return nil
	}
	raw, _ := json.Marshal(m) // it was read from JSON
	_ = json.Unmarshal(raw, &out)
	return out
}

package rig

import (
	"encoding/json"
	"maps"
	"slices"

	"brankel/rigging/fault"
)

// Case is one question to a rig and its answer.
type Case struct {
	Rig    json.RawMessage `json:"rig,omitempty"`
	At     json.RawMessage `json:"at,omitempty"`
	Output *Answer         `json:"output,omitempty"`
	Error  *fault.Fault    `json:"error,omitempty"`
}

// Solve answers {"rig": RIG, "at": AT}. The error is a *fault.Fault with its path from
// there: rig.geometry.pitch, at.knob.
func Solve(raw []byte) (Answer, error) {
	object, err := objectOf(raw)
	if err != nil {
		return Answer{}, err
	}
	for _, key := range slices.Sorted(maps.Keys(object)) {
		if key != "rig" && key != "at" {
			return Answer{}, fault.At(key, "there is no such field here: write rig and at")
		}
	}
	return ask(object["rig"], object["at"])
}

func ask(rig, at any) (Answer, error) {
	object, ok := rig.(map[string]any)
	if !ok {
		return Answer{}, fault.At("rig", "write the rig here: an object of the format "+Format)
	}
	m, err := read(object)
	if err != nil {
		return Answer{}, fault.Below("rig", err)
	}
	place, ok := at.(map[string]any)
	if !ok && at != nil {
		return Answer{}, fault.At("at", "write where the control stands as an object, or leave it out")
	}
	where, err := m.At(place)
	if err != nil {
		return Answer{}, fault.Below("at", err)
	}
	answer, err := m.Answer(where)
	if err != nil {
		return Answer{}, fault.Below("rig", err)
	}
	return answer, nil
}

// Cases reads a file of cases, a JSON array, and answers each.
func Cases(raw []byte) ([]Case, error) {
	var list []map[string]json.RawMessage // a case may carry more keys
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, fault.At("", "the file is no array of {\"rig\", \"at\"}: %s", err)
	}
	out := make([]Case, len(list))
	for i, one := range list {
		out[i] = Case{Rig: one["rig"], At: one["at"]}
		out[i].solve()
	}
	return out, nil
}

func (c *Case) solve() {
	both := map[string]json.RawMessage{}
	if c.Rig != nil {
		both["rig"] = c.Rig
	}
	if c.At != nil {
		both["at"] = c.At
	}
	raw, err := json.Marshal(both)
	if err == nil {
		var answer Answer
		if answer, err = Solve(raw); err == nil {
			c.Output = &answer
			return
		}
	}
	f, ok := err.(*fault.Fault)
	if !ok {
		f = fault.At("rig", err.Error())
	}
	c.Error = f
}

package sheet

import (
	"embed"
	"encoding/json"
)

// Each family's skeleton is a file of the open format: what is the same for every
// maker. What a maker must say is left out of it.
//
//go:embed skeletons/*.json
var skeletons embed.FS

// families in the order of the crafts they serve.
var families = []Family{
	{"throttle-cruise", "throttle with switch, then cruise", "car", []Usual{{"torque", 4, 30}, {"length", 0, 12}}},
	{"kickdown", "throttle-valve and kickdown", "car", []Usual{{"torque", 4, 30}, {"length", 0, 60}}},
	{"clutch", "cable clutch", "car", []Usual{{"torque", 6, 45}, {"length", 2, 60}}},
	{"parking-brake", "parking brake", "car", []Usual{{"torque", 5, 60}, {"count", 2, 14}, {"length", 1, 150}}},
	{"gear-gate", "gear lever gate", "car", []Usual{{"torque", 5, 30}, {"length", 0, 20}}},
	{"trailer-overrun", "trailer overrun brake", "trailer", []Usual{{"torque", 10, 110}, {"length", 0, 120}}},
	{"outboard-shift", "outboard shift and throttle", "boat", []Usual{{"torque", 2, 25}, {"length", 5, 400}}},
	{"stern-drive-shift", "stern drive shift", "boat", []Usual{{"torque", 2, 30}, {"length", 20, 300}}},
	{"engine-push-pull", "engine push-pull control", "aircraft", []Usual{{"torque", 1, 15}, {"length", 0, 120}, {"force", 2, 60}}},
	{"flap-follow-up", "flap follow-up", "aircraft", []Usual{{"torque", 1, 20}, {"angle", -5, 60}, {"length", 0.2, 200}}},
	{"flight-control-loop", "closed flight-control loop", "aircraft", []Usual{{"torque", 1, 25}, {"angle", -45, 45}, {"force", 40, 450}}},
}

// Skeleton is a new sheet of the family with its usual positions, checks, cautions
// and steps, and no figures: every one of them is still to be written.
func (f *Family) Skeleton() *Sheet {
	raw, err := skeletons.ReadFile("skeletons/" + f.ID + ".json")
	s := new(Sheet)
	if err == nil {
		err = json.Unmarshal(raw, s)
	}
	if err != nil {
		panic(err) // a file of our own, read by a test
	}
	return s
}

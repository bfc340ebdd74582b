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
	{"throttle-cruise", "throttle with switch, then cruise", "car", []Usual{{"torque", 4, 30}, {"length", 0, 12}},
		[]string{"throttle cable", "accelerator", "gas pedal", "cruise control", "idle switch"},
		[]string{"pedal travel before it opens", "short of full at the body"}},
	{"kickdown", "throttle-valve and kickdown", "car", []Usual{{"torque", 4, 30}, {"length", 0, 60}},
		[]string{"TV cable", "throttle valve cable", "kickdown cable", "detent cable", "automatic gearbox", "shift points", "downshift"},
		[]string{"road speed at which it shifts up", "road speed at which it kicks down"}},
	{"clutch", "cable clutch", "car", []Usual{{"torque", 6, 45}, {"length", 2, 60}}, []string{"clutch cable", "clutch pedal", "bite"},
		[]string{"height at which it bites", "free play at the pedal"}},
	{"parking-brake", "parking brake", "car", []Usual{{"torque", 5, 60}, {"count", 2, 14}, {"length", 1, 150}},
		[]string{"handbrake", "hand brake", "emergency brake", "park brake", "shoes", "brake lever"},
		[]string{"notches until it holds", "lever travel"}},
	{"gear-gate", "gear lever gate", "car", []Usual{{"torque", 5, 30}, {"length", 0, 20}},
		[]string{"gear lever", "gear stick", "gearstick", "shifter", "shift gate", "gearchange", "reset the gate"},
		[]string{"lash at the knob", "short of the stop in a gear"}},
	{"trailer-overrun", "trailer overrun brake", "trailer", []Usual{{"torque", 10, 110}, {"length", 0, 120}},
		[]string{"trailer brakes", "overrun", "surge brakes", "coupling", "drawbar", "caravan"},
		[]string{"coupler travel until it brakes", "lash at the brake lever"}},
	{"outboard-shift", "outboard shift and throttle", "boat", []Usual{{"torque", 2, 25}, {"length", 5, 400}},
		[]string{"outboard", "gear cable", "remote control", "side box", "binnacle", "throttle cable"},
		[]string{"lever travel until it is in forward", "lash at the lever"}},
	{"stern-drive-shift", "stern drive shift", "boat", []Usual{{"torque", 2, 30}, {"length", 20, 300}},
		[]string{"outdrive", "stern leg", "drive leg", "shift cable", "gear cable", "bellows", "lower cable", "upper cable"},
		[]string{"lever travel until it is in forward", "force at the lever"}},
	{"engine-push-pull", "engine push-pull control", "aircraft", []Usual{{"torque", 1, 15}, {"length", 0, 120}, {"force", 2, 60}},
		[]string{"mixture", "carb heat", "carburettor heat", "choke", "propeller lever", "vernier", "knob"},
		[]string{"lash at the knob", "short of the stop at the engine"}},
	{"flap-follow-up", "flap follow-up", "aircraft", []Usual{{"torque", 1, 20}, {"angle", -5, 60}, {"length", 0.2, 200}},
		[]string{"flaps", "flap motor", "follow up", "flap lever"},
		[]string{"degrees short of full", "one side from the other"}},
	{"flight-control-loop", "closed flight-control loop", "aircraft", []Usual{{"torque", 1, 25}, {"angle", -45, 45}, {"force", 40, 450}},
		[]string{"ailerons", "elevator", "rudder cable", "control cable", "turnbuckle", "yoke", "tension"},
		[]string{"lash at the yoke", "yoke off level with the surfaces fair"}},
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

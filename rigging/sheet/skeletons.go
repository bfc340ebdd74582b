package sheet

import "brankel/rigging/quantity"

// families in the order of the crafts they serve. The skeletons hold what is the
// same for every maker; what a maker must say is left out.
var families = []Family{
	{"throttle-cruise", "throttle with switch, then cruise", "car", []Usual{{"torque", 4, 30}, {"length", 0, 12}}, throttleCruise},
	{"kickdown", "throttle-valve and kickdown", "car", []Usual{{"torque", 4, 30}, {"length", 0, 60}}, kickdown},
	{"clutch", "cable clutch", "car", []Usual{{"torque", 6, 45}, {"length", 2, 60}}, clutch},
	{"parking-brake", "parking brake", "car", []Usual{{"torque", 5, 60}, {"count", 2, 14}, {"length", 1, 150}}, parkingBrake},
	{"gear-gate", "gear lever gate", "car", []Usual{{"torque", 5, 30}, {"length", 0, 20}}, gearGate},
	{"trailer-overrun", "trailer overrun brake", "trailer", []Usual{{"torque", 10, 110}, {"length", 0, 120}}, trailerOverrun},
	{"outboard-shift", "outboard shift and throttle", "boat", []Usual{{"torque", 2, 25}, {"length", 5, 400}}, outboardShift},
	{"stern-drive-shift", "stern drive shift", "boat", []Usual{{"torque", 2, 30}, {"length", 20, 300}}, sternDriveShift},
	{"engine-push-pull", "engine push-pull control", "aircraft", []Usual{{"torque", 1, 15}, {"length", 0, 120}, {"force", 2, 60}}, enginePushPull},
	{"flap-follow-up", "flap follow-up", "aircraft", []Usual{{"torque", 1, 20}, {"angle", -5, 60}, {"length", 0.2, 200}}, flapFollowUp},
	{"flight-control-loop", "closed flight-control loop", "aircraft", []Usual{{"torque", 1, 25}, {"angle", -45, 45}, {"force", 40, 450}}, flightControlLoop},
}

func positions(names ...string) (out []Position) {
	for i, n := range names {
		at := 0.0
		if len(names) > 1 {
			at = -55 + 110*float64(i)/float64(len(names)-1)
		}
		out = append(out, Position{n, n, at})
	}
	return out
}

func check(id, name, ask, position, good, bad, points string) Check {
	return Check{ID: id, Name: name, Ask: ask, Kind: "function", Position: position, Good: good, Bad: bad, PointsTo: points}
}

func loaded(id, name, ask, good, bad, points string, conditions ...string) Check {
	return Check{ID: id, Name: name, Ask: ask, Kind: "function", Loaded: true, Good: good, Bad: bad, PointsTo: points, Conditions: conditions}
}

func sense(id, name, ask, good, bad, points string) Check {
	return Check{ID: id, Name: name, Ask: ask, Kind: "sense", Good: good, Bad: bad, PointsTo: points}
}

func point(id, name, between string, q quantity.Kind, position, instrument string, states ...string) Point {
	return Point{ID: id, Name: name, Between: between, Quantity: q, Position: position, Instrument: instrument, States: states}
}

func turned(id, name, kind, seen, out, in string) Adjuster {
	return Adjuster{ID: id, Name: name, Kind: kind, Lengthens: "out", SeenFrom: seen, Out: Way{out, "anticlockwise"}, In: Way{in, "clockwise"}, Lock: &Lock{Says: "Hold the adjuster and run the nut up", Nut: "lock nut"}}
}

func slid(id, name, kind, notch, seen, out, in string) Adjuster {
	return Adjuster{ID: id, Name: name, Kind: kind, Notch: notch, Step: 1, Lengthens: "out", SeenFrom: seen, Out: Way{out, "along"}, In: Way{in, "along"}, Lock: &Lock{Says: "Let the catch snap home and pull at it", Nut: "catch"}}
}

// walk is the usual order of the steps, with what each family calls its own.
func walk(set, functions, load string) []Step {
	return []Step{
		{ID: "complaint", Kind: "complaint", Title: "The complaint"}, {ID: "identify", Kind: "identify", Title: "Which sheet"},
		{ID: "safe", Kind: "safe", Title: "Make safe"}, {ID: "worn", Kind: "worn", Title: "Worn parts"}, {ID: "found", Kind: "found", Title: "As found"},
		{ID: "set", Kind: "set", Title: set}, {ID: "settle", Kind: "settle", Title: "Settle, read"}, {ID: "lock", Kind: "lock", Title: "Lock, read again"},
		{ID: "restore", Kind: "restore", Title: "Back as it was"}, {ID: "functions", Kind: "functions", Title: functions},
		{ID: "again", Kind: "again", Title: "Complaint again"}, {ID: "loaded", Kind: "loaded", Title: load}, {ID: "sign", Kind: "sign", Title: "Sign"},
	}
}

func void(moving string, reopens ...string) Void { return Void{moving, reopens} }

var (
	standCar   = []Caution{{"stands", "On stands, wheels chocked; never under a jack."}, {"stored-force", "Springs hold force: hands out of the linkage while somebody is at the control."}}
	keyOut     = Caution{"key-out", "Key out, and in your pocket."}
	propClear  = Caution{"propeller-clear", "Propeller clear: nobody near it, ignition off, chocks in."}
	secondLook = Caution{"second-inspection", "A second inspector looks at every flight control before it flies."}
)

func throttleCruise() Sheet {
	return Sheet{Commands: "Opens the throttle from the pedal, then from the cruise servo.", Applies: Effectivity{Unit: "vehicle"},
		Line:      Line{Control: "pedal", Positions: positions("released", "full"), Anchor: "throttle bracket", Works: "throttle cam"},
		States:    []State{{"engine-off", "engine off", "Stop the engine; the linkage is read at rest."}, {"pedal-free", "pedal free", "Nothing lies on or under the pedal."}},
		Adjusters: []Adjuster{turned("pedal-nuts", "pedal cable nuts", "jam nuts", "the bracket", "away from the cam", "toward the cam"), turned("cruise-nuts", "cruise cable nuts", "jam nuts", "the bracket", "away from the cam", "toward the cam")},
		Points:    []Point{point("pedal-slack", "slack at the cam, pedal cable", "the cam's rest to where the cable takes it up", quantity.Length, "released", "feeler", "engine-off", "pedal-free"), point("cruise-slack", "slack at the cam, cruise cable", "the cam's rest to where the servo cable takes it up", quantity.Length, "released", "feeler", "engine-off")},
		Checks:    []Check{check("full-throttle", "full throttle", "Full pedal: is the throttle on its stop?", "full", "on the stop", "short of it", "The pedal cable is slack, or the pedal's own stop comes first."), check("rest-switch", "rest switch", "Pedal released: does the switch click?", "released", "clicks", "stays silent", "The cable holds the cam off its rest.")},
		Influence: []Influence{{"pedal-nuts", "pedal-slack", 0}, {"cruise-nuts", "cruise-slack", 0}}, Voids: []Void{void("pedal-nuts", "pedal-slack", "cruise-slack", "full-throttle", "rest-switch"), void("cruise-nuts", "cruise-slack", "rest-switch")},
		Cautions: []Caution{keyOut, {"fan", "Hands and sleeves clear of the fan."}}, Steps: walk("Set the slack", "Full throttle, rest switch", "On the road")}
}

func kickdown() Sheet {
	return Sheet{Commands: "Carries the throttle's opening to the gearbox valve.", Applies: Effectivity{Unit: "gearbox"},
		Line:      Line{Control: "throttle lever", Positions: positions("idle", "full"), Anchor: "cable bracket", Works: "gearbox valve"},
		States:    []State{{"hot-idle", "hot idle", "Engine warm, choke off, idle as the plate says."}, {"engine-off", "engine off", "Stop the engine."}, {"seal-seated", "seal seated", "Push the seal home at the gearbox."}},
		Adjusters: []Adjuster{slid("slider", "notched slider", "slider", "notch", "the bracket", "away from the throttle", "toward the throttle")},
		Points:    []Point{point("idle-slack", "slack at idle", "the lever to where the cable takes up", quantity.Length, "idle", "feeler", "engine-off", "seal-seated"), point("full-stroke", "valve stroke at full throttle", "the crimp's rest to its place", quantity.Length, "full", "caliper", "engine-off")},
		Checks:    []Check{check("from-the-pedal", "full throttle from the pedal", "Full pedal: does the throttle still reach its stop?", "full", "reaches it", "stops short", "The cable is too tight and stops the throttle."), loaded("road", "on the road", "Does it shift where the table says, and kick down at full pedal?", "as the table says", "early or late", "Early: too loose. Late: too tight.", "throttle", "shift speeds")},
		Influence: []Influence{{"slider", "idle-slack", 0}}, Voids: []Void{void("slider", "idle-slack", "full-stroke", "from-the-pedal", "road")},
		Cautions: append([]Caution{keyOut, {"pan-hot", "The pan and the pipes are hot."}}, standCar...), Steps: walk("Set the slider", "Full throttle from the pedal", "On the road")}
}

func clutch() Sheet {
	return Sheet{Commands: "Takes the pedal's stroke to the release fork.", Applies: Effectivity{Unit: "vehicle"},
		Line:      Line{Control: "pedal", Positions: positions("up", "down"), Anchor: "bell housing", Works: "release fork"},
		States:    []State{{"pedal-up", "pedal up", "The pedal rests on its stop."}, {"settled", "settled", "The pedal was stroked and let up."}},
		Adjusters: []Adjuster{turned("nut", "cable nut", "jam nuts", "the fork", "away from the fork", "toward the fork")},
		Points:    []Point{point("pedal-free", "free play at the pedal", "the pedal's rest to where it meets force", quantity.Length, "up", "rule", "pedal-up", "settled")},
		Checks:    []Check{check("release", "release", "Pedal down, engine running: does reverse go in without a clash?", "down", "goes in clean", "clashes", "Too much free play, or the fork's stroke is short."), sense("bite", "bite height", "Where does it bite?", "a hand's breadth up", "at the floor or at the top", "Floor: too loose. Top: too tight, or the lining is thin.")},
		Influence: []Influence{{"nut", "pedal-free", 0}}, Voids: []Void{void("nut", "pedal-free", "release", "bite")}, Cautions: append([]Caution{keyOut}, standCar...), Steps: walk("Set the free play", "Release and bite", "On the road")}
}

func parkingBrake() Sheet {
	return Sheet{Commands: "Draws the shoes against their drums.", Applies: Effectivity{Unit: "vehicle"},
		Line:      Line{Control: "lever", Positions: positions("released", "first notch", "set"), Anchor: "floor bracket", Works: "brake shoes"},
		States:    []State{{"shoes-set", "shoes set", "The shoes were adjusted first; the wheels turn."}, {"settled", "settled", "The lever was pulled and let go."}},
		Adjusters: []Adjuster{slid("star", "star wheel", "star wheel", "click", "the backplate", "shoes in", "shoes out"), turned("equaliser", "equaliser nut", "jam nuts", "under the floor", "off the thread", "up the thread")},
		Points:    []Point{point("notches", "notches", "clicks of the lever to the book's pull", quantity.Count, "set", "pull scale", "shoes-set", "settled")},
		Checks:    []Check{sense("drag", "drag", "Lever released: what is heard at each wheel?", "silent", "drags", "Shoes too near, or the cable holds them off their rest."), check("holds", "holds", "On the slope: does it hold both ways?", "set", "holds", "creeps", "Shoes too far, or one side slack.")},
		Influence: []Influence{{"equaliser", "notches", 0}, {"star", "notches", 0}}, Voids: []Void{void("star", "notches", "drag", "holds"), void("equaliser", "notches", "drag", "holds")},
		Temporary: []Temporary{{"chocks", "wheel chocks", "nothing else holds it while the brake is slack"}}, Cautions: standCar, Steps: walk("Shoes, then cable", "Drag and hold", "On the slope")}
}

func gearGate() Sheet {
	return Sheet{Commands: "Keeps the lever in the middle of its gate.", Applies: Effectivity{Unit: "gearbox"},
		Line:      Line{Control: "gear lever", Positions: positions("left plane", "middle", "right plane"), Anchor: "lever housing", Works: "selector"},
		States:    []State{{"in-neutral", "in neutral", "The box is in neutral; the lever swings free."}, {"boot-off", "boot off", "The boot is up and pulls at nothing."}},
		Adjusters: []Adjuster{slid("stop", "centring stop", "set screw", "turn", "above", "to the left", "to the right")},
		Points:    []Point{point("gap-left", "gap on the left", "stop to lever", quantity.Length, "middle", "feeler", "in-neutral", "boot-off"), point("gap-right", "gap on the right", "stop to lever", quantity.Length, "middle", "feeler", "in-neutral", "boot-off")},
		Checks:    []Check{check("every-gear", "every gear", "Does every gear go in with the same play?", "middle", "all alike", "one plane is stiff", "The stop stands off the middle of that plane.")},
		Influence: []Influence{{"stop", "gap-left", 0}}, Voids: []Void{void("stop", "gap-left", "gap-right", "every-gear")}, Cautions: []Caution{keyOut, {"in-neutral", "In neutral, wheels chocked: somebody may turn the engine."}}, Steps: walk("Set the stop", "Every gear", "On the road")}
}

func trailerOverrun() Sheet {
	return Sheet{Commands: "Presses the wheel brakes when the trailer runs on.", Applies: Effectivity{Unit: "trailer", Number: "year"},
		Line:      Line{Control: "coupler and lever", Positions: positions("drawn out", "pushed home", "lever set"), Anchor: "axle", Works: "wheel brakes"},
		States:    []State{{"rod-back", "rod hard back", "The coupler is drawn right out."}, {"turned-forward", "turned forward", "The wheel was turned forward only."}},
		Adjusters: []Adjuster{slid("backplate", "backplate adjuster", "wedge", "click", "behind the wheel", "off", "on"), turned("rod-nut", "rod nut", "jam nuts", "under the frame", "off the thread", "up the thread")},
		Points:    []Point{point("rod-play", "play at the rod", "the rod's rest to where the cables take up", quantity.Length, "drawn out", "rule", "rod-back")},
		Checks:    []Check{sense("wheel-drag", "each wheel", "Turned forward: what is heard?", "a whisper", "drags or silent", "Set the backplate again: locked, then released."), check("reverse-free", "reverse", "Pushed back: do the wheels turn at once?", "pushed home", "turn free", "stay locked", "The reverse lever does not fall, or the shoes stand too near."), loaded("road-stop", "on the road", "Three stops from walking pace: does it stop in line?", "in line", "pulls or snatches", "Pulls: one side slack. Snatches: too much play at the rod.", "load", "surface")},
		Influence: []Influence{{"rod-nut", "rod-play", 0}, {"backplate", "rod-play", 0}}, Voids: []Void{void("backplate", "rod-play", "wheel-drag", "reverse-free", "road-stop"), void("rod-nut", "rod-play", "reverse-free", "road-stop")},
		Forbidden: []Forbidden{{"Turning a wheel backward to settle the shoes.", "It lifts the reverse lever and hides a wrong setting."}}, Temporary: []Temporary{{"chocks", "wheel chocks", "the brake is slack while it is set"}}, Cautions: standCar, Steps: walk("Wheels, then rod", "Each wheel, reverse", "On the road")}
}

func outboardShift() Sheet {
	return Sheet{Commands: "Carries shift or throttle from the helm box to the engine.", Applies: Effectivity{Unit: "engine", Number: "engine number"},
		Line:      Line{Control: "helm box", Positions: positions("forward", "neutral", "reverse"), Anchor: "cable clamp", Works: "shift arm"},
		States:    []State{{"neutral-found", "neutral found", "Turn the propeller by hand until it is free both ways."}, {"helm-neutral", "helm in neutral", "The lever stands in its detent."}},
		Adjusters: []Adjuster{turned("connector", "threaded connector", "barrel", "the engine", "off the cable", "up the cable")},
		Points:    []Point{point("eye-to-pin", "eye to pin", "the connector's eye to the pin, unforced", quantity.Length, "neutral", "caliper", "neutral-found", "helm-neutral"), point("threads", "threads in the connector", "full turns of thread held", quantity.Count, "", "eye")},
		Checks:    []Check{check("all-positions", "all positions", "Does each position go in and come out by hand?", "neutral", "all three", "one hangs", "The eye was forced onto the pin, or the loop is too tight."), loaded("on-the-water", "on the water", "In and out of both gears at idle?", "clean both ways", "clashes or hangs", "Hard to enter: too short. Hard to leave: too long.", "idle speed")},
		Influence: []Influence{{"connector", "eye-to-pin", 0}}, Voids: []Void{void("connector", "eye-to-pin", "threads", "all-positions", "on-the-water")},
		Cautions: []Caution{keyOut, propClear, {"hands-out", "Hands out of the linkage while anyone is at the helm."}}, Steps: walk("Set the eye to the pin", "All positions", "On the water")}
}

func sternDriveShift() Sheet {
	s := outboardShift()
	s.Commands, s.Applies = "Selects forward, neutral and reverse at the drive's dogs.", Effectivity{Unit: "drive"}
	s.Line = Line{Control: "helm", Positions: positions("forward", "neutral", "reverse"), Anchor: "shift bracket", Works: "shift plate"}
	s.States = []State{{"dogs-home", "dogs home", "Turn the propeller by hand until the dogs drop in and it stops."}, {"inner-pushed", "inner pushed", "Push the inner toward the drive until it is solid, and hold it there."}}
	s.Adjusters = []Adjuster{turned("barrel", "barrel", "barrel", "the drive", "away from the eye", "toward the eye")}
	s.Points = []Point{point("barrel-to-eye", "barrel to eye", "barrel centre to eye centre", quantity.Length, "forward", "caliper", "dogs-home", "inner-pushed"), point("barrel-threads", "threads in the barrel", "full turns of thread held by the barrel", quantity.Count, "", "eye")}
	s.Checks = []Check{check("neutral-free", "neutral", "Neutral: does the propeller turn freely both ways?", "neutral", "turns free", "drags or clicks", "The length stands off the middle of the neutral gap."), check("forward-locks", "forward", "Forward: does the propeller lock?", "forward", "locks", "slips", "The dogs are not home."), check("reverse-locks", "reverse", "Reverse: does the propeller lock?", "reverse", "locks", "slips", "The dogs are not home."), s.Checks[1]}
	s.Influence, s.Voids = []Influence{{"barrel", "barrel-to-eye", 0}}, []Void{void("barrel", "barrel-to-eye", "neutral-free", "forward-locks", "reverse-locks", "on-the-water")}
	s.Temporary = []Temporary{{"propeller-chock", "propeller chock", "nobody turns it while hands are in the linkage"}}
	s.Steps = walk("Set the length", "Neutral, forward, reverse", "On the water")
	return s
}

func enginePushPull() Sheet {
	return Sheet{Commands: "Moves the engine's arm from the knob.", Applies: Effectivity{Unit: "aeroplane"},
		Line:      Line{Control: "knob", Positions: positions("in", "cushion", "out"), Anchor: "firewall", Works: "engine arm"},
		States:    []State{{"engine-cold", "engine cold", "The engine is cold and the magnetos are off."}, {"friction-off", "friction lock off", "The friction lock is slack."}},
		Adjusters: []Adjuster{turned("rod-end", "rod end", "clevis", "the engine", "off the thread", "up the thread")},
		Points:    []Point{point("cushion", "cushion at the knob", "the knob's nut to the panel, the arm on its stop", quantity.Length, "in", "caliper", "engine-cold", "friction-off"), point("knob-force", "force at the knob", "pull to start it moving", quantity.Force, "cushion", "pull scale", "friction-off")},
		Checks:    []Check{check("both-stops", "both stops", "Does the arm touch both of its stops before the knob does?", "in", "touches both", "the knob stops first", "The rod end stands wrong, or the routing steals stroke."), loaded("run-up", "run-up", "Does the engine answer over the whole stroke?", "answers", "dead turns", "Lost motion in the routing: cure it before the setting.", "air temperature")},
		Influence: []Influence{{"rod-end", "cushion", 0}}, Voids: []Void{void("rod-end", "cushion", "both-stops", "run-up")}, Cautions: []Caution{keyOut, propClear, secondLook}, Steps: walk("Set the cushion", "Both stops", "Run-up")}
}

func flapFollowUp() Sheet {
	return Sheet{Commands: "Lets the motor drive the flaps until they stand where the lever asks.", Applies: Effectivity{Unit: "aeroplane"},
		Line:      Line{Control: "flap lever", Positions: positions("up", "10", "20", "full"), Anchor: "switch plate", Works: "flaps"},
		States:    []State{{"power-on", "ground power on", "The bus reads its voltage; the motor runs at its speed."}, {"zeroed", "protractor zeroed", "The protractor was zeroed on the flap, faired."}},
		Adjusters: []Adjuster{turned("follow-rod", "follow-up clevis", "clevis", "the cabin", "off the thread", "up the thread"), slid("switch-gap", "switch plate", "cam", "turn", "the cabin", "wider", "closer")},
		Points:    []Point{point("angle-10", "angle at 10", "flap chord to its faired position", quantity.Angle, "10", "protractor", "power-on", "zeroed"), point("angle-full", "angle at full", "flap chord to its faired position", quantity.Angle, "full", "protractor", "power-on", "zeroed")},
		Checks:    []Check{check("no-hunting", "no hunting", "At every detent: does it come to rest?", "10", "comes to rest", "hunts", "The switch gaps are closer than the surface coasts."), check("both-sides", "both sides", "Are both flaps alike at full?", "full", "alike", "one hangs", "Match the other side to the driven one.")},
		Influence: []Influence{{"follow-rod", "angle-10", 0}, {"follow-rod", "angle-full", 0}, {"switch-gap", "angle-10", 0}}, Voids: []Void{void("follow-rod", "angle-10", "angle-full", "no-hunting", "both-sides"), void("switch-gap", "angle-10", "no-hunting")},
		Cautions: []Caution{{"flap-clear", "Everybody clear of the flaps: the motor does not feel a hand."}, secondLook}, Steps: walk("Zero, detents, switches", "Every detent, both sides", "In the air")}
}

func flightControlLoop() Sheet {
	return Sheet{Commands: "Moves the control surface both ways from the yoke.", Applies: Effectivity{Unit: "aeroplane"},
		Line:      Line{Control: "yoke", Positions: positions("left", "neutral", "right"), Anchor: "centre pulleys", Works: "bellcranks"},
		States:    []State{{"yoke-pinned", "yoke pinned", "The rigging pin holds the yoke in neutral."}, {"surface-fair", "surface fair", "The surface stands in line with the tip."}, {"temperature-read", "temperature read", "The air at the cable was read, in the shade, after an hour."}},
		Adjusters: []Adjuster{turned("left", "left turnbuckle", "turnbuckle", "the tail", "barrel off both threads", "barrel up both threads"), turned("right", "right turnbuckle", "turnbuckle", "the tail", "barrel off both threads", "barrel up both threads")},
		Points:    []Point{point("tension", "cable tension", "between the pulleys, away from fittings", quantity.Force, "neutral", "tension gauge", "yoke-pinned", "temperature-read"), point("surface-neutral", "surface against neutral", "trailing edge to the tip", quantity.Angle, "neutral", "protractor", "yoke-pinned", "surface-fair"), point("travel-up", "travel up", "surface to its up stop", quantity.Angle, "left", "protractor")},
		Checks:    []Check{check("sense", "sense", "Yoke left: does the left surface rise?", "left", "rises", "falls", "The cables are crossed: stop, and undo."), check("safetied", "safetied", "Are all barrels safetied and no threads showing?", "neutral", "all of them", "one is not", "Too few threads, or the wire is missing."), loaded("in-flight", "in the air", "Hands off in smooth air: does it hold?", "holds", "rolls off", "Share the offset between the two sides.", "speed", "smooth air")},
		Influence: []Influence{{"left", "tension", 0}, {"right", "tension", 0}, {"left", "surface-neutral", 0}, {"right", "surface-neutral", 0}}, Voids: []Void{void("left", "tension", "surface-neutral", "travel-up", "sense", "safetied", "in-flight"), void("right", "tension", "surface-neutral", "travel-up", "sense", "safetied", "in-flight")},
		Temporary: []Temporary{{"rigging-pin", "rigging pin with its flag", "it holds the yoke in neutral"}, {"control-lock", "control lock on the surface", "it holds the surface fair"}}, Cautions: []Caution{propClear, secondLook, {"sense-always", "After any disconnection the sense is checked by somebody else."}},
		Forbidden: []Forbidden{{"Proving tension with the pins still in at a stop.", "The pulleys take it and the gauge shows a lie."}}, Steps: walk("Neutral, tension, travel", "Sense and safety", "In the air")}
}

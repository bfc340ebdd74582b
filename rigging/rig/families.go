package rig

// families in the order of the crafts they serve.
var families = []family{
	of[throttleGeometry, throttleCondition, throttleAt]("throttle-cruise", throttleCruise),
	of[kickdownGeometry, kickdownCondition, kickdownAt]("kickdown", kickdown),
	of[clutchGeometry, clutchCondition, clutchAt]("clutch", clutch),
	of[brakeGeometry, brakeCondition, nowhere]("parking-brake", parkingBrake),
	of[gateGeometry, gateCondition, nowhere]("gear-gate", gearGate),
	of[trailerGeometry, trailerCondition, nowhere]("trailer-overrun", trailerOverrun),
	of[outboardGeometry, outboardCondition, outboardAt]("outboard-shift", outboardShift),
	of[sternGeometry, sternCondition, sternAt]("stern-drive-shift", sternDriveShift),
	of[pushPullGeometry, pushPullCondition, pushPullAt]("engine-push-pull", enginePushPull),
	of[flapGeometry, flapCondition, flapAt]("flap-follow-up", flapFollowUp),
	of[loopGeometry, loopCondition, loopAt]("flight-control-loop", flightControlLoop),
}

// nowhere is for families whose answers do not depend on where the control stands.
type nowhere struct{}

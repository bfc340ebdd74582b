package rig

// families in the order of the crafts they serve.
var families = []family{
	of[ThrottleGeometry, throttleCondition, ThrottleAt]("throttle-cruise", throttleCruise),
	of[KickdownGeometry, kickdownCondition, KickdownAt]("kickdown", kickdown),
	of[ClutchGeometry, clutchCondition, ClutchAt]("clutch", clutch),
	of[BrakeGeometry, brakeCondition, Nowhere]("parking-brake", parkingBrake),
	of[GateGeometry, gateCondition, Nowhere]("gear-gate", gearGate),
	of[TrailerGeometry, trailerCondition, Nowhere]("trailer-overrun", trailerOverrun),
	of[OutboardGeometry, outboardCondition, OutboardAt]("outboard-shift", outboardShift),
	of[SternGeometry, sternCondition, SternAt]("stern-drive-shift", sternDriveShift),
	of[PushPullGeometry, pushPullCondition, PushPullAt]("engine-push-pull", enginePushPull),
	of[FlapGeometry, flapCondition, FlapAt]("flap-follow-up", flapFollowUp),
	of[LoopGeometry, loopCondition, LoopAt]("flight-control-loop", flightControlLoop),
}

// Nowhere is for families whose answers do not depend on where the control stands.
type Nowhere struct{}

package rig

// Reading is the name of what a gauge can read on a rig. What there is at each of several places is named with the
// place: see Of.
type Reading string

// Sense is the name of what hand, eye or ear tells.
type Sense string

// Turned is the name of an adjuster.
type Turned string

// Swept is the name of what is shown along a travel.
type Swept string

// Of is the reading at one of several places: of a side, a wheel, a plane, a detent.
func (r Reading) Of(place string) Reading { return r + "." + Reading(place) }

// Of is the sense at one of several places.
func (s Sense) Of(place string) Sense { return s + "." + Sense(place) }

// Of is the adjuster at one of several places.
func (t Turned) Of(place string) Turned { return t + "." + Turned(place) }

// What is read, by family.
const (
	// Throttle with cruise.
	PedalSlack  Reading = "pedal_slack"
	CruiseSlack Reading = "cruise_slack"
	Cam         Reading = "cam"
	CamRest     Reading = "cam_rest"
	CamFull     Reading = "cam_full"
	CamServo    Reading = "cam_servo"

	// Kickdown.
	IdleSlack       Reading = "idle_slack"
	IdlePull        Reading = "idle_pull"
	Draw            Reading = "draw"
	Valve           Reading = "valve"
	FullValve       Reading = "full_valve"
	ThrottleReached Reading = "throttle_reached"
	Pointer         Reading = "pointer"

	// Clutch.
	PedalFree     Reading = "pedal_free"
	CableGap      Reading = "cable_gap"
	BearingFree   Reading = "bearing_free"
	ReleaseMargin Reading = "release_margin"
	BiteHeight    Reading = "bite_height"
	Force         Reading = "force"

	// Parking brake.
	Notches    Reading = "notches"
	CableSlack Reading = "cable_slack"
	BrakeForce Reading = "brake_force"
	Clearance  Reading = "clearance"

	// Gear gate.
	GapLeft   Reading = "gap.left"
	GapRight  Reading = "gap.right"
	PlayLeft  Reading = "play.left"
	PlayRight Reading = "play.right"
	Reach     Reading = "reach"

	// Trailer overrun.
	RodPlay       Reading = "rod_play"
	CouplerTravel Reading = "coupler_travel"
	LeverAngle    Reading = "lever_angle"

	// Outboard shift.
	EyeToPin      Reading = "eye_to_pin"
	Arm           Reading = "arm"
	HelmThreads   Reading = "helm_threads"
	EngineThreads Reading = "engine_threads"

	// Stern drive shift.
	BarrelToEye   Reading = "barrel_to_eye"
	Inner         Reading = "inner"
	Threads       Reading = "threads"
	UpperGap      Reading = "upper_gap"
	Stroke        Reading = "stroke"
	SwitchForward Reading = "switch_forward"
	SwitchReverse Reading = "switch_reverse"

	// Engine push-pull.
	DeadTravel Reading = "dead_travel"
	DeadTurns  Reading = "dead_turns"
	CushionIn  Reading = "cushion_in"
	CushionOut Reading = "cushion_out"

	// Flap follow-up.
	Angle   Reading = "angle"
	Other   Reading = "other"
	Home    Reading = "home"
	GapUp   Reading = "gap_up"
	GapDown Reading = "gap_down"

	PanelThreads Reading = "panel_threads"
	WingThreads  Reading = "wing_threads"

	// Flight control loop.
	Tension    Reading = "tension"
	Bellcrank  Reading = "bellcrank"
	FlapEdge   Reading = "flap_edge"
	TipEdge    Reading = "tip_edge"
	MeanEdge   Reading = "mean_edge"
	TravelUp   Reading = "travel_up"
	TravelDown Reading = "travel_down"
	Roll       Reading = "roll"
)

// What is felt, seen and heard, by family.
const (
	// Throttle with cruise.
	FeltRestSwitch   Sense = "rest_switch"
	FeltIdle         Sense = "idle"
	FeltFullThrottle Sense = "full_throttle"
	FeltServoFull    Sense = "servo_full"

	// Kickdown.
	FeltKickdown   Sense = "kickdown"
	FeltFromPedal  Sense = "from_pedal"
	FeltResistance Sense = "resistance"
	FeltBump       Sense = "bump"
	FeltShifts     Sense = "shifts"

	// Clutch.
	FeltBearing Sense = "bearing"
	FeltRelease Sense = "release"
	FeltGrip    Sense = "grip"
	FeltPedal   Sense = "pedal"

	// Parking brake.
	FeltDrag          Sense = "drag"
	FeltHoldsForward  Sense = "holds.forward"
	FeltHoldsBackward Sense = "holds.backward"

	// Gear gate.
	FeltCentre Sense = "centre"
	FeltPlane  Sense = "plane"

	// Trailer overrun.
	FeltLever   Sense = "lever"
	FeltStop    Sense = "stop"
	FeltReverse Sense = "reverse"

	// Outboard shift.
	FeltForward Sense = "forward"
	FeltWater   Sense = "water"
	FeltNeutral Sense = "neutral"
	FeltThreads Sense = "threads"

	// Stern drive shift.
	FeltCutOut Sense = "cut_out"

	// Engine push-pull.
	FeltStops   Sense = "stops"
	FeltStays   Sense = "stays"
	FeltFailsTo Sense = "fails_to"
	FeltAnswers Sense = "answers"

	// Flap follow-up.
	FeltRest      Sense = "rest"
	FeltHome      Sense = "home"
	FeltLimitUp   Sense = "limit_up"
	FeltLimitDown Sense = "limit_down"
	FeltSides     Sense = "sides"

	// Flight control loop.
	FeltSense    Sense = "sense"
	FeltHandsOff Sense = "hands_off"
)

// What is turned, by family.
const (
	// Throttle with cruise.
	SetPedalNuts  Turned = "pedal_nuts"
	SetCruiseNuts Turned = "cruise_nuts"

	// Kickdown.
	SetSlider Turned = "slider"

	// Clutch.
	SetAdjuster Turned = "adjuster"
	SetHook     Turned = "hook"

	// Parking brake.
	SetStar      Turned = "star"
	SetTensioner Turned = "tensioner"
	SetEqualiser Turned = "equaliser"

	// Gear gate.
	SetStop  Turned = "stop"
	SetScrew Turned = "screw"

	// Trailer overrun.
	SetWheel  Turned = "wheel"
	SetRodNut Turned = "rod_nut"

	// Outboard shift.
	SetHelmEnd   Turned = "helm_end"
	SetEngineEnd Turned = "engine_end"

	// Stern drive shift.
	SetLower     Turned = "lower"
	SetUpper     Turned = "upper"
	SetSlot      Turned = "slot"
	SetSwitchCam Turned = "switch_cam"

	// Engine push-pull.
	SetRodEnd Turned = "rod_end"

	// Flap follow-up.
	SetFollowRod  Turned = "follow_rod"
	SetSwitchUp   Turned = "switch_up"
	SetSwitchDown Turned = "switch_down"
	SetLimitUp    Turned = "limit_up"
	SetLimitDown  Turned = "limit_down"
	SetOtherRod   Turned = "other_rod"
	SetFollowWing Turned = "follow_wing"

	// Flight control loop.
	SetDirectLeft  Turned = "direct_left"
	SetDirectRight Turned = "direct_right"
	SetCrossover   Turned = "crossover"
	SetRodLeft     Turned = "rod_left"
	SetRodRight    Turned = "rod_right"
)

// What is shown along a travel, by family.
const (
	// Throttle with cruise.
	SweptByThePedal Swept = "by the pedal"
	SweptByTheServo Swept = "by the servo"

	// Kickdown.
	SweptValve Swept = "valve"

	// Clutch.
	SweptBearing Swept = "bearing"

	// Parking brake.
	SweptForce Swept = "force"

	// Gear gate.
	SweptLeft  Swept = "left"
	SweptRight Swept = "right"

	// Trailer overrun.
	SweptPlayAndClearance Swept = "play and clearance"

	// Outboard shift.
	SweptArm Swept = "arm"

	// Stern drive shift.
	SweptPlate Swept = "plate"

	// Engine push-pull.
	SweptPushed Swept = "pushed"
	SweptPulled Swept = "pulled"

	// Flap follow-up.
	SweptGoingDown Swept = "going down"
	SweptGoingUp   Swept = "going up"
	SweptFromUp    Swept = "from up"
	SweptFromDown  Swept = "from down"

	// Flight control loop.
	SweptTension Swept = "tension"
)

package sheet

// Closed lists of the format: whoever switches over one of them can name them all, and the published schemas do.

// Craft is a kind of machine.
type Craft string

// The kinds of machine.
const (
	Car      Craft = "car"
	Trailer  Craft = "trailer"
	Boat     Craft = "boat"
	Aircraft Craft = "aircraft"
)

// Crafts are all of them.
var Crafts = []Craft{Car, Trailer, Boat, Aircraft}

// Words lists the kinds of machine.
func (Craft) Words() []string { return wordsOf(Crafts) }

// AdjusterKind is a kind of adjuster.
type AdjusterKind string

// The kinds of adjuster; only those that turn on a thread have a pitch.
const (
	Barrel     AdjusterKind = "barrel"
	Clevis     AdjusterKind = "clevis"
	Turnbuckle AdjusterKind = "turnbuckle"
	JamNuts    AdjusterKind = "jam nuts"
	Slider     AdjusterKind = "slider"
	StarWheel  AdjusterKind = "star wheel"
	Wedge      AdjusterKind = "wedge"
	Knob       AdjusterKind = "knob"
	Quadrant   AdjusterKind = "quadrant"
	SetScrew   AdjusterKind = "set screw"
	Cam        AdjusterKind = "cam"
	SlotPin    AdjusterKind = "slot pin"
	Spring     AdjusterKind = "spring"
	Automatic  AdjusterKind = "automatic"
)

// AdjusterKinds are all of them.
var AdjusterKinds = []AdjusterKind{Barrel, Clevis, Turnbuckle, JamNuts, Slider, StarWheel, Wedge, Knob, Quadrant, SetScrew, Cam, SlotPin,
	Spring, Automatic}

// Words lists the kinds of adjuster.
func (AdjusterKind) Words() []string { return wordsOf(AdjusterKinds) }

// CheckKind is what a check is proved by.
type CheckKind string

// The kinds of check. A condition is looked at before anything is turned: fluid, a split boot, an inner that drags.
const (
	CheckFunction  CheckKind = "function"
	CheckSense     CheckKind = "sense"
	CheckCondition CheckKind = "condition"
)

// Words lists the kinds of check.
func (CheckKind) Words() []string {
	return wordsOf([]CheckKind{CheckFunction, CheckSense, CheckCondition})
}

// Noticed is how what a check asks for is noticed.
type Noticed string

// The ways to notice; the zero value says nothing of it.
const (
	ByEar  Noticed = "heard"
	ByHand Noticed = "felt"
	ByEye  Noticed = "seen"
)

// Words lists the ways to notice.
func (Noticed) Words() []string { return wordsOf([]Noticed{ByEar, ByHand, ByEye}) }

// Asks is what somebody does who is to notice it so.
func (n Noticed) Asks() string {
	return map[Noticed]string{ByEar: "Listen for it.", ByHand: "Feel for it.", ByEye: "Look for it."}[n]
}

// StepKind is what a step of the work is for.
type StepKind string

// The kinds of step, in the usual order of the work; StepSetting is a setting with all its phases.
const (
	StepComplaint StepKind = "complaint"
	StepIdentify  StepKind = "identify"
	StepStands    StepKind = "stands" // how it stands as it came
	StepWorn      StepKind = "worn"
	StepFound     StepKind = "found"
	StepSet       StepKind = "set"
	StepSettle    StepKind = "settle"
	StepLock      StepKind = "lock"
	StepRestore   StepKind = "restore" // everything at rest
	StepFunctions StepKind = "functions"
	StepAgain     StepKind = "again"
	StepLoaded    StepKind = "loaded"
	StepSign      StepKind = "sign"
	StepSetting   StepKind = "setting"
	StepInspect   StepKind = "inspect"
	StepPart      StepKind = "part" // an old part out and a new one in: of a run, on no sheet
)

// StepKinds are all of them.
var StepKinds = []StepKind{StepComplaint, StepIdentify, StepStands, StepWorn, StepFound, StepSet, StepSettle, StepLock, StepRestore,
	StepFunctions, StepAgain, StepLoaded, StepSign, StepSetting, StepInspect, StepPart}

// Words lists the kinds of step.
func (StepKind) Words() []string { return wordsOf(StepKinds) }

func wordsOf[T ~string](list []T) (out []string) {
	for _, w := range list {
		out = append(out, string(w))
	}
	return out
}

// Method is a way to set something; methodFields says what each asks for.
type Method string

// The methods.
const (
	MethodMeasured  Method = "measured"
	MethodFelt      Method = "felt"
	MethodBackedOff Method = "locked, then backed off"
	MethodSelfSet   Method = "self-set"
	MethodCounted   Method = "counted"
	MethodChosen    Method = "chosen"
	MethodLockedOut Method = "locked out"
)

// Methods are all of them.
var Methods = []Method{MethodMeasured, MethodFelt, MethodBackedOff, MethodSelfSet, MethodCounted, MethodChosen, MethodLockedOut}

// Words lists the methods.
func (Method) Words() []string { return wordsOf(Methods) }

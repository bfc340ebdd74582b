package bench

// sentences in the order they are shown: reading, then setting, then parts, then
// whole mechanisms.
var sentences = []Sentence{
	measure, fraction, reading, datum, lostMotion,
	adjuster.leads(rigOf(adjusterSheet)), twoEnds.leads(rigOf(twoEndsSheet)), window, bracket, response, coupled,
	conduit, cableOrder, spring, tension, trend,
	clutch, kickdown, parkingBrake, centreStop, slotPin, followUp, hunting,
}

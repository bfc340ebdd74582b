package bench

import "brankel/rigging/run/tell"

// Drawing is the numbers of a picture that follows the sentence; a screen draws
// what is there. Lengths are in mm, angles in degrees, forces in N.
type Drawing struct {
	Rules   []tell.Rule `json:"rules,omitempty"`
	Threads []Thread    `json:"threads,omitempty"`
	Scale   *Scale      `json:"scale,omitempty"`
	Plot    *Plot       `json:"plot,omitempty"`
	Conduit *Conduit    `json:"conduit,omitempty"`
	Coils   []Coil      `json:"coils,omitempty"`
	Trips   *Trips      `json:"trips,omitempty"`
	Tries   *tell.Tries `json:"tries,omitempty"`
	Bars    []Bar       `json:"bars,omitempty"`
	Edges   *Edges      `json:"edges,omitempty"`
	Gaps    *Gaps       `json:"gaps,omitempty"`
	Slot    *Slot       `json:"slot,omitempty"`
}

// Thread is a threaded piece with its budget, in threads.
type Thread struct {
	Name    string  `json:"name"`
	Now     float64 `json:"now"`
	After   float64 `json:"after"`
	Min     float64 `json:"min"`
	Max     float64 `json:"max"`
	Turn    string  `json:"turn"` // such as 2½ turns out, "" for none
	NowSay  string  `json:"now_say"`
	LeftSay string  `json:"left_say"`
}

// Scale is one value on two scales, such as mm and inches; Ghost is where the
// value would be without rounding.
type Scale struct {
	At    float64 `json:"at"` // on the first
	Ghost float64 `json:"ghost"`
	Label string  `json:"label"`
	First Ticks   `json:"first"`
	Other *Ticks  `json:"other,omitempty"`
}

// Ticks is one edge of a scale.
type Ticks struct {
	Unit  string  `json:"unit"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Tick  float64 `json:"tick"`
	Every int     `json:"every"` // ticks with a number
}

// Plot is values over one axis, and points beside them.
type Plot struct {
	X      string    `json:"x"`
	Y      string    `json:"y"`
	At     []float64 `json:"at"`
	Series []Series  `json:"series"`
}

// Series has a value for each place of the axis, null where it says nothing.
type Series struct {
	Name   string     `json:"name"`
	Look   string     `json:"look"` // line, ghost, limit, points
	Values []*float64 `json:"values"`
}

// Conduit is a routing with the core lying slack in it.
type Conduit struct {
	Pieces []Piece `json:"pieces"`
	Slack  float64 `json:"slack"`
}

// Piece is straight (Bend 0) or a bend.
type Piece struct {
	Length float64 `json:"length"`
	Bend   float64 `json:"bend"`
	Radius float64 `json:"radius"`
	Tight  bool    `json:"tight"`
}

// Coil is a spring at both ends of the stroke.
type Coil struct {
	Kind      string  `json:"kind"`
	Rest      float64 `json:"rest"`
	Full      float64 `json:"full"`
	Longest   float64 `json:"longest"` // of all, for one scale
	ForceRest float64 `json:"force_rest"`
	ForceFull float64 `json:"force_full"`
	OK        bool    `json:"ok"`
	Best      bool    `json:"best"`
	Why       string  `json:"why"`
}

// Trips is where the two switches operate about the lever's command, and where
// the surface comes to rest.
type Trips struct {
	Extend         float64  `json:"extend"`
	Retract        float64  `json:"retract"`
	Differential   float64  `json:"differential"`
	Coast          float64  `json:"coast"`
	Tolerance      float64  `json:"tolerance"`
	Hunts          bool     `json:"hunts"`
	RestExtending  *float64 `json:"rest_extending,omitempty"`
	RestRetracting *float64 `json:"rest_retracting,omitempty"`
}

// Bar is one amount beside others.
type Bar struct {
	Name string  `json:"name"`
	At   float64 `json:"at"`
	Say  string  `json:"say"`
	Look string  `json:"look"` // now, should, good, bad
}

// Edges is a length between two parts and where it was taken.
type Edges struct {
	Measured float64 `json:"measured"`
	Centres  float64 `json:"centres"`
	From     Edge    `json:"from"`
	To       Edge    `json:"to"`
}

// Edge is one part.
type Edge struct {
	At   string  `json:"at"`
	Size float64 `json:"size"`
}

// Gaps is a centring stop between its two gaps.
type Gaps struct {
	Left   float64 `json:"left"`
	Right  float64 `json:"right"`
	Shift  float64 `json:"shift"`
	Toward string  `json:"toward"`
}

// Slot is a pin in an angled slot.
type Slot struct {
	Angle float64 `json:"angle"`
	Shift float64 `json:"shift"`
	Left  float64 `json:"left"`
	Gain  float64 `json:"gain"`
}

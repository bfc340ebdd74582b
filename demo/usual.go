package demo

// usual are the sheets whose proportions are usual for their family, by the family's id.
var usual = map[string]string{
	"throttle-cruise":     "411",
	"kickdown":            "401",
	"clutch":              "301",
	"parking-brake":       "501",
	"gear-gate":           "511",
	"trailer-overrun":     "601",
	"outboard-shift":      "201",
	"stern-drive-shift":   "136",
	"engine-push-pull":    "701",
	"flap-follow-up":      "711",
	"flight-control-loop": "721",
}

// Usual is a sheet with proportions that are usual for a family, in the open format, to try
// settings on where no sheet of one's own is at hand; ok is false for an unknown family.
func Usual(family string) (raw []byte, ok bool) {
	raw, err := Files.ReadFile("sheets/" + usual[family] + ".json")
	return raw, err == nil
}

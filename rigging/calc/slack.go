package calc

// slack is how far a value may lie over a limit and still count as on it;
// tie is the difference below which two settings are equally good.
const (
	slack = 1e-9
	tie   = 1e-6
)

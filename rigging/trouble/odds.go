package trouble

import "math"

// OddsLine is how usual a cause is by Brankel and by the signed runs of the workshop.
type OddsLine struct {
	Cause   string  `json:"cause"`
	Says    string  `json:"says"`
	Usual   float64 `json:"usual"`           // by Brankel, 1 rare to 5 common
	Counted int     `json:"counted"`         // signed runs
	Shop    float64 `json:"shop"`            // by the workshop's own count
	Wrong   string  `json:"wrong,omitempty"` // what the count proved wrong, in words
}

// How much Brankel's word weighs against counted runs, from how many on it may be proved wrong, and
// how unlikely a count must be under it.
const (
	wordWeighs = 10.0
	leastRuns  = 8
	unlikely   = 0.025
)

// AgainstCount holds how usual causes are said to be against what signed runs were found to be. The
// workshop's own is Brankel's word counted as ten runs, and its runs beside it; a word is proved wrong
// when so many runs, or so few, would be seen in fewer than one of forty workshops (the tails of the
// binomial distribution).
func (b *Finder) AgainstCount(counted map[string]int) []OddsLine {
	words, runs := 0.0, 0
	for _, c := range b.causes {
		words, runs = words+c.Usual, runs+counted[c.ID]
	}
	out := []OddsLine{}
	for _, c := range b.causes {
		k, p := counted[c.ID], c.Usual/words
		l := OddsLine{Cause: c.ID, Says: c.Says, Usual: c.Usual, Counted: k}
		l.Shop = words * (float64(k) + wordWeighs*p) / (float64(runs) + wordWeighs)
		switch {
		case runs < leastRuns:
		case 1-below(k, runs, p) < unlikely:
			l.Wrong = "more usual here than said"
		case below(k+1, runs, p) < unlikely:
			l.Wrong = "less usual here than said"
		}
		out = append(out, l)
	}
	return out
}

// below is the chance of fewer than k of n, each with chance p.
func below(k, n int, p float64) (sum float64) {
	for i := range k {
		a, _ := math.Lgamma(float64(n + 1))
		b, _ := math.Lgamma(float64(i + 1))
		c, _ := math.Lgamma(float64(n - i + 1))
		sum += math.Exp(a - b - c + float64(i)*math.Log(p) + float64(n-i)*math.Log(1-p))
	}
	return sum
}

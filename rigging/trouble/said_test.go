package trouble_test

import (
	"fmt"
	"strings"
	"testing"

	"brankel/internal/golden"
	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// Nothing is ranked or said otherwise than it was without anybody having read it: go test ./rigging/trouble -update writes
// what is said anew, and what changed is in the diff. In each family every symptom begins a path with something known of
// the machine, and three tests are answered, each time with the next of its words.
func TestWhatIsSaidOfTroubleIsSaidAsItWas(t *testing.T) {
	for _, family := range rig.Families() {
		b := bench(t, family)
		var out strings.Builder
		for i, s := range b.List().Symptoms {
			known := trouble.Histories[i%len(trouble.Histories)].ID
			q := trouble.Question{Said: []string{s.ID}, History: map[string]bool{known: true}}
			fmt.Fprintf(&out, "== %s, %s\n", s.ID, known)
			for step := range 4 {
				a, err := b.Ask(q, trouble.Odds{})
				if err != nil {
					fmt.Fprintf(&out, "%s\n", err)
					break
				}
				tellAnswer(&out, a)
				if a.Next == nil {
					break
				}
				given := trouble.Given{Test: a.Next.Test}
				if w := a.Next.Window; w != nil {
					v := []float64{w.Low, w.High + (w.High-w.Low)/2, w.Low - 2*w.Doubt}[(i+step)%3]
					given.Value = &v
				} else {
					given.Answer = a.Next.Answers[(i+step)%len(a.Next.Answers)].ID
				}
				q.Answers = append(q.Answers, given)
			}
		}
		counted := map[string]int{}
		for i, c := range b.List().Causes {
			counted[c.ID] = i * i % 17
		}
		for _, l := range b.AgainstCount(counted) {
			fmt.Fprintf(&out, "odds %+v\n", l)
		}
		golden.Same(t, family, out.String())
	}
}

func tellAnswer(out *strings.Builder, a trouble.Answer) {
	for _, c := range a.Causes[:min(len(a.Causes), 4)] {
		fmt.Fprintf(out, "%s %.3f %s %q %q, %s %s %g %s %s\n", c.ID, c.Share, c.Place, c.Why, c.Also, c.End.Do, c.End.Name, c.End.Turns, c.End.Way, c.End.Says)
	}
	var first []string
	for _, e := range a.Exclude {
		first = append(first, e.ID+" "+e.Why+" "+e.Test)
	}
	fmt.Fprintf(out, "out %d, exclude %q, moved %v, aside %v, known %q, pairs %v, done %q\n", len(a.RuledOut), first, a.Moved, a.Aside, a.Known,
		a.Pairs, a.Done)
	if n := a.Next; n != nil {
		fmt.Fprintf(out, "next %s: %s %s, %s %v\n", n.Test, n.Asks, n.How, n.Takes, n.Places)
		if w := n.Window; w != nil {
			fmt.Fprintf(out, "window %.2f to %.2f %s ± %.2f\n", w.Low, w.High, w.Unit, w.Doubt)
		}
	}
}

package trouble

import "brankel/rigging/fault"

// Shown is what a cause of one size shows on this rig by the model: of every test the chance of
// each answer, in the order of its answers, and of every symptom the chance that it shows. It is
// what a trial or a hidden fault asks.
type Shown struct {
	Tests    map[string][]float64
	Symptoms map[string]float64
}

// Shown puts a cause into the rig at a size from 0, its least, to 1, its greatest. The error is a
// *fault.Fault.
func (b *Finder) Shown(id string, size float64) (out Shown, err error) {
	for _, c := range b.causes {
		if c.ID != id {
			continue
		}
		r, _, err := b.changed(c, size)
		if err != nil {
			return out, err
		}
		m, err := r.Model()
		if err != nil {
			return out, err
		}
		one := cause{Cause: c.Cause}
		if err := b.layAt(&one, 0, m); err != nil {
			return out, err
		}
		out = Shown{Tests: map[string][]float64{}, Symptoms: map[string]float64{}}
		for _, t := range b.tests {
			out.Tests[t.ID] = one.exact[0][t.column : t.column+len(t.answers)]
		}
		for _, s := range b.felt {
			out.Symptoms[s.ID] = s.in(one.exact[0])
		}
		return out, nil
	}
	return out, fault.At("cause", "there is no cause %q on this rig", cutText(id))
}

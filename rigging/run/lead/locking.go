package lead

import (
	"fmt"

	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
)

// lockNext asks for the first that is loose, nil when nothing is.
func (run *Lead) lockNext(s *Setting) *Advice {
	for _, l := range run.LocksOf(s.Of) {
		if run.Fastened(s.Of, l) != nil {
			continue
		}
		say := spell.Upper(l.Lock.Says) + "."
		if len(run.LocksOf(s.Of)) > 1 && l.ID != "" {
			say = spell.Upper(l.Name) + ": " + l.Lock.Says + "."
		}
		a := Advice{Do: DoLock, Say: []Piece{Plain(say)}, Lock: &LockAsk{
			Setting:  s.Of.ID,
			Adjuster: l.ID,
			BackOff:  quantity.Turns(l.Lock.BackOffMin),
			Least:    quantity.Turns(l.Lock.BackOffMin),
			Most:     quantity.Turns(l.Lock.BackOffMax),
			Nut:      l.Lock.Nut,
			Pin:      l.Lock.Pin,
		}}
		if l.Lock.BackOffMax > 0 {
			a.More = append(a.More, fmt.Sprintf("Back the %s off between %s and %s of a turn.",
				l.Lock.Nut, quantity.Turns(l.Lock.BackOffMin), quantity.Turns(l.Lock.BackOffMax)))
		}
		for i, one := range l.Lock.Order {
			a.More = append(a.More, fmt.Sprintf("%d. %s", i+1, spell.Upper(one)))
		}
		if l.Lock.Torque != nil {
			a.More = append(a.More, quantity.Number(*l.Lock.Torque, 1)+" Nm.")
		}
		if l.Lock.Witness != "" {
			a.More = append(a.More, spell.Upper(l.Lock.Witness)+".")
		}
		return &a
	}
	return nil
}

package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/tell"
)

// words is what both pairs of hands do now, and whether the control is held.
func (r *rig) hands() string {
	e := tell.Show(r.led()).Ends
	out := e.Caller.Word + " / " + e.Reader.Word
	if e.Caller.Hold {
		out += " held: " + e.Caller.Says
	}
	return out
}

// From the complaint to the proof the caller is told when to hold, and to let go before anything
// is turned or locked.
func TestWhatEachPairOfHandsDoes(t *testing.T) {
	r := newRig(t)
	assert.Equal(t, "WAIT / WAIT", r.hands())
	r.safe("2207", "")
	assert.Equal(t, "HOLD / READ held: the helm in neutral", r.hands())
	r.lost("71.2 mm", "66.0 mm")
	assert.Equal(t, "HOLD / READ held: the helm in forward", r.hands())
	ends := tell.Show(r.led()).Ends
	assert.Equal(t, 2, ends.Pairs)
	assert.Equal(t, "helm and drive", ends.Where)
	assert.Equal(t, "lash the helm lever in forward", ends.Alone)
	assert.NotEmpty(t, ends.Risk)
	r.found("139.4 mm", "12½")
	assert.Equal(t, "RELEASE / TURN 3½ OUT", r.hands())
	r.turn("3½", "out")
	assert.Equal(t, "WORK 3× / WAIT", r.hands())
	r.settle()
	assert.Equal(t, "HOLD / READ held: the helm in forward", r.hands())
	r.length("142.9 mm")
	assert.Equal(t, "RELEASE / LOCK", r.hands())
	r.lockAndRead("143.1 mm")
	assert.Equal(t, "HOLD / TRY held: the helm in neutral", r.hands())
	r.proved()
	assert.Equal(t, "READY / SET UP held: bow line in hand, made fast as soon as it floats", r.hands())
}

// In every family, whenever something is read or tried in a stated position the caller holds it
// there, and nobody holds while something is turned.
func TestEveryFamilySharesItsWorkOut(t *testing.T) {
	held, turned := 0, 0
	for _, id := range []string{"114", "201", "301", "401", "411", "501", "511", "601", "701", "711", "721"} {
		f := follow(t, id)
		for range 60 { // without readings that fit one could turn for ever
			a := f.led().Advice()
			if a.Do == lead.DoSign || a.Do == lead.DoNothing {
				break
			}
			e := tell.Show(f.led()).Ends
			assert.NotEmpty(t, e.Caller.Word, "%s, %s", id, a.Do)
			assert.NotEmpty(t, e.Reader.Word, "%s, %s", id, a.Do)
			assert.NotEmpty(t, e.Caller.Says, "%s, %s", id, a.Do)
			assert.NotEmpty(t, e.Reader.Says, "%s, %s", id, a.Do)
			switch {
			case a.Do == lead.DoRead && a.Read.Position != "":
				held++
				assert.True(t, e.Caller.Hold, "%s, %s", id, a.Read.Name)
			case a.Do == lead.DoMove, a.Do == lead.DoLock:
				turned++
				assert.False(t, e.Caller.Hold, "%s, %s", id, a.Do)
				assert.Equal(t, "RELEASE", e.Caller.Word)
			}
			f.step(a)
		}
	}
	assert.Greater(t, held, 20)
	assert.Greater(t, turned, 20)
}

// Two share an act: who is at the control does what is done there, and neither begins before both are ready. Nobody is
// told to keep their hands off while the other end is told to work the control.
func TestTwoShareAnAct(t *testing.T) {
	ready, held, split, tried := 0, 0, 0, 0
	for _, id := range []string{"201", "301", "401", "501", "511", "601", "701", "711", "721"} {
		f := follow(t, id)
		if id == "701" { // too little at one stop, none at the other: it is tried by hand first
			f.reading = map[string]string{"cushion": "7", "cushion-out": "0"}
		}
		for range 80 {
			a := f.led().Advice()
			if a.Do == lead.DoSign || a.Do == lead.DoNothing {
				break
			}
			caller := tell.Show(f.led()).Ends.Caller
			switch a.Do {
			case lead.DoAction:
				one := f.led().Sheet.Action(a.Action.Action)
				assert.Equal(t, one.Control != "", caller.Ready, "%s: %s", id, one.Says)
				assert.Contains(t, caller.Says, one.Control)
				if caller.Ready {
					ready++
				}
			case lead.DoRead:
				for _, s := range a.Read.States {
					assert.Contains(t, caller.Says, s.Control, "%s: %s", id, a.Read.Name)
					if s.Control != "" {
						held++
						assert.True(t, caller.Hold)
					}
				}
			case lead.DoTrial:
				tried++
				assert.True(t, caller.Ready, id)
			case lead.DoSetUp:
				for _, c := range a.Stop.Changes {
					if c.Pairs != nil {
						split++
						ends := tell.Show(f.led()).Ends
						assert.Contains(t, ends.Caller.Says, c.Pairs.There)
						assert.Contains(t, ends.Reader.Says, c.Pairs.Here)
						assert.Equal(t, 2, ends.Pairs)
					}
				}
			}
			f.step(a)
		}
	}
	assert.Positive(t, ready)
	assert.Positive(t, held)
	assert.Positive(t, split)
	assert.Positive(t, tried)
}

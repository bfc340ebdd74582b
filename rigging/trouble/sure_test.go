package trouble_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// A value anywhere inside its limits says the same as "inside" and convicts nobody; the edge is good.
func TestAValueInsideItsWindowConvictsNobody(t *testing.T) {
	walked := 0
	for _, family := range rig.Families() {
		b := finderOf(t, family)
		for _, one := range b.List().Tests {
			if one.Low == nil || one.High == nil {
				continue
			}
			word, err := b.Ask(trouble.Question{Answers: []trouble.Given{{Test: one.ID, Answer: "inside"}}}, nil)
			require.NoError(t, err)
			for i := range 9 {
				v := *one.Low + (*one.High-*one.Low)*float64(i)/8
				a, err := b.Ask(trouble.Question{Answers: []trouble.Given{{Test: one.ID, Value: &v}}}, nil)
				require.NoError(t, err)
				require.Equal(t, len(word.Causes), len(a.Causes), "%s %s %g", family, one.ID, v)
				for k := range a.Causes {
					assert.Equal(t, word.Causes[k].ID, a.Causes[k].ID, "%s %s %g", family, one.ID, v)
					assert.InDelta(t, word.Causes[k].Share, a.Causes[k].Share, 1e-9)
				}
				assert.Less(t, a.Causes[0].Share, 0.5, "%s: %s at %g says nothing of anybody", family, one.ID, v)
				walked++
			}
		}
	}
	assert.Greater(t, walked, 250)
}

// What is only left over when all else was good is never certain: something that nobody wrote down here has its share.
func TestNothingIsCertainByElimination(t *testing.T) {
	left := 0
	for _, family := range rig.Families() {
		b := finderOf(t, family)
		list := b.List()
		for _, s := range list.Symptoms {
			q := trouble.Question{Said: []string{s.ID}}
			for _, one := range list.Tests { // everything that can be looked at is as on a good rig
				if one.Cost == nil {
					continue
				}
				right := one.Means[0].ID
				if one.Reading != "" {
					right = "inside"
				}
				q.Answers = append(q.Answers, trouble.Given{Test: one.ID, Answer: right})
				a, err := b.Ask(q, nil)
				require.NoError(t, err)
				require.NotEmpty(t, a.Causes, "no list is ever empty")
				assert.LessOrEqual(t, a.Causes[0].Share, 0.8+1e-9, "%s: %s stands at %.2f though no answer shows it", s.ID, a.Causes[0].ID, a.Causes[0].Share)
				assert.Positive(t, a.Unknown)
				left++
			}
		}
	}
	assert.Greater(t, left, 500)
}

// A cause whose own complaint speaks against it is refused: listed under what it shows at its greatest only, when many others
// show it always.
func TestACauseMustBeLikelierByItsOwnComplaint(t *testing.T) {
	of := func(by string) error {
		k, err := trouble.Read([]byte(`{"format": "brankel.trouble/1", "family": "clutch", "tests": [], "symptoms": [], "whens": [], "causes": [
			{"id": "nut-crept", "says": "the nut crept", "place": "adjuster", "kind": "setting", "usual": 1, "change": [{"setting": "adjuster", "by": ` + by + `}],
			 "under": ["clashes"], "end": {"do": "run", "adjuster": "adjuster", "why": "Set it and lock it."}}]}`))
		require.NoError(t, err)
		return trouble.Prove(usualOf(t, "clutch"), []*trouble.Knowledge{k})
	}
	require.NoError(t, of("[9.8, 14]"))
	assert.ErrorContains(t, of("[-2, 9.5]"), "less likely by \"clashes\", its own complaint")
}

// A tension is held against the window of its own air: what is right in the frost is slack in the heat.
func TestAReadingIsHeldAgainstTheChartAtItsAir(t *testing.T) {
	b := finderOf(t, "flight-control-loop")
	v := 118.0
	ask := func(at map[string]float64) (trouble.Answer, error) {
		return b.Ask(trouble.Question{Said: []string{"yoke-rocks"}, Answers: []trouble.Given{{Test: "tension", Value: &v}}, At: at}, nil)
	}
	for air, says := range map[float64]string{-5: "inside, 118 N", 20: "low, 118 N", 35: "low, 118 N"} {
		a, err := ask(map[string]float64{"air": air})
		require.NoError(t, err)
		assert.Contains(t, a.Known, "Tension of all three cables: "+says, "at %g °C", air)
	}
	for _, at := range []map[string]float64{{"air": 80}, {"wind": 3}} {
		_, err := ask(at)
		require.ErrorContains(t, err, "at.", "%v", at)
	}
	a, err := b.Ask(trouble.Question{Said: []string{"tension 118 N"}, At: map[string]float64{"air": -5}}, nil)
	require.NoError(t, err)
	assert.Contains(t, a.Known, "Tension of all three cables: inside, 118 N", "said in a sentence it is read in the same air")
	q := trouble.Question{Said: []string{"yoke-rocks"}, At: map[string]float64{"air": -5}}
	for {
		a, err := b.Ask(q, nil)
		require.NoError(t, err)
		require.NotNil(t, a.Next, "the tension is asked")
		if a.Next.Test == "tension" {
			assert.Equal(t, "air", a.Next.Window.At)
			assert.Less(t, a.Next.Window.High, 150.0, "the window shown is that of the air")
			return
		}
		q.Skipped = append(q.Skipped, a.Next.Test)
	}
}

func exclusions(a trouble.Answer) (out []*trouble.Next) {
	for i := range a.Exclude {
		out = append(out, &a.Exclude[i].Next)
	}
	return out
}

// A chart that does not reach the air the rig is meant in moves no window, and costs nobody the answer.
func TestAChartShortOfItsOwnAirIsNoError(t *testing.T) {
	s := usualOf(t, "flight-control-loop")
	for i := range s.Charts {
		s.Charts[i].Points = [][]float64{{25, 180}, {40, 200}}
	}
	b, err := trouble.On(s, nil)
	require.NoError(t, err)
	v := 120.0
	q := trouble.Question{Answers: []trouble.Given{{Test: "tension", Value: &v}}}
	_, err = b.Ask(q, nil)
	require.NoError(t, err)
	q.At = map[string]float64{"air": 30}
	_, err = b.Ask(q, nil)
	require.NoError(t, err)
}

// What must be excluded first stays so though two words speak against it, until the test that shows it was done.
func TestWordsRuleOutNothingThatCanHurt(t *testing.T) {
	b := finderOf(t, "flight-control-loop")
	q := trouble.Question{Said: []string{"wrong-way"}, Answers: []trouble.Given{{Test: "by-hand", Answer: "spot"},
		{Test: "strands", Answer: "broken"}}}
	a, err := b.Ask(q, nil)
	require.NoError(t, err)
	isRuled := func(r trouble.Ruled) bool { return r.ID == "crossed" }
	require.True(t, slices.ContainsFunc(a.RuledOut, isRuled), "%v", a.RuledOut)
	isCrossed := func(e trouble.Exclude) bool { return e.ID == "crossed" && e.Test == "sense" }
	assert.True(t, slices.ContainsFunc(a.Exclude, isCrossed), "%v", a.Exclude)
	q.Answers = append(q.Answers, trouble.Given{Test: "sense", Answer: "right"})
	a, err = b.Ask(q, nil)
	require.NoError(t, err)
	assert.False(t, slices.ContainsFunc(a.Exclude, func(e trouble.Exclude) bool { return e.ID == "crossed" }), "it was excluded")
}

// Tests come as a person does them: a cable's own play before its length, what is open already before what must be opened, and
// nobody looks for paint marks on a cable that is new.
func TestTestsComeAsAPersonDoesThem(t *testing.T) {
	asked := func(family string, q trouble.Question) (order []string) {
		b := finderOf(t, family)
		for range 30 {
			a, err := b.Ask(q, nil)
			require.NoError(t, err)
			if a.Next == nil {
				break
			}
			order = append(order, a.Next.Test)
			q.Skipped = append(q.Skipped, a.Next.Test)
		}
		return order
	}
	order := asked("outboard-shift", trouble.Question{Said: []string{"ratchets-reverse"}})
	require.Contains(t, order, "eye")
	require.Contains(t, order, "play")
	assert.Less(t, slices.Index(order, "play"), slices.Index(order, "eye"))
	assert.Contains(t, asked("stern-drive-shift", trouble.Question{Said: []string{"ratchets-reverse"}}), "marks")
	fresh := asked("stern-drive-shift", trouble.Question{Said: []string{"ratchets-reverse"}, When: []string{"after-swap"}})
	assert.NotContains(t, fresh, "marks")

	b := finderOf(t, "clutch")
	assert.InDelta(t, b.Takes("mark"), b.Takes("drain")+2, 1e-9, "six minutes and four, both from beneath")
	assert.InDelta(t, b.Takes("mark")-6, b.Takes("mark", "drain"), 1e-9, "beneath the car already")
	assert.InDelta(t, b.Takes("mark"), b.Takes("mark", "mat"), 1e-9)
	k, err := trouble.Read([]byte(`{"format": "brankel.trouble/1", "family": "clutch", "symptoms": [], "whens": [], "causes": [], "tests": [
		{"id": "x", "asks": "x?", "look": true, "answers": [{"id": "a", "says": "a"}, {"id": "b", "says": "b"}], "after": ["nothing"], "unless": ["never"]}]}`))
	require.NoError(t, err)
	err = trouble.Prove(usualOf(t, "clutch"), []*trouble.Knowledge{k})
	require.ErrorContains(t, err, `there is no test "nothing" to come before it`)
	require.ErrorContains(t, err, `there is no state "never"`)
}

package trouble_test

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/demo"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

func usualOf(t testing.TB, family string) *sheet.Sheet {
	t.Helper()
	raw, ok := usual.Sheet(family)
	require.True(t, ok)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	return s
}

func bench(t testing.TB, family string) *trouble.Finder {
	t.Helper()
	b, err := trouble.On(usualOf(t, family), nil)
	require.NoError(t, err)
	return b
}

// What is known is enough, and leads nowhere into the dark: every cause is reached from words,
// every symptom has a cause, every test tells something apart, every run has an adjuster to turn.
func TestWhatIsKnownHasNoDeadEnds(t *testing.T) {
	causes, symptoms, tests := 0, 0, 0
	for _, f := range rig.Families() {
		k := trouble.Own(f)
		require.NotNil(t, k, f)
		causes, symptoms = causes+len(k.Causes), symptoms+len(k.Symptoms)
		for _, one := range k.Tests {
			if one.Cost != nil {
				tests++
			}
		}
		require.NoError(t, trouble.Prove(usualOf(t, f), nil))
		b := bench(t, f)
		list := b.List()
		for _, s := range list.Symptoms {
			assert.NotEmpty(t, s.Causes, "%s: no cause shows %s", f, s.ID)
			assert.NotEmpty(t, s.Words, "%s: %s is said in one way only", f, s.ID)
			m := b.Match(s.Says)
			require.NotEmpty(t, m, s.Says)
			assert.Equal(t, s.ID, m[0].ID, "%s: its own words lead to it", s.Says)
			for _, w := range s.Words {
				found := slices.ContainsFunc(b.Match(w), func(m trouble.Match) bool { return m.ID == s.ID })
				assert.True(t, found, "%s: %q does not lead to %s", f, w, s.ID)
			}
		}
		for _, c := range list.Causes {
			assert.NotEmpty(t, c.Shows, "%s: %s is reached from no words", f, c.ID)
			a, err := b.Ask(trouble.Question{Said: c.Under[:1]}, nil)
			require.NoError(t, err)
			at := slices.IndexFunc(a.Causes, func(r trouble.Ranked) bool { return r.ID == c.ID })
			require.GreaterOrEqual(t, at, 0, "%s: %s is not among the causes of %s", f, c.ID, c.Under[0])
			r := a.Causes[at]
			require.NotEmpty(t, r.Why)
			if r.End.Do == "run" {
				assert.NotEmpty(t, r.End.On, "%s: %s leads into a run that turns nothing of the sheet", f, c.ID)
				assert.NotEmpty(t, r.End.Says, "%s: %s leads into a run without a size", f, c.ID)
			}
		}
		for _, one := range list.Tests {
			if one.Takes == "" {
				continue
			}
			seen := map[int]bool{}
			for _, c := range list.Causes {
				shown, err := b.Shown(c.ID, 0.5)
				require.NoError(t, err)
				p := shown.Tests[one.ID]
				seen[slices.Index(p, slices.Max(p))] = true
			}
			assert.Greater(t, len(seen), 1, "%s: every cause answers %s alike", f, one.ID)
		}
		assert.Empty(t, list.Pairs)
	}
	assert.GreaterOrEqual(t, causes, 120)
	assert.GreaterOrEqual(t, symptoms, 60)
	assert.GreaterOrEqual(t, tests, 90)
}

// Every cause laid on every sheet of the demo, whatever its proportions, or the sheet says why not.
func TestItIsKnownOnEverySheetOfTheDemo(t *testing.T) {
	names, err := demo.Files.ReadDir("sheets")
	require.NoError(t, err)
	laid := 0
	for _, n := range names {
		raw, err := demo.Files.ReadFile("sheets/" + n.Name())
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		b, err := trouble.On(s, nil)
		if s.Rig == nil {
			require.ErrorContains(t, err, "no rig")
			continue
		}
		require.NoError(t, err, n.Name())
		laid++
		a, err := b.Ask(trouble.Question{Said: []string{b.List().Symptoms[0].ID}}, nil)
		require.NoError(t, err)
		assert.NotNil(t, a.Next)
	}
	assert.Greater(t, laid, 20)
}

func TestAnAnswerMovesTheCausesAndSaysSo(t *testing.T) {
	b := bench(t, "outboard-shift")
	q := trouble.Question{Said: []string{"clatters astern"}}
	a, err := b.Ask(q, nil)
	require.NoError(t, err)
	require.Equal(t, []string{"it ratchets in reverse"}, a.Known, "the words of another region")
	assert.Empty(t, a.Exclude, "nothing that is excluded first clatters astern")
	bangs, err := b.Ask(trouble.Question{Said: []string{"it bangs going in"}}, nil)
	require.NoError(t, err)
	require.Len(t, bangs.Exclude, 1)
	assert.Equal(t, "idle-fast", bangs.Exclude[0].ID)

	twice, err := b.Ask(trouble.Question{Said: []string{"clatters astern", "ratchets-reverse"}}, nil)
	require.NoError(t, err)
	assert.Equal(t, a.Causes, twice.Causes, "said twice is said once")
	byID, err := b.Ask(trouble.Question{Said: q.Said, When: []string{"loaded"}}, nil)
	require.NoError(t, err)
	byWords, err := b.Ask(trouble.Question{Said: q.Said, When: []string{"at full throttle"}}, nil)
	require.NoError(t, err)
	assert.Equal(t, byID, byWords)

	q.Answers = []trouble.Given{{Test: "eye", Answer: "high"}}
	a, err = b.Ask(q, nil)
	require.NoError(t, err)
	assert.Equal(t, "set-long", a.Causes[0].ID)
	assert.Equal(t, "run", a.Causes[0].End.Do)
	assert.Equal(t, "connector", a.Causes[0].End.On)
	assert.Equal(t, "in", a.Causes[0].End.Way)
	assert.InDelta(t, 6, a.Causes[0].End.Turns, 2)
	assert.Contains(t, strings.Join(a.Causes[0].Why, "\n"), "past the pin: it would be so nearly always from this")

	past := 5.6 // mm: seven turns
	q.Answers = []trouble.Given{{Test: "eye", Value: &past}}
	a, err = b.Ask(q, nil)
	require.NoError(t, err)
	assert.InDelta(t, 7, a.Causes[0].End.Turns, 0.5, "a value tells the size")
	assert.Contains(t, a.Causes[0].End.Says, "7 turns")

	q.Answers = []trouble.Given{{Test: "arm-by-hand", Answer: "reverse"}}
	a, err = b.Ask(q, nil)
	require.NoError(t, err)
	assert.Equal(t, "dogs-reverse", a.Causes[0].ID)
	assert.Equal(t, "leave", a.Causes[0].End.Do)
	require.NotEmpty(t, a.Moved)
	at := slices.IndexFunc(a.Moved, func(m trouble.Moved) bool { return m.Cause == "dogs-reverse" })
	require.GreaterOrEqual(t, at, 0)
	assert.Contains(t, a.Moved[at].Says, "dogs of reverse worn up from")

	q.Answers = append(q.Answers, trouble.Given{Test: "reverse", Answer: "locks"})
	a, err = b.Ask(q, nil)
	require.NoError(t, err)
	assert.NotEmpty(t, a.Aside, "what was said is not borne out")
}

func TestAReadingRulesOut(t *testing.T) {
	b := bench(t, "outboard-shift")
	meets := 0.0
	a, err := b.Ask(trouble.Question{Said: []string{"ratchets-reverse"}, Answers: []trouble.Given{{Test: "eye", Value: &meets}}}, nil)
	require.NoError(t, err)
	out := func(id string) bool {
		return slices.ContainsFunc(a.RuledOut, func(r trouble.Ruled) bool { return r.ID == id && strings.Contains(r.By, "meets it") })
	}
	assert.True(t, out("set-long") && out("set-short"), "%v", a.RuledOut)
	for _, c := range a.Causes {
		assert.NotEqual(t, "set-long", c.ID, "it is named no more")
	}
}

func TestTheMachinesHistoryCounts(t *testing.T) {
	b := bench(t, "clutch")
	share := func(h map[string]bool) float64 {
		a, err := b.Ask(trouble.Question{Said: []string{"bites-high"}, History: h}, nil)
		require.NoError(t, err)
		for _, c := range a.Causes {
			if c.ID == "lining-worn" {
				if len(h) > 0 {
					assert.Contains(t, strings.Join(c.Why, "\n"), "the adjuster is nearly used up: likelier × 4")
				}
				return c.Share
			}
		}
		t.Fatal("lining-worn is not named")
		return 0
	}
	assert.Greater(t, share(map[string]bool{"adjuster-nearly-out": true}), 1.4*share(nil))

	usual, err := b.Ask(trouble.Question{Said: []string{"clashes"}}, nil)
	require.NoError(t, err)
	own, err := b.Ask(trouble.Question{Said: []string{"clashes"}}, trouble.Odds{"drags": 40})
	require.NoError(t, err)
	assert.NotEqual(t, "drags", usual.Causes[0].ID)
	assert.Equal(t, "drags", own.Causes[0].ID)
	assert.True(t, own.Causes[0].Own)
	assert.Contains(t, own.Causes[0].Why[0], "by this workshop's own count")
}

func TestWhatCannotBeAskedSaysWhatToWrite(t *testing.T) {
	b := bench(t, "outboard-shift")
	for says, q := range map[string]trouble.Question{
		"nothing is known yet: say what is felt": {},
		"there is no test":                       {Answers: []trouble.Given{{Test: "colour", Answer: "red"}}},
		"write one of low, inside, high":         {Answers: []trouble.Given{{Test: "eye", Answer: "red"}}},
		"was answered locks before": {Answers: []trouble.Given{{Test: "forward", Answer: "locks"},
			{Test: "forward", Answer: "ratchets"}}},
		"adjuster-nearly-out":   {Said: []string{"stiff"}, History: map[string]bool{"x": true}},
		"more than one trouble": {Said: slices.Repeat([]string{"stiff"}, 30)},
	} {
		_, err := b.Ask(q, nil)
		assert.ErrorContains(t, err, says)
	}
	a, err := b.Ask(trouble.Question{Said: []string{"clatrs asturn"}}, nil)
	require.NoError(t, err)
	assert.Equal(t, []string{"it ratchets in reverse"}, a.Known, "slips of spelling are forgiven")
}

// A file of the workshop's own stands beside Brankel's; what the rig refuses, or what the model does
// not show, is told at its place.
func TestAFileOfTheWorkshopsOwn(t *testing.T) {
	own := func(change, under string) string {
		return `{"format": "brankel.trouble/1", "family": "outboard-shift", "symptoms": [], "whens": [],
		 "tests": [{"id": "weed", "asks": "Weed at the propeller", "look": true,
		   "answers": [{"id": "clear", "says": "clear"}, {"id": "weed", "says": "weed"}], "cost": {"minutes": 1, "hands": 1}}],
		 "causes": [{"id": "weed", "says": "weed about the shaft", "place": "works", "kind": "outside", "usual": 4, "shows": {"weed": "weed"},
		   "change": ` + change + `, "under": ["` + under + `"], "end": {"do": "leave", "why": "Clear it."}}]}`
	}
	k, err := trouble.Read([]byte(own(`[{"geometry": "need_reverse", "by": [1.12, 1.2]}]`, "ratchets-reverse")))
	require.NoError(t, err)
	b, err := trouble.On(usualOf(t, "outboard-shift"), []*trouble.Knowledge{k})
	require.NoError(t, err)
	a, err := b.Ask(trouble.Question{Said: []string{"ratchets-reverse"}, Answers: []trouble.Given{{Test: "weed", Answer: "weed"}}}, nil)
	require.NoError(t, err)
	assert.Equal(t, "weed", a.Causes[0].ID)

	for says, raw := range map[string]string{
		"the rig refuses this change":         own(`[{"geometry": "throw", "by": [-1, -1]}]`, "ratchets-reverse"),
		"there is no adjuster":                own(`[{"setting": "sprocket", "by": [1, 2]}]`, "ratchets-reverse"),
		`does not show "ratchets-forward"`:    own(`[{"geometry": "need_reverse", "by": [1.12, 1.2]}]`, "ratchets-forward"),
		`there is no symptom "purple"`:        own(`[{"geometry": "need_reverse", "by": [1.12, 1.2]}]`, "purple"),
		"write one of setting, condition and": own(`[{"by": [1, 2]}]`, "ratchets-reverse"),
	} {
		k, err := trouble.Read([]byte(raw))
		if err == nil {
			err = trouble.Prove(usualOf(t, "outboard-shift"), []*trouble.Knowledge{k})
		}
		assert.ErrorContains(t, err, says)
	}
	whole := own(`[{"geometry": "need_reverse", "by": [1.12, 1.2]}]`, "ratchets-reverse")
	for _, one := range []struct {
		from, to string
		good     bool
	}{
		{`"hands": 1`, `"hands": 4`, true}, {`"hands": 1`, `"hands": 5`, false}, {`"hands": 1`, `"hands": 0`, false},
		{`"usual": 4`, `"usual": 10`, true}, {`"usual": 4`, `"usual": 10.5`, false}, {`"usual": 4`, `"usual": 0.05`, false},
		{`"minutes": 1`, `"minutes": 600`, true}, {`"minutes": 1`, `"minutes": 601`, false},
	} {
		changed := strings.Replace(whole, one.from, one.to, 1)
		require.NotEqual(t, changed, strings.Replace(whole, one.from, "", 1))
		_, err := trouble.Read([]byte(changed))
		assert.Equal(t, one.good, err == nil, "%s: %v", one.to, err)
	}
	for says, raw := range map[string]string{
		"write brankel.trouble/1": `{"format": "x", "family": "clutch"}`,
		"no family of this name":  `{"format": "brankel.trouble/1", "family": "sofa"}`,
		"colour":                  `{"format": "brankel.trouble/1", "colour": "red"}`,
	} {
		_, err := trouble.Read([]byte(raw))
		assert.ErrorContains(t, err, says)
	}
}

// Whatever is known of whatever family: shares are shares, in order, and asking again in another order
// gives the same.
func TestTheOrderOfAnswersDoesNotMatter(t *testing.T) {
	asked := 0
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.SampledFrom(rig.Families()).Draw(t, "family")
		raw, _ := usual.Sheet(f)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		b, err := trouble.On(s, nil)
		require.NoError(t, err)
		list := b.List()
		q := trouble.Question{Said: []string{rapid.SampledFrom(list.Symptoms).Draw(t, "said").ID}}
		for _, one := range list.Tests {
			if rapid.IntRange(0, 9).Draw(t, "answered") == 0 {
				q.Answers = append(q.Answers, trouble.Given{Test: one.ID, Answer: rapid.SampledFrom(one.Means).Draw(t, "answer").ID})
			}
		}
		a, err := b.Ask(q, nil)
		require.NoError(t, err)
		other := q
		other.Answers = slices.Clone(q.Answers)
		slices.Reverse(other.Answers)
		again, err := b.Ask(other, nil)
		require.NoError(t, err)
		sum, last := 0.0, 1.0
		for i, c := range a.Causes {
			require.LessOrEqual(t, c.Share, last+1e-12)
			require.Equal(t, c.ID, again.Causes[i].ID)
			sum, last = sum+c.Share, c.Share
			asked++
		}
		require.LessOrEqual(t, sum, 1+1e-9)
		if a.Next != nil {
			require.False(t, slices.ContainsFunc(q.Answers, func(g trouble.Given) bool { return g.Test == a.Next.Test }), "nothing is asked twice")
		}
	})
	require.Greater(t, asked, 50)
}

func FuzzSolve(f *testing.F) {
	f.Add([]byte(`{"family":"clutch","said":["clashes"]}`))
	f.Add([]byte(`{"sheet":{},"answers":[{"test":"x","value":1e999}]}`))
	f.Fuzz(func(t *testing.T, raw []byte) {
		a, err := trouble.Solve(raw, usual.Sheet)
		if err != nil {
			return
		}
		if _, err := json.Marshal(a); err != nil {
			t.Fatal(err)
		}
	})
}

package trouble_test

import (
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

func finderOf(t testing.TB, family string) *trouble.Finder {
	raw, ok := usual.Sheet(family)
	require.True(t, ok, family)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	b, err := trouble.On(s, nil)
	require.NoError(t, err)
	return b
}

// complaint is one as somebody said it, with what of it is to be understood.
type complaint struct {
	family string
	wanted []string
	words  string
}

func complaintsOf(t *testing.T) (out []complaint) {
	raw, err := os.ReadFile("testdata/complaints.txt")
	require.NoError(t, err)
	for _, line := range strings.Split(string(raw), "\n") {
		part := strings.SplitN(line, " | ", 3)
		if len(part) == 3 && !strings.HasPrefix(line, "#") {
			wanted := strings.FieldsFunc(part[1], func(r rune) bool { return r == ' ' || r == ',' })
			out = append(out, complaint{part[0], wanted, part[2]})
		}
	}
	return out
}

// Complaints as people say them: what of each is understood, and what is taken that was not said.
func TestComplaintsAreUnderstood(t *testing.T) {
	finders := map[string]*trouble.Finder{}
	all, whole, wrong := 0, 0, 0
	for _, c := range complaintsOf(t) {
		b := finders[c.family]
		if b == nil {
			b = finderOf(t, c.family)
			finders[c.family] = b
		}
		wanted := c.wanted
		got := b.Took(c.words)
		all++
		missing, extra := 0, 0
		for _, w := range wanted {
			if !slices.Contains(got.Taken, w) {
				missing++
			}
		}
		for _, g := range got.Taken {
			if !slices.Contains(wanted, g) && !strings.HasPrefix(g, "!") && !strings.HasPrefix(g, "@") {
				extra++
			}
		}
		if missing == 0 && extra == 0 {
			whole++
		} else {
			t.Logf("%s: %q: wanted %v, took %v, asked %v, left %v", c.family, c.words, wanted, got.Taken, got.Asked, got.Aside)
		}
		if extra > 0 {
			wrong++
		}
	}
	t.Logf("%d complaints: %d understood whole, %d taken wrong", all, whole, wrong)
	require.Greater(t, all, 120)
	assert.GreaterOrEqual(t, whole*100, 95*all)
	assert.LessOrEqual(t, wrong*100, 3*all)
}

// Words cost nobody the answer: what is not known is left aside, what is not sure is asked, what contradicts is said.
func TestWordsAreNeverAnError(t *testing.T) {
	b := finderOf(t, "outboard-shift")
	ask := func(said ...string) trouble.Answer {
		a, err := b.Ask(trouble.Question{Said: said}, nil)
		require.NoError(t, err, "%q", said)
		assert.NotEmpty(t, a.Causes, "%q", said)
		sum := 0.0
		for _, c := range a.Causes {
			sum += c.Share
		}
		assert.LessOrEqual(t, sum, 1.0001)
		return a
	}
	a := ask("it clatters astern, my uncle sold me the boat")
	assert.Equal(t, []string{"it ratchets in reverse"}, a.Known)
	assert.Equal(t, []string{"my uncle sold me the boat"}, a.Aside)

	a = ask("purple monkeys everywhere")
	assert.Empty(t, a.Known)
	assert.Equal(t, []string{"purple monkeys everywhere"}, a.Aside)
	assert.Contains(t, strings.Join(a.Notes, " "), "say it in other words, such as")

	a = ask("двигатель не тянет")
	assert.NotEmpty(t, a.Aside)

	a = ask("it ratchets in reverse. " + strings.Repeat("and so on ", 1000))
	assert.Contains(t, a.Known, "it ratchets in reverse")
	assert.Contains(t, strings.Join(a.Notes, " "), "Only the beginning was listened to")

	a = ask("forward is perfect")
	assert.Contains(t, strings.Join(a.Notes, " "), "Only good news was understood")

	a = ask("it rattles now and then")
	require.NotEmpty(t, a.Asks, "words that may mean one thing or another are asked")
	assert.NotEmpty(t, a.Asks[0].Matches[0].Says)

	a, err := b.Ask(trouble.Question{Said: []string{"stiff"}, When: []string{"tuesday"}}, nil)
	require.NoError(t, err)
	assert.Equal(t, []string{"tuesday"}, a.Aside)

	rolls := finderOf(t, "flight-control-loop")
	both, err := rolls.Ask(trouble.Question{Said: []string{"rolls-left", "rolls-right"}}, nil)
	require.NoError(t, err)
	assert.Len(t, both.Known, 1)
	assert.Contains(t, strings.Join(both.Notes, " "), "cannot both be so: the first counts")
}

// Who cannot shift, brake, close the throttle or steer is told not to use it, before anything else.
func TestWhatIsUnsafeIsSaidFirst(t *testing.T) {
	for _, one := range [][3]string{
		{"flight-control-loop", "turn left and it banks right", "Do not fly it"},
		{"throttle-cruise", "the throttle sticks", "Do not drive it"},
		{"outboard-shift", "ahead is astern", "Do not go out with it"},
		{"parking-brake", "it will not hold on the hill", "Do not drive it"},
		{"trailer-overrun", "no brakes on the trailer", "Do not tow it"},
		{"kickdown", "shifts slam", ""},
		{"parking-brake", "lever comes up to the roof, but it holds on the hill", ""},
	} {
		a, err := finderOf(t, one[0]).Ask(trouble.Question{Said: []string{one[1]}}, nil)
		require.NoError(t, err)
		if one[2] == "" {
			assert.Empty(t, a.Stop, one[1])
			continue
		}
		assert.Contains(t, a.Stop, one[2], one[1])
		for _, n := range append(exclusions(a), a.Next) {
			assert.True(t, n == nil || n.Cost.On == "", "%s: it is not used to find out: %v", one[1], n)
		}
	}
}

// Good news counts for what it names and is never taken for the fault.
func TestGoodNewsSpeaksForWhatItNames(t *testing.T) {
	b := finderOf(t, "outboard-shift")
	share := func(cause string, said ...string) float64 {
		a, err := b.Ask(trouble.Question{Said: said}, nil)
		require.NoError(t, err)
		for _, c := range a.Causes {
			if c.ID == cause {
				return c.Share
			}
		}
		return 0
	}
	alone, with := share("inner-worn", "clatters astern"), share("inner-worn", "clatters astern, forward is perfect")
	assert.Positive(t, alone)
	assert.Less(t, with, alone, "a worn inner would show in forward too")
	assert.Greater(t, share("dogs-reverse", "clatters astern, forward is perfect"), share("dogs-reverse", "clatters astern"))
}

// A number with its unit is a reading of what it is said of, and a number that cannot be is questioned.
func TestANumberIsAReading(t *testing.T) {
	b := finderOf(t, "parking-brake")
	a, err := b.Ask(trouble.Question{Said: []string{"lever comes up eleven clicks"}}, nil)
	require.NoError(t, err)
	require.Len(t, a.Known, 1)
	assert.Contains(t, a.Known[0], "high, 11")
	a, err = b.Ask(trouble.Question{Said: []string{"lever comes up 900 clicks"}}, nil)
	require.NoError(t, err)
	assert.Contains(t, strings.Join(a.Notes, " "), "look at the number and its unit")
}

func BenchmarkListening(b *testing.B) {
	f := finderOf(b, "stern-drive-shift")
	said := []string{"since the new cable it grinds going astern under load, forward is perfect and the lever is a bit stiff in the frost"}
	for b.Loop() {
		if _, err := f.Ask(trouble.Question{Said: said}, nil); err != nil {
			b.Fatal(err)
		}
	}
}

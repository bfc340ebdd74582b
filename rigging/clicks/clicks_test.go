package clicks

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

const each = 4.0

// quiet is a room with nothing in it but its noise.
func quiet(seconds float64, floor, stray int, seed uint64) []int {
	r := rand.New(rand.NewPCG(seed, 0))
	out := make([]int, int(seconds*1000/each))
	for i := range out {
		out[i] = max(0, floor+r.IntN(2*stray+1)-stray)
	}
	return out
}

// strike puts a click in: it is there at once and dies away in a few hundredths.
func strike(loud []int, at float64, peak int) {
	for i, v := int(at*1000/each), peak; i < len(loud) && v > 0; i, v = i+1, v-9 {
		loud[i] = max(loud[i], v)
	}
}

func counted(t *testing.T, loud []int) Count {
	t.Helper()
	c, err := Of(Heard{Loud: loud, Each: each})
	require.NoError(t, err)
	return c
}

func TestClicksAreCounted(t *testing.T) {
	even := quiet(6, 50, 8, 1)
	for i := range 7 {
		strike(even, 1+0.5*float64(i), 140)
	}
	c := counted(t, even)
	assert.Equal(t, 7, c.Sure)
	assert.Zero(t, c.Perhaps)
	require.Len(t, c.At, 7)
	assert.InDelta(t, 1.0, c.At[0], 0.01)

	hasty := quiet(3, 60, 8, 2) // as fast as a hand turns, each louder and softer than the other
	for i := range 12 {
		strike(hasty, 0.5+0.09*float64(i), 130+i%3*8)
	}
	assert.Equal(t, 12, counted(t, hasty).Sure)

	pawl := quiet(4, 50, 8, 3) // each strikes twice: as it rides up and as it falls
	for i := range 6 {
		strike(pawl, 0.5+0.5*float64(i), 120)
		strike(pawl, 0.5+0.5*float64(i)+0.024, 140)
	}
	assert.Equal(t, 6, counted(t, pawl).Sure)

	unlike := quiet(5, 40, 6, 4) // something else fell in between, much softer
	for i := range 5 {
		strike(unlike, 0.5+0.6*float64(i), 150)
	}
	strike(unlike, 4.2, 100)
	c = counted(t, unlike)
	assert.Equal(t, 5, c.Sure)
	assert.Equal(t, 1, c.Perhaps)
}

func TestWhatIsNoClickIsNotCounted(t *testing.T) {
	assert.Zero(t, counted(t, quiet(5, 60, 10, 5)).Sure, "a quiet room")
	voice := quiet(4, 50, 8, 6) // somebody speaks: it swells, stays and sinks
	for i := 250; i < 500; i++ {
		voice[i] = 120
	}
	for i := range 20 {
		voice[250-20+i], voice[500+i] = 50+i*3, 120-i*3
	}
	assert.Zero(t, counted(t, voice).Sure, "a voice")
	assert.Equal(t, Count{At: []float64{}}, counted(t, nil))
	for _, bad := range []Heard{{Each: 0, Loud: []int{1}}, {Each: 4, Loud: []int{300}}, {Each: 4, Loud: make([]int, 20_000)}} {
		_, err := Of(bad)
		require.Error(t, err)
	}
}

// However many there are, as far apart as hands turn and out of the noise, they are all there, and no other.
func TestAsManyAsThereAre(t *testing.T) {
	most := 0
	rapid.Check(t, func(rt *rapid.T) {
		n := rapid.IntRange(0, 40).Draw(rt, "clicks")
		floor := rapid.IntRange(20, 80).Draw(rt, "floor")
		loud := quiet(30, floor, 8, rapid.Uint64().Draw(rt, "seed"))
		at := 0.3
		for range n {
			strike(loud, at, floor+50+rapid.IntRange(0, 16).Draw(rt, "louder"))
			at += float64(rapid.IntRange(80, 700).Draw(rt, "apart")) / 1000
		}
		c, err := Of(Heard{Loud: loud, Each: each})
		if err != nil || c.Sure+c.Perhaps != n {
			rt.Fatalf("%d, and %+v were counted: %v", n, c, err)
		}
		most = max(most, n)
	})
	assert.Greater(t, most, 10)
}

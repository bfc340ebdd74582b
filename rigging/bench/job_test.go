package bench

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

func TestAWorkedSentenceMakesASheetThatLeadsARun(t *testing.T) {
	for name, adjusters := range map[string]int{"adjuster": 1, "two-ends": 2} {
		s, _ := Find(name)
		require.True(t, s.Leads)
		one, found, err := s.Sheet(s.Example, Job{Cable: "hatch cable", Craft: "boat", Source: "manual, section 7"})
		require.NoError(t, err, name)
		assert.True(t, one.Led())
		assert.Len(t, one.Adjusters, adjusters)
		assert.Equal(t, "manual, section 7", one.Source.Title)
		assert.Empty(t, one.Assumed)
		assert.Len(t, found, 1+adjusters, "the length and the threads of each end were measured")
		assert.Equal(t, s.Example["now"], found["length"])
		p := one.Point("length")
		require.NotNil(t, p.Target)
		assert.InDelta(t, 0.5, p.Minus, 1e-9)
	}
}

func TestFiguresNobodyLookedUpStayMarked(t *testing.T) {
	s, _ := Find("adjuster")
	one, _, err := s.Sheet(Values{"now": "20", "min": "22", "max": "23", "pitch": "1.25", "kind": "turnbuckle", "lengthens": "in"},
		Job{Cable: "stay", Craft: "trailer", Assumed: true})
	require.NoError(t, err)
	assert.True(t, one.HasAssumed())
	assert.InDelta(t, 22.5, *one.Points[0].Target, 1e-9)
	assert.InDelta(t, -2.5, one.Influence[0].PerTurn, 1e-9, "two threads at once, and in lengthens")
	assert.Empty(t, one.Inspect)

	flies, _, err := s.Sheet(s.Example, Job{Cable: "trim cable", Craft: "aircraft", Source: "manual"})
	require.NoError(t, err)
	assert.NotEmpty(t, flies.Inspect, "what flies is looked at twice")
}

func TestNoRunWithoutFiguresOrTheirSource(t *testing.T) {
	s, _ := Find("adjuster")
	whole := Job{Cable: "stay", Craft: "car", Source: "manual"}
	for _, one := range []struct {
		field  string
		values Values
		job    Job
	}{
		{"values", Values{}, whole},
		{"values", Values{"now": "20"}, whole},
		{"values", Values{"now": "twenty", "min": "22", "max": "23", "pitch": "1"}, whole},
		{"cable", s.Example, Job{Craft: "car", Source: "manual"}},
		{"source", s.Example, Job{Cable: "stay", Craft: "car"}},
	} {
		_, _, err := s.Sheet(one.values, one.job)
		var f *fault.Fault
		require.ErrorAs(t, err, &f)
		assert.Equal(t, one.field, f.Field)
	}
	long := Values{"@out": strings.Repeat("far ", 40)}
	for k, v := range s.Example {
		if k != "@out" {
			long[k] = v
		}
	}
	_, _, err := s.Sheet(long, whole)
	assert.ErrorContains(t, err, "80 letters")
	sums, _ := Find("measure")
	assert.False(t, sums.Leads)
	_, _, err = sums.Sheet(sums.Example, whole)
	assert.Error(t, err, "a sum sets nothing")
}

package main

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/trouble"
)

func TestTroubleOnTheCommandLine(t *testing.T) {
	var out, errs bytes.Buffer
	code := troubles(nil, strings.NewReader(`{"family":"clutch","said":["crunches into reverse"]}`), &out, &errs)
	require.Zero(t, code, errs.String())
	var a trouble.Answer
	require.NoError(t, json.Unmarshal(out.Bytes(), &a))
	require.NotNil(t, a.Next)
	assert.Equal(t, []string{"“reverse clashes”"}, a.Known)
	for _, c := range a.Causes {
		assert.NotEmpty(t, a.Next.Expects[c.ID], "the next test says what each cause expects")
	}

	for in, field := range map[string]string{``: `""`, `[]`: `""`, `{"family":"sofa"}`: `"family"`, `{"family":"clutch"}`: `"said"`} {
		out.Reset()
		assert.Equal(t, 2, troubles(nil, strings.NewReader(in), &out, &errs), in)
		assert.Contains(t, out.String(), `"field": `+field, in)
	}
	assert.Equal(t, 2, troubles([]string{"--lost"}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "trouble --list")
}

func TestTheListOfWhatIsKnown(t *testing.T) {
	var out, errs bytes.Buffer
	require.Zero(t, troubles([]string{"--list"}, nil, &out, &errs))
	var all, one trouble.List
	require.NoError(t, json.Unmarshal(out.Bytes(), &all))
	assert.GreaterOrEqual(t, len(all.Causes), 120)
	assert.GreaterOrEqual(t, len(all.Symptoms), 60)
	out.Reset()
	require.Zero(t, troubles([]string{"--list", "clutch"}, nil, &out, &errs))
	require.NoError(t, json.Unmarshal(out.Bytes(), &one))
	assert.Equal(t, "clutch", one.Family)
	assert.NotEmpty(t, one.Causes[0].Change, "with its change to the rig")
	out.Reset()
	require.Equal(t, 2, troubles([]string{"--list", "sofa"}, nil, &out, &errs))
	assert.Contains(t, out.String(), `no family`)
}

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
	code := command(t.Context(), []string{"trouble"}, strings.NewReader(`{"family":"clutch","said":["crunches into reverse"]}`), &out, &errs)
	require.Zero(t, code, errs.String())
	var a trouble.Answer
	require.NoError(t, json.Unmarshal(out.Bytes(), &a))
	require.NotNil(t, a.Next)
	assert.Equal(t, []string{"reverse clashes"}, a.Known)
	for _, c := range a.Causes {
		assert.NotEmpty(t, a.Next.Expects[c.ID], "the next test says what each cause expects")
	}

	for in, field := range map[string]string{``: `""`, `[]`: `""`, `{"family":"sofa"}`: `"family"`, `{"family":"clutch"}`: `"said"`} {
		out.Reset()
		assert.Equal(t, 2, command(t.Context(), []string{"trouble"}, strings.NewReader(in), &out, &errs), in)
		assert.Contains(t, out.String(), `"field": `+field, in)
	}
	assert.Equal(t, 2, command(t.Context(), []string{"trouble", "--lost"}, nil, &out, &errs))
	assert.Contains(t, errs.String(), "unknown flag: --lost")
}

// What is not known is refused before anything is done: a slip is never taken for the command without it.
func TestASlipIsNoCommand(t *testing.T) {
	t.Setenv("BRANKEL_DATABASE_URL", "postgres://127.0.0.1:1/nowhere")
	for _, args := range [][]string{{}, {"serv"}, {"serve", "--dem"}, {"serve", "demo"}, {"demo", "x"}, {"calc"}, {"calc", "x", "y"},
		{"calc", "reading", "--list"}, {"rig"}, {"rig", "answers"}, {"trouble", "clutch"}, {"schema", "sofa"}, {"export"},
		{"import", "--look", "--take", "x"}, {"verify", "a", "b"}, {"completion"}} {
		var out, errs bytes.Buffer
		assert.Equal(t, 2, command(t.Context(), args, strings.NewReader(""), &out, &errs), "%v: %s", args, errs.String())
		assert.Contains(t, errs.String(), "brankel help", args)
	}
	var out, errs bytes.Buffer
	require.Zero(t, command(t.Context(), []string{"help"}, nil, &out, &errs))
	for _, name := range []string{"serve", "import", "rehearse", "verify"} {
		assert.Contains(t, out.String(), name)
	}
}

func TestTheListOfWhatIsKnown(t *testing.T) {
	var out, errs bytes.Buffer
	require.Zero(t, command(t.Context(), []string{"trouble", "--list"}, nil, &out, &errs))
	var all, one trouble.List
	require.NoError(t, json.Unmarshal(out.Bytes(), &all))
	assert.GreaterOrEqual(t, len(all.Causes), 120)
	assert.GreaterOrEqual(t, len(all.Symptoms), 60)
	out.Reset()
	require.Zero(t, command(t.Context(), []string{"trouble", "--list", "clutch"}, nil, &out, &errs))
	require.NoError(t, json.Unmarshal(out.Bytes(), &one))
	assert.Equal(t, "clutch", one.Family)
	assert.NotEmpty(t, one.Causes[0].Change, "with its change to the rig")
	out.Reset()
	require.Equal(t, 2, command(t.Context(), []string{"trouble", "--list", "sofa"}, nil, &out, &errs))
	assert.Contains(t, out.String(), `no family`)
}

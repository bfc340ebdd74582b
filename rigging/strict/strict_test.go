package strict

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

type card struct {
	Name  string   `json:"name"`
	Turns float64  `json:"turns"`
	Marks []string `json:"marks"`
}

func TestNothingIsPassedOver(t *testing.T) {
	for _, c := range []struct{ raw, field, says string }{
		{`{"name":"a","name":"b"}`, "name", "twice"},
		{`{"name":"a"} {}`, "", "more behind"},
		{`{"name":"a"}]`, "", "more behind"},
		{`{"name":"a\u0000"}`, "name", "no text"},
		{`{"marks":["a","b\u0000"]}`, "marks[1]", "no text"},
		{`{"a\u0000":1}`, "", "no text"},
		{`{"colour":1}`, "colour", "no such field"},
		{`{"turns":"3"}`, "turns", "where a number is wanted"},
		{`{"name":`, "name", "no JSON"},
		{``, "", "no JSON"},
		{strings.Repeat("[", 5000) + strings.Repeat("]", 5000), strings.Repeat("[0]", deepest), "too deep"},
	} {
		err := Decode([]byte(c.raw), new(card))
		var f *fault.Fault
		require.ErrorAs(t, err, &f, c.raw)
		assert.Equal(t, c.field, f.Field, "%.60s", c.raw)
		assert.Contains(t, f.Message, c.says, "%.60s", c.raw)
	}
	var good card
	require.NoError(t, Decode([]byte(` {"name":"Élan 🛶","turns":3.5,"marks":[]} `), &good))
	assert.Equal(t, card{"Élan 🛶", 3.5, []string{}}, good)
}

// Whatever comes in, Decode answers, and what it takes the standard library takes too.
func FuzzDecode(f *testing.F) {
	f.Add([]byte(`{"name":"a","turns":1e5,"marks":["x"]}`))
	f.Add([]byte(`[{"a":{"a":[1]}}]`))
	f.Fuzz(func(t *testing.T, raw []byte) {
		var a any
		v, err := Value(raw)
		if err != nil {
			return
		}
		slow, err := walk(raw)
		require.NoError(t, err, "the short way takes nothing that the long one refuses")
		require.Equal(t, slow, v)
		require.NoError(t, Decode(raw, &a))
		one, err := json.Marshal(v)
		require.NoError(t, err)
		require.True(t, json.Valid(one))
	})
}

package fault

import (
	"errors"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestAFaultSaysItsPlaceAndWhatToWrite(t *testing.T) {
	assert.EqualError(t, At("body.turns", "write %d or less", 60), "body.turns: write 60 or less")
	assert.EqualError(t, At("", "this is no JSON"), "this is no JSON")
	assert.EqualError(t, At("name", "card 5%"), "name: card 5%", "a percent sign in a text is no format")
}

func TestAListIsAnErrorOnlyWhenSomethingIsOnIt(t *testing.T) {
	var l List
	assert.NoError(t, l.OrNil())
	l.Add("a", "one")
	l.Add("b", "two of %s", "them")
	assert.EqualError(t, l.OrNil(), "a: one\nb: two of them")
	first := errors.New("x")
	assert.Equal(t, first, First(nil, first, l))
	assert.NoError(t, First(nil, nil))
}

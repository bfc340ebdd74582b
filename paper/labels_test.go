package paper

import (
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestLabelsLieOnTheirSheets(t *testing.T) {
	var list []Label
	for i := range 31 {
		list = append(list, Label{fmt.Sprintf("Launch %d, whose name is a good deal longer than a label is wide", i), "lower drive cable",
			fmt.Sprintf("http://192.168.1.20:8787/at/launch-%d/lower", i)})
	}
	for size, pages := range map[string]int{"A4": 2, "Letter": 2, "single": 31} {
		raw, err := printed(func(w io.Writer) error { return Labels(list, size, time.Unix(0, 0), w) })
		require.NoError(t, err, size)
		assert.Equal(t, pages, strings.Count(string(raw), "/Type /Page\n"), size)
	}
	a, err := printed(func(w io.Writer) error { return Labels(list, "A4", time.Unix(0, 0), w) })
	require.NoError(t, err)
	b, err := printed(func(w io.Writer) error { return Labels(list, "A4", time.Unix(0, 0), w) })
	require.NoError(t, err)
	assert.Equal(t, a, b, "the same labels are the same bytes")
	_, err = printed(func(w io.Writer) error { return Labels(nil, "single", time.Unix(0, 0), w) })
	require.NoError(t, err, "an empty floor is an empty sheet")
	_, err = printed(func(w io.Writer) error { return Labels(list, "A9", time.Unix(0, 0), w) })
	require.ErrorContains(t, err, "A9")
}

package web

import (
	"net/http/httptest"
	"testing"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A store that does not answer is waited for seconds, not hours, whatever the route.
func TestEveryRouteEndsInTime(t *testing.T) {
	begun := time.Now()
	left := func(most time.Duration) time.Duration {
		var end time.Time
		c := echo.New().NewContext(httptest.NewRequest("GET", "/", nil), httptest.NewRecorder())
		require.NoError(t, inTime(most)(func(c *echo.Context) error {
			var ok bool
			end, ok = c.Request().Context().Deadline()
			assert.True(t, ok)
			return nil
		})(c))
		return end.Sub(begun)
	}
	assert.Less(t, left(longest), time.Minute)
	flowing := 0
	for _, r := range (&server{}).routes() {
		if r.flows {
			flowing++
			continue
		}
		assert.LessOrEqual(t, r.time, 5*time.Minute, r.Path)
	}
	assert.Less(t, flowing, 5, "few flow as long as they are read")
}

package web_test

import (
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/web"
)

// asking is a request from an address whose body does not end: it is being answered until it is let go.
func asking(c client, from string) (letGo func()) {
	body, end := io.Pipe()
	r := httptest.NewRequest("POST", "/api/v1/session", body)
	r.Header.Set("Content-Type", "application/json")
	r.RemoteAddr = from + ":1"
	done := make(chan struct{})
	go func() {
		defer close(done)
		c.http.ServeHTTP(httptest.NewRecorder(), r)
	}()
	_, _ = end.Write([]byte(`{"name":`)) // read: it is within
	return func() {
		end.Close()
		<-done
	}
}

func asks(c client, from string) *httptest.ResponseRecorder {
	r := httptest.NewRequest("GET", "/api/v1/session", strings.NewReader(""))
	r.RemoteAddr = from + ":2"
	w := httptest.NewRecorder()
	c.http.ServeHTTP(w, r)
	return w
}

func TestWhoComesToAFullHouseIsToldSoAtOnceAndOneAddressFillsItNot(t *testing.T) {
	defer web.Crowd(3, 2)()
	c := signedOut(t)
	one := asking(c, "10.0.0.1")
	two := asking(c, "10.0.0.1")
	w := asks(c, "10.0.0.1")
	assert.Equal(t, http.StatusTooManyRequests, w.Code)
	assert.NotEmpty(t, w.Header().Get("Retry-After"))
	assert.Equal(t, 200, asks(c, "10.0.0.2").Code, "others are served")
	three := asking(c, "10.0.0.2")
	w = asks(c, "10.0.0.3")
	assert.Equal(t, http.StatusServiceUnavailable, w.Code)
	assert.NotEmpty(t, w.Header().Get("Retry-After"))
	assert.Contains(t, w.Body.String(), "ask again")
	one()
	two()
	three()
	require.Eventually(t, func() bool { return asks(c, "10.0.0.3").Code == 200 }, 5*time.Second, time.Millisecond, "it recovers")
}

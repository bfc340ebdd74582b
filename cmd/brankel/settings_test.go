package main

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/web"
)

func TestConfigSaysWhatIsInForceAndFromWhereAndShowsNoPassword(t *testing.T) {
	for _, url := range []string{
		"postgres://brankel:pa@ss:word@one:5432,two:5432/db?target_session_attrs=read-write",
		"postgres://brankel@one/db?sslmode=disable&password=pa@ss:word",
		"host=one user=brankel password=pa@ss:word dbname=db",
	} {
		t.Setenv("BRANKEL_ADDRR", "0.0.0.0:1")
		code, said := run(t, url, "config")
		assert.Equal(t, 0, code)
		assert.NotContains(t, said, "pa@ss")
		assert.NotContains(t, said, "word ")
		assert.Regexp(t, `BRANKEL_DATABASE_URL +environment +\S`, said)
		assert.Regexp(t, `BRANKEL_ADDR +as usual +127\.0\.0\.1:8787`, said)
		assert.Contains(t, said, "BRANKEL_ADDRR is set, and nothing reads it: is it BRANKEL_ADDR?")
	}
	for name, wrong := range map[string]string{"BRANKEL_IDLE": "never", "BRANKEL_WORKSHOPS": "teal.example", "BRANKEL_LOG": "loud", "BRANKEL_PROXY": "next door"} {
		t.Run(name, func(t *testing.T) {
			t.Setenv(name, wrong)
			code, said := run(t, "", "config")
			assert.Equal(t, 2, code)
			assert.Contains(t, said, "WRONG: "+name)
		})
	}
}

func TestWorkshopsAreHostsWithASchemaEach(t *testing.T) {
	list, err := workshopsOf("teal.example=teal  Pearl.Example=pearl,coral.example=coral")
	require.NoError(t, err)
	assert.Equal(t, [][2]string{{"teal.example", "teal"}, {"pearl.example", "pearl"}, {"coral.example", "coral"}}, list)
	for _, wrong := range []string{"teal", "=teal", "teal.example=", "http://teal.example=teal", "a=teal b=teal", "a=teal A=pearl"} {
		_, err := workshopsOf(wrong)
		assert.ErrorContains(t, err, "BRANKEL_WORKSHOPS has", wrong)
	}
}

// One process serves several workshops, and is verified as one.
func TestSeveralWorkshopsAreOpenedAndVerifiedTogether(t *testing.T) {
	url := testdb.URL(t)
	t.Setenv("BRANKEL_WORKSHOPS", "teal.example=teal pearl.example=pearl")
	houses, err := openHouses(t.Context(), url, openShop)
	require.NoError(t, err)
	defer closeAll(houses)
	handlers := map[string]http.Handler{}
	for _, h := range houses {
		log, err := loggerOf(t.Output(), "warn", "text")
		require.NoError(t, err)
		handlers[h.host], err = web.New(h.Shop, fstest.MapFS{}, log, web.Options{})
		require.NoError(t, err)
	}
	for _, host := range []string{"teal.example", "pearl.example:8787", "TEAL.example."} {
		r := httptest.NewRequest("GET", "/readyz", nil)
		r.Host = host
		w := httptest.NewRecorder()
		web.Hosts(handlers).ServeHTTP(w, r)
		assert.Equal(t, 200, w.Code, host)
	}
	t.Setenv("BRANKEL_WORKSHOPS", "") // whoever makes a backup need not know of it
	code, said := run(t, url, "verify")
	require.Equal(t, 0, code, said)
	assert.Equal(t, 2, strings.Count(said, "every chain is whole"), said)

	t.Setenv("BRANKEL_WORKSHOP", "public")
	code, said = run(t, url, "verify")
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "no name for the schema")
}

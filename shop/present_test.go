package shop_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// byHand changes a name behind the back of every server.
func renamed(t *testing.T, url, name string) {
	require.NoError(t, testdb.ExecAt(url, "UPDATE people SET name = '"+name+"' WHERE id = 'tobin'"))
}

func nameOf(t *testing.T, s *shop.Shop) string {
	a, err := s.Account(t.Context(), "tobin")
	require.NoError(t, err)
	return a.Name
}

// knows waits until a server keeps who somebody is, and leaves a name in the database that it does not know of.
func knows(t *testing.T, url string, s *shop.Shop) {
	require.Eventually(t, func() bool {
		renamed(t, url, "Tobin")
		s.Came() // what it keeps from before would outlast the name for a while
		before := nameOf(t, s)
		renamed(t, url, "Tobias")
		return before == "Tobin" && nameOf(t, s) == "Tobin"
	}, 20*time.Second, 10*time.Millisecond, "nothing is kept")
}

func TestWhoWasChangedIsSoOnEveryServerAtOnce(t *testing.T) {
	here := testdb.Shop(t)
	there := besideOf(t, here)
	here.Live(t.Context())
	there.Live(t.Context())
	url := testdb.URLOf(here.Store)
	lead := workshop.Person{ID: "ines"}
	for _, other := range []*shop.Shop{here, there} {
		knows(t, url, here)
		knows(t, url, there)
		require.NoError(t, other.ChangePerson(t.Context(), lead, "tobin", "", "", "", true))
		assert.Equal(t, "Tobias", nameOf(t, other), "whoever changed it knows with the answer")
		for _, s := range []*shop.Shop{here, there} {
			assert.Eventually(t, func() bool { return nameOf(t, s) == "Tobias" }, 4*time.Second, time.Millisecond)
		}
	}
}

func TestASessionThatEndsEndsOnEveryServer(t *testing.T) {
	here := testdb.Shop(t)
	there := besideOf(t, here)
	here.Live(t.Context())
	there.Live(t.Context())
	one, err := here.Sessions()
	require.NoError(t, err)
	other, err := there.Sessions()
	require.NoError(t, err)
	found := func() bool {
		_, found, err := other.Find("token")
		require.NoError(t, err)
		return found
	}
	require.Eventually(t, func() bool { // until it is kept there: what is gone from the database is still found
		require.NoError(t, one.Commit("token", []byte("who"), time.Now().Add(time.Hour)))
		was := found()
		require.NoError(t, testdb.Exec(here.Store, "DELETE FROM sessions"))
		return was && found()
	}, 20*time.Second, 10*time.Millisecond)
	require.NoError(t, one.Delete("token"))
	assert.Eventually(t, func() bool { return !found() }, 4*time.Second, time.Millisecond)

	require.NoError(t, one.Commit("token", []byte("who"), time.Now().Add(time.Hour)))
	require.True(t, found())
	require.NoError(t, other.Commit("token", []byte("somebody else"), time.Now().Add(time.Hour)))
	raw, _, err := other.Find("token")
	require.NoError(t, err)
	assert.Equal(t, "somebody else", string(raw), "what a server writes it does not mistake itself")
}

func TestNothingIsKeptOfWhoIsHereByAServerThatDoesNotHearTheOthers(t *testing.T) {
	s := testdb.Shop(t)
	for _, name := range []string{"Tobin", "Tobias"} {
		renamed(t, testdb.URLOf(s.Store), name)
		assert.Equal(t, name, nameOf(t, s))
	}
}

// besideOf is another server on the same database.
func besideOf(t *testing.T, s *shop.Shop) *shop.Shop {
	store, err := postgres.Open(t.Context(), testdb.URLOf(s.Store))
	require.NoError(t, err)
	t.Cleanup(func() { store.Close() })
	return shop.New(store, testdb.Now)
}

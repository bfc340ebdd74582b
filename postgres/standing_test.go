package postgres_test

import (
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/workshop"
)

func TestTwoWhoLogOnOneCardAtOnceBothKeepTheirs(t *testing.T) {
	s := opened(t)
	var wait sync.WaitGroup
	for i := range 20 {
		wait.Add(1)
		go func() {
			defer wait.Done()
			_, err := s.ChangeMachine(t.Context(), "m", func(_ *postgres.Store, m *workshop.Machine) error {
				return m.Add(
					workshop.Entry{Kind: "defect", On: "2026-11-24", Says: fmt.Sprint("fault ", i)},
					"Ines",
					time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC),
					fmt.Sprint("d", i),
				)
			})
			assert.NoError(t, err)
		}()
	}
	wait.Wait()
	m, err := s.Machine(t.Context(), "m")
	require.NoError(t, err)
	assert.Len(t, m.Defects, 20)
	assert.Len(t, m.Cables, 1, "the cables are where they were")
}

func TestAChangeThatIsRefusedKeepsNothing(t *testing.T) {
	s := opened(t)
	_, err := s.ChangeMachine(t.Context(),
		"m",
		func(_ *postgres.Store, m *workshop.Machine) error { m.Name = "gone"; return fault.At("name", "no") },
	)
	require.Error(t, err)
	m, err := s.Machine(t.Context(), "m")
	require.NoError(t, err)
	assert.Equal(t, "M", m.Name)
	_, err = s.ChangeMachine(t.Context(), "ark", func(*postgres.Store, *workshop.Machine) error { return nil })
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}

func TestAnAccountIsFoundInAnyCaseOfLettersAndKeepsItsSecrets(t *testing.T) {
	s := testdb.Store(t)
	some, err := s.HasAccounts(t.Context())
	require.NoError(t, err)
	assert.False(t, some)
	floor := workshop.Workshop{Name: "w", People: []workshop.Person{{ID: "ines", Name: "Ines", Role: workshop.Lead}}}
	require.NoError(t, saveFloor(s, floor))
	require.NoError(t, s.ChangePerson(t.Context(), "ines", postgres.PersonChange{Password: "hash", PIN: "pin"}))
	require.NoError(t, saveFloor(s, floor), "loading the file again")
	for _, name := range []string{"ines", "INES", "Ines"} {
		a, err := s.Account(t.Context(), name)
		require.NoError(t, err, name)
		assert.Equal(t, "hash", a.Password, "the file carries none, so what was set stays")
		assert.Equal(t, workshop.Lead, a.Role)
		assert.True(t, a.Person.PIN)
	}
	_, err = s.Account(t.Context(), "nobody")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
	before, _ := s.Account(t.Context(), "ines")
	require.NoError(t, s.ChangePerson(t.Context(), "ines", postgres.PersonChange{SignOut: true}))
	after, _ := s.Account(t.Context(), "ines")
	assert.Greater(t, after.Epoch, before.Epoch, "sessions of before have ended")
	assert.ErrorIs(t, s.ChangePerson(t.Context(), "nobody", postgres.PersonChange{SignOut: true}), postgres.ErrNotFound)
	assert.Error(t, s.AddPerson(t.Context(), workshop.Person{ID: "x", Name: "INES", Role: workshop.Mechanic}, "", ""), "a name is there once")
}

func TestThinThingsAndTablesAreReplacedByNameAndForgotten(t *testing.T) {
	s := testdb.Store(t)
	for _, thick := range []float64{0.7, 0.65} {
		require.NoError(t, s.SaveThin(t.Context(), workshop.Thin{Name: "hacksaw blade", Thickness: thick}))
	}
	require.NoError(t, s.SaveThin(t.Context(), workshop.Thin{Name: "card", Thickness: 0.3}))
	things, err := s.ThinThings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []workshop.Thin{{Name: "card", Thickness: 0.3}, {Name: "hacksaw blade", Thickness: 0.65}}, things, "the thinnest first")
	require.NoError(t, s.DropThin(t.Context(), "card"))
	assert.ErrorIs(t, s.DropThin(t.Context(), "card"), postgres.ErrNotFound)
	require.NoError(t, s.SaveTable(t.Context(), workshop.Table{Name: "gauge", Text: "1; 2\n3; 4"}))
	require.NoError(t, s.DropTable(t.Context(), "gauge"))
	assert.ErrorIs(t, s.DropTable(t.Context(), "gauge"), postgres.ErrNotFound)
}

func TestSearchTakesWordsAsTheyAre(t *testing.T) {
	s := testdb.Store(t)
	require.NoError(t, saveFloor(s, workshop.Workshop{Name: "w", Machines: []workshop.Machine{
		{
			ID:      "a",
			Name:    "Barge 100%",
			Craft:   "boat",
			Details: workshop.Details{Owner: "Harbour_master"},
		}, {ID: "b", Name: "Barge 1000", Craft: "boat", Unit: &workshop.Unit{Serial: "K-0412", Hand: "standard"}}}}))
	for want, found := range map[string]int{"barge": 2, "BARGE 100%": 1, "harbour_": 1, "harbourxmaster": 0, "k-0412": 1,
		"100 barge": 2, `\`: 0, "": 0} {
		hits, err := s.Search(t.Context(), want)
		require.NoError(t, err, want)
		assert.Len(t, hits, found, want)
	}
}

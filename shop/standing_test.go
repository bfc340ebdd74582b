package shop_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
	"brankel/shop"
)

func field(t *testing.T, err error) string {
	t.Helper()
	require.Error(t, err)
	switch err := err.(type) {
	case *fault.Fault:
		return err.Field
	}
	t.Fatalf("%T: %v", err, err)
	return ""
}

func TestACardIsChangedButWhatWasLoggedAndRunStays(t *testing.T) {
	s := testdb.Shop(t)
	before, err := s.MachineView("teal")
	require.NoError(t, err)
	card := before.Machine
	card.Name, card.Owner, card.Meters = "Launch  Teal II ", "somebody else", nil
	after, err := s.PutMachine(card)
	require.NoError(t, err)
	assert.Equal(t, "Launch Teal II", after.Machine.Name)
	assert.Equal(t, "somebody else", after.Machine.Owner)
	assert.Equal(t, before.Machine.Meters, after.Machine.Meters, "usage is logged, not written over")
	assert.Equal(t, before.Lines[0].Runs, after.Lines[0].Runs)

	card.Cables = card.Cables[1:]
	_, err = s.PutMachine(card)
	assert.ErrorContains(t, err, "has runs on record")
	card = after.Machine
	card.Identity = []workshop.Mark{{Name: "registration", Value: "wi-mal"}}
	_, err = s.PutMachine(card)
	assert.Equal(t, "identity[0].value", field(t, err))
	assert.ErrorContains(t, err, "Mail aeroplane")
}

func TestAMachineSaysWhichSheetItsPlateLeadsTo(t *testing.T) {
	s := testdb.Shop(t)
	for id, says := range map[string]string{
		"oyster": "sheet 302: serial 40125 lies from 38791", "mussel": "sheet 301: serial 31007 lies in 20114–38790",
		"knot":   "sheet 201: engine number K-655 lies in K-0412–0877",
		"plover": "sheet 202: engine number K-877C lies after K-0877B", "samphire": "sheet 602: year 2016 lies from 2013",
		"survey": "sheet 722: serial 263 lies from 241", "scoter": "lies outside every range",
	} {
		v, err := s.MachineView(id)
		require.NoError(t, err)
		assert.Contains(t, v.Lines[0].Says, says, id)
	}
}

func TestGaugesAreKeptOnlyWithWhatTheyCanTell(t *testing.T) {
	s := testdb.Shop(t)
	good := run.Gauge{Name: "tape 2", Kind: "tape", Resolution: 1, Doubt: 0.5, Due: "2027-01-01"}
	for want, change := range map[string]func(*run.Gauge){
		"name": func(g *run.Gauge) { g.Name = "TAPE 1" }, "kind": func(g *run.Gauge) { g.Kind = "thumb" },
		"resolution": func(g *run.Gauge) { g.Resolution = 0 },
		"doubt":      func(g *run.Gauge) { g.Doubt = 0.4 }, "due": func(g *run.Gauge) { g.Due = "next year" },
		"risers[0].table": func(g *run.Gauge) { g.Risers = []run.Riser{{Name: "1", Table: "10; 60\n10; 70"}} },
	} {
		g := good
		change(&g)
		assert.Equal(t, want, field(t, s.KeepGauge(g)))
	}
	require.NoError(t, s.KeepGauge(good))
	good.Name, good.Kind = "tension gauge 5", "tension gauge"
	good.Risers = []run.Riser{{Name: "riser 2", Table: "10; 60\n20; 125"}}
	require.NoError(t, s.KeepGauge(good))
	v, err := s.Bench("")
	require.NoError(t, err)
	assert.Contains(
		t,
		v.Tables,
		workshop.Table{Name: "tension gauge 5, riser 2", Text: "10; 60\n20; 125", Gauge: true},
		"its table is offered on the bench",
	)
}

func TestTablesAreKeptAsTheyWereUnderstood(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, s.KeepTable("  gauge   7 ", "scale\tN\n10\t60,5\n20\t125"))
	tables, err := s.Store.Tables()
	require.NoError(t, err)
	assert.Contains(t, tables, workshop.Table{Name: "gauge 7", Text: "10; 60.5\n20; 125"})
	assert.Equal(t, "text", field(t, s.KeepTable("x", "10; 60")))
	assert.Equal(t, "name", field(t, s.KeepTable("a/b", "10; 60\n20; 70")))
	assert.Equal(t, "thickness", field(t, s.KeepThin("plank", "22 mm")))
	assert.Equal(t, "thickness", field(t, s.KeepThin("ghost", "0")))
}

func TestWrongAttemptsLockLongerAndLonger(t *testing.T) {
	s := testdb.Shop(t)
	now := s.Now()
	s.Now = func() time.Time { return now }
	wait := func() time.Duration {
		a, err := s.Store.Account("tobin")
		require.NoError(t, err)
		return a.LockedUntil.Sub(now)
	}
	for range 5 {
		_, err := s.SignIn("Tobin", "guess")
		require.Equal(t, 401, err.(*shop.Refusal).Status)
	}
	assert.Equal(t, time.Minute, wait())
	for want := 2 * time.Minute; want <= 32*time.Minute; want *= 2 {
		now = now.Add(wait())
		_, err := s.Switch("tobin", "0000")
		require.Equal(t, 401, err.(*shop.Refusal).Status, "a PIN counts as well")
		assert.Equal(t, want, wait())
	}
	now = now.Add(wait())
	_, err := s.SignIn("Tobin", "three turns to the eye")
	require.NoError(t, err)
	_, err = s.SignIn("Tobin", "guess")
	require.Equal(t, 401, err.(*shop.Refusal).Status)
	assert.LessOrEqual(t, wait(), time.Duration(0), "the right one begins anew")
}

func TestAnAircraftIsSignedForByAnInspector(t *testing.T) {
	s := testdb.Shop(t)
	_, err := s.OpenRun("r-mail", "mail", "aileron")
	require.NoError(t, err)
	_, err = s.OpenRun("r-oyster", "oyster", "clutch")
	require.NoError(t, err)
	signed := func(id string, role workshop.Role) error {
		return s.MayAppend(workshop.Person{Role: role}, run.Event{Run: id, Kind: run.KindSigned})
	}
	for _, role := range []workshop.Role{workshop.Mechanic, workshop.Lead} {
		assert.ErrorContains(t, signed("r-mail", role), "inspector")
		assert.NoError(t, signed("r-oyster", role))
	}
	assert.NoError(t, signed("r-mail", workshop.Inspector))
	assert.NoError(
		t,
		s.MayAppend(workshop.Person{Role: workshop.Mechanic}, run.Event{Run: "r-mail", Kind: run.KindNote}),
		"the work itself is a mechanic's",
	)
}

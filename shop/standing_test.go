package shop_test

import (
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
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
	before, err := s.MachineView(t.Context(), "teal")
	require.NoError(t, err)
	card := before.Machine
	card.Name, card.Owner, card.Meters = "Launch  Teal II ", "somebody else", nil
	after, err := s.PutMachine(t.Context(), card)
	require.NoError(t, err)
	assert.Equal(t, "Launch Teal II", after.Machine.Name)
	assert.Equal(t, "somebody else", after.Machine.Owner)
	assert.Equal(t, before.Machine.Meters, after.Machine.Meters, "usage is logged, not written over")
	assert.Equal(t, before.Lines[0].Runs, after.Lines[0].Runs)

	_, err = s.PutMachine(t.Context(), card)
	var moved *shop.CardMoved
	require.ErrorAs(t, err, &moved, "whoever saw an older one takes nothing back")
	assert.Equal(t, after.Machine.Version, moved.Now.Version)
	card.Note = "ran aground"
	_, err = s.PutMachine(t.Context(), card)
	require.ErrorAs(t, err, &moved)
	assert.Equal(t, []string{"note: yours “ran aground”, theirs “" + after.Machine.Note + "”"}, moved.Differs[len(moved.Differs)-1:])
	card.Version = 0
	_, err = s.PutMachine(t.Context(), card)
	assert.Equal(t, "version", field(t, err))
	card.Version = after.Machine.Version

	card.Cables = card.Cables[1:]
	_, err = s.PutMachine(t.Context(), card)
	assert.ErrorContains(t, err, "has runs on record")
	card = after.Machine
	card.Identity = []workshop.Mark{{Name: "registration", Value: "wi-mal"}}
	_, err = s.PutMachine(t.Context(), card)
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
		v, err := s.MachineView(t.Context(), id)
		require.NoError(t, err)
		assert.Contains(t, v.Lines[0].Says, says, id)
	}
}

func TestGaugesAreKeptOnlyWithWhatTheyCanTell(t *testing.T) {
	s := testdb.Shop(t)
	good := record.Gauge{Name: "tape 2", Kind: "tape", Resolution: 1, Doubt: 0.5, Due: "2027-01-01"}
	for _, c := range []struct {
		field  string
		change func(*record.Gauge)
	}{
		{"name", func(g *record.Gauge) { g.Name = "TAPE 1" }},
		{"kind", func(g *record.Gauge) { g.Kind = "thumb" }},
		{"resolution", func(g *record.Gauge) { g.Resolution = 0 }},
		{"resolution", func(g *record.Gauge) { g.Resolution = 1e9 }},
		{"doubt", func(g *record.Gauge) { g.Doubt = 0.4 }},
		{"doubt", func(g *record.Gauge) { g.Doubt = 1e300 }},
		{"due", func(g *record.Gauge) { g.Due = "next year" }},
		{"risers[0].table", func(g *record.Gauge) { g.Risers = []record.Riser{{Name: "1", Table: "10; 60\n10; 70"}} }},
		{"risers", func(g *record.Gauge) { g.Risers = make([]record.Riser, 50) }},
	} {
		g := good
		c.change(&g)
		assert.Equal(t, c.field, field(t, s.KeepGauge(t.Context(), shop.GaugeIn{Gauge: g})))
	}
	require.NoError(t, s.KeepGauge(t.Context(), shop.GaugeIn{Gauge: good}))
	good.Name, good.Kind = "tension gauge 5", "tension gauge"
	good.Risers = []record.Riser{{Name: "riser 2", Table: "10; 60\n20; 125"}}
	require.NoError(t, s.KeepGauge(t.Context(), shop.GaugeIn{Gauge: good}))
	v, err := s.Bench(t.Context(), "")
	require.NoError(t, err)
	assert.Contains(
		t,
		v.Tables,
		workshop.Table{Name: "tension gauge 5, riser 2", Text: "10; 60\n20; 125", Gauge: true},
		"its table is offered on the bench",
	)
}

func TestFiguresOfAGaugeAreReadAsTheyAreTyped(t *testing.T) {
	s := testdb.Shop(t)
	in := shop.GaugeIn{Gauge: record.Gauge{Name: "feeler 9", Kind: "feeler"}, Shows: "2 thou", Tells: "0,03"}
	require.NoError(t, s.KeepGauge(t.Context(), in))
	all, err := s.Gauges(t.Context())
	require.NoError(t, err)
	last := all[len(all)-1]
	assert.InDelta(t, 0.0508, last.Resolution, 1e-9)
	assert.InDelta(t, 0.03, last.Doubt, 1e-9)
	in.Name, in.Shows = "feeler 10", "1,234"
	assert.Equal(t, "shows", field(t, s.KeepGauge(t.Context(), in)))
}

func TestTablesAreKeptAsTheyWereUnderstood(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, s.KeepTable(t.Context(), "  gauge   7 ", "scale\tN\n10\t60,5\n20\t125"))
	tables, err := s.Store.Tables(t.Context())
	require.NoError(t, err)
	assert.Contains(t, tables, workshop.Table{Name: "gauge 7", Text: "10; 60.5\n20; 125"})
	assert.Equal(t, "text", field(t, s.KeepTable(t.Context(), "x", "10; 60")))
	assert.Equal(t, "name", field(t, s.KeepTable(t.Context(), "a/b", "10; 60\n20; 70")))
	assert.Equal(t, "thickness", field(t, s.KeepThin(t.Context(), "plank", "22 mm")))
	assert.Equal(t, "thickness", field(t, s.KeepThin(t.Context(), "ghost", "0")))
}

func TestWrongAttemptsLockLongerAndLonger(t *testing.T) {
	s := testdb.Shop(t)
	now := s.Now()
	s.Now = func() time.Time { return now }
	refused := func(secret string) *shop.Refusal {
		_, err := s.SignIn(t.Context(), "Tobin", secret, "10.0.0.9")
		var r *shop.Refusal
		require.ErrorAs(t, err, &r)
		return r
	}
	for range 5 {
		require.Equal(t, 401, refused("guess").Status)
	}
	require.Equal(t, time.Minute, refused("three turns to the eye").After, "the right one waits too, and is told how long")
	for want := 2 * time.Minute; want <= 32*time.Minute; want *= 2 {
		now = now.Add(want / 2)
		require.Equal(t, 401, refused("0000").Status)
		assert.Equal(t, want, refused("0000").After)
	}
	_, err := s.Switch(t.Context(), "Tobin", "1357", "10.0.0.9")
	require.NoError(t, err, "a PIN is another thing than a password")
	_, err = s.SignIn(t.Context(), "Tobin", "three turns to the eye", "10.0.0.7")
	require.NoError(t, err, "whoever guesses elsewhere locks no device of its owner")
	now = now.Add(32 * time.Minute)
	_, err = s.SignIn(t.Context(), "Tobin", "three turns to the eye", "10.0.0.9")
	require.NoError(t, err)
	require.Equal(t, 401, refused("guess").Status, "the right one begins anew")
	require.Equal(t, 401, refused("guess").Status)
}

// Guesses from many addresses are counted together too, and the right one from elsewhere takes none of
// them back.
func TestGuessesFromEverywhereAreBounded(t *testing.T) {
	s := testdb.Shop(t)
	looked := 0
	for n := range 80 {
		_, err := s.SignIn(t.Context(), "Tobin", "guess", fmt.Sprintf("10.0.1.%d", n))
		var r *shop.Refusal
		require.ErrorAs(t, err, &r)
		if r.Status == 401 {
			looked++
		}
		if n == 20 {
			_, err := s.SignIn(t.Context(), "Tobin", "three turns to the eye", "10.0.0.7")
			require.NoError(t, err)
		}
	}
	assert.Equal(t, 50, looked)
}

// Whoever signs in under a name that stands for something else counts nothing there, and a code of
// one's own forgives nobody's guesses.
func TestCodesAreCountedAlone(t *testing.T) {
	s := testdb.Shop(t)
	invite, err := s.Invite(t.Context(), "2026-11-wigeon", "Ines")
	require.NoError(t, err)
	for _, name := range []string{"any code", "code", "code from 10.0.0.1"} {
		for range 7 {
			_, _ = s.SignIn(t.Context(), name, "guess", "10.0.0.1")
		}
	}
	_, _, err = s.Join(t.Context(), invite.Code, "", "10.0.0.1")
	require.NoError(t, err)
	wrong := map[bool]string{true: "000001", false: "000000"}[invite.Code == "000000"]
	looked := 0
	for n := range 80 {
		_, _, err := s.Join(t.Context(), wrong, "", fmt.Sprintf("10.0.2.%d", n))
		var r *shop.Refusal
		require.ErrorAs(t, err, &r)
		if r.Status == 401 {
			looked++
		}
		_, _, _ = s.Join(t.Context(), invite.Code, "", "10.0.0.1")
	}
	assert.LessOrEqual(t, looked, 50, "a right one between two wrong ones takes none of them back")
}

func TestANameNobodyHasIsRefusedLikeOneThatIsThere(t *testing.T) {
	s := testdb.Shop(t)
	answers := func(name string) (out []string) {
		for range 7 {
			_, err := s.SignIn(t.Context(), name, "guess", "10.0.0.1")
			out = append(out, err.Error())
		}
		return out
	}
	assert.Equal(t, answers("Tobin"), answers("Nobody At All"))
}

func TestGuessesAtOnceAreEachCounted(t *testing.T) {
	s := testdb.Shop(t)
	statuses := make(chan int, 18)
	for range cap(statuses) {
		go func() {
			_, err := s.SignIn(t.Context(), "Tobin", "guess", "10.0.0.1")
			var r *shop.Refusal
			assert.ErrorAs(t, err, &r)
			statuses <- r.Status
		}()
	}
	looked := 0
	for range cap(statuses) {
		if <-statuses == 401 {
			looked++
		}
	}
	assert.Equal(t, 5, looked)
}

func TestSecretsChangeAllOrNothing(t *testing.T) {
	s := testdb.Shop(t)
	lead := workshop.Person{ID: "ines", Role: workshop.Lead}
	before, err := s.Store.Account(t.Context(), "tobin")
	require.NoError(t, err)
	assert.Equal(t, "pin", field(t, s.SetSecrets(t.Context(), "tobin", "a good long password", "12")))
	assert.Equal(t, "pin", field(t, s.ChangePerson(t.Context(), lead, "tobin", workshop.ReadOnly, "a good long password", "12", true)))
	after, err := s.Store.Account(t.Context(), "tobin")
	require.NoError(t, err)
	assert.Equal(t, before, after)
	_, err = s.AddPerson(t.Context(), "Ro", workshop.Mechanic, "a good long password", "12")
	assert.Equal(t, "pin", field(t, err))
	_, err = s.Store.Account(t.Context(), "Ro")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
	require.NoError(t, s.ChangePerson(t.Context(), lead, "tobin", workshop.ReadOnly, "", "2222", true))
	after, _ = s.Store.Account(t.Context(), "tobin")
	assert.Equal(t, workshop.ReadOnly, after.Role)
	assert.NotEqual(t, before.PIN, after.PIN)
	assert.Equal(t, before.Password, after.Password)
}

func TestASecondInspectionIsAnInspectors(t *testing.T) {
	s := testdb.Shop(t)
	looked := func(role workshop.Role) error {
		return s.MayAppend(workshop.Person{Role: role}, record.Event{Run: "r-air", Kind: record.KindInspected})
	}
	for _, role := range []workshop.Role{workshop.Mechanic, workshop.Lead} {
		assert.ErrorContains(t, looked(role), "inspector")
	}
	assert.NoError(t, looked(workshop.Inspector))
	assert.NoError(
		t,
		s.MayAppend(workshop.Person{Role: workshop.Mechanic}, record.Event{Run: "r-air", Kind: record.KindSigned}),
		"who did the work signs for it",
	)
}

func TestALeadIsAlwaysLeft(t *testing.T) {
	s := testdb.Shop(t)
	maud, err := s.AddPerson(t.Context(), "Gwen", workshop.Lead, "a good long password", "")
	require.NoError(t, err)
	leads := []workshop.Person{{ID: "ines", Role: workshop.Lead}, maud}
	for range 8 {
		var both sync.WaitGroup
		for i := range leads {
			both.Go(func() { _ = s.ChangePerson(t.Context(), leads[i], leads[1-i].ID, workshop.Mechanic, "", "", false) })
		}
		both.Wait()
		left := 0
		for _, p := range leads {
			a, err := s.Store.Account(t.Context(), p.ID)
			require.NoError(t, err)
			if a.Role == workshop.Lead {
				left++
				continue
			}
			require.NoError(t, s.Store.ChangePerson(t.Context(), p.ID, postgres.PersonChange{Role: workshop.Lead}))
		}
		require.Equal(t, 1, left, "the second of two who take it from each other is refused")
	}
}

// Somebody who came with a file and has no password yet is the first lead, in whatever letters they
// write their name.
func TestTheFirstLeadMayHaveComeWithAFile(t *testing.T) {
	s := shop.New(testdb.Store(t), testdb.Shop(t).Now)
	require.NoError(t, s.Import(t.Context(), demo.Files))
	id, err := s.First(t.Context(), "MAUD", "a good long password", "")
	require.NoError(t, err)
	assert.Equal(t, "maud", id)
	a, err := s.SignIn(t.Context(), "Maud", "a good long password", "")
	require.NoError(t, err)
	assert.Equal(t, workshop.Lead, a.Role)
	_, err = s.First(t.Context(), "Tobin", "a good long password", "")
	require.ErrorContains(t, err, "there are accounts already")
}

func TestNamesAreWhatTheyLookLike(t *testing.T) {
	s := testdb.Shop(t)
	for name, says := range map[string]string{
		"In\u200bes": "to be seen", "\u202eseni": "to be seen", "Ro\u3164": "to be seen", "\u0406nes": "looks like Ines",
		"lnes": "looks like Ines", "Ines": "is there already", "Bo, guest": "guests are marked",
	} {
		_, err := s.AddPerson(t.Context(), name, workshop.Mechanic, "a good long password", "")
		assert.ErrorContains(t, err, says, "%q", name)
	}
	_, err := s.AddPerson(t.Context(), "Ólöf", workshop.Mechanic, "a good long password", "")
	require.NoError(t, err)
	events, err := s.Events(t.Context(), "2026-11-wigeon", 0)
	require.NoError(t, err)
	for _, name := range []string{events[0].By, strings.ReplaceAll(events[0].By, "o", "\u043e")} {
		_, err = s.GuestName(t.Context(), name, "2026-11-wigeon")
		require.ErrorContains(t, err, "is at this run already", name)
	}
	_, err = s.GuestName(t.Context(), "Olle", "2026-11-wigeon")
	require.NoError(t, err, "who else has an account is not told")
}

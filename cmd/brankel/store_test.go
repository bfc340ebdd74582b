package main

import (
	"bytes"
	"context"
	"io"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// run does a command on a database and gives its code and what it printed.
func run(t *testing.T, database string, args ...string) (int, string) {
	t.Helper()
	t.Setenv("BRANKEL_DATABASE_URL", database)
	out, errs := os.Stdout, os.Stderr
	r, w, err := os.Pipe()
	require.NoError(t, err)
	os.Stdout, os.Stderr = w, w
	defer func() { os.Stdout, os.Stderr = out, errs }()
	said := make(chan string)
	go func() {
		var b bytes.Buffer
		_, _ = io.Copy(&b, r)
		said <- b.String()
	}()
	code := command(context.Background(), args, os.Stdin, os.Stdout, os.Stderr)
	w.Close()
	return code, <-said
}

func TestVerifyRebuildAndExportOnTheCommandLine(t *testing.T) {
	s := testdb.Shop(t)
	database := testdb.URLOf(s.Store)
	code, said := run(t, database, "verify")
	assert.Equal(t, 0, code)
	assert.Regexp(t, `^42 runs, \d+ events, 30 sheets: every chain is whole\nhead of the ledger: [0-9a-f]{64}\n$`, said)

	require.NoError(t, testdb.Exec(s.Store, `UPDATE runs SET says = 'all is well'`))
	code, said = run(t, database, "rebuild")
	assert.Equal(t, 0, code)
	assert.Equal(t, "42 runs, 42 of them shown otherwise than they stand and mended\n", said)

	dir := filepath.Join(t.TempDir(), "out")
	code, said = run(t, database, "export", dir)
	assert.Equal(t, 0, code, said)
	raw, err := os.ReadFile(filepath.Join(dir, "sheets", "114.json"))
	require.NoError(t, err)
	_, err = sheet.Parse(raw)
	require.NoError(t, err)
	code, said = run(t, database, "export", dir)
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "is not empty: name a new folder")

	require.NoError(t, testdb.Exec(s.Store, `ALTER TABLE events DISABLE TRIGGER USER;
		DELETE FROM events WHERE run_id = '2026-11-avocet' AND seq = 22`))
	code, said = run(t, database, "verify")
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "run 2026-11-avocet: it ended with event 22, and 21 are there")
}

// A sheet that got into the store under an evil name, past every check, is written
// nowhere outside the folder.
func TestAnArchiveGoesFromOneDatabaseToTheNext(t *testing.T) {
	one, two := testdb.URLOf(testdb.Shop(t).Store), testdb.URL(t)
	dir := t.TempDir()
	for _, to := range []string{"a.tar", "a"} {
		code, said := run(t, one, "export", filepath.Join(dir, to))
		require.Equal(t, 0, code, said)
	}
	code, said := run(t, one, "export", filepath.Join(dir, "a.tar"))
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "is there already")
	_, head := run(t, one, "verify")
	for from, to := range map[string]string{"a.tar": two, "a": testdb.URL(t)} {
		code, said = run(t, to, "import", filepath.Join(dir, from))
		require.Equal(t, 0, code, said)
		assert.Contains(t, said, head, "the head of the ledger is the same")
		code, said = run(t, to, "import", filepath.Join(dir, "a.tar"))
		assert.Equal(t, 1, code)
		assert.Contains(t, said, "holds a workshop already")
	}
	code, said = run(t, two, "export", filepath.Join(dir, "b.tar"))
	require.Equal(t, 0, code, said)
	a, err := os.ReadFile(filepath.Join(dir, "a.tar"))
	require.NoError(t, err)
	b, err := os.ReadFile(filepath.Join(dir, "b.tar"))
	require.NoError(t, err)
	assert.True(t, bytes.Equal(a, b))
	code, said = run(t, two, "import", "--look", filepath.Join(dir, "a"))
	assert.Equal(t, 0, code, said)
	assert.Contains(t, said, "those that are not here yet", "onto a floor that is there a folder goes as its open formats")
}

func TestNothingIsExportedOutsideItsFolder(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, testdb.Exec(s.Store, `UPDATE sheets
		SET sheet_id = '../../evil', body = replace(body, '"id": "721"', '"id": "../../evil"'),
		hash = 'evil' WHERE sheet_id = '721'`))
	dir := filepath.Join(t.TempDir(), "a", "b")
	code, _ := run(t, testdb.URLOf(s.Store), "export", dir)
	assert.Equal(t, 1, code)
	found, err := filepath.Glob(filepath.Join(dir, "..", "..", "evil*"))
	require.NoError(t, err)
	assert.Empty(t, found)
}

func TestTheDemoIsLoadedOnceAndTheCommandsSayWhatToWrite(t *testing.T) {
	database := testdb.URL(t)
	code, said := run(t, database, "demo")
	assert.Equal(t, 0, code)
	assert.Contains(t, said, `Ines   lead       password "slack tide at nine", PIN 2468`)
	code, said = run(t, database, "demo")
	assert.Equal(t, 0, code)
	assert.Empty(t, said, "a floor that is not empty is left as it is")
	for says, args := range map[string][]string{"| serve |": {}, "| rehearse |": {"sing"}, "write: brankel import FILE.tar | DIR": {"import"}} {
		code, said = run(t, database, args...)
		assert.Equal(t, 2, code)
		assert.Contains(t, said, says)
	}
	code, said = run(t, "", "verify")
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "set BRANKEL_DATABASE_URL")
	code, said = run(t, "postgres://nobody@127.0.0.1:1/none", "verify")
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "the database does not answer")
}

func TestServeSaysWhereItIsAndLeavesWordForTheNextStart(t *testing.T) {
	t.Setenv("BRANKEL_ADDR", "127.0.0.1:0")
	pidfile := filepath.Join(t.TempDir(), "server")
	t.Setenv("BRANKEL_PIDFILE", pidfile)
	t.Setenv("BRANKEL_PROXY", "127.0.0.1 10.0.0.0/8")
	ctx, stop := context.WithCancel(context.Background())
	ended := make(chan error)
	go func() { ended <- serve(ctx, []house{{"", testdb.Shop(t)}}) }()
	require.Eventually(t, func() bool { _, err := os.Stat(pidfile); return err == nil }, 10*time.Second, 20*time.Millisecond)
	raw, err := os.ReadFile(pidfile)
	require.NoError(t, err)
	assert.Regexp(t, `^\d+ http://127\.0\.0\.1:\d+/\n$`, string(raw))
	stop()
	require.NoError(t, <-ended)
	_, err = os.Stat(pidfile)
	assert.ErrorIs(t, err, os.ErrNotExist)

	t.Setenv("BRANKEL_PROXY", "the one in the cellar")
	assert.ErrorContains(t, serve(context.Background(), []house{{"", testdb.Shop(t)}}), "BRANKEL_PROXY has")
}

func TestProxiesAreAddressesOrRanges(t *testing.T) {
	for _, c := range []struct {
		text  string
		holds string
		not   string
	}{
		{"127.0.0.1", "127.0.0.1", "127.0.0.2"},
		{"10.0.0.0/8, 192.168.1.7", "192.168.1.7", "192.168.1.8"},
		{"::1", "::1", "::2"},
	} {
		list, err := proxiesOf(c.text)
		require.NoError(t, err)
		in := func(ip string) (found bool) {
			for _, n := range list {
				found = found || n.Contains(net.ParseIP(ip))
			}
			return found
		}
		assert.True(t, in(c.holds), c.text)
		assert.False(t, in(c.not), c.text)
	}
	none, err := proxiesOf("  ")
	require.NoError(t, err)
	assert.Empty(t, none)
	_, err = proxiesOf(strings.Repeat("9", 40))
	assert.Error(t, err)
}

// An import says what it would change before it does, and takes nothing away.
func TestAnImportSaysWhatItChanges(t *testing.T) {
	s := testdb.Shop(t)
	database := testdb.URLOf(s.Store)
	dir := filepath.Join(t.TempDir(), "out")
	code, said := run(t, database, "export", dir)
	require.Equal(t, 0, code, said)
	code, said = run(t, database, "import", "--look", dir)
	require.Equal(t, 0, code, said)
	assert.NotContains(t, said, "stays", "what was just written is the same")

	_, err := s.Log(t.Context(), "teal", workshop.Entry{Kind: "defect", On: "2026-11-20", Says: "the stud weeps"}, "Ines")
	require.NoError(t, err)
	require.NoError(t, s.Store.ChangePerson(t.Context(), "tobin", postgres.PersonChange{Role: workshop.ReadOnly}))
	for _, args := range [][]string{{"import", "--look", dir}, {"import", dir}, {"import", "--take", dir}} {
		code, said = run(t, database, args...)
		require.Equal(t, 0, code, said)
		assert.Contains(t, said, "Tobin stays read-only")
		card, err := s.MachineView(t.Context(), "teal")
		require.NoError(t, err)
		assert.Contains(t, card.Open, "the stud weeps")
		tobin, err := s.Store.Account(t.Context(), "tobin")
		require.NoError(t, err)
		assert.Equal(t, workshop.ReadOnly, tobin.Role)
	}
	for _, bad := range []string{filepath.Join(dir, "none"), filepath.Join(dir, "workshop.json"), t.TempDir()} {
		code, said = run(t, database, "import", bad)
		assert.Equal(t, 1, code, bad)
		assert.Regexp(t, "there is no .*none|this is no archive|nothing to import", said)
	}
	code, said = run(t, database, "import", "--look", "--take", dir)
	assert.Equal(t, 2, code)
	assert.Contains(t, said, "write: brankel import")
}

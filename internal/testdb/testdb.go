// Package testdb gives each test a PostgreSQL database of its own.
package testdb

import (
	"context"
	"fmt"
	"net/url"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/postgres"
	"brankel/shop"
)

// URL makes an empty database on the server of BRANKEL_TEST_DATABASE_URL.
func URL(t testing.TB) string { return create(t, "template1") }

func create(t testing.TB, template string) string {
	admin := os.Getenv("BRANKEL_TEST_DATABASE_URL")
	require.NotEmpty(t, admin, "these tests need a PostgreSQL: export BRANKEL_TEST_DATABASE_URL=$(scripts/test-db), or run ./test")
	conn, err := pgx.Connect(context.Background(), admin)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	name := "go_" + strings.ReplaceAll(uuid.NewString(), "-", "")
	_, err = conn.Exec(context.Background(), "CREATE DATABASE "+name+" TEMPLATE "+template)
	require.NoError(t, err)
	u, err := url.Parse(admin)
	require.NoError(t, err)
	u.Path = "/" + name
	q := u.Query()
	q.Set("connect_timeout", "60") // a machine that does all at once stands still for seconds, and slowness alone is no fault
	u.RawQuery = q.Encode()
	return u.String()
}

var (
	mu       sync.Mutex
	urls     = map[*postgres.Store]string{}
	once     sync.Once
	demoName string
)

// Store is a migrated store that is closed with the test.
func Store(t testing.TB) *postgres.Store { return at(t, URL(t)) }

func at(t testing.TB, url string) *postgres.Store {
	s, err := postgres.Open(context.Background(), url)
	require.NoError(t, err)
	mu.Lock()
	urls[s] = url
	mu.Unlock()
	t.Cleanup(func() { s.Close() })
	return s
}

// URLOf is the address of the store's database.
func URLOf(s *postgres.Store) string {
	mu.Lock()
	defer mu.Unlock()
	return urls[s]
}

// Exec runs SQL on the store's database, past the store.
func Exec(s *postgres.Store, sql string) error { return ExecAt(URLOf(s), sql) }

// ExecAt runs SQL on a database.
func ExecAt(url, sql string) error {
	conn, err := pgx.Connect(context.Background(), url)
	if err != nil {
		return err
	}
	defer conn.Close(context.Background())
	if _, err := conn.Exec(context.Background(), sql); err != nil {
		return fmt.Errorf("refused: %w", err)
	}
	return nil
}

// RowsAt asks the database at url for one row.
func RowsAt(url, sql string, into ...any) error {
	conn, err := pgx.Connect(context.Background(), url)
	if err != nil {
		return err
	}
	defer conn.Close(context.Background())
	return conn.QueryRow(context.Background(), sql).Scan(into...)
}

// Shop is the demo workshop on a day in November. It is loaded once and copied for each
// test.
func Shop(t testing.TB) *shop.Shop {
	once.Do(func() { demoName = load(t) })
	return shop.New(at(t, create(t, demoName)), Now)
}

// Empty is a workshop with nothing on its floor.
func Empty(t testing.TB) *shop.Shop { return shop.New(Store(t), Now) }

// Now is the day of every test's workshop.
func Now() time.Time { return time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC) }

// load fills a database with the demo and gives its name.
func load(t testing.TB) string {
	url := URL(t)
	store, err := postgres.Open(context.Background(), url)
	require.NoError(t, err)
	defer store.Close() // a template has nobody on it
	s := shop.New(store, Now)
	require.NoError(t, s.Import(t.Context(), demo.Files))
	_, err = s.Accounts(t.Context(), demo.Accounts)
	require.NoError(t, err)
	return url[strings.LastIndex(url, "/")+1 : strings.Index(url, "?")]
}

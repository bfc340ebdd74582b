// Package testdb gives each test a PostgreSQL database of its own.
package testdb

import (
	"context"
	"fmt"
	"net/url"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/postgres"
	"brankel/shop"
)

// URL makes a database on the server of BRANKEL_TEST_DATABASE_URL.
func URL(t testing.TB) string {
	admin := os.Getenv("BRANKEL_TEST_DATABASE_URL")
	require.NotEmpty(t, admin, "run ./test: it starts the PostgreSQL these tests need")
	conn, err := pgx.Connect(context.Background(), admin)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	name := "go_" + strings.ReplaceAll(uuid.NewString(), "-", "")
	_, err = conn.Exec(context.Background(), "CREATE DATABASE "+name)
	require.NoError(t, err)
	u, err := url.Parse(admin)
	require.NoError(t, err)
	u.Path = "/" + name
	return u.String()
}

var urls = map[*postgres.Store]string{}

// Store is a migrated store that is closed with the test.
func Store(t testing.TB) *postgres.Store {
	at := URL(t)
	s, err := postgres.Open(context.Background(), at)
	require.NoError(t, err)
	urls[s] = at
	t.Cleanup(func() { s.Close() })
	return s
}

// Exec runs SQL on the store's database, past the store.
func Exec(s *postgres.Store, sql string) error {
	conn, err := pgx.Connect(context.Background(), urls[s])
	if err != nil {
		return err
	}
	defer conn.Close(context.Background())
	if _, err := conn.Exec(context.Background(), sql); err != nil {
		return fmt.Errorf("refused: %w", err)
	}
	return nil
}

// Shop is the demo workshop on a day in November.
func Shop(t testing.TB) *shop.Shop {
	s := shop.New(Store(t), func() time.Time { return time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC) })
	require.NoError(t, s.Import(demo.Files))
	_, err := s.Accounts(demo.Accounts)
	require.NoError(t, err)
	return s
}

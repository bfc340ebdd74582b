package postgres

import (
	"context"
	"errors"
	"fmt"
	"regexp"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/stdlib"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// Open connects to the database at url and brings its tables up to date.
func Open(ctx context.Context, url string) (*Store, error) { return OpenIn(ctx, url, "") }

// schemaName is what a schema of a workshop may be called.
var schemaName = regexp.MustCompile(`^[a-z][a-z0-9_]{0,40}$`)

// OpenIn does so in a schema of the database, which is made where it is not there: workshops that share a database have nothing
// else in common. "" is the schema that the address leads to.
func OpenIn(ctx context.Context, url, schema string) (*Store, error) {
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("this is no address of a database: %w", err)
	}
	if schema != "" {
		if !schemaName.MatchString(schema) || strings.HasPrefix(schema, "pg_") || schema == "public" || strings.HasSuffix(schema, practiceSchema) {
			return nil, fmt.Errorf("%q is no name for the schema of a workshop: write small letters, figures and _, a letter first; not "+
				"public, pg_… or …%s", schema, practiceSchema)
		}
		if err := makeSchema(ctx, config, schema); err != nil {
			return nil, err
		}
	}
	return open(ctx, config, schema, floorLayout)
}

// Schemas are those of the workshops in the database at url, "" for its own.
func Schemas(ctx context.Context, url string) (out []string, err error) {
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		return nil, fmt.Errorf("the database does not answer: %w", err)
	}
	defer conn.Close(context.WithoutCancel(ctx))
	rows, err := conn.Query(ctx, `SELECT CASE WHEN schemaname = current_schema() THEN '' ELSE schemaname END FROM pg_tables
		WHERE tablename = 'schema_number' AND NOT schemaname LIKE '%' || $1 ORDER BY 1`, practiceSchema)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowTo[string])
}

// makeSchema makes it where it is not there.
func makeSchema(ctx context.Context, config *pgx.ConnConfig, schema string) error {
	conn, err := pgx.ConnectConfig(ctx, config.Copy())
	if err != nil {
		return fmt.Errorf("the database does not answer: %w", err)
	}
	defer conn.Close(context.WithoutCancel(ctx))
	for _, does := range []string{fmt.Sprintf("SELECT pg_advisory_lock(%d)", advisory), "CREATE SCHEMA IF NOT EXISTS " + schema} { // with the connection the lock ends
		if _, err := conn.Exec(ctx, does); err != nil {
			return fmt.Errorf("the schema %s could not be made: %w", schema, err)
		}
	}
	return nil
}

// beside is the name of a schema that belongs to this one's.
func (s *Store) beside(name string) string {
	if s.schema == "" {
		return name
	}
	return s.schema + "_" + name
}

// OpenToShow connects to the database at url, which may be a standby, and never writes to it. Its tables have to be as this Brankel
// has them: whoever serves the primary lays them.
func OpenToShow(ctx context.Context, url, schema string) (*Store, error) {
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("this is no address of a database: %w", err)
	}
	config.RuntimeParams["default_transaction_read_only"] = "on" // also when the standby is made the primary
	s, err := connect(ctx, config, schema)
	if err != nil {
		return nil, err
	}
	s.shows = true
	is, err := s.laid(ctx, floorLayout.print())
	if err == nil && !is {
		err = errors.New("the tables are not as this Brankel has them, or the database does not answer: start the same Brankel on " +
			"the primary first")
	}
	if err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// Shows tells that nothing may be written.
func (s *Store) Shows() bool { return s.shows }

// Moved is another text whenever anything was written, on a standby whenever anything came.
func (s *Store) Moved(ctx context.Context) (at string, err error) {
	err = row(s.db.WithContext(ctx),
		"SELECT (CASE WHEN pg_is_in_recovery() THEN pg_last_wal_replay_lsn() ELSE pg_current_wal_lsn() END)::text").Scan(&at)
	return at, err
}

func open(ctx context.Context, config *pgx.ConnConfig, schema string, tables layout) (*Store, error) {
	s, err := connect(ctx, config, schema)
	if err != nil {
		return nil, err
	}
	if err := s.migrate(ctx, tables); err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// UsualConnections is how many connections a store makes at the most unless it is told otherwise.
const UsualConnections = 16

func connect(ctx context.Context, config *pgx.ConnConfig, schema string) (*Store, error) {
	if schema != "" { // public has what forgives slips, and none of our tables is ever looked for there: they are all in the first
		config.RuntimeParams["search_path"] = schema + ", public"
	}
	if config.ConnectTimeout == 0 { // the address may say connect_timeout
		config.ConnectTimeout = 3 * time.Second
	}
	config.RuntimeParams["jit"] = "off" // for questions of a millisecond it costs fifty
	plain := config.Copy()
	config.DialFunc = dialer(config.DialFunc)
	pool := stdlib.OpenDB(*config)
	pool.SetMaxOpenConns(UsualConnections)
	pool.SetMaxIdleConns(UsualConnections)
	db, err := gorm.Open(postgres.New(postgres.Config{Conn: pool}), &gorm.Config{
		Logger: logger.Default.LogMode(logger.Silent), TranslateError: true, SkipDefaultTransaction: true,
		NowFunc: func() time.Time { return time.Now().UTC() },
	})
	if err != nil {
		return nil, errors.Join(fmt.Errorf("the database does not answer: %w", err), pool.Close())
	}
	return &Store{db: db.WithContext(ctx), config: plain, schema: schema}, nil
}

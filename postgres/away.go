package postgres

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"io"
	"net"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
)

// Away tells whether an error means that the database can not be reached now, rather
// than that what was asked of it was wrong.
func Away(err error) bool {
	var connect *pgconn.ConnectError
	var network net.Error
	var said *pgconn.PgError
	switch {
	case errors.As(err, &said):
		// classes 08 (connection), 40 (rolled back for another's sake), 53 (resources) and 57 (operator), and a switch to read-only
		return slices.Contains([]string{"08", "40", "53", "57"}, said.Code[:min(2, len(said.Code))]) || said.Code == "25006"
	case errors.As(err, &connect), errors.As(err, &network):
		return true
	}
	for _, one := range []error{
		driver.ErrBadConn,
		sql.ErrConnDone,
		io.EOF,
		io.ErrUnexpectedEOF,
		context.DeadlineExceeded,
		context.Canceled,
		net.ErrClosed,
	} {
		if errors.Is(err, one) {
			return true
		}
	}
	// pgx says so of a connection that broke under a query
	return err != nil && (strings.Contains(err.Error(), "conn closed") || strings.Contains(err.Error(), "failed to deallocate"))
}

// impatient is a connection on which no answer may take longer than patience, also
// where whoever asks sets no limit of its own.
type impatient struct {
	net.Conn
	mu    sync.Mutex
	until time.Time // set by the driver; zero for none
}

func dialer(dial pgconn.DialFunc) pgconn.DialFunc {
	return func(ctx context.Context, network, addr string) (net.Conn, error) {
		c, err := dial(ctx, network, addr)
		if err != nil {
			return nil, err
		}
		return &impatient{Conn: c}, nil
	}
}

func (c *impatient) Read(b []byte) (int, error) {
	c.mu.Lock()
	if c.until.IsZero() {
		_ = c.Conn.SetReadDeadline(time.Now().Add(patience)) // a closed connection fails in Read
	}
	c.mu.Unlock()
	return c.Conn.Read(b)
}

func (c *impatient) SetDeadline(t time.Time) error {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.until = t
	return c.Conn.SetDeadline(t)
}

func (c *impatient) SetReadDeadline(t time.Time) error {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.until = t
	return c.Conn.SetReadDeadline(t)
}

// Unkeepable tells whether an error says that a text holds what no text of the database may: a zero,
// or bytes that are no letters.
func Unkeepable(err error) bool {
	var said *pgconn.PgError
	return errors.As(err, &said) && (said.Code == "22021" || said.Code == "22P05")
}

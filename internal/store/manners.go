package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"
	"net/url"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
)

// mostConnections is what one copy of the application takes of the server's
// connections, which are a hundred as PostgreSQL comes.
const mostConnections = 16

// manners bound what a connection may ask of the server: how long a statement
// runs, how long it waits for what another holds, and how long it may sit in a
// transaction without a word.
func manners(cfg *pgx.ConnConfig) {
	for name, value := range map[string]string{
		"application_name":                    "homalos",
		"statement_timeout":                   "30s",
		"lock_timeout":                        "15s",
		"idle_in_transaction_session_timeout": "60s",
	} {
		if _, set := cfg.RuntimeParams[name]; !set {
			cfg.RuntimeParams[name] = value
		}
	}
	if cfg.ConnectTimeout == 0 {
		cfg.ConnectTimeout = 5 * time.Second
	}
}

// Ready waits until the database answers, with growing pauses, as long as it is
// only away: starting, or not there yet. What waiting doesn't mend, a wrong
// password or a database that doesn't exist, is an error at once.
func (d *DB) Ready(ctx context.Context) error {
	for wait := 100 * time.Millisecond; ; wait = min(2*wait, 5*time.Second) {
		err := d.Ping(ctx)
		if err == nil {
			return d.fit(ctx)
		}
		if ctx.Err() != nil {
			return errors.Join(err, ctx.Err())
		}
		if !Away(err) {
			return fmt.Errorf("the database can't be used: %w", hidden(err))
		}
		slog.Warn("the database doesn't answer yet", "again_in", wait.String(), "why", hidden(err))
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(wait):
		}
	}
}

// fit keeps the pool well below what the server takes, so that several copies
// and an administrator find room.
func (d *DB) fit(ctx context.Context) error {
	pool, err := d.db.DB()
	if err != nil {
		return err
	}
	var most int
	if err := pool.QueryRowContext(ctx, "SELECT current_setting('max_connections')::int").Scan(&most); err != nil {
		return fmt.Errorf("the database can't be used: %w", hidden(err))
	}
	pool.SetMaxOpenConns(max(2, min(mostConnections, most/4)))
	return nil
}

// hidden is an error of connecting without what the address holds: no user, no
// password.
func hidden(err error) error {
	var said *pgconn.PgError
	var wrong *pgconn.ParseConfigError
	var address *url.Error
	switch {
	case errors.As(err, &said):
		return fmt.Errorf("it says %s", said.Code)
	case errors.As(err, &wrong), errors.As(err, &address):
		return errors.New("it can't be read: write postgres://user@host:port/database")
	}
	return errors.New("no connection")
}

// Stats are the figures of the pool of connections.
func (d *DB) Stats() sql.DBStats {
	pool, err := d.db.DB()
	if err != nil {
		return sql.DBStats{}
	}
	return pool.Stats()
}

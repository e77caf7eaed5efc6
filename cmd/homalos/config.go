package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"os"
	"strings"

	"homalos/internal/store"
)

// config is how the application is run: from flags, else from the environment.
// The database's address may hold a password: it comes from HOMALOS_DB, or from
// a file that HOMALOS_DB_FILE names, so that it stands in no list of processes.
type config struct {
	db     string
	listen string
	inside string
	at     []string
}

// addresses is a flag that may be given several times.
type addresses struct{ to *[]string }

func (a addresses) String() string { return "" }
func (a addresses) Set(text string) error {
	*a.to = append(*a.to, strings.Split(text, ",")...)
	return nil
}

func env(name, otherwise string) string {
	if text := os.Getenv(name); text != "" {
		return text
	}
	return otherwise
}

// flags are those of a command that works at the database.
func (c *config) flags(name string, errs io.Writer) *flag.FlagSet {
	f := flag.NewFlagSet(name, flag.ContinueOnError)
	f.SetOutput(errs)
	f.StringVar(&c.db, "db", "", "address of the PostgreSQL database; else $HOMALOS_DB, else what the file $HOMALOS_DB_FILE holds")
	return f
}

// serving are the flags of serve and demo.
func (c *config) serving(f *flag.FlagSet) {
	f.StringVar(&c.listen, "listen", env("HOMALOS_LISTEN", "127.0.0.1:8080"), "where to serve; the next free port if taken")
	f.StringVar(&c.inside, "inside", env("HOMALOS_INSIDE", ""), "where to serve /livez, /readyz and /metrics, such as 127.0.0.1:9180; nowhere if left out")
	if text := os.Getenv("HOMALOS_AT"); text != "" {
		c.at = strings.Split(text, ",")
	}
	f.Var(addresses{&c.at}, "at", "an address that people use, such as https://homalos.example; may be given again. This machine itself is always let in")
}

// found fills in the database's address.
func (c *config) found() error {
	if c.db != "" {
		return nil
	}
	if c.db = os.Getenv("HOMALOS_DB"); c.db != "" {
		return nil
	}
	if file := os.Getenv("HOMALOS_DB_FILE"); file != "" {
		raw, err := os.ReadFile(file)
		c.db = strings.TrimSpace(string(raw))
		if err == nil && c.db == "" {
			err = fmt.Errorf("%s: empty: write the database's address into it", file)
		}
		return err
	}
	return errors.New("no database named: give -db postgres://…, or $HOMALOS_DB (make demo starts one of its own)")
}

// open opens the database, waits until it answers, and brings its tables up to
// date.
func (c *config) open(ctx context.Context) (*store.DB, error) {
	if err := c.found(); err != nil {
		return nil, err
	}
	db, err := store.Open(c.db)
	if err != nil {
		return nil, err
	}
	if err := db.Ready(ctx); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	if err := db.Migrate(ctx); err != nil {
		return nil, errors.Join(fmt.Errorf("bringing the tables up to date: %w", err), db.Close())
	}
	return db, nil
}

// opened opens the database for something to be done there, and closes it; the exit
// code is what it gives, or 1 where the database can't be used.
func (c *config) opened(errs io.Writer, do func(context.Context, *store.DB) int) int {
	ctx := context.Background()
	db, err := c.open(ctx)
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	defer func() { _ = db.Close() }()
	return do(ctx, db)
}

// journal sends the log to a stream as JSON lines, from the level that
// $HOMALOS_LOG names.
func journal(to io.Writer, otherwise slog.Level) {
	level := otherwise
	if text := os.Getenv("HOMALOS_LOG"); text != "" {
		_ = level.UnmarshalText([]byte(text)) // what it can't read leaves it as it is
	}
	slog.SetDefault(slog.New(slog.NewJSONHandler(to, &slog.HandlerOptions{Level: level})))
}

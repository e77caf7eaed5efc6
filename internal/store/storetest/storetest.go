// Package storetest gives each test a database of its own in the cluster that
// `make test` starts.
package storetest

import (
	"context"
	"database/sql"
	"fmt"
	"net/url"
	"os"
	"sync/atomic"
	"testing"

	_ "github.com/jackc/pgx/v5/stdlib"
	"github.com/stretchr/testify/require"

	"homalos/internal/store"
)

var count atomic.Int64

// Open makes a migrated, empty database and drops it when the test ends.
func Open(t testing.TB) *store.DB {
	t.Helper()
	db, err := store.Open(URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(context.Background()))
	return db
}

// URL makes an empty database and returns its address.
func URL(t testing.TB) string {
	t.Helper()
	server := os.Getenv("HOMALOS_TEST_DB")
	if server == "" {
		t.Fatal("HOMALOS_TEST_DB is not set: run the tests with `make test`, which starts a PostgreSQL of its own")
	}
	admin, err := sql.Open("pgx", server)
	require.NoError(t, err)
	name := fmt.Sprintf("test_%d_%d", os.Getpid(), count.Add(1))
	_, err = admin.Exec("CREATE DATABASE " + name)
	require.NoError(t, err)
	t.Cleanup(func() {
		_, _ = admin.Exec("DROP DATABASE IF EXISTS " + name + " WITH (FORCE)")
		_ = admin.Close()
	})
	at, err := url.Parse(server)
	require.NoError(t, err)
	at.Path = "/" + name
	return at.String()
}

package storetest

import (
	"context"
	"database/sql"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"
)

// Fill runs a dump, many statements in one text, on a connection of its own.
func Fill(t testing.TB, url, dump string) {
	t.Helper()
	conn, err := pgx.Connect(context.Background(), url)
	require.NoError(t, err)
	defer func() { _ = conn.Close(context.Background()) }()
	_, err = conn.PgConn().Exec(context.Background(), dump).ReadAll()
	require.NoError(t, err)
}

// SQL opens a database as it is, past the store: to damage it, or to look.
func SQL(t testing.TB, url string) *sql.DB {
	t.Helper()
	db, err := sql.Open("pgx", url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	return db
}

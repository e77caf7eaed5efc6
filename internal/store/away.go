package store

import (
	"database/sql"
	"database/sql/driver"
	"errors"
	"io"
	"net"

	"github.com/jackc/pgx/v5/pgconn"
)

// Away says whether an error is the database's being away or busy for a while:
// what was asked may be asked again.
func Away(err error) bool {
	var connecting *pgconn.ConnectError
	var network *net.OpError
	var said *pgconn.PgError
	switch {
	case errors.As(err, &connecting), errors.As(err, &network):
		return true
	case errors.As(err, &said): // shut down, starting, out of connections, lock not had in time
		class := said.Code[:2]
		return class == "57" || class == "53" || class == "08" || said.Code == "55P03"
	}
	return pgconn.SafeToRetry(err) || pgconn.Timeout(err) || errors.Is(err, sql.ErrConnDone) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF)
}

package server_test

import (
	"log/slog"
	"os"
	"runtime/debug"
	"testing"
)

func TestMain(m *testing.M) {
	slog.SetDefault(slog.New(slog.DiscardHandler))
	debug.SetGCPercent(100) // hostile documents take enough as it is
	os.Exit(m.Run())
}

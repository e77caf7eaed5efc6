package browser_test

import (
	"log/slog"
	"os"
	"testing"
)

// What fails says so; a thousand requests before it would only hide that.
func TestMain(m *testing.M) {
	slog.SetDefault(slog.New(slog.DiscardHandler))
	os.Exit(m.Run())
}

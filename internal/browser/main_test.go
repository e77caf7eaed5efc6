package browser_test

import (
	"context"
	"log/slog"
	"os"
	"sync"
	"testing"

	"homalos/internal/browser"
)

var stop = func() {}

// warm is the one Chromium of all walks, each in windows of its own.
var warm = sync.OnceValues(func() (c *browser.Chromium, err error) {
	c, stop, err = browser.Start(context.Background())
	return c, err
})

// What fails says so; a thousand requests before it would only hide that.
func TestMain(m *testing.M) {
	slog.SetDefault(slog.New(slog.DiscardHandler))
	code := m.Run()
	stop()
	os.Exit(code)
}

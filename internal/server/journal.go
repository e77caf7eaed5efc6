package server

import (
	"context"
	"fmt"
	"log/slog"
	"net/http"
	"runtime/debug"
	"strings"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
)

// note is what the journal says of a request; a handler may add to it.
type note struct {
	id, crew, job string
	revision      int64
	cause         error // of an answer of 500 and more
}

type noteKey struct{}

// noteOf is the note of the request that ctx is of; one that nobody reads if it
// is of none.
func noteOf(ctx context.Context) *note {
	if n, ok := ctx.Value(noteKey{}).(*note); ok {
		return n
	}
	return &note{}
}

// crewOf is the crew that a request is of.
func crewOf(ctx context.Context) string { return noteOf(ctx).crew }

// journal writes one line for each request, gives it an id, and ends its work
// when it takes too long.
func (s *Server) journal(c *gin.Context) {
	began := time.Now()
	n := &note{id: c.GetHeader("X-Request-Id"), crew: s.crew}
	if n.id == "" || len(n.id) > 64 || strings.ContainsFunc(n.id, func(r rune) bool { return r <= ' ' || r > '~' }) {
		n.id = uuid.Must(uuid.NewV7()).String()
	}
	c.Header("X-Request-Id", n.id)
	ctx := context.WithValue(c.Request.Context(), noteKey{}, n)
	if !streaming(c.Request.URL.Path) {
		within, done := context.WithTimeout(ctx, s.works)
		defer done()
		ctx = within
	}
	c.Request = c.Request.WithContext(ctx)
	defer func() {
		if p := recover(); p != nil {
			n.cause = fmt.Errorf("panic: %v\n%s", p, debug.Stack())
			if !c.Writer.Written() {
				refuse(c, http.StatusInternalServerError, unfinished)
			}
		}
		n.write(c, time.Since(began))
	}()
	c.Next()
}

// streaming says whether a path is answered for as long as somebody listens.
func streaming(path string) bool {
	return strings.HasSuffix(path, "/events") || strings.HasSuffix(path, "/device/stream")
}

func (n *note) write(c *gin.Context, took time.Duration) {
	level := slog.LevelInfo
	if !strings.HasPrefix(c.Request.URL.Path, "/api/") {
		level = slog.LevelDebug // a page's own files
	}
	if c.Writer.Status() >= 500 {
		level = slog.LevelError
	}
	if id := c.Param("id"); n.job == "" {
		n.job = id
	}
	all := []slog.Attr{
		slog.String("request", n.id), slog.String("crew", n.crew), slog.String("method", c.Request.Method), slog.String("path", c.Request.URL.Path),
		slog.Int("status", c.Writer.Status()), slog.Float64("ms", float64(took.Microseconds())/1000),
	}
	if n.job != "" {
		all = append(all, slog.String("job", n.job))
	}
	if n.revision != 0 {
		all = append(all, slog.Int64("revision", n.revision))
	}
	if n.cause != nil {
		all = append(all, slog.String("cause", n.cause.Error()))
	}
	slog.LogAttrs(c.Request.Context(), level, "request", all...)
}

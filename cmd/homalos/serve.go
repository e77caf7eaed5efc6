package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"maps"
	"net"
	"net/http"
	"os/signal"
	"slices"
	"syscall"
	"time"

	"github.com/gin-gonic/gin"
	"golang.org/x/net/netutil"

	"homalos/demo"
	"homalos/internal/job"
	"homalos/internal/server"
	"homalos/internal/site"
	"homalos/internal/store"
)

// serve runs the application until it is interrupted.
func serve(args []string, withDemo bool, out, errs io.Writer) int {
	var c config
	flags := c.flags("serve", errs)
	c.serving(flags)
	if flags.Parse(args) != nil {
		return 2
	}
	if err := c.found(); err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	level := slog.LevelInfo
	if withDemo {
		level = slog.LevelWarn
	}
	journal(errs, level)
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	if err := serveUntil(ctx, c, withDemo, out); err != nil && ctx.Err() == nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

func serveUntil(ctx context.Context, c config, withDemo bool, out io.Writer) error {
	db, err := c.open(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	options := []server.Option{server.At(c.at...), server.Until(ctx)}
	if withDemo {
		if err := loadDemo(ctx, db.ForCrew(store.BuiltInCrew)); err != nil {
			return err
		}
		address, err := devices()
		if err != nil {
			return fmt.Errorf("simulated devices: %w", err)
		}
		options = append(options, server.WithDevices(address))
	}
	listener, err := listenNear(c.listen)
	if err != nil {
		return err
	}
	gin.SetMode(gin.ReleaseMode)
	server.SpendMemory()
	go purge(ctx, db)
	app := server.New(db, options...)
	done := make(chan error, 2)
	web := served(app, netutil.LimitListener(listener, mostConnections), done)
	all := []*http.Server{web}
	if c.inside != "" {
		inside, err := listenNear(c.inside)
		if err != nil {
			return err
		}
		all = append(all, served(app.Inside(), inside, done))
		fmt.Fprintf(out, "\n  For those who run it: http://%s/readyz and /metrics\n", inside.Addr())
	}
	fmt.Fprintf(out, "\n  Homalos is at http://%s\n  Ctrl-C stops it; what was entered is kept.\n\n", listener.Addr())
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	// streams end by themselves; what is being answered has its time, and who takes longer is let go
	last, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	for _, one := range all {
		if one.Shutdown(last) != nil {
			_ = one.Close()
		}
	}
	return nil
}

// mostConnections is how many browsers' connections are held at once.
const mostConnections = 4000

// served begins to serve; what ends it goes to done.
func served(h http.Handler, at net.Listener, done chan<- error) *http.Server {
	web := &http.Server{Handler: h, ReadHeaderTimeout: server.HeaderTime, ReadTimeout: server.ReadTime, IdleTimeout: server.IdleTime, MaxHeaderBytes: server.HeaderBytes}
	go func() { done <- web.Serve(at) }()
	return web
}

// purge empties the bin of what has been in it for its day of grace.
func purge(ctx context.Context, db *store.DB) {
	for {
		if n, err := db.Purge(ctx, time.Now()); err == nil && n > 0 {
			slog.Info("jobs went from the bin for good", "jobs", n)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(10 * time.Minute):
		}
	}
}

// listenNear takes the port asked for, or one of the next twenty.
func listenNear(address string) (net.Listener, error) {
	at, err := net.ResolveTCPAddr("tcp", address)
	if err != nil {
		return nil, err
	}
	for range 20 {
		var l *net.TCPListener
		if l, err = net.ListenTCP("tcp", at); err == nil {
			return l, nil
		}
		at.Port++
	}
	return nil, err
}

// loadDemo imports the demo jobs that aren't there yet, through the import
// that a user has. One that was changed since is left alone.
func loadDemo(ctx context.Context, s *store.Store) error {
	// the bindery last, so that it stands first in the list
	for _, file := range slices.Backward(slices.Sorted(maps.Keys(demo.IDs))) {
		id := demo.IDs[file]
		raw, err := demo.Jobs.ReadFile(file)
		if err != nil {
			return err
		}
		d, faults := job.Read(raw)
		if faults == nil {
			faults = site.Check(d)
		}
		if faults != nil {
			return fmt.Errorf("demo/%s: %w", file, faults)
		}
		if _, err := s.Create(ctx, id, d, store.Author{}, nil); err != nil && !errors.Is(err, store.ErrExists) {
			return fmt.Errorf("demo/%s: %w", file, err)
		}
	}
	return nil
}

// export prints a job of the database as a job document.
func export(args []string, out, errs io.Writer) int {
	var c config
	flags := c.flags("export", errs)
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprintln(errs, "homalos export -db postgres://… JOB")
		return 2
	}
	return c.opened(errs, func(ctx context.Context, db *store.DB) int {
		j, err := db.ForCrew(store.BuiltInCrew).Job(ctx, flags.Arg(0))
		if err == nil {
			_, err = out.Write(job.Write(j.Document))
		}
		if err != nil {
			fmt.Fprintln(errs, err)
			return 1
		}
		return 0
	})
}

func openapi(out, errs io.Writer) int {
	raw, err := server.OpenAPI()
	if err == nil {
		_, err = fmt.Fprintf(out, "%s\n", indent(raw))
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

// wordTable prints the words of the trade, for the interface's labels.
func wordTable(out, errs io.Writer) int {
	enc := json.NewEncoder(out)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	if err := enc.Encode(server.Words()); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

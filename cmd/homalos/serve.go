package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
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

	"homalos/demo"
	"homalos/internal/job"
	"homalos/internal/server"
	"homalos/internal/site"
	"homalos/internal/store"
)

// serve runs the application until it is interrupted.
func serve(args []string, withDemo bool, out, errs io.Writer) int {
	flags := flag.NewFlagSet("serve", flag.ContinueOnError)
	flags.SetOutput(errs)
	url := flags.String("db", "", "address of the PostgreSQL database")
	listen := flags.String("listen", "127.0.0.1:8080", "where to serve; the next free port if taken")
	if flags.Parse(args) != nil {
		return 2
	}
	if *url == "" {
		fmt.Fprintln(errs, "no database named: give -db postgres://… (make demo starts one of its own)")
		return 2
	}
	ctx, stop := signal.NotifyContext(context.Background(), syscall.SIGINT, syscall.SIGTERM)
	defer stop()
	if err := serveUntil(ctx, *url, *listen, withDemo, out); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
}

func serveUntil(ctx context.Context, url, listen string, withDemo bool, out io.Writer) error {
	db, err := store.Open(url)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	if err := db.Migrate(ctx); err != nil {
		return fmt.Errorf("bringing the tables up to date: %w", err)
	}
	var options []server.Option
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
	listener, err := listenNear(listen)
	if err != nil {
		return err
	}
	gin.SetMode(gin.ReleaseMode)
	server.SpendMemory()
	go purge(ctx, db)
	web := &http.Server{Handler: server.New(db, append(options, server.Until(ctx))...), ReadHeaderTimeout: 10 * time.Second}
	done := make(chan error, 1)
	go func() { done <- web.Serve(listener) }()
	fmt.Fprintf(out, "\n  Homalos is at http://%s\n  Ctrl-C stops it; what was entered is kept.\n\n", listener.Addr())
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
		last, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		return web.Shutdown(last)
	}
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
	flags := flag.NewFlagSet("export", flag.ContinueOnError)
	flags.SetOutput(errs)
	url := flags.String("db", "", "address of the PostgreSQL database")
	if flags.Parse(args) != nil || flags.NArg() != 1 || *url == "" {
		fmt.Fprintln(errs, "homalos export -db postgres://… JOB")
		return 2
	}
	db, err := store.Open(*url)
	if err == nil {
		defer func() { _ = db.Close() }()
		var j store.Job
		if j, err = db.ForCrew(store.BuiltInCrew).Job(context.Background(), flags.Arg(0)); err == nil {
			_, err = out.Write(job.Write(j.Document))
		}
	}
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return 0
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

// Package server is the shell: routes, errors and the built front end. A
// handler reads the job, calls the core and writes the answer; rules are in
// the core.
package server

import (
	"context"
	"embed"
	"io/fs"
	"net/http"
	"path"
	"reflect"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"homalos/internal/job"
	"homalos/internal/store"
)

//go:embed all:dist
var built embed.FS

// Server answers for one crew.
type Server struct {
	store    *store.Store
	crew     string
	plans    *plans
	at       []string // addresses that people use
	bodies   time.Duration
	works    time.Duration
	darkroom chan struct{} // held while a photo is decoded
	devices  string        // address of the measuring devices' server, "" for none
	beat     time.Duration

	counting sync.Mutex
	closing  <-chan struct{} // closed when streams are to end
}

// Option changes how the application is built.
type Option func(*Server)

// WithDevices connects measuring devices that are served at an address on
// loopback, such as the simulated ones.
func WithDevices(address string) Option { return func(s *Server) { s.devices = address } }

// Until ends the streams of events when ctx is done, so that the server can
// stop.
func Until(ctx context.Context) Option { return func(s *Server) { s.closing = ctx.Done() } }

// Times says how long a large body may take to come in, and an answer to be worked out;
// ReadTime and workTime if it isn't given.
func Times(bodies, works time.Duration) Option {
	return func(s *Server) { s.bodies, s.works = bodies, works }
}

// At names an address that people use, such as https://homalos.example; without
// any, the application is for this machine alone.
func At(addresses ...string) Option { return func(s *Server) { s.at = append(s.at, addresses...) } }

// Application is the whole of it: API and interface, and what those see who run
// it.
type Application struct {
	http.Handler
	server *Server
	db     *store.DB
}

// New builds the application.
func New(db *store.DB, options ...Option) *Application {
	engine := gin.New()
	s := &Server{store: db.ForCrew(store.BuiltInCrew), crew: store.BuiltInCrew, beat: beat, bodies: ReadTime, works: workTime, plans: newPlans(), darkroom: make(chan struct{}, 1)}
	for _, o := range options {
		o(s)
	}
	// a stream must flush, so it is never packed
	engine.Use(measured, s.journal, newDoor(s.at).check, headers, gzip.Gzip(gzip.BestSpeed, gzip.WithExcludedPathsRegexs([]string{".*/device/.*", ".*/events", ".*/longer"})))
	routes(engine, s)
	s.deviceStream(engine)
	front(engine)
	return &Application{engine, s, db}
}

// ending says whether streams are being ended, for the server is to stop.
func (s *Server) ending() bool {
	select {
	case <-s.closing:
		return true
	default:
		return false
	}
}

func headers(c *gin.Context) {
	if strings.HasPrefix(c.Request.URL.Path, "/api/") {
		c.Header("Cache-Control", "private, no-cache") // asked for again each time: 304 while it is the same
	}
	c.Header("X-Content-Type-Options", "nosniff")
	c.Header("Referrer-Policy", "same-origin")
	c.Header("Content-Security-Policy", "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'")
}

func routes(engine *gin.Engine, s *Server) huma.API {
	cfg := huma.DefaultConfig("Homalos", "1")
	cfg.DocsPath = ""
	cfg.CreateHooks = nil
	cfg.OpenAPIPath = "/api/openapi"
	cfg.Components.Schemas = withEdits(huma.NewMapRegistry("#/components/schemas/", schemaName))
	cfg.Info.Description = "Readings in, a wall that can be cut out. A job is read with its revision; every change of it is a list of edits that names the revision it was made to, " +
		"and is refused with both changes only where it meets what somebody else changed since. Lengths are texts with their unit. Faults are application/problem+json, each with the path of its field."
	api := humagin.New(engine, cfg)
	for _, part := range []struct {
		tag, about string
		routes     func(huma.API)
	}{
		{"jobs", "Jobs, and the plan that follows from one.", s.jobRoutes},
		{"edits", "Changing a job: readings, walls, lumber, rules, what was found, what was cut.", s.editRoutes},
		{"log", "What was done to a job, by whom, and as it happens.", s.logRoutes},
		{"room", "The building as found, and sections through it.", s.roomRoutes},
		{"files", "CSV, DXF and SVG, in and out.", s.exchangeRoutes},
		{"plates", "Plate cards and strips to print.", s.plateRoutes},
		{"devices", "Measuring devices.", s.deviceRoutes},
		{"proof", "Photos, the log as one list, what it says of the crew's work, and the report.", s.proofRoutes},
		{"words", "The words of the trade.", s.wordRoutes},
	} {
		api.OpenAPI().Tags = append(api.OpenAPI().Tags, &huma.Tag{Name: part.tag, Description: part.about})
		group := huma.NewGroup(api)
		group.UseSimpleModifier(func(o *huma.Operation) { o.Tags = []string{part.tag} })
		part.routes(group)
	}
	return api
}

// schemaName keeps what is worked out apart from what a job says: a plan's wall
// from a job's.
func schemaName(t reflect.Type, hint string) string {
	name := huma.DefaultSchemaNamer(t, hint)
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	worked := slices.Contains([]string{"site", "work", "advise", "picture", "plan", "making"}, path.Base(t.PkgPath()))
	if worked && !strings.HasPrefix(name, "Plan") && t.Name() != "" {
		return "Plan" + name
	}
	return name
}

// OpenAPI is the description of the API, as JSON.
func OpenAPI() ([]byte, error) {
	gin.SetMode(gin.ReleaseMode)
	return routes(gin.New(), &Server{}).OpenAPI().MarshalJSON()
}

// front serves the built interface; unknown paths outside the API are the
// interface's own.
func front(engine *gin.Engine) {
	files, err := fs.Sub(built, "dist")
	if err != nil {
		panic(err) // embedded: always there
	}
	handler := http.FileServerFS(files)
	engine.GET("/api/docs", func(c *gin.Context) { c.FileFromFS("reference.html", http.FS(files)) })
	engine.NoRoute(func(c *gin.Context) {
		path := strings.TrimPrefix(c.Request.URL.Path, "/")
		if strings.HasPrefix(path, "api/") {
			c.Data(http.StatusNotFound, "application/problem+json", []byte(`{"title":"Not Found","status":404,"detail":"there is nothing at this address of the API"}`))
			return
		}
		_, err := fs.Stat(files, path)
		if err != nil && (strings.Contains(path, ".") || insides[strings.SplitN(path, "/", 2)[0]]) {
			c.String(http.StatusNotFound, "there is nothing at this address")
			return
		}
		if strings.HasPrefix(path, "assets/") && err != nil {
			c.String(http.StatusNotFound, "this file was part of an earlier version: load the page again")
			return
		}
		if path == "" || err != nil {
			c.Request.URL.Path = "/"
			c.Header("Cache-Control", "no-cache")
		} else if strings.HasPrefix(path, "assets/") {
			c.Header("Cache-Control", "public, max-age=31536000, immutable")
		}
		handler.ServeHTTP(c.Writer, c.Request)
	})
}

// insides are asked for on the listener for those who run the application.
var insides = map[string]bool{"livez": true, "readyz": true, "healthz": true, "metrics": true, "debug": true}

const mostBody = job.MostBytes + 1024

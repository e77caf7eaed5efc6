package server

import (
	"context"
	"net/http"
	"strconv"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promauto"
	"github.com/prometheus/client_golang/prometheus/promhttp"

	"homalos/internal/store"
)

var (
	registry = prometheus.NewRegistry()
	make_    = promauto.With(registry)

	latency = make_.NewHistogramVec(prometheus.HistogramOpts{
		Name: "homalos_request_seconds", Help: "How long requests took, by route, method and status.",
		Buckets: []float64{.005, .01, .025, .05, .1, .25, .5, 1, 2.5, 5, 10},
	}, []string{"route", "method", "status"})
	computing = make_.NewHistogramVec(prometheus.HistogramOpts{
		Name: "homalos_compute_seconds", Help: "How long working something out took, by what.",
		Buckets: []float64{.001, .005, .01, .025, .05, .1, .25, .5, 1, 2.5, 5, 10},
	}, []string{"what"})
	conflicts = make_.NewCounter(prometheus.CounterOpts{Name: "homalos_conflicts_total", Help: "Edits refused since they meet what somebody else changed."})
	streams   = make_.NewGauge(prometheus.GaugeOpts{Name: "homalos_streams", Help: "Streams of events that are open."})
)

func init() {
	registry.MustRegister(collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
}

// timed measures how long something takes to work out.
func timed[T any](what string, do func() (T, error)) (T, error) {
	began := time.Now()
	defer func() { computing.WithLabelValues(what).Observe(time.Since(began).Seconds()) }()
	return do()
}

// measured counts a request. Streams are left out: they last as long as a page.
func measured(c *gin.Context) {
	began := time.Now()
	c.Next()
	route := c.FullPath()
	if route == "" {
		route = "page"
	}
	if c.Writer.Header().Get("Content-Type") == "text/event-stream" {
		return
	}
	latency.WithLabelValues(route, c.Request.Method, strconv.Itoa(c.Writer.Status())).Observe(time.Since(began).Seconds())
}

// gauges are read when they are asked for.
type gauges struct {
	db    *store.DB
	plans *plans
}

var (
	cacheBytes = prometheus.NewDesc("homalos_cache_bytes", "About how many bytes a memory holds.", []string{"cache"}, nil)
	poolOpen   = prometheus.NewDesc("homalos_pool_connections", "Connections to the database, by what they do.", []string{"state"}, nil)
	poolWaits  = prometheus.NewDesc("homalos_pool_waits_total", "How often somebody waited for a connection.", nil, nil)
)

func (g gauges) Describe(out chan<- *prometheus.Desc) { prometheus.DescribeByCollect(g, out) }

func (g gauges) Collect(out chan<- prometheus.Metric) {
	all := g.plans.bytes()
	all["documents"], all["edits"] = g.db.Remembered()
	for name, n := range all {
		out <- prometheus.MustNewConstMetric(cacheBytes, prometheus.GaugeValue, float64(n), name)
	}
	s := g.db.Stats()
	out <- prometheus.MustNewConstMetric(poolOpen, prometheus.GaugeValue, float64(s.InUse), "in use")
	out <- prometheus.MustNewConstMetric(poolOpen, prometheus.GaugeValue, float64(s.Idle), "idle")
	out <- prometheus.MustNewConstMetric(poolWaits, prometheus.CounterValue, float64(s.WaitCount))
}

// Inside is what is for those who run the application, on a listener of its
// own: whether it lives, whether it can work, and figures.
func (a *Application) Inside() http.Handler {
	own := prometheus.NewRegistry()
	own.MustRegister(gauges{a.db, a.server.plans})
	mux := http.NewServeMux()
	mux.HandleFunc("GET /livez", func(w http.ResponseWriter, _ *http.Request) { a.lives(w) })
	mux.HandleFunc("GET /readyz", func(w http.ResponseWriter, r *http.Request) { a.readies(r.Context(), w) })
	mux.Handle("GET /metrics", promhttp.HandlerFor(prometheus.Gatherers{registry, own}, promhttp.HandlerOpts{}))
	return mux
}

func (a *Application) lives(w http.ResponseWriter) { _, _ = w.Write([]byte("ok\n")) }

// readies says whether requests can be answered: within two seconds.
func (a *Application) readies(ctx context.Context, w http.ResponseWriter) {
	ctx, cancel := context.WithTimeout(ctx, 2*time.Second)
	defer cancel()
	switch {
	case a.server.ending():
		http.Error(w, "it is stopping", http.StatusServiceUnavailable)
	case a.db.Ping(ctx) != nil:
		w.Header().Set("Retry-After", "2")
		http.Error(w, "the database doesn't answer", http.StatusServiceUnavailable)
	default:
		_, _ = w.Write([]byte("ok\n"))
	}
}

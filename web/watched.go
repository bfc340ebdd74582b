package web

import (
	"cmp"
	"log/slog"
	"net/http"
	"regexp"
	"slices"
	"strconv"
	"time"

	"github.com/google/uuid"
	"github.com/labstack/echo/v5"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"

	"brankel/shop"
)

// watched is what is counted of a server, for whoever watches over it.
type watched struct {
	took   *prometheus.HistogramVec // by route, method and status
	events *prometheus.CounterVec   // entries that were taken, by kind; one sent again counts again
}

// watch counts into a register; nil counts for nobody.
func watch(in prometheus.Registerer, s *shop.Shop, open func() int) (*watched, error) {
	w := &watched{
		took: prometheus.NewHistogramVec(prometheus.HistogramOpts{Name: "brankel_request_seconds",
			Help:    "how long requests took, streams left out",
			Buckets: []float64{.001, .0025, .005, .01, .025, .05, .1, .25, .5, 1, 2.5, 10}}, []string{"route", "method", "status"}),
		events: prometheus.NewCounterVec(prometheus.CounterOpts{Name: "brankel_events_total", Help: "entries taken, by kind"}, []string{"kind"}),
	}
	if in == nil {
		return w, nil
	}
	pool, err := s.Pool()
	if err != nil {
		return nil, err
	}
	for _, c := range []prometheus.Collector{w.took, w.events,
		prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: "brankel_streams", Help: "streams that are open"},
			func() float64 { return float64(open()) }),
		prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: "brankel_hears", Help: "1 while it hears what other servers write"},
			func() float64 { return map[bool]float64{true: 1}[s.Hears()] }),
		prometheus.NewCounterFunc(prometheus.CounterOpts{Name: "brankel_runs_carried_total", Help: "times a run was carried on from memory"},
			func() float64 { carried, _ := s.Folds(); return float64(carried) }),
		prometheus.NewCounterFunc(prometheus.CounterOpts{Name: "brankel_runs_folded_total", Help: "times one was folded from its first event"},
			func() float64 { _, anew := s.Folds(); return float64(anew) }),
		collectors.NewDBStatsCollector(pool, "brankel"),
	} {
		if err := in.Register(c); err != nil {
			return nil, err
		}
	}
	return w, nil
}

const (
	requestID = "X-Request-Id"
	flowsKey  = "flows" // of an answer that goes on: how long it took says nothing
)

// plainID is an id of a request as whatever stands before the server may give one: nothing else gets into the log by it.
var plainID = regexp.MustCompile(`^[A-Za-z0-9_.-]{1,64}$`)

// counted are the methods that are counted by their names.
var counted = []string{http.MethodGet, http.MethodPost, http.MethodPut, http.MethodDelete, http.MethodHead}

// tracked gives each request an id, which its answer carries, and logs and counts it. What is logged is the route and never the
// address as it was written: that may be a secret.
func (s *server) tracked(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		begin, r := time.Now(), c.Request()
		id := r.Header.Get(requestID)
		if !plainID.MatchString(id) {
			id = uuid.NewString()
		}
		c.Response().Header().Set(requestID, id)
		if err := next(c); err != nil {
			s.fail(c, err)
		}
		took, status, method := time.Since(begin), http.StatusOK, r.Method
		if !slices.Contains(counted, method) {
			method = "other" // whoever asks may write anything
		}
		if answer, err := echo.UnwrapResponse(c.Response()); err == nil {
			status = answer.Status
		}
		route := cmp.Or(c.Path(), "none")
		flows, _ := c.Get(flowsKey).(bool)
		if !flows {
			s.watched.took.WithLabelValues(route, method, strconv.Itoa(status)).Observe(took.Seconds())
		}
		if !s.log.Enabled(r.Context(), slog.LevelInfo) {
			return nil
		}
		args := []any{"id", id, "method", method, "route", route, "status", status, "ms", float64(took.Microseconds()) / 1000,
			"from", c.RealIP()}
		if run := c.Param("run"); run != "" {
			args = append(args, "run", run)
		}
		if who := account(c); who.ID != "" {
			args = append(args, "by", who.ID)
		}
		s.log.Info("request", args...)
		return nil
	}
}

// ready tells whether work can be brought here: the database answers and takes what it has to, and this server is not about to end.
func (s *server) ready(c *echo.Context) error {
	select {
	case <-s.ending:
		return &shop.Refusal{Status: http.StatusServiceUnavailable, Field: "server", Message: "this server is about to end"}
	default:
	}
	if err := s.shop.Ready(c.Request().Context()); err != nil {
		return &away{err}
	}
	return c.String(http.StatusOK, "ready")
}

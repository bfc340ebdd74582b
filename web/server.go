// Package web serves the API and the built screens.
package web

import (
	"cmp"

	"crypto/rand"
	"encoding/base64"
	"io/fs"
	"log/slog"
	"mime"
	"net"
	"net/http"
	"path"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/klauspost/compress/gzhttp"
	"github.com/klauspost/compress/gzip"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
	"github.com/prometheus/client_golang/prometheus"

	"brankel/gauge"
	"brankel/shop"
)

type server struct {
	shop     *shop.Shop
	ui       fs.FS
	index    string
	log      *slog.Logger
	sessions *scs.SessionManager
	idle     time.Duration            // after so long without a touch a device is locked
	url      func() (at, only string) // where other devices find this server
	streams  streams
	gates    gates
	ending   <-chan struct{}
	port     *gauge.Port // where instruments come in, nil for none
	visits   Visits      // the demo workshop beside this floor, nil for none
	visited  Visited     // this is that workshop, nil where it is not
	watched  *watched
}

// bodyLimit is the most one request may carry: an event is a few hundred bytes.
const bodyLimit int64 = 256 << 10

// packFrom is the size from which an answer is packed: on the network of a workshop the
// view of a run travels faster than it packs.
const packFrom = 16 << 10

// largeLimit is the most a sheet may have: the largest known are a tenth of it.
const largeLimit = 2 << 20

// Options are what the workshop may set.
type Options struct {
	Idle time.Duration // after so long without a touch a device is locked; 15 minutes when 0
	// Proxies are the addresses of the proxies that are trusted to say who asks, and that
	// it asks over TLS. Without them whoever connects is who asks.
	Proxies []*net.IPNet
	// URL is where a phone on the network of the shop finds this server, such as
	// http://192.168.1.20:8787. It is never taken from a request: whoever asks could write anything
	// there. Only says why a phone may not get there, "" when it does. Asked anew for each link,
	// because a server learns its port only when it listens; nil gives none.
	URL func() (at, only string)
	// TLS tells that the server itself speaks HTTPS.
	TLS bool
	// Gauges is where instruments come in, nil for none.
	Gauges *gauge.Port
	// Ending is closed when the server is to end: what goes on as long as it is read stops.
	Ending <-chan struct{}
	// Metrics is where what happens is counted, nil for nowhere.
	Metrics prometheus.Registerer
	// Visits is the demo workshop beside this floor, nil for none; Visited tells that this is that workshop.
	Visits  Visits
	Visited Visited
}

// New makes the handler of the whole application. ui is the built front end.
func New(s *shop.Shop, ui fs.FS, log *slog.Logger, o Options) (http.Handler, error) {
	index, err := fs.ReadFile(ui, "index.html")
	if err != nil {
		index = []byte("the screens are not built: run ./start")
	}
	cookie := "brankel"
	if o.Visited != nil {
		cookie = "brankel-demo" // a cookie is of a host, whatever the port
	}
	sessions, err := newSessions(s, cookie, o.TLS || len(o.Proxies) > 0)
	if err != nil {
		return nil, err
	}
	if o.URL == nil {
		o.URL = func() (string, string) { return "", "Set BRANKEL_URL to where a phone finds this server." }
	}
	if o.Idle == 0 {
		o.Idle = 15 * time.Minute
	}
	srv := &server{shop: s, ui: ui, index: string(index), log: log, sessions: sessions, idle: o.Idle, url: o.URL,
		streams: streams{of: map[string]int{}}, gates: newGates(), ending: o.Ending,
		port: o.Gauges, visits: o.Visits, visited: o.Visited}
	if srv.watched, err = watch(o.Metrics, s, srv.streams.count); err != nil {
		return nil, err
	}
	e := echo.New()
	e.Logger = log
	e.HTTPErrorHandler = srv.fail
	e.IPExtractor = whoAsks(o.Proxies)
	sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) { srv.fail(e.NewContext(r, w), err) }
	e.Use(srv.tracked, middleware.Recover(), middleware.SecureWithConfig(middleware.SecureConfig{
		ContentTypeNosniff: "nosniff", XFrameOptions: "DENY", ReferrerPolicy: "same-origin"}), secure, readable)
	packs, err := gzhttp.NewWrapper(gzhttp.MinSize(packFrom), gzhttp.CompressionLevel(gzip.BestSpeed))
	if err != nil {
		return nil, err
	}
	packed := packing(packs)
	withSession := echo.WrapMiddleware(sessions.LoadAndSave)
	slow := middleware.RateLimiter(
		middleware.NewRateLimiterMemoryStoreWithConfig(
			middleware.RateLimiterMemoryStoreConfig{Rate: 1, Burst: 20, ExpiresIn: 3 * time.Minute},
		),
	)
	for _, r := range srv.routes() {
		path := strings.NewReplacer("{", ":", "}", "").Replace(r.Path)
		around := []echo.MiddlewareFunc{}
		if !r.flows {
			most := cmp.Or(r.time, longest)
			around = append(around, srv.crowded, inTime(most), answered(most))
		}
		if !r.flows && !r.leaves { // packing would take the length away
			around = append(around, packed)
		}
		if r.slow {
			around = append(around, slow)
		}
		if !r.open {
			around = append(around, withSession)
		}
		e.Add(r.Method, path, srv.guard(r), append(around, middleware.BodyLimit(cmp.Or(r.body, bodyLimit)), unhurried)...)
	}
	e.GET("/assets/*", srv.asset, srv.unlessPacked(packed))
	e.GET("/sw.js", srv.worker)
	e.GET("/*", srv.page, packed)
	return headAsGet(http.NewCrossOriginProtection().Handler(e)), nil
}

// longest is how long a request may take: a store that does not answer is told as such.
var longest = 10 * time.Second

// inTime ends what a request does after a while; what came of it is told by whoever tells all errors.
func inTime(most time.Duration) echo.MiddlewareFunc {
	return middleware.ContextTimeoutWithConfig(middleware.ContextTimeoutConfig{
		Timeout: most, ErrorHandler: func(_ *echo.Context, err error) error { return err },
	})
}

// answered has the answer written a little after that at the latest.
func answered(most time.Duration) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			writeBy(c.Response(), most+patience)
			return next(c)
		}
	}
}

// whoAsks is the address that limits are counted under.
func whoAsks(proxies []*net.IPNet) echo.IPExtractor {
	if len(proxies) == 0 {
		return echo.ExtractIPDirect()
	}
	trust := []echo.TrustOption{echo.TrustLoopback(false), echo.TrustLinkLocal(false), echo.TrustPrivateNet(false)}
	for _, p := range proxies {
		trust = append(trust, echo.TrustIPRange(p))
	}
	return echo.ExtractIPFromXFFHeader(trust...)
}

// headAsGet answers HEAD as GET without the body.
func headAsGet(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodHead {
			next.ServeHTTP(w, r)
			return
		}
		get := r.Clone(r.Context())
		get.Method = http.MethodGet
		next.ServeHTTP(bodiless{w}, get)
	})
}

// bodiless sends the headers of an answer only.
type bodiless struct{ http.ResponseWriter }

func (b bodiless) Write(p []byte) (int, error) { return len(p), nil }

func (b bodiless) Unwrap() http.ResponseWriter { return b.ResponseWriter }

const nonceKey = "nonce"

// secure sets the headers of every answer that Echo has not: the policy differs with every page. It has no
// unsafe parts: the style sheets made at run time carry the nonce of their page.
func secure(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		raw := make([]byte, 16)
		_, _ = rand.Read(raw) // never fails (crypto/rand)
		nonce := base64.RawStdEncoding.EncodeToString(raw)
		c.Set(nonceKey, nonce)
		h := c.Response().Header()
		h.Set(
			"Content-Security-Policy",
			"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-"+nonce+"'; img-src 'self' data:; media-src 'self'; "+
				"font-src 'self'; connect-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
		)
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(), microphone=(self), geolocation=()")
		h.Set("Cache-Control", "no-store")
		return next(c)
	}
}

// asset serves the built files; their names carry their content, so they keep.
func (s *server) asset(c *echo.Context) error {
	name := "assets/" + c.Param("*")
	if _, err := fs.Stat(s.ui, name); err != nil {
		return echo.NewHTTPError(http.StatusNotFound, "no such file")
	}
	h := c.Response().Header()
	h.Set("Cache-Control", "public, max-age=31536000, immutable")
	h.Add("Vary", "Accept-Encoding")
	if s.isPacked(c) {
		raw, err := fs.ReadFile(s.ui, name+".br")
		if err != nil {
			return err
		}
		h.Set("Content-Encoding", "br")
		return c.Blob(http.StatusOK, mime.TypeByExtension(path.Ext(name)), raw)
	}
	return c.FileFS(name, s.ui)
}

// isPacked tells whether an asset was packed when it was built, in a way that is understood by whoever asks.
func (s *server) isPacked(c *echo.Context) bool {
	if !strings.Contains(c.Request().Header.Get("Accept-Encoding"), "br") {
		return false
	}
	_, err := fs.Stat(s.ui, "assets/"+c.Param("*")+".br")
	return err == nil
}

// packing packs what is answered; why there is no answer is told by whoever tells all errors, past what packs.
func packing(packs func(http.Handler) http.HandlerFunc) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) (err error) {
			plain := c.Response()
			defer c.SetResponse(plain)
			packs(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
				c.SetResponse(w)
				err = next(c)
			}))(plain, c.Request())
			return err
		}
	}
}

// unlessPacked packs what was not packed before.
func (s *server) unlessPacked(pack echo.MiddlewareFunc) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		packs := pack(next)
		return func(c *echo.Context) error {
			if s.isPacked(c) {
				return next(c)
			}
			return packs(c)
		}
	}
}

// worker serves the script that keeps the screens on a device while the server is away.
func (s *server) worker(c *echo.Context) error {
	if _, err := fs.Stat(s.ui, "sw.js"); err != nil {
		return echo.NewHTTPError(http.StatusNotFound, "no such file")
	}
	c.Response().Header().Set("Cache-Control", "no-cache")
	return c.FileFS("sw.js", s.ui)
}

// page serves the one page of the application for every screen.
func (s *server) page(c *echo.Context) error {
	if strings.HasPrefix(c.Request().URL.Path, "/api/") {
		return echo.NewHTTPError(http.StatusNotFound, "no such route")
	}
	nonce, _ := c.Get(nonceKey).(string)
	return c.HTML(http.StatusOK, strings.ReplaceAll(s.index, "__nonce__", nonce))
}

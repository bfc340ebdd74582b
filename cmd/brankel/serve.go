package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"runtime/debug"
	"strings"
	"sync/atomic"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"

	"brankel/beside"
	"brankel/shop"
	"brankel/ui"
	"brankel/web"
)

// softMemory is from when on what is no longer needed is cleared away at once: an opened photo takes
// hundreds of megabytes for a moment.
const softMemory = 512 << 20

// serve answers on BRANKEL_ADDR until the context ends, then lets what is being
// answered finish.
func serve(ctx context.Context, houses []house) error {
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(softMemory)
	}
	log, err := loggerOf(os.Stderr, set("BRANKEL_LOG"), set("BRANKEL_LOG_FORMAT"))
	if err != nil {
		return err
	}
	for _, says := range unread(os.Environ()) {
		log.Warn(says)
	}
	own, err := newCertificate(set("BRANKEL_TLS_CERT"), set("BRANKEL_TLS_KEY"))
	if err != nil {
		return err
	}
	at := &place{scheme: map[bool]string{true: "https", false: "http"}[own != nil]}
	if at.set, err = web.Address(set("BRANKEL_URL")); err != nil {
		return err
	}
	start := echo.StartConfig{
		Address: set("BRANKEL_ADDR"), HideBanner: true, HidePort: true, GracefulTimeout: 5 * time.Second,
		ListenerAddrFunc: func(a net.Addr) {
			at.listens.Store(&a)
			url := at.scheme + "://" + a.String() + "/"
			leaveWord(set("BRANKEL_PIDFILE"), url)
			fmt.Printf("Brankel is at %s\n", url)
		},
		BeforeServeFunc: func(h *http.Server) error { patient(h); return nil },
	}
	if own != nil {
		start.TLSConfig = &tls.Config{MinVersion: tls.VersionTLS12, GetCertificate: own.get, NextProtos: []string{"h2", "http/1.1"}}
	}
	if len(houses) > 1 && set("BRANKEL_GAUGES")+set("BRANKEL_GAUGE_FILES") != "" {
		return errors.New("gauges come to one workshop, and several are served: leave BRANKEL_GAUGES and BRANKEL_GAUGE_FILES out")
	}
	options := web.Options{TLS: own != nil, Ending: ctx.Done()}
	if options.Idle, err = idleOf(set("BRANKEL_IDLE")); err != nil {
		return err
	}
	if options.Proxies, err = proxiesOf(set("BRANKEL_PROXY")); err != nil {
		return err
	}
	register, err := metricsAt(ctx, set("BRANKEL_METRICS"), log)
	if err != nil {
		return err
	}
	defer os.Remove(set("BRANKEL_PIDFILE")) // nothing when it is not set
	handlers := map[string]http.Handler{}
	for _, h := range houses {
		o := options
		if register != nil {
			o.Metrics = prometheus.WrapRegistererWith(prometheus.Labels{"workshop": h.host}, register)
		}
		o.URL = at.url
		if h.host != "" {
			o.URL = func() (string, string) { return at.of(h.host, len(options.Proxies) > 0), "" }
		} else if err := byItself(ctx, h.Shop, &o, at, start.TLSConfig, log); err != nil {
			return err
		}
		if visits, ok := o.Visits.(*beside.Demo); ok {
			defer visits.Close()
		}
		if handlers[h.host], err = web.New(h.Shop, ui.Files(), log, o); err != nil {
			return err
		}
		h.Live(ctx)
		if !h.Shows() {
			defer lastWord(h.Shop, log)
		}
	}
	if one, ok := handlers[""]; ok {
		return start.Start(ctx, one)
	}
	return start.Start(ctx, web.Hosts(handlers))
}

// byItself gives a workshop what only one that has the server for itself can have: a demo workshop beside it, and gauges that come in.
func byItself(ctx context.Context, s *shop.Shop, o *web.Options, at *place, secure *tls.Config, log *slog.Logger) (err error) {
	if o.Gauges, err = gaugesOf(ctx, s, log); err != nil || s.Shows() {
		return err
	}
	if err := s.Store.DropLeft(ctx); err != nil {
		log.Error("a demo workshop of a server that was killed could not be dropped", "error", err)
	}
	o.Visits = &beside.Demo{Own: s.Store, Log: log, URL: set("BRANKEL_DEMO_URL"),
		Listen: func() (net.Listener, error) { return demoListener(at.listens.Load(), secure) },
		Serve:  func(h http.Handler) *http.Server { out := &http.Server{Handler: h}; patient(out); return out },
		Handler: func(of *shop.Shop, v web.Visited, demo func() net.Addr) (http.Handler, error) {
			return web.New(of, ui.Files(), log, web.Options{TLS: o.TLS, Proxies: o.Proxies, Ending: o.Ending, Visited: v, Idle: demoIdle,
				URL: func() (string, string) { return web.Listening(at.scheme, demo()) }})
		},
		Back: func() web.Place {
			a := at.listens.Load()
			if a == nil {
				return web.Place{URL: at.set}
			}
			return web.PlaceOf(at.set, *a)
		},
	}
	return nil
}

// lastWord puts what was written since the last time into the ledger, whatever ended the server.
func lastWord(s *shop.Shop, log *slog.Logger) {
	last, cancel := context.WithTimeout(context.Background(), 3*time.Second)
	defer cancel()
	if err := s.NoteHeads(last); err != nil {
		log.Error("the heads of the runs could not be noted in the ledger", "error", err)
	}
}

// place is where the server is found.
type place struct {
	scheme, set string
	listens     atomic.Pointer[net.Addr] // once it does
}

func (p *place) url() (at, only string) {
	if a := p.listens.Load(); p.set == "" && a != nil {
		return web.Listening(p.scheme, *a)
	}
	return p.set, ""
}

// of is where the workshop of a host name is found: by HTTPS behind a proxy, else at the port that is listened at.
func (p *place) of(host string, proxied bool) string {
	a := p.listens.Load()
	if proxied || a == nil {
		return "https://" + host
	}
	_, port, _ := net.SplitHostPort((*a).String()) // it is an address
	return p.scheme + "://" + net.JoinHostPort(host, port)
}

// loggerOf is a log of a level and a form.
func loggerOf(out io.Writer, level, form string) (*slog.Logger, error) {
	var o slog.HandlerOptions
	var from slog.Level
	if err := from.UnmarshalText([]byte(level)); err != nil {
		return nil, fmt.Errorf("BRANKEL_LOG is %q: write error, warn, info or debug", level)
	}
	o.Level = from
	switch form {
	case "text":
		return slog.New(slog.NewTextHandler(out, &o)), nil
	case "json":
		return slog.New(slog.NewJSONHandler(out, &o)), nil
	}
	return nil, fmt.Errorf("BRANKEL_LOG_FORMAT is %q: write text or json", form)
}

// metricsAt has metrics read at an address of their own, which nobody outside should reach; nil where that is "".
func metricsAt(ctx context.Context, addr string, log *slog.Logger) (prometheus.Registerer, error) {
	if addr == "" {
		return nil, nil
	}
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return nil, fmt.Errorf("BRANKEL_METRICS is %q: write where metrics are read, such as 127.0.0.1:9187: %w", addr, err)
	}
	register := prometheus.NewRegistry()
	register.MustRegister(collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
	mux := http.NewServeMux()
	mux.Handle("GET /metrics", promhttp.HandlerFor(register, promhttp.HandlerOpts{}))
	server := &http.Server{Handler: mux}
	patient(server)
	context.AfterFunc(ctx, func() { _ = server.Close() })
	go func() {
		if err := server.Serve(l); !errors.Is(err, http.ErrServerClosed) {
			log.Error("metrics are read no more", "error", err)
		}
	}()
	return register, nil
}

// demoIdle is after how long a device locks in the demo workshop: not while somebody looks around.
const demoIdle = 24 * time.Hour

// patient gives a server its deadlines.
func patient(h *http.Server) {
	h.ReadHeaderTimeout, h.ReadTimeout, h.WriteTimeout, h.IdleTimeout = 5*time.Second, 15*time.Second, 30*time.Second, 2*time.Minute
}

// demoListener listens for the demo workshop: at BRANKEL_DEMO_ADDR, else at any free port of the address that is listened at.
func demoListener(own *net.Addr, secure *tls.Config) (net.Listener, error) {
	addr := set("BRANKEL_DEMO_ADDR")
	if addr == "" && own != nil {
		host, _, err := net.SplitHostPort((*own).String())
		if err != nil {
			return nil, err
		}
		addr = net.JoinHostPort(host, "0")
	}
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return nil, fmt.Errorf("the demo workshop can not listen at %s: set BRANKEL_DEMO_ADDR to where it may: %w", addr, err)
	}
	if secure != nil {
		return tls.NewListener(l, secure), nil
	}
	return l, nil
}

// proxiesOf reads addresses or ranges between spaces or commas.
func proxiesOf(text string) (out []*net.IPNet, err error) {
	for _, one := range strings.FieldsFunc(text, func(r rune) bool { return r == ' ' || r == ',' }) {
		cidr := one
		if ip := net.ParseIP(one); ip != nil && ip.To4() != nil {
			cidr += "/32"
		} else if ip != nil {
			cidr += "/128"
		}
		_, network, err := net.ParseCIDR(cidr)
		if err != nil {
			return nil, fmt.Errorf("BRANKEL_PROXY has %q: write the address of the proxy, such as 127.0.0.1 or 10.0.0.0/8", one)
		}
		out = append(out, network)
	}
	return out, nil
}

// leaveWord writes who serves where, for a ./start that comes after one that was killed. The word stands
// beside its place until it is whole: whoever finds the file must not find it empty.
func leaveWord(file, at string) {
	if file == "" {
		return
	}
	part := file + ".part"
	err := os.WriteFile(part, fmt.Appendf(nil, "%d %s\n", os.Getpid(), at), 0o644)
	if err == nil {
		err = os.Rename(part, file)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "brankel:", err)
	}
}

package main

import (
	"context"
	"crypto/tls"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"runtime/debug"
	"strings"
	"sync/atomic"
	"time"

	"github.com/labstack/echo/v5"

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
func serve(ctx context.Context, s *shop.Shop) error {
	addr := os.Getenv("BRANKEL_ADDR")
	if addr == "" {
		addr = "127.0.0.1:8787"
	}
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(softMemory)
	}
	log := slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: slog.LevelWarn}))
	own, err := newCertificate(os.Getenv("BRANKEL_TLS_CERT"), os.Getenv("BRANKEL_TLS_KEY"))
	if err != nil {
		return err
	}
	var listens atomic.Pointer[net.Addr] // once it does
	scheme := map[bool]string{true: "https", false: "http"}[own != nil]
	start := echo.StartConfig{
		Address: addr, HideBanner: true, HidePort: true, GracefulTimeout: 5 * time.Second,
		ListenerAddrFunc: func(a net.Addr) {
			listens.Store(&a)
			at := scheme + "://" + a.String() + "/"
			leaveWord(os.Getenv("BRANKEL_PIDFILE"), at)
			fmt.Printf("Brankel is at %s\n", at)
		},
		BeforeServeFunc: func(h *http.Server) error { patient(h); return nil },
	}
	if own != nil {
		start.TLSConfig = &tls.Config{MinVersion: tls.VersionTLS12, GetCertificate: own.get, NextProtos: []string{"h2", "http/1.1"}}
	}
	options := web.Options{TLS: own != nil, Ending: ctx.Done()}
	set, err := web.Address(os.Getenv("BRANKEL_URL"))
	if err != nil {
		return err
	}
	options.URL = func() (at, only string) {
		if a := listens.Load(); set == "" && a != nil {
			return web.Listening(scheme, *a)
		}
		return set, ""
	}
	if text := os.Getenv("BRANKEL_IDLE"); text != "" {
		idle, err := time.ParseDuration(text)
		if err != nil || idle <= 0 {
			return fmt.Errorf("BRANKEL_IDLE is %q: write how long a device may lie idle before it locks, such as 15m", text)
		}
		options.Idle = idle
	}
	proxies, err := proxiesOf(os.Getenv("BRANKEL_PROXY"))
	if err != nil {
		return err
	}
	options.Proxies = proxies
	looking := &beside.Demo{Own: s.Store, Log: log, URL: os.Getenv("BRANKEL_DEMO_URL"),
		Listen: func() (net.Listener, error) { return demoListener(listens.Load(), start.TLSConfig) },
		Serve:  func(h http.Handler) *http.Server { out := &http.Server{Handler: h}; patient(out); return out },
		Handler: func(of *shop.Shop, v web.Visited, at func() net.Addr) (http.Handler, error) {
			return web.New(of, ui.Files(), log, web.Options{TLS: own != nil, Proxies: proxies, Ending: ctx.Done(), Visited: v, Idle: demoIdle,
				URL: func() (string, string) { return web.Listening(scheme, at()) }})
		},
		Back: func() web.Place {
			a := listens.Load()
			if a == nil {
				return web.Place{URL: set}
			}
			return web.PlaceOf(set, *a)
		},
	}
	defer looking.Close()
	options.Visits = looking
	if options.Gauges, err = gaugesOf(ctx, s, log); err != nil {
		return err
	}
	if err := s.Store.DropLeft(ctx); err != nil {
		log.Error("a demo workshop of a server that was killed could not be dropped", "error", err)
	}
	defer os.Remove(os.Getenv("BRANKEL_PIDFILE")) // nothing when it is not set
	handler, err := web.New(s, ui.Files(), log, options)
	if err != nil {
		return err
	}
	s.Live(ctx)
	defer func() { // what was written since the last time, whatever ended us
		last, cancel := context.WithTimeout(context.Background(), 3*time.Second)
		defer cancel()
		if err := s.NoteHeads(last); err != nil {
			log.Error("the heads of the runs could not be noted in the ledger", "error", err)
		}
	}()
	return start.Start(ctx, handler)
}

// demoIdle is after how long a device locks in the demo workshop: not while somebody looks around.
const demoIdle = 24 * time.Hour

// patient gives a server its deadlines.
func patient(h *http.Server) {
	h.ReadHeaderTimeout, h.ReadTimeout, h.WriteTimeout, h.IdleTimeout = 5*time.Second, 15*time.Second, 30*time.Second, 2*time.Minute
}

// demoListener listens for the demo workshop: at BRANKEL_DEMO_ADDR, else at any free port of the address that is listened at.
func demoListener(own *net.Addr, secure *tls.Config) (net.Listener, error) {
	addr := os.Getenv("BRANKEL_DEMO_ADDR")
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

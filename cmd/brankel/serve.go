package main

import (
	"context"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/shop"
	"brankel/ui"
	"brankel/web"
)

// serve answers on BRANKEL_ADDR until the context ends, then lets what is being
// answered finish.
func serve(ctx context.Context, s *shop.Shop) error {
	addr := os.Getenv("BRANKEL_ADDR")
	if addr == "" {
		addr = "127.0.0.1:8787"
	}
	log := slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: slog.LevelWarn}))
	start := echo.StartConfig{
		Address: addr, HideBanner: true, HidePort: true, GracefulTimeout: 5 * time.Second,
		ListenerAddrFunc: func(a net.Addr) { fmt.Printf("Brankel is at http://%s/\n", a) },
		BeforeServeFunc: func(h *http.Server) error {
			h.ReadHeaderTimeout, h.ReadTimeout, h.WriteTimeout, h.IdleTimeout = 5*time.Second, 15*time.Second, 30*time.Second, 2*time.Minute
			return nil
		},
	}
	var options web.Options
	if text := os.Getenv("BRANKEL_IDLE"); text != "" {
		idle, err := time.ParseDuration(text)
		if err != nil || idle <= 0 {
			return fmt.Errorf("BRANKEL_IDLE is %q: write how long a device may lie idle before it locks, such as 15m", text)
		}
		options.Idle = idle
	}
	handler, err := web.New(s, ui.Files(), log, options)
	if err != nil {
		return err
	}
	return start.Start(ctx, handler)
}

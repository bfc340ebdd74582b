package main

import (
	"context"
	"fmt"
	"io"
	"net"
	"strings"
	"sync"
	"time"
)

// flood does what a hostile neighbour would while one writes: what that costs the writer is told.
func flood(ctx context.Context, h *house, size size) error {
	_, s, err := oneHouse(ctx, h)
	if err != nil {
		return err
	}
	c, err := ines(ctx, "http://"+s.addr)
	if err != nil {
		return err
	}
	run, err := c.open(ctx)
	if err != nil {
		return err
	}
	l := newLedger()
	quiet, err := paced(ctx, l, []*client{c}, []string{run}, size.while)
	if err != nil {
		return err
	}
	fmt.Printf("  in quiet: p50 %.1f, p95 %.1f ms; memory %d MB\n", at(quiet, 50), at(quiet, 95), resident(s.cmd.Process.Pid))
	for _, one := range []struct {
		says string
		does func(context.Context, string, *client, string)
	}{
		{"1000 connections that say half a request", half}, {"headers without an end", headers},
		{"bodies of a gigabyte", giants}, {"1000 streams from one address", streamsOf}, {"streams that nobody reads", unread},
	} {
		within, enough := context.WithCancel(ctx)
		var wait sync.WaitGroup
		wait.Go(func() { one.does(within, s.addr, c, run) })
		time.Sleep(500 * time.Millisecond)
		took, err := paced(ctx, l, []*client{c}, []string{run}, size.while)
		held := resident(s.cmd.Process.Pid)
		enough()
		wait.Wait()
		if err != nil {
			return fmt.Errorf("under %s: %w", one.says, err)
		}
		if n := sum(l.refused); n > 0 {
			return fmt.Errorf("under %s the writer was told to try again: %v", one.says, l.refused)
		}
		if held > 700 {
			return fmt.Errorf("under %s the server takes %d MB", one.says, held)
		}
		fmt.Printf("  under %s: p50 %.1f, p95 %.1f ms; memory %d MB\n", one.says, at(took, 50), at(took, 95), held)
	}
	time.Sleep(time.Second)
	after, err := paced(ctx, l, []*client{c}, []string{run}, size.while)
	fmt.Printf("  in quiet again: p50 %.1f ms\n", at(after, 50))
	return err
}

// many does something on so many connections until ctx ends.
func many(ctx context.Context, addr string, n int, does func(context.Context, net.Conn)) {
	var wait sync.WaitGroup
	for range n {
		wait.Go(func() {
			conn, err := net.DialTimeout("tcp", addr, 5*time.Second)
			if err != nil {
				return
			}
			defer conn.Close()
			defer context.AfterFunc(ctx, func() { conn.Close() })()
			does(ctx, conn)
		})
	}
	wait.Wait()
}

func half(ctx context.Context, addr string, _ *client, _ string) {
	many(ctx, addr, 1000, func(ctx context.Context, conn net.Conn) {
		fmt.Fprint(conn, "POST /api/v1/session HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n")
		_, _ = io.Copy(io.Discard, conn)
	})
}

func headers(ctx context.Context, addr string, _ *client, _ string) {
	for ctx.Err() == nil {
		many(ctx, addr, 20, func(_ context.Context, conn net.Conn) {
			fmt.Fprint(conn, "GET / HTTP/1.1\r\nHost: x\r\n")
			for line := "X-Flood: " + strings.Repeat("x", 8000) + "\r\n"; ; {
				if _, err := io.WriteString(conn, line); err != nil {
					return
				}
			}
		})
	}
}

func giants(ctx context.Context, addr string, c *client, run string) {
	for ctx.Err() == nil {
		many(ctx, addr, 8, func(_ context.Context, conn net.Conn) {
			fmt.Fprintf(conn, "POST /api/v1/runs/%s/events HTTP/1.1\r\nHost: x\r\nCookie: %s\r\nContent-Type: application/json\r\nContent-Length: 1000000000\r\n\r\n", run, c.cookie)
			for block := strings.Repeat("x", 64<<10); ; {
				if _, err := io.WriteString(conn, block); err != nil {
					return
				}
			}
		})
	}
}

func streamsOf(ctx context.Context, addr string, c *client, run string) {
	many(ctx, addr, 1000, func(_ context.Context, conn net.Conn) {
		fmt.Fprintf(conn, "GET /api/v1/runs/%s/stream HTTP/1.1\r\nHost: x\r\nCookie: %s\r\n\r\n", run, c.cookie)
		_, _ = io.Copy(io.Discard, conn)
	})
}

func unread(ctx context.Context, addr string, c *client, run string) {
	many(ctx, addr, 12, func(ctx context.Context, conn net.Conn) {
		fmt.Fprintf(conn, "GET /api/v1/runs/%s/stream HTTP/1.1\r\nHost: x\r\nCookie: %s\r\n\r\n", run, c.cookie)
		<-ctx.Done()
	})
}

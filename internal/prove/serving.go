package main

import (
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"sync"
	"sync/atomic"
	"syscall"
	"time"
)

// serving is one Brankel server.
type serving struct {
	house *house
	name  string
	addr  string
	env   []string
	args  []string
	cmd   *exec.Cmd
	ended chan struct{}
}

// serve starts a server on a database, and waits until it answers.
func (h *house) serve(ctx context.Context, name, database string, args ...string) (*serving, error) {
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	addr := fmt.Sprintf("127.0.0.1:%d", port)
	s := &serving{house: h, name: name, addr: addr, args: append([]string{"serve"}, args...),
		env: append(os.Environ(), "BRANKEL_DATABASE_URL="+database, "BRANKEL_ADDR="+addr, "BRANKEL_PIDFILE=")}
	return s, s.start(ctx)
}

func (s *serving) start(ctx context.Context) error {
	log, err := os.OpenFile(filepath.Join(s.house.dir, s.name+".log"), os.O_CREATE|os.O_APPEND|os.O_WRONLY, 0o644)
	if err != nil {
		return err
	}
	defer log.Close()
	s.cmd = exec.Command(s.house.binary, s.args...)
	s.cmd.Env, s.cmd.Stdout, s.cmd.Stderr = s.env, log, log
	s.cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
	if err := s.cmd.Start(); err != nil {
		return err
	}
	s.ended = make(chan struct{})
	s.house.mu.Lock()
	s.house.running[s.cmd] = true
	s.house.mu.Unlock()
	go func(c *exec.Cmd, ended chan struct{}) {
		_ = c.Wait() // it is killed more often than it ends
		s.house.mu.Lock()
		delete(s.house.running, c)
		s.house.mu.Unlock()
		close(ended)
	}(s.cmd, s.ended)
	for {
		answer, err := http.Get("http://" + s.addr + "/healthz")
		if err == nil {
			answer.Body.Close()
			if answer.StatusCode == 200 {
				return nil
			}
		}
		select {
		case <-ctx.Done():
			return fmt.Errorf("%s does not answer: %w", s.name, ctx.Err())
		case <-s.ended:
			return fmt.Errorf("%s ended as it was started: see %s.log", s.name, s.name)
		case <-time.After(20 * time.Millisecond):
		}
	}
}

// kill ends it without a word.
func (s *serving) kill() {
	_ = s.cmd.Process.Kill()
	<-s.ended
}

// stop asks it to end, and waits until it did.
func (s *serving) stop() {
	_ = s.cmd.Process.Signal(syscall.SIGTERM)
	<-s.ended
}

// front is the one address before several servers: it hands each connection to the next one that takes it.
type front struct {
	net.Listener
	next atomic.Int64
	to   []*serving
}

func newFront(to ...*serving) (*front, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, err
	}
	f := &front{Listener: l, to: to}
	go func() {
		for {
			c, err := l.Accept()
			if err != nil {
				return
			}
			go f.hand(c)
		}
	}()
	return f, nil
}

func (f *front) url() string { return "http://" + f.Addr().String() }

func (f *front) hand(c net.Conn) {
	defer c.Close()
	first := int(f.next.Add(1))
	for i := range f.to {
		to, err := net.DialTimeout("tcp", f.to[(first+i)%len(f.to)].addr, time.Second)
		if err != nil {
			continue
		}
		defer to.Close()
		var both sync.WaitGroup
		pass := func(dst, src net.Conn) {
			_, _ = io.Copy(dst, src)
			_ = dst.(*net.TCPConn).CloseWrite() // what ends on one side ends on the other
		}
		both.Go(func() { pass(to, c) })
		both.Go(func() { pass(c, to) })
		both.Wait()
		return
	}
}

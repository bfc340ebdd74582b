package main

import (
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"
)

// house is where a proof lives: a folder of its own, loopback only, and all processes it started.
type house struct {
	dir, postgres, binary string

	mu      sync.Mutex
	running map[*exec.Cmd]bool
	bases   []*base
}

func newHouse(postgres, binary string) (*house, error) {
	dir, err := os.MkdirTemp("", "brankel-proof-")
	if err != nil {
		return nil, err
	}
	binary, err = filepath.Abs(binary)
	return &house{dir: dir, postgres: postgres, binary: binary, running: map[*exec.Cmd]bool{}}, errors.Join(err, os.Chmod(dir, 0o755))
}

// close ends what runs and clears away; after a failure the logs are told of and stay.
func (h *house) close(failed bool) {
	h.mu.Lock()
	for c := range h.running {
		_ = syscall.Kill(-c.Process.Pid, syscall.SIGKILL)
	}
	h.mu.Unlock()
	for _, b := range h.bases {
		b.kill()
	}
	if failed {
		fmt.Fprintln(os.Stderr, "the logs are in", h.dir)
		return
	}
	_ = os.RemoveAll(h.dir)
}

// freePort is one that nobody listens at now.
func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}

// asDB is a command as whoever owns the databases: PostgreSQL refuses to run as root.
func asDB(program string, args ...string) *exec.Cmd {
	c := exec.Command(program, args...)
	if os.Getuid() == 0 {
		c = exec.Command("runuser", append([]string{"-u", "postgres", "--", program}, args...)...)
	}
	c.Dir = "/"
	return c
}

// did runs a command to its end.
func did(c *exec.Cmd) error {
	out, err := c.CombinedOutput()
	if err != nil {
		return fmt.Errorf("%s: %w: %s", filepath.Base(c.Args[len(c.Args)-1]), err, strings.TrimSpace(string(out)))
	}
	return nil
}

// base is one PostgreSQL.
type base struct {
	house    *house
	dir, log string
	port     int
	options  []string
}

// newBase makes an empty one, not started.
func (h *house) newBase(name string) (*base, error) {
	b, err := h.placeFor(name)
	if err != nil {
		return nil, err
	}
	return b, did(asDB(h.postgres+"/initdb", "-D", b.dir, "-U", "brankel", "-E", "UTF8", "--locale=C.UTF-8", "-A", "trust"))
}

func (h *house) placeFor(name string) (*base, error) {
	at := filepath.Join(h.dir, name)
	if err := os.Mkdir(at, 0o755); err != nil {
		return nil, err
	}
	if os.Getuid() == 0 {
		if err := did(exec.Command("chown", "postgres", at)); err != nil {
			return nil, err
		}
	}
	port, err := freePort()
	b := &base{house: h, dir: filepath.Join(at, "data"), log: filepath.Join(at, "log"), port: port}
	h.bases = append(h.bases, b)
	return b, err
}

// start starts it, with settings such as "synchronous_commit=on".
func (b *base) start(settings ...string) error {
	b.options = settings
	o := fmt.Sprintf("-p %d -c listen_addresses=127.0.0.1 -c unix_socket_directories=''", b.port)
	for _, s := range settings {
		o += " -c " + s
	}
	return did(asDB(b.house.postgres+"/pg_ctl", "-D", b.dir, "-w", "-l", b.log, "-o", o, "start"))
}

// again starts it as it was started last.
func (b *base) again() error { return b.start(b.options...) }

// standby copies it to a hot standby of a name, and starts that.
func (b *base) standby(name string) (*base, error) {
	s, err := b.house.placeFor(name)
	if err != nil {
		return nil, err
	}
	from := fmt.Sprintf("host=127.0.0.1 port=%d user=brankel application_name=%s", b.port, name)
	if err := did(asDB(b.house.postgres+"/pg_basebackup", "-D", s.dir, "-R", "-X", "stream", "-c", "fast", "-d", from)); err != nil {
		return nil, err
	}
	return s, s.start()
}

// promote makes a standby the primary.
func (b *base) promote() error {
	return did(asDB(b.house.postgres+"/pg_ctl", "-D", b.dir, "-w", "promote"))
}

// pid is that of its postmaster, 0 where none runs.
func (b *base) pid() int {
	raw, err := os.ReadFile(filepath.Join(b.dir, "postmaster.pid"))
	if err != nil {
		return 0
	}
	first, _, _ := strings.Cut(string(raw), "\n")
	pid, _ := strconv.Atoi(first)
	return pid
}

// kill ends it as a cut of power would: at once, without a word to anybody.
func (b *base) kill() {
	pid := b.pid()
	if b.signal(syscall.SIGKILL) != nil {
		return
	}
	for range 200 { // until it is gone, its port is not free
		if syscall.Kill(pid, 0) != nil {
			break
		}
		time.Sleep(10 * time.Millisecond)
	}
}

// signal tells something to its postmaster and all that this started.
func (b *base) signal(what syscall.Signal) error {
	pid := b.pid()
	if pid == 0 {
		return fmt.Errorf("no database runs in %s", b.dir)
	}
	children, _ := os.ReadFile(fmt.Sprintf("/proc/%d/task/%d/children", pid, pid))
	err := syscall.Kill(pid, what)
	for _, one := range strings.Fields(string(children)) {
		if child, bad := strconv.Atoi(one); bad == nil {
			_ = syscall.Kill(child, what)
		}
	}
	return err
}

// url is the address of the database on several machines: whichever of them may be written to.
func url(bases ...*base) string {
	var hosts []string
	for _, b := range bases {
		hosts = append(hosts, fmt.Sprintf("127.0.0.1:%d", b.port))
	}
	return "postgres://brankel@" + strings.Join(hosts, ",") + "/postgres?sslmode=disable&target_session_attrs=read-write"
}

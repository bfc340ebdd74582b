// Prove kills, cuts off and floods a Brankel of its own, and looks whether what was acknowledged is there: ./prove NAME.
// docs/reliability.md says what each proof does and what it found.
package main

import (
	"context"
	"flag"
	"fmt"
	"os"
	"os/signal"
	"slices"
	"syscall"
	"time"
)

// proof is one of them. What it returns is what did not hold.
type proof struct {
	name, says   string
	does         func(ctx context.Context, h *house, size size) error
	whole, small size
}

// size is how much of a proof is done: small in ./test.
type size struct {
	rounds int           // of what is killed or cut off
	while  time.Duration // work goes on between two of them
}

var proofs = []proof{
	{"failover", "the primary database dies under four writers, its synchronous standby takes over", failover, size{1, 15 * time.Second}, size{1, 2 * time.Second}},
	{"servers", "either of two servers dies in turn under four writers", servers, size{20, 2 * time.Second}, size{2, time.Second}},
	{"kills", "the server is killed 100 times and the database 33 times at any moment", kills, size{133, time.Second}, size{4, 500 * time.Millisecond}},
	{"away", "the database is stopped for a minute, then frozen for a minute", away, size{1, time.Minute}, size{1, time.Second}},
	{"load", "300 entries a second on 300 streams, then more than can be answered, then a stop", load, size{1, 2 * time.Minute}, size{1, 4 * time.Second}},
	{"flood", "a hostile neighbour beside one who writes", flood, size{1, 10 * time.Second}, size{1, 2 * time.Second}},
	{"disk", "the disk of the database is full in the middle", disk, size{3, 5 * time.Second}, size{1, time.Second}},
}

// longest is how long any proof may take: one that hangs has failed.
const longest = 20 * time.Minute

func main() {
	small := flag.Bool("small", false, "with small numbers, as ./test does")
	postgres := flag.String("postgres", "", "the folder of PostgreSQL's programs")
	binary := flag.String("brankel", "bin/brankel", "the server")
	keep := flag.Bool("keep", false, "keep databases and logs of what held too")
	flag.Parse()
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	ctx, cancel := context.WithTimeout(ctx, longest)
	code := run(ctx, flag.Args(), *small, *keep, *postgres, *binary)
	cancel()
	stop()
	os.Exit(code)
}

func run(ctx context.Context, names []string, small, keep bool, postgres, binary string) int {
	if len(names) == 0 {
		fmt.Println("write what is to be proved:")
		for _, p := range proofs {
			fmt.Printf("  ./prove %-10s %s\n", p.name, p.says)
		}
		return 2
	}
	for _, name := range names {
		at := slices.IndexFunc(proofs, func(p proof) bool { return p.name == name })
		if at < 0 {
			fmt.Fprintf(os.Stderr, "there is no proof %q: ./prove alone lists them\n", name)
			return 2
		}
		p := proofs[at]
		of := p.whole
		if small {
			of = p.small
		}
		if err := once(ctx, p, of, keep, postgres, binary); err != nil {
			fmt.Fprintf(os.Stderr, "%s DOES NOT HOLD: %v\n", p.name, err)
			return 1
		}
	}
	return 0
}

func once(ctx context.Context, p proof, of size, keep bool, postgres, binary string) (err error) {
	h, err := newHouse(postgres, binary)
	if err != nil {
		return err
	}
	defer func() { h.close(keep || err != nil) }()
	begin := time.Now()
	fmt.Printf("%s: %s\n", p.name, p.says)
	if err = p.does(ctx, h, of); err == nil {
		fmt.Printf("%s holds (%.0f s)\n", p.name, time.Since(begin).Seconds())
	}
	return err
}

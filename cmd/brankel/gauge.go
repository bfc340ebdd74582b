package main

import (
	"cmp"
	"context"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"brankel/gauge"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/shop"
)

// gaugesOf is where gauges come in: at BRANKEL_GAUGES, and by the serial devices of BRANKEL_GAUGE_FILES; nil where neither is set.
func gaugesOf(ctx context.Context, s *shop.Shop, log *slog.Logger) (*gauge.Port, error) {
	addr, files := set("BRANKEL_GAUGES"), strings.Fields(set("BRANKEL_GAUGE_FILES"))
	if addr == "" && len(files) == 0 {
		return nil, nil
	}
	p := &gauge.Port{Now: time.Now, Today: func() string { return time.Now().Format(time.DateOnly) }, Moved: s.GaugesMoved}
	if addr != "" {
		l, err := net.Listen("tcp", addr)
		if err != nil {
			return nil, fmt.Errorf("BRANKEL_GAUGES is %q: write where gauges come in, such as 127.0.0.1:8790: %w", addr, err)
		}
		go func() {
			if err := p.Listen(ctx, l); err != nil {
				log.Error("gauges come in no more", "error", err)
			}
		}()
		fmt.Printf("Gauges come in at %s\n", l.Addr())
	}
	for _, name := range files {
		go p.File(ctx, name)
	}
	go p.Tell(ctx)
	return p, nil
}

func gaugeCommand() *cobra.Command {
	c := &cobra.Command{Use: "gauge", Short: "a stand-in for a gauge: says what one would, to a server or on standard output", Args: cobra.NoArgs}
	f := c.Flags()
	to := f.String("to", "", "where gauges come in, such as 127.0.0.1:8790; left out, standard output")
	s := gauge.Standin{}
	f.StringVar(&s.Number, "number", "S1", "that stands on it")
	f.StringVar(&s.Name, "name", "stand-in", "what it is called")
	kind := f.String("kind", "length", "what it measures: "+join(quantity.Kinds))
	f.StringVar(&s.Unit, "unit", "", "its unit; left out, the usual one of its kind")
	f.Float64Var(&s.Resolution, "resolution", 0.01, "in its unit")
	f.Float64Var(&s.Doubt, "doubt", 0.02, "in its unit")
	f.StringVar(&s.Calibrated, "calibrated", "", "a day")
	f.StringVar(&s.Due, "due", "", "the day its calibration runs out")
	value := f.Float64("value", 0, "what it shows")
	trace := f.String("trace", "", "a file it follows: seconds and value a line, with a comma between")
	keys := f.Bool("keys", false, "follow standard input: a number sets it, h holds, z zeroes")
	f.StringVar(&s.Follows, "follows", "", "the run of an exercise, as it stands in its address: it shows what is held to that rig")
	f.Float64Var(&s.Noise, "noise", 0, "to either side, in its unit")
	f.Float64Var(&s.Drift, "drift", 0, "a minute, in its unit")
	f.Float64Var(&s.Rate, "rate", 10, "lines a second")
	play := f.String("play", "", "what goes wrong after a second: "+strings.Join(gauge.Play("").Words(), ", "))
	f.Uint64Var(&s.Seed, "seed", 1, "of the noise")
	lasts := f.Duration("for", 0, "how long, 0 until it is ended")
	c.RunE = does(func(c *cobra.Command, _ []string) error {
		s.Kind, s.Play, s.Value = quantity.Kind(*kind), gauge.Play(*play), func(time.Duration) float64 { return *value }
		if s.Unit == "" {
			s.Unit = cmp.Or(s.Kind.Unit(), "mm") // of a kind that is none the kind is told
		}
		if s.Rate <= 0 || s.Rate > 100 {
			return told(c, nil, fault.At("rate", "write from above 0 to 100 lines a second"))
		}
		if s.Follows != "" && (*trace != "" || *keys || *to == "") {
			return told(c, nil, fault.At("follows", "it follows an exercise, or a trace, or keys; the exercise at a server, with --to"))
		}
		if *play != "" && !slices.Contains(s.Play.Words(), *play) {
			return told(c, nil, fault.At("play", "write one of %s", strings.Join(s.Play.Words(), ", ")))
		}
		if *trace != "" {
			file, err := os.Open(*trace)
			if err != nil {
				return err
			}
			defer file.Close()
			if s.Value, err = gauge.Trace(file); err != nil {
				return told(c, nil, err)
			}
		}
		if _, err := gauge.Parse(s.Identity.String()); err != nil {
			return told(c, nil, err)
		}
		if *keys {
			s.Keys = c.InOrStdin()
		}
		ctx := c.Context()
		if *lasts > 0 {
			var end context.CancelFunc
			ctx, end = context.WithTimeout(ctx, *lasts)
			defer end()
		}
		if *to == "" {
			return s.Run(ctx, alone{strings.NewReader("ok\n"), c.OutOrStdout()})
		}
		conn, err := (&net.Dialer{}).DialContext(ctx, "tcp", *to)
		if err != nil {
			return err
		}
		defer conn.Close()
		return s.Run(ctx, conn)
	})
	return c
}

// alone is a connection that nobody is at: it is always well.
type alone struct {
	io.Reader
	io.Writer
}

func join(list []quantity.Kind) string {
	var out []string
	for _, k := range list {
		out = append(out, string(k))
	}
	return strings.Join(out, ", ")
}

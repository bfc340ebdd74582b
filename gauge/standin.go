package gauge

import (
	"bufio"
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"strconv"
	"strings"
	"time"

	"brankel/rigging/closed"
	"brankel/rigging/fault"
)

// Play is what goes wrong with a stand-in, a second after it began.
type Play string

// What may go wrong.
const (
	PlayWell      Play = ""
	PlayDrop      Play = "drop"      // the connection ends
	PlayBattery   Play = "battery"   // it is nearly empty
	PlayUnit      Play = "unit"      // it says a unit of another kind
	PlayJump      Play = "jump"      // it jumps far away and back
	PlaySilence   Play = "silence"   // it says nothing any more, and stays
	PlayUnsettled Play = "unsettled" // it never stands still
	PlayMillion   Play = "million"   // it says a million
	PlayHalf      Play = "half"      // it says half a line, and goes
)

// Words lists them.
func (Play) Words() []string {
	return closed.Words(PlayDrop, PlayBattery, PlayUnit, PlayJump, PlaySilence, PlayUnsettled, PlayMillion, PlayHalf)
}

// Standin is a gauge that is none: it says lines as a real one would, of a value that is given, of a trace, or of keys.
type Standin struct {
	Identity
	Value func(since time.Duration) float64 // in its unit
	Noise float64                           // to either side
	Drift float64                           // a minute
	Rate  float64                           // lines a second
	Play  Play
	Seed  uint64
	Keys  io.Reader // a number sets it, h holds, z zeroes; nil for none
}

// begins is when what goes wrong does.
const begins = time.Second

// Run says its lines until ctx ends, its connection does, or what goes wrong ends it. The first answer is read: the error is what
// was refused.
func (s *Standin) Run(ctx context.Context, conn io.ReadWriter) error {
	if _, err := fmt.Fprintln(conn, s.Identity); err != nil {
		return err
	}
	from := bufio.NewReaderSize(conn, longestLine)
	answer, err := from.ReadString('\n')
	if err != nil {
		return err
	}
	if answer = strings.TrimSpace(answer); answer != "ok" {
		return errors.New(answer)
	}
	keys := pressed(ctx, s.Keys, func(line string) (string, bool) { return line, true })
	if s.Follows != "" {
		keys = pressed(ctx, from, func(line string) (string, bool) { return strings.CutPrefix(line, WordShows+" ") })
	}
	random := rand.New(rand.NewPCG(s.Seed, 1))
	tick := time.NewTicker(time.Duration(float64(time.Second) / s.Rate))
	defer tick.Stop()
	start, shift := time.Now(), 0.0
	set := math.NaN()
	for n := 0; ; n++ {
		word := WordReading
		select {
		case <-ctx.Done():
			_, err := fmt.Fprintln(conn, WordBye)
			return err
		case key := <-keys:
			switch v, err := strconv.ParseFloat(key, 64); {
			case err == nil:
				set = v
			case key == Nothing:
				set = math.NaN()
				continue
			case key == "h":
				word = WordHold
			case key == "z":
				shift -= s.shows(start, shift, set)
				if _, err := fmt.Fprintln(conn, WordZero); err != nil {
					return err
				}
				continue
			}
		case <-tick.C:
		}
		if s.Follows != "" && math.IsNaN(set) {
			if _, err := fmt.Fprintln(conn, WordError, "held to nothing: hold it to a point of the exercise"); err != nil {
				return err
			}
			continue
		}
		v := s.shows(start, shift, set) + (2*random.Float64()-1)*s.Noise
		line, ends := s.plays(time.Since(start), n, word, v)
		if _, err := io.WriteString(conn, line); err != nil || ends {
			return err
		}
	}
}

func (s *Standin) shows(start time.Time, shift, set float64) float64 {
	since := time.Since(start)
	v := s.Value(since)
	if !math.IsNaN(set) {
		v = set
	}
	return v + shift + s.Drift*since.Minutes()
}

// plays is the line that is said, "" for none, with what goes wrong; ends is true where nothing follows.
func (s *Standin) plays(since time.Duration, n int, word Word, v float64) (line string, ends bool) {
	text := s.rounded(v)
	if since >= begins {
		switch s.Play {
		case PlayDrop:
			return "", true
		case PlayHalf:
			return "readi", true
		case PlaySilence:
			return "", false
		case PlayMillion:
			text = "1000000"
		case PlayJump:
			if n%40 == 39 {
				text = s.rounded(v + 0.9*s.Kind.Most())
			}
		case PlayUnsettled:
			text = s.rounded(v + 40*max(s.Doubt, s.Resolution, 0.01)*math.Sin(float64(n)))
		case PlayUnit:
			unit := "mm"
			if s.Unit == "mm" {
				unit = "N"
			}
			text += " " + unit
		case PlayBattery:
			if n%20 == 0 {
				line = fmt.Sprintf("%s 7\n", WordBattery)
			}
		}
	}
	return line + fmt.Sprintf("%s %s\n", word, text), false
}

func (s *Standin) rounded(v float64) string {
	if s.Resolution > 0 {
		v = math.Round(v/s.Resolution) * s.Resolution
	}
	return strconv.FormatFloat(math.Round(v*1e6)/1e6, 'f', -1, 64)
}

// pressed gives the lines of what it follows: keys, or what it is told to show.
func pressed(ctx context.Context, in io.Reader, each func(string) (string, bool)) <-chan string {
	out := make(chan string)
	if in == nil {
		return out
	}
	go func() {
		for in := bufio.NewScanner(in); in.Scan(); {
			line, is := each(strings.TrimSpace(in.Text()))
			if !is {
				continue
			}
			select {
			case out <- line:
			case <-ctx.Done():
				return
			}
		}
	}()
	return out
}

// mostTrace is how many points a trace has.
const mostTrace = 100_000

// Trace reads a recorded trace, a line each of seconds and value: between them it goes straight, and stays where it ends. The error
// is a *fault.Fault.
func Trace(r io.Reader) (func(time.Duration) float64, error) {
	rows := csv.NewReader(r)
	rows.FieldsPerRecord = 2
	var at, values []float64
	for {
		row, err := rows.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return nil, fault.At("trace", "write seconds and value, with a comma between: %s", err)
		}
		t, errT := number(strings.TrimSpace(row[0]))
		v, errV := number(strings.TrimSpace(row[1]))
		if errT != nil || errV != nil || len(at) > 0 && t <= at[len(at)-1] || len(at) >= mostTrace {
			return nil, fault.At("trace", "line %d: write numbers, the seconds rising, at most %d lines", len(at)+1, mostTrace)
		}
		at, values = append(at, t), append(values, v)
	}
	if len(at) == 0 {
		return nil, fault.At("trace", "it is empty")
	}
	return func(since time.Duration) float64 {
		t := since.Seconds()
		for i := range at {
			if t <= at[i] {
				if i == 0 {
					return values[0]
				}
				share := (t - at[i-1]) / (at[i] - at[i-1])
				return values[i-1] + share*(values[i]-values[i-1])
			}
		}
		return values[len(values)-1]
	}, nil
}

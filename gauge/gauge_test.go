package gauge

import (
	"context"
	"fmt"
	"net"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/quantity"
)

const hello = `gauge 1 number=C3 name="caliper three" kind=length unit=mm resolution=0.01 doubt=0.02 calibrated=2026-05-01 due=2027-05-01`

func TestALineSaysWhatItIs(t *testing.T) {
	l, err := Parse(hello + "\r\n")
	require.NoError(t, err)
	assert.Equal(t, Identity{"C3", "caliper three", quantity.Length, "mm", 0.01, 0.02, "2026-05-01", "2027-05-01", ""}, l.Who)
	again, err := Parse(l.Who.String())
	require.NoError(t, err)
	assert.Equal(t, l.Who, again.Who, "it says itself as it is read")
	l, err = Parse("reading 12.340 in")
	require.NoError(t, err)
	assert.Equal(t, "12.340", l.Text)
	assert.Equal(t, "in", l.Unit)
}

func TestALineThatSaysNothingIsToldWhatToWrite(t *testing.T) {
	for line, want := range map[string]string{
		"":                                     "begins with one of",
		"hello":                                "begins with one of",
		"reading":                              "a plain number",
		"reading NaN":                          "a plain number",
		"reading 1e999":                        "a plain number",
		"reading 1 furlong":                    "no unit",
		"battery 300":                          "from 0 to 100",
		"zero now":                             "nothing stands behind",
		"error":                                "say what is wrong",
		"gauge 2 number=C3":                    "speaks version 1",
		"gauge 1 kind=length unit=mm":          "number",
		"gauge 1 number=C3 kind=weight":        "write one of",
		"gauge 1 number=C3 kind=length unit=N": "a unit of its kind",
		"gauge 1 number=C3 number=C4":          "twice",
		`gauge 1 number="C3`:                   "no end",
		"gauge 1 number=C3 colour=red":         "say",
		"gauge 1 number=C3 due=tomorrow":       "a day as",
		strings.Repeat("x", 300):               "at most 200",
		"reading \xff":                         "UTF-8",
	} {
		_, err := Parse(line)
		require.Error(t, err, line)
		assert.Contains(t, err.Error(), want, line)
	}
}

// Whatever comes in, a line is read or refused, and what is read says itself again.
func TestNothingThatComesInBreaksTheReader(t *testing.T) {
	read := 0
	rapid.Check(t, func(rt *rapid.T) {
		text := rapid.OneOf(
			rapid.String(),
			rapid.StringMatching(`(gauge|reading|hold|battery|error|zero|bye) [ -~]{0,60}`),
			rapid.StringMatching(`(reading|hold) -?[0-9]{1,7}(\.[0-9]{1,4})?( (mm|in|N|deg|rpm))?`),
		).Draw(rt, "line")
		l, err := Parse(text)
		if err != nil {
			return
		}
		read++
		s := newState(Identity{Number: "x", Kind: quantity.Length, Unit: "mm", Doubt: 0.1}, time.Unix(0, 0))
		s.take(l, time.Unix(1, 0))
		live := s.at(time.Unix(1, 0), "2026-01-01")
		if live.Taken() && live.Value > quantity.Length.Most() {
			rt.Fatalf("%q is taken", text)
		}
	})
	assert.Positive(t, read, "some lines were read")
}

func FuzzParse(f *testing.F) {
	for _, one := range []string{hello, "reading 12.3 mm", "battery 7", "error broken", "gauge 1 number=\"a b\" kind=\"road speed\" unit=mph"} {
		f.Add(one)
	}
	f.Fuzz(func(t *testing.T, text string) { _, _ = Parse(text) })
}

// shown has a gauge say lines a tenth of a second apart, and gives what it shows at the end.
func shown(t *testing.T, lines ...string) Live {
	t.Helper()
	who, err := Parse(hello)
	require.NoError(t, err)
	at := time.Unix(1000, 0)
	s := newState(who.Who, at)
	for _, text := range lines {
		at = at.Add(100 * time.Millisecond)
		l, err := Parse(text)
		require.NoError(t, err, text)
		s.take(l, at)
	}
	return s.at(at, "2026-11-24")
}

func times(n int, line func(i int) string) (out []string) {
	for i := range n {
		out = append(out, line(i))
	}
	return out
}

func TestWhatAGaugeShowsIsTakenWhenItStandsStill(t *testing.T) {
	still := func(int) string { return "reading 12.34" }
	assert.False(t, shown(t, times(5, still)...).Steady, "half a second")
	one := shown(t, times(15, still)...)
	assert.True(t, one.Steady)
	assert.True(t, one.Taken())
	assert.Equal(t, "12.34", one.Text)
	moving := shown(t, times(15, func(i int) string { return fmt.Sprintf("reading %.2f", 12+0.1*float64(i)) })...)
	assert.False(t, moving.Steady)
	assert.InDelta(t, 1, moving.Spread, 0.11)
	inches := shown(t, times(15, func(int) string { return "reading 0.5 in" })...)
	assert.True(t, inches.Steady)
	assert.Equal(t, "in", inches.In)
	held := shown(t, append(times(15, still), "hold 12.30", "reading 12.34")...)
	assert.True(t, held.Held)
	assert.Equal(t, "12.30", held.Text, "what it showed as it was pressed, whatever it shows since")
	assert.False(t, shown(t, append(times(15, still), "zero", "reading 0")...).Steady, "zeroed, it begins anew")
}

func TestWhatIsWrongWithAGaugeIsTold(t *testing.T) {
	still := slices.Clip(times(15, func(int) string { return "reading 12.34" }))
	for want, lines := range map[Trouble][]string{
		TroubleBeyond:  append(still, "reading 1000000"),
		TroubleKind:    append(still, "reading 12 N"),
		TroubleError:   append(still, "error the sensor is torn"),
		TroubleJumps:   append(still, "reading 900"),
		TroubleBattery: append(still, "battery 7"),
		TroubleNone:    still,
	} {
		live := shown(t, lines...)
		assert.Equal(t, want, live.Trouble)
		assert.Equal(t, want == TroubleNone || want == TroubleBattery, live.Taken(), want)
		assert.Equal(t, want != TroubleNone, live.Says != "")
	}
	assert.True(t, shown(t, append(still, append([]string{"reading 1000000"}, still...)...)...).Steady, "it comes back")
	who, _ := Parse(hello)
	s := newState(who.Who, time.Unix(1000, 0))
	assert.Equal(t, TroubleSilent, s.at(time.Unix(1009, 0), "2026-11-24").Trouble)
	s.last = time.Unix(1009, 0)
	assert.Equal(t, TroubleOverdue, s.at(time.Unix(1009, 0), "2027-06-01").Trouble)
}

// port is one that listens, with where.
func port(t *testing.T) (*Port, string) {
	p := &Port{Now: time.Now, Today: func() string { return "2026-11-24" }, Moved: func() {}}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	ctx, end := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() { done <- p.Listen(ctx, l) }()
	t.Cleanup(func() { end(); require.NoError(t, <-done) })
	return p, l.Addr().String()
}

func says(t *testing.T, addr string, lines ...string) (net.Conn, string) {
	conn, err := net.Dial("tcp", addr)
	require.NoError(t, err)
	t.Cleanup(func() { conn.Close() })
	_, err = conn.Write([]byte(strings.Join(lines, "\n") + "\n"))
	require.NoError(t, err)
	require.NoError(t, conn.SetReadDeadline(time.Now().Add(10*time.Second)))
	answer, err := newLines(conn).next()
	require.NoError(t, err)
	return conn, strings.TrimSpace(answer)
}

func TestGaugesComeInByTheirNumbers(t *testing.T) {
	p, addr := port(t)
	first, answer := says(t, addr, hello, "reading 12.34")
	assert.Equal(t, "ok", answer)
	require.Eventually(t, func() bool { all := p.Live(); return len(all) == 1 && all[0].Text == "12.34" }, 10*time.Second, 10*time.Millisecond)
	_, answer = says(t, addr, hello)
	assert.Contains(t, answer, "refused: another gauge has the number C3")
	_, answer = says(t, addr, "reading 1")
	assert.Contains(t, answer, "say first who you are")
	_, answer = says(t, addr, strings.Repeat("x", 5000))
	assert.Contains(t, answer, "at most 200")
	assert.Len(t, p.Live(), 1)
	require.NoError(t, first.Close())
	require.Eventually(t, func() bool { return p.Live()[0].Trouble == TroubleSilent }, 10*time.Second, 10*time.Millisecond, "it is told that it went")
	_, answer = says(t, addr, hello)
	assert.Equal(t, "ok", answer, "it may come back")
}

// The stand-in speaks as a gauge does; each thing that may go wrong with it is told as what it is.
func TestTheStandinSpeaksAndGoesWrongAsItIsTold(t *testing.T) {
	who, err := Parse(hello)
	require.NoError(t, err)
	for play, want := range map[Play]func(l Live) bool{
		PlayWell:    func(l Live) bool { return l.Steady && l.Trouble == TroubleNone },
		PlayBattery: func(l Live) bool { return l.Trouble == TroubleBattery },
		PlayUnit:    func(l Live) bool { return l.Trouble == TroubleKind },
		PlayMillion: func(l Live) bool { return l.Trouble == TroubleBeyond },
		PlayDrop:    func(l Live) bool { return l.Trouble == TroubleSilent },
		PlayHalf:    func(l Live) bool { return l.Trouble == TroubleSilent },
		PlayJump:    func(l Live) bool { return l.Trouble == TroubleJumps },
	} {
		t.Run("goes wrong: "+string(play), func(t *testing.T) {
			t.Parallel()
			p, addr := port(t)
			conn, err := net.Dial("tcp", addr)
			require.NoError(t, err)
			ctx, end := context.WithCancel(context.Background())
			s := Standin{Identity: who.Who, Value: func(time.Duration) float64 { return 12.34 }, Noise: 0.005, Rate: 20, Play: play}
			done := make(chan error, 1)
			go func() { defer conn.Close(); done <- s.Run(ctx, conn) }()
			assert.Eventually(t, func() bool { all := p.Live(); return len(all) == 1 && want(all[0]) }, 30*time.Second, 10*time.Millisecond)
			end()
			<-done
		})
	}
	follow, err := Trace(strings.NewReader("0,1\n10,11\n"))
	require.NoError(t, err)
	assert.InDelta(t, 6, follow(5*time.Second), 1e-9)
	assert.InDelta(t, 11, follow(time.Hour), 1e-9)
	_, err = Trace(strings.NewReader("0,1\n0,2\n"))
	require.Error(t, err)
	_, err = Trace(strings.NewReader(""))
	require.Error(t, err)
}

// A gauge that says more than anybody reads is read no faster, and nothing it says is lost.
func TestAGaugeThatSaysTooMuchWaits(t *testing.T) {
	p := &Port{Now: time.Now, Today: func() string { return "2026-01-01" }, Moved: func() {}}
	heard := 0
	begin := time.Now()
	text := hello + "\n" + strings.Repeat("reading 1.5\n", 2*mostLines+50) + "reading 2.5\n"
	_ = p.Read(strings.NewReader(text), func(string) error { return nil }, func() { heard++ })
	assert.Equal(t, 2*mostLines+51, heard)
	assert.Greater(t, time.Since(begin), time.Second, "it was held back")
	assert.Equal(t, "2.5", p.Live()[0].Text)
}

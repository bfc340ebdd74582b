// Package gauge is the port through which instruments speak: a plain-text protocol of lines (docs/gauges.md), what a gauge shows
// just now by the lines it sent, the place where gauges come in, and a stand-in for one.
package gauge

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"brankel/rigging/closed"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// Version is that of the protocol.
const Version = "1"

// longestLine is how many bytes a line may have, its end among them; longestWord how many letters a name has, longestRun the id
// of a run.
const (
	longestLine = 200
	longestWord = 40
	longestRun  = 60
)

// Word begins a line.
type Word string

// The words.
const (
	WordGauge   Word = "gauge"   // who it is: first of all
	WordReading Word = "reading" // what it shows, at least every two seconds
	WordHold    Word = "hold"    // what it showed as its button was pressed
	WordZero    Word = "zero"    // it was zeroed
	WordBattery Word = "battery" // what is left, in percent
	WordError   Word = "error"   // what is wrong with it, in words
	WordBye     Word = "bye"     // it goes
)

// WordShows begins what the server tells one that follows an exercise: what it shows now in its unit, or that it is held to nothing.
const WordShows = "shows"

// Nothing is what one is held to that is held to nothing.
const Nothing = "nothing"

// Words lists them.
func (Word) Words() []string {
	return closed.Words(WordGauge, WordReading, WordHold, WordZero, WordBattery, WordError, WordBye)
}

// Identity is what a gauge says of itself. Number is its own, as it stands on it; Resolution and Doubt are in its unit.
type Identity struct {
	Number     string        `json:"number"`
	Name       string        `json:"name"`
	Kind       quantity.Kind `json:"kind"`
	Unit       string        `json:"unit"`
	Resolution float64       `json:"resolution,omitempty"`
	Doubt      float64       `json:"doubt"`
	Calibrated string        `json:"calibrated,omitempty"` // a day, 2006-01-02
	Due        string        `json:"due,omitempty"`        // the same, of its next calibration
	Follows    string        `json:"follows,omitempty"`    // the run of an exercise: it shows what that rig does
}

// Line is one line of a gauge. Value and Unit are those of a reading or a hold, Unit "" for that of the gauge.
type Line struct {
	Word  Word
	Who   Identity
	Value float64
	Text  string // of an error; the number as it was written
	Unit  string
}

// Parse reads a line without its end. The error is a *fault.Fault that says what to write instead.
func Parse(text string) (l Line, err error) {
	text = strings.TrimRight(text, "\r\n")
	if len(text) > longestLine || !utf8.ValidString(text) {
		return l, fault.At("", "a line has at most %d bytes of UTF-8", longestLine)
	}
	word, rest, _ := strings.Cut(strings.TrimSpace(text), " ")
	l.Word, rest = Word(word), strings.TrimSpace(rest)
	switch l.Word {
	case WordGauge:
		l.Who, err = identity(rest)
	case WordReading, WordHold:
		err = l.reads(rest)
	case WordBattery:
		if l.Value, err = number(rest); err == nil && (l.Value < 0 || l.Value > 100) {
			err = fault.At("battery", "write what is left in percent, from 0 to 100")
		}
	case WordError:
		if l.Text = rest; rest == "" {
			err = fault.At("error", "say what is wrong")
		}
	case WordZero, WordBye:
		if rest != "" {
			err = fault.At(word, "nothing stands behind this word")
		}
	default:
		err = fault.At("", "a line begins with one of: %s", strings.Join(Word("").Words(), ", "))
	}
	return l, err
}

func (l *Line) reads(rest string) (err error) {
	var unit string
	l.Text, unit, _ = strings.Cut(rest, " ")
	if l.Value, err = number(l.Text); err != nil {
		return err
	}
	if l.Unit = strings.TrimSpace(unit); l.Unit != "" && quantity.KindOfUnit(l.Unit) == "" {
		return fault.At("unit", "there is no unit %q", l.Unit)
	}
	return nil
}

func number(text string) (float64, error) {
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
		return 0, fault.At("value", "write a plain number with a point, such as 12.34")
	}
	return v, nil
}

// identity reads "1 number=C3 kind=length unit=mm …".
func identity(rest string) (who Identity, err error) {
	version, rest, _ := strings.Cut(rest, " ")
	if version != Version {
		return who, fault.At("gauge", "this server speaks version %s of the protocol", Version)
	}
	seen := []string{}
	for rest = strings.TrimSpace(rest); rest != ""; rest = strings.TrimSpace(rest) {
		name, after, ok := strings.Cut(rest, "=")
		if !ok {
			return who, fault.At("gauge", "write what it is as name=value, a value with spaces between \"\"")
		}
		var value string
		if strings.HasPrefix(after, `"`) {
			end := strings.Index(after[1:], `"`)
			if end < 0 {
				return who, fault.At(name, "its value has no end")
			}
			value, rest = after[1:end+1], after[end+2:]
		} else {
			value, rest, _ = strings.Cut(after, " ")
		}
		if slices.Contains(seen, name) {
			return who, fault.At(name, "it stands there twice")
		}
		seen = append(seen, name)
		if err := who.set(name, value); err != nil {
			return who, err
		}
	}
	return who, who.check()
}

func (who *Identity) set(name, value string) (err error) {
	most := longestWord
	if name == "follows" {
		most = longestRun
	}
	if n := utf8.RuneCountInString(value); n == 0 || n > most {
		return fault.At(name, "write 1 to %d letters", most)
	}
	switch name {
	case "number":
		who.Number = value
	case "name":
		who.Name = value
	case "kind":
		who.Kind = quantity.Kind(value)
	case "unit":
		who.Unit = value
	case "resolution":
		who.Resolution, err = number(value)
	case "doubt":
		who.Doubt, err = number(value)
	case "calibrated":
		who.Calibrated, err = day(value)
	case "due":
		who.Due, err = day(value)
	case "follows":
		who.Follows = value
	default:
		err = fault.At(name, "a gauge says number, name, kind, unit, resolution, doubt, calibrated, due and follows of itself")
	}
	return fault.Below("", err)
}

func day(text string) (string, error) {
	if _, err := time.Parse(time.DateOnly, text); err != nil {
		return "", fault.At("", "write a day as 2026-05-01")
	}
	return text, nil
}

func (who *Identity) check() error {
	switch {
	case who.Number == "":
		return fault.At("number", "say the number that stands on the gauge")
	case !who.Kind.Valid():
		return fault.At("kind", "write one of: %s", kinds())
	case quantity.KindOfUnit(who.Unit) != who.Kind:
		return fault.At("unit", "write a unit of its kind, such as %s", who.Kind.Unit())
	case who.Resolution < 0 || who.Doubt < 0:
		return fault.At("doubt", "resolution and doubt are not below zero")
	}
	if who.Name == "" {
		who.Name = who.Number
	}
	return nil
}

func kinds() string {
	var out []string
	for _, k := range quantity.Kinds {
		out = append(out, string(k))
	}
	return strings.Join(out, ", ")
}

// String is the line that says it.
func (who Identity) String() string {
	out := fmt.Sprintf("gauge %s number=%q name=%q kind=%q unit=%s doubt=%s", Version, who.Number, who.Name, string(who.Kind), who.Unit,
		plain(who.Doubt))
	for _, one := range [][2]string{{"resolution", plain(who.Resolution)}, {"calibrated", who.Calibrated}, {"due", who.Due},
		{"follows", who.Follows}} {
		if one[1] != "" && one[1] != "0" {
			out += " " + one[0] + "=" + one[1]
		}
	}
	return out
}

func plain(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// errTooLong is the error of a line without an end.
var errTooLong = fault.At("", "a line has at most %d bytes, and an end", longestLine)

// lines reads lines one by one, never more of one than it may have.
type lines struct{ r *bufio.Reader }

func newLines(r io.Reader) lines { return lines{bufio.NewReaderSize(r, longestLine)} }

func (l lines) next() (string, error) {
	raw, err := l.r.ReadSlice('\n')
	if errors.Is(err, bufio.ErrBufferFull) {
		return "", errTooLong
	}
	if err != nil {
		return "", err
	}
	return string(raw), nil
}

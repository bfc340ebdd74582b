package record

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"

	"brankel/rigging/sheet"
)

// Proved is what an exported file was found to hold.
type Proved struct {
	Run, Says string
	Events    int
	Photos    int
	Hash      string // of the last event
	Stands    string // signed by whom, refused by whom, or not signed
	Bound     bool   // its heading is part of what was signed
}

// What a file may hold, so that one from outside costs no more than it should: bytes of one part,
// events of all.
const (
	mostPart   = 16 << 20
	mostEvents = 50_000
	mostOfThem = 64 << 20
)

// Prove walks the chain of an exported file and looks whether any byte of it is not as it was
// written. It reads the file twice at once, a part at a time. The error tells everything that does
// not fit.
func Prove(open func() (io.ReadCloser, error)) (p Proved, err error) {
	file, err := open()
	if err != nil {
		return p, err
	}
	defer file.Close()
	again, err := open()
	if err != nil {
		return p, err
	}
	defer again.Close()
	x := &proof{beside: map[string]bool{}, as: &likewise{r: again}}
	x.pen = newPen(x.as)
	if err := x.read(file); err != nil {
		return p, err
	}
	return x.told()
}

// proof is what was read of a file so far.
type proof struct {
	heading Heading
	sheet   json.RawMessage
	events  []Event
	beside  map[string]bool // by SHA-256
	photos  int
	size    int64 // of the events

	pen    *pen
	as     *likewise
	broken []error
}

func (x *proof) tell(format string, a ...any) { x.broken = append(x.broken, fmt.Errorf(format, a...)) }

// parts are those of a file, in their order.
var parts = []string{partFormat, partHeading, partSheet, partEvents, partPhotos, partVoices, partSeal}

func (x *proof) read(file io.Reader) error {
	stint := &stint{r: file}
	stint.begin()
	in := json.NewDecoder(stint)
	no := func(err error) error { return fmt.Errorf("this is no exported run: %w", err) }
	if err := opens(in, '{'); err != nil {
		return no(err)
	}
	last := -1
	for in.More() {
		token, err := in.Token()
		name, _ := token.(string)
		at := slices.Index(parts, name)
		if err != nil || at <= last {
			return no(fmt.Errorf("%q does not stand there", shorten(name)))
		}
		last = at
		if err := x.part(in, stint, name); err != nil {
			return no(err)
		}
	}
	if _, err := in.Token(); err != nil {
		return no(err)
	}
	if last != len(parts)-1 {
		return no(errors.New("it ends before its seal"))
	}
	if x.pen.err != nil || !x.as.ended() {
		x.tell("run %s: the file is not as it was written", x.heading.Run)
	}
	return nil
}

// part reads one part, and writes it again beside the file.
func (x *proof) part(in *json.Decoder, stint *stint, name string) error {
	stint.begin()
	switch name {
	case partFormat:
		var format string
		if err := in.Decode(&format); err != nil {
			return err
		}
		if format != ChainFormat {
			return fmt.Errorf("its format is %q, not %s", shorten(format), ChainFormat)
		}
		x.pen.part(name, format)
	case partHeading:
		if err := in.Decode(&x.heading); err != nil {
			return err
		}
		x.pen.part(name, x.heading)
	case partSheet:
		if err := in.Decode(&x.sheet); err != nil {
			return err
		}
		x.pen.part(name, x.sheet)
	case partSeal:
		var seal string
		if err := in.Decode(&seal); err != nil {
			return err
		}
		if x.pen.seal() != seal {
			x.tell("run %s: the file is not as it was written", x.heading.Run)
		}
	default:
		return x.list(in, stint, name)
	}
	return nil
}

func (x *proof) list(in *json.Decoder, stint *stint, name string) error {
	if err := opens(in, '['); err != nil {
		return err
	}
	x.pen.list(name)
	for in.More() {
		stint.begin()
		if err := x.item(in, name); err != nil {
			return err
		}
	}
	x.pen.end()
	_, err := in.Token()
	return err
}

func (x *proof) item(in *json.Decoder, name string) error {
	switch name {
	case partEvents:
		var e Event
		if err := in.Decode(&e); err != nil {
			return err
		}
		if x.size += int64(len(e.Body)); x.size > mostOfThem || len(x.events) >= mostEvents {
			return fmt.Errorf("it has more than %d events, or more than %d MB of them", mostEvents, mostOfThem>>20)
		}
		x.events = append(x.events, e)
		x.pen.item(e)
	case partPhotos:
		var p PhotoFile
		if err := in.Decode(&p); err != nil {
			return err
		}
		x.photos++
		x.look("photo", p.SHA256, p.JPEG)
		x.pen.item(p)
	case partVoices:
		var v VoiceFile
		if err := in.Decode(&v); err != nil {
			return err
		}
		x.look("voice note", v.SHA256, v.Sound)
		x.pen.item(v)
	}
	return nil
}

// look looks whether a photo or a voice note is the one that is named.
func (x *proof) look(what, sha string, raw []byte) {
	sum := sha256.Sum256(raw)
	if hex.EncodeToString(sum[:]) != sha {
		x.tell("run %s: the %s %s was changed", x.heading.Run, what, shorten(sha))
	}
	x.beside[sha] = true
}

// told looks whether the parts fit together.
func (x *proof) told() (Proved, error) {
	p := Proved{Run: x.heading.Run, Says: x.heading.Machine + ", " + x.heading.Cable, Events: len(x.events), Photos: x.photos}
	if err := Verify(x.events); err != nil {
		x.tell("%w", err)
	}
	for _, e := range x.events {
		if e.Run != x.heading.Run {
			x.tell("event %d is of the run %s", e.Seq, shorten(e.Run))
			break
		}
		if what, sha := Beside(e); what != "" && !x.beside[sha] {
			x.tell("run %s: the %s of event %d is missing", x.heading.Run, what, e.Seq)
		}
	}
	if n := len(x.events); n > 0 {
		p.Hash = x.events[n-1].Hash
	}
	pinned := x.pinned()
	if len(x.broken) == 0 {
		st := Fold(pinned, x.events)
		p.Stands, p.Bound = st.Stands(), st.Signed != nil
		if st.Signed != nil && x.heading.Called != st.Signed.Called {
			x.tell("run %s: what was signed is the %s of %s", x.heading.Run, st.Signed.Called.Cable, st.Signed.Called.Machine)
		}
	}
	if len(x.broken) > 0 {
		return p, fmt.Errorf("the chain is broken: %w", errors.Join(x.broken...))
	}
	return p, nil
}

// pinned is the sheet of the run, nil for none; it is the one that the events name.
func (x *proof) pinned() *sheet.Sheet {
	hash, _ := Pinned(x.events)
	own := Carried(x.events)
	if len(x.sheet) == 0 {
		if hash != "" && own == nil {
			x.tell("run %s: its sheet is missing", x.heading.Run)
		}
		return own
	}
	one, err := sheet.Parse(x.sheet)
	if err != nil || one.Hash() != hash {
		x.tell("run %s: its sheet was changed", x.heading.Run)
		return nil
	}
	return one
}

// opens takes the delimiter that must come next.
func opens(in *json.Decoder, want json.Delim) error {
	token, err := in.Token()
	if err == nil && token != want {
		err = fmt.Errorf("%v stands where %v should", token, want)
	}
	return err
}

// stint bounds how much is read for one part.
type stint struct {
	r    io.Reader
	left int
}

func (s *stint) begin() { s.left = mostPart }

func (s *stint) Read(p []byte) (int, error) {
	n, err := s.r.Read(p[:min(len(p), s.left)])
	if s.left -= n; s.left <= 0 && err == nil {
		err = fmt.Errorf("a part of it has more than %d MB", mostPart>>20)
	}
	return n, err
}

// likewise takes what is written and looks whether it stands so in a file.
type likewise struct {
	r   io.Reader
	buf []byte
}

var errOther = errors.New("it stands otherwise there")

func (s *likewise) Write(p []byte) (int, error) {
	if cap(s.buf) < len(p) {
		s.buf = make([]byte, len(p))
	}
	there := s.buf[:len(p)]
	if _, err := io.ReadFull(s.r, there); err != nil || !bytes.Equal(there, p) {
		return 0, errOther
	}
	return len(p), nil
}

// ended tells whether the file ends with what was written.
func (s *likewise) ended() bool {
	n, err := io.ReadFull(s.r, make([]byte, 1))
	return n == 0 && err == io.EOF
}

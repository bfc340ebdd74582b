package run

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"

	"brankel/rigging/sheet"
	"brankel/rigging/strict"
)

// ChainFormat names the format of a run that leaves the house.
const ChainFormat = "brankel.chain/1"

// Exported is a run as it leaves the house: every event with its chain, the sheet it is pinned to,
// its photos and voice notes, and a seal over all of it. Whoever has the file can prove it without a database; that
// it is the one that was signed is told by the hash on the paper.
type Exported struct {
	Format  string          `json:"format"`
	Heading Heading         `json:"heading"`
	Sheet   json.RawMessage `json:"sheet,omitempty"`
	Events  []Event         `json:"events"`
	Photos  []PhotoFile     `json:"photos,omitempty"`
	Voices  []VoiceFile     `json:"voices,omitempty"`
	Seal    string          `json:"seal"` // SHA-256 of the file with an empty seal
}

// PhotoFile is a photo, named by the SHA-256 of its bytes.
type PhotoFile struct {
	SHA256 string `json:"sha256"`
	JPEG   []byte `json:"jpeg"`
}

// VoiceFile is a voice note, named by the SHA-256 of its bytes.
type VoiceFile struct {
	SHA256 string `json:"sha256"`
	Sound  []byte `json:"sound"`
}

// Export seals a run; pinned is its sheet, nil for none. It gives the bytes of the file.
func Export(h Heading, pinned *sheet.Sheet, events []Event, photos []PhotoFile, voices []VoiceFile) []byte {
	x := Exported{Format: ChainFormat, Heading: h, Events: nonNil(events), Photos: photos, Voices: voices}
	if pinned != nil {
		x.Sheet = pinned.JSON()
	}
	x.Seal = x.seal()
	return x.bytes()
}

func (x Exported) bytes() []byte {
	raw, _ := json.MarshalIndent(x, "", "  ") // plain data
	return append(raw, '\n')
}

func (x Exported) seal() string {
	x.Seal = ""
	sum := sha256.Sum256(x.bytes())
	return hex.EncodeToString(sum[:])
}

// Proved is what an exported file was found to hold.
type Proved struct {
	Run, Says string
	Events    int
	Photos    int
	Hash      string // of the last event
	Signed    string // by whom, "" when it is not
}

// Prove walks the chain of an exported file and looks whether any byte of it is not as it was
// written. The error tells everything that does not fit.
func Prove(raw []byte) (p Proved, err error) {
	var x Exported
	if err := strict.Decode(raw, &x); err != nil {
		return p, fmt.Errorf("this is no exported run: %w", err)
	}
	if x.Format != ChainFormat {
		return p, fmt.Errorf("this is no exported run: its format is %q, not %s", shorten(x.Format), ChainFormat)
	}
	var broken []error
	tell := func(format string, a ...any) { broken = append(broken, fmt.Errorf(format, a...)) }
	p = Proved{Run: x.Heading.Run, Says: x.Heading.Machine + ", " + x.Heading.Cable, Events: len(x.Events), Photos: len(x.Photos)}
	if err := Verify(x.Events); err != nil {
		tell("%w", err)
	}
	for _, e := range x.Events {
		if e.Run != x.Heading.Run {
			tell("event %d is of the run %s", e.Seq, shorten(e.Run))
			break
		}
	}
	if n := len(x.Events); n > 0 {
		p.Hash = x.Events[n-1].Hash
	}
	x.proveSheet(tell)
	x.proveFiles(tell)
	p.Signed = x.signed()
	if x.Seal != x.seal() || !bytes.Equal(raw, x.bytes()) {
		tell("run %s: the file is not as it was written", x.Heading.Run)
	}
	if len(broken) > 0 {
		return p, fmt.Errorf("the chain is broken: %w", errors.Join(broken...))
	}
	return p, nil
}

// proveSheet looks whether the sheet is the one the run is pinned to.
func (x Exported) proveSheet(tell func(string, ...any)) {
	hash, _ := Pinned(x.Events)
	own := Carried(x.Events) != nil
	switch {
	case len(x.Sheet) == 0 && hash != "" && !own:
		tell("run %s: its sheet is missing", x.Heading.Run)
	case len(x.Sheet) > 0:
		one, err := sheet.Parse(x.Sheet)
		if err != nil || one.Hash() != hash {
			tell("run %s: its sheet was changed", x.Heading.Run)
		}
	}
}

// proveFiles looks whether photos and voice notes are those the events name.
func (x Exported) proveFiles(tell func(string, ...any)) {
	there := map[string]bool{}
	look := func(what, sha string, raw []byte) {
		sum := sha256.Sum256(raw)
		if hex.EncodeToString(sum[:]) != sha {
			tell("run %s: the %s %s was changed", x.Heading.Run, what, shorten(sha))
		}
		there[sha] = true
	}
	for _, p := range x.Photos {
		look("photo", p.SHA256, p.JPEG)
	}
	for _, v := range x.Voices {
		look("voice note", v.SHA256, v.Sound)
	}
	for _, e := range x.Events {
		if what, sha := Beside(e); what != "" && !there[sha] {
			tell("run %s: the %s of event %d is missing", x.Heading.Run, what, e.Seq)
		}
	}
}

// Beside is what an event names that is kept beside the chain: what it is, in words, and its
// SHA-256; "" for nothing.
func Beside(e Event) (what, sha string) {
	if p, ok := PhotoOf(e); ok {
		return "photo", p.SHA256
	}
	if v, ok := VoiceOf(e); ok {
		return "voice note", v.SHA256
	}
	return "", ""
}

func (x Exported) signed() string {
	for _, e := range x.Events {
		if e.Kind == KindSigned {
			return e.By + ", " + e.At.Format(Moment)
		}
	}
	return ""
}

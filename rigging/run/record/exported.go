package record

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"hash"
	"io"

	"brankel/rigging/sheet"
)

// ChainFormat names the format of a run that leaves the house.
const ChainFormat = "brankel.chain/1"

// A run leaves the house as one JSON object: format, heading, sheet (left out where there is none),
// events, photos and voices (likewise), seal. It is written piece by piece, so that a run with many
// photos takes no more memory than one of them. Whoever has the file can prove it without a database;
// that it is the one that was signed is told by the hash on the paper.
const (
	partFormat  = "format"
	partHeading = "heading"
	partSheet   = "sheet"
	partEvents  = "events"
	partPhotos  = "photos"
	partVoices  = "voices"
	partSeal    = "seal" // SHA-256 of the file with an empty seal
)

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

// Export writes a run and seals it; pinned is its sheet, nil for none. beside gives the bytes of what
// an event names.
func Export(w io.Writer, h Heading, pinned *sheet.Sheet, events []Event, beside func(of Event, sha string) ([]byte, error)) error {
	p := newPen(w)
	p.part(partFormat, ChainFormat)
	p.part(partHeading, h)
	if pinned != nil {
		p.part(partSheet, json.RawMessage(pinned.JSON()))
	}
	p.list(partEvents)
	for _, e := range events {
		p.item(e)
	}
	p.end()
	err := p.besides(partPhotos, KindPhoto, events, beside, func(sha string, raw []byte) any { return PhotoFile{sha, raw} })
	if err == nil {
		err = p.besides(partVoices, KindVoice, events, beside, func(sha string, raw []byte) any { return VoiceFile{sha, raw} })
	}
	if err != nil {
		return err
	}
	p.seal()
	return p.err
}

// besides writes what the events of one kind name, each once; what was struck out too: the chain
// names it.
func (p *pen) besides(part string, kind Kind, events []Event, beside func(Event, string) ([]byte, error),
	as func(string, []byte) any) error {
	there := map[string]bool{}
	for _, e := range events {
		_, sha := Beside(e)
		if e.Kind != kind || sha == "" || there[sha] {
			continue
		}
		raw, err := beside(e, sha)
		if err != nil {
			return err
		}
		if len(there) == 0 {
			p.list(part)
		}
		there[sha] = true
		p.item(as(sha, raw))
	}
	if len(there) > 0 {
		p.end()
	}
	return p.err
}

// pen writes an object as json.MarshalIndent would, a part at a time, and sums it up on the way. It
// keeps the first error.
type pen struct {
	w     io.Writer
	sum   hash.Hash
	parts int
	items int
	err   error
}

func newPen(w io.Writer) *pen {
	p := &pen{w: w, sum: sha256.New()}
	p.put("{")
	return p
}

func (p *pen) put(text string) {
	if p.err != nil {
		return
	}
	p.sum.Write([]byte(text))
	_, p.err = io.WriteString(p.w, text)
}

func (p *pen) name(part string) {
	if p.parts++; p.parts > 1 {
		p.put(",")
	}
	p.put("\n  \"" + part + "\": ")
}

func (p *pen) value(v any, prefix string) {
	raw, err := json.MarshalIndent(v, prefix, "  ")
	if p.err == nil {
		p.err = err // a body that is no JSON any more
	}
	p.put(string(raw))
}

func (p *pen) part(part string, v any) {
	p.name(part)
	p.value(v, "  ")
}

func (p *pen) list(part string) {
	p.name(part)
	p.put("[")
	p.items = 0
}

func (p *pen) item(v any) {
	if p.items++; p.items > 1 {
		p.put(",")
	}
	p.put("\n    ")
	p.value(v, "    ")
}

func (p *pen) end() {
	if p.items > 0 {
		p.put("\n  ")
	}
	p.put("]")
}

// seal closes the object with the sum of all of it, and gives the sum.
func (p *pen) seal() string {
	p.name(partSeal)
	const close = "\n}\n"
	p.sum.Write([]byte(`""` + close))
	sum := hex.EncodeToString(p.sum.Sum(nil))
	if p.err == nil {
		_, p.err = io.WriteString(p.w, `"`+sum+`"`+close)
	}
	return sum
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

// Package sound tells what a recorder gave by its first bytes. A recording is kept as it came: it is
// played by the browser and by nothing here.
package sound

import (
	"bytes"
	"encoding/binary"

	"brankel/rigging/fault"
)

// MostBytes is how large a recording may be: two minutes of speech are half of it.
const MostBytes = 2 << 20

// leastBytes is less than any recording with something in it.
const leastBytes = 256

// kinds are the containers that phones and browsers record speech in, by the bytes they start with.
var kinds = []struct {
	mediaType string
	starts    []byte
	at        int
}{
	{"audio/webm", []byte{0x1a, 0x45, 0xdf, 0xa3}, 0},
	{"audio/ogg", []byte("OggS"), 0},
	{"audio/mp4", []byte("ftyp"), 4},
	{"audio/wav", []byte("WAVE"), 8},
	{"audio/mpeg", []byte("ID3"), 0},
	{"audio/aac", []byte{0xff, 0xf1}, 0},
	{"audio/aac", []byte{0xff, 0xf9}, 0},
	{"audio/mpeg", []byte{0xff, 0xfb}, 0},
	{"audio/amr", []byte("#!AMR"), 0},
}

// Type is the media type of a recording of at most MostBytes; the error is a *fault.Fault.
func Type(raw []byte) (string, error) {
	switch {
	case len(raw) > MostBytes:
		return "", fault.At("voice", "this recording is larger than %d MB: say it in two minutes", MostBytes>>20)
	case len(raw) < leastBytes:
		return "", fault.At("voice", "there is nothing in this recording: record it again")
	}
	for _, k := range kinds {
		if bytes.HasPrefix(raw[k.at:], k.starts) && (k.mediaType != "audio/wav" || riff(raw)) {
			return k.mediaType, nil
		}
	}
	return "", fault.At("voice", "this is no recording that can be played here: WebM, Ogg, M4A, MP3, WAV or AMR can")
}

// riff tells whether a wave file is as long as it says, or was cut off.
func riff(raw []byte) bool {
	return bytes.HasPrefix(raw, []byte("RIFF")) && binary.LittleEndian.Uint32(raw[4:8]) > 0
}

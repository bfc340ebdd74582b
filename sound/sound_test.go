package sound

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func recording(starts string) []byte { return append([]byte(starts), bytes.Repeat([]byte{7}, 600)...) }

func TestARecordingIsToldByItsBytes(t *testing.T) {
	for starts, want := range map[string]string{
		"\x1a\x45\xdf\xa3":         "audio/webm",
		"OggS":                     "audio/ogg",
		"\x00\x00\x00\x1cftypM4A":  "audio/mp4",
		"RIFF\x10\x01\x00\x00WAVE": "audio/wav",
		"ID3":                      "audio/mpeg",
		"\xff\xf1":                 "audio/aac",
		"#!AMR\n":                  "audio/amr",
	} {
		got, err := Type(recording(starts))
		require.NoError(t, err, want)
		assert.Equal(t, want, got)
	}
}

func TestWhatIsNoRecording(t *testing.T) {
	for says, raw := range map[string][]byte{
		"no recording that can be played": recording("<html><script>"),
		"nothing in this recording":       []byte("OggS"),
		"larger than 2 MB":                append([]byte("OggS"), make([]byte, MostBytes)...),
		"WebM, Ogg":                       recording("RIFF\x00\x00\x00\x00WAVE"),
	} {
		_, err := Type(raw)
		assert.ErrorContains(t, err, says)
	}
}

func FuzzType(f *testing.F) {
	f.Add([]byte("OggS"))
	f.Add(recording("ID3"))
	f.Fuzz(func(t *testing.T, raw []byte) {
		if kind, err := Type(raw); err == nil && kind == "" {
			t.Fatal("taken, but not told")
		}
	})
}

package photo_test

import (
	"bytes"
	"context"
	"encoding/binary"
	"image/jpeg"
	"runtime"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/photo"
)

// segment is a marker of a JPEG with its body.
func segment(mark byte, body ...byte) []byte {
	return append([]byte{0xff, mark, byte((len(body) + 2) >> 8), byte(len(body) + 2)}, body...)
}

// looped is a JPEG whose EXIF has two directories that point at each other for ever.
func looped(t testing.TB) []byte {
	tiff := []byte("MM\x00\x2a\x00\x00\x00\x08")
	directory := func(next uint32) {
		tiff = append(tiff, 0, 1, 0x01, 0x0f, 0, 2, 0, 0, 0, 1, 'x', 0, 0, 0)
		tiff = binary.BigEndian.AppendUint32(tiff, next)
	}
	directory(8 + 18)
	directory(8)
	plain := jpegOf(t, half(40, 30))
	return append(append(append([]byte{}, plain[:2]...), segment(0xe1, append([]byte("Exif\x00\x00"), tiff...)...)...), plain[2:]...)
}

// progressive is a JPEG of so many pixels and scans, each of which says of every block that there is
// nothing new in it, in as few bytes as can be.
func progressive(w, h, scans int) []byte {
	out := []byte{0xff, 0xd8}
	out = append(out, segment(0xdb, append([]byte{0}, bytes.Repeat([]byte{1}, 64)...)...)...)
	out = append(out, segment(0xc2, 8, byte(h>>8), byte(h), byte(w>>8), byte(w), 1, 1, 0x11, 0)...)
	out = append(out, segment(0xc4, append([]byte{0x00, 1}, make([]byte, 16)...)...)...)               // of DC: one code, of nothing
	out = append(out, segment(0xc4, append([]byte{0x10, 1}, append(make([]byte, 15), 0xe0)...)...)...) // of AC: the longest run of ends
	blocks := ((w + 7) / 8) * ((h + 7) / 8)
	out = append(out, segment(0xda, 1, 1, 0x00, 0, 0, 0)...)
	out = append(out, make([]byte, blocks/8+1)...)
	for n := range scans - 1 {
		out = append(out, segment(0xda, 1, 1, 0x00, 1, byte(1+n%63), 0)...)
		out = append(out, make([]byte, 2*(blocks/16384)+4)...)
	}
	return append(out, 0xff, 0xd9)
}

// spends is the memory that f allocates in all.
func spends(f func()) uint64 {
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	f()
	runtime.ReadMemStats(&after)
	return after.TotalAlloc - before.TotalAlloc
}

const mostMemory = 700 << 20

func TestPicturesThatAreMadeToCostAreRefusedOrCheap(t *testing.T) {
	short, cancel := context.WithTimeout(t.Context(), 30*time.Second)
	defer cancel()
	spent := spends(func() {
		got, err := photo.Take(short, looped(t))
		require.NoError(t, err, "what stands beside the pixels is no reason to lose a photo")
		assert.Equal(t, 40, got.Width)
	})
	assert.Less(t, spent, uint64(mostMemory))
	_, err := photo.Take(short, progressive(2000, 2000, 300))
	require.ErrorContains(t, err, "more than 64 scans")
	_, err = photo.Take(short, progressive(6000, 6000, 10))
	require.ErrorContains(t, err, "take a smaller one, at most 17 million pixels", "laid on in scans it takes five times the memory")
	spent = spends(func() {
		_, err = photo.Take(short, progressive(4000, 4000, 60))
		require.NoError(t, err, "the dearest that is taken")
	})
	assert.Less(t, spent, uint64(mostMemory))
}

// Whoever goes away is not worked for, whatever the picture is.
func TestAPhotoIsNotOpenedForNobody(t *testing.T) {
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	_, err := photo.Take(gone, jpegOf(t, half(400, 300)))
	require.ErrorIs(t, err, context.Canceled)
	soon, cancel := context.WithTimeout(t.Context(), time.Millisecond)
	defer cancel()
	_, err = photo.Take(soon, progressive(4000, 4000, 60))
	require.ErrorIs(t, err, context.DeadlineExceeded)
}

func FuzzTake(f *testing.F) {
	f.Add(held(jpegOf(f, half(40, 30)), 3))
	f.Add(sized(40, 40))
	f.Add(looped(f))
	f.Add(progressive(100, 100, 20))
	f.Fuzz(func(t *testing.T, raw []byte) {
		short, cancel := context.WithTimeout(t.Context(), 20*time.Second)
		defer cancel()
		var got photo.Taken
		var err error
		spent := spends(func() { got, err = photo.Take(short, raw) })
		require.NoError(t, short.Err(), "it came back in time")
		assert.Less(t, spent, uint64(mostMemory))
		if err != nil {
			return
		}
		_, err = jpeg.Decode(bytes.NewReader(got.JPEG))
		require.NoError(t, err, "what is taken can be shown")
	})
}

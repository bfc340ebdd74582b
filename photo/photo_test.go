package photo_test

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/photo"
)

// half is a picture whose left half is red, the rest blue.
func half(w, h int) image.Image {
	img := image.NewNRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.NRGBA{0, 0, 255, 255}
			if x < w/2 {
				c = color.NRGBA{255, 0, 0, 255}
			}
			img.SetNRGBA(x, y, c)
		}
	}
	return img
}

func jpegOf(t testing.TB, img image.Image) []byte {
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, nil))
	return b.Bytes()
}

// held puts EXIF into a JPEG that says how the camera was held.
func held(raw []byte, orientation byte) []byte {
	tiff := []byte("MM\x00\x2a\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00" + string(orientation) + "\x00\x00\x00\x00\x00\x00")
	body := append([]byte("Exif\x00\x00"), tiff...)
	segment := append([]byte{0xff, 0xe1, byte((len(body) + 2) >> 8), byte(len(body) + 2)}, body...)
	return append(append(append([]byte{}, raw[:2]...), segment...), raw[2:]...)
}

func red(img image.Image, x, y int) bool {
	r, _, b, _ := img.At(x, y).RGBA()
	return r > b
}

func TestAPhotoIsTurnedUprightMadeSmallAndStripped(t *testing.T) {
	raw := held(jpegOf(t, half(2400, 1200)), 6) // the camera was turned: red is above
	raw = append(raw, []byte("<script>alert(1)</script>")...)
	got, err := photo.Take(t.Context(), raw)
	require.NoError(t, err)
	assert.Equal(t, [2]int{800, 1600}, [2]int{got.Width, got.Height})
	img, err := jpeg.Decode(bytes.NewReader(got.JPEG))
	require.NoError(t, err)
	assert.True(t, red(img, 400, 100))
	assert.False(t, red(img, 400, 1500))
	tiny, err := jpeg.DecodeConfig(bytes.NewReader(got.Small))
	require.NoError(t, err)
	assert.Equal(t, [2]int{160, 320}, [2]int{tiny.Width, tiny.Height})
	for _, gone := range []string{"Exif", "script"} {
		assert.NotContains(t, string(got.JPEG), gone, "nothing is kept but the pixels")
	}
	again, err := photo.Take(t.Context(), raw)
	require.NoError(t, err)
	assert.Equal(t, got.JPEG, again.JPEG, "the same photo gives the same bytes, and the same hash")
	for way := byte(1); way <= 8; way++ {
		one, err := photo.Take(t.Context(), held(jpegOf(t, half(60, 40)), way))
		require.NoError(t, err)
		img, err := jpeg.Decode(bytes.NewReader(one.JPEG))
		require.NoError(t, err)
		w, h := one.Width, one.Height
		assert.Equal(t, way > 4, h > w, "held %d", way)
		where := map[byte][2]int{1: {5, 20}, 2: {55, 20}, 3: {55, 20}, 4: {5, 20}, 5: {20, 5}, 6: {20, 5}, 7: {20, 55}, 8: {20, 55}}[way]
		assert.True(t, red(img, where[0], where[1]), "held %d: red lies at %v", way, where)
	}
}

// sized is a PNG that says it has so many pixels, and has none of them.
func sized(w, h uint32) []byte {
	var b bytes.Buffer
	_ = png.Encode(&b, half(20, 20))
	raw := b.Bytes()
	binary.BigEndian.PutUint32(raw[16:], w)
	binary.BigEndian.PutUint32(raw[20:], h)
	binary.BigEndian.PutUint32(raw[29:], crc32.ChecksumIEEE(raw[12:29]))
	return raw
}

func TestHostileImagesAreRefusedByWhatTheyAre(t *testing.T) {
	good := jpegOf(t, half(100, 100))
	for name, one := range map[string]struct {
		raw  []byte
		says string
	}{
		"nothing":        {nil, "no photo"},
		"text":           {[]byte("<svg xmlns='http://www.w3.org/2000/svg'/>"), "no photo"},
		"a GIF":          {[]byte("GIF89a\x10\x00\x10\x00\x00\x00\x00;"), "no photo"},
		"a TIFF":         {[]byte("II*\x00\x08\x00\x00\x00\x00\x00\x00\x00"), "no photo"},
		"a bomb":         {sized(60000, 60000), "take a smaller one"},
		"a long strip":   {sized(12001, 20), "take a smaller one"},
		"a dot":          {sized(1, 1), "too small"},
		"torn":           {good[:len(good)*9/10], "torn"},
		"lying":          {sized(4000, 4000), "torn"},
		"too many bytes": {append(good, make([]byte, photo.MostBytes)...), "at most 10 MB"},
		"a name alone":   {[]byte("photo.jpg" + strings.Repeat("\x00", 100)), "no photo"},
	} {
		_, err := photo.Take(t.Context(), one.raw)
		assert.ErrorContains(t, err, one.says, name)
	}
	clear, err := photo.Take(t.Context(), func() []byte {
		var b bytes.Buffer
		_ = png.Encode(&b, image.NewNRGBA(image.Rect(0, 0, 40, 40)))
		return b.Bytes()
	}())
	require.NoError(t, err)
	img, err := jpeg.Decode(bytes.NewReader(clear.JPEG))
	require.NoError(t, err)
	r, _, _, _ := img.At(20, 20).RGBA()
	assert.Greater(t, r, uint32(0xf000), "what is see-through is paper, not black")
}

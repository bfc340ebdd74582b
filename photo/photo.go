// Package photo makes of whatever a camera or a file gives a plain, small, upright JPEG: nothing
// of what came in is kept but its pixels.
package photo

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	_ "image/png" // registered for image.Decode
	"slices"

	"github.com/disintegration/imaging"
	"github.com/rwcarlsen/goexif/exif"
	_ "golang.org/x/image/webp" // registered for image.Decode

	"brankel/rigging/fault"
)

// MostBytes is the most a photo may have as it comes in.
const MostBytes = 10 << 20

// The longer side of what is kept, in pixels, and of the small one beside it.
const (
	longest = 1600
	small   = 320
)

// What is opened at all: a phone has up to 50 million pixels as JPEG; the others unpack to more
// bytes a pixel.
const (
	mostJPEG  = 52_000_000
	mostOther = 17_000_000
	mostSide  = 12_000
	leastSide = 16
)

const quality = 82

// Taken is a photo as it is kept.
type Taken struct {
	JPEG, Small   []byte
	Width, Height int
}

// Take re-encodes a photo. The error is a *fault.Fault that says what is wrong with it; it goes by
// what the bytes are, never by a name.
func Take(raw []byte) (t Taken, err error) {
	if len(raw) > MostBytes {
		return t, fault.At("photo", "this photo has %d MB: take one of at most 10 MB", len(raw)>>20)
	}
	c, format, err := image.DecodeConfig(bytes.NewReader(raw))
	if err != nil || !slices.Contains([]string{"jpeg", "png", "webp"}, format) {
		return t, fault.At("photo", "this is no photo that can be read: send a JPEG, PNG or WebP")
	}
	most := mostOther
	if format == "jpeg" {
		most = mostJPEG
	}
	switch {
	case c.Width < leastSide || c.Height < leastSide:
		return t, fault.At("photo", "this photo is %d by %d: too small to show anything", c.Width, c.Height)
	case c.Width > mostSide || c.Height > mostSide || c.Width*c.Height > most:
		return t, fault.At("photo", "this photo is %d by %d: take a smaller one, at most %d million pixels", c.Width, c.Height, most/1_000_000)
	}
	img, _, err := image.Decode(bytes.NewReader(raw))
	if err != nil {
		return t, fault.At("photo", "this photo is torn: take it again")
	}
	fitted := upright(fit(img, longest), orientation(raw))
	t.Width, t.Height = fitted.Bounds().Dx(), fitted.Bounds().Dy()
	if t.JPEG, err = encode(fitted); err != nil {
		return t, err
	}
	t.Small, err = encode(fit(fitted, small))
	return t, err
}

// fit makes the longer side so long at the most.
func fit(img image.Image, side int) *image.NRGBA {
	b := img.Bounds()
	if b.Dx() <= side && b.Dy() <= side {
		return imaging.Clone(img)
	}
	return imaging.Fit(img, side, side, imaging.Linear)
}

// encode writes a JPEG; what is see-through becomes paper.
func encode(img *image.NRGBA) ([]byte, error) {
	if !img.Opaque() {
		ground := imaging.New(img.Bounds().Dx(), img.Bounds().Dy(), color.White)
		img = imaging.Overlay(ground, img, image.Point{}, 1)
	}
	var out bytes.Buffer
	err := jpeg.Encode(&out, img, &jpeg.Options{Quality: quality})
	return out.Bytes(), err
}

// orientation is how the camera was held, 1 to 8 as in EXIF; 1 where nothing says so.
func orientation(raw []byte) (held int) {
	defer func() {
		if recover() != nil { // a reader of torn metadata is no reason to lose the photo
			held = 1
		}
	}()
	meta, err := exif.Decode(bytes.NewReader(raw))
	if err != nil {
		return 1
	}
	tag, err := meta.Get(exif.Orientation)
	if err != nil {
		return 1
	}
	held, err = tag.Int(0)
	if err != nil || held < 1 || held > 8 {
		return 1
	}
	return held
}

func upright(img *image.NRGBA, held int) *image.NRGBA {
	switch held {
	case 2:
		return imaging.FlipH(img)
	case 3:
		return imaging.Rotate180(img)
	case 4:
		return imaging.FlipV(img)
	case 5:
		return imaging.Transpose(img)
	case 6:
		return imaging.Rotate270(img)
	case 7:
		return imaging.Transverse(img)
	case 8:
		return imaging.Rotate90(img)
	}
	return img
}

// Package photo makes of whatever a camera or a file gives a plain, small, upright JPEG: nothing
// of what came in is kept but its pixels.
package photo

import (
	"bytes"
	"context"
	"errors"
	"image"
	"image/jpeg"
	_ "image/png" // registered for image.Decode
	"io"
	"time"

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

// What is opened at all, so that no photo takes more than about 350 MB for a moment: a phone has up
// to 50 million pixels as a plain JPEG; the others unpack to more bytes a pixel.
const (
	mostPlain = 52_000_000
	mostOther = 17_000_000
	mostSide  = 12_000
	leastSide = 16
)

// mostTime is how long a photo may take to open: the largest that is taken needs two seconds.
const mostTime = 12 * time.Second

const quality = 82

// Taken is a photo as it is kept.
type Taken struct {
	JPEG, Small   []byte
	Width, Height int
}

// Take re-encodes a photo. The error is a *fault.Fault that says what is wrong with it, or that of
// ctx when it ended; it goes by what the bytes are, never by a name. It comes back soon after ctx
// ends, whatever the photo is.
func Take(ctx context.Context, raw []byte) (t Taken, err error) {
	inTime, cancel := context.WithTimeout(ctx, mostTime)
	defer cancel()
	if err := look(raw); err != nil {
		return t, err
	}
	img, _, err := image.Decode(&fed{ctx: inTime, raw: raw})
	switch {
	case ctx.Err() != nil:
		return t, ctx.Err()
	case inTime.Err() != nil:
		return t, fault.At("photo", "this photo takes too long to open: save it as a plain JPEG, then take that")
	case err != nil:
		return t, fault.At("photo", "this photo is torn: take it again")
	}
	fitted := upright(fit(onPaper(img), longest), orientation(inTime, raw))
	t.Width, t.Height = fitted.Bounds().Dx(), fitted.Bounds().Dy()
	if t.JPEG, err = encode(fitted); err != nil {
		return t, err
	}
	t.Small, err = encode(fit(fitted, small))
	return t, err
}

// look refuses what is no photo and what would cost more than a photo may, before it is opened.
func look(raw []byte) error {
	if len(raw) > MostBytes {
		return fault.At("photo", "this photo has %d MB: take one of at most 10 MB", len(raw)>>20)
	}
	c, format, err := image.DecodeConfig(bytes.NewReader(raw))
	if err != nil || formats[format] == 0 {
		return fault.At("photo", "this is no photo that can be read: send a JPEG, PNG or WebP")
	}
	most := mostOther
	if format == "jpeg" {
		scans, progressive := scansOf(raw)
		if scans > mostScans {
			return fault.At("photo", "this JPEG lays its picture on in more than %d scans: save it as a plain JPEG, then take that", mostScans)
		}
		if !progressive {
			most = mostPlain
		}
	}
	switch {
	case c.Width < leastSide || c.Height < leastSide:
		return fault.At("photo", "this photo is %d by %d: too small to show anything", c.Width, c.Height)
	case c.Width > mostSide || c.Height > mostSide || c.Width*c.Height > most:
		return fault.At("photo", "this photo is %d by %d: take a smaller one, at most %d million pixels", c.Width, c.Height, most/1_000_000)
	}
	return nil
}

// fed gives a decoder its bytes in small portions, and none any more when ctx has ended: between two
// of them no decoder does more than a moment's work.
type fed struct {
	ctx context.Context
	raw []byte
	at  int64
}

const portion = 512

func (f *fed) Read(p []byte) (int, error) {
	if err := f.ctx.Err(); err != nil {
		return 0, err
	}
	if f.at >= int64(len(f.raw)) {
		return 0, io.EOF
	}
	n := copy(p[:min(len(p), portion)], f.raw[f.at:])
	f.at += int64(n)
	return n, nil
}

func (f *fed) Seek(offset int64, whence int) (int64, error) {
	at := map[int]int64{io.SeekStart: 0, io.SeekCurrent: f.at, io.SeekEnd: int64(len(f.raw))}[whence] + offset
	if at < 0 {
		return f.at, errors.New("before the beginning")
	}
	f.at = at
	return at, nil
}

func encode(img image.Image) ([]byte, error) {
	var out bytes.Buffer
	err := jpeg.Encode(&out, img, &jpeg.Options{Quality: quality})
	return out.Bytes(), err
}

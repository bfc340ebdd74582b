package photo

import (
	"bytes"
	"context"
	"image"
	"time"

	"github.com/bep/imagemeta"
	"golang.org/x/image/draw"
	"golang.org/x/image/math/f64"
)

// formats are those that are opened, each by its name in package image.
var formats = map[string]imagemeta.ImageFormat{"jpeg": imagemeta.JPEG, "png": imagemeta.PNG, "webp": imagemeta.WebP}

// What is read of what stands beside the pixels.
const (
	mostTags    = 500
	mostTagSize = 4 << 10
	mostReading = time.Second
)

// orientation is how the camera was held, 1 to 8 as in EXIF; 1 where nothing says so, or nothing
// that can be read within bounds: that is no reason to lose the photo.
func orientation(ctx context.Context, raw []byte) int {
	_, format, err := image.DecodeConfig(bytes.NewReader(raw))
	if err != nil {
		return 1
	}
	held := 1
	_, err = imagemeta.Decode(imagemeta.Options{
		R: &fed{ctx: ctx, raw: raw}, ImageFormat: formats[format], Sources: imagemeta.EXIF,
		LimitNumTags: mostTags, LimitTagSize: mostTagSize, Timeout: mostReading,
		ShouldHandleTag: func(t imagemeta.TagInfo) bool { return t.Tag == "Orientation" },
		HandleTag: func(t imagemeta.TagInfo) error {
			if n, ok := t.Value.(uint16); ok && n >= 1 && n <= 8 {
				held = int(n)
			}
			return imagemeta.ErrStopWalking
		},
	})
	if err != nil {
		return 1
	}
	return held
}

// onPaper puts white behind what is see-through.
func onPaper(img image.Image) image.Image {
	if o, ok := img.(interface{ Opaque() bool }); ok && o.Opaque() {
		return img
	}
	out := image.NewRGBA(img.Bounds())
	draw.Draw(out, out.Bounds(), image.White, image.Point{}, draw.Src)
	draw.Draw(out, out.Bounds(), img, img.Bounds().Min, draw.Over)
	return out
}

// fit makes the longer side so long at the most: by halves first, so that every pixel counts.
func fit(img image.Image, side int) image.Image {
	for {
		w, h := img.Bounds().Dx(), img.Bounds().Dy()
		long := max(w, h)
		if long <= side {
			return img
		}
		to := max(side, (long+1)/2)
		out := image.NewRGBA(image.Rect(0, 0, max(1, (w*to+long/2)/long), max(1, (h*to+long/2)/long)))
		draw.ApproxBiLinear.Scale(out, out.Bounds(), img, img.Bounds(), draw.Src, nil)
		img = out
	}
}

// upright turns a photo as it was held: where each pixel of w by h goes (EXIF 2.32, tag 274).
func upright(img image.Image, held int) image.Image {
	w, h := float64(img.Bounds().Dx()), float64(img.Bounds().Dy())
	goes, turned := map[int]f64.Aff3{
		2: {-1, 0, w, 0, 1, 0},
		3: {-1, 0, w, 0, -1, h},
		4: {1, 0, 0, 0, -1, h},
		5: {0, 1, 0, 1, 0, 0},
		6: {0, -1, h, 1, 0, 0},
		7: {0, -1, h, -1, 0, w},
		8: {0, 1, 0, -1, 0, w},
	}[held]
	if !turned {
		return img
	}
	if held >= 5 {
		w, h = h, w
	}
	out := image.NewRGBA(image.Rect(0, 0, int(w), int(h)))
	draw.NearestNeighbor.Transform(out, goes, img, img.Bounds(), draw.Src, nil)
	return out
}

package shop

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"slices"

	"brankel/photo"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
)

// PhotoKept is a photo that an event may name.
type PhotoKept struct {
	SHA256 string `json:"sha256"`
	Width  int    `json:"width"`
	Height int    `json:"height"`
}

// mostPhotos is how many photos a run may hold: a long one has a dozen.
const mostPhotos = 60

// AddPhoto keeps a photo of a run as it comes from a camera. The error is a *fault.Fault,
// a *Refusal or postgres.ErrNotFound.
// It ends with ctx, whatever the photo is.
func (s *Shop) AddPhoto(ctx context.Context, id string, raw []byte) (PhotoKept, error) {
	if _, err := s.Store.RunHead(ctx, id); err != nil {
		return PhotoKept{}, err
	}
	t, err := photo.Take(ctx, raw)
	if err != nil {
		return PhotoKept{}, err
	}
	sum := sha256.Sum256(t.JPEG)
	p := postgres.Photo{SHA256: hex.EncodeToString(sum[:]), Width: t.Width, Height: t.Height, JPEG: t.JPEG, Small: t.Small}
	err = s.Store.AddPhoto(ctx, id, p, s.Now(), mostPhotos)
	if errors.Is(err, postgres.ErrFull) {
		return PhotoKept{}, fault.At("photo", "this run holds %d photos already: more go into another run", mostPhotos)
	}
	return PhotoKept{p.SHA256, p.Width, p.Height}, err
}

// Photo is a photo of a run as it is kept, or the small one beside it.
func (s *Shop) Photo(ctx context.Context, id, sha string, small bool) ([]byte, error) {
	if small {
		return s.Store.PhotoSmall(ctx, id, sha)
	}
	return s.Store.Photo(ctx, id, sha)
}

// MeasureIn takes a length off a photo of a run, without keeping it.
func (s *Shop) MeasureIn(ctx context.Context, id, sha string, m record.Measured) (record.Measured, error) {
	p, err := s.Store.PhotoKept(ctx, id, sha)
	if err != nil {
		return m, err
	}
	return record.MeasureIn(m, p.Width, p.Height)
}

// named finds what an incoming event points to outside the state: a photo, an entry that is
// amended.
func (s *Shop) named(ctx context.Context, b *record.Around, o *open, e record.Event) error {
	if p, ok := record.PhotoOf(e); ok {
		kept, err := s.Store.PhotoKept(ctx, e.Run, p.SHA256)
		if err == nil {
			b.Photo = &kept
		} else if !errors.Is(err, postgres.ErrNotFound) {
			return err
		}
	}
	if v, ok := record.VoiceOf(e); ok {
		kind, err := s.Store.VoiceType(ctx, e.Run, v.SHA256)
		if err != nil && !errors.Is(err, postgres.ErrNotFound) {
			return err
		}
		b.Voice = kind
	}
	var err error
	if t, ok := record.TroubleOf(e); ok {
		if b.Traced, err = s.traced(ctx, o, t); err != nil {
			return err
		}
	}
	if b.Cause, err = s.causeSays(ctx, o, record.CauseOf(e)); err != nil {
		return err
	}
	if id := record.Amends(e); id != "" {
		if i := slices.IndexFunc(o.events, func(one record.Event) bool { return one.ID == id }); i >= 0 {
			b.Amends = &o.events[i]
		}
	}
	return nil
}

package web

import (
	"io"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/paper"
	"brankel/photo"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/sound"
)

func (s *server) paperRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/runs/{run}/record.pdf", "recordPDF", "the record on paper, A4 or Letter").asks("paper").as("application/pdf").
			by(s.recordPDF, workshop.Read).leaving().ofWork(),
		on(get, "/api/v1/runs/{run}/readings.csv", "readingsCSV", "the readings of a run as a table").as("text/csv").
			by(s.readingsCSV, workshop.Read).leaving().ofWork(),
		on(get, "/api/v1/runs/{run}/chain.json", "chain", "the events of a run with their chain, its sheet and its photos, to be proved by "+
			"brankel verify FILE").as("application/json").
			by(s.chain, workshop.Read).leaving().ofWork(),
		on(get, "/api/v1/machines/{id}/card.pdf", "cardPDF", "the card that hangs at a machine").asks("paper").as("application/pdf").
			by(s.cardPDF, workshop.Read).leaving(),
		on(get, "/api/v1/labels.pdf", "labelsPDF", "labels with squares that open a machine or a cable on a phone: of one machine, or of all").
			asks("paper", "machine").as("application/pdf").by(s.labelsPDF, workshop.Read).leaving(),
		on(get, "/api/v1/machines/{id}/bundle.zip", "bundle", "a machine's whole history in one file").asks("paper").as("application/zip").
			by(s.bundle, workshop.Read).leaving(),
		on(post, "/api/v1/runs/{run}/photos", "addPhoto", "keep a photo: the body is a JPEG, PNG or WebP of up to 10 MB; a photo event then "+
			"names it").gives(shop.PhotoKept{}).
			by(s.addPhoto, workshop.Work).toGuests().upTo(photo.MostBytes + 1).within(time.Minute),
		on(get, "/api/v1/runs/{run}/photos/{sha}", "photo", "a photo as it is kept; small=yes the small one").asks("small").as("image/jpeg").
			by(s.photo, workshop.Read).toGuests(),
		on(post, "/api/v1/runs/{run}/voices", "addVoice", "keep a voice note: the body is a recording of up to 2 MB, told by its bytes; a voice "+
			"event then names it").gives(shop.VoiceKept{}).
			by(s.addVoice, workshop.Work).toGuests().upTo(sound.MostBytes + 1).within(time.Minute),
		on(get, "/api/v1/runs/{run}/voices/{sha}", "voice", "a voice note as it was recorded").as("audio/*").
			by(s.voice, workshop.Read).toGuests(),
		on(post, "/api/v1/runs/{run}/photos/{sha}/measure", "measure", "a length by something known in the photo; nothing is kept").
			takes(record.Measured{}).gives(record.Measured{}).
			by(s.measure, workshop.Read).toGuests(),
	}
}

func (s *server) recordPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	ctx, id := c.Request().Context(), c.Param("run")
	return s.leave(c, shown, "record-"+id+".pdf", "application/pdf", func(w io.Writer) error { return s.shop.RecordPDF(ctx, id, size, w) })
}

func (s *server) readingsCSV(c *echo.Context) error {
	ctx, id := c.Request().Context(), c.Param("run")
	return s.leave(c, taken, "readings-"+id+".csv", "text/csv; charset=utf-8", func(w io.Writer) error { return s.shop.ReadingsCSV(ctx, id, w) })
}

func (s *server) chain(c *echo.Context) error {
	ctx, id := c.Request().Context(), c.Param("run")
	return s.leave(c, taken, "chain-"+id+".json", "application/json", func(w io.Writer) error { return s.shop.Chain(ctx, id, w) })
}

func (s *server) cardPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	ctx, id := c.Request().Context(), c.Param("id")
	return s.leave(c, shown, "card-"+id+".pdf", "application/pdf", func(w io.Writer) error {
		card, err := s.shop.Card(ctx, id)
		if err != nil {
			return err
		}
		return paper.MachineCard(card, size, w)
	})
}

func (s *server) labelsPDF(c *echo.Context) error {
	size := c.QueryParamOr("paper", paper.LabelSizes[0])
	if !slices.Contains(paper.LabelSizes, size) {
		return fault.At("paper", "choose %s", strings.Join(paper.LabelSizes, " or "))
	}
	base, _ := s.url()
	return s.leave(c, shown, "labels.pdf", "application/pdf", func(w io.Writer) error {
		return s.shop.Labels(c.Request().Context(), c.QueryParam("machine"), base, size, w)
	})
}

func (s *server) bundle(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	ctx, id := c.Request().Context(), c.Param("id")
	return s.leave(c, taken, "machine-"+id+".zip", "application/zip", func(w io.Writer) error { return s.shop.Bundle(ctx, id, size, w) })
}

// addPhoto has its place in the queue before it reads the photo, so that no more are held than may
// wait.
func (s *server) addPhoto(c *echo.Context) error {
	place, err := queued(c, s.gates.photos)
	if err != nil {
		return err
	}
	defer place.Leave()
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	ctx := c.Request().Context()
	if err := place.Enter(ctx); err != nil {
		return busy(err)
	}
	out, err := s.of(c).AddPhoto(ctx, c.Param("run"), raw)
	return answer(c, out, busy(err))
}

func (s *server) addVoice(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := s.of(c).AddVoice(c.Request().Context(), c.Param("run"), raw)
	return answer(c, out, err)
}

func (s *server) voice(c *echo.Context) error {
	raw, kind, err := s.of(c).Voice(c.Request().Context(), c.Param("run"), c.Param("sha"))
	if err != nil {
		return err
	}
	stays(c)
	return c.Blob(http.StatusOK, kind, raw)
}

// stays says that what is named by its hash never changes.
func stays(c *echo.Context) {
	c.Response().Header().Set("Cache-Control", "private, max-age=31536000, immutable")
}

func (s *server) photo(c *echo.Context) error {
	raw, err := s.of(c).Photo(c.Request().Context(), c.Param("run"), c.Param("sha"), c.QueryParam("small") != "")
	if err != nil {
		return err
	}
	stays(c)
	return c.Blob(http.StatusOK, "image/jpeg", raw)
}

func (s *server) measure(c *echo.Context) error {
	var in record.Measured
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.of(c).MeasureIn(c.Request().Context(), c.Param("run"), c.Param("sha"), in)
	return answer(c, out, err)
}

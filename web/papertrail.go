package web

import (
	"io"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/paper"
	"brankel/photo"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/sound"
)

func (s *server) paperRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/runs/{run}/record.pdf", "recordPDF", "the record on paper, A4 or Letter").asks("paper").as("application/pdf").
			by(s.recordPDF, workshop.Read),
		on(get, "/api/v1/runs/{run}/readings.csv", "readingsCSV", "the readings of a run as a table").as("text/csv").
			by(s.readingsCSV, workshop.Read),
		on(get, "/api/v1/runs/{run}/chain.json", "chain", "the events of a run with their chain, its sheet and its photos, to be proved by "+
			"brankel verify FILE").as("application/json").
			by(s.chain, workshop.Read),
		on(get, "/api/v1/machines/{id}/card.pdf", "cardPDF", "the card that hangs at a machine").asks("paper").as("application/pdf").
			by(s.cardPDF, workshop.Read),
		on(get, "/api/v1/machines/{id}/bundle.zip", "bundle", "a machine's whole history in one file").asks("paper").as("application/zip").
			by(s.bundle, workshop.Read).within(time.Minute),
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
			takes(run.Measured{}).gives(run.Measured{}).
			by(s.measure, workshop.Read).toGuests(),
	}
}

func (s *server) recordPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	raw, err := s.in(c).RecordPDF(c.Param("run"), size)
	return printed(c, "record-"+c.Param("run"), raw, err)
}

func (s *server) readingsCSV(c *echo.Context) error {
	raw, err := s.in(c).ReadingsCSV(c.Param("run"))
	return saved(c, "readings-"+c.Param("run")+".csv", "text/csv; charset=utf-8", raw, err)
}

func (s *server) chain(c *echo.Context) error {
	raw, err := s.in(c).Chain(c.Param("run"))
	return saved(c, "chain-"+c.Param("run")+".json", "application/json", raw, err)
}

func (s *server) cardPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	card, err := s.in(c).Card(c.Param("id"))
	if err != nil {
		return err
	}
	raw, err := paper.MachineCard(card, size)
	return printed(c, "card-"+c.Param("id"), raw, err)
}

func (s *server) bundle(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	raw, err := s.in(c).Bundle(c.Param("id"), size)
	return saved(c, "machine-"+c.Param("id")+".zip", "application/zip", raw, err)
}

// saved is an answer that a browser keeps as a file.
func saved(c *echo.Context, name, mediaType string, raw []byte, err error) error {
	if err != nil {
		return err
	}
	c.Response().Header().Set("Content-Disposition", `attachment; filename="`+name+`"`)
	return c.Blob(http.StatusOK, mediaType, raw)
}

func (s *server) addPhoto(c *echo.Context) error {
	raw, err := slowly(c)
	if err != nil {
		return err
	}
	out, err := s.in(c).AddPhoto(c.Param("run"), raw)
	return answer(c, out, err)
}

// slowly reads a body that a phone may take a minute to send.
func slowly(c *echo.Context) ([]byte, error) {
	_ = http.NewResponseController(c.Response()).SetReadDeadline(time.Now().Add(time.Minute)) // not of a recorder in a test
	return io.ReadAll(c.Request().Body)
}

func (s *server) addVoice(c *echo.Context) error {
	raw, err := slowly(c)
	if err != nil {
		return err
	}
	out, err := s.in(c).AddVoice(c.Param("run"), raw)
	return answer(c, out, err)
}

func (s *server) voice(c *echo.Context) error {
	raw, kind, err := s.in(c).Store.Voice(c.Param("run"), c.Param("sha"))
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
	raw, err := s.in(c).Photo(c.Param("run"), c.Param("sha"), c.QueryParam("small") != "")
	if err != nil {
		return err
	}
	stays(c)
	return c.Blob(http.StatusOK, "image/jpeg", raw)
}

func (s *server) measure(c *echo.Context) error {
	var in run.Measured
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.in(c).MeasureIn(c.Param("run"), c.Param("sha"), in)
	return answer(c, out, err)
}

package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/gauge"
	"brankel/rigging/workshop"
	"brankel/shop"
)

func (s *server) gaugeRoutes() []route {
	return []route{
		on(http.MethodGet, "/api/v1/gauges/live", "gaugesLive", "what connected gauges show just now; the stream of a run says it as it "+
			"changes").gives([]gauge.Live{}).
			by(s.gaugesLive, workshop.Read),
	}
}

func (s *server) gaugesLive(c *echo.Context) error { return answer(c, s.liveGauges(""), nil) }

// liveGauges are those that are connected to this server and may be read at a run.
func (s *server) liveGauges(run string) []gauge.Live {
	if s.port == nil {
		return []gauge.Live{}
	}
	if !shop.IsPractice(run) {
		run = ""
	}
	return gauge.Of(s.port.Live(), run)
}

// followed tells the gauges that follow an exercise what is held to its rig now.
func (s *server) followed(run string, p *shop.Practised) {
	if s.port == nil || p == nil {
		return
	}
	if p.Held == nil {
		s.port.Follow(run, "", "")
		return
	}
	s.port.Follow(run, p.Held.Text, p.Held.Unit)
}

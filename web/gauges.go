package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/gauge"
	"brankel/rigging/workshop"
)

func (s *server) gaugeRoutes() []route {
	return []route{
		on(http.MethodGet, "/api/v1/gauges/live", "gaugesLive", "what connected gauges show just now; the stream of a run says it as it "+
			"changes").gives([]gauge.Live{}).
			by(s.gaugesLive, workshop.Read),
	}
}

func (s *server) gaugesLive(c *echo.Context) error { return answer(c, s.liveGauges(), nil) }

// liveGauges are those that are connected to this server.
func (s *server) liveGauges() []gauge.Live {
	if s.port == nil {
		return []gauge.Live{}
	}
	return s.port.Live()
}

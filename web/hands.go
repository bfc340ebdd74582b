package web

import (
	"fmt"
	"net"
	"net/http"
	"net/url"
	"strings"

	"github.com/labstack/echo/v5"

	"brankel/paper"
	"brankel/rigging/fault"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// JoinIn is a code, or the token of a link, and the name of who has no account here.
type JoinIn struct {
	Code  string `json:"code,omitempty"`
	Token string `json:"token,omitempty"`
	Name  string `json:"name,omitempty"`
}

// Joined is the run second hands came to.
type Joined struct {
	Run string `json:"run"`
}

// InviteView is an invitation as it is shown: the code, and the link as a square to point a
// camera at. Only says why a phone may not get there.
type InviteView struct {
	shop.Invite
	Link string `json:"link"`
	QR   Square `json:"qr"`
	Only string `json:"only,omitempty"`
}

// Square is a QR code: Path fills its dark modules in a view box of Size.
type Square struct {
	Size int    `json:"size"`
	Path string `json:"path"`
}

func (s *server) handRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(post, "/api/v1/hands/join", "join", "come to a run as second hands, by its code or its link").takes(JoinIn{}).gives(Joined{}).
			by(s.join, "").slowly(),
		on(get, "/api/v1/runs/{run}/hands", "hands", "who is at a run").gives(shop.Hands{}).
			by(s.hands, workshop.Read).toGuests(),
		on(post, "/api/v1/runs/{run}/hands", "hand", "what a device at a run says of itself, every five seconds").
			takes(shop.HandIn{}).gives(shop.Hands{}).
			by(s.hand, workshop.Work).toGuests(),
		on(post, "/api/v1/runs/{run}/invite", "invite", "the code that lets second hands in, and its link").gives(InviteView{}).
			by(s.invite, workshop.Work).ofWork(),
		on(post, "/api/v1/runs/{run}/invite/end", "endInvite", "the code is good no longer; guests are out").gives(shop.Hands{}).
			by(s.endInvite, workshop.Work).ofWork(),
	}
}

// join lets a guest in; who is signed in already keeps their own name.
func (s *server) join(c *echo.Context) error {
	var in JoinIn
	if err := read(c, &in); err != nil {
		return err
	}
	ctx := c.Request().Context()
	who, err := s.actor(ctx)
	if err != nil {
		return err
	}
	if who.locked {
		return &shop.Refusal{Status: 401, Field: "session", Message: "nobody was here for a while: write your PIN or password"}
	}
	run, token, err := s.shop.Join(ctx, in.Code, in.Token, c.RealIP())
	if err != nil {
		return err
	}
	name := ""
	if who.ID == "" { // only who has a code learns which names are taken
		if name, err = s.shop.GuestName(ctx, in.Name, run); err != nil {
			return err
		}
	}
	if name != "" {
		if err := s.sessions.RenewToken(ctx); err != nil {
			return err
		}
		s.sessions.Remove(ctx, keyPerson)
		s.sessions.Put(ctx, keyRun, run)
		s.sessions.Put(ctx, keyGuest, name)
		s.sessions.Put(ctx, keyToken, token)
	}
	return c.JSON(http.StatusOK, Joined{run})
}

func (s *server) hands(c *echo.Context) error {
	out, err := s.of(c).Hands(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) hand(c *echo.Context) error {
	var in shop.HandIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.of(c).Hand(c.Request().Context(), c.Param("run"), account(c).Person, in)
	return answer(c, out, err)
}

func (s *server) invite(c *echo.Context) error {
	one, err := s.shop.Invite(c.Request().Context(), c.Param("run"), account(c).Name)
	if err != nil {
		return err
	}
	base, only := s.url()
	v := InviteView{Invite: one, Link: base + "/hands#" + one.Token, Only: only}
	v.QR, err = square(v.Link)
	return answer(c, v, err)
}

func (s *server) endInvite(c *echo.Context) error {
	if err := s.shop.EndInvite(c.Request().Context(), c.Param("run")); err != nil {
		return err
	}
	return s.hands(c)
}

// Address reads what BRANKEL_URL says.
func Address(text string) (string, error) {
	text = strings.TrimRight(strings.TrimSpace(text), "/")
	if text == "" {
		return "", nil
	}
	u, err := url.Parse(text)
	if err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Host == "" || u.Path+u.RawQuery+u.Fragment != "" || u.User != nil {
		return "", fault.At("BRANKEL_URL", "write the address a phone finds this server at, such as http://192.168.1.20:8787")
	}
	return text, nil
}

// Listening is where a phone finds a server that listens at an address: at that address, or at the
// first one of this machine on a network of its own where it listens at all of them.
func Listening(scheme string, at net.Addr) (url, only string) {
	host, port, err := net.SplitHostPort(at.String())
	ip := net.ParseIP(host)
	switch {
	case err != nil:
		return "", "Set BRANKEL_URL to where a phone finds this server."
	case ip != nil && ip.IsUnspecified():
		if host = ownAddress(); host == "" {
			return scheme + "://localhost:" + port, "This machine is on no network now. Connect it, or set BRANKEL_URL."
		}
	case ip != nil && ip.IsLoopback():
		only = "This address is of this machine only. Start Brankel with BRANKEL_ADDR at the shop’s own address, or set BRANKEL_URL."
	}
	return scheme + "://" + net.JoinHostPort(host, port), only
}

// ownAddress is an address of this machine on a private network, "" for none.
func ownAddress() string {
	addresses, _ := net.InterfaceAddrs() // none is as good as an error
	for _, a := range addresses {
		if n, ok := a.(*net.IPNet); ok && n.IP.IsPrivate() && n.IP.To4() != nil {
			return n.IP.String()
		}
	}
	return ""
}

// square draws a text as a QR code.
func square(text string) (Square, error) {
	size, dark, err := paper.Square(text)
	var path strings.Builder
	for _, d := range dark {
		fmt.Fprintf(&path, "M%d %dh%dv1h-%dz", d.X, d.Y, d.N, d.N)
	}
	return Square{size, path.String()}, err
}

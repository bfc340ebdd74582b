package shop

import (
	"context"
	"crypto/rand"
	"encoding/base32"
	"errors"
	"fmt"
	"math/big"
	"slices"
	"strings"
	"time"
	"unicode"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/workshop"
)

// Invite is how second hands come in at a run.
type Invite struct {
	Code  string `json:"code"`
	Token string `json:"-"` // of the link
	Until string `json:"until"`
	By    string `json:"by"`
}

// Hands is who is at a run.
type Hands struct {
	Here []Hand `json:"here"`
}

// Hand is a device at a run. Heard is how many seconds ago it was heard of; Away that it was
// not heard of for too long, or that its holder left.
type Hand struct {
	Device string `json:"device"`
	Name   string `json:"name"`
	Guest  bool   `json:"guest,omitempty"`
	Place  string `json:"place"` // caller, reader, or "" for somebody who looks on
	Says   string `json:"says"`  // holds, released, done, or ""
	Seq    int    `json:"seq"`   // of the run as it was said
	Since  string `json:"since"`
	Heard  int    `json:"heard"`
	Away   bool   `json:"away,omitempty"`
	Left   bool   `json:"left,omitempty"`
}

// Told is what of it is news: not how long ago somebody was heard.
func (h Hands) Told() string {
	var b strings.Builder
	for _, one := range h.Here {
		fmt.Fprintf(&b, "%s\x00%s\x00%s\x00%s\x00%d\x00%t%t\n", one.Device, one.Name, one.Place, one.Says, one.Seq, one.Away, one.Left)
	}
	return b.String()
}

// HandIn is what a device says of itself.
type HandIn struct {
	Device string `json:"device"`
	Place  string `json:"place"`
	Says   string `json:"says"`
	Seq    int    `json:"seq"`
	Leave  bool   `json:"leave,omitempty"`
}

// The places of hands, and what may be said from them.
const (
	Caller = "caller" // moves the control
	Reader = "reader" // reads, turns
	Holds  = "holds"
)

var (
	places = []string{"", Caller, Reader}
	said   = []string{"", Holds, "released", "done"}
)

// How long a code is good, and after how long a device that says nothing counts as away: it
// speaks every five seconds.
const (
	goodFor = 2 * time.Hour
	away    = 12 * time.Second
)

// codeLength figures: with the tries that are left a guess comes through less than once in
// ten thousand evenings.
const codeLength = 6

// Invite gives the invitation of a run, a new one when there is none that is good for a while.
func (s *Shop) Invite(ctx context.Context, run, by string) (Invite, error) {
	if _, err := s.Store.RunHead(ctx, run); err != nil {
		return Invite{}, err
	}
	now := s.Now()
	there, err := s.Store.Invitation(ctx, run, now.Add(goodFor/4))
	if err == nil {
		return inviteOf(there), nil
	}
	if !errors.Is(err, postgres.ErrNotFound) {
		return Invite{}, err
	}
	for range mostTries {
		one := postgres.Invitation{Run: run, Code: figures(codeLength), Token: secret(), By: by, Until: now.Add(goodFor).Truncate(time.Minute)}
		if err = s.Store.Invite(ctx, one, now); !errors.Is(err, postgres.ErrTaken) {
			return inviteOf(one), err
		}
	}
	return Invite{}, err
}

func inviteOf(i postgres.Invitation) Invite {
	return Invite{i.Code, i.Token, i.Until.Format(time.RFC3339), i.By}
}

func figures(n int) string {
	most := new(big.Int).Exp(big.NewInt(10), big.NewInt(int64(n)), nil)
	one, _ := rand.Int(rand.Reader, most) // never fails (crypto/rand)
	return fmt.Sprintf("%0*d", n, one)
}

func secret() string {
	raw := make([]byte, 16)
	_, _ = rand.Read(raw) // never fails (crypto/rand)
	return strings.ToLower(base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(raw))
}

// EndInvite takes the invitation back; guests are out.
func (s *Shop) EndInvite(ctx context.Context, run string) error {
	err := s.Store.EndInvitation(ctx, run)
	s.memory.hub.tellAll(hands(run), Comings)
	return err
}

// Guest is somebody who came in by an invitation, at one run until it ends.
type Guest struct {
	Run   string
	Name  string // as it stands on the record
	Token string
}

// guestMark follows the name of a guest wherever it stands: nobody of the workshop is called so.
const guestMark = ", guest"

// Join lets a guest in by code or by the token of a link; from is the address that is counted
// under.
func (s *Shop) Join(ctx context.Context, code, token, from string) (run string, guestToken string, err error) {
	code = strings.Map(func(r rune) rune {
		if unicode.IsSpace(r) {
			return -1
		}
		return r
	}, code)
	if token == "" && (len(code) != codeLength || strings.Trim(code, "0123456789") != "") {
		return "", "", fault.At("code", "write the %d figures that stand on the other screen", codeLength)
	}
	counted := guess{"code", "", from}
	wait, err := s.try(ctx, counted)
	if err != nil {
		return "", "", err
	}
	if wait > 0 {
		return "", "", &Refusal{Status: 429, Field: "code", After: wait,
			Message: fmt.Sprintf("too many wrong codes: wait %s, or point the camera at the square", roughly(wait))}
	}
	i, err := s.Store.InvitationBy(ctx, code, shortName(token), s.Now())
	if errors.Is(err, postgres.ErrNotFound) {
		return "", "", &Refusal{Status: 401, Field: "code", Message: "no run has this code now: look at the other screen, it may have run out"}
	}
	if err != nil {
		return "", "", err
	}
	return i.Run, i.Token, s.right(ctx, counted)
}

// GuestName is the name a guest goes by on the record: their own, marked. It is none of those that
// stand at the run already, which the guest will see there anyway; who else has an account is not told.
func (s *Shop) GuestName(ctx context.Context, name, run string) (string, error) {
	name = strings.Join(strings.Fields(name), " ")
	if err := writable(name, longestGuest); err != nil || strings.Contains(name, ",") {
		return "", fault.At("name", "write your name in at most %d letters: it stands beside what you read", longestGuest)
	}
	there, err := s.namesAt(ctx, run)
	if err != nil {
		return "", err
	}
	for _, other := range there {
		if alike(name, other) {
			return "", fault.At("name", "%s is at this run already: sign in, or write a name that tells you apart", other)
		}
	}
	return name + guestMark, nil
}

const longestGuest = 30

// namesAt are those who wrote to a run, or are at it.
func (s *Shop) namesAt(ctx context.Context, run string) (names []string, err error) {
	events, err := s.Events(ctx, run, 0)
	if err != nil {
		return nil, err
	}
	for _, e := range events {
		names = append(names, e.By)
	}
	here, err := s.Hands(ctx, run)
	for _, h := range here.Here {
		names = append(names, h.Name)
	}
	slices.Sort(names)
	return slices.DeleteFunc(slices.Compact(names), func(n string) bool { return strings.HasSuffix(n, guestMark) }), err
}

// StillGuest tells whether a guest may stay.
func (s *Shop) StillGuest(ctx context.Context, g Guest) (bool, error) {
	i, err := s.Store.Invitation(ctx, g.Run, s.Now())
	if errors.Is(err, postgres.ErrNotFound) {
		return false, nil
	}
	return err == nil && i.Token == g.Token, err
}

// Hand keeps what a device at a run says, and gives who is there.
func (s *Shop) Hand(ctx context.Context, run string, who workshop.Person, in HandIn) (Hands, error) {
	if n := len(in.Device); n < 8 || n > 64 {
		return Hands{}, fault.At("device", "make an id for the device, such as a UUID")
	}
	if err := fault.First(oneOf("place", in.Place, places), oneOf("says", in.Says, said)); err != nil {
		return Hands{}, err
	}
	head, err := s.Store.RunHead(ctx, run)
	if err != nil {
		return Hands{}, err
	}
	if in.Seq < 0 || in.Seq > head.Seq {
		return Hands{}, fault.At("seq", "write the number of the last event you have, or 0")
	}
	h := postgres.Hand{Device: in.Device, Name: who.Name, Guest: who.Role == workshop.Guest, Place: in.Place, Says: in.Says, Seq: in.Seq,
		Seen: s.Now().UTC().Truncate(time.Millisecond), Left: in.Leave}
	fresh, err := s.Store.HandHere(ctx, run, h)
	if err != nil {
		return Hands{}, err
	}
	if fresh {
		s.memory.hub.tellAll(hands(run))
	}
	return s.Hands(ctx, run)
}

func oneOf(field, text string, words []string) error {
	if !slices.Contains(words, text) {
		return fault.At(field, "choose %s", strings.Join(words[1:], ", ")+" or nothing")
	}
	return nil
}

// stale is after how long somebody who went away is no longer told of.
const stale = 10 * time.Minute

// Hands is who is at a run, or was a moment ago.
func (s *Shop) Hands(ctx context.Context, run string) (Hands, error) {
	now := s.Now()
	list, err := s.Store.Hands(ctx, run, now.Add(-stale))
	out := Hands{Here: []Hand{}}
	for _, h := range list {
		heard := max(now.Sub(h.Seen), 0)
		out.Here = append(out.Here, Hand{h.Device, h.Name, h.Guest, h.Place, h.Says, h.Seq, h.Since.Format(time.RFC3339),
			int(heard.Seconds()), h.Left || heard > away, h.Left})
	}
	return out, err
}

// holding tells whether somebody of this name, who is not the one who writes, holds the control
// of a run just now.
func (s *Shop) holding(ctx context.Context, run, name, by string) (bool, error) {
	all, err := s.Hands(ctx, run)
	return slices.ContainsFunc(all.Here, func(h Hand) bool {
		return h.Name == name && h.Name != by && h.Place == Caller && h.Says == Holds && !h.Away
	}), err
}

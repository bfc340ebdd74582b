package web

import (
	"bufio"
	"errors"
	"io"
	"net/http"
	"os"
	"strconv"
	"syscall"

	"github.com/labstack/echo/v5"

	"brankel/shop"
)

// shown and kept are how a browser takes a file: to look at, or to keep.
const (
	shown = "inline"
	taken = "attachment"
)

// leave makes a file whole before a byte of it goes out, on disk and not in memory, one at a time, and
// sends it with its length: what goes wrong on the way is never a 200, and what is cut is seen to be
// cut.
func (s *server) leave(c *echo.Context, how, name, mediaType string, write func(w io.Writer) error) error {
	place, err := queued(c, s.gates.leaves)
	if err != nil {
		return err
	}
	defer place.Leave()
	if err := place.Enter(c.Request().Context()); err != nil {
		return busy(err)
	}
	f, err := os.CreateTemp("", "brankel-")
	if err != nil {
		return noRoom(err)
	}
	defer f.Close()
	if err := os.Remove(f.Name()); err != nil { // gone with the last who holds it, whatever happens
		return err
	}
	w := bufio.NewWriterSize(f, 1<<16)
	if err := errors.Join(write(w), w.Flush()); err != nil {
		return noRoom(err)
	}
	size, err := f.Seek(0, io.SeekEnd)
	if err == nil {
		_, err = f.Seek(0, io.SeekStart)
	}
	if err != nil {
		return err
	}
	place.Rest()
	h := c.Response().Header()
	h.Set("Content-Disposition", how+`; filename="`+name+`"`)
	h.Set("Content-Type", mediaType)
	h.Set("Content-Length", strconv.FormatInt(size, 10))
	c.Response().WriteHeader(http.StatusOK)
	var buffer [1 << 16]byte
	_, err = io.CopyBuffer(portions{c.Response()}, struct{ io.Reader }{f}, buffer[:])
	return err
}

// noRoom is a disk that is full, said as what it is.
func noRoom(err error) error {
	if errors.Is(err, syscall.ENOSPC) {
		return &shop.Refusal{Status: http.StatusInsufficientStorage,
			Message: "there is no room left on the server to make this file: tell the lead"}
	}
	return err
}

// portions moves on the deadline of an answer with every portion that was taken.
type portions struct{ http.ResponseWriter }

func (p portions) Write(b []byte) (int, error) {
	writeBy(p.ResponseWriter, patience)
	return p.ResponseWriter.Write(b)
}

package shop

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"sync"
	"syscall"
	"time"

	"brankel/archive"
	"brankel/rigging/closed"
)

// ArchiveState tells how far the archive is that this server makes.
type ArchiveState string

// How far.
const (
	ArchiveNone   ArchiveState = "none"
	ArchiveMaking ArchiveState = "making"
	ArchiveReady  ArchiveState = "ready"
	ArchiveFailed ArchiveState = "failed"
)

// Words lists them.
func (ArchiveState) Words() []string {
	return closed.Words(ArchiveNone, ArchiveMaking, ArchiveReady, ArchiveFailed)
}

// Archiving is the archive that this server makes, or made last. It lies in no folder: it is gone after keepsFor, with the
// server, or when the next is made.
type Archiving struct {
	State ArchiveState `json:"state"`
	Done  int          `json:"done"` // rows written
	All   int          `json:"all"`  // and there are
	Bytes int64        `json:"bytes"`
	Says  string       `json:"says"`
}

const keepsFor = time.Hour

// archiving is one at a time: whoever asks meanwhile is told of the one that is made.
type archiving struct {
	sync.Mutex
	Archiving
	made time.Time
	file *os.File // unlinked; closed by the collector, when nobody reads it any more
}

func (a *archiving) now() Archiving {
	a.Lock()
	defer a.Unlock()
	return a.told()
}

// told is what there is to say of it; whoever asks holds the lock.
func (a *archiving) told() Archiving {
	out := a.Archiving
	switch out.State {
	case ArchiveMaking:
		out.Says = "Everything there is, is read."
		if out.All > 0 {
			out.Says = fmt.Sprintf("%s of %s rows.", grouped(float64(out.Done)), grouped(float64(out.All)))
		}
	case ArchiveReady:
		out.Says = fmt.Sprintf("It is made: %s rows, %s. It is kept here for an hour.", grouped(float64(out.All)), sized(out.Bytes))
	case ArchiveFailed:
	default:
		out.State = ArchiveNone
	}
	return out
}

// sized is a number of bytes, as one says it.
func sized(n int64) string {
	if n < 1_000_000 {
		return fmt.Sprintf("%s kB", grouped(float64(n)/1000))
	}
	return fmt.Sprintf("%s MB", grouped(float64(n)/1e6))
}

// Archiving tells how far the archive is.
func (s *Shop) Archiving() Archiving { return s.memory.archiving.now() }

// MakeArchive begins to make the archive of the whole workshop, as it stands now; while one is made it begins no other. failed is
// told why it could not be made.
func (s *Shop) MakeArchive(ctx context.Context, failed func(error)) Archiving {
	a := &s.memory.archiving
	a.Lock()
	defer a.Unlock()
	if a.State != ArchiveMaking {
		a.Archiving, a.file = Archiving{State: ArchiveMaking}, nil
		go s.makeArchive(context.WithoutCancel(ctx), failed)
	}
	return a.told()
}

func (s *Shop) makeArchive(ctx context.Context, failed func(error)) {
	a := &s.memory.archiving
	file, size, err := s.archived(ctx, func(done, all int) {
		a.Lock()
		defer a.Unlock()
		a.Done, a.All = done, all
	})
	a.Lock()
	defer a.Unlock()
	if err != nil {
		a.Archiving = Archiving{State: ArchiveFailed, Says: "It could not be made: the server says why in its log. Nothing was changed."}
		if errors.Is(err, syscall.ENOSPC) {
			a.Says = "There is no room left on the server to make it. Nothing was changed."
		}
		failed(err)
		return
	}
	a.file, a.made, a.State, a.Bytes = file, s.Now(), ArchiveReady, size
	time.AfterFunc(keepsFor, func() {
		a.Lock()
		defer a.Unlock()
		if a.file == file {
			a.Archiving, a.file = Archiving{}, nil
		}
	})
}

// archived is the archive in a file that no folder has.
func (s *Shop) archived(ctx context.Context, told func(done, all int)) (file *os.File, size int64, err error) {
	if file, err = os.CreateTemp("", "brankel-"); err != nil {
		return nil, 0, err
	}
	w := bufio.NewWriterSize(file, 1<<16)
	err = errors.Join(os.Remove(file.Name()), s.Archive(ctx, archive.ToTar(w), told), w.Flush())
	if err == nil {
		size, err = file.Seek(0, io.SeekEnd)
	}
	if err != nil {
		return nil, 0, errors.Join(err, file.Close())
	}
	return file, size, nil
}

// MadeArchive is the archive that was made, its name and when; ok is false where none is ready.
func (s *Shop) MadeArchive(ctx context.Context) (r io.ReadSeeker, name string, made time.Time, ok bool) {
	zone, err := s.zone(ctx)
	if err != nil {
		zone = time.UTC
	}
	a := &s.memory.archiving
	a.Lock()
	defer a.Unlock()
	if a.State != ArchiveReady {
		return nil, "", time.Time{}, false
	}
	return io.NewSectionReader(a.file, 0, a.Bytes), "brankel-" + a.made.In(zone).Format(time.DateOnly) + ".tar", a.made, true
}

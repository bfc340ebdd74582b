// Package archive writes and reads the one file, or folder, that a whole workshop leaves in: entries in order, the first of
// them brankel.json, the last sums.json with what each of them must be. docs/archive.md describes it.
package archive

import (
	"archive/tar"
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"path"
)

// Format is what brankel.json says.
const Format = "brankel.archive/1"

// The names of the first and the last entry.
const (
	First = "brankel.json"
	Last  = "sums.json"
)

// Head is the first entry. Tables is the number of the tables that it was written from.
type Head struct {
	Format   string `json:"format"`
	Tables   int    `json:"tables"`
	Workshop string `json:"workshop"`
}

// Sum is what an entry must be.
type Sum struct {
	Name   string `json:"name"`
	Bytes  int    `json:"bytes"`
	SHA256 string `json:"sha256"`
}

// sums is the last entry. Head is the end of the ledger, as brankel verify prints it.
type sums struct {
	Head    string `json:"head"`
	Entries []Sum  `json:"entries"`
}

// Most is how large an entry may be, in bytes: whoever reads holds one at a time.
const Most = 64 << 20

func sumOf(name string, raw []byte) Sum {
	sum := sha256.Sum256(raw)
	return Sum{name, len(raw), hex.EncodeToString(sum[:])}
}

// Writer writes entries one after another, and their sums at the end.
type Writer struct {
	put   func(name string, raw []byte) error
	end   func() error
	sums  []Sum
	Bytes int64 // written so far
}

// ToTar writes into a tar file. Nothing in it tells when.
func ToTar(w io.Writer) *Writer {
	t := tar.NewWriter(w)
	return &Writer{end: t.Close, put: func(name string, raw []byte) error {
		h := &tar.Header{Typeflag: tar.TypeReg, Name: name, Mode: 0o644, Size: int64(len(raw)), Format: tar.FormatPAX}
		if err := t.WriteHeader(h); err != nil {
			return err
		}
		_, err := t.Write(raw)
		return err
	}}
}

// ToFolder writes into a folder; whatever an entry is called, nothing is written outside.
func ToFolder(root *os.Root) *Writer {
	return &Writer{end: func() error { return nil }, put: func(name string, raw []byte) error {
		if err := root.MkdirAll(path.Dir(name), 0o755); err != nil {
			return err
		}
		return root.WriteFile(name, raw, 0o644)
	}}
}

// Put writes an entry.
func (w *Writer) Put(name string, raw []byte) error {
	if len(raw) > Most {
		return fmt.Errorf("%s has %d bytes: an archive holds %d at most in one", name, len(raw), Most)
	}
	w.sums = append(w.sums, sumOf(name, raw))
	w.Bytes += int64(len(raw))
	return w.put(name, raw)
}

// Close writes the sums, with the end of the ledger.
func (w *Writer) Close(head string) error {
	raw, err := json.MarshalIndent(sums{head, w.sums}, "", " ")
	if err != nil {
		return err
	}
	return errors.Join(w.put(Last, append(raw, '\n')), w.end())
}

// Reader reads entries in the order in which they were written. What it gives is believed only once Next has told the end.
type Reader struct {
	next func() (string, []byte, error) // io.EOF behind the last
	read []Sum
	head string
}

// FromTar reads a tar file.
func FromTar(r io.Reader) *Reader {
	t := tar.NewReader(r)
	return &Reader{next: func() (string, []byte, error) {
		h, err := t.Next()
		if err != nil {
			return "", nil, err
		}
		if h.Size > Most {
			return "", nil, fmt.Errorf("%s has %d bytes, more than any entry of an archive", h.Name, h.Size)
		}
		raw, err := io.ReadAll(t)
		return h.Name, raw, err
	}}
}

// FromFolder reads a folder, in the order of its sums. The error tells that it is none.
func FromFolder(root *os.Root) (*Reader, error) {
	last, err := read(root, Last)
	if err != nil {
		return nil, cut(First)
	}
	var all sums
	if err := json.Unmarshal(last, &all); err != nil {
		return nil, fmt.Errorf("%s is not as it was written: %w", Last, err)
	}
	i := 0
	return &Reader{next: func() (string, []byte, error) {
		i++
		switch {
		case i <= len(all.Entries):
			name := all.Entries[i-1].Name
			raw, err := read(root, name)
			if errors.Is(err, os.ErrNotExist) {
				err = fmt.Errorf("%s is missing", name)
			}
			return name, raw, err
		case i == len(all.Entries)+1:
			return Last, last, nil
		}
		return "", nil, io.EOF
	}}, nil
}

func read(root *os.Root, name string) ([]byte, error) {
	info, err := root.Stat(name)
	if err != nil {
		return nil, err
	}
	if info.Size() > Most {
		return nil, fmt.Errorf("%s has %d bytes, more than any entry of an archive", name, info.Size())
	}
	return root.ReadFile(name)
}

// Next is the next entry, io.EOF when all were read and each was as it was written. Any other error tells what is wrong, and
// where.
func (r *Reader) Next() (string, []byte, error) {
	name, raw, err := r.next()
	switch {
	case errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF):
		return "", nil, cut(r.last())
	case errors.Is(err, tar.ErrHeader) && len(r.read) == 0:
		return "", nil, errNone
	case errors.Is(err, tar.ErrHeader):
		return "", nil, fmt.Errorf("behind %s it is no archive any more: it was changed there", r.last())
	case err != nil:
		return "", nil, err
	case name == Last:
		if err := r.check(raw); err != nil {
			return "", nil, err
		}
		return "", nil, io.EOF
	}
	r.read = append(r.read, sumOf(name, raw))
	return name, raw, nil
}

func (r *Reader) last() string {
	if len(r.read) == 0 {
		return "its beginning"
	}
	return r.read[len(r.read)-1].Name
}

func cut(behind string) error {
	return fmt.Errorf("it ends behind %s: it was cut short on its way here. Fetch it again", behind)
}

// check holds all that was read against the sums.
func (r *Reader) check(raw []byte) error {
	var all sums
	d := json.NewDecoder(bytes.NewReader(raw))
	if err := d.Decode(&all); err != nil {
		return fmt.Errorf("%s is not as it was written: %w", Last, err)
	}
	for i, s := range all.Entries {
		switch {
		case i >= len(r.read):
			return fmt.Errorf("%s is missing", s.Name)
		case r.read[i] != s:
			return fmt.Errorf("%s is not as it was written: a byte of it was changed. Fetch the archive again", r.read[i].Name)
		}
	}
	if len(r.read) > len(all.Entries) {
		return fmt.Errorf("%s was put in after it was written", r.read[len(all.Entries)].Name)
	}
	r.head = all.Head
	return nil
}

// Head is the end of the ledger that the archive was written with, once all was read.
func (r *Reader) Head() string { return r.head }

var errNone = errors.New("this is no archive of Brankel: it does not begin with " + First)

// Begins reads the first entry and refuses what this Brankel can not read; newest is the number of the tables that it knows.
func (r *Reader) Begins(newest int) (h Head, err error) {
	name, raw, err := r.Next()
	if err != nil {
		return h, err
	}
	if name != First || json.Unmarshal(raw, &h) != nil || h.Format == "" {
		return h, errNone
	}
	switch {
	case h.Format != Format:
		return h, fmt.Errorf("this archive is written as %s, which is newer than this Brankel (%s): load it with the one that wrote it", h.Format, Format)
	case h.Tables > newest:
		return h, fmt.Errorf("this archive was written by a newer Brankel (its tables have the number %d, this one knows %d): load it with that one",
			h.Tables, newest)
	}
	return h, nil
}

package shop

import (
	"archive/zip"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"path"
	"strings"
	"time"

	"brankel/paper"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
)

// mostOnPaper is how many bytes of photos a record carries in full; further ones are printed from
// their small twins, and say so.
const mostOnPaper = 24 << 20

// photosOf are the photos of a record by their SHA-256; lines says which are small.
func (s *Shop) photosOf(ctx context.Context, id string, lines []record.PhotoLine) (map[string][]byte, error) {
	out, left := map[string][]byte{}, mostOnPaper
	for i, p := range lines {
		raw, err := s.Store.Photo(ctx, id, p.SHA256)
		if left -= len(raw); err == nil && left < 0 {
			raw, err = s.Store.PhotoSmall(ctx, id, p.SHA256)
			lines[i].Says += "; printed small, the whole is in the file of the run"
		}
		if err != nil {
			return nil, err
		}
		out[p.SHA256] = raw
	}
	return out, nil
}

// RecordPDF writes the record of a run on paper of a size, with its photos.
func (s *Shop) RecordPDF(ctx context.Context, id, size string, w io.Writer) error {
	r, err := s.Record(ctx, id)
	if err != nil {
		return err
	}
	photos, err := s.photosOf(ctx, id, r.Photos)
	if err != nil {
		return err
	}
	return paper.PDF(r, photos, size, w)
}

// ReadingsCSV writes the readings of a run as a table.
func (s *Shop) ReadingsCSV(ctx context.Context, id string, w io.Writer) error {
	o, err := s.open(ctx, id)
	if err != nil {
		return err
	}
	rows := tell.Rows(o.state, o.events)
	o.done()
	return paper.CSV(rows, w)
}

// Chain writes a run as it leaves the house: its events with their chain, its sheet, its photos, one
// after the other.
func (s *Shop) Chain(ctx context.Context, id string, w io.Writer) error {
	o, err := s.open(ctx, id)
	if err != nil {
		return err
	}
	h, err := s.heading(ctx, o)
	events, state := o.events, o.state
	o.done()
	if err != nil {
		return err
	}
	return record.Export(w, state.Headed(h), state.Pinned, events, func(of record.Event, sha string) (raw []byte, err error) {
		if of.Kind == record.KindVoice {
			raw, _, err = s.Store.Voice(ctx, id, sha)
			return raw, err
		}
		return s.Store.Photo(ctx, id, sha)
	})
}

// Card is what hangs at the machine.
func (s *Shop) Card(ctx context.Context, id string) (paper.Card, error) {
	v, err := s.MachineView(ctx, id)
	if err != nil {
		return paper.Card{}, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return paper.Card{}, err
	}
	c := paper.Card{Name: v.Machine.Name, Note: v.Machine.Note, Open: v.Open, Printed: s.Now().In(zone)}
	for _, m := range v.Machine.Identity {
		c.Identity = append(c.Identity, tell.Field{Name: m.Name, Text: m.Value})
	}
	for _, l := range v.Lines {
		line := paper.CardLine{Cable: l.Cable.Name, Void: l.Void}
		for _, r := range l.Runs {
			if !r.Signed {
				continue
			}
			one, err := s.Record(ctx, r.ID)
			if err != nil {
				return c, err
			}
			head, err := s.Store.RunLine(ctx, r.ID)
			if err != nil {
				return c, err
			}
			line.Signed, line.Hash, line.Due = one.Signed, one.Hash, record.DayOf(head.Standing.Due)
			for _, f := range one.Result {
				if f.Name == "as left" || f.Name == "wanted" || f.Name == "locked" || strings.Contains(f.Text, "as left ") {
					line.Left = append(line.Left, f)
				}
			}
			break // the newest that is signed
		}
		c.Lines = append(c.Lines, line)
	}
	return c, nil
}

// BundleFormat names the format of a machine's whole history in one file.
const BundleFormat = "brankel.bundle/1"

// Bundle lists what a machine's history holds, each file by the SHA-256 of its bytes.
type Bundle struct {
	Format  string            `json:"format"`
	Machine string            `json:"machine"`
	Made    time.Time         `json:"made"`
	Files   map[string]string `json:"files"`
}

// Bundle writes a machine's whole history as one zip: its card, and of every run the chain, the
// record on paper and the readings as a table, one after the other.
func (s *Shop) Bundle(ctx context.Context, id, size string, to io.Writer) error {
	m, err := s.Store.Machine(ctx, id)
	if err != nil {
		return err
	}
	runs, err := s.Store.RunsOf(ctx, id)
	if err != nil {
		return err
	}
	z := zip.NewWriter(to)
	list := Bundle{Format: BundleFormat, Machine: m.Name, Made: s.Now(), Files: map[string]string{}}
	put := func(name string, write func(w io.Writer) error) error {
		w, err := z.CreateHeader(&zip.FileHeader{Name: name, Method: zip.Deflate, Modified: list.Made})
		if err != nil {
			return err
		}
		sum := sha256.New()
		if err := write(io.MultiWriter(w, sum)); err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		list.Files[name] = hex.EncodeToString(sum.Sum(nil))
		return nil
	}
	asJSON := func(v any) func(w io.Writer) error {
		return func(w io.Writer) error {
			raw, err := json.MarshalIndent(v, "", "  ")
			if err == nil {
				_, err = w.Write(raw)
			}
			return err
		}
	}
	err = put("machine.json", asJSON(struct {
		Format string `json:"format"`
		workshop.Machine
	}{"brankel.machine/1", m}))
	if err != nil {
		return err
	}
	for _, r := range runs {
		for end, write := range map[string]func(w io.Writer) error{
			".json": func(w io.Writer) error { return s.Chain(ctx, r.ID, w) },
			".pdf":  func(w io.Writer) error { return s.RecordPDF(ctx, r.ID, size, w) },
			".csv":  func(w io.Writer) error { return s.ReadingsCSV(ctx, r.ID, w) },
		} {
			if err := put(path.Join("runs", r.ID)+end, write); err != nil {
				return err
			}
		}
	}
	return errors.Join(put("bundle.json", asJSON(list)), z.Close()) // the list does not name itself
}

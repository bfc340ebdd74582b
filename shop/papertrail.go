package shop

import (
	"archive/zip"
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"path"
	"strings"
	"time"

	"brankel/paper"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

// photosOf are the photos of a run's record as they are kept, by their SHA-256.
func (s *Shop) photosOf(id string, lines []run.PhotoLine) (map[string][]byte, error) {
	out := map[string][]byte{}
	for _, p := range lines {
		raw, err := s.Store.Photo(id, p.SHA256)
		if err != nil {
			return nil, err
		}
		out[p.SHA256] = raw
	}
	return out, nil
}

// RecordPDF is the record of a run on paper of a size, with its photos.
func (s *Shop) RecordPDF(id, size string) ([]byte, error) {
	r, err := s.Record(id)
	if err != nil {
		return nil, err
	}
	photos, err := s.photosOf(id, r.Photos)
	if err != nil {
		return nil, err
	}
	return paper.PDF(r, photos, size)
}

// ReadingsCSV are the readings of a run as a table.
func (s *Shop) ReadingsCSV(id string) ([]byte, error) {
	o, err := s.open(id)
	if err != nil {
		return nil, err
	}
	defer o.done()
	return paper.CSV(run.Rows(o.state, o.events))
}

// Chain is a run as it leaves the house: its events with their chain, its sheet, its photos.
func (s *Shop) Chain(id string) ([]byte, error) {
	o, err := s.open(id)
	if err != nil {
		return nil, err
	}
	events, pinned, heading := o.events, o.state.Pinned, o.heading()
	o.done()
	var photos []run.PhotoFile
	var voices []run.VoiceFile
	there := map[string]bool{}
	for _, e := range events { // those that were struck out too: the chain names them
		what, sha := run.Beside(e)
		if what == "" || there[sha] {
			continue
		}
		there[sha] = true
		if e.Kind == run.KindVoice {
			raw, _, err := s.Store.Voice(id, sha)
			if err != nil {
				return nil, err
			}
			voices = append(voices, run.VoiceFile{SHA256: sha, Sound: raw})
			continue
		}
		raw, err := s.Store.Photo(id, sha)
		if err != nil {
			return nil, err
		}
		photos = append(photos, run.PhotoFile{SHA256: sha, JPEG: raw})
	}
	return run.Export(heading, pinned, events, photos, voices), nil
}

// Card is what hangs at the machine.
func (s *Shop) Card(id string) (paper.Card, error) {
	v, err := s.MachineView(id)
	if err != nil {
		return paper.Card{}, err
	}
	c := paper.Card{Name: v.Machine.Name, Note: v.Machine.Note, Open: v.Open, Printed: s.Now()}
	for _, m := range v.Machine.Identity {
		c.Identity = append(c.Identity, run.Field{Name: m.Name, Text: m.Value})
	}
	for _, l := range v.Lines {
		line := paper.CardLine{Cable: l.Cable.Name, Void: l.Void}
		for _, r := range l.Runs {
			if !r.Signed {
				continue
			}
			one, err := s.Record(r.ID)
			if err != nil {
				return c, err
			}
			head, err := s.Store.RunLine(r.ID)
			if err != nil {
				return c, err
			}
			line.Signed, line.Hash, line.Due = one.Signed, one.Hash, run.DayOf(head.Standing.Due)
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

// Bundle is a machine's whole history as one zip: its card, and of every run the chain, the
// record on paper and the readings as a table.
func (s *Shop) Bundle(id, size string) ([]byte, error) {
	m, err := s.Store.Machine(id)
	if err != nil {
		return nil, err
	}
	runs, err := s.Store.RunsOf(id)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	list := Bundle{Format: BundleFormat, Machine: m.Name, Made: s.Now(), Files: map[string]string{}}
	put := func(name string, raw []byte, err error) error {
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		sum := sha256.Sum256(raw)
		list.Files[name] = hex.EncodeToString(sum[:])
		w, err := z.CreateHeader(&zip.FileHeader{Name: name, Method: zip.Deflate, Modified: list.Made})
		if err == nil {
			_, err = w.Write(raw)
		}
		return err
	}
	card, err := json.MarshalIndent(struct {
		Format string `json:"format"`
		workshop.Machine
	}{"brankel.machine/1", m}, "", "  ")
	if err := put("machine.json", card, err); err != nil {
		return nil, err
	}
	for _, r := range runs {
		at := path.Join("runs", r.ID)
		raw, err := s.Chain(r.ID)
		if err := put(at+".json", raw, err); err != nil {
			return nil, err
		}
		raw, err = s.RecordPDF(r.ID, size)
		if err := put(at+".pdf", raw, err); err != nil {
			return nil, err
		}
		raw, err = s.ReadingsCSV(r.ID)
		if err := put(at+".csv", raw, err); err != nil {
			return nil, err
		}
	}
	raw, err := json.MarshalIndent(list, "", "  ")
	if err != nil {
		return nil, err
	}
	w, err := z.Create("bundle.json")
	if err != nil {
		return nil, err
	}
	if _, err := w.Write(raw); err != nil {
		return nil, err
	}
	err = z.Close()
	return out.Bytes(), err
}

package main

import (
	"archive/zip"
	"bytes"
	"io"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
)

func TestWhatLeftTheHouseIsProvedWithoutADatabase(t *testing.T) {
	s := testdb.Shop(t)
	dir := t.TempDir()
	put := func(name string, raw []byte) string {
		file := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(file, raw, 0o600))
		return file
	}
	chain, err := made(func(w io.Writer) error { return s.Chain(t.Context(), "2026-03-teal", w) })
	require.NoError(t, err)
	code, said := run(t, "", "verify", put("chain.json", chain))
	assert.Equal(t, 0, code, said)
	assert.Contains(t, said, "Launch Teal, lower drive cable (run 2026-03-teal)")
	assert.Contains(t, said, "the chain is whole\nsigned by ")
	assert.Regexp(t, `hash of its last event: [0-9a-f]{64}`, said)
	code, said = run(t, "", "verify", put("changed.json", bytes.Replace(chain, []byte("Launch Teal"), []byte("Launch Deal"), 1)))
	assert.Equal(t, 1, code)
	assert.Contains(t, said, "not as it was written")

	bundle, err := made(func(w io.Writer) error { return s.Bundle(t.Context(), "teal", "A4", w) })
	require.NoError(t, err)
	code, said = run(t, "", "verify", put("bundle.zip", bundle))
	assert.Equal(t, 0, code, said)
	assert.Contains(t, said, "Launch Teal: ")
	for name, change := range map[string]func(file string, raw []byte) ([]byte, bool){
		"runs/2026-03-teal.csv: it was changed": func(file string, raw []byte) ([]byte, bool) {
			return bytes.Replace(raw, []byte("mm"), []byte("in"), 1), true
		},
		"runs/2026-03-teal.pdf: it is missing": func(file string, raw []byte) ([]byte, bool) {
			return raw, file != "runs/2026-03-teal.pdf"
		},
	} {
		code, said = run(t, "", "verify", put("other.zip", rezipped(t, bundle, change)))
		assert.Equal(t, 1, code)
		assert.Contains(t, said, name)
	}
	for _, bad := range []string{put("no.zip", []byte("PK and then nothing")), put("no.json", []byte("{}")), filepath.Join(dir, "none")} {
		code, _ := run(t, "", "verify", bad)
		assert.Equal(t, 1, code, bad)
	}
}

func made(write func(w io.Writer) error) ([]byte, error) {
	var out bytes.Buffer
	err := write(&out)
	return out.Bytes(), err
}

// rezipped is a bundle with its files changed or left out.
func rezipped(t *testing.T, raw []byte, change func(file string, raw []byte) ([]byte, bool)) []byte {
	z, err := zip.NewReader(bytes.NewReader(raw), int64(len(raw)))
	require.NoError(t, err)
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for _, f := range z.File {
		r, err := f.Open()
		require.NoError(t, err)
		body, err := io.ReadAll(r)
		require.NoError(t, err)
		changed, keep := body, true
		if f.Name != "bundle.json" {
			changed, keep = change(f.Name, body)
		}
		if !keep {
			continue
		}
		to, err := w.Create(f.Name)
		require.NoError(t, err)
		_, err = to.Write(changed)
		require.NoError(t, err)
	}
	require.NoError(t, w.Close())
	return out.Bytes()
}

package shop_test

import (
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/shop"
)

func TestWhatIsExportedIsImportedTheSame(t *testing.T) {
	first := testdb.Shop(t)
	out := func(s *shop.Shop) fstest.MapFS {
		files := fstest.MapFS{}
		require.NoError(t, s.Export(t.Context(), func(name string, raw []byte) error { files[name] = &fstest.MapFile{Data: raw}; return nil }))
		return files
	}
	files := out(first)
	assert.Len(t, files, 31)
	raw, err := demo.Files.ReadFile("sheets/721.json")
	require.NoError(t, err)
	assert.Equal(t, string(raw), string(files["sheets/721.json"].Data), "byte for byte")

	second := shop.New(testdb.Store(t), first.Now)
	require.NoError(t, second.Import(t.Context(), files))
	again := out(second)
	for name := range files {
		// a PIN is set on the first floor and does not travel
		if name != "workshop.json" {
			assert.Equal(t, string(files[name].Data), string(again[name].Data), name)
		}
	}
	one, err := first.Store.Machine(t.Context(), "mail")
	require.NoError(t, err)
	two, err := second.Store.Machine(t.Context(), "mail")
	require.NoError(t, err)
	assert.Equal(t, one, two)
}

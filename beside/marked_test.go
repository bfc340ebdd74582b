package beside

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
)

// The workshop beside says in its name what it is, everybody there is let in by one PIN, and the screen says which.
func TestTheDemoBesideSaysWhatItIs(t *testing.T) {
	s, ctx := testdb.Empty(t), t.Context()
	require.NoError(t, s.Import(ctx, marked{demo.Files}))
	_, err := s.Accounts(ctx, onePIN(demo.Accounts))
	require.NoError(t, err)
	name, err := s.Store.WorkshopName(ctx)
	require.NoError(t, err)
	assert.Contains(t, name, "demo workshop")
	for _, who := range []string{"Ines", "Tobin", "Maud", "Bram"} {
		_, err := s.Switch(ctx, who, PIN, "127.0.0.1")
		assert.NoError(t, err, who)
	}
	bar, err := os.ReadFile(filepath.Join("..", "ui", "src", "parts", "DemoBar.tsx"))
	require.NoError(t, err)
	assert.Contains(t, string(bar), "PIN is "+PIN)
}

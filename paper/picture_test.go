package paper

import (
	"os"
	"path/filepath"
	"testing"

	"codeberg.org/go-pdf/fpdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// A text takes no more room than the picture kept free for it.
func TestTextsOfAPictureAreNoWiderThanTheirRoom(t *testing.T) {
	w := fpdf.New("P", "mm", "A4", "")
	w.AddUTF8FontFromBytes("B", "", regular)
	w.AddUTF8FontFromBytes("B", "B", bold)
	files, err := filepath.Glob("../demo/sheets/*.json")
	require.NoError(t, err)
	texts := 0
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		scene := tell.Picture(s)
		if scene == nil {
			continue
		}
		for _, one := range scene.Whole {
			texts++
			style := ""
			if one.Bold {
				style = "B"
			}
			w.SetFont("B", style, 100)
			assert.LessOrEqual(t, w.GetStringWidth(one.Text)/(100*0.3528), picture.Wide(one.Text, one.Bold), one.Text)
		}
		r := signed()
		r.Picture = scene
		said := words(t, r)
		if len(scene.Middle) > 0 {
			assert.Contains(t, said, scene.Middle[0].Text, "it stands on the paper")
		}
	}
	assert.Greater(t, texts, 200)
}

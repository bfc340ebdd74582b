package web_test

import (
	"fmt"
	"io/fs"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/rigging/sheet"
)

// thousand is a folder of n sheets of the launch's rig, each for serials of its own.
func thousand(t testing.TB, n int) fstest.MapFS {
	raw, err := demo.Files.ReadFile("sheets/114.json")
	require.NoError(t, err)
	files := fstest.MapFS{}
	for i := range n {
		id := fmt.Sprintf("T%04d", i)
		one := strings.NewReplacer(`"id": "114"`, `"id": "`+id+`"`, `"from": "1850"`, fmt.Sprintf(`"from": "%d"`, 100_000+10*i),
			`"to": "2399"`, fmt.Sprintf(`"to": "%d"`, 100_009+10*i)).Replace(string(raw))
		files["sheets/"+id+".json"] = &fstest.MapFile{Data: []byte(one)}
	}
	return files
}

func parseAll(t testing.TB, files fstest.MapFS) {
	names, err := fs.Glob(files, "sheets/*.json")
	require.NoError(t, err)
	for _, name := range names {
		_, err := sheet.Parse(files[name].Data)
		require.NoError(t, err)
	}
}

func TestAThousandSheetsAreTakenInAndTold(t *testing.T) {
	c := newClient(t)
	require.NoError(t, c.shop.Import(t.Context(), thousand(t, 200)))
	clash := thousand(t, 201)
	clash["sheets/x.json"] = &fstest.MapFile{Data: []byte(strings.Replace(string(clash["sheets/T0007.json"].Data), `"id": "T0007"`,
		`"id": "X"`, 1))}
	err := c.shop.Import(t.Context(), clash)
	require.ErrorContains(t, err, "both claim serials 100070–100079")
	heads, err := c.shop.Store.Heads(t.Context())
	require.NoError(t, err)
	require.Len(t, heads, 230, "none of a folder that clashes was kept")
}

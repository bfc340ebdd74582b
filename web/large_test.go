package web_test

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/sheet"
	"brankel/shop"
	"brankel/web"
)

// fill puts machines and sheets on the floor past the store, many at once.
func fill(t testing.TB, s *shop.Shop, machines, sheets int) {
	raw, err := os.ReadFile("../demo/sheets/114.json")
	require.NoError(t, err)
	require.NoError(t, testdb.Exec(s.Store, fmt.Sprintf(`
INSERT INTO machines (id, place, name, craft, note, has_unit, serial, hand, variant, details, words)
SELECT 'm' || i, 1000 + i, 'Barge ' || i, 'boat', 'drive ' || (100000 + i), true, (100000 + i)::text, 'standard', '', '{}',
	'barge ' || i || ' boat drive ' || (100000 + i) || ' lower drive cable' FROM generate_series(1, %d) AS i;
INSERT INTO cables (machine_id, id, place, name, family, chain) SELECT 'm' || i, 'lower', 0, 'lower drive cable',
	'stern-drive-shift', 'null' FROM generate_series(1, %d) AS i;
INSERT INTO sheets (hash, sheet_id, revision, family, cable, craft, led, applies, title, words, body)
SELECT 'h' || i, (9000 + i)::text, 1, 'stern-drive-shift', 'cable ' || i, 'boat', false,
	'{"unit":"drive","from":"1","hand":"either"}', 'made for this',
			'sheet ' || (9000 + i) || ' stern-drive-shift cable ' || i || ' boat made for this', $body$%s$body$ FROM generate_series(1,
			%d) AS i;
UPDATE sheets SET seal = print;`, machines, machines, raw, sheets)))
}

func TestTenThousandSheetsAreNoTrouble(t *testing.T) {
	c := newClient(t)
	fill(t, c.shop, 10, 10_000)
	w := c.do("GET", "/api/v1/search?find=sheet+18999", "")
	require.Equal(t, 200, w.Code)
	var hits []web.Hit
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &hits))
	require.Len(t, hits, 1)
	assert.Equal(t, "/sheets/h9999", hits[0].To)
	require.Equal(t, 200, c.do("GET", "/api/v1/bays", "").Code)
	assert.Len(t, c.open().View.Steps, 13, "a run is opened as ever")
	var library shop.Library
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/library", "").Body.Bytes(), &library))
	assert.Greater(t, len(library.Axes), 10_000)
}

func TestSheetsThatAreTooLargeOrNoSheetsAreRefused(t *testing.T) {
	c := newClient(t)
	c.problem(c.do("POST", "/api/v1/sheets", `{"sheet":"`+strings.Repeat("x", 3<<20)+`"}`), 413)
	p := c.problem(c.do("POST", "/api/v1/sheets", `{"sheet":{"format":"brankel.rig-sheet/1","id":"x"}}`), 422)
	assert.Greater(t, len(p.Faults), 10, "every fault at once")
	assert.Equal(t, 413, c.do("POST", "/api/v1/drafts/check", `{"sheet":"`+strings.Repeat("x", 20<<20)+`"}`).Code)
	all, err := c.shop.Store.Sheets(t.Context())
	require.NoError(t, err)
	assert.Len(t, all, 30)
	raw, err := os.ReadFile("../demo/sheets/114.json")
	require.NoError(t, err)
	one, err := sheet.Parse(raw)
	require.NoError(t, err)
	far := 1430.0
	one.Points[2].Target, one.Revision = &far, 4
	one.Rig.Geometry["barrel"], one.Rig.Geometry["nominal"] = far, far // so is the rig
	body, _ := json.Marshal(map[string]any{"sheet": one})
	assert.Contains(t, c.problem(c.do("POST", "/api/v1/sheets", string(body)), 422).Detail, "far from the usual")
	body, _ = json.Marshal(map[string]any{"sheet": one, "confirmed": []string{"points[2].target"}})
	require.Equal(t, 200, c.do("POST", "/api/v1/sheets", string(body)).Code)
	one.Commands, one.Revision = "Another text for the same revision.", 4
	body, _ = json.Marshal(map[string]any{"sheet": one})
	assert.Equal(t, "revision", c.problem(c.do("POST", "/api/v1/sheets", string(body)), 422).Field, "somebody kept revision 4 in between")
}

// BenchmarkSearch asks over 5,000 machines and 5,000 sheets as the screen does;
// health is the same way there and back with the least the database can do.
func BenchmarkSearch(b *testing.B) {
	c := newClient(b)
	fill(b, c.shop, 5000, 5000)
	for _, find := range []string{"barge+4711", "sheet+cable+4711", "nothing+like+it"} {
		b.Run(find, func(b *testing.B) {
			for b.Loop() {
				if w := c.do("GET", "/api/v1/search?find="+find, ""); w.Code != 200 {
					b.Fatal(w.Body.String())
				}
			}
		})
	}
	b.Run("health", func(b *testing.B) {
		for b.Loop() {
			c.do("GET", "/healthz", "")
		}
	})
}

package paper

import (
	"bytes"
	"encoding/csv"
	"io"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/quantity"
	"brankel/rigging/run/tell"
)

// No text of anybody is reckoned with by a spreadsheet; figures stay figures.
func TestNoTextOfATableIsAFormula(t *testing.T) {
	least := -2.5
	row := tell.ReadRow{Min: &least, Amended: []string{"+1"}}
	row.By, row.Reading.Name, row.Text, row.GaugeName = "=cmd|' /C calc'!A0", "@name", "-1+1", "\tgauge"
	row.Missing, row.HeldBy, row.Alone, row.Value, row.Quantity = []string{"=a"}, "-b", "\rc", -3.25, quantity.Length
	raw, err := printed(func(w io.Writer) error { return CSV([]tell.ReadRow{row}, w) })
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(raw)).ReadAll()
	require.NoError(t, err)
	defusedOnes := 0
	for i, cell := range rows[1] {
		if cell != "" && bytes.ContainsAny([]byte(cell[:1]), "=+-@\t\r") {
			assert.Contains(t, []string{"-3.25", "-2.5"}, cell, rows[0][i])
		} else if cell != "" && cell[0] == '\'' {
			defusedOnes++
		}
	}
	assert.Equal(t, 8, defusedOnes)
}

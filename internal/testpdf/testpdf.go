// Package testpdf reads what stands on printed paper, for tests.
package testpdf

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// Text is the text of a PDF as poppler's pdftotext reads it, every run of white space as one blank.
func Text(t testing.TB, raw []byte) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "paper.pdf")
	require.NoError(t, os.WriteFile(file, raw, 0o600))
	out, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(t, err, "poppler-utils is missing: ./test installs it")
	return strings.Join(strings.Fields(string(out)), " ")
}

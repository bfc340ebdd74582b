// Package logged reads readings that were logged elsewhere: a table of text, its columns as a person says what they are, each line
// understood as if it had been typed at the pad, or refused with its reason.
package logged

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/fault"
)

// The most there may be in a table: bytes, lines, columns, and letters of one cell that are looked at.
const (
	MostBytes   = 512 << 10
	mostLines   = 500
	mostColumns = 40
	longestCell = 200
)

// Table is a table as it was read: names of its columns, each once, and its lines with their numbers in the file.
type Table struct {
	Columns []string
	Rows    []Row
}

// Row is one line.
type Row struct {
	Line  int // in the file, from 1
	Cells []string
	Wrong string // why it is not read, "" where it is
}

// Read reads a table with commas, semicolons or tabs between its columns and names in its first line. The error is a *fault.Fault.
func Read(text string) (Table, error) {
	text = strings.TrimPrefix(text, "\ufeff")
	switch {
	case len(text) > MostBytes:
		return Table{}, fault.At("text", "a table has at most %d kB: cut it into parts", MostBytes>>10)
	case !utf8.ValidString(text) || strings.ContainsRune(text, 0):
		return Table{}, fault.At("text", "this is no table of text: save it as CSV in UTF-8")
	case strings.TrimSpace(text) == "":
		return Table{}, fault.At("text", "it is empty: choose a file with names of its columns in the first line, and readings below")
	}
	in := csv.NewReader(strings.NewReader(text))
	in.Comma, in.FieldsPerRecord, in.LazyQuotes, in.TrimLeadingSpace = between(text), -1, true, true
	head, err := in.Read()
	if err != nil {
		return Table{}, fault.At("text", "its first line cannot be read: write the names of the columns with %s between", spoken(in.Comma))
	}
	if len(head) > mostColumns {
		return Table{}, fault.At("text", "a table has at most %d columns: leave out those that are no readings", mostColumns)
	}
	t := Table{Columns: named(head)}
	for {
		cells, err := in.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if len(t.Rows) == mostLines {
			return Table{}, fault.At("text", "a table has at most %d lines of readings: cut it into parts", mostLines)
		}
		row := Row{Cells: cells}
		if row.Line, _ = in.FieldPos(0); err != nil {
			row.Wrong = "this line cannot be read"
			var at *csv.ParseError
			if errors.As(err, &at) {
				row.Line = at.Line
			}
		}
		if row.Wrong == "" && len(cells) > len(head) {
			row.Wrong = fmt.Sprintf("it has %d columns, and the first line names %d", len(cells), len(head))
		}
		t.Rows = append(t.Rows, row)
	}
	if len(t.Rows) == 0 {
		return t, fault.At("text", "there is one line, and no reading below it: the first line names the columns")
	}
	return t, nil
}

// between is what stands between columns: what the first line has most of.
func between(text string) rune {
	first, _, _ := strings.Cut(text, "\n")
	out, most := ',', 0
	for _, r := range []rune{',', ';', '\t'} {
		if n := strings.Count(first, string(r)); n > most {
			out, most = r, n
		}
	}
	return out
}

func spoken(r rune) string {
	return map[rune]string{',': "commas", ';': "semicolons", '\t': "tabs"}[r]
}

// named are the names of columns, each once.
func named(head []string) (out []string) {
	for i, name := range head {
		if name = short(strings.TrimSpace(name)); name == "" {
			name = fmt.Sprintf("column %d", i+1)
		}
		for one, n := name, 2; slices.Contains(out, name); n++ {
			name = fmt.Sprintf("%s (%d)", one, n)
		}
		out = append(out, name)
	}
	return out
}

// cell is what a line has in a column, "" where it has none. A text that was kept from spreadsheets by an apostrophe is without it.
func (t Table) cell(r Row, column string) string {
	i := slices.Index(t.Columns, column)
	if column == "" || i < 0 || i >= len(r.Cells) {
		return ""
	}
	text := strings.TrimSpace(r.Cells[i])
	if rest, is := strings.CutPrefix(text, "'"); is && strings.ContainsAny(rest[:min(1, len(rest))], "=+-@") {
		text = rest
	}
	return text
}

func short(text string) string {
	if r := []rune(text); len(r) > longestCell {
		return string(r[:longestCell]) + "…"
	}
	return text
}

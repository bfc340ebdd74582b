package paper

import (
	"encoding/csv"
	"io"
	"strconv"
	"strings"
	"time"

	"brankel/rigging/run/tell"
)

var columns = []string{"entry", "at", "received", "by", "point", "name", "value", "unit", "least", "most", "as typed", "gauge", "doubt",
	"not proved", "held by", "alone", "struck out", "amended"}

// CSV writes readings as a table, one a line. A text that a spreadsheet would take for a formula
// is written with an apostrophe before it.
func CSV(rows []tell.ReadRow, out io.Writer) error {
	w := csv.NewWriter(out)
	_ = w.Write(columns) // the error stays with the writer
	for _, r := range rows {
		figure := func(v *float64) string {
			if v == nil {
				return ""
			}
			return strconv.FormatFloat(*v, 'g', -1, 64)
		}
		typed := r.Text
		if r.Start != "" || r.End != "" {
			typed = r.Start + " to " + r.End
		}
		line := []string{strconv.Itoa(r.Seq), r.At.Format(time.RFC3339), r.Received.Format(time.RFC3339), r.By, r.Point, r.Reading.Name,
			figure(&r.Value), r.Quantity.Unit(), figure(r.Min), figure(r.Max), typed, r.GaugeName, figure(&r.Doubt),
			strings.Join(r.Missing, "; "), r.HeldBy, r.Alone, yes(r.Void), strings.Join(r.Amended, "; ")}
		for _, i := range []int{3, 4, 5, 10, 11, 13, 14, 15, 17} { // the texts; the rest is written here
			line[i] = defused(line[i])
		}
		_ = w.Write(line)
	}
	w.Flush()
	return w.Error()
}

// Table writes texts as a table, each so that no spreadsheet reckons with it.
func Table(names []string, rows [][]string, out io.Writer) error {
	w := csv.NewWriter(out)
	_ = w.Write(names) // the error stays with the writer
	for _, row := range rows {
		line := make([]string, len(row))
		for i, text := range row {
			line[i] = defused(text)
		}
		_ = w.Write(line)
	}
	w.Flush()
	return w.Error()
}

// defused is a text that no spreadsheet reckons with.
func defused(s string) string {
	if strings.ContainsAny(s[:min(1, len(s))], "=+-@\t\r\n") {
		return "'" + s
	}
	return s
}

func yes(b bool) string {
	if b {
		return "yes"
	}
	return ""
}

package bench

import (
	"errors"
	"fmt"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
)

// ParseTable reads pairs of numbers as pasted from a spreadsheet or a CSV file: a
// pair a line, its two numbers apart by a tab, a semicolon, a
// comma or a space. A first line of words is a heading and passed over; a comma is
// a decimal mark where something else parts the numbers. The first column must
// rise, and two points are the least. The error says which line and what to write.
func ParseTable(text string) (calc.Table, error) {
	lines := strings.FieldsFunc(text, func(r rune) bool { return r == '\n' || r == '\r' })
	var out calc.Table
	var seen []string
	for i, line := range lines {
		line = strings.TrimSpace(strings.Trim(strings.TrimSpace(line), `"`))
		if line == "" {
			continue
		}
		pair, err := parsePair(line)
		if err != nil {
			if len(out) == 0 && i == 0 && !strings.ContainsAny(line[:1], "0123456789.-−") {
				continue // a heading
			}
			return nil, fmt.Errorf("line %d (%s): %w", i+1, short(line), err)
		}
		if n := len(out); n > 0 && pair[0] <= out[n-1][0] {
			return nil, fmt.Errorf("line %d (%s): the first column must rise, and %s is not above %s: sort the lines and leave doubles out",
				i+1, short(line), quantity.Number(pair[0], 6), seen[n-1])
		}
		out = append(out, pair)
		seen = append(seen, quantity.Number(pair[0], 6))
	}
	switch {
	case len(out) < 2:
		return nil, errors.New("a table needs at least two lines, such as 10; 60 and 20; 125")
	case len(out) > mostPoints:
		return nil, fmt.Errorf("%d points are more than any gauge has: paste at most %d", len(out), mostPoints)
	}
	return out, nil
}

const mostPoints = 500

func parsePair(line string) ([]float64, error) {
	var parts []string
	for _, mark := range []string{"\t", ";", ",", " "} {
		if parts = split(line, mark); len(parts) == 2 {
			break
		}
	}
	if len(parts) != 2 {
		return nil, errors.New("write two numbers, such as 10; 60")
	}
	out := make([]float64, 2)
	for i, p := range parts {
		q, err := quantity.Parse(strings.Trim(p, `" `), "count", quantity.Count)
		if err != nil {
			return nil, err
		}
		out[i] = q.Value
	}
	return out, nil
}

func split(line, mark string) (out []string) {
	for _, p := range strings.Split(line, mark) {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return out
}

func short(s string) string {
	if r := []rune(s); len(r) > 20 {
		return string(r[:20]) + "…"
	}
	return s
}

package shop

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"brankel/rigging/bench"
	"brankel/rigging/quantity"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

// BenchView is the bench: its sentences, those found first, and what lies about.
type BenchView struct {
	Sentences []bench.Sentence `json:"sentences"`
	Found     []string         `json:"found"` // names, the likeliest first
	Thin      []workshop.Thin  `json:"thin"`
	Tables    []workshop.Table `json:"tables"`
}

// Bench gives every sentence, and the names of those that answer want.
func (s *Shop) Bench(want string) (BenchView, error) {
	v := BenchView{Sentences: bench.All(), Found: bench.Search(want)}
	var err error
	if v.Thin, err = s.Store.ThinThings(); err != nil {
		return v, err
	}
	v.Tables, err = s.Store.Tables()
	return v, err
}

// KeepThin keeps a flat thing as a feeler, its thickness as a mechanic writes it.
func (s *Shop) KeepThin(name, thickness string) error {
	name, err := checkName(name)
	if err != nil {
		return err
	}
	q, err := quantity.Parse(thickness, "mm", quantity.Length)
	switch {
	case err != nil:
		return &run.Fault{Field: "thickness", Message: err.Error()}
	case q.Value <= 0 || q.Value > 20:
		return &run.Fault{Field: "thickness", Message: "a feeler is above 0 and up to 20 mm thick: measure it again"}
	}
	return s.Store.SaveThin(workshop.Thin{Name: name, Thickness: q.Value})
}

// KeepTable keeps a table once it can be read.
func (s *Shop) KeepTable(name, text string) error {
	name, err := checkName(name)
	if err != nil {
		return err
	}
	table, err := bench.ParseTable(text)
	if err != nil {
		return &run.Fault{Field: "text", Message: err.Error()}
	}
	var lines []string
	for _, row := range table {
		lines = append(lines, fmt.Sprintf("%s; %s", quantity.Number(row[0], 6), quantity.Number(row[1], 6)))
	}
	return s.Store.SaveTable(workshop.Table{Name: name, Text: strings.Join(lines, "\n")})
}

const longestName = 60

func checkName(name string) (string, error) {
	name = strings.Join(strings.Fields(name), " ")
	if n := utf8.RuneCountInString(name); n == 0 || n > longestName || strings.Contains(name, "/") {
		return "", &run.Fault{Field: "name", Message: fmt.Sprintf("write a name of 1 to %d letters without /, as it is called at the bench", longestName)}
	}
	return name, nil
}

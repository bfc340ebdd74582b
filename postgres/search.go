package postgres

import (
	"context"
	"strings"

	"gorm.io/gorm"

	"brankel/rigging/phrase"
	"brankel/rigging/workshop"
)

// Hit is one thing found: its kind (machine, sheet, run, person), ID and words.
type Hit struct {
	Kind  string
	ID    string
	Title string
	Says  string
}

const mostHits = 12 // of each kind

// Search finds machines, sheets and runs from the Bench that hold every word asked for, in any case of
// letters, or as other trades have it: machines by name, serial, note, owner, marks and cables, sheets by
// number, rig and source, the newest revision of each.
func (s *Store) Search(ctx context.Context, want string) ([]Hit, error) {
	words := few(strings.Fields(strings.ToLower(want)))
	out := []Hit{}
	if len(words) == 0 {
		return out, nil
	}
	machines := s.db.WithContext(ctx).Table("machines").
		Select("'machine' AS kind, id, name AS title, concat_ws(' · ', craft, nullif(note, ''), nullif(serial, '')) AS says").
		Order("place, id").
		Limit(mostHits)
	sheets := s.db.WithContext(ctx).Table("sheets AS s").
		Where("NOT EXISTS (SELECT 1 FROM sheets AS n WHERE n.sheet_id = s.sheet_id AND n.revision > s.revision)").
		Select("'sheet' AS kind, hash AS id, 'Sheet ' || sheet_id || ' · ' || cable AS title, concat_ws(' · ', 'revision ' || " +
			"revision, craft, title) AS says").
		Order("sheet_id").
		Limit(mostHits)
	bench := s.db.WithContext(ctx).Table("runs AS r").
		Joins("LEFT JOIN machines m ON m.id = r.machine").
		Where("starts_with(r.cable, ?)", workshop.BenchCable).
		Select("'run' AS kind, r.id, substr(r.cable, ?) AS title, concat_ws(' · ', 'from the Bench', m.name, r.says) AS says",
			len(workshop.BenchCable)+1).
		Order("r.opened DESC, r.id").
		Limit(mostHits)
	people := s.db.WithContext(ctx).Table("people").
		Select("'person' AS kind, name AS id, name AS title, 'what was done by them' AS says").
		Order("place, id").
		Limit(mostHits)
	for _, w := range words {
		like := "%" + escape.Replace(w) + "%"
		any, args := []string{"words LIKE ?"}, []any{like}
		for _, other := range phrase.Alternatives(w)[1:] {
			if len(other) >= leastMeant {
				any, args = append(any, "words LIKE ?"), append(args, "%"+escape.Replace(other)+"%")
			}
		}
		machines = machines.Where("("+strings.Join(any, " OR ")+")", args...)
		people = people.Where("lower(name) LIKE ?", like)
		sheets = sheets.Where("words LIKE ?", like)
		bench = bench.Where("lower(concat_ws(' ', r.cable, m.name)) LIKE ?", like)
	}
	for _, q := range []*gorm.DB{machines, sheets, bench, people} {
		var hits []Hit
		if err := q.Scan(&hits).Error; err != nil {
			return nil, err
		}
		out = append(out, hits...)
	}
	return out, nil
}

// Of what is asked for the first words count, and of each the first letters: more tell
// nothing apart.
const (
	leastMeant  = 5 // shorter ones are parts of too many others
	mostWords   = 8
	longestWord = 40
)

func few(words []string) []string {
	words = words[:min(len(words), mostWords)]
	for i, w := range words {
		if r := []rune(w); len(r) > longestWord {
			words[i] = string(r[:longestWord])
		}
		words[i] = strings.ReplaceAll(words[i], "\x00", "")
	}
	return words
}

var escape = strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`)

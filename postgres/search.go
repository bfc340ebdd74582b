package postgres

import (
	"context"
	"strings"

	"gorm.io/gorm"

	"brankel/rigging/phrase"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
)

// Hit is one thing found: its kind (machine, sheet, run, person), ID and words.
type Hit struct {
	Kind  string
	ID    string
	Title string
	Says  string
	Lines []Drawn `gorm:"-"` // a machine's cables, the cable of a run
}

// Drawn is how a cable's line is drawn small: its sign, and how far along the line it sits.
type Drawn struct {
	Sign tell.Sign `json:"sign"`
	Part float64   `json:"part"`
}

// Lines are the newest runs of the cables of machines as they are drawn, by machine; a cable without a run has the sign none.
func (s *Store) Lines(ctx context.Context, machines []string) (map[string][]Drawn, error) {
	var rows []struct {
		MachineID string
		Drawn
	}
	out := map[string][]Drawn{}
	if len(machines) == 0 {
		return out, nil
	}
	err := s.db.WithContext(ctx).Raw(`SELECT c.machine_id, coalesce(r.sign, 'none') AS sign, coalesce(r.part, 0) AS part FROM cables c
		LEFT JOIN LATERAL (SELECT sign, part FROM runs WHERE machine = c.machine_id AND cable = c.id ORDER BY opened DESC, id LIMIT 1) r ON true
		WHERE c.machine_id IN ? ORDER BY c.machine_id, c.place, c.id`, machines).Scan(&rows).Error
	for _, r := range rows {
		out[r.MachineID] = append(out[r.MachineID], r.Drawn)
	}
	return out, err
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

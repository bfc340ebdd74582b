package postgres

import (
	"context"
	"strings"
	"time"

	"gorm.io/gorm"

	"brankel/rigging/phrase"
)

// LogAsk is which runs are asked for; what is empty asks for any. From and Until are times between which the last thing was
// done. Cable is a part of the name of a cable or its family, Cause one of a cause, Words any words.
type LogAsk struct {
	From, Until                           time.Time
	Machine, Person, Cable, Cause, Family string
	Moved                                 float64 // more than so far
	Signed                                bool
	Most                                  int
}

// LogLine is one run of the log.
type LogLine struct {
	ID, Machine, Name, Cable, Called, Family string
	Opened, Touched                          time.Time
	Signed                                   bool
	Sign, Says, Signer, Cause, Askew         string
	Moved                                    float64
}

// Log is the runs that are asked for, the newest first, as many as are wanted, and how many there are.
func (s *Store) Log(ctx context.Context, a LogAsk) (lines []LogLine, count int64, err error) {
	q := s.db.WithContext(ctx).Table("runs r").
		Joins("LEFT JOIN machines m ON m.id = r.machine").
		Joins("LEFT JOIN cables c ON c.machine_id = r.machine AND c.id = r.cable").
		Where("r.touched IS NOT NULL")
	where := func(holds bool, sql string, args ...any) {
		if holds {
			q = q.Where(sql, args...)
		}
	}
	has := func(text string) string { return "%" + escape.Replace(strings.ToLower(text)) + "%" }
	where(!a.From.IsZero(), "r.touched >= ?", a.From)
	where(!a.Until.IsZero(), "r.touched < ?", a.Until)
	where(a.Machine != "", "lower(coalesce(m.name, '') || ' ' || r.machine) LIKE ?", has(a.Machine))
	where(a.Person != "", "lower(r.signer || ' ' || r.words) LIKE ?", has(a.Person))
	where(a.Cable != "", "lower(coalesce(c.name, r.cable) || ' ' || coalesce(c.family, '')) LIKE ?", has(a.Cable))
	where(a.Cause != "", "lower(r.cause || ' ' || r.words) LIKE ?", has(a.Cause))
	where(a.Moved > 0, "r.moved > ?", a.Moved)
	where(a.Signed, "r.signed")
	if err := q.Session(&gorm.Session{}).Count(&count).Error; err != nil {
		return nil, 0, err
	}
	err = q.Select(`r.id, r.machine, coalesce(m.name, '') AS name, r.cable, coalesce(c.name, r.cable) AS called, coalesce(c.family, '') AS family,
		r.opened, r.touched, r.signed, r.sign, r.says, r.signer, r.cause, r.askew, r.moved`).
		Order("r.touched DESC, r.id").Limit(a.Most).Scan(&lines).Error
	return lines, count, err
}

// Found is a run by its words, and where in them.
type Found struct {
	ID, Name, Called, Says, Why string
	Touched                     *time.Time
	Drawn
}

// FindRuns finds runs by what was complained of, noted, read and found wrong in them: all words, whatever their endings; where
// there is none and the database can tell likeness, those that are most alike.
func (s *Store) FindRuns(ctx context.Context, want string) (out []Found, err error) {
	const head = `SELECT r.id, coalesce(m.name, '') AS name, coalesce(c.name, r.cable) AS called, r.says, r.touched, r.sign, r.part, `
	const from = ` FROM runs r LEFT JOIN machines m ON m.id = r.machine LEFT JOIN cables c ON c.machine_id = r.machine AND c.id = r.cable `
	want = strings.Join(few(strings.Fields(want)), " ")
	if want == "" {
		return nil, nil
	}
	db := s.db.WithContext(ctx)
	query, meant := meaning(want)
	err = db.Raw(head+`ts_headline('english', r.words, q, 'MaxFragments=1, MaxWords=16, MinWords=6, StartSel="", StopSel=""') AS why`+from+`,
		(SELECT `+query+` AS q) asked WHERE to_tsvector('english', r.words) @@ q
		ORDER BY r.touched DESC NULLS LAST, r.id LIMIT ?`, append(meant, mostHits)...).Scan(&out).Error
	if err != nil || len(out) > 0 {
		return out, err
	}
	var forgives bool
	if err := db.Raw("SELECT EXISTS (SELECT 1 FROM pg_opclass WHERE opcname = 'gin_trgm_ops' AND pg_opclass_is_visible(oid))").Scan(&forgives).Error; err != nil || !forgives {
		return nil, err
	}
	args, each := []any{want}, []string{}
	for _, w := range strings.Fields(want) { // each word has one like it
		each, args = append(each, "? <% r.words"), append(args, w)
	}
	err = db.Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SET LOCAL pg_trgm.word_similarity_threshold = 0.45").Error; err != nil { // one letter of six is a slip
			return err
		}
		return tx.Raw(head+`(SELECT line FROM regexp_split_to_table(r.words, E'\n') line ORDER BY word_similarity(?, line) DESC LIMIT 1) AS why`+from+
			` WHERE `+strings.Join(each, " AND ")+` ORDER BY word_similarity(?, r.words) DESC, r.touched DESC NULLS LAST, r.id LIMIT ?`,
			append(args, want, mostHits)...).Scan(&out).Error
	})
	return out, err
}

// meaning is the query of a full text for all words of a text, each as it is or as other trades have it, in SQL.
func meaning(want string) (query string, args []any) {
	var all []string
	for _, word := range strings.Fields(want) {
		var any []string
		for _, w := range phrase.Alternatives(word) {
			any, args = append(any, "plainto_tsquery('english', ?)"), append(args, w)
		}
		all = append(all, "("+strings.Join(any, " || ")+")")
	}
	return strings.Join(all, " && "), args
}

package postgres

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"

	"gorm.io/gorm"

	"brankel/archive"
)

// archived is a table that leaves with the workshop: the columns by which its rows are in order, those that stay here (as
// nothing), and those that leave as files of their own, with their endings.
type archived struct {
	table string
	order []string
	stays []string
	files map[string]string
}

// leaving are the tables that leave, in the order in which they do.
var leaving = []archived{
	{table: "workshop", order: []string{"id"}},
	{table: "people", order: []string{"id"}, stays: []string{"password", "pin"}},
	{table: "gauges", order: []string{"id"}},
	{table: "thin_things", order: []string{"name"}},
	{table: "kept_tables", order: []string{"name"}},
	{table: "machines", order: []string{"id"}},
	{table: "cables", order: []string{"machine_id", "id"}},
	{table: "sheets", order: []string{"hash"}},
	{table: "odds", order: []string{"family", "cause"}},
	{table: "knowledge", order: []string{"name"}},
	{table: "plans", order: []string{"machine"}},
	{table: "rules", order: []string{"sheet", "kind"}},
	{table: "runs", order: []string{"id"}},
	{table: "events", order: []string{"run_id", "seq"}},
	{table: "photos", order: []string{"run_id", "sha256"}, files: map[string]string{"jpeg": ".jpg", "small": ".small.jpg"}},
	{table: "voices", order: []string{"run_id", "sha256"}, files: map[string]string{"sound": ".sound"}},
	{table: "ledger", order: []string{"n"}},
}

// Leaving names the tables that leave. Those that do not are what a server keeps for itself, and what lets somebody in.
func Leaving() (out []string) {
	for _, a := range leaving {
		out = append(out, a.table)
	}
	return out
}

// A portion of a table is so many rows, or so many bytes of files, whichever comes first.
const (
	portionRows  = 2000
	portionBytes = 16 << 20
)

// columnsOf are the columns of a table that are written, in order, and which of them are text.
func columnsOf(tx *gorm.DB, table string) (names []string, texts map[string]bool, err error) {
	var rows []struct{ ColumnName, DataType string }
	err = tx.Raw(`SELECT column_name, data_type FROM information_schema.columns
		WHERE table_schema = current_schema() AND table_name = ? AND is_generated = 'NEVER' ORDER BY column_name`, table).Scan(&rows).Error
	texts = map[string]bool{}
	for _, r := range rows {
		names = append(names, r.ColumnName)
		texts[r.ColumnName] = r.DataType == "text" || r.DataType == "character varying"
	}
	return names, texts, err
}

// Archive writes everything that leaves, as it stands at one moment, a portion at a time; beside is written behind the first
// entry. told is called with the rows written so far, and all there are.
func (s *Store) Archive(ctx context.Context, w *archive.Writer, beside func() error, told func(done, all int)) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SET LOCAL TimeZone = 'UTC'").Error; err != nil {
			return err
		}
		var name string
		if err := tx.Raw("SELECT coalesce(max(name), '') FROM workshop").Scan(&name).Error; err != nil {
			return err
		}
		head, err := json.Marshal(archive.Head{Format: archive.Format, Tables: schema, Workshop: name})
		if err != nil {
			return err
		}
		if err := w.Put(archive.First, append(head, '\n')); err != nil {
			return err
		}
		if err := beside(); err != nil {
			return err
		}
		all := 0
		for _, a := range leaving {
			var n int
			if err := tx.Raw("SELECT count(*) FROM " + a.table).Scan(&n).Error; err != nil {
				return err
			}
			all += n
		}
		done := 0
		for _, a := range leaving {
			if err := a.write(tx, w, func(n int) { done += n; told(done, all) }); err != nil {
				return fmt.Errorf("%s: %w", a.table, err)
			}
		}
		var end string
		if err := tx.Raw("SELECT coalesce((SELECT hash FROM ledger ORDER BY n DESC LIMIT 1), '')").Scan(&end).Error; err != nil {
			return err
		}
		return w.Close(end)
	}, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
}

// write writes one table.
func (a archived) write(tx *gorm.DB, w *archive.Writer, told func(n int)) error {
	names, texts, err := columnsOf(tx, a.table)
	if err != nil {
		return err
	}
	var shown, order []string
	files := slices.Sorted(maps.Keys(a.files))
	for _, n := range names {
		switch {
		case slices.Contains(a.stays, n):
			shown = append(shown, "'' AS "+n)
		case a.files[n] == "":
			shown = append(shown, n)
		}
	}
	for _, o := range a.order {
		if texts[o] {
			o += ` COLLATE "C"` // the same in every database
		}
		order = append(order, o)
	}
	query := "SELECT row_to_json(t)::text" + strings.Join(append([]string{""}, files...), ", b.")
	query += fmt.Sprintf(" FROM %s b, LATERAL (SELECT %s) t ORDER BY %s", a.table, strings.Join(shown, ", "), "b."+strings.Join(order, ", b."))
	rows, err := tx.Raw(query).Rows()
	if err != nil {
		return err
	}
	defer rows.Close()
	p := portion{table: a.table, w: w, told: told}
	for rows.Next() {
		var row []byte
		blobs := make([][]byte, len(files))
		into := []any{&row}
		for i := range blobs {
			into = append(into, &blobs[i])
		}
		if err := rows.Scan(into...); err != nil {
			return err
		}
		if err := p.add(row, files, blobs, a.files); err != nil {
			return err
		}
	}
	return errors.Join(rows.Err(), p.flush())
}

// portion gathers rows of a table.
type portion struct {
	table    string
	w        *archive.Writer
	told     func(n int)
	lines    bytes.Buffer
	rows     int
	bytes    int
	no, file int
}

// add adds a row; its files go out before the portion does.
func (p *portion) add(row []byte, names []string, blobs [][]byte, endings map[string]string) error {
	if len(names) > 0 {
		p.file++
		var at strings.Builder
		for i, n := range names {
			name := fmt.Sprintf("tables/%s/%07d%s", p.table, p.file, endings[n])
			if err := p.w.Put(name, blobs[i]); err != nil {
				return err
			}
			fmt.Fprintf(&at, ",%q:%q", n, name)
			p.bytes += len(blobs[i])
		}
		row = append(row[:len(row)-1], at.String()+"}"...)
	}
	p.lines.Write(row)
	p.lines.WriteByte('\n')
	if p.rows++; p.rows == portionRows || p.bytes+p.lines.Len() > portionBytes {
		return p.flush()
	}
	return nil
}

func (p *portion) flush() error {
	if p.rows == 0 {
		return nil
	}
	p.no++
	err := p.w.Put(fmt.Sprintf("tables/%s/%05d.jsonl", p.table, p.no), p.lines.Bytes())
	p.told(p.rows)
	p.lines.Reset()
	p.rows, p.bytes = 0, 0
	return err
}

// Load puts an archive into a database that holds nothing yet, all of it or nothing, and proves it whole. told is called with
// the rows loaded so far.
func (s *Store) Load(ctx context.Context, r *archive.Reader, told func(done int)) (v Verified, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SELECT pg_advisory_xact_lock(?)", advisory).Error; err != nil {
			return err
		}
		h, err := r.Begins(schema)
		if err != nil {
			return err
		}
		if err := s.on(tx).holdsNothing(); err != nil {
			return err
		}
		if err := load(tx, r, told); err != nil {
			return err
		}
		for _, m := range migrations {
			if m.number > h.Tables {
				if err := m.does(tx); err != nil {
					return err
				}
			}
		}
		if err := errors.Join(changed(tx, "floor"), changed(tx, "sheets")); err != nil {
			return err
		}
		if h.Tables < schema {
			if err := tx.Model(&schemaRow{}).Where("id = 1").Update("shown", h.Tables).Error; err != nil {
				return err
			}
		}
		if err := tx.Exec("ANALYZE").Error; err != nil { // the database knows nothing yet of what it holds
			return err
		}
		if v, err = s.on(tx).verify(ctx); err != nil {
			return fmt.Errorf("what it holds does not fit together: %w", err)
		}
		if v.Head != r.Head() {
			return fmt.Errorf("its ledger ends otherwise (%s) than it says (%s)", v.Head, r.Head())
		}
		return nil
	})
	if err != nil {
		return Verified{}, fmt.Errorf("nothing was loaded: %w", err)
	}
	return v, s.tidy(ctx)
}

// holdsNothing refuses a database in which somebody worked.
func (s *Store) holdsNothing() error {
	for _, a := range leaving {
		var there bool
		if err := s.db.Raw("SELECT EXISTS (SELECT 1 FROM " + a.table + ")").Scan(&there).Error; err != nil {
			return err
		}
		if there {
			var name string
			if err := s.db.Raw("SELECT coalesce(max(name), '') FROM workshop").Scan(&name).Error; err != nil {
				return err
			}
			return fmt.Errorf("this database holds a workshop already (%q): an archive goes into an empty one, so that nothing is mixed. "+
				"Create a database and name it in BRANKEL_DATABASE_URL", name)
		}
	}
	return nil
}

// load reads entry after entry; files wait for the portion whose rows name them.
func load(tx *gorm.DB, r *archive.Reader, told func(done int)) error {
	waiting := map[string][]byte{}
	done, held := 0, 0
	for {
		name, raw, err := r.Next()
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil {
			return err
		}
		table, ok := strings.CutPrefix(name, "tables/")
		if !ok {
			continue // what stands beside is for people to read
		}
		table, _, _ = strings.Cut(table, "/")
		at := slices.IndexFunc(leaving, func(a archived) bool { return a.table == table })
		if at < 0 {
			return fmt.Errorf("%s is of a table that there is none of", name)
		}
		if !strings.HasSuffix(name, ".jsonl") {
			waiting[name], held = raw, held+len(raw)
			if held > archive.Most { // what a portion may take, and some
				return fmt.Errorf("%s: no row names the files before it", name)
			}
			continue
		}
		n, err := leaving[at].load(tx, raw, waiting)
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		clear(waiting)
		held = 0
		done += n
		told(done)
	}
}

// load puts a portion of a table in.
func (a archived) load(tx *gorm.DB, raw []byte, files map[string][]byte) (int, error) {
	names, _, err := columnsOf(tx, a.table)
	if err != nil {
		return 0, err
	}
	list := "[" + strings.Join(strings.Split(strings.TrimRight(string(raw), "\n"), "\n"), ",") + "]"
	var rows []map[string]json.RawMessage
	if err := json.Unmarshal([]byte(list), &rows); err != nil {
		return 0, fmt.Errorf("a line is no row: %w", err)
	}
	given := rows[0]
	columns := slices.DeleteFunc(names, func(n string) bool { return given[n] == nil })
	all := strings.Join(columns, ", ")
	if len(a.files) == 0 {
		return len(rows), tx.Exec(fmt.Sprintf("INSERT INTO %s (%s) SELECT %s FROM json_populate_recordset(NULL::%s, ?::json)",
			a.table, all, all, a.table), list).Error
	}
	for _, row := range rows {
		values := make([]any, len(columns))
		for i, c := range columns {
			var text any
			if err := json.Unmarshal(row[c], &text); err != nil {
				return 0, err
			}
			values[i] = text
			if a.files[c] != "" {
				blob, there := files[fmt.Sprint(text)]
				if !there {
					return 0, fmt.Errorf("its file %v is not before it", text)
				}
				values[i] = blob
			}
		}
		holes := strings.TrimSuffix(strings.Repeat("?, ", len(columns)), ", ")
		if err := tx.Exec(fmt.Sprintf("INSERT INTO %s (%s) VALUES (%s)", a.table, all, holes), values...).Error; err != nil {
			return 0, err
		}
	}
	return len(rows), nil
}

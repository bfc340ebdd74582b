package postgres

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"reflect"

	"gorm.io/gorm"
)

// layout is what stands in a database: tables by their models, then what no model says.
type layout struct {
	models []any
	sql    string
}

// floorLayout is that of a workshop.
var floorLayout = layout{[]any{
	&schemaRow{}, &sheetRow{}, &workshopRow{}, &personRow{}, &attemptRow{}, &sessionRow{}, &gaugeRow{}, &thinRow{}, &tableRow{},
	&machineRow{}, &cableRow{}, &runRow{}, &eventRow{}, &ledgerRow{}, &versionRow{}, &invitationRow{}, &handRow{}, &photoRow{},
	&voiceRow{}, &oddsRow{}, &knowledgeRow{}, &foreseenRow{}, &planRow{}, &calendarRow{}, &ruleRow{},
}, appendOnly + stands("photos") + stands("voices")}

// practiceLayout is the same with what exercises need. What was practised may be forgotten, so that its entries are not append-only.
var practiceLayout = layout{append(append([]any{}, floorLayout.models...), &tryRow{}, &actRow{}, &setRow{}), floorLayout.sql + `
DROP TRIGGER IF EXISTS events_append_only ON events; DROP TRIGGER IF EXISTS ledger_append_only ON ledger;`}

// print tells layouts apart: it is another one with every change of a model or of what is said besides.
func (l layout) print() string {
	h := sha256.New()
	for _, m := range l.models {
		printed(h, reflect.TypeOf(m).Elem())
	}
	io.WriteString(h, l.sql)
	return hex.EncodeToString(h.Sum(nil))
}

func printed(h io.Writer, t reflect.Type) {
	fmt.Fprintln(h, t)
	for i := range t.NumField() {
		f := t.Field(i)
		fmt.Fprintln(h, f.Name, f.Type, f.Tag)
		if f.Anonymous {
			printed(h, f.Type)
		}
	}
}

// lays makes the tables what the layout says.
func (l layout) lays(tx *gorm.DB) error {
	if err := tx.AutoMigrate(l.models...); err != nil {
		return fmt.Errorf("the tables could not be brought up to date: %w", err)
	}
	return tx.Exec(l.sql).Error
}

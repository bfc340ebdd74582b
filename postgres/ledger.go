package postgres

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"time"

	"gorm.io/gorm"
)

// ledgerRow is one line of the ledger: what was opened, left, signed and kept, each chained
// to the line before it. A run that is deleted whole still stands here.
type ledgerRow struct {
	N       int       `gorm:"primaryKey;autoIncrement:false"`
	Kind    string    `gorm:"not null"`
	Subject string    `gorm:"not null;index:ledger_of"` // id of the run, hash of the sheet
	Says    string    `gorm:"not null"`                 // what stood in its row then
	At      time.Time `gorm:"not null"`
	Prev    string    `gorm:"not null"`
	Hash    string    `gorm:"not null"`
}

func (ledgerRow) TableName() string { return "ledger" }

// The kinds of line in the ledger.
const (
	ledgerOpened = "opened" // a run
	ledgerSigned = "signed" // a run
	ledgerHead   = "head"   // a run, by number and hash of its last event
	ledgerSheet  = "sheet"  // a revision of a sheet
)

func (l ledgerRow) digest() string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%d\x00%s\x00%s\x00%s\x00%s\x00%s",
		l.N, l.Kind, l.Subject, l.Says, l.At.UTC().Truncate(time.Millisecond).Format(time.RFC3339Nano), l.Prev))
	return hex.EncodeToString(sum[:])
}

// inLedger adds lines within tx, one writer after another until it ends.
func inLedger(tx *gorm.DB, lines ...ledgerRow) error {
	if len(lines) == 0 {
		return nil
	}
	if err := tx.Exec("SELECT pg_advisory_xact_lock(7264)").Error; err != nil {
		return err
	}
	var before ledgerRow
	if err := tx.Order("n DESC").Limit(1).Find(&before).Error; err != nil {
		return err
	}
	for i := range lines {
		l := &lines[i]
		l.N, l.Prev, l.At = before.N+1, before.Hash, time.Now().UTC().Truncate(time.Millisecond)
		l.Hash = l.digest()
		before = *l
	}
	return tx.CreateInBatches(lines, 500).Error
}

// verifyLedger walks its chain and hands every line to look; it gives how many lines
// there are and the hash of the last.
func (s *Store) verifyLedger(ctx context.Context, look func(ledgerRow) error) (n int, head string, err error) {
	rows, err := s.db.WithContext(ctx).Model(&ledgerRow{}).Order("n").Rows()
	if err != nil {
		return 0, "", err
	}
	defer rows.Close()
	for rows.Next() {
		var l ledgerRow
		if err := s.db.WithContext(ctx).ScanRows(rows, &l); err != nil {
			return n, head, err
		}
		if l.N != n+1 || l.Prev != head || l.Hash != l.digest() {
			return n, head, fmt.Errorf("the ledger was changed at line %d", n+1)
		}
		n, head = l.N, l.Hash
		if err := look(l); err != nil {
			return n, head, err
		}
	}
	return n, head, rows.Err()
}

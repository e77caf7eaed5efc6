package store

import (
	"context"
	"encoding/json"
	"time"

	"gorm.io/gorm"
)

// Head is a job in the list: no document, what was worked out of it.
type Head struct {
	ID       string
	Revision int64
	Name     string
	Units    string
	Summary  json.RawMessage // null until it is worked out
	Updated  time.Time       `gorm:"column:updated_at"`
	Deleted  *time.Time      `gorm:"column:deleted_at"` // in the bin since
}

func (s *Store) heads(ctx context.Context, where string) ([]Head, error) {
	out := []Head{}
	err := s.db.WithContext(ctx).Raw(`SELECT id, revision, coalesce(document->>'name', '') AS name, coalesce(document->>'units', '') AS units,
		summary, updated_at, deleted_at FROM jobs WHERE crew_id = ? AND `+where+` ORDER BY updated_at DESC, id`, s.crew).Scan(&out).Error
	return out, err
}

// Jobs lists the crew's jobs, the one changed last first, in one query.
func (s *Store) Jobs(ctx context.Context) ([]Head, error) {
	return s.heads(ctx, "deleted_at IS NULL")
}

// Bin lists the jobs that were deleted and are still there.
func (s *Store) Bin(ctx context.Context) ([]Head, error) {
	return s.heads(ctx, "deleted_at IS NOT NULL")
}

// Summarise keeps what the list shows of a job, if it still is at the revision.
func (s *Store) Summarise(ctx context.Context, id string, revision int64, summary any) error {
	short, err := encoded(summary)
	if err != nil {
		return err
	}
	return s.db.WithContext(ctx).Exec("UPDATE jobs SET summary = CAST(? AS jsonb) WHERE crew_id = ? AND id = ? AND revision = ?", short, s.crew, id, revision).Error
}

// Delete puts a job into the bin.
func (s *Store) Delete(ctx context.Context, id string) error {
	return s.one(ctx, id, "UPDATE jobs SET deleted_at = now() WHERE crew_id = ? AND id = ? AND deleted_at IS NULL")
}

// Restore takes a job out of the bin.
func (s *Store) Restore(ctx context.Context, id string) error {
	return s.one(ctx, id, "UPDATE jobs SET deleted_at = NULL WHERE crew_id = ? AND id = ? AND deleted_at IS NOT NULL")
}

// Erase removes a job that is in the bin, log and all.
func (s *Store) Erase(ctx context.Context, id string) error {
	return s.one(ctx, id, "DELETE FROM jobs WHERE crew_id = ? AND id = ? AND deleted_at IS NOT NULL")
}

// one changes one job's row, or is ErrNotFound; whoever looks at the job hears
// of it.
func (s *Store) one(ctx context.Context, id, statement string) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		done := tx.Exec(statement, s.crew, id)
		if done.Error == nil && done.RowsAffected == 0 {
			return ErrNotFound
		}
		if done.Error != nil {
			return done.Error
		}
		return tx.Exec("SELECT pg_notify(?, ?)", channel, topic(s.crew, id)).Error
	})
}

// Purge removes the jobs, of all crews, whose grace is over at a time. It says
// how many.
func (d *DB) Purge(ctx context.Context, now time.Time) (int64, error) {
	done := d.db.WithContext(ctx).Exec("DELETE FROM jobs WHERE deleted_at < ?", now.Add(-Grace))
	return done.RowsAffected, done.Error
}

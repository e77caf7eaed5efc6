package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"

	"homalos/internal/job"
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

// Page is a part of a list: the jobs after one, at most so many, whose names
// hold some words.
type Page struct {
	After string // what a page gave as next; "" for the first
	Most  int    // 0 for a hundred
	Named string
}

const (
	usualPage = 100
	mostPage  = 500
)

func (s *Store) heads(ctx context.Context, where, order string, args ...any) ([]Head, error) {
	out := []Head{}
	err := s.db.WithContext(ctx).Raw("SELECT id, revision, name, units, summary, updated_at, deleted_at FROM jobs WHERE crew_id = ? AND "+where+" ORDER BY "+order,
		append([]any{s.crew}, args...)...).Scan(&out).Error
	return out, err
}

// Jobs lists a page of the crew's jobs, the one changed last first, in one
// query; next asks for what comes after, "" where nothing does. The error is a
// job.Faults where the page can't be.
func (s *Store) Jobs(ctx context.Context, page Page) (jobs []Head, next string, err error) {
	most := page.Most
	if most <= 0 {
		most = usualPage
	}
	most = min(most, mostPage)
	where, args := "deleted_at IS NULL", []any{}
	if job.Control(page.Named) >= 0 {
		return nil, "", job.Faults{{Path: "query.named", Text: "it holds a control character: remove it"}}
	}
	if page.Named != "" {
		where += ` AND name ILIKE '%' || ? || '%'`
		args = append(args, likely.Replace(page.Named))
	}
	if page.After != "" {
		at, id, ok := strings.Cut(page.After, "_")
		micros, err := strconv.ParseInt(at, 10, 64)
		if _, bad := uuid.Parse(id); !ok || err != nil || bad != nil {
			return nil, "", job.Faults{{Path: "query.after", Text: "not a page of this list: take what the page before it gave as next"}}
		}
		where += " AND (updated_at, id) < (?, ?)"
		args = append(args, time.UnixMicro(micros), id)
	}
	jobs, err = s.heads(ctx, where, "updated_at DESC, id DESC LIMIT ?", append(args, most+1)...)
	if err == nil && len(jobs) > most {
		jobs = jobs[:most]
		last := jobs[most-1]
		next = fmt.Sprintf("%d_%s", last.Updated.UnixMicro(), last.ID)
	}
	return jobs, next, err
}

// likely takes the meaning from what LIKE would read as more than itself.
var likely = strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`)

// Uncounted lists jobs whose summary is missing, at most a page of them.
func (s *Store) Uncounted(ctx context.Context) ([]Head, error) {
	return s.heads(ctx, "deleted_at IS NULL AND summary IS NULL", "updated_at DESC LIMIT ?", mostPage)
}

// Bin lists the jobs that were deleted and are still there, the last deleted
// first.
func (s *Store) Bin(ctx context.Context) ([]Head, error) {
	return s.heads(ctx, "deleted_at IS NOT NULL", "deleted_at DESC, id LIMIT ?", mostPage)
}

// Summarise keeps what the list shows of a job, if it still is at the revision.
// Nothing is left to be worked out.
func (s *Store) Summarise(ctx context.Context, id string, revision int64, summary any) error {
	if summary == nil {
		return nil
	}
	short, err := encoded(summary)
	if err != nil {
		return err
	}
	return s.db.WithContext(ctx).Exec("UPDATE jobs SET summary = CAST(? AS jsonb) WHERE crew_id = ? AND id = ? AND revision = ?", short, s.crew, id, revision).Error
}

// Delete puts a job into the bin. One that is in it already stays: who had no
// answer may ask again.
func (s *Store) Delete(ctx context.Context, id string) error {
	return s.one(ctx, id, "UPDATE jobs SET deleted_at = coalesce(deleted_at, now()) WHERE crew_id = ? AND id = ?")
}

// Restore takes a job out of the bin; one that isn't in it stays as it is.
func (s *Store) Restore(ctx context.Context, id string) error {
	return s.one(ctx, id, "UPDATE jobs SET deleted_at = NULL WHERE crew_id = ? AND id = ?")
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

// Package store keeps crews and their jobs in PostgreSQL. It is opened for a
// crew: every query goes through that crew's scope, so that none can forget
// it. It keeps inputs only; a plan is never stored.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"time"

	"github.com/pressly/goose/v3"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"

	"homalos/internal/job"
)

//go:embed migrations/*.sql
var migrations embed.FS

// BuiltInCrew is the one crew there is for now.
const BuiltInCrew = "00000000-0000-7000-8000-000000000001"

// Errors that callers tell apart.
var (
	ErrNotFound = errors.New("not found")
	ErrExists   = errors.New("a different one with this id exists")
)

// StaleError says that a write named an older revision than the one there is.
type StaleError struct {
	Have, Named int64
	Base        *job.Document // the revision named, if it ever was
	Current     job.Document
}

func (e *StaleError) Error() string {
	return fmt.Sprintf("the job is at revision %d, the change was made to %d", e.Have, e.Named)
}

// DB is the database, for no crew in particular: it can be migrated, opened
// for a crew and closed.
type DB struct{ db *gorm.DB }

// Open connects to a PostgreSQL database by its URL.
func Open(url string) (*DB, error) {
	db, err := gorm.Open(postgres.Open(url), &gorm.Config{TranslateError: true, Logger: logger.Default.LogMode(logger.Silent)})
	if err != nil {
		return nil, fmt.Errorf("connecting to the database: %w", err)
	}
	return &DB{db}, nil
}

// Migrate brings the tables up to date.
func (d *DB) Migrate(ctx context.Context) error {
	sql, err := d.db.DB()
	if err != nil {
		return err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, sql, files)
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Ping says whether the database answers.
func (d *DB) Ping(ctx context.Context) error {
	sql, err := d.db.DB()
	if err != nil {
		return err
	}
	return sql.PingContext(ctx)
}

// Close lets the connections go.
func (d *DB) Close() error {
	sql, err := d.db.DB()
	if err != nil {
		return err
	}
	return sql.Close()
}

// ForCrew opens the store for one crew.
func (d *DB) ForCrew(id string) *Store { return &Store{d.db, id} }

// Store is what one crew has.
type Store struct {
	db   *gorm.DB
	crew string
}

// Job is a job as kept: its document at a revision.
type Job struct {
	ID       string
	Revision int64
	Document job.Document
	Updated  time.Time
}

// rows scopes a query to the crew, and to one of its jobs.
func (s *Store) rows(tx *gorm.DB, jobID string) *gorm.DB {
	return tx.Where("crew_id = ? AND job_id = ?", s.crew, jobID)
}

// Jobs lists the crew's jobs, the one changed last first.
func (s *Store) Jobs(ctx context.Context) ([]Job, error) {
	var heads []jobRow
	if err := s.db.WithContext(ctx).Where("crew_id = ?", s.crew).Order("updated_at DESC, id").Find(&heads).Error; err != nil {
		return nil, err
	}
	out := []Job{}
	for _, h := range heads {
		j, err := s.load(s.db.WithContext(ctx), h)
		if err != nil {
			return nil, err
		}
		out = append(out, j)
	}
	return out, nil
}

// Job finds one job, or ErrNotFound.
func (s *Store) Job(ctx context.Context, id string) (Job, error) {
	var j Job
	// one snapshot of all its tables
	err := s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY").Error; err != nil {
			return err
		}
		head, err := s.head(tx, id)
		if err != nil {
			return err
		}
		j, err = s.load(tx, head)
		return err
	})
	return j, err
}

func (s *Store) head(tx *gorm.DB, id string) (jobRow, error) {
	var head jobRow
	err := tx.Where("crew_id = ? AND id = ?", s.crew, id).Take(&head).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return head, ErrNotFound
	}
	return head, err
}

// Create keeps a new job under an id that the client made. Creating it again
// with the same document is harmless; with another it is ErrExists. The
// document must have been checked.
func (s *Store) Create(ctx context.Context, id string, d job.Document) (Job, error) {
	d = job.Canonical(d)
	err := s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		head, err := rowOf(s.crew, id, 1, d)
		if err != nil {
			return err
		}
		if err := tx.Create(&head).Error; err != nil {
			return err
		}
		return s.saveParts(tx, id, 1, d, nil)
	})
	if errors.Is(err, gorm.ErrDuplicatedKey) {
		there, readErr := s.Job(ctx, id)
		if readErr != nil {
			return Job{}, readErr
		}
		if !job.Same(there.Document, d) {
			return Job{}, ErrExists
		}
		return there, nil
	}
	if err != nil {
		return Job{}, err
	}
	return s.Job(ctx, id)
}

// Change applies edit to the job at the named revision and keeps the result as
// the next one. A job that has moved on gives a *StaleError; whatever edit
// returns is returned. Readings that are there can't be changed or lost.
func (s *Store) Change(ctx context.Context, id string, revision int64, edit func(*job.Document) error) (Job, error) {
	var stale *StaleError
	err := s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SELECT 1 FROM jobs WHERE crew_id = ? AND id = ? FOR UPDATE", s.crew, id).Error; err != nil {
			return err
		}
		head, err := s.head(tx, id)
		if err != nil {
			return err
		}
		now, err := s.load(tx, head)
		if err != nil {
			return err
		}
		if head.Revision != revision {
			stale = &StaleError{Have: head.Revision, Named: revision, Current: now.Document, Base: s.revision(tx, id, revision)}
			return stale
		}
		changed := job.Copy(now.Document)
		if err := edit(&changed); err != nil {
			return err
		}
		changed = job.Canonical(changed)
		if job.Same(changed, now.Document) {
			return nil // said again: nothing to keep
		}
		return s.save(tx, id, revision+1, changed, now.Document)
	})
	if err != nil {
		return Job{}, err
	}
	return s.Job(ctx, id)
}

// Delete removes a job and all that hangs under it.
func (s *Store) Delete(ctx context.Context, id string) error {
	gone := s.db.WithContext(ctx).Where("crew_id = ? AND id = ?", s.crew, id).Delete(&jobRow{})
	if gone.Error == nil && gone.RowsAffected == 0 {
		return ErrNotFound
	}
	return gone.Error
}

func (s *Store) save(tx *gorm.DB, id string, revision int64, d, before job.Document) error {
	head, err := rowOf(s.crew, id, revision, d)
	if err != nil {
		return err
	}
	if err := tx.Omit("created_at").Save(&head).Error; err != nil {
		return err
	}
	return s.saveParts(tx, id, revision, d, &before)
}

func (s *Store) revision(tx *gorm.DB, id string, revision int64) *job.Document {
	var row revisionRow
	if s.rows(tx, id).Where("revision = ?", revision).Take(&row).Error != nil {
		return nil
	}
	return &row.Document
}

// Cut is one line of the cut log.
type Cut struct {
	ID     string
	Member string
	Lumber string
	Length int64 // nanometres
	Undone bool
	At     time.Time
}

// LogCut adds a line to the cut log; the same line twice is harmless.
func (s *Store) LogCut(ctx context.Context, jobID string, c Cut) error {
	row := cutRow{CrewID: s.crew, JobID: jobID, ID: c.ID, Member: c.Member, Lumber: c.Lumber, Length: c.Length, Undone: c.Undone}
	err := s.db.WithContext(ctx).Omit("line", "at").Create(&row).Error
	switch {
	case errors.Is(err, gorm.ErrDuplicatedKey):
		var there cutRow
		if err := s.rows(s.db.WithContext(ctx), jobID).Where("id = ?", c.ID).Take(&there).Error; err != nil {
			return err
		}
		if there.Member != c.Member || there.Length != c.Length || there.Undone != c.Undone {
			return ErrExists
		}
		return nil
	case errors.Is(err, gorm.ErrForeignKeyViolated):
		return ErrNotFound
	}
	return err
}

// CutNow lists what stands as cut: the last line of each member, unless that
// line took it back.
func (s *Store) CutNow(ctx context.Context, jobID string) ([]Cut, error) {
	var rows []cutRow
	err := s.db.WithContext(ctx).Raw(`SELECT * FROM (
		SELECT DISTINCT ON (member) * FROM cut_log WHERE crew_id = ? AND job_id = ? ORDER BY member, line DESC
	) AS last WHERE NOT undone ORDER BY line`, s.crew, jobID).Scan(&rows).Error
	out := []Cut{}
	for _, r := range rows {
		out = append(out, Cut{r.ID, r.Member, r.Lumber, r.Length, r.Undone, r.At})
	}
	return out, err
}

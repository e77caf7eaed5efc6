// Package store keeps crews and their jobs in PostgreSQL: for each job the log
// of its edits, which is only ever added to, and the document it amounts to.
// A plan is never stored. It is opened for a crew: every query goes through
// that crew's scope, so that none can forget it.
//
// What an edit means and whether two get in each other's way is not known
// here: the store only applies what the log holds, to follow it.
package store

import (
	"context"
	"database/sql"
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
	"homalos/internal/recall"
)

//go:embed migrations/*.sql
var migrations embed.FS

// BuiltInCrew is the one crew there is for now.
const BuiltInCrew = "00000000-0000-7000-8000-000000000001"

// Grace is how long a deleted job stays in the bin.
const Grace = 24 * time.Hour

// snapshotEvery is how many lines of the log there are between two snapshots.
const snapshotEvery = 50

// Errors that callers tell apart.
var (
	ErrNotFound = errors.New("not found")
	ErrExists   = errors.New("a different one with this id exists")
)

// DB is the database, for no crew in particular: it can be migrated, opened
// for a crew and closed.
type DB struct {
	db       *gorm.DB
	listener listener
	recalled *known
}

// known is what was read before, so that it isn't taken apart again: nobody
// changes any of it.
type known struct {
	documents *recall.Kept[job.Document] // by whose they are, and their sums
	edits     *recall.Kept[job.Edit]     // by their texts
}

// Open connects to a PostgreSQL database by its URL.
func Open(url string) (*DB, error) {
	db, err := gorm.Open(postgres.Open(url), &gorm.Config{TranslateError: true, Logger: logger.Default.LogMode(logger.Silent)})
	if err != nil {
		return nil, fmt.Errorf("connecting to the database: %w", err)
	}
	pool, err := db.DB()
	if err != nil {
		return nil, err
	}
	pool.SetMaxOpenConns(16) // a burst waits here rather than at the database
	pool.SetMaxIdleConns(8)
	return &DB{db: db, listener: listener{url: url}, recalled: &known{recall.New[job.Document](mostDocuments), recall.New[job.Edit](mostEdits)}}, nil
}

// Migrate brings the tables up to date.
func (d *DB) Migrate(ctx context.Context) error {
	pool, err := d.db.DB()
	if err != nil {
		return err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, pool, files, goose.WithGoMigrations(carryOver()))
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Ping says whether the database answers.
func (d *DB) Ping(ctx context.Context) error {
	pool, err := d.db.DB()
	if err != nil {
		return err
	}
	return pool.PingContext(ctx)
}

// Close lets the connections go.
func (d *DB) Close() error {
	d.listener.close()
	pool, err := d.db.DB()
	if err != nil {
		return err
	}
	return pool.Close()
}

// ForCrew opens the store for one crew.
func (d *DB) ForCrew(id string) *Store { return &Store{d.db, id, &d.listener, d.recalled} }

// Store is what one crew has.
type Store struct {
	db       *gorm.DB
	crew     string
	listener *listener
	recalled *known
}

// Bounds on what is known from before.
const (
	mostDocuments = 60
	mostEdits     = 4000
)

// Job is a job as kept: its document at a revision.
type Job struct {
	ID       string
	Revision int64
	Document job.Document
	Updated  time.Time
	Mended   string // the kept document was damaged: what was done about it
}

// jobRow is a row of jobs as it is read.
type jobRow struct {
	ID        string
	Revision  int64
	Document  []byte
	Sum       string // of the document
	Sound     bool   // the document has that sum
	Unsnapped int
	UpdatedAt time.Time
}

// head reads a job's row that isn't in the bin; lock keeps others from
// changing it until the transaction ends.
func (s *Store) head(tx *gorm.DB, id string, lock bool) (jobRow, error) {
	query := `SELECT id, revision, document, coalesce(sum, '') AS sum, coalesce(sum = md5(document::text), false) AS sound, unsnapped, updated_at
		FROM jobs WHERE crew_id = ? AND id = ? AND deleted_at IS NULL`
	if lock {
		query += " FOR UPDATE"
	}
	var row jobRow
	got := tx.Raw(query, s.crew, id).Scan(&row)
	if got.Error == nil && got.RowsAffected == 0 {
		return row, ErrNotFound
	}
	return row, got.Error
}

// Job finds one job, or ErrNotFound.
func (s *Store) Job(ctx context.Context, id string) (Job, error) {
	tx := s.db.WithContext(ctx)
	row, err := s.head(tx, id, false)
	if err != nil {
		return Job{}, err
	}
	if row.Sound {
		if d, err := documentIn(row.Document); err == nil {
			return Job{ID: row.ID, Revision: row.Revision, Document: d, Updated: row.UpdatedAt}, nil
		}
	}
	var j Job
	err = tx.Transaction(func(tx *gorm.DB) error {
		row, err := s.head(tx, id, true)
		if err == nil {
			j, err = s.sound(tx, row)
		}
		return err
	})
	return j, err
}

// Create keeps a new job under an id that the client made; its log begins with
// it. Creating it again with the same document is harmless, as long as it
// hasn't changed; else it is ErrExists. The document must have been checked.
func (s *Store) Create(ctx context.Context, id string, d job.Document, by Author, summary any) (Job, error) {
	d = job.Canonical(d)
	start, err := encoded(job.Edit{Act: &job.Start{Document: d}})
	if err != nil {
		return Job{}, err
	}
	written, err := encoded(d)
	if err != nil {
		return Job{}, err
	}
	short, err := optional(summary)
	if err != nil {
		return Job{}, err
	}
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec(`INSERT INTO jobs (crew_id, id, revision, document, sum, summary) VALUES (@crew, @id, 1, CAST(@doc AS jsonb), md5(CAST(CAST(@doc AS jsonb) AS text)), CAST(@short AS jsonb))`,
			sql.Named("crew", s.crew), sql.Named("id", id), sql.Named("doc", written), sql.Named("short", short)).Error; err != nil {
			return err
		}
		return tx.Exec(`INSERT INTO edits (crew_id, job_id, revision, line, "by", device, edit, inverse, said) VALUES (?, ?, 1, 0, ?, ?, ?, '[]', 'the job begun')`,
			s.crew, id, by.Name, by.Device, start).Error
	})
	if errors.Is(err, gorm.ErrDuplicatedKey) {
		there, readErr := s.Job(ctx, id)
		if readErr != nil || !job.Same(there.Document, d) {
			return Job{}, ErrExists
		}
		return there, nil
	}
	if err != nil {
		return Job{}, err
	}
	return s.Job(ctx, id)
}

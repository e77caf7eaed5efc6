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

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"
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
	turns    turns
}

// known is what was read before, so that it isn't taken apart again: nobody
// changes any of it.
type known struct {
	documents *recall.Kept[job.Document] // by whose they are, and their sums
	edits     *recall.Kept[job.Edit]     // by their texts
}

// Remembered are about how many bytes of documents and of edits are held.
func (d *DB) Remembered() (documents, edits int) {
	return d.recalled.documents.Bytes(), d.recalled.edits.Bytes()
}

// Open makes ready to use a PostgreSQL database by its URL. It connects when it
// is first asked something; Ready waits for that.
func Open(url string) (*DB, error) {
	cfg, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("the database's address: %w", hidden(err))
	}
	manners(cfg)
	pool := stdlib.OpenDB(*cfg)
	pool.SetMaxOpenConns(mostConnections) // a burst waits here rather than at the database
	pool.SetMaxIdleConns(mostConnections / 2)
	pool.SetConnMaxIdleTime(5 * time.Minute)
	db, err := gorm.Open(postgres.New(postgres.Config{Conn: pool}), &gorm.Config{TranslateError: true, DisableAutomaticPing: true, Logger: logger.Default.LogMode(logger.Silent)})
	if err != nil {
		return nil, fmt.Errorf("connecting to the database: %w", err)
	}
	return &DB{db: db, listener: listener{cfg: cfg}, recalled: &known{recall.Weighing(mostDocuments, documentBytes, job.Bytes), recall.Weighing(mostEdits, editBytes, func(job.Edit) int { return 1_000 })}}, nil
}

// Migrate brings the tables up to date. Several copies may start at once: one
// does it, the others wait for it.
func (d *DB) Migrate(ctx context.Context) error {
	pool, err := d.db.DB()
	if err != nil {
		return err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	one, err := lock.NewPostgresSessionLocker(lock.WithLockTimeout(1, 120))
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, pool, files, goose.WithGoMigrations(carryOver()), goose.WithSessionLocker(one))
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
func (d *DB) ForCrew(id string) *Store { return &Store{d.db, id, &d.listener, d.recalled, &d.turns} }

// Store is what one crew has.
type Store struct {
	db       *gorm.DB
	crew     string
	listener *listener
	recalled *known
	turns    *turns
}

// Bounds on what is known from before.
const (
	mostDocuments = 60
	mostEdits     = 4000
	documentBytes = 24 << 20
	editBytes     = 8 << 20
)

// Job is a job as kept: its document at a revision.
type Job struct {
	ID       string
	Revision int64
	Document job.Document
	Updated  time.Time
	Mended   string // the kept document was damaged: what was done about it
	Sum      string // of the document as it is kept: another document, another sum
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

// soundly says whether the document kept has the sum it was kept with.
const soundly = "coalesce(sum = md5(document::text), false) AS sound"

// head reads a job's row that isn't in the bin; lock keeps others from
// changing it until the transaction ends.
func (s *Store) head(tx *gorm.DB, id string, lock bool) (jobRow, error) {
	query := `SELECT id, revision, document, coalesce(sum, '') AS sum, ` + soundly + `, unsnapped, updated_at
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

// headOnly locks a job's row and reads all of it but the document.
func (s *Store) headOnly(tx *gorm.DB, id string) (row jobRow, err error) {
	got := tx.Raw("SELECT id, revision, sum, unsnapped, updated_at FROM jobs WHERE crew_id = ? AND id = ? AND deleted_at IS NULL FOR UPDATE", s.crew, id).Scan(&row)
	if got.Error == nil && got.RowsAffected == 0 {
		return row, ErrNotFound
	}
	return row, got.Error
}

// State is which document a job has: its revision and the document's sum. It is
// a light question. ErrNotFound where there is no such job.
func (s *Store) State(ctx context.Context, id string) (Job, error) {
	row, err := s.lightly(ctx, id, "false AS sound")
	return Job{ID: row.ID, Revision: row.Revision, Updated: row.UpdatedAt, Sum: row.Sum}, err
}

// lightly reads a job's row without its document.
func (s *Store) lightly(ctx context.Context, id, sound string) (row jobRow, err error) {
	got := s.db.WithContext(ctx).Raw("SELECT id, revision, coalesce(sum, '') AS sum, "+sound+", updated_at FROM jobs WHERE crew_id = ? AND id = ? AND deleted_at IS NULL", s.crew, id).Scan(&row)
	if got.Error == nil && got.RowsAffected == 0 {
		return row, ErrNotFound
	}
	return row, got.Error
}

// Job finds one job, or ErrNotFound.
func (s *Store) Job(ctx context.Context, id string) (Job, error) {
	tx := s.db.WithContext(ctx)
	row, err := s.lightly(ctx, id, soundly)
	if err != nil {
		return Job{}, err
	}
	if d, known := s.recalled.documents.Peek(recall.KeyOf(s.crew, row.ID, row.Sum)); known && row.Sound {
		return Job{ID: row.ID, Revision: row.Revision, Document: d, Updated: row.UpdatedAt, Sum: row.Sum}, nil
	}
	if row, err = s.head(tx, id, false); err != nil {
		return Job{}, err
	}
	if row.Sound {
		if d, err := s.document(row); err == nil {
			return Job{ID: row.ID, Revision: row.Revision, Document: d, Updated: row.UpdatedAt, Sum: row.Sum}, nil
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

// document is the one of a row that is sound.
func (s *Store) document(row jobRow) (job.Document, error) {
	return s.recalled.documents.Of(recall.KeyOf(s.crew, row.ID, row.Sum), func() (job.Document, error) { return documentIn(row.Document) })
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

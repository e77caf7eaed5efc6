package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"gorm.io/gorm"

	"homalos/internal/job"
	"homalos/internal/recall"
)

// Author is who makes a change, and on what.
type Author struct{ Name, Device string }

// Line is one edit of the log.
type Line struct {
	Edit    job.Edit
	Inverse []job.Edit
	Asked   *job.Edit // what was asked for, where Edit was worked out from it
}

// Step are edits made together: one revision of the job.
type Step struct {
	Revision int64
	Author
	At             time.Time
	Said           string
	Undoes, Redoes int64 // the revision that it takes back, or makes again
	Lines          []Line
}

// Touches are the parts that a step changed or relied on.
func (s Step) Touches() []string {
	var out []string
	for _, l := range s.Lines {
		out = append(out, l.Edit.Touches()...)
	}
	return out
}

// Entry is what one request adds to the log, and what the job then amounts to.
type Entry struct {
	Step
	Document job.Document
	Summary  any // what the list shows
}

// lineRow is a row of edits.
type lineRow struct {
	CrewID   string `gorm:"primaryKey"`
	JobID    string `gorm:"primaryKey"`
	Revision int64  `gorm:"primaryKey"`
	Line     int    `gorm:"primaryKey"`
	ID       *string
	By       string
	Device   string
	At       time.Time  `gorm:"->"`
	Edit     job.Edit   `gorm:"serializer:json"`
	Inverse  []job.Edit `gorm:"serializer:json"`
	Asked    *job.Edit  `gorm:"serializer:json"`
	Said     string
	Undoes   *int64
	Redoes   *int64
}

// TableName for GORM.
func (lineRow) TableName() string { return "edits" }

// KnownError says that edits of a request stand in the log already: all of
// them, and they are the same.
type KnownError struct{ Revision int64 }

func (e *KnownError) Error() string {
	return fmt.Sprintf("these edits were made before, in revision %d", e.Revision)
}

// rows scopes a query to the crew, and to one of its jobs.
func (s *Store) rows(tx *gorm.DB, jobID string) *gorm.DB {
	return tx.Where("crew_id = ? AND job_id = ?", s.crew, jobID)
}

// Append adds a step to a job's log. work is given the job as it stands and says
// what the step is; its error is returned. It works outside of any transaction:
// if somebody else changed the job meanwhile, it is called again. asked are the
// edits of the request: if the log has them all, it is a *KnownError.
func (s *Store) Append(ctx context.Context, id string, asked []job.Edit, work func(now Job, log Log) (Entry, error)) (Job, error) {
	done, err := s.turns.take(ctx, topic(s.crew, id))
	if err != nil {
		return Job{}, err
	}
	defer done()
	for {
		if err := s.known(s.db.WithContext(ctx), id, asked); err != nil {
			return Job{}, err
		}
		now, err := s.Job(ctx, id)
		if err != nil {
			return Job{}, err
		}
		entry, err := work(now, Log{s, s.db.WithContext(ctx), id, now.Revision})
		if err != nil {
			return Job{}, err
		}
		out, err := s.append(ctx, now, asked, entry)
		if !errors.Is(err, errMoved) {
			return out, err
		}
	}
}

// Awaited says whether others wait, or are about, to change a job through this
// copy of the application.
func (s *Store) Awaited(id string) bool { return s.turns.awaited(topic(s.crew, id)) }

// errMoved says that the job is no longer what a step was worked out from.
var errMoved = errors.New("the job was changed meanwhile")

// append writes a step, if the job still is what it was worked out from.
func (s *Store) append(ctx context.Context, now Job, asked []job.Edit, entry Entry) (Job, error) {
	out := Job{ID: now.ID, Revision: now.Revision + 1, Document: entry.Document, Mended: now.Mended}
	err := s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		row, err := s.headOnly(tx, now.ID)
		if err != nil {
			return err
		}
		if err := s.known(tx, now.ID, asked); err != nil {
			return err
		}
		if row.Revision != now.Revision || row.Sum != now.Sum {
			return errMoved
		}
		out.Sum, err = s.write(tx, row, now.ID, entry)
		return err
	})
	out.Updated = time.Now()
	return out, err
}

// known looks for edits that were sent before.
func (s *Store) known(tx *gorm.DB, id string, asked []job.Edit) error {
	byID := map[string]job.Edit{}
	var ids []string
	for _, e := range asked {
		if e.ID != "" {
			byID[e.ID] = e
			ids = append(ids, e.ID)
		}
	}
	var there []lineRow
	if len(ids) == 0 {
		return nil
	}
	if err := s.rows(tx, id).Where("id IN ?", ids).Find(&there).Error; err != nil || len(there) == 0 {
		return err
	}
	for _, row := range there {
		kept := row.Edit
		if row.Asked != nil {
			kept = *row.Asked
		}
		if !job.SameEdit(kept, byID[*row.ID]) {
			return fmt.Errorf("edit %s: %w", *row.ID, ErrExists)
		}
	}
	if len(there) < len(asked) {
		return fmt.Errorf("edit %s was made before, others of this request were not: %w", *there[0].ID, ErrExists)
	}
	return &KnownError{there[0].Revision}
}

// write keeps a step, and is the sum of the document it comes to.
func (s *Store) write(tx *gorm.DB, row jobRow, id string, entry Entry) (sum string, err error) {
	next := row.Revision + 1
	var rows []lineRow
	for i, l := range entry.Lines {
		one := lineRow{CrewID: s.crew, JobID: id, Revision: next, Line: i, By: entry.Name, Device: entry.Device, Edit: l.Edit, Inverse: l.Inverse, Asked: l.Asked}
		if l.Edit.ID != "" {
			one.ID = &l.Edit.ID
		}
		if one.Inverse == nil {
			one.Inverse = []job.Edit{}
		}
		if i == 0 {
			one.Said, one.Undoes, one.Redoes = entry.Said, some(entry.Undoes), some(entry.Redoes)
		}
		rows = append(rows, one)
	}
	if err := tx.CreateInBatches(rows, 4000).Error; err != nil {
		return "", err
	}
	written, err := encoded(entry.Document)
	if err != nil {
		return "", err
	}
	short, err := optional(entry.Summary)
	if err != nil {
		return "", err
	}
	unsnapped := row.Unsnapped + len(rows)
	if unsnapped >= snapshotEvery {
		unsnapped = 0
		if err := s.snapshot(tx, id, next, written); err != nil {
			return "", err
		}
	}
	if err := tx.Raw(`UPDATE jobs SET revision = @rev, document = d, sum = md5(d::text), summary = CAST(@short AS jsonb), unsnapped = @n, updated_at = now()
		FROM (SELECT CAST(@doc AS jsonb) AS d OFFSET 0) AS written WHERE crew_id = @crew AND id = @id RETURNING sum`, map[string]any{"rev": next, "doc": written, "short": short, "n": unsnapped, "crew": s.crew, "id": id}).Scan(&sum).Error; err != nil {
		return "", err
	}
	s.recalled.documents.Must(recall.KeyOf(s.crew, id, sum), func() job.Document { return entry.Document })
	return sum, tx.Exec("SELECT pg_notify(?, ?)", channel, topic(s.crew, id)).Error
}

func (s *Store) snapshot(tx *gorm.DB, id string, revision int64, written string) error {
	return tx.Exec(`INSERT INTO snapshots (crew_id, job_id, revision, document, sum) VALUES (@crew, @id, @rev, CAST(@doc AS jsonb), md5(CAST(CAST(@doc AS jsonb) AS text)))
		ON CONFLICT (crew_id, job_id, revision) DO UPDATE SET document = excluded.document, sum = excluded.sum`,
		map[string]any{"crew": s.crew, "id": id, "rev": revision, "doc": written}).Error
}

func some(n int64) *int64 {
	if n == 0 {
		return nil
	}
	return &n
}

// encoded is JSON that PostgreSQL is given as text.
func encoded(v any) (string, error) {
	raw, err := json.Marshal(v)
	return string(raw), err
}

// optional is JSON, or NULL for nothing.
func optional(v any) (*string, error) {
	if v == nil {
		return nil, nil
	}
	text, err := encoded(v)
	return &text, err
}

// steps reads the log after one revision up to another, the last of them if
// most is given.
func (s *Store) steps(tx *gorm.DB, id string, after, upTo int64, most int) ([]Step, error) {
	if most > 0 {
		after = max(after, upTo-int64(most))
	}
	var rows []lineRow
	if err := s.rows(tx, id).Where("revision > ? AND revision <= ?", after, upTo).Order("revision, line").Find(&rows).Error; err != nil {
		return nil, err
	}
	return stepsOf(rows), nil
}

// stepsOf puts the lines of each step together.
func stepsOf(rows []lineRow) []Step {
	var out []Step
	for _, r := range rows {
		if len(out) == 0 || out[len(out)-1].Revision != r.Revision {
			out = append(out, Step{Revision: r.Revision, Author: Author{r.By, r.Device}, At: r.At, Said: r.Said, Undoes: value(r.Undoes), Redoes: value(r.Redoes)})
		}
		last := &out[len(out)-1]
		last.Lines = append(last.Lines, Line{r.Edit, r.Inverse, r.Asked})
	}
	return out
}

func value(n *int64) int64 {
	if n == nil {
		return 0
	}
	return *n
}

const forever = int64(1) << 62

// Steps reads a job's log after a revision; of a long one the last most.
func (s *Store) Steps(ctx context.Context, id string, after int64, most int) ([]Step, error) {
	steps, _, err := s.StepsAndState(ctx, id, after, most)
	return steps, err
}

// StepsAndState is Steps, with the revision that the job is at.
func (s *Store) StepsAndState(ctx context.Context, id string, after int64, most int) ([]Step, int64, error) {
	now, err := s.State(ctx, id)
	if err != nil {
		return nil, 0, err
	}
	steps, err := s.steps(s.db.WithContext(ctx), id, after, now.Revision, most)
	return steps, now.Revision, err
}

// Recent reads the last most steps up to a revision, 0 for the latest, by what
// was made: not what takes it back, nor how it was asked for, nor how the job
// was begun, which holds all of it and is never taken back.
func (s *Store) Recent(ctx context.Context, id string, upTo int64, most int) ([]Step, error) {
	if upTo == 0 {
		err := s.db.WithContext(ctx).Raw("SELECT revision FROM jobs WHERE crew_id = ? AND id = ?", s.crew, id).Scan(&upTo).Error
		if err != nil {
			return nil, err
		}
	}
	var rows []recentRow
	if err := s.rows(s.db.WithContext(ctx), id).Where("revision > ? AND revision <= ?", max(begun, upTo-int64(most)), upTo).Order("revision, line").Find(&rows).Error; err != nil {
		return nil, err
	}
	whole := make([]lineRow, len(rows))
	for i, r := range rows {
		edit, err := s.recalled.edits.Of(recall.KeyOf(string(r.Edit)), func() (e job.Edit, err error) { return e, json.Unmarshal(r.Edit, &e) })
		if err != nil {
			return nil, err
		}
		whole[i] = lineRow{Revision: r.Revision, Line: r.Line, By: r.By, Device: r.Device, At: r.At, Edit: edit, Said: r.Said, Undoes: r.Undoes, Redoes: r.Redoes}
	}
	return stepsOf(whole), nil
}

// recentRow is a row of edits, the edit as it is written.
type recentRow struct {
	Revision         int64
	Line             int
	By, Device, Said string
	At               time.Time
	Edit             []byte
	Undoes, Redoes   *int64
}

// TableName for GORM.
func (recentRow) TableName() string { return "edits" }

const begun = 1 // the revision that a job begins at

// Log is a job's log up to the revision that a change is worked out from.
type Log struct {
	s    *Store
	tx   *gorm.DB
	id   string
	upTo int64
}

// Since reads the steps after a revision.
func (l Log) Since(revision int64) ([]Step, error) {
	return l.s.steps(l.tx, l.id, revision, l.upTo, 0)
}

// At is the job as it stood at a revision.
func (l Log) At(revision int64) (job.Document, error) { return l.s.follow(l.tx, l.id, revision) }

// Of is the step that an edit is of, or ErrNotFound.
func (l Log) Of(edit string) (Step, error) {
	var row lineRow
	if err := l.s.rows(l.tx, l.id).Where("id = ? AND revision <= ?", edit, l.upTo).Take(&row).Error; err != nil {
		if errors.Is(err, gorm.ErrRecordNotFound) {
			return Step{}, ErrNotFound
		}
		return Step{}, err
	}
	steps, err := l.s.steps(l.tx, l.id, row.Revision-1, row.Revision, 0)
	if err != nil || len(steps) == 0 {
		return Step{}, errors.Join(err, ErrNotFound)
	}
	return steps[0], nil
}

// topic names a job in a notice.
func topic(crew, id string) string { return crew + "/" + strings.ToLower(id) }

// Between are the steps of a job's log after one revision, up to another.
func (s *Store) Between(ctx context.Context, id string, after, upTo int64) ([]Step, error) {
	return s.steps(s.db.WithContext(ctx), id, after, upTo, 0)
}

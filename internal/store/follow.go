package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"

	"gorm.io/gorm"

	"homalos/internal/job"
)

func documentIn(raw []byte) (job.Document, error) {
	var d job.Document
	err := json.Unmarshal(raw, &d)
	if err == nil && d.Format != job.Format {
		err = errors.New("it is no job document")
	}
	return d, err
}

// sound is the job of a row. A document that was damaged is made anew from the
// log and kept.
func (s *Store) sound(tx *gorm.DB, row jobRow) (Job, error) {
	j := Job{ID: row.ID, Revision: row.Revision, Updated: row.UpdatedAt, Sum: row.Sum}
	var err error
	if row.Sound {
		if j.Document, err = s.document(row); err == nil {
			return j, nil
		}
	}
	if j.Document, err = s.follow(tx, row.ID, row.Revision); err != nil {
		return j, fmt.Errorf("the kept document of job %s is damaged, and its log can't be followed: %w", row.ID, err)
	}
	written, err := encoded(j.Document)
	if err != nil {
		return j, err
	}
	j.Mended = "The kept document of this job was damaged. It was made anew from the log of its changes: nothing is lost."
	slog.Warn("a damaged document was made anew from its log", "job", row.ID, "revision", row.Revision)
	return j, tx.Raw("UPDATE jobs SET document = d, sum = md5(d::text) FROM (SELECT CAST(@doc AS jsonb) AS d OFFSET 0) AS written WHERE crew_id = @crew AND id = @id RETURNING sum",
		map[string]any{"doc": written, "crew": s.crew, "id": row.ID}).Scan(&j.Sum).Error
}

// follow works out the document at a revision: from the last sound snapshot up
// to it, or from the start of the log, line by line.
func (s *Store) follow(tx *gorm.DB, id string, revision int64) (job.Document, error) {
	var kept []struct {
		Revision int64
		Document []byte
		Sound    bool
	}
	if err := tx.Raw(`SELECT revision, document, sum = md5(document::text) AS sound FROM snapshots
		WHERE crew_id = ? AND job_id = ? AND revision <= ? ORDER BY revision DESC`, s.crew, id, revision).Scan(&kept).Error; err != nil {
		return job.Document{}, err
	}
	var damaged []int64
	var d job.Document
	from := int64(0)
	for _, k := range kept {
		one, err := documentIn(k.Document)
		if k.Sound && err == nil {
			d, from = one, k.Revision
			break
		}
		damaged = append(damaged, k.Revision)
	}
	steps, err := s.steps(tx, id, from, revision, 0)
	if err != nil {
		return d, err
	}
	if from == 0 && len(steps) == 0 {
		return d, ErrNotFound
	}
	at := from
	for _, step := range steps {
		if err := step.onto(&d); err != nil {
			return d, err
		}
		at = step.Revision
		for _, bad := range damaged {
			if bad == at {
				if err := s.mendSnapshot(tx, id, at, d); err != nil {
					return d, err
				}
			}
		}
	}
	if at != revision {
		return d, fmt.Errorf("the log ends at revision %d, not %d", at, revision)
	}
	return d, nil
}

// onto makes a step's edits once more, in the document that it was made to.
func (s Step) onto(d *job.Document) error {
	for _, l := range s.Lines {
		var faults job.Faults
		if l.Edit.On(d, "edit", &faults); faults != nil {
			return fmt.Errorf("revision %d: %w", s.Revision, faults)
		}
	}
	return nil
}

func (s *Store) mendSnapshot(tx *gorm.DB, id string, revision int64, d job.Document) error {
	slog.Warn("a damaged snapshot was made anew from the log", "job", id, "revision", revision)
	written, err := encoded(d)
	if err != nil {
		return err
	}
	return s.snapshot(tx, id, revision, written)
}

// At is a job as it stood at a revision, or ErrNotFound.
func (s *Store) At(ctx context.Context, id string, revision int64) (job.Document, error) {
	tx := s.db.WithContext(ctx)
	if _, err := s.head(tx, id, false); err != nil {
		return job.Document{}, err
	}
	return s.follow(tx, id, revision)
}

// Replay works the document out from the log alone, whatever snapshots hold.
func (s *Store) Replay(ctx context.Context, id string) (job.Document, error) {
	var d job.Document
	steps, err := s.steps(s.db.WithContext(ctx), id, 0, forever, 0)
	if err == nil && len(steps) == 0 {
		err = ErrNotFound
	}
	for _, step := range steps {
		if err := step.onto(&d); err != nil {
			return d, err
		}
	}
	return d, err
}

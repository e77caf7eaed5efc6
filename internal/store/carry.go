package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"time"

	"github.com/pressly/goose/v3"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// carryOver is the migration from tables of a job's parts to its log: the
// document of each job becomes the start of its log, at the revision it had,
// with the ticks of the saw in its record. Earlier revisions are kept as
// snapshots. It stands in Go since lengths are written in the job's unit.
func carryOver() *goose.Migration {
	return goose.NewGoMigration(6, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, `INSERT INTO snapshots (crew_id, job_id, revision, document, sum, at)
			SELECT r.crew_id, r.job_id, r.revision, r.document, md5(r.document::text), r.at
			FROM revisions r JOIN jobs j ON j.crew_id = r.crew_id AND j.id = r.job_id WHERE r.revision < j.revision`); err != nil {
			return err
		}
		heads, err := headsOf(ctx, tx)
		if err != nil {
			return err
		}
		for _, h := range heads { // one job in memory at a time
			if err := carryJob(ctx, tx, h); err != nil {
				return fmt.Errorf("job %s: %w", h.id, err)
			}
		}
		return nil
	}}, nil)
}

type oldHead struct {
	crew, id string
	revision int64
}

func headsOf(ctx context.Context, tx *sql.Tx) ([]oldHead, error) {
	rows, err := tx.QueryContext(ctx, "SELECT crew_id, id, revision FROM jobs ORDER BY crew_id, id")
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	var out []oldHead
	for rows.Next() {
		var h oldHead
		if err := rows.Scan(&h.crew, &h.id, &h.revision); err != nil {
			return nil, err
		}
		out = append(out, h)
	}
	return out, rows.Err()
}

func carryJob(ctx context.Context, tx *sql.Tx, h oldHead) error {
	var raw []byte
	var at time.Time
	err := tx.QueryRowContext(ctx, "SELECT document, at FROM revisions WHERE crew_id = $1 AND job_id = $2 AND revision = $3", h.crew, h.id, h.revision).Scan(&raw, &at)
	if err != nil {
		return fmt.Errorf("its document: %w", err)
	}
	var d job.Document
	if err := json.Unmarshal(raw, &d); err != nil {
		return err
	}
	if err := carryCuts(ctx, tx, h, &d); err != nil {
		return err
	}
	written, err := json.Marshal(d)
	if err != nil {
		return err
	}
	start, err := json.Marshal(job.Edit{Act: &job.Start{Document: d}})
	if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, `INSERT INTO edits (crew_id, job_id, revision, line, "by", device, at, edit, inverse, said)
		VALUES ($1, $2, $3, 0, '', '', $4, $5, '[]', 'carried over')`, h.crew, h.id, h.revision, at, start); err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, "UPDATE jobs SET document = $3::jsonb, sum = md5($3::jsonb::text) WHERE crew_id = $1 AND id = $2", h.crew, h.id, written)
	return err
}

// carryCuts puts the log of the saw into the record, each line with its time.
func carryCuts(ctx context.Context, tx *sql.Tx, h oldHead, d *job.Document) error {
	rows, err := tx.QueryContext(ctx, "SELECT id, member, lumber, length, undone, at FROM cut_log WHERE crew_id = $1 AND job_id = $2 ORDER BY line", h.crew, h.id)
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var c job.Cut
		var length int64
		var at time.Time
		if err := rows.Scan(&c.ID, &c.Member, &c.Lumber, &length, &c.Undone, &at); err != nil {
			return err
		}
		c.Length, c.At = job.Exactly(measure.Length(length), d.Units), at.UTC().Format(time.RFC3339Nano)
		if d.Record == nil {
			d.Record = &job.Record{}
		}
		d.Record.Cuts = append(d.Record.Cuts, c)
	}
	return rows.Err()
}

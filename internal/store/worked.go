package store

import (
	"context"
	"encoding/json"

	"homalos/internal/job"
)

// mostWorked bounds how many jobs a crew's figures are taken from: those changed last.
const mostWorked = 1000

// Worked is the hours that the crew wrote down, over its jobs.
func (s *Store) Worked(ctx context.Context) (out []job.Worked, err error) {
	var rows []struct{ Worked []byte }
	err = s.db.WithContext(ctx).Raw(`SELECT document->'record'->'worked' AS worked FROM jobs
		WHERE crew_id = ? AND deleted_at IS NULL AND document->'record'->'worked' IS NOT NULL ORDER BY updated_at DESC, id LIMIT ?`, s.crew, mostWorked).Scan(&rows).Error
	if err != nil {
		return nil, err
	}
	for _, r := range rows {
		var lines []job.Worked
		if json.Unmarshal(r.Worked, &lines) == nil { // a damaged document says so where it is opened
			out = append(out, lines...)
		}
	}
	return out, nil
}

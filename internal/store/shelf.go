package store

import (
	"context"
	"encoding/json"
	"errors"

	"gorm.io/gorm"

	"homalos/internal/job"
)

// ErrChanged says that somebody else changed something since it was read.
var ErrChanged = errors.New("it was changed meanwhile: read it again, and make the change anew")

// Shelf is what the crew has between its jobs, at a revision; 0 where nothing was kept
// yet.
func (s *Store) Shelf(ctx context.Context) (out job.Shelf, revision int64, err error) {
	var row struct {
		Revision int64
		Document []byte
	}
	got := s.db.WithContext(ctx).Raw("SELECT revision, document FROM shelves WHERE crew_id = ?", s.crew).Scan(&row)
	if got.Error != nil || got.RowsAffected == 0 {
		return job.Shelf{Format: job.ShelfFormat}, 0, got.Error
	}
	return out, row.Revision, json.Unmarshal(row.Document, &out)
}

// PutShelf keeps what the crew has, in place of the revision that it was made from. The
// error is ErrChanged where that isn't the last any more.
func (s *Store) PutShelf(ctx context.Context, was int64, shelf job.Shelf) (revision int64, err error) {
	raw, err := json.Marshal(shelf)
	if err != nil {
		return 0, err
	}
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		put := "UPDATE shelves SET revision = revision + 1, document = @document, updated_at = now() WHERE crew_id = @crew AND revision = @was"
		if was == 0 {
			put = "INSERT INTO shelves (crew_id, revision, document) VALUES (@crew, 1, @document) ON CONFLICT DO NOTHING"
		}
		got := tx.Exec(put, map[string]any{"crew": s.crew, "document": string(raw), "was": was})
		if got.Error == nil && got.RowsAffected == 0 {
			return ErrChanged
		}
		return got.Error
	})
	return was + 1, err
}

package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
)

// MostPhotos bounds how many photos a job keeps.
const MostPhotos = 2000

// ErrDamaged says that something kept isn't what it was any more.
var ErrDamaged = errors.New("it isn't what was kept: put it back from a backup")

// ErrFull says that a job keeps as many photos as it may.
var ErrFull = fmt.Errorf("the job keeps %d photos already", MostPhotos)

// KeepPhoto keeps a photo of a job and gives its checksum; the same one is kept once.
func (s *Store) KeepPhoto(ctx context.Context, id string, data []byte, wide, high int) (sum string, err error) {
	if _, err := s.Job(ctx, id); err != nil {
		return "", err
	}
	sha := sha256.Sum256(data)
	sum = hex.EncodeToString(sha[:])
	args := map[string]any{"crew": s.crew, "job": id, "sum": sum, "wide": wide, "high": high, "data": data, "most": MostPhotos}
	var there int64
	if err := s.db.WithContext(ctx).Raw("SELECT count(*) FROM photos WHERE crew_id = @crew AND job_id = @job AND sum <> @sum", args).Scan(&there).Error; err != nil {
		return "", err
	}
	if there >= MostPhotos {
		return "", ErrFull
	}
	return sum, s.db.WithContext(ctx).Exec(`INSERT INTO photos (crew_id, job_id, sum, wide, high, data)
		VALUES (@crew, @job, @sum, @wide, @high, @data) ON CONFLICT DO NOTHING`, args).Error
}

// Photo is a photo of a job as it was kept. The error is ErrNotFound, or ErrDamaged.
func (s *Store) Photo(ctx context.Context, id, sum string) ([]byte, error) {
	var row struct{ Data []byte }
	got := s.rows(s.db.WithContext(ctx).Table("photos"), id).Where("sum = ?", sum).Select("data").Scan(&row)
	if got.Error != nil {
		return nil, got.Error
	}
	if got.RowsAffected == 0 {
		return nil, ErrNotFound
	}
	if sha := sha256.Sum256(row.Data); hex.EncodeToString(sha[:]) != sum {
		return nil, ErrDamaged
	}
	return row.Data, nil
}

// PhotosKept are those of some checksums that a job keeps.
func (s *Store) PhotosKept(ctx context.Context, id string, sums []string) (map[string]bool, error) {
	out := map[string]bool{}
	if len(sums) == 0 {
		return out, nil
	}
	var kept []string
	err := s.rows(s.db.WithContext(ctx).Table("photos"), id).Where("sum IN ?", sums).Pluck("sum", &kept).Error
	for _, sum := range kept {
		out[sum] = true
	}
	return out, err
}

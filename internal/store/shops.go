package store

import (
	"context"
	"encoding/json"
	"fmt"

	"homalos/internal/job"
)

// MostShops bounds how many shop rules a crew keeps.
const MostShops = 100

// ErrManyShops says that a crew keeps as many shop rules as it may.
var ErrManyShops = fmt.Errorf("the crew keeps %d shop rules already: take one out first", MostShops)

// Shops are the shop rules that the crew keeps, by their names.
func (s *Store) Shops(ctx context.Context) (out []job.Shop, err error) {
	var rows []struct{ Document []byte }
	if err := s.db.WithContext(ctx).Raw("SELECT document FROM shops WHERE crew_id = ? ORDER BY document->>'name', id", s.crew).Scan(&rows).Error; err != nil {
		return nil, err
	}
	for _, r := range rows {
		var one job.Shop
		if err := json.Unmarshal(r.Document, &one); err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, nil
}

// KeepShop keeps shop rules, in place of those of the same id.
func (s *Store) KeepShop(ctx context.Context, shop job.Shop) error {
	raw, err := encoded(shop)
	if err != nil {
		return err
	}
	args := map[string]any{"crew": s.crew, "id": shop.ID, "document": raw}
	var others int64
	if err := s.db.WithContext(ctx).Raw("SELECT count(*) FROM shops WHERE crew_id = @crew AND id <> @id", args).Scan(&others).Error; err != nil {
		return err
	}
	if others >= MostShops {
		return ErrManyShops
	}
	return s.db.WithContext(ctx).Exec(`INSERT INTO shops (crew_id, id, document) VALUES (@crew, @id, @document)
		ON CONFLICT (crew_id, id) DO UPDATE SET document = excluded.document, updated_at = now()`, args).Error
}

// DropShop takes shop rules out; jobs that go by them keep what they have. The error is
// ErrNotFound where there are none of that id.
func (s *Store) DropShop(ctx context.Context, id string) error {
	done := s.db.WithContext(ctx).Exec("DELETE FROM shops WHERE crew_id = ? AND id = ?", s.crew, id)
	if done.Error == nil && done.RowsAffected == 0 {
		return ErrNotFound
	}
	return done.Error
}

package store_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/store"
	"homalos/internal/store/storetest"
)

// A photo is kept once, is the job's and the crew's alone, goes with its job, and says so
// when it is no longer what was kept.
func TestPhotosOfAJob(t *testing.T) {
	t.Parallel()
	url := storetest.URL(t)
	db, err := store.Open(url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = db.Close() })
	require.NoError(t, db.Migrate(ctx))
	s := db.ForCrew(store.BuiltInCrew)
	_, err = s.Create(ctx, id, bindery(t), nobody, nil)
	require.NoError(t, err)
	sum, err := s.KeepPhoto(ctx, id, []byte("one"), 1, 1)
	require.NoError(t, err)
	again, err := s.KeepPhoto(ctx, id, []byte("one"), 1, 1)
	require.NoError(t, err)
	assert.Equal(t, sum, again)
	data, err := s.Photo(ctx, id, sum)
	require.NoError(t, err)
	assert.Equal(t, "one", string(data))
	kept, err := s.PhotosKept(ctx, id, []string{sum, "other"})
	require.NoError(t, err)
	assert.Equal(t, map[string]bool{sum: true}, kept)

	_, err = s.KeepPhoto(ctx, id[:35]+"f", []byte("one"), 1, 1)
	require.ErrorIs(t, err, store.ErrNotFound, "no such job")
	_, err = s.Photo(ctx, id[:35]+"f", sum)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = db.ForCrew("0190c0de-0000-7000-8000-00000000c2e2").Photo(ctx, id, sum)
	require.ErrorIs(t, err, store.ErrNotFound, "another crew's")

	_, err = storetest.SQL(t, url).Exec("UPDATE photos SET data = 'two'")
	require.NoError(t, err)
	_, err = s.Photo(ctx, id, sum)
	require.ErrorIs(t, err, store.ErrDamaged)
}

-- The list reads names and units without taking documents apart, a page at a
-- time, the job changed last first.
-- +goose Up
ALTER TABLE jobs
    ADD COLUMN name text GENERATED ALWAYS AS (coalesce(document->>'name', '')) STORED,
    ADD COLUMN units text GENERATED ALWAYS AS (coalesce(document->>'units', '')) STORED;
DROP INDEX jobs_by_change;
CREATE INDEX jobs_by_change ON jobs (crew_id, updated_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX jobs_in_bin ON jobs (deleted_at) WHERE deleted_at IS NOT NULL;

-- +goose Down
DROP INDEX jobs_in_bin;
DROP INDEX jobs_by_change;
CREATE INDEX jobs_by_change ON jobs (crew_id, updated_at DESC);
ALTER TABLE jobs DROP COLUMN name, DROP COLUMN units;

-- What the tables of before held now stands in the documents and the log.
-- +goose Up
DROP TABLE cut_log, revisions, readings, ties, openings, walls, lumber;
DROP FUNCTION only_added;
ALTER TABLE jobs
    ALTER COLUMN document SET NOT NULL,
    ALTER COLUMN sum SET NOT NULL,
    DROP COLUMN name, DROP COLUMN units, DROP COLUMN mark, DROP COLUMN rules, DROP COLUMN spacing, DROP COLUMN method, DROP COLUMN fit,
    DROP COLUMN hold, DROP COLUMN floor, DROP COLUMN lap, DROP COLUMN kerf, DROP COLUMN board, DROP COLUMN fix_floor, DROP COLUMN fix_ceiling,
    DROP COLUMN survey, DROP COLUMN noise, DROP COLUMN found, DROP COLUMN assess;
CREATE INDEX jobs_by_change ON jobs (crew_id, updated_at DESC);

-- How walls meet, what plates are fixed with, stretches that wait.
-- +goose Up
ALTER TABLE walls
    ADD COLUMN ends jsonb,
    ADD COLUMN membrane boolean NOT NULL DEFAULT false,
    ADD COLUMN fix_floor jsonb,
    ADD COLUMN fix_ceiling jsonb,
    ADD COLUMN pending jsonb;
ALTER TABLE lumber ADD COLUMN track boolean NOT NULL DEFAULT false;
ALTER TABLE jobs
    ADD COLUMN fix_floor jsonb,
    ADD COLUMN fix_ceiling jsonb;
ALTER TABLE readings ADD COLUMN stays boolean NOT NULL DEFAULT false;
-- a reading outlives the wall it was given by
ALTER TABLE readings DROP CONSTRAINT readings_crew_id_job_id_wall_id_fkey;

-- +goose Down
ALTER TABLE readings DROP COLUMN stays;
ALTER TABLE jobs
    DROP COLUMN fix_floor,
    DROP COLUMN fix_ceiling;
ALTER TABLE lumber DROP COLUMN track;
ALTER TABLE walls
    DROP COLUMN ends,
    DROP COLUMN membrane,
    DROP COLUMN fix_floor,
    DROP COLUMN fix_ceiling,
    DROP COLUMN pending;

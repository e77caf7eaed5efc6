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

-- +goose Down
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

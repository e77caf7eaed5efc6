-- A wall may be placed by a relation in place of two ends.
-- +goose Up
ALTER TABLE walls
    ALTER COLUMN from_x DROP NOT NULL,
    ALTER COLUMN from_y DROP NOT NULL,
    ALTER COLUMN to_x DROP NOT NULL,
    ALTER COLUMN to_y DROP NOT NULL,
    ADD COLUMN line jsonb;
ALTER TABLE jobs ADD COLUMN board bigint;

-- +goose Down
ALTER TABLE jobs DROP COLUMN board;
ALTER TABLE walls DROP COLUMN line;

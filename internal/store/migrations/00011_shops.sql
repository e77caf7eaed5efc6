-- Shop rules that a crew keeps under a name, for all its jobs.
-- +goose Up
CREATE TABLE shops (
    crew_id    uuid NOT NULL REFERENCES crews (id),
    id         text NOT NULL,
    document   jsonb NOT NULL,
    updated_at timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, id)
);

-- +goose Down
DROP TABLE shops;

-- What a crew has and what it pays, kept between its jobs.
-- +goose Up
CREATE TABLE shelves (
    crew_id    uuid PRIMARY KEY REFERENCES crews (id),
    revision   bigint NOT NULL,
    document   jsonb NOT NULL,
    updated_at timestamptz NOT NULL DEFAULT now()
);

-- +goose Down
DROP TABLE shelves;

-- Photos of a job, as they are kept: each by its checksum. Which of them show what, and
-- which are taken out again, is the document's to say.
-- +goose Up
CREATE TABLE photos (
    crew_id uuid NOT NULL,
    job_id  uuid NOT NULL,
    sum     text NOT NULL, -- SHA-256 of data
    wide    int NOT NULL,
    high    int NOT NULL,
    data    bytea NOT NULL,
    at      timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, job_id, sum),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

-- +goose Down
DROP TABLE photos;

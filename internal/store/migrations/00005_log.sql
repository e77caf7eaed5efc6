-- A job is its log of edits and the document it amounts to. Lines of the log
-- are only ever added; they go with their whole job.
-- +goose Up
ALTER TABLE jobs
    ADD COLUMN document jsonb,
    ADD COLUMN sum text,              -- of the document's text, to see damage
    ADD COLUMN summary jsonb,         -- what the list shows; NULL until it is worked out
    ADD COLUMN unsnapped int NOT NULL DEFAULT 0, -- lines of the log since the last snapshot
    ADD COLUMN deleted_at timestamptz; -- in the bin since

CREATE TABLE edits (
    crew_id  uuid NOT NULL,
    job_id   uuid NOT NULL,
    revision bigint NOT NULL,       -- the one that these edits, made together, came to
    line     int NOT NULL,
    id       text,                  -- made by the client; NULL for what followed from another
    "by"     text NOT NULL,
    device   text NOT NULL,
    at       timestamptz NOT NULL DEFAULT now(),
    edit     jsonb NOT NULL,
    inverse  jsonb NOT NULL,        -- the edits that take it back
    asked    jsonb,                 -- what was asked for, where edit was worked out from it
    said     text NOT NULL,         -- of the first line: what was done, in words
    undoes   bigint,                -- of the first line: the revision it takes back,
    redoes   bigint,                -- or makes again
    PRIMARY KEY (crew_id, job_id, revision, line),
    UNIQUE (crew_id, job_id, id),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

-- The document as it stood, now and then, so that the log needn't be followed
-- from its start.
CREATE TABLE snapshots (
    crew_id  uuid NOT NULL,
    job_id   uuid NOT NULL,
    revision bigint NOT NULL,
    document jsonb NOT NULL,
    sum      text NOT NULL,
    at       timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, job_id, revision),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

-- +goose StatementBegin
CREATE FUNCTION log_only_added() RETURNS trigger AS $$
BEGIN
    IF TG_OP = 'DELETE' AND NOT EXISTS (SELECT 1 FROM jobs WHERE crew_id = OLD.crew_id AND id = OLD.job_id) THEN
        RETURN OLD; -- the whole job goes
    END IF;
    RAISE EXCEPTION 'lines of % are only added: a correction is a new line', TG_TABLE_NAME;
END
$$ LANGUAGE plpgsql;
-- +goose StatementEnd
CREATE TRIGGER edits_only_added BEFORE UPDATE OR DELETE ON edits FOR EACH ROW EXECUTE FUNCTION log_only_added();
CREATE TRIGGER edits_never_emptied BEFORE TRUNCATE ON edits FOR EACH STATEMENT EXECUTE FUNCTION log_only_added();

-- +goose Down
DROP TABLE snapshots, edits;
DROP FUNCTION log_only_added;
ALTER TABLE jobs DROP COLUMN document, DROP COLUMN sum, DROP COLUMN summary, DROP COLUMN unsnapped, DROP COLUMN deleted_at;

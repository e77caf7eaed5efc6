-- The building as found: tapes between corners are only ever added, as
-- readings are; what else was found stands in jobs.found, as in the document.
-- +goose Up
CREATE TABLE ties (
    crew_id     uuid NOT NULL,
    job_id      uuid NOT NULL,
    id          text NOT NULL,
    position    int NOT NULL,
    kind        text NOT NULL,
    at_corner   text NOT NULL,
    from_corner text NOT NULL,
    to_corner   text NOT NULL,
    value       bigint,
    degrees     double precision NOT NULL,
    instrument  text NOT NULL,
    read_by     text NOT NULL,
    taken       text NOT NULL,
    replaces    text,
    void        boolean NOT NULL,
    PRIMARY KEY (crew_id, job_id, id),
    UNIQUE (crew_id, job_id, position),
    UNIQUE (crew_id, job_id, replaces),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE,
    FOREIGN KEY (crew_id, job_id, replaces) REFERENCES ties (crew_id, job_id, id) DEFERRABLE INITIALLY DEFERRED
);
CREATE TRIGGER ties_only_added BEFORE UPDATE ON ties FOR EACH ROW EXECUTE FUNCTION only_added();

ALTER TABLE readings
    ADD COLUMN instrument text NOT NULL DEFAULT '',
    ADD COLUMN read_by text NOT NULL DEFAULT '',
    ADD COLUMN stood text,
    ADD COLUMN stood_thick bigint,
    ADD COLUMN stopped text,
    ADD COLUMN stopped_thick bigint,
    ADD COLUMN extra jsonb;

ALTER TABLE jobs ADD COLUMN assess jsonb;

-- +goose Down
ALTER TABLE jobs DROP COLUMN assess;
ALTER TABLE readings
    DROP COLUMN instrument, DROP COLUMN read_by, DROP COLUMN stood, DROP COLUMN stood_thick,
    DROP COLUMN stopped, DROP COLUMN stopped_thick, DROP COLUMN extra;
DROP TABLE ties;

-- Lengths are BIGINT nanometres; NULL where the document leaves one out.
-- Every row carries its crew, and joins to its job by crew and job together.
-- +goose Up
CREATE TABLE crews (
    id   uuid PRIMARY KEY,
    name text NOT NULL
);

CREATE TABLE jobs (
    crew_id    uuid NOT NULL REFERENCES crews (id),
    id         uuid NOT NULL,
    revision   bigint NOT NULL CHECK (revision > 0),
    name       text NOT NULL,
    units      text NOT NULL CHECK (units IN ('imperial', 'metric')),
    mark       bigint,
    rules      boolean NOT NULL,
    spacing    bigint,
    method     text NOT NULL,
    fit        bigint,
    hold       bigint,
    floor      text NOT NULL,
    lap        bigint,
    kerf       bigint,
    survey     boolean NOT NULL,
    noise      bigint,
    found      jsonb NOT NULL, -- joists and obstructions, as in the document
    created_at timestamptz NOT NULL DEFAULT now(),
    updated_at timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, id)
);

CREATE TABLE lumber (
    crew_id   uuid NOT NULL,
    job_id    uuid NOT NULL,
    id        text NOT NULL,
    position  int NOT NULL,
    thickness bigint NOT NULL,
    depth     bigint NOT NULL,
    stock     jsonb,
    treated   boolean NOT NULL,
    PRIMARY KEY (crew_id, job_id, id),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

CREATE TABLE walls (
    crew_id  uuid NOT NULL,
    job_id   uuid NOT NULL,
    id       text NOT NULL,
    position int NOT NULL,
    name     text NOT NULL,
    from_x   bigint NOT NULL,
    from_y   bigint NOT NULL,
    to_x     bigint NOT NULL,
    to_y     bigint NOT NULL,
    body     text NOT NULL,
    lumber   text NOT NULL,
    bottom   jsonb,
    top      jsonb,
    layout   boolean NOT NULL,
    hook     text NOT NULL,
    spacing  bigint,
    "offset" bigint,
    mode     text NOT NULL,
    PRIMARY KEY (crew_id, job_id, id),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE,
    FOREIGN KEY (crew_id, job_id, lumber) REFERENCES lumber (crew_id, job_id, id) DEFERRABLE INITIALLY DEFERRED
);

CREATE TABLE openings (
    crew_id       uuid NOT NULL,
    job_id        uuid NOT NULL,
    wall_id       text NOT NULL,
    id            text NOT NULL,
    position      int NOT NULL,
    kind          text NOT NULL,
    centre        bigint NOT NULL,
    leaf_width    bigint,
    leaf_height   bigint,
    rough_width   bigint,
    rough_height  bigint,
    sill          bigint,
    finish_floor  bigint,
    jacks         int NOT NULL,
    header        boolean NOT NULL,
    header_lumber text NOT NULL,
    header_plies  int NOT NULL,
    header_lie    text NOT NULL,
    PRIMARY KEY (crew_id, job_id, wall_id, id),
    FOREIGN KEY (crew_id, job_id, wall_id) REFERENCES walls (crew_id, job_id, id) ON DELETE CASCADE
);

CREATE TABLE readings (
    crew_id  uuid NOT NULL,
    job_id   uuid NOT NULL,
    id       text NOT NULL,
    position int NOT NULL,
    kind     text NOT NULL CHECK (kind IN ('gap', 'floor', 'ceiling')),
    basis    text NOT NULL,
    x        bigint,
    y        bigint,
    wall_id  text,
    station  bigint,
    value    bigint,
    replaces text,
    void     boolean NOT NULL,
    taken    text NOT NULL,
    PRIMARY KEY (crew_id, job_id, id),
    UNIQUE (crew_id, job_id, position),
    UNIQUE (crew_id, job_id, replaces),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE,
    FOREIGN KEY (crew_id, job_id, wall_id) REFERENCES walls (crew_id, job_id, id) DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (crew_id, job_id, replaces) REFERENCES readings (crew_id, job_id, id) DEFERRABLE INITIALLY DEFERRED
);

-- What each revision of a job held: to show two people what differs between
-- what they meant, and to go back.
CREATE TABLE revisions (
    crew_id  uuid NOT NULL,
    job_id   uuid NOT NULL,
    revision bigint NOT NULL,
    document jsonb NOT NULL,
    at       timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, job_id, revision),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

-- What was cut at the saw, and what was taken back; lines are only added.
CREATE TABLE cut_log (
    crew_id uuid NOT NULL,
    job_id  uuid NOT NULL,
    line    bigserial NOT NULL,
    id      uuid NOT NULL,
    member  text NOT NULL,
    lumber  text NOT NULL,
    length  bigint NOT NULL,
    undone  boolean NOT NULL,
    at      timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, job_id, id),
    FOREIGN KEY (crew_id, job_id) REFERENCES jobs (crew_id, id) ON DELETE CASCADE
);

-- +goose StatementBegin
CREATE FUNCTION only_added() RETURNS trigger AS $$
BEGIN
    RAISE EXCEPTION 'lines of % are only added: correct one with a new line', TG_TABLE_NAME;
END
$$ LANGUAGE plpgsql;
-- +goose StatementEnd
CREATE TRIGGER readings_only_added BEFORE UPDATE ON readings FOR EACH ROW EXECUTE FUNCTION only_added();
CREATE TRIGGER cut_log_only_added BEFORE UPDATE ON cut_log FOR EACH ROW EXECUTE FUNCTION only_added();

INSERT INTO crews (id, name) VALUES ('00000000-0000-7000-8000-000000000001', 'Our crew');

-- +goose Down
DROP TABLE cut_log, revisions, readings, openings, walls, lumber, jobs, crews;
DROP FUNCTION only_added;

CREATE TABLE cook (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    name TEXT NOT NULL,
    -- The plan request and what its plan promised, as JSON of a version.
    request TEXT NOT NULL,
    promise TEXT NOT NULL,
    version INTEGER NOT NULL,
    -- How fast its own clock runs.
    speed DOUBLE NOT NULL,
    -- Milliseconds since 1970 in UTC.
    created_ms BIGINT NOT NULL,
    -- Where its events leave it: waiting, cooking, resting, served.
    status TEXT NOT NULL,
    -- The simulated probe that is in it, as JSON; nothing where there is none.
    probe TEXT,
    -- Set while deleted; a restore clears it.
    deleted_ms BIGINT
);

CREATE INDEX cook_by_time ON cook (deleted_ms, created_ms);

-- What happened: rows are added and never changed.
CREATE TABLE cook_event (
    seq INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    cook_id INTEGER NOT NULL REFERENCES cook (id) ON DELETE CASCADE,
    -- The sender's own id: the same one counts once.
    event_id TEXT NOT NULL,
    at_ms BIGINT NOT NULL,
    -- When it was told.
    told_ms BIGINT NOT NULL,
    body TEXT NOT NULL,
    version INTEGER NOT NULL,
    UNIQUE (cook_id, event_id)
);

CREATE TABLE cook_reading (
    seq INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    cook_id INTEGER NOT NULL REFERENCES cook (id) ON DELETE CASCADE,
    reading_id TEXT NOT NULL,
    at_ms BIGINT NOT NULL,
    told_ms BIGINT NOT NULL,
    core_c DOUBLE NOT NULL,
    UNIQUE (cook_id, reading_id)
);

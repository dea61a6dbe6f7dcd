-- Line-ups: what is served when. Times in the body count from zero_ms.
CREATE TABLE line_up (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    name TEXT NOT NULL,
    zero_ms BIGINT NOT NULL,
    running BOOLEAN NOT NULL,
    body TEXT NOT NULL,
    version INTEGER NOT NULL,
    revision BIGINT NOT NULL,
    updated_ms BIGINT NOT NULL,
    deleted_ms BIGINT
);

CREATE INDEX line_up_by_time ON line_up (deleted_ms, zero_ms);

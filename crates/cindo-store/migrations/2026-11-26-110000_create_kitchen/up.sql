-- The kitchen: one row, and how often it was changed.
CREATE TABLE kitchen (
    id INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    body TEXT NOT NULL,
    version INTEGER NOT NULL,
    revision BIGINT NOT NULL
);

-- Checks of gear with a thermometer, ice or a clock.
CREATE TABLE kitchen_check (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    gear TEXT NOT NULL,
    at_ms BIGINT NOT NULL,
    body TEXT NOT NULL,
    version INTEGER NOT NULL,
    deleted_ms BIGINT
);

CREATE INDEX kitchen_check_by_gear ON kitchen_check (deleted_ms, gear, at_ms);

CREATE TABLE card (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    name TEXT NOT NULL,
    note TEXT NOT NULL,
    -- The plan request as JSON, so that it can be solved again by any later core.
    request TEXT NOT NULL,
    -- Headline figures as JSON, as solved by core_version.
    headline TEXT NOT NULL,
    core_version TEXT NOT NULL,
    -- Civil date-times in UTC.
    created_at TEXT NOT NULL,
    updated_at TEXT NOT NULL,
    -- Set while deleted; a restore clears it.
    deleted_at TEXT
);

CREATE INDEX card_by_name ON card (deleted_at, name);

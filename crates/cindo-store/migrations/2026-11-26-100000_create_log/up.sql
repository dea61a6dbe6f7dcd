-- What was cooked: narrow rows to list, filter and count; the whole entry stands beside them.
CREATE TABLE log_entry (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    -- The cook that it comes from; nothing where it was told afterwards or came in from a file.
    cook_id INTEGER UNIQUE,
    -- Tells the same entry again when a file comes in twice.
    uid TEXT NOT NULL UNIQUE,
    -- When the fish met the heat, milliseconds since 1970 in UTC.
    at_ms BIGINT NOT NULL,
    name TEXT NOT NULL,
    species TEXT NOT NULL,
    cut TEXT NOT NULL,
    method TEXT NOT NULL,
    gear TEXT NOT NULL,
    thickness_mm DOUBLE NOT NULL,
    planned_s DOUBLE,
    out_s DOUBLE,
    -- How much later than planned the pull was right, s; nothing where the entry does not tell.
    off_s DOUBLE,
    verdict TEXT,
    -- Set while deleted; a restore clears it.
    deleted_ms BIGINT
);

-- Each holds what statistics read too, so that they need not look at the rows.
CREATE INDEX log_by_time ON log_entry (deleted_ms, at_ms, id, verdict, off_s, planned_s);
CREATE INDEX log_by_kind ON log_entry (deleted_ms, species, cut, method, at_ms, verdict, off_s, planned_s);
CREATE INDEX log_by_method ON log_entry (deleted_ms, method, at_ms, verdict, off_s, planned_s);
CREATE INDEX log_by_gear ON log_entry (deleted_ms, gear, at_ms, verdict, off_s, planned_s);
CREATE INDEX log_by_verdict ON log_entry (deleted_ms, verdict, at_ms);

CREATE TABLE log_body (
    entry_id INTEGER PRIMARY KEY NOT NULL REFERENCES log_entry (id) ON DELETE CASCADE,
    body TEXT NOT NULL,
    version INTEGER NOT NULL
);

-- Words of entries, by the number of the entry.
CREATE VIRTUAL TABLE log_text USING fts5 (words, tokenize = 'unicode61 remove_diacritics 2');

-- A photo of an entry, as JPEG.
CREATE TABLE log_photo (
    entry_id INTEGER PRIMARY KEY NOT NULL REFERENCES log_entry (id) ON DELETE CASCADE,
    jpeg BLOB NOT NULL
);

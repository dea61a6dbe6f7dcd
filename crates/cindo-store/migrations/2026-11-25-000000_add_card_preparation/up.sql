-- Version of the stored JSON: what was kept before this was of version 1.
ALTER TABLE card ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
-- What was chosen for the preparation as JSON; nothing where only a plan was kept.
ALTER TABLE card ADD COLUMN choices TEXT;

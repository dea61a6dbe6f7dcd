-- How often a card and an entry of the log were changed: a change is made on the one that was seen.
ALTER TABLE card ADD COLUMN revision BIGINT NOT NULL DEFAULT 1;
ALTER TABLE log_entry ADD COLUMN revision BIGINT NOT NULL DEFAULT 1;

ALTER TABLE log_entry DROP COLUMN revision;
ALTER TABLE card DROP COLUMN revision;

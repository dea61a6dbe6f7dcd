DROP TABLE log_text;
DROP TABLE log_body;
DROP TABLE log_entry;

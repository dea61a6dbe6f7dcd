-- Statistics by week read the log in the order of its weeks.
CREATE INDEX log_by_week ON log_entry (deleted_ms, at_ms / 604800000, verdict, off_s, planned_s);

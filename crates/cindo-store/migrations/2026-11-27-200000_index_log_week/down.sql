DROP INDEX log_by_week;

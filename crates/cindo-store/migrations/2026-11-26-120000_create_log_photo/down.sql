DROP TABLE log_photo;

DROP TABLE cook_reading;
DROP TABLE cook_event;
DROP TABLE cook;

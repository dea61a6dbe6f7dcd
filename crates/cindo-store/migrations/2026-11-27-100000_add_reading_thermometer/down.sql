ALTER TABLE cook_reading DROP COLUMN thermometer;

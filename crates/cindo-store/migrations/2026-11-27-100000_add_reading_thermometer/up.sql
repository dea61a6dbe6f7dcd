ALTER TABLE cook_reading ADD COLUMN thermometer TEXT;

DROP TABLE line_up;

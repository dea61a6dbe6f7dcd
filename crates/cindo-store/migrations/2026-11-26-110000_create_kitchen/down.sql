DROP TABLE kitchen_check;
DROP TABLE kitchen;

-- The dew point of a day, °F: over 70 an hour in the attic counts a row hotter. A day that is not here: not known.
CREATE TABLE IF NOT EXISTS dew_point (day TEXT NOT NULL PRIMARY KEY, dew_f REAL NOT NULL);

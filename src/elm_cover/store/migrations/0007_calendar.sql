-- What the calendar goes by: how far each job has come and what there is to do on it, where it stands, the weather of a day as
-- typed or read, and when a crew is busy elsewhere.
ALTER TABLE job ADD COLUMN stage TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN day TEXT;
CREATE TABLE placement (
  job_id TEXT PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  crew TEXT NOT NULL,
  day TEXT NOT NULL,
  half INTEGER NOT NULL CHECK (half IN (0, 1)),
  actor TEXT NOT NULL,
  placed_at TEXT NOT NULL
);
CREATE INDEX placement_by_day ON placement (day, crew);
CREATE TABLE weather (
  day TEXT PRIMARY KEY,
  high_f REAL NOT NULL,
  low_f REAL NOT NULL,
  source TEXT NOT NULL
);
CREATE TABLE busy (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  crew TEXT NOT NULL,
  first TEXT NOT NULL,
  last TEXT NOT NULL,
  what TEXT NOT NULL
);
-- Made anew at the next look: the summary lacks the stage.
UPDATE job SET summary = NULL

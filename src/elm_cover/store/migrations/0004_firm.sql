-- What the firm keeps from job to job. One row; saves counts its saves, as a job's does.
CREATE TABLE firm (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  saves INTEGER NOT NULL,
  actor TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL
);

CREATE TABLE job (
  id TEXT PRIMARY KEY,
  saves INTEGER NOT NULL,
  deleted_at TEXT
);
CREATE TABLE revision (
  id INTEGER PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  reason TEXT NOT NULL,
  actor TEXT NOT NULL,
  started_at TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL,
  UNIQUE (job_id, number)
);

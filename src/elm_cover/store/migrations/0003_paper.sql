-- Issued papers are kept as bytes with the revision they were made from, so that nothing later alters them.
CREATE TABLE paper (
  id INTEGER PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  revision INTEGER NOT NULL,
  kind TEXT NOT NULL,
  actor TEXT NOT NULL,
  issued_at TEXT NOT NULL,
  content BLOB NOT NULL,
  UNIQUE (job_id, number)
);

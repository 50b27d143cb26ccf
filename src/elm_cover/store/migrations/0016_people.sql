-- People, what they sign in with, and which photo belongs to which job.
CREATE TABLE person (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  known_as TEXT NOT NULL UNIQUE,
  role TEXT NOT NULL,
  crew TEXT,
  password TEXT,
  made_at TEXT NOT NULL,
  made_by TEXT NOT NULL,
  locked_at TEXT,
  deleted_at TEXT
);
CREATE TABLE session (
  id TEXT PRIMARY KEY,
  sum TEXT NOT NULL UNIQUE,
  person TEXT NOT NULL REFERENCES person (id),
  made_at TEXT NOT NULL,
  seen_at TEXT NOT NULL,
  address TEXT NOT NULL,
  agent TEXT NOT NULL
);
CREATE INDEX session_by_person ON session (person);
CREATE TABLE invitation (
  sum TEXT PRIMARY KEY,
  person TEXT NOT NULL REFERENCES person (id),
  made_at TEXT NOT NULL,
  made_by TEXT NOT NULL,
  ends_at TEXT NOT NULL,
  used_at TEXT
);
-- Every try to sign in that has not come to a session, by what it is counted by.
CREATE TABLE attempt (
  key TEXT NOT NULL,
  at_s REAL NOT NULL
);
CREATE INDEX attempt_by_key ON attempt (key, at_s);
-- Who did what; lines are only added.
CREATE TABLE deed (
  n INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  kind TEXT NOT NULL,
  who TEXT NOT NULL,
  who_id TEXT NOT NULL,
  job TEXT,
  what TEXT NOT NULL,
  address TEXT NOT NULL
);
CREATE INDEX deed_by_who ON deed (who_id, kind, job, n);
CREATE TABLE photo_job (
  photo TEXT NOT NULL,
  job_id TEXT NOT NULL,
  PRIMARY KEY (photo, job_id)
);
INSERT OR IGNORE INTO photo_job SELECT value, job_id FROM revision, json_each(photos_named(document));
INSERT OR IGNORE INTO photo_job SELECT value, job_id FROM log, json_each(photos_named(entry))

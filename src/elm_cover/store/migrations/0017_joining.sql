-- Phones that join by a code, when each was with the firm, when each job stood with a crew, and entries that wait for the office.
ALTER TABLE device ADD COLUMN joined_at TEXT;
ALTER TABLE device ADD COLUMN unsent INTEGER;
ALTER TABLE device ADD COLUMN unsent_photos INTEGER;
CREATE TABLE joining (
  id TEXT PRIMARY KEY,
  sum TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  crew TEXT,
  made_at TEXT NOT NULL,
  made_by TEXT NOT NULL,
  ends_at TEXT NOT NULL,
  used_at TEXT,
  device TEXT
);
CREATE TABLE stay (
  device TEXT NOT NULL,
  crew TEXT,
  since TEXT NOT NULL,
  until TEXT
);
CREATE INDEX stay_by_device ON stay (device);
CREATE TABLE stood (
  job TEXT NOT NULL,
  crew TEXT NOT NULL,
  since TEXT NOT NULL,
  until TEXT
);
CREATE INDEX stood_by_job ON stood (job);
CREATE TABLE held_entry (
  job TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  entry TEXT NOT NULL,
  sender TEXT NOT NULL,
  name TEXT NOT NULL,
  why TEXT NOT NULL,
  received_at TEXT NOT NULL,
  settled_at TEXT,
  settled_by TEXT,
  taken INTEGER,
  PRIMARY KEY (job, id)
);
INSERT INTO stay SELECT id, crew, made_at, revoked_at FROM device;
-- Since when a job stands there was not kept: whatever was written by its crew before is believed.
INSERT INTO stood SELECT job_id, crew, '', NULL FROM placement

-- Phones and counters that may write to a log: their token is kept as a sum of it, never itself.
CREATE TABLE device (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  crew TEXT,
  token_sha256 TEXT NOT NULL UNIQUE,
  actor TEXT NOT NULL,
  made_at TEXT NOT NULL,
  revoked_at TEXT,
  seen_at TEXT
)

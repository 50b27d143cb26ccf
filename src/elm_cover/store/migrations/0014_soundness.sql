-- When photos and papers were last compared with the sums that name them, and what was found.
CREATE TABLE soundness (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  checked_at TEXT NOT NULL,
  damaged TEXT NOT NULL
)

-- A paper is signed by the office that issued it. One that came in with an archive is marked, and never counts as issued here.
CREATE TABLE paper_key (
  public TEXT PRIMARY KEY,
  private TEXT,
  made_at TEXT NOT NULL
);
ALTER TABLE paper ADD COLUMN key TEXT NOT NULL DEFAULT '';
ALTER TABLE paper ADD COLUMN signature TEXT NOT NULL DEFAULT '';
ALTER TABLE paper ADD COLUMN late INTEGER NOT NULL DEFAULT 0;
ALTER TABLE paper ADD COLUMN of_job TEXT NOT NULL DEFAULT '';
ALTER TABLE paper ADD COLUMN came_at TEXT;
-- Issuing a paper cuts a revision for it; one that has none came in, and what it was issued as was not kept.
UPDATE paper SET came_at = issued_at, revision = 0, issued_at = '' WHERE NOT EXISTS
  (SELECT 1 FROM revision WHERE revision.job_id = paper.job_id AND number = paper.revision AND reason = 'paper')

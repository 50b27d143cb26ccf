-- What the shelf is searched and sorted by, kept with the job, so that a page of a long shelf is one query over short rows.
-- touched counts every change of any job: the order of the shelf, whatever the clock says.
ALTER TABLE job ADD COLUMN touched INTEGER NOT NULL DEFAULT 0;
ALTER TABLE job ADD COLUMN saved_at TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN name TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN words TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN floor_ft2 REAL NOT NULL DEFAULT 0;
UPDATE job SET
  touched = COALESCE((SELECT MAX(id) FROM revision WHERE job_id = job.id), 0),
  saved_at = COALESCE((SELECT saved_at FROM revision WHERE job_id = job.id ORDER BY number DESC LIMIT 1), ''),
  name = casefold(COALESCE((SELECT json_extract(document, '$.name') FROM revision WHERE job_id = job.id ORDER BY number DESC LIMIT 1), '')),
  words = casefold(COALESCE((SELECT COALESCE(json_extract(document, '$.name'), '') || ' ' || COALESCE(json_extract(document, '$.address'), '') FROM revision WHERE job_id = job.id ORDER BY number DESC LIMIT 1), '')),
  floor_ft2 = COALESCE(json_extract(summary, '$.totals.area_ft2'), 0);
CREATE INDEX job_by_touched ON job (deleted_at, touched, id);
CREATE INDEX job_by_name ON job (deleted_at, name, id);
CREATE INDEX job_by_floor ON job (deleted_at, floor_ft2, id)

-- What each headline was made from: the saves of the job and the number of its last entry. Whether it is stale follows from that.
ALTER TABLE job ADD COLUMN made_saves INTEGER NOT NULL DEFAULT 0;
ALTER TABLE job ADD COLUMN made_n INTEGER NOT NULL DEFAULT 0;
UPDATE job SET made_saves = saves, made_n = COALESCE((SELECT MAX(n) FROM log WHERE job_id = job.id), 0)
  WHERE summary IS NOT NULL

-- The log of a job: entries as devices wrote them, added and never changed. n counts them as they arrived, job by job.
CREATE TABLE log (
    job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    id TEXT NOT NULL,
    n INTEGER NOT NULL,
    received_at TEXT NOT NULL,
    entry TEXT NOT NULL,
    PRIMARY KEY (job_id, id)
);
CREATE UNIQUE INDEX log_by_number ON log (job_id, n);
-- Headlines now say whether the attic is ready to close: they are made anew when the shelf is next read.
UPDATE job SET summary = NULL;

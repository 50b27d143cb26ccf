"""Ten papers of a job that is done, as multiples of one plan."""

from __future__ import annotations

import time
from datetime import date

from elm_cover.demo.done import PROVED, done_log
from elm_cover.demo.week import monday_from, small_documents
from elm_cover.formats.log_file import read_entry
from elm_cover.job import Job, read_job
from elm_cover.papers.issue import Asked, printed

KINDS = (
    "job sheet", "eave detail", "work list", "load list", "attic card", "receipt", "what lies under", "report", "leak sheet", "day sheet",
)  # fmt: skip
TODAY = date(2026, 5, 6)


def ten_papers_s() -> tuple[dict[str, float], Job]:
    """What each takes, s, least of three, and the job they are of."""
    document = next(one for one in small_documents(monday_from(TODAY)) if one["name"] == PROVED)
    job = read_job(document)
    log = tuple(read_entry(entry) for entry in done_log(job, TODAY) or ())
    asked = Asked(job=job, today=TODAY, log=log)
    found = {}
    for kind in KINDS:
        times = []
        for _ in range(3):
            begun = time.perf_counter()
            printed(kind, asked)
            times.append(time.perf_counter() - begun)
        found[kind] = min(times)
    return found, job

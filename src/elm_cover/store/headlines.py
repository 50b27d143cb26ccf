"""Headlines of jobs: kept with what they were made from, so that whether one is stale follows from that alone.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from peewee import SqliteDatabase

from .rows import JobRow

LAST_ENTRY = "COALESCE((SELECT MAX(n) FROM log WHERE log.job_id = job.id), 0)"
STALE = f"(job.summary IS NULL OR job.made_saves < job.saves OR job.made_n < {LAST_ENTRY})"


@dataclass(frozen=True)
class MadeFrom:
    """Which save of a job and which last entry of its log."""

    saves: int
    n: int


@dataclass(frozen=True)
class Shown:
    """A headline taken apart: what the shelf sends out whole, the stage it is filtered by, and what the calendar alone reads; and what
    it was made from."""

    summary: str | None
    stage: str
    day: str | None
    made: MadeFrom

    def columns(self) -> dict[str, Any]:
        """As the row of the job has it."""
        made = {"made_saves": self.made.saves, "made_n": self.made.n}
        return {"summary": self.summary, "stage": self.stage, "day": self.day, **made}

    def of_the_next_save(self) -> Shown:
        """The same for a save that changes nothing of the document; what was stale stays so."""
        return replace(self, made=MadeFrom(self.made.saves + 1, self.made.n))


# Of a job whose figures were never made.
NOTHING_SHOWN = Shown(None, "", None, MadeFrom(0, 0))


@dataclass(frozen=True)
class ToMake:
    """What a headline that is stale is made from."""

    job_id: str
    document: dict[str, Any]
    log: list[dict[str, Any]]
    made: MadeFrom


def shown(headline: Mapping[str, Any], made: MadeFrom) -> Shown:
    """A headline as it is kept."""
    rest = {name: value for name, value in headline.items() if name not in ("stage", "day")}
    day = headline.get("day")
    return Shown(json.dumps(rest), headline.get("stage", ""), None if day is None else json.dumps(day), made)


def kept(job_id: str) -> Shown:
    """What is kept with a job now."""
    row = JobRow.get_by_id(job_id)
    return Shown(row.summary, row.stage, row.day, MadeFrom(row.made_saves, row.made_n))


def keep(job_id: str, made: Shown) -> None:
    """Keeps a headline, unless one that was made from more stands there already."""
    newer = (JobRow.made_saves <= made.made.saves) & (JobRow.made_n <= made.made.n)
    JobRow.update(**made.columns(), floor_ft2=floor_of(made.summary)).where((JobRow.id == job_id) & newer).execute()


def floor_of(summary: str | None) -> float:
    """The floor area that a headline tells, ft², 0 where it tells none: what the shelf may be sorted by."""
    floor = (json.loads(summary).get("totals") or {}).get("area_ft2") if summary else None
    return float(floor or 0)


def is_stale(job_id: str) -> bool:
    """Whether a job's headline tells less than is stored of it."""
    return bool(_ids(f"job.id = ? AND {STALE}", (job_id,)))


def stale_on_the_shelf(in_bin: bool = False) -> list[str]:
    """Every job there whose headline is stale."""
    return _ids(f"job.deleted_at IS {'NOT ' if in_bin else ''}NULL AND {STALE}", ())


def _ids(where: str, values: tuple[Any, ...]) -> list[str]:
    database: SqliteDatabase = JobRow._meta.database.obj
    return [row[0] for row in database.execute_sql(f"SELECT job.id FROM job WHERE {where}", values).fetchall()]

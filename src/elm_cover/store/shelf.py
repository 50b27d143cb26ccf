"""The shelf: pages of jobs, searched by words and sorted, from what is kept with each job and from no document.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import base64
import binascii
import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import SqliteDatabase, fn

from ..job.stages import STAGES, dated
from .headlines import STALE, Shown, floor_of
from .rows import JobRow

MOST_A_PAGE, A_PAGE = 200, 60
# The stages that a day on the calendar turns into another, and those that come of it with the one each was.
BEFORE_DATED: dict[str | None, str] = {
    row.when_dated: stage for stage, row in STAGES.items() if row.when_dated is not None
}
# By what it is sorted: the column, and whether the largest come first.
SORTS: dict[str, tuple[str, bool]] = {
    "saved": ("job.touched", True),
    "name": ("job.name", False),
    "floor": ("job.floor_ft2", True),
}
COLUMNS = f"job.id, job.saved_at, job.deleted_at, job.summary, job.stage, placement.crew, placement.day, {STALE}"
PLACED = "LEFT JOIN placement ON placement.job_id = job.id"
# A condition in SQL and what stands for its question marks.
Condition = tuple[str, tuple[Any, ...]]


class NoSuchPageError(ValueError):
    """A cursor that no page of the shelf has given."""


@dataclass(frozen=True)
class ListedJob:
    """A line of the shelf. summary: as JSON, None where it was not made yet. crew, day: where it stands on the calendar.
    stale: summary and stage tell less than is stored."""

    id: str
    saved_at: str
    deleted_at: str | None
    summary_text: str | None
    base_stage: str = ""
    crew: str | None = None
    day: str | None = None
    stale: bool = False

    @property
    def stage(self) -> str:
        """How far the job has come."""
        return dated(self.base_stage, self.day is not None)

    @property
    def summary(self) -> dict[str, Any] | None:
        """The headline as data."""
        return None if self.summary_text is None else dict(json.loads(self.summary_text))


@dataclass(frozen=True)
class Page:
    """Lines of the shelf; count: of all that were found; next: where the next page begins, None at the end."""

    lines: tuple[ListedJob, ...]
    count: int
    next: str | None


@dataclass(frozen=True, kw_only=True)
class Sought:
    """What is looked for. words: all of them, anywhere in name or address. cursor: as a page before gave it. stage, crew, month
    ("2026-07"): of those alone.
    """

    in_bin: bool = False
    words: str = ""
    sort: str = "saved"
    cursor: str | None = None
    limit: int = A_PAGE
    stage: str | None = None
    crew: str | None = None
    month: str | None = None

    @property
    def by_figures(self) -> bool:
        """Whether any job may be found, or stand elsewhere, by what its figures are now."""
        return self.stage is not None or self.sort == "floor"


def page_of(sought: Sought) -> Page:
    """A page of the shelf or the bin. Raises NoSuchPageError.

    Written as SQL: put together from parts it takes longer than it does to answer, and the shelf is what is opened most.
    """
    column, falling = SORTS[sought.sort]
    conditions = list(_conditions(sought))
    # The calendar is counted through only where it is asked of.
    placed = any("placement." in text for text, _ in conditions)
    count = _rows(f"SELECT COUNT(*) FROM job {PLACED if placed else ''} {_where(conditions)}", conditions)[0][0]
    if sought.cursor is not None:
        conditions.append(_after(column, falling, *_read(sought.cursor, sought.sort)))
    order = f"{column} DESC, job.id DESC" if falling else f"{column}, job.id"
    most = min(sought.limit, MOST_A_PAGE)
    # One more than a page: whether there is a next one.
    rows = _rows(
        f"SELECT {COLUMNS}, {column} FROM job {PLACED} {_where(conditions)} ORDER BY {order} LIMIT {most + 1}",
        conditions,
    )
    shown = rows[:most]
    last = shown[-1] if len(rows) > len(shown) else None
    lines = tuple(ListedJob(*row[:8]) for row in shown)
    return Page(lines, count, None if last is None else _cursor(sought.sort, last[8], last[0]))


def _rows(sql: str, conditions: Sequence[Condition]) -> list[tuple[Any, ...]]:
    database: SqliteDatabase = JobRow._meta.database.obj
    found: list[tuple[Any, ...]] = database.execute_sql(sql, [v for _, values in conditions for v in values]).fetchall()
    return found


def _where(conditions: Sequence[Condition]) -> str:
    return f"WHERE {' AND '.join(text for text, _ in conditions)}"


def _conditions(sought: Sought) -> Iterator[Condition]:
    """What bin, words, stage, crew and month ask of a line."""
    yield f"job.deleted_at IS {'NOT ' if sought.in_bin else ''}NULL", ()
    for word in sought.words.casefold().split():
        yield "INSTR(job.words, ?) > 0", (word,)
    if sought.stage is not None:
        before = BEFORE_DATED.get(sought.stage)
        yield "job.stage = ?", (before or sought.stage,)
        if before is not None or sought.stage in BEFORE_DATED.values():
            yield f"placement.day IS {'' if before is None else 'NOT '}NULL", ()
    if sought.crew is not None:
        yield "placement.crew = ?", (sought.crew,)
    if sought.month is not None:
        yield "placement.day BETWEEN ? AND ?", (f"{sought.month}-01", f"{sought.month}-31")


def touch(job_id: str, now: datetime, document: dict[str, Any], shown: Shown) -> None:
    """A job comes to the top of the shelf, under its name as it is now."""
    last = JobRow.select(fn.MAX(JobRow.touched)).scalar() or 0
    JobRow.update(
        touched=last + 1,
        saved_at=now.isoformat(),
        name=str(document.get("name") or "").casefold(),
        words=f"{document.get('name') or ''} {document.get('address') or ''}".casefold(),
        floor_ft2=floor_of(shown.summary),
        **shown.columns(),
    ).where(JobRow.id == job_id).execute()


def _after(column: str, falling: bool, value: Any, job_id: str) -> Condition:
    return f"({column}, job.id) {'<' if falling else '>'} (?, ?)", (value, job_id)


def _cursor(sort: str, value: Any, job_id: str) -> str:
    return base64.urlsafe_b64encode(json.dumps([sort, value, job_id]).encode()).decode().rstrip("=")


def _read(cursor: str, sort: str) -> tuple[Any, str]:
    """What a cursor says. Raises NoSuchPageError where it is none, or of another order."""
    try:
        of, value, job_id = json.loads(base64.urlsafe_b64decode(cursor + "=" * (-len(cursor) % 4)))
    except (binascii.Error, ValueError, TypeError) as error:
        raise NoSuchPageError(cursor) from error
    kind = str if sort == "name" else (int, float)
    if of != sort or not isinstance(value, kind) or isinstance(value, bool) or not isinstance(job_id, str):
        raise NoSuchPageError(cursor)
    return value, job_id

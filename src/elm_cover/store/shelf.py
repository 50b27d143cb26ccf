"""The shelf: pages of jobs, searched by words and sorted, from what is kept with each job and from no document.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import base64
import binascii
import json
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import Expression, fn

from .rows import JobRow

MOST_A_PAGE, A_PAGE = 200, 60
# By what it is sorted: the column, and whether the largest come first.
SORTS: dict[str, tuple[Any, bool]] = {
    "saved": (JobRow.touched, True),
    "name": (JobRow.name, False),
    "floor": (JobRow.floor_ft2, True),
}


class NoSuchPageError(ValueError):
    """A cursor that no page of the shelf has given."""


@dataclass(frozen=True)
class ListedJob:
    """A line of the shelf. summary: as JSON, None where it was not made yet."""

    id: str
    saved_at: str
    deleted_at: str | None
    summary_text: str | None

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
    """What is looked for. words: all of them, anywhere in name or address. cursor: as a page before gave it."""

    in_bin: bool = False
    words: str = ""
    sort: str = "saved"
    cursor: str | None = None
    limit: int = A_PAGE


def page_of(sought: Sought) -> Page:
    """A page of the shelf or the bin. Raises NoSuchPageError."""
    column, falling = SORTS[sought.sort]
    found = JobRow.select(JobRow.id, JobRow.saved_at, JobRow.deleted_at, JobRow.summary, column).where(
        JobRow.deleted_at.is_null(not sought.in_bin)
    )
    for word in sought.words.casefold().split():
        found = found.where(_holds(word))
    count = found.count()
    if sought.cursor is not None:
        found = found.where(_after(column, falling, *_read(sought.cursor, sought.sort)))
    order = (column.desc(), JobRow.id.desc()) if falling else (column, JobRow.id)
    rows: list[tuple[Any, ...]] = list(found.order_by(*order).limit(min(sought.limit, MOST_A_PAGE) + 1).tuples())  # type: ignore[arg-type]
    shown = rows[: min(sought.limit, MOST_A_PAGE)]
    lines = tuple(ListedJob(*row[:4]) for row in shown)
    last = shown[-1] if len(rows) > len(shown) else None
    return Page(lines, count, None if last is None else _cursor(sought.sort, last[4], last[0]))


def touch(job_id: str, now: datetime, document: dict[str, Any], summary: str | None) -> None:
    """A job comes to the top of the shelf, under its name as it is now."""
    last = JobRow.select(fn.MAX(JobRow.touched)).scalar() or 0
    floor = (json.loads(summary).get("totals") or {}).get("area_ft2") if summary else None
    JobRow.update(
        touched=last + 1,
        saved_at=now.isoformat(),
        name=str(document.get("name") or "").casefold(),
        words=f"{document.get('name') or ''} {document.get('address') or ''}".casefold(),
        floor_ft2=floor or 0,
        summary=summary,
    ).where(JobRow.id == job_id).execute()


def _holds(word: str) -> Expression:
    return Expression(fn.INSTR(JobRow.words, word), ">", 0)


def _after(column: Any, falling: bool, value: Any, job_id: str) -> Any:
    if falling:
        return (column < value) | ((column == value) & (JobRow.id < job_id))
    return (column > value) | ((column == value) & (JobRow.id > job_id))


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

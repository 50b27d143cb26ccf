"""What the log takes and answers."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from ...core.log.fold import Day

MOST_IN_A_BATCH = 1_000


class LogBatch(BaseModel):
    """Entries of one device. device_now: its clock as it sends them, so that its error is known. after: also bring what
    arrived from others after that number."""

    model_config = ConfigDict(extra="forbid")
    entries: list[dict[str, Any]] = Field(max_length=MOST_IN_A_BATCH)
    device_now: AwareDatetime | None = None
    after: int | None = Field(None, ge=0, le=10_000_000)


class AfterQuery(BaseModel):
    after: int = Field(0, ge=0, le=10_000_000)


class EntryAnswer(BaseModel):
    id: str
    state: Literal["accepted", "known", "refused"]
    why: str | None = None


class LoggedLine(BaseModel):
    n: int
    entry: dict[str, Any]


class LogAnswer(BaseModel):
    """Entries that arrived after the number asked for; last: the number of the last one. day: the whole log folded."""

    entries: list[LoggedLine]
    last: int
    day: Day


class BatchAnswer(BaseModel):
    """Each entry answered for itself, in the order sent; others: those of other devices, where asked for. offset_s: what the
    device's clock is off, as kept with these entries."""

    answers: list[EntryAnswer]
    others: list[LoggedLine]
    last: int
    offset_s: float

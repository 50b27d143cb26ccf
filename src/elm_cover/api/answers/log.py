"""What the log takes and answers."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from ...core.log import Day
from ...job.fields import Moment
from ...job.in_turns import InTurns
from .view import KnownModel

MOST_IN_A_BATCH = 1_000


class LogBatch(InTurns):
    """Entries of one device. device_now: its clock as it sends them, so that its error is known; mono_now_ms, run: its running
    time, which nobody sets, and which running of it. after: also bring what arrived beside these after that number."""

    model_config = ConfigDict(extra="forbid")
    entries: list[dict[str, Any]] = Field(max_length=MOST_IN_A_BATCH)
    device_now: Moment | None = None
    mono_now_ms: float | None = Field(None, allow_inf_nan=False, ge=0, le=1e13)
    run: str | None = Field(None, min_length=1, max_length=40)
    after: int | None = Field(None, ge=0, le=10_000_000)


class AfterQuery(KnownModel):
    """after: what arrived after that number alone. day: also what the whole log comes to; left out, where the whole is asked for."""

    after: int | None = Field(None, ge=0, le=10_000_000)
    day: bool | None = None


class EntryAnswer(BaseModel):
    id: str
    state: Literal["accepted", "known", "refused", "full"]
    why: str | None = None
    offset_s: float | None = None
    clock: Literal["run", "shifted"] | None = None


class LoggedLine(BaseModel):
    """sender: whose token it came with: a device's id, “desk”, “archive”; empty where that was not kept yet."""

    n: int
    entry: dict[str, Any]
    sender: str


class LogAnswer(BaseModel):
    """Entries that arrived after the number asked for; last: the number of the last one. day: the whole log folded, null where it was
    not asked for or nothing is new. room: how many entries it still takes. saves: the
    version of the job's record, so that a phone knows when its pack is an old one. now: by this program's clock."""

    entries: list[LoggedLine]
    last: int
    day: Day | None
    saves: int
    room: int
    now: AwareDatetime


class BatchAnswer(BaseModel):
    """Each entry answered for itself, in the order sent, with what its clock was off as it is kept; others: all else that arrived,
    where asked for. offset_s: what the device's clock is off now. room: how many entries the log still takes. saves: the version of the job's record. Both null,
    and others empty, where who hands in may not read the log any more."""

    answers: list[EntryAnswer]
    others: list[LoggedLine]
    last: int
    offset_s: float
    saves: int | None
    room: int | None

"""What the routes of jobs take and answer."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from pydantic import BaseModel, Field

from ...core.plan import Totals
from ...job.paper_kinds import Paper
from ...job.stages import Stage
from ...store.papers import PaperFound
from ...store.shelf import A_PAGE, MOST_A_PAGE
from .view import KnownModel


class JobPath(BaseModel):
    job_id: str = Field(max_length=64)


class RevisionPath(JobPath):
    number: int = Field(ge=1, le=10_000_000)


class ShelfQuery(KnownModel):
    """q: words, all of which name or address hold. cursor: next of the page before, with the same q and sort. stage, crew, month
    ("2026-07"): of those alone; crew and month by the calendar."""

    bin: bool = False
    q: str = Field("", max_length=200)
    sort: Literal["saved", "name", "floor"] = "saved"
    cursor: str | None = Field(None, max_length=2000)
    limit: int = Field(A_PAGE, ge=1, le=MOST_A_PAGE)
    stage: Stage | None = None
    crew: str | None = Field(None, max_length=80)
    month: str | None = Field(None, pattern=r"^\d{4}-\d{2}$")


class SaveQuery(KnownModel):
    reason: Literal["save", "step", "kept over another"] = "save"


class PaperQuery(KnownModel):
    """Which paper; for an eave detail also which eave, else the first. gaps: print all the same where letters are in no font."""

    kind: Paper = "job sheet"
    section: str | None = Field(None, max_length=80)
    edge: int | None = Field(None, ge=0, lt=200)
    gaps: bool = False
    units: Literal["feet", "metric"] = "feet"


class IfMatch(BaseModel):
    if_match: str | None = Field(None, alias="If-Match", description="The ETag of the version this one was made from")


class GateLine(BaseModel):
    """How far the work list is: items, done of them, stops, ready to close."""

    items: int
    done: int
    stops: int
    ready: bool


class ProvedLine(BaseModel):
    """Of a job that is all in: bags in the attic, and the least R claimed of what was blown; None: nothing yet."""

    bags_in: float
    r: float | None


class Headline(BaseModel):
    """A job on the shelf: its drawing and headline figures, all from the core."""

    name: str | None = None
    address: str | None = None
    totals: Totals
    thumbnail: list[dict[str, Any]]
    gate: GateLine | None = None
    proved: ProvedLine | None = None


class JobLine(BaseModel):
    """A job on the shelf. stage: how far it has come; crew, day: where it stands on the calendar. stale: its figures are of before the
    last save or tick, and are being made anew."""

    id: str
    saved_at: str
    deleted_at: str | None = None
    stage: str
    crew: str | None = None
    day: str | None = None
    stale: bool
    headline: Headline | None = None


class JobList(BaseModel):
    """A page of the shelf. count: how many there are in all; next: the cursor of the next page, null at the end. making: of how many
    jobs on it the figures are being made anew, or of how many in all where they are sought or sorted by them."""

    jobs: list[JobLine]
    making: int
    count: int
    next: str | None


class StoredJobAnswer(BaseModel):
    """actor: who saved it last; “local” while there are no accounts."""

    id: str
    revision: int
    saved_at: str
    actor: str
    document: dict[str, Any]


class RevisionLine(BaseModel):
    number: int
    reason: str
    actor: str
    started_at: str
    saved_at: str
    brought_from: int | None


class RevisionList(BaseModel):
    revisions: list[RevisionLine]


class RevisionAnswer(BaseModel):
    number: int
    document: dict[str, Any]


class CodeQuery(KnownModel):
    """The code at the foot of a paper: ten characters."""

    code: str = Field(pattern=r"^[0-9a-f]{10}$")


@dataclass(frozen=True)
class PaperFoundLine(PaperFound):
    """A paper as it was issued, and where it is read. job_name: of the job as it is called now."""

    url: str


class KeyQuery(KnownModel):
    """The public key of another office."""

    key: str | None = Field(None, pattern=r"^[0-9A-Za-z_-]{43}$")


class KeyLine(BaseModel):
    """A public key of this office. signs: what is issued now is signed by it."""

    key: str
    made_at: str
    signs: bool


class KeyList(BaseModel):
    keys: list[KeyLine]


class PaperList(BaseModel):
    papers: list[PaperFoundLine]


class VerifiedAnswer(BaseModel):
    """state: unchanged: issued here; signed: by the key that was given; came: it came in with an archive; changed since it was issued;
    unknown here. said: that as a sentence."""

    state: Literal["unchanged", "signed", "came", "changed", "unknown"]
    said: str
    papers: list[PaperFoundLine]


class PaperAnswer(BaseModel):
    number: int
    revision: int
    url: str

"""What reach and load take and answer."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict, Field

from ...core.base.notebook import Flag, Open
from ...core.crew import LoadLine, SectionReach
from ...core.loadout import Stowed, TruckInput
from ...core.reach import Cord, Hose
from ...job import Job

Place = tuple[float, float]


class LoadAsked(BaseModel):
    """The job; log_of: the stored job whose log says what was done and loaded."""

    model_config = ConfigDict(extra="forbid")
    job: Job
    log_of: str | None = Field(None, max_length=64)


class BandDrawn(BaseModel):
    number: int
    by_hand: bool
    rings_ft: list[list[Place]]
    label_ft: Place
    label_room_ft: float
    stands_ft: list[Place]


class ReachDrawn(BaseModel):
    """A section's bands, and its floor with 18 to 30 in of headroom (crawl) and less (reach)."""

    section: str
    bands: list[BandDrawn]
    crawl_ft: list[list[Place]]
    reach_ft: list[list[Place]]


class ReachDrawing(BaseModel):
    sections: list[ReachDrawn]
    ways_ft: list[list[Place]]


class ReachTold(BaseModel):
    sections: list[SectionReach]
    throw_ft: float
    longest_way_ft: float
    hose: Hose
    cord: Cord
    flags: list[Flag]
    open: list[Open]


class ShortLine(BaseModel):
    """What the stock lacks for this job alone: needed in whole containers, on hand."""

    what: str
    title: str
    unit: str
    amount: float
    on_hand: float


class LoadTold(BaseModel):
    """unknown: things whose weight or size nobody knows; uncounted: sections whose fill is not known yet."""

    lines: list[LoadLine]
    lb: float
    ft3: float
    trips: int
    payload_lb: float
    truck_ft3: float
    truck: TruckInput
    stowed: list[Stowed]
    unknown: list[str]
    uncounted: list[str]
    missing: list[ShortLine]


class LoadAnswer(BaseModel):
    reach: ReachTold
    drawing: ReachDrawing
    load: LoadTold

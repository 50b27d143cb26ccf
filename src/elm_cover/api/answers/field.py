"""What the phone and the desk's view of the day take and answer."""

from __future__ import annotations

from datetime import date

from pydantic import BaseModel, Field

from ...core.filling import (
    Asked,
    Balance,
    BandTold,
    DayRun,
    DepthRead,
    ReadPlace,
    RowLack,
    SafetyOpen,
    SectionRun,
    Short,
)


class PackQuery(BaseModel):
    revision: int | None = Field(None, ge=1, le=10_000_000)


class VerdictTold(BaseModel):
    """word: of now; said: the last that two evaluations agreed on."""

    word: str
    said: str | None
    q: float
    sigma: float
    low: float
    high: float
    readings: int
    more_readings: int | None


class HopperTold(BaseModel):
    start: float | None
    end: float | None


class ForecastTold(BaseModel):
    mean: float
    low: float
    high: float
    q: float


class RunsOutTold(BaseModel):
    after_bag: float
    short: float


class CorridorTold(BaseModel):
    covered_ft2: float
    low: float
    planned: float
    high: float


class ProductRunTold(BaseModel):
    product: str
    name: str
    bags_in: float
    in_attic: float
    hopper: HopperTold
    planned: float
    covered_bags: float
    covered_ft2: float
    verdict: VerdictTold | None
    verdict_text: str | None
    forecast: ForecastTold | None
    pace_min_per_bag: float | None
    pace_said: str | None
    minutes: tuple[float, float]
    points: list[tuple[float, float]]
    on_truck: float
    runs_out: RunsOutTold | None
    corridor: list[CorridorTold]


class RunWhy(BaseModel):
    id: str
    why: str


class RunEntry(BaseModel):
    """An entry as the desk lists it. text: what it says, in words; voided_by: the entry that took it back; clock: how its time was
    found, where the device's clock did not tell it."""

    id: str
    at: str
    by: str
    device: str
    kind: str
    text: str
    voided_by: str | None
    clock: str | None


class RunBandDrawn(BaseModel):
    number: int
    rings_ft: list[list[list[float]]]
    label_ft: list[float]
    label_room_ft: float
    by_hand: bool


class RunFloorDrawn(BaseModel):
    section: str
    name: str
    outline_ft: list[list[float]]
    bands: list[RunBandDrawn]


class RunStop(BaseModel):
    """by_crew: the crew's own tick lifts it."""

    key: str
    by_crew: bool
    what: str
    who: str
    why: str


class RunContact(BaseModel):
    """A device that wrote to this log. at: its last entry, by a corrected clock."""

    device: str
    name: str
    at: str
    holds: bool


class RunCause(BaseModel):
    key: str
    title: str
    look_at: str


class RunAnswer(BaseModel):
    """The day as the desk sees it. stops: what forbids the start now. left: bags of the load that came back, by the log."""

    revision: int
    code: str
    products: list[ProductRunTold]
    by_band: list[BandTold]
    sections: list[SectionRun]
    floor: list[RunFloorDrawn]
    readings: list[DepthRead]
    places: list[ReadPlace]
    short: list[Short]
    missing: list[RowLack]
    safety: list[SafetyOpen]
    asked: list[Asked]
    days: list[DayRun]
    holder: str | None
    open_band: int | None
    contacts: list[RunContact]
    stops: list[RunStop]
    heavy_and_short: bool
    heavy_and_short_text: str | None
    halted: list[str]
    practice: bool
    ignored: list[RunWhy]
    refused: list[RunWhy]
    entries: list[RunEntry]
    causes: list[RunCause]
    checked: dict[str, str]
    balance: list[Balance]
    last: int


class FieldJob(BaseModel):
    job: str
    name: str
    address: str | None
    crew: str
    bags: int
    half: int


class FieldDay(BaseModel):
    day: date
    jobs: list[FieldJob]


class FieldDays(BaseModel):
    """Today's and tomorrow's jobs. device: whose token asked; person: who signed in, under whose name the log is written; both None:
    this machine itself. writes: whether who asks may write a log. own_certificate: the program speaks TLS itself, by a certificate that
    this phone had to be taught to trust."""

    device: str | None
    person: str | None
    writes: bool
    own_certificate: bool
    crew: str | None
    days: list[FieldDay]

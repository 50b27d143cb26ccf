"""What the calendar takes and answers."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from ...core.crew import OrderedLine
from ...core.schedule import BoardDay, Conflict, Reason, Stretch
from ...job.fields import WrittenDay
from ...job.in_turns import InTurns
from .view import KnownModel

MOST_DAYS = 62
Day = dt.date
# Years that a calendar is asked for.
DayAsked = Annotated[
    WrittenDay,
    Field(ge=dt.date(1970, 1, 1), le=dt.date(2199, 12, 31), json_schema_extra={"pattern": r"^(19[7-9]\d|2[01]\d\d)-"}),
]


class CalendarQuery(KnownModel):
    """first: the first day shown, today where left out; days: how many."""

    first: DayAsked | None = None
    days: int = Field(12, ge=1, le=MOST_DAYS)


class CalendarFileQuery(CalendarQuery):
    """crew: its jobs alone."""

    crew: str | None = Field(None, min_length=1, max_length=80)


class CrewLine(BaseModel):
    """A crew; off: of the days shown, those on which it does not work."""

    id: str
    name: str
    people: int
    machine: str
    off: list[Day]


class HalfDay(BaseModel):
    day: Day
    half: int


class TradeGateLine(BaseModel):
    trade: str
    through_on: Day | None
    what: str


class CardLine(BaseModel):
    """A job on the calendar: what it is, not where it stands. counted: whether its fill is known."""

    job: str
    name: str
    address: str | None
    stage: str
    thumbnail: list[dict[str, Any]]
    bags: int
    bundles: int
    counted: bool
    promised_by: Day | None
    gates: list[TradeGateLine]


class BarLine(CardLine):
    """A job as it stands: hours by the clock on its days, longer in the heat; work_h: as the price reckons them; its stretches on each
    day, what is wrong, what to mind."""

    crew: str
    day: Day
    half: int
    halves: list[HalfDay]
    hours: float
    work_h: float
    stretches: list[Stretch]
    conflicts: list[Conflict]
    notes: list[str]


class WaitingLine(CardLine):
    """A job without a day. hours: by the clock for the first crew, in a cool day."""

    hours: float


class CalendarAnswer(BaseModel):
    """today: as the server's clock has it. hours: of the clock, those of each day's attic_f and minutes. kept_crews: whether the
    firm has entered its crews; until then one stands here as a start. making: of how many jobs the figures are being made anew."""

    first: Day
    today: Day
    hours: list[int]
    days: list[BoardDay]
    crews: list[CrewLine]
    kept_crews: bool
    bars: list[BarLine]
    waiting: list[WaitingLine]
    order: list[OrderedLine]
    making: int


class PlaceAsked(BaseModel):
    """Where a job is to stand; without a crew: nowhere."""

    model_config = ConfigDict(extra="forbid")
    job: str = Field(max_length=64)
    crew: str | None = Field(None, max_length=80)
    day: DayAsked | None = None
    half: int = Field(0, ge=0, le=1)


class PlacesAsked(InTurns):
    model_config = ConfigDict(extra="forbid")
    places: list[PlaceAsked] = Field(max_length=500)


class ProposeAsked(InTurns):
    """first, days: the days to look at. jobs: which of those without a day; left out: all of them."""

    model_config = ConfigDict(extra="forbid")
    first: DayAsked
    days: int = Field(ge=1, le=MOST_DAYS)
    jobs: list[str] | None = Field(None, max_length=500)


class ProposedPlace(BaseModel):
    job: str
    crew: str
    day: Day
    half: int


class ProposalAnswer(BaseModel):
    """Nothing is moved: places is what would be. by: exact or greedy; proved: whether nothing better exists."""

    places: list[ProposedPlace]
    unplaced: list[str]
    by: str
    proved: bool
    late_days: int
    hot_h: float
    reasons: list[Reason]


class WeatherLine(BaseModel):
    """A day's high and low, °F; both left out: forget what was kept of it. dew_f: its dew point, where it is known."""

    model_config = ConfigDict(extra="forbid")
    day: DayAsked
    high_f: float | None = Field(None, ge=-60, le=140, allow_inf_nan=False)
    low_f: float | None = Field(None, ge=-60, le=140, allow_inf_nan=False)
    dew_f: float | None = Field(None, ge=-60, le=100, allow_inf_nan=False)


class WeatherAsked(InTurns):
    model_config = ConfigDict(extra="forbid")
    days: list[WeatherLine] = Field(max_length=400)


class CrewPath(BaseModel):
    crew: str = Field(max_length=80)


class CountAnswer(BaseModel):
    """How many days, or stretches of days, were read."""

    count: int

"""What planning and corners are asked and answer."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ...core.base.notebook import Figure, Flag, Open
from ...core.climate import Climate
from ...core.eaves import FoamOrder
from ...core.money import Cost, Saving
from ...core.plan import Changes, EaveCorner, Look, OrderLine, OtherRoad, Totals
from ...core.section import HeatShare, School, SectionPlan
from ...core.work import WorkList
from ...job import Job
from ...job.fields import Corner
from ...job.in_turns import InTurns
from .drawing import Drawing


class CutAsked(BaseModel):
    """Where to cut: a line over a section's floor, or the section alone for across its middle. house: on through the others."""

    model_config = ConfigDict(extra="forbid")
    section: str = Field(max_length=80)
    from_ft: tuple[Corner, Corner] | None = None
    to_ft: tuple[Corner, Corner] | None = None
    house: bool = False


class PlanAsked(InTurns):
    """log_of: the stored job whose log says what is done of the work list. item: of it, the one that is open. drawn: of which
    sections the asker has the drawing, id → version: one that is still as it was is not sent again."""

    model_config = ConfigDict(extra="forbid")
    job: Job
    cut: CutAsked | None = None
    log_of: str | None = Field(None, max_length=64)
    item: str | None = Field(None, max_length=200)
    drawn: dict[Annotated[str, Field(max_length=80)], Annotated[str, Field(max_length=40)]] = Field({}, max_length=40)


class CornersAsked(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: Job


class CornersAnswer(BaseModel):
    """Every eave solved in two dimensions; alike ones once."""

    climate: Climate | None
    dew_point_f: float | None
    wall_r: float
    corners: list[EaveCorner]
    missing: list[str]
    heat: list[HeatShare]


class PlanFigures(BaseModel):
    sections: list[SectionPlan]
    order: list[OrderLine]
    totals: Totals
    flags: list[Flag]
    open: list[Open]
    figures: dict[str, Figure]
    answered: list[str]
    look: Look
    heat: list[HeatShare]
    cost: Cost | None
    changes: Changes | None
    saving: Saving | None
    opinions: list[str]
    other_road: OtherRoad
    schools: list[School]
    foam: FoamOrder | None
    work: WorkList


class PlanAnswer(BaseModel):
    plan: PlanFigures
    drawing: Drawing

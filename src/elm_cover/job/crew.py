"""What a firm has to do its jobs with: tools and protection, truck, crews, stock."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .fields import DocumentModel, Identifier, InOneLine, Number, Positive, Text
from .sale import Date

Amount = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)]
Weight = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=10_000)]
Title = Annotated[str, Field(min_length=1, max_length=120), InOneLine]
TruckPlace = Literal["front", "middle", "rear", "door", "cab"]


class KitLine(DocumentModel):
    """A tool or a protection that goes along. per: so many for the job, or for each person. only: what kind of job takes it;
    left out: every one. lb, ft3: of one."""

    id: Identifier | None = None
    title: Title
    amount: Amount = 1.0
    unit: Title = "pieces"
    per: Literal["job", "person"] = "job"
    only: Literal["clear_out", "closed_bays", "batts"] | None = None
    lb: Weight = 0.0
    ft3: Weight = 0.0
    place: TruckPlace = "door"


class Truck(DocumentModel):
    """What the truck takes: load in lb, and its box inside, ft. usable_pct: of the box, what a load of bags really fills."""

    name: Text = "truck"
    payload_lb: Positive = 4000.0
    length_ft: Number = Field(16.0, gt=0, le=60)
    width_ft: Number = Field(7.0, gt=0, le=12)
    height_ft: Number = Field(7.0, gt=0, le=14)
    usable_pct: Number = Field(80.0, gt=0, le=100)


class Away(DocumentModel):
    """Days on which a crew does not work, first and last."""

    first: Date
    last: Date
    why: Text = ""


class FirstWeek(DocumentModel):
    """Somebody who is new to attic work: from the first day on, a week of it."""

    name: Title
    first: Date


class Crew(DocumentModel):
    """A crew. weekdays: on which it works, Monday 0 to Sunday 6. first_weeks: who is new: in the first week an hour counts a row
    hotter."""

    id: Identifier
    name: Title
    people: int = Field(2, ge=2, le=20, strict=True)
    machine: Literal["small", "truck"] = "truck"
    weekdays: tuple[Annotated[int, Field(ge=0, le=6, strict=True)], ...] = Field((0, 1, 2, 3, 4), max_length=7)
    away: tuple[Away, ...] = Field((), max_length=200)
    first_weeks: tuple[FirstWeek, ...] = Field((), max_length=200)


class StockLine(DocumentModel):
    """So much of a product or material on hand. what: a product's id, or a material's name. supplier: whom it comes from."""

    what: Identifier
    title: Title
    on_hand: Amount = 0.0
    unit: Title = "bags"
    supplier: Text = ""


# Tools and protection that every job takes, start values: a firm makes them its own. Weights and sizes by judgement.
USUAL_KIT: tuple[KitLine, ...] = (
    KitLine(id="boards", title="Boards to kneel on", amount=4, lb=8, ft3=0.6),
    KitLine(id="lights", title="Work lights", amount=2, lb=4, ft3=0.4),
    KitLine(id="masks", title="Masks with cartridges", per="person", lb=1, ft3=0.1),
    KitLine(id="gloves", title="Gloves", unit="pairs", per="person", lb=0.3, ft3=0.02),
    KitLine(id="sleeves", title="Sleeves", unit="pairs", per="person", lb=0.2, ft3=0.02),
    KitLine(id="knee_pads", title="Knee pads", unit="pairs", per="person", lb=1, ft3=0.1),
    KitLine(id="ladder", title="Ladder", lb=30, ft3=4),
    KitLine(id="drop_cloths", title="Drop cloths", amount=4, lb=4, ft3=0.5),
    KitLine(id="corner_guards", title="Corner guards", amount=4, lb=1, ft3=0.2),
    KitLine(id="stapler", title="Stapler and staples", lb=4, ft3=0.2),
    KitLine(id="knife", title="Knife and blades", per="person", lb=0.5, ft3=0.02),
    KitLine(id="tape", title="Tape", unit="rolls", amount=4, lb=1, ft3=0.05),
    KitLine(id="radios", title="Radios", per="person", lb=0.5, ft3=0.02, place="cab"),
    KitLine(id="first_aid", title="First aid kit", lb=4, ft3=0.3, place="cab"),
    KitLine(id="extinguisher", title="Extinguisher", lb=10, ft3=0.5),
    KitLine(id="water", title="Water", unit="gallons", per="person", lb=8.4, ft3=0.2, place="cab"),
    KitLine(id="containment", title="Containment sheeting", unit="rolls", only="clear_out", lb=20, ft3=0.8),
    KitLine(id="suits", title="Suits", amount=2, per="person", only="clear_out", lb=0.5, ft3=0.05),
    KitLine(id="lockdown", title="Lockdown coating", unit="pails", only="clear_out", lb=50, ft3=1),
)

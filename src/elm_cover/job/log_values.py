"""What an entry of the log says, kind by kind, with its bounds (design §5)."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from .faults import Fault, JobError
from .fields import Corner, DocumentModel, Identifier, Text, WrittenDay
from .preparation import Amount, ItemKey
from .survey import PhotoName

Words = Annotated[str, Field(min_length=1, max_length=2000)]
Name = Annotated[str, Field(min_length=1, max_length=120)]
Bags = Annotated[int, Field(strict=True, ge=1, le=1_000)]
Level = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=50)]
Share = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1)]
BandNumber = Annotated[int, Field(strict=True, ge=1, le=100_000)]
# Deeper than that lies no fill that one reads with a ruler.
DepthRead = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=150)]
Spot = tuple[Corner, Corner]
EntryId = Annotated[str, Field(pattern=r"^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$")]
# So many entries that wait are answered with one word.
MOST_ANSWERED = 2_000


class WorkDone(DocumentModel):
    """An item is done. amount: where it was another one than the list had, in the item's unit."""

    key: ItemKey
    amount: Amount | None = None


class WorkLeft(DocumentModel):
    """An item is left out, and why."""

    key: ItemKey
    reason: Words


class Pinned(DocumentModel):
    """Pinned to its place. look: with smoke at a hole, or with a thermal camera."""

    look: Literal["smoke", "thermal"] | None = None
    section: Identifier | None = None
    at_ft: Spot | None = None

    @model_validator(mode="after")
    def _has_its_section(self) -> Self:
        if (self.section is None) != (self.at_ft is None):
            raise JobError([Fault("value.at_ft", "section and at_ft together, or neither")])
        return self


class Note(Pinned):
    """Words. of: the item they are about."""

    text: Words
    of: ItemKey | None = None


class PhotoTaken(Pinned):
    """A photo that is stored here. of: the item it shows."""

    file: PhotoName
    of: ItemKey | None = None


class LoadMoved(DocumentModel):
    """So much of something went onto the truck, or came back from it. what: as the load list calls it."""

    what: Name
    amount: Amount
    unit: Text = ""


class Nothing(DocumentModel):
    """Of a kind that says nothing beside itself."""


class StartedDespite(DocumentModel):
    """An open item that keeps somebody safe, by its key («hazards»: those nobody looked for), and who begins all the same, and why."""

    key: ItemKey
    by: Name
    reason: Annotated[str, Field(min_length=1, max_length=500)]


class DayStarted(DocumentModel):
    """revision: of the job that the crew works by. lot: of the product, as its bags say. bags: field bags of each section, by which
    its floor is cut into bands. despite: open work of «safe», «trades», «shields», and who begins in spite of it; never a stop."""

    revision: int = Field(strict=True, ge=0, le=10_000_000)
    crew: Identifier | None = None
    product: Identifier | None = None
    lot: Name | None = None
    machine: Name | None = None
    hose_ft: float | None = Field(None, strict=True, allow_inf_nan=False, ge=0, le=1_000)
    bags: dict[Identifier, Annotated[float, Field(allow_inf_nan=False, gt=0, le=100_000)]] | None = Field(
        None, max_length=40
    )
    despite: tuple[StartedDespite, ...] | None = Field(None, max_length=200)


class BandMoved(DocumentModel):
    """A band that is begun, by its section and its number."""

    section: Identifier
    band: BandNumber


class BandLeft(BandMoved):
    """A band that is left. done: false where the crew comes back to it later; left out: it is done. none: it takes none."""

    done: bool | None = Field(None, strict=True)
    none: bool | None = Field(None, strict=True)

    @model_validator(mode="after")
    def _is_one_of_them(self) -> Self:
        if self.none and self.done is False:
            raise JobError([Fault("value.none", "a band that takes none is done: leave “done” out, or say true")])
        return self


class BagIn(DocumentModel):
    """Bags that went into the hopper: one by one on the phone, by the band where a day is typed in from paper. before_stop: somebody
    said whether they went in before a stop was put in."""

    bags: Bags
    before_stop: bool | None = Field(None, strict=True)


class HopperLevel(DocumentModel):
    """What stands in the hopper, in bags."""

    bags: Level


class ReadingTaken(DocumentModel):
    """Depth from the ceiling plane, as the ruler shows it, at a marker or at a place."""

    section: Identifier
    depth_in: DepthRead
    marker: int | None = Field(None, strict=True, ge=1, le=10_000)
    at_ft: Spot | None = None
    random: bool | None = None

    @model_validator(mode="after")
    def _is_somewhere(self) -> Self:
        if (self.marker is None) == (self.at_ft is None):
            raise JobError([Fault("value.marker", "a reading is at a marker or at a place (at_ft), at one of the two")])
        return self


class CoreTaken(DocumentModel):
    """A core cut out of the fill and weighed: tube and depth; or fill blown into a box of known volume, box_ft3 instead of both."""

    section: Identifier
    diameter_in: float | None = Field(None, strict=True, allow_inf_nan=False, gt=0, le=24)
    depth_in: float | None = Field(None, strict=True, allow_inf_nan=False, gt=0, le=150)
    box_ft3: float | None = Field(None, strict=True, allow_inf_nan=False, gt=0, le=100)
    weight_oz: float = Field(strict=True, allow_inf_nan=False, gt=0, le=10_000)
    at_ft: Spot | None = None

    @model_validator(mode="after")
    def _is_a_core_or_a_box(self) -> Self:
        core = self.diameter_in is not None and self.depth_in is not None
        if core == (self.box_ft3 is not None) or (self.diameter_in is None) != (self.depth_in is None):
            raise JobError(
                [Fault("value.diameter_in", "diameter_in and depth_in together for a core, or box_ft3 alone")]
            )
        return self


class Setting(DocumentModel):
    """The machine's settings, each 0 to 1."""

    speed: Share | None = None
    gate: Share | None = None
    air: Share | None = None


class Signal(DocumentModel):
    word: Literal["start", "stop", "more_air", "less_air", "more_fill", "less_fill", "last_bag"]


class LeakReading(DocumentModel):
    """A point of a fan test, or its baseline."""

    test: Literal["before", "after"]
    pressure_pa: float | None = Field(None, strict=True, allow_inf_nan=False, gt=0, le=200)
    flow_cfm: float | None = Field(None, strict=True, allow_inf_nan=False, gt=0, le=50_000)
    baseline_pa: float | None = Field(None, strict=True, allow_inf_nan=False, ge=-50, le=50)

    @model_validator(mode="after")
    def _is_one_of_two(self) -> Self:
        point = self.pressure_pa is not None and self.flow_cfm is not None
        if point == (self.baseline_pa is not None) or (self.pressure_pa is None) != (self.flow_cfm is None):
            raise JobError([Fault("value.pressure_pa", "pressure_pa and flow_cfm together, or baseline_pa alone")])
        return self


class BurnerTest(DocumentModel):
    """As a qualified person found it; never judged here."""

    test: Literal["before", "after"]
    result: Literal["passed", "failed"]
    by: Name


class WorkFound(DocumentModel):
    """Something to do that is not on the list."""

    key: ItemKey
    kind: Name
    section: Identifier | None = None
    at_ft: Spot | None = None
    amount: Amount | None = None
    unit: Text = ""
    text: Words


class HoleFound(DocumentModel):
    id: Identifier
    count: int = Field(strict=True, ge=0, le=10_000)


class HazardCleared(DocumentModel):
    """hazard: its key in the work list, or its kind. by: who may clear it; how: in their words."""

    hazard: ItemKey
    by: Name
    how: Words


class CauseChecked(DocumentModel):
    cause: Name


class HoursWorked(DocumentModel):
    kind: Name
    person_hours: float = Field(strict=True, allow_inf_nan=False, ge=0, le=1_000)


class LotUsed(DocumentModel):
    product: Identifier
    lot: Name


class BagsSpoilt(DocumentModel):
    bags: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1_000)]


class Visit(DocumentModel):
    on: WrittenDay
    text: Text = ""


class Answered(DocumentModel):
    """question: what was asked; of entries that wait: “bag:” and the id of one, or “bag:” alone with all that are meant in of;
    answered yes or no."""

    question: Words
    text: Words
    of: list[EntryId] | None = Field(None, min_length=1, max_length=MOST_ANSWERED)


class Callback(DocumentModel):
    cause: Name
    text: Text = ""


VALUES: dict[str, type[DocumentModel]] = {
    "work.done": WorkDone,
    "work.left": WorkLeft,
    "work.found": WorkFound,
    "note": Note,
    "photo": PhotoTaken,
    "load.out": LoadMoved,
    "load.back": LoadMoved,
    "day.start": DayStarted,
    "day.pause": Nothing,
    "day.go": Nothing,
    "day.end": Nothing,
    "band.enter": BandMoved,
    "band.leave": BandLeft,
    "bag.in": BagIn,
    "bag.spoilt": BagsSpoilt,
    "hopper": HopperLevel,
    "reading": ReadingTaken,
    "core": CoreTaken,
    "setting": Setting,
    "signal": Signal,
    "leak.reading": LeakReading,
    "burner.test": BurnerTest,
    "count.take": Nothing,
    "hole.found": HoleFound,
    "hazard.cleared": HazardCleared,
    "cause.checked": CauseChecked,
    "hours": HoursWorked,
    "lot": LotUsed,
    "visit": Visit,
    "answer": Answered,
    "callback": Callback,
    "void": Nothing,
}

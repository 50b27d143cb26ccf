"""Where the items of a section stand: the section as recorded, with what is planned on it (handbook §13)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..given.book import BookInput
from ..given.section import SectionInput
from ..given.work import Decided, SectionKeys, WorkInput
from ..hazards.features import FeatureInput
from ..preparation.leaks import Leak
from ..preparation.materials import MaterialUse
from .item import CureOffered, Task
from .pricing import item_price

# Where no fill is planned yet, things are shown for a fill line of none: 2 in over the ceiling.
NO_FILL_IN = 0.0


@dataclass(frozen=True, kw_only=True)
class WorkPlace:
    """A section as its items see it. fill_line_in: top of the fill, in; None: not planned yet. r_ceiling: what its ceiling
    shall reach. batts_in_wall: whether its batts are laid by the plan."""

    section: SectionInput
    keys: SectionKeys
    record: WorkInput
    book: BookInput
    fill_line_in: float | None = None
    r_ceiling: float | None = None
    batts_in_wall: bool = False
    lines: tuple[tuple[str, float | None], ...] = ()

    @property
    def line_in(self) -> float:
        """The fill line that curbs, shields and dams go by, in."""
        return NO_FILL_IN if self.fill_line_in is None else self.fill_line_in

    @property
    def known(self) -> bool:
        """Whether what follows from the depth can be told."""
        return self.fill_line_in is not None

    def rate(self, name: str) -> float:
        """A rate of the book's preparation."""
        return self.book.work[name]

    def decided(self, key: str) -> Decided:
        """What was decided about an item."""
        return self.record.decided(key)


def key_of(place: WorkPlace, kind: str, index: int) -> str:
    """The key of an item of a kind that comes from the feature at that place in the list."""
    return f"{kind}:{place.keys.features[index].split(':', 1)[1]}"


def task(place: WorkPlace, kind: str, index: int, feature: FeatureInput, what: str) -> Task:
    """The bare item of a feature, as many of it as there are."""
    return Task(
        key=key_of(place, kind, index),
        kind=kind,
        section=place.section.id,
        at_ft=feature.at_ft,
        what=what,
        amount=feature.count,
        unit="pieces",
        row=f"{kind}/{place.section.id}",
    )


@dataclass(frozen=True, kw_only=True)
class CurePlan:
    """One way of doing an item: what it takes. refused: why not here."""

    cure: str
    title: str
    materials: tuple[MaterialUse, ...] = ()
    person_hours: float = 0.0
    leak: Leak | None = None
    who: str = "crew"
    what: str | None = None
    unit: str | None = None
    amount: float | None = None
    kind: str | None = None
    pieces: tuple[str, ...] = ()
    sizes: tuple[tuple[str, float], ...] = ()
    refused: str | None = None


def chosen(task: Task, ways: Sequence[CurePlan], decided: str | None, start: str, book: BookInput) -> Task:
    """The item done the way that was decided, else the way it starts from; with what every way would take.

    A decided way that may not be here is not taken. Source: handbook §13, two cures.
    """
    allowed = {way.cure: way for way in ways if way.refused is None}
    way = allowed.get(decided or "") or allowed.get(start) or next(iter(allowed.values()))
    offered = tuple(
        CureOffered(
            each.cure, each.title, each.person_hours, item_price(each.materials, each.person_hours, book), each.refused
        )
        for each in ways
    )
    return replace(
        task,
        cure=way.cure,
        cures=offered if len(offered) > 1 else (),
        materials=way.materials,
        person_hours=way.person_hours,
        leak=way.leak,
        who=way.who,
        what=way.what or task.what,
        kind=way.kind or task.kind,
        pieces=way.pieces or task.pieces,
        sizes=(*task.sizes, *way.sizes),
        amount=task.amount if way.amount is None else way.amount,
        unit=way.unit or task.unit,
    )

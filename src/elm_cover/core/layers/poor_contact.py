"""Where poor contact hides: the places of this house to look at, one by one (handbook §5, what is there already)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..base.arrays import Points

CURES = "Bring the insulation to the board, or bring a sealed board to the insulation."


@dataclass(frozen=True)
class Place:
    """A place to look at. section: where it is that of one section. because: what on record makes this house have it."""

    place: str
    section: str | None
    title: str
    look_for: str
    because: str | None = None


@dataclass(frozen=True)
class SectionFacts:
    """What of a section tells that a place is there: its kind, its edges' kinds, its features' kinds."""

    id: str
    name: str
    kind: str
    edges: frozenset[str]
    features: frozenset[str]
    wall_of: str | None = None
    outline_ft: Points = ()


TITLES = {
    "lowered_ceiling": ("Lowered ceilings in baths, kitchens and halls", "batts bridging over the lowered board; open sides"),
    "two_heights": ("Where two ceiling heights meet", "open stud bays and bare board at the step"),
    "arches": ("Arches, niches and plant shelves", "boxes in the ceiling that the insulation bridges"),
    "duct_shaft": ("The shaft the ducts go down", "an open shaft from the floor below round ducts and pipes"),
    "walkway": ("Under attic walkways and equipment decks", "old fill missing or squashed under the boards"),
    "knee_wall": ("Knee walls", "batts laid across the studs; open joist bays under the wall"),
    "outside_tub": ("Tub and fireplace walls on the outside", "empty wall bays open from above"),
    "garage_wall": ("Garage walls open to the floor between storeys", "joist bays open from the garage into the house"),
    "skylight": ("Skylight shafts", "upright sides: fill between the framing, wrap, seal"),
}  # fmt: skip


def places(sections: tuple[SectionFacts, ...], stories: float | None) -> tuple[Place, ...]:
    """The places to ask at: those every house may have, and those that the record shows.

    Source: handbook §5, where poor contact hides.
    """
    return tuple(_places(sections, stories))


def _places(sections: tuple[SectionFacts, ...], stories: float | None) -> Iterator[Place]:
    def at(place: str, section: str | None = None, because: str | None = None) -> Place:
        return Place(place, section, *TITLES[place], because)

    lowered = [s for s in sections if "drop_soffit" in s.features]
    yield from (at("lowered_ceiling", s.id, f"a drop soffit is on record in {s.name}") for s in lowered)
    if not lowered:
        yield at("lowered_ceiling")
    for s in sections:
        if "step" in s.edges:
            yield at("two_heights", s.id, f"{s.name} has an edge where the ceiling steps")
    yield at("arches")
    yield at("outside_tub")
    if stories is not None and stories > 1:
        yield at("duct_shaft", None, f"the house has {stories:g} storeys")
    for s in sections:
        boards = sorted(s.features & {"walkway", "platform", "equipment", "storage_floor"})
        if boards:
            yield at("walkway", s.id, f"{boards[0].replace('_', ' ')} on record in {s.name}")
        if "knee_wall" in s.edges or (s.kind == "knee_wall" and s.wall_of != "skylight_shaft"):
            yield at("knee_wall", s.id, f"{s.name} has a knee wall")
        if s.kind == "knee_wall" and s.wall_of == "skylight_shaft":
            yield at("skylight", s.id, f"{s.name} is a skylight shaft")
        if s.kind == "left_out":
            yield at("garage_wall", s.id, f"{s.name} lies over unheated space")

"""Places where insulation and ceiling part company, as found in the walk-over (handbook §13, two cures)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from ..given.book import BookInput
from ..given.work import WorkInput
from ..layers.poor_contact import TITLES
from .item import Task
from .openings import board_over, faces_ft2, relaid, starts_with_board
from .place import CurePlan, WorkPlace, chosen

# Openings that are taken while nobody has measured the place, inches: start values by judgement, said with the item. Wall bays
# are as deep as a stud, joist bays as a joist.
START_IN = {
    "lowered_ceiling": (60.0, 96.0),
    "two_heights": (3.5, 96.0),
    "arches": (24.0, 36.0),
    "duct_shaft": (24.0, 36.0),
    "outside_tub": (3.5, 60.0),
    "garage_wall": (9.25, 96.0),
}
# What other items of the list see to where it is found: boards, knee walls, shafts.
SEEN_TO = ("walkway", "knee_wall", "skylight")
# Shafts are closed; they have no board to bring insulation down to.
BOARD_ALONE = ("duct_shaft", "outside_tub", "garage_wall", "two_heights")
SQUARE_IN = 144.0


def apart_tasks(record: WorkInput, places: Mapping[str, WorkPlace], book: BookInput) -> Iterator[Task]:
    """An item for every place that was found apart and is no feature of its own.

    Source: handbook §13, two cures.
    """
    if not places:
        return
    for found in record.apart:
        if found.place in SEEN_TO or found.place not in START_IN:
            continue
        where = places.get(found.section or "") or next(iter(places.values()))
        if found.place == "lowered_ceiling" and any(f.kind == "drop_soffit" for f in where.section.features):
            continue  # on record as what it is
        yield _task(found.key, found.place, found.section, where, book)


def _task(key: str, place: str, section: str | None, where: WorkPlace, book: BookInput) -> Task:
    size = START_IN[place]
    area = where.decided(key).amount
    if area is not None and area > 0:
        side = (area * SQUARE_IN) ** 0.5
        size = (side, side)
    ft2 = size[0] * size[1] / SQUARE_IN
    ways: tuple[CurePlan, ...] = (board_over(size, 1, where),)
    if place not in BOARD_ALONE:
        ways = (*ways, relaid(faces_ft2(size), 1, where, None))
    bare = Task(
        key=key,
        kind="board",
        section=section,
        what=TITLES[place][0],
        amount=ft2,
        unit="ft² of opening",
        counted="as decided" if area else "start value: measure the opening",
        row=key,
    )
    start = "board" if place in BOARD_ALONE or starts_with_board(size) else "relay"
    return replace(chosen(bare, ways, where.decided(key).cure, start, book), amount=ft2, unit="ft² of opening")

"""Open chases and drop soffits: a sealed board, metal round a flue, or the insulation brought down (handbook §13, two cures)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..base.units import fixed
from ..hazards.features import FeatureInput
from ..preparation.beads import GAP_IN, bead, bead_in3
from ..preparation.hatch import chase_board
from ..preparation.leaks import Leak, opening_leak
from ..preparation.materials import use
from .item import Task
from .place import CurePlan, WorkPlace, chosen, key_of, task
from .shields import holds_a_flue
from .words import size_text

# Sizes taken where none is on record, inches; said with the item.
START_IN = {"chase": (16.0, 24.0), "drop_soffit": (24.0, 60.0)}
# How deep a lowered ceiling hangs, where nobody says: what its sides would take.
LOWERED_IN = 12.0
# An opening up to that large takes no more hours.
BOARD_OF_FT2 = 4.0


def board_over(opening_in: tuple[float, float], count: float, place: WorkPlace) -> CurePlan:
    """A sealed board over an opening. Source: handbook §13, open chase, drop soffit."""
    board = chase_board(opening_in)
    area_ft2 = opening_in[0] * opening_in[1] / 144
    hours = place.rate("chase_hours") + place.rate("chase_hours_per_ft2_over_4") * max(0.0, area_ft2 - BOARD_OF_FT2)
    leak = opening_leak(opening_in[0] * opening_in[1])
    return CurePlan(
        cure="board",
        title="a sealed board over the opening",
        materials=(
            use("rigid_board", board.area_ft2 * count),
            bead(GAP_IN, board.bead_ft * count),
            use("screws", board.screws * count),
        ),
        person_hours=hours * count,
        leak=Leak(leak.before * count, leak.after * count),
        kind="board",
        sizes=(("board", board.size_in[0]), ("opening", opening_in[0]), ("line", place.line_in)),
        pieces=(f"board {size_text(board.size_in)}", f"bead {fixed(board.bead_ft, 1)} ft", f"{board.screws} screws"),
    )


def metal_over(opening_in: tuple[float, float], count: float, place: WorkPlace) -> CurePlan:
    """Metal and high-temperature sealant alone, where a flue comes up through it. Source: handbook §13, open chase."""
    wood = board_over(opening_in, count, place)
    board = chase_board(opening_in)
    return replace(
        wood,
        title="sheet metal to the pipe",
        kind="board_hot",
        materials=(
            use("sheet_metal", board.area_ft2 * count),
            use("heat_sealant", bead_in3(GAP_IN, board.bead_ft * count)),
            use("screws", board.screws * count),
        ),
        pieces=(f"sheet metal {size_text(board.size_in)}", f"high-temperature bead {fixed(board.bead_ft, 1)} ft"),
    )


def relaid(area_ft2: float, count: float, place: WorkPlace, leak: Leak | None) -> CurePlan:
    """Batts brought down to the board and strapped. Source: handbook §13, re-lay to the board."""
    area = area_ft2 * count
    return CurePlan(
        cure="relay",
        title="the insulation down to the board",
        materials=(use("relay_batt", area), use("strapping", area)),
        person_hours=area / place.rate("relay_ft2_per_hour"),
        leak=leak,
        kind="relay",
        pieces=(f"batts {fixed(area)} ft²", f"strapping {fixed(area)} ft"),
    )


def faces_ft2(opening_in: tuple[float, float]) -> float:
    """What would have to be insulated instead of the opening: the lowered board and its four sides, ft²."""
    a, b = opening_in
    return (a * b + 2 * (a + b) * LOWERED_IN) / 144


def starts_with_board(opening_in: tuple[float, float]) -> bool:
    """Whether the board is the cure to start from: the opening is under half of the faces it saves.

    Inches. Source: handbook §13, two cures.
    """
    return opening_in[0] * opening_in[1] / 144 < faces_ft2(opening_in) / 2


def opening(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A chase or a drop soffit, by one of its two cures. Source: handbook §13, two cures."""
    size = feature.size_in or START_IN[feature.kind]
    noun = "Open chase" if feature.kind == "chase" else "Drop soffit"
    key = key_of(place, feature.kind, index)
    bare = replace(task(place, "board", index, feature, f"{noun} {size_text(size)}"), key=key, row=key)
    if feature.size_in is None:
        bare = replace(bare, counted=f"no size on record: {size_text(size)} taken")
    if holds_a_flue(place.section, feature, size):
        yield chosen(bare, (metal_over(size, feature.count, place),), None, "board", place.book)
        return
    ways = [board_over(size, feature.count, place)]
    if feature.kind == "drop_soffit":
        # Laid down to the board the air still passes: sealed as well as the board's own gaps are.
        ways.append(relaid(faces_ft2(size), feature.count, place, None))
    start = "board" if feature.kind == "chase" or starts_with_board(size) else "relay"
    yield chosen(bare, ways, place.decided(key).cure, start, place.book)

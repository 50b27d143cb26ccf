"""Curb and lid of a hatch, cover of a folding stair (handbook §13, the work list, curb and lid)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..base.units import eighths, fixed, r_value
from ..hazards.features import FeatureInput
from ..preparation.hatch import LATCHES, LID_LAYER_IN, LID_LAYER_R, curb, lid_layers, lid_saves_ua
from ..preparation.leaks import leak_of
from ..preparation.materials import use
from .item import Task
from .place import CurePlan, WorkPlace, chosen, key_of
from .words import size_text

IN_A_WALL = ("door", "gable")
HATCH_START_IN, STAIR_START_IN = (22.5, 30.0), (22.5, 54.0)
# What a lid or cover of a folding stair may be by the code of 2021 on in warm zones: mean R-10; elsewhere as the ceiling.
STAIR_LID_R, STAIR_LID_ZONES = 10.0, ("0", "1", "2", "3", "4")
LID_R_START = 49.0
# A bought cover, as it is drawn.
COVER_CURB_IN, COVER_IN = 8.0, 3.0


def way_in_tasks(place: WorkPlace) -> Iterator[Task]:
    """An item for every way in that lies in the ceiling. Source: handbook §13, hatch curb and lid, stair cover."""
    for way in place.keys.ways_in:
        if way.kind in IN_A_WALL:
            continue
        stair = way.kind == "pull_down_stair"
        kind = "stair" if stair else "hatch"
        key = f"{kind}:{way.key.split(':', 1)[1]}"
        feature = FeatureInput(kind, at_ft=way.at_ft, size_in=way.opening_in, lid_r=way.lid_r)
        yield _way_in(place, key, feature)


def feature_way_in(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """The same for one that was recorded among what stands there.

    Without an id it must not go by the key of a way in at the same place of its own list.
    """
    yield _way_in(place, key_of(place, feature.kind, index).replace(":#", ":feature #"), feature)


def lid_r_wanted(place: WorkPlace, stair: bool) -> float:
    """R that a lid must reach: that of the ceiling round it; a folding stair in zones 0 to 4: R-10.

    Source: handbook §9, hatch; §13, lid.
    """
    zone = place.section.zone or ""
    if stair and zone[:1] in STAIR_LID_ZONES:
        return STAIR_LID_R
    return LID_R_START if place.r_ceiling is None else place.r_ceiling


def _way_in(place: WorkPlace, key: str, way: FeatureInput) -> Task:
    stair, count = way.kind == "stair", way.count
    size = way.size_in or (STAIR_START_IN if stair else HATCH_START_IN)
    bare = Task(
        key=key,
        kind=way.kind,
        section=place.section.id,
        at_ft=way.at_ft,
        what=f"{'Folding stair' if stair else 'Hatch'} {size_text(size)}",
        amount=count,
        unit="pieces",
        counted="" if way.size_in else f"no size on record: {size_text(size)} taken",
        row=key,
        follows_depth=True,
        sizes=(("opening", size[0]), ("line", place.line_in)),
    )
    lid = _lid(place, stair, size, count)
    ways: Sequence[CurePlan] = (lid,)
    if stair:
        cover = CurePlan(
            cure="cover",
            title="a cover, bought or built",
            materials=(use("stair_cover", count), use("weatherstrip", 2 * (size[0] + size[1]) / 12 * count)),
            person_hours=place.rate("stair_hours") * count,
            leak=leak_of("stair_boxed", count),
            sizes=(("curb", COVER_CURB_IN), ("lid", COVER_IN), ("layers", 1.0)),
            pieces=("cover", f"weatherstrip {fixed(2 * (size[0] + size[1]) / 12 * count, 2)} ft"),
        )
        ways = (cover, lid)
    done = chosen(bare, ways, place.decided(key).cure, "cover" if stair else "lid", place.book)
    planned_r = lid_layers(lid_r_wanted(place, stair)) * LID_LAYER_R if done.cure == "lid" else STAIR_LID_R
    return replace(done, saves_ua=count * lid_saves_ua(size, way.lid_r, planned_r))


def _lid(place: WorkPlace, stair: bool, size: tuple[float, float], count: int) -> CurePlan:
    """Curb and lid, weatherstripped and latched."""
    built = curb(size, place.line_in)
    layers = lid_layers(lid_r_wanted(place, stair))
    lid_ft2 = built.outside_in[0] * built.outside_in[1] / 144
    pieces = [f"{piece.count} of {eighths(piece.length_in)} × {eighths(piece.height_in)}" for piece in built.pieces]
    layer_word = "1 layer" if layers == 1 else f"{layers} layers"
    return CurePlan(
        cure="lid",
        title="a curb, and a lid over it",
        materials=(
            use("wood_board", (built.board_ft2 + lid_ft2) * count),
            use("lid_board", layers * lid_ft2 * count),
            use("weatherstrip", built.seal_ft * count),
            use("latch", LATCHES * count),
        ),
        person_hours=place.rate("stair_hours" if stair else "hatch_hours") * count,
        leak=leak_of("stair" if stair else "hatch", count),
        pieces=(
            f"curb {', '.join(pieces)}",
            f"lid {layer_word}, {r_value(layers * LID_LAYER_R)}",
            f"weatherstrip {fixed(built.seal_ft, 2)} ft, {LATCHES} latches",
        ),
        sizes=(("curb", built.height_in), ("lid", layers * LID_LAYER_IN), ("layers", float(layers))),
    )

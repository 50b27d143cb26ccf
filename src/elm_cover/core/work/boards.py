"""Platforms, walkways and storage floors: raised to the depth, left, or taken out (handbook §13, raised platform)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..base.units import eighths, fixed
from ..floor.outline import box_ft
from ..hazards.clearances import WALKWAY_IN
from ..hazards.features import FeatureInput
from ..preparation.lumber import NO_STOCK, cut_from, lumber_key
from ..preparation.materials import use
from ..preparation.platforms import USUAL_SPACING_IN, frame
from .item import Task
from .place import CurePlan, WorkPlace, chosen, key_of, task
from .runs import run_ft

TITLES = {"platform": "Platform", "walkway": "Walkway", "storage_floor": "Storage floor"}
# Lifting boards and carrying them out, as a share of what raising them takes.
TAKING_OUT_SHARE = 0.25
TALLEST = "higher than two of the tallest joists"


def boards(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """Boards that stand there, and what becomes of them. Source: handbook §13, platform, walkway, storage floor."""
    found = _ways(place, feature)
    if found is None:
        return
    size_ft, ways = found
    key = key_of(place, "platform", index)
    what = f"{TITLES[feature.kind]} {fixed(size_ft[0], 1)} × {fixed(size_ft[1], 1)} ft"
    bare = replace(
        task(place, "platform", index, feature, what),
        amount=size_ft[0] * size_ft[1] * feature.count,
        unit="ft²",
        row=key,
        follows_depth=True,
        line_ft=box_ft(feature.at_ft, (size_ft[0] * 12, size_ft[1] * 12))
        if feature.at_ft and not feature.to_ft
        else (),
    )
    yield chosen(bare, ways, place.decided(key).cure, "leave", place.book)


def _size_ft(feature: FeatureInput) -> tuple[float, float] | None:
    """Length and width of the boards, ft; None while they are not known."""
    if feature.kind == "walkway":
        length = run_ft(feature)
        wide = feature.size_in[0] if feature.size_in else WALKWAY_IN
        return None if not length else (length / feature.count, wide / 12)
    return None if feature.size_in is None else (feature.size_in[0] / 12, feature.size_in[1] / 12)


def _ways(place: WorkPlace, feature: FeatureInput) -> tuple[tuple[float, float], Sequence[CurePlan]] | None:
    """The size of the boards and what can be done with them; None while the size is not known."""
    size = _size_ft(feature)
    if size is None:
        return None
    area = size[0] * size[1] * feature.count
    hours = place.rate("platform_hours_per_ft2") * area
    leave = CurePlan(
        cure="leave",
        title="left as it is",
        sizes=(("deck", 12 * size[0]), ("line", place.line_in)),
        pieces=("nothing",),
    )
    out = CurePlan(
        cure="take_out",
        title="taken out",
        person_hours=hours * TAKING_OUT_SHARE,
        pieces=(f"{fixed(area)} ft² of boards carried out",),
    )
    return size, (_raised(place, feature, size, hours), leave, out)


def _raised(place: WorkPlace, feature: FeatureInput, size: tuple[float, float], hours: float) -> CurePlan:
    """Framing across the joists up to the fill line and a deck on it. Source: handbook §13, raised platform."""
    joist = place.section.joist_depth_in
    needed = place.line_in - (joist or 0.0)
    way = CurePlan(cure="raise", title="raised on framing, filled beneath", person_hours=hours)
    if joist is None or not place.known:
        return replace(way, refused="the fill line or the joists' depth is not known yet")
    if needed <= 0:
        return replace(way, refused="the fill does not come up to the joists' tops: it fits beneath as it is")
    built = frame(size, needed, USUAL_SPACING_IN)
    if built is None:
        return replace(way, refused=f"the frame would have to be {eighths(needed)} high, {TALLEST}")
    n = feature.count
    if not place.book.lumber_ft:
        return replace(way, refused=NO_STOCK)
    cuts = [cut_from(replace(one, count=one.count * n), place.book.lumber_ft) for one in built.members]
    return replace(
        way,
        materials=(
            *(use(lumber_key(cut.members.height_in, cut.stock_ft), cut.lengths) for cut in cuts),
            use("wood_board", built.deck_ft2 * n),
            use("screws", 2 * built.deck_ft2 * n),
        ),
        sizes=(
            ("deck", 12 * size[0]),
            ("line", place.line_in),
            *((f"lumber {i}", height) for i, (height, *_) in enumerate(built.layers)),
        ),
        pieces=(
            *(cut.told for cut in cuts),
            f"deck {fixed(built.deck_ft2 * n, 1)} ft² in strips",
            f"frame {eighths(built.height_in)}",
            f"{fixed(built.load_psf, 1)} lb/ft² on the joists before anything stands on it",
        ),
    )

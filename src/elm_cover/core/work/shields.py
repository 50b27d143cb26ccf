"""What is kept from fill by metal: flues, chimneys, combustion air; and the dam round equipment (handbook §13, the work list)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ..base.units import eighths, fixed
from ..given.section import SectionInput
from ..hazards.clearances import clearance_in
from ..hazards.features import FLUE_TITLES, KINDS, FeatureInput
from ..hazards.stops import stop_for
from ..preparation.beads import SEAL_IN, bead_in3
from ..preparation.hatch import ABOVE_FILL_IN, LAP_IN
from ..preparation.leaks import leak_of
from ..preparation.materials import MaterialUse, use
from .hazards import who_clears
from .housings import pipe_hole
from .item import Task
from .place import WorkPlace, key_of, task

COMBUSTION_AIR_ABOVE_IN = 6.0
CHIMNEY_START_IN = (20.0, 20.0)
EQUIPMENT_START_IN = (36.0, 60.0)
# A shield that stands already: sealing and seeing to its height, as a share of making one.
SHIELDED_SHARE = 1 / 3


def own_size(feature: FeatureInput) -> tuple[float, float]:
    """Size of the thing itself, in; a start value where none is on record."""
    kind = KINDS.get(feature.kind)
    usual = kind.usual_in if kind is not None else None
    return feature.size_in or usual or CHIMNEY_START_IN


def holds_a_flue(section: SectionInput, opening: FeatureInput, size_in: tuple[float, float]) -> bool:
    """Whether a flue or a chimney comes up through an opening: both placed, and its middle within the opening and its lap."""
    if opening.at_ft is None:
        return False
    reach = [side / 24 + LAP_IN / 12 for side in size_in]
    hot = [f.at_ft for f in section.features if f.kind in ("flue", "chimney") and f.at_ft is not None]
    return any(all(abs(at[i] - opening.at_ft[i]) <= reach[i] for i in (0, 1)) for at in hot)


def _round_ft(feature: FeatureInput, size: tuple[float, float], out_in: float) -> float:
    """Round a pipe or a box at that distance, ft. A flue is round where its two sizes are one."""
    if feature.kind == "flue" and size[0] == size[1]:
        return math.pi * (size[0] + 2 * out_in) / 12
    return 2 * (size[0] + size[1] + 4 * out_in) / 12


def flue_or_chimney(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """Collar and shield of metal, both perimeters sealed; a plastic pipe is a hole like another.

    Source: handbook §13, flue, chimney; §9, clearances.
    """
    if feature.kind == "flue" and feature.flue == "plastic":
        yield pipe_hole(place, index, feature, "Plastic pipe of a sealed burner")
        return
    if feature.flue == "single_wall":
        yield _single_wall(place, index, feature)
    size, out, n = own_size(feature), clearance_in(feature, True) or 0.0, feature.count
    height = place.line_in + ABOVE_FILL_IN
    inner, outer = _round_ft(feature, size, 0.0), _round_ft(feature, size, out)
    collar_ft2 = ((size[0] + 2 * (out + LAP_IN)) * (size[1] + 2 * (out + LAP_IN)) - size[0] * size[1]) / 144
    sealant = use("heat_sealant", bead_in3(SEAL_IN, (inner + outer) * n))
    stands = feature.shielded is True
    metal = collar_ft2 if stands else collar_ft2 + outer * height / 12
    kind = feature.kind
    title = "Masonry chimney" if kind == "chimney" else f"Flue, {FLUE_TITLES[feature.flue or 'unknown']}"
    materials: tuple[MaterialUse, ...] = (use("sheet_metal", metal * n), sealant)
    shield = (
        f"its shield must reach {eighths(height)}" if stands else f"shield {eighths(height)} high, {eighths(out)} off"
    )
    yield replace(
        task(place, kind, index, feature, title),
        materials=materials,
        person_hours=place.rate("flue_hours") * n * (SHIELDED_SHARE if stands else 1),
        leak=leak_of(kind, n),
        lifts="unshielded_flue" if feature.shielded is False else None,
        stop=feature.shielded is False,
        counted="" if feature.size_in else f"no size on record: {eighths(size[0])} taken",
        sizes=(("own", size[0]), ("off", out), ("shield", height), ("line", place.line_in)),
        pieces=("collar", f"sealant {fixed((inner + outer) * n, 1)} ft", shield),
        row=key_of(place, kind, index),
        follows_depth=True,
    )


def _single_wall(place: WorkPlace, index: int, feature: FeatureInput) -> Task:
    """A single-wall vent is a stop until its trade has replaced it. Source: handbook §3."""
    stop = stop_for("single_wall_vent")
    return replace(
        task(place, "hazard", index, feature, stop.title),
        key=key_of(place, "single_wall", index),
        who=who_clears("single_wall_vent"),
        why=f"On record: blocks {stop.blocks}.",
        pieces=(stop.cleared_by,),
        cautions=(stop.caution,),
        lifts="single_wall_vent",
        row=key_of(place, "single_wall", index),
        stop=True,
        leavable=False,
    )


def combustion_air(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A metal collar 6 in above the fill line. Source: handbook §13, combustion-air opening."""
    size = own_size(feature)
    height = place.line_in + COMBUSTION_AIR_ABOVE_IN
    around = 2 * (size[0] + size[1]) / 12 * feature.count
    yield replace(
        task(place, "combustion_air", index, feature, "Combustion-air opening"),
        materials=(use("sheet_metal", around * height / 12),),
        person_hours=place.rate("combustion_air_hours") * feature.count,
        sizes=(("own", size[0]), ("off", 0.0), ("shield", height), ("line", place.line_in)),
        pieces=(f"metal collar {eighths(height)} high",),
        row=key_of(place, "combustion_air", index),
        follows_depth=True,
    )


def equipment_dam(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A board strip round the platform of equipment, 2 in above the fill line. Source: handbook §13, dam."""
    size = feature.size_in or EQUIPMENT_START_IN
    around = 2 * (size[0] + size[1]) / 12 * feature.count
    height = place.line_in + ABOVE_FILL_IN
    yield replace(
        task(place, "equipment_dam", index, feature, f"Dam round equipment, {fixed(around, 1)} ft"),
        amount=around,
        unit="ft",
        counted="" if feature.size_in else "no size on record: 36 × 60 in taken",
        materials=(use("wood_board", around * height / 12), use("screws", 2 * around)),
        person_hours=around / place.rate("dam_ft_per_hour"),
        sizes=(("dam", height), ("line", place.line_in)),
        pieces=(f"strip {fixed(around, 1)} ft, {eighths(height)} high",),
        row=key_of(place, "equipment_dam", index),
        follows_depth=True,
    )

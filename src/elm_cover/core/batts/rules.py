"""The rules that batts are laid by (handbook §7, batts).

The first layer lies between the joists, touches the ceiling and is no taller than they are; the next lies across them.
"""

from __future__ import annotations

from collections.abc import Sequence

from ..base.units import ROUNDING_SLACK, eighths
from ..layers.framing import clear_bay_in
from ..layers.layer import Layer
from ..layers.voids import r_with
from .batt import FACED, BattProduct

MOST_LAYERS = 3
# By judgement, handbook silent: a batt that bridges more open air than this no longer touches what lies under it, and
# one stands this much above the joists before it is in the next layer's way.
AIR_UNDER_MOST_IN = 0.5
# Friction holds a batt that is this much wider than the clear bay; wider ones are ripped, narrower ones leave a gap.
SNUG_WIDER_IN = 1.0
UNFACED_ZONES = ("1A", "2A", "3A")
# Methods by what is laid: batts alone, and those that begin with a batt between the joists.
BATTS_ONLY = ("batts_across", "batts_between_and_across")
BETWEEN_FIRST = ("batts_between_and_across", "batts_between_blown_cap")


def across_on_framing(old_depth_in: float, joist_depth_in: float) -> bool:
    """Whether a layer across the joists is carried by them: what lies there does not stand above their tops.

    Inches. Source: handbook §7, batts; load.
    """
    return old_depth_in <= joist_depth_in + ROUNDING_SLACK


def layers_for_target(
    under: Sequence[Layer], batt: BattProduct, boundary: float | None, target: float, most: int = MOST_LAYERS
) -> int:
    """How many layers of the batt reach the target over what lies there; most + 1 where even that many do not.

    Source: handbook §7, batts; §5, parallel paths.
    """
    for count in range(most + 1):
        if r_with((*under, *[batt.layer()] * count), boundary) >= target - 1e-6:
            return count
    return most + 1


def facing_faults(
    batt: BattProduct, place: str, over_something: bool, zone: str | None, retarder: str | None
) -> list[tuple[str, str]]:
    """What speaks against its facing here: (text, what to do). A facing once, toward the warm side in winter.

    Source: handbook §7, a facing only once.
    """
    if batt.facing not in FACED:
        return []
    if place == "across" or over_something:
        return [
            (
                f"A {batt.facing} facing over other insulation is a second vapor retarder: it traps damp below it.",
                "Take unfaced batts, or strip the facing.",
            )
        ]
    if retarder in ("class_1", "class_2"):
        return [("The ceiling has a vapor retarder already; a facing comes only once.", "Take unfaced batts.")]
    if zone in UNFACED_ZONES:
        return [(f"In zone {zone} ceilings are laid unfaced.", "Take unfaced batts.")]
    return []


def narrow_fault(batt: BattProduct, spacing_in: float) -> tuple[str, str, str] | None:
    """What speaks against laying it between joists so far apart on center: (code, text, what to do); None where it fits.

    Inches. Source: handbook §7, snug, not squeezed.
    """
    clear = clear_bay_in(spacing_in)
    if batt.width_in >= clear - ROUNDING_SLACK:
        return None
    return (
        "batt_too_narrow",
        f"{batt.width_in:g} in batts leave {eighths(clear - batt.width_in)} open in each {eighths(clear)} bay.",
        f"Take batts of {clear:g} in or a little more.",
    )


def place_faults(
    batt: BattProduct,
    place: str,
    under_in: float,
    joist_depth_in: float,
) -> list[tuple[str, str, str]]:
    """What speaks against laying it there: (code, text, what to do). under_in: what lies below it, inches.

    Inches. Source: handbook §7, first layer no taller than the joists, snug, not squeezed.
    """
    found = []
    if place == "between":
        room = joist_depth_in - under_in
        if batt.thickness_in > room + AIR_UNDER_MOST_IN / 4:
            found.append(
                (
                    "batt_taller_than_joists",
                    f"{eighths(batt.thickness_in)} batts stand above the joists: {eighths(max(0.0, room))} is left between them"
                    + (f" over {eighths(under_in)} of old fill." if under_in else "."),
                    "Take a thinner first layer, or lay batts across the joists only.",
                )
            )
    elif under_in < joist_depth_in - AIR_UNDER_MOST_IN:
        found.append(
            (
                "air_under_batts",
                f"Batts across the joists would leave {eighths(joist_depth_in - under_in)} of open air under them.",
                "Fill the bays to the joists' tops first: batts between, or loose fill.",
            )
        )
    return found

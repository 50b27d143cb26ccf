"""The R to reach, by the basis that is set (handbook §4)."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from ..base.notebook import Notebook
from ..base.units import ROUNDING_SLACK, eighths, r_value
from ..eaves.eave import Eave
from ..floor.outline import edge_side
from ..given.section import SectionInput
from ..layers.layer import Layer
from ..layers.stack import depth_of
from .tables import code_r, raised_heel_r, retrofit_r


def target_r(
    section: SectionInput,
    layers: Sequence[Layer] | None,
    r_existing: float | None,
    eaves: dict[int, Eave] | None,
    depth_for: Callable[[float], float] | None,
    notes: Notebook,
) -> float | None:
    """The R to reach, by its basis; None while something it needs is not known.

    depth_for: fill line in inches that an R asks for with what is to be laid, for the raised-heel test; None: not known.
    """
    target, zone = section.target, section.zone
    if target is None or target.basis is None:
        notes.ask("target", "target.basis", "Which R to reach: by code, by retrofit guidance, or your own?")
        return None
    if target.basis == "custom":
        if target.r is None:
            notes.ask("target", "target.r", "Type the R to reach, 1 to 150")
        return target.r
    if zone is None:
        notes.ask("target", "house.climate_zone", "Which climate zone is the house in?")
    if target.basis == "retrofit":
        if zone is None or r_existing is None or layers is None:
            return None
        return retrofit_r(zone, depth_of(layers), r_existing)
    if target.edition is None:
        notes.ask("target", "target.edition", "Which edition of the code is adopted here?")
    if zone is None or target.edition is None:
        return None
    full = code_r(zone, target.edition)
    lower = raised_heel_r(zone, target.edition)
    if not target.raised_heel or lower is None:
        return full
    if eaves is None or depth_for is None:
        return full
    depth = depth_for(lower)
    short = [edge for edge, eave in eaves.items() if eave.room_at_plate_in < depth - ROUNDING_SLACK]
    if not short:
        return lower
    notes.flag(
        "raised_heel_not_met",
        "caution",
        f"The raised-heel allowance does not hold: {r_value(lower)} needs {eighths(depth)} of room over the plate; "
        f"the {edge_side(section.outline_ft, short[0])} eave has {eighths(max(0.0, eaves[short[0]].room_at_plate_in))}.",
        f"The plan goes by the full {r_value(full)}.",
    )
    return full

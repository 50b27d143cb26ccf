"""What to blow on a section: its target, and the row of the chart that reaches it there."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from ..base.units import ROUNDING_SLACK, eighths, r_value
from ..eaves.eave import Eave
from ..floor.outline import edge_side
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, Chart, NewFill
from ..layers.layer import OldLayer, pressed, r_to_add, r_with
from ..layers.stack import depth_of
from ..section.result import ByInches, Notebook
from ..target.tables import code_r, raised_heel_r, retrofit_r


@dataclass(frozen=True)
class Blower:
    """One product over the old layers of one floor: what R each row of its chart reaches there."""

    chart: Chart
    layers: tuple[OldLayer, ...]
    boundary: float | None
    interpolate: bool
    rise_in: float = 0.0

    def reached(self, fill: NewFill) -> float:
        """R with that fill on top, by parallel paths, loose glass pressed by its weight: r_nominal."""
        return r_with(
            pressed(self.layers, fill.weight_psf), self.boundary, fill.r, self.chart.r_per_in(fill.r) if fill.r else 0.0
        )

    def needed(self, target: float) -> float:
        """The smallest R to add that reaches the target."""
        return _needed(self, target)

    def for_target(self, target: float) -> NewFill:
        """The fill that the chart gives for the target, by the school that is set."""
        needed = self.needed(target)
        if needed <= ROUNDING_SLACK:
            return NO_FILL
        return self.chart.interpolated(needed) if self.interpolate else self.chart.next_row(needed)

    def for_depth(self, installed_in: float) -> NewFill:
        """The fill of a depth the user set: the row it clicks to, or glided to between rows."""
        if installed_in <= 0:
            return NO_FILL
        if self.interpolate:
            return self.chart.interpolated_for_depth(installed_in)
        return self.chart.row_for_depth(installed_in)


@lru_cache(maxsize=4096)
def _needed(blower: Blower, target: float) -> float:
    last = blower.chart.rows[-1].r

    def by(r: float) -> float:
        return blower.reached(blower.chart.interpolated(min(r, last))) + max(0.0, r - last)

    return r_to_add(target, by)


def target_r(
    section: SectionInput,
    layers: Sequence[OldLayer] | None,
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


def depth_under(blower: Blower, fill: NewFill) -> float:
    """Fill line with that fill over what lies there, inches."""
    return depth_of(pressed(blower.layers, fill.weight_psf)) + blower.rise_in + fill.installed_in


def pick_fill(section: SectionInput, r_target: float | None, blower: Blower, notes: Notebook) -> NewFill | None:
    """The new fill, by the depth the user set or by the target; a stop where the chart ends before it."""
    installed = section.choice.installed_in if section.choice else None
    if installed is not None:
        fill = blower.for_depth(installed)
        asked = f"{eighths(installed)} of new fill"
    elif r_target is not None:
        fill = blower.for_target(r_target)
        asked = f"{r_value(blower.needed(r_target))} to add"
    else:
        return None
    if fill.beyond:
        last = blower.chart.rows[-1]
        notes.flag(
            "beyond_chart",
            "stop",
            f"The chart ends at {r_value(last.r)}, {eighths(last.installed_in)} installed; this job asks for {asked}.",
            "Pick a product whose chart goes further or lower the target. The figures shown are for the last row.",
        )
    return fill


def by_inches(
    blower: Blower, r_target: float, old_in: float, net_area_ft2: float, bags_right: float
) -> ByInches | None:
    """What subtracting inches would have given; None where nothing lies there or the chart ends before the target."""
    whole = blower.chart.interpolated(r_target) if blower.interpolate else blower.chart.next_row(r_target)
    if old_in <= 0 or whole.beyond:
        return None
    left = max(0.0, whole.installed_in - old_in)
    fill = blower.chart.interpolated_for_depth(left) if left > 0 else NO_FILL
    bags = net_area_ft2 * fill.weight_psf / blower.chart.bag_lb
    return ByInches(whole.installed_in, old_in, left, bags, bags_right - bags, blower.reached(fill), r_target)

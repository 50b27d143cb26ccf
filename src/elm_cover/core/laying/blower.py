"""What to blow on a section: its target, and the row of the chart that reaches it there (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.memory import remembered
from ..base.notebook import Notebook
from ..base.units import ROUNDING_SLACK, eighths, r_value
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, Chart, NewFill
from ..layers.layer import Layer, pressed
from ..layers.stack import depth_of
from ..layers.voids import r_to_add, r_with


@dataclass(frozen=True)
class ByInches:
    """The habit of taking old inches off the target's inches, and its error. bags_short: against the chart's bags here.

    target_in: installed inches the chart asks for the whole target; left_in: less the old depth; r_reached with that.
    """

    target_in: float
    old_in: float
    left_in: float
    bags: float
    bags_short: float
    r_reached: float
    r_target: float


@dataclass(frozen=True)
class Blower:
    """One product over the old layers of one floor: what R each row of its chart reaches there."""

    chart: Chart
    layers: tuple[Layer, ...]
    boundary: float | None
    interpolate: bool
    rise_in: float = 0.0

    def reached(self, fill: NewFill) -> float:
        """R with that fill on top, by parallel paths, loose glass pressed by its weight: r_nominal.

        Source: handbook §5, r_nominal.
        """
        return r_with(
            pressed(self.layers, fill.weight_psf), self.boundary, fill.r, self.chart.r_per_in(fill.r) if fill.r else 0.0
        )

    def needed(self, target: float) -> float:
        """The smallest R to add that reaches the target.

        Source: handbook §5, the smallest N.
        """
        return _needed(self, target)

    def for_target(self, target: float) -> NewFill:
        """The fill that the chart gives for the target, by the school that is set.

        Source: handbook §7, two schools.
        """
        needed = self.needed(target)
        if needed <= ROUNDING_SLACK:
            return NO_FILL
        return self.chart.interpolated(needed) if self.interpolate else self.chart.next_row(needed)

    def for_depth(self, installed_in: float) -> NewFill:
        """The fill of a depth the user set: the row it clicks to, or glided to between rows.

        installed_in in inches of new fill. Source: design §3, depth.
        """
        if installed_in <= 0:
            return NO_FILL
        if self.interpolate:
            return self.chart.interpolated_for_depth(installed_in)
        return self.chart.row_for_depth(installed_in)


@remembered()
def _needed(blower: Blower, target: float) -> float:
    last = blower.chart.rows[-1].r

    def by(r: float) -> float:
        return blower.reached(blower.chart.interpolated(min(r, last))) + max(0.0, r - last)

    return r_to_add(target, by)


def depth_under(blower: Blower, fill: NewFill) -> float:
    """Fill line with that fill over what lies there, inches.

    Source: handbook §5, compression; §8, D.
    """
    return depth_of(pressed(blower.layers, fill.weight_psf)) + blower.rise_in + fill.installed_in


def pick_fill(section: SectionInput, r_target: float | None, blower: Blower, notes: Notebook) -> NewFill | None:
    """The new fill, by the depth the user set or by the target; a stop where the chart ends before it.

    Source: handbook §7, the row.
    """
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
    """What subtracting inches would have given; None where nothing lies there or the chart ends before the target.

    Inches and ft². Source: handbook §7, a third habit.
    """
    whole = blower.chart.interpolated(r_target) if blower.interpolate else blower.chart.next_row(r_target)
    if old_in <= 0 or whole.beyond:
        return None
    left = max(0.0, whole.installed_in - old_in)
    fill = blower.chart.interpolated_for_depth(left) if left > 0 else NO_FILL
    bags = net_area_ft2 * fill.weight_psf / blower.chart.bag_lb
    return ByInches(
        target_in=whole.installed_in,
        old_in=old_in,
        left_in=left,
        bags=bags,
        bags_short=bags_right - bags,
        r_reached=blower.reached(fill),
        r_target=r_target,
    )

"""What is wrong with a section as planned, and what to do next: load, target, product, vents (handbook §7)."""

from __future__ import annotations

import numpy as np

from ..base.notebook import Notebook
from ..base.units import ROUNDING_SLACK, eighths, fixed, r_value
from ..given.section import SectionInput
from ..layers.kinds import kind_of
from ..layers.voids import R_TOLERANCE
from ..laying.at_cells import AtCells
from ..laying.blower import Blower
from ..laying.heat import old_under
from ..laying.limit import over_limit
from .result import SectionPlan

NEXT_TO_NOTHING_IN = 1 / 8


def target_flag(section: SectionInput, plan: SectionPlan, notes: Notebook) -> None:
    """Says where the fill does not reach the target, unless the chart's end has said it: a stop, but a caution where the depth
    or the layers were set by hand."""
    if plan.r_nominal is None or plan.r_target is None or plan.r_nominal >= plan.r_target - 10 * R_TOLERANCE:
        return
    if any(flag.code in ("beyond_chart", "beyond_layers") for flag in notes.flags):
        return
    choice = section.choice
    by_hand = choice is not None and (choice.installed_in is not None or choice.layers is not None)
    notes.flag(
        "short_of_target",
        "caution" if by_hand else "stop",
        f"{r_value(plan.r_nominal)} after this fill; the target is {r_value(plan.r_target)}.",
        "Raise the fill line, or go back to the depth for the target.",
    )


def load_flag(plan: SectionPlan, blower: Blower | None, notes: Notebook) -> None:
    """Says where the load is over the ceiling's limit."""
    said = over_limit(plan.load_psf, plan.load_limit_psf, blower)
    if said is not None:
        notes.flag("load_over_limit", "stop", *said)


def boards_flag(section: SectionInput, plan: SectionPlan, notes: Notebook) -> None:
    """Says where boards are recorded as filled under, but the fill line is higher than what carries them.

    Source: handbook, Settled since 1.
    """
    joist, line = section.joist_depth_in, plan.depth_total_in
    if not section.filled_decks or joist is None or line is None or line <= joist + ROUNDING_SLACK:
        return
    notes.flag(
        "boards_too_low",
        "caution",
        f"Boards are filled under to the joists' tops, {eighths(joist)}; the fill line is {eighths(line)}.",
        "Raise the boards on framing as high as the fill line, or leave the lower R under them on the card: nothing deeper fits.",
        f"{section.path}.features",
    )


def dips_flag(section: SectionInput, cells: AtCells, notes: Notebook) -> None:
    """Says where the fill goes deeper than its chart, over dips of uneven old fill.

    Source: handbook, Settled since 7.
    """
    laid, site, fill, map_in = cells.laid, cells.site, cells.laid.fill, cells.old.map_in
    if laid.blower is None or laid.stack is None or fill is None or fill.installed_in <= 0 or map_in is None:
        return
    last = laid.blower.chart.rows[-1]
    under = old_under(cells.old, laid.stack, map_in)
    # Nowhere can it be deeper than over the lowest of the old fill.
    if under is None:
        return
    deepest_in = laid.stack.depth_in - float(under.min())
    if deepest_in * fill.settled_in / fill.installed_in <= last.settled_in:
        return
    lying = cells.lying
    if lying is None:
        return
    deep = lying.new_settled_in
    beyond = deep > max(last.settled_in, fill.settled_in) + NEXT_TO_NOTHING_IN
    if not beyond.any() or not (deep > last.settled_in + NEXT_TO_NOTHING_IN).any():
        return
    at = int(np.argmax(deep))
    most = eighths(float(lying.new_installed_in[at]))
    notes.flag(
        "dips_beyond_chart",
        "note",
        f"Over dips of the old fill the new goes deeper than the chart's last row, {eighths(last.installed_in)}: over "
        f"{float(beyond.mean()):.0%} of the floor, up to {most} near {site.grid.x_ft[at]:.0f}, {site.grid.y_ft[at]:.0f} ft.",
        "Its weight there is carried on at the slope of the last two rows; the R claimed stays the row's.",
        f"{section.path}.readings",
    )


def density_flag(section: SectionInput, notes: Notebook) -> None:
    """Says where a chart settles at an unusual density."""
    product = section.choice.product if section.choice else None
    usual = kind_of(product.kind).usual_pcf if product else None
    if product is None or product.chart is None or usual is None:
        return
    densities = product.chart.densities_pcf()
    if densities.min() < usual[0] or densities.max() > usual[1]:
        notes.flag(
            "unusual_density",
            "caution",
            f"The chart of {product.name} settles at {fixed(densities.min(), 2)} to {fixed(densities.max(), 2)} lb/ft³; "
            f"{usual[0]:g} to {usual[1]:g} is usual for its kind.",
            "Compare the bag weight and the coverages with the label.",
        )


def code_flag(plan: SectionPlan, notes: Notebook) -> None:
    """Says where the target is below the code's figure for new work."""
    if plan.r_code is not None and plan.r_target is not None and plan.r_target < plan.r_code:
        notes.flag(
            "below_code_figure",
            "note",
            f"The target of {r_value(plan.r_target)} is below the code's {r_value(plan.r_code)} for new work.",
            "Check what the adopted local code or the permit asks of this job.",
        )

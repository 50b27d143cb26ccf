"""What is wrong with a section as planned, and what to do next: load, target, product, vents."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..base.units import fixed, r_value
from ..given.section import SectionInput
from ..layers.kinds import kind_of
from ..layers.voids import R_TOLERANCE
from ..laying.blower import Blower
from ..laying.limit import over_limit
from .result import SectionPlan


def target_flag(plan: SectionPlan, notes: Notebook) -> None:
    """Says where the fill does not reach the target, unless the chart's end has said it."""
    if plan.r_nominal is None or plan.r_target is None or plan.r_nominal >= plan.r_target - 10 * R_TOLERANCE:
        return
    if any(flag.code == "beyond_chart" for flag in notes.flags):
        return
    notes.flag(
        "short_of_target",
        "caution",
        f"{r_value(plan.r_nominal)} after this fill; the target is {r_value(plan.r_target)}.",
        "Raise the fill line, or go back to the depth for the target.",
    )


def load_flag(plan: SectionPlan, blower: Blower | None, notes: Notebook) -> None:
    """Says where the load is over the ceiling's limit."""
    said = over_limit(plan.load_psf, plan.load_limit_psf, blower)
    if said is not None:
        notes.flag("load_over_limit", "stop", *said)


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

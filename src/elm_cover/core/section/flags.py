"""What is wrong with a section as planned, and what to do next: load, target, product, vents."""

from __future__ import annotations

from ..base.units import r_value
from ..given.section import SectionInput
from ..layers.chart import USUAL_DENSITY_PCF
from ..layers.layer import R_TOLERANCE
from ..layers.load import load_limit_psf, load_psf
from ..laying.blower import Blower
from .result import Notebook, SectionPlan


def ceiling_limit(section: SectionInput, notes: Notebook) -> float | None:
    """The load limit of the ceiling, lb/ft²; asks for what it needs."""
    if section.board is None:
        notes.ask("measure", f"{section.path}.ceiling.board", "Which board is the ceiling?")
    if section.spacing_in is None:
        notes.ask("measure", f"{section.path}.framing.spacing_in", "How far apart are the joists or chords, on center?")
    if section.joist_depth_in is None:
        notes.ask("measure", f"{section.path}.framing.depth_in", "How deep are the joists or bottom chords?")
    if section.board is None or section.spacing_in is None:
        return None
    limit = load_limit_psf(section.board, section.spacing_in)
    if limit is None:
        notes.flag(
            "load_limit_unknown",
            "caution",
            "No load limit is published for this ceiling at this spacing.",
            "Ask the board's maker, a carpenter or an engineer what it may carry before blowing.",
        )
    return limit


def target_flag(plan: SectionPlan, notes: Notebook) -> None:
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
    said = over_limit(plan.load_psf, plan.load_limit_psf, blower)
    if said is not None:
        notes.flag("load_over_limit", "stop", *said)


def over_limit(load: float | None, limit: float | None, blower: Blower | None) -> tuple[str, str] | None:
    """What is wrong and what to do where the load is over the limit, lb/ft²; None where it is not, or nobody knows."""
    if load is None or limit is None or load <= limit:
        return None
    fits = None
    if blower is not None:
        old = load_psf(blower.layers, 0.0)
        fits = max(
            (row.r for row in blower.chart.rows if old + blower.chart.bag_lb / row.coverage_ft2 <= limit),
            default=None,
        )
    most = f"The most of this product that fits is {r_value(fits)} added. " if fits else "No row of this product fits. "
    return (
        f"{load:.2f} lb/ft² on a ceiling that may carry {limit:g} lb/ft².",
        (most if blower else "")
        + "Pick a lighter fill, clear out heavy old fill, or record what board it really is or an engineer's note.",
    )


def density_flag(section: SectionInput, notes: Notebook) -> None:
    product = section.choice.product if section.choice else None
    usual = USUAL_DENSITY_PCF.get(product.kind or "") if product else None
    if product is None or product.chart is None or usual is None:
        return
    densities = product.chart.densities_pcf()
    if densities.min() < usual[0] or densities.max() > usual[1]:
        notes.flag(
            "unusual_density",
            "caution",
            f"The chart of {product.name} settles at {densities.min():.2f} to {densities.max():.2f} lb/ft³; "
            f"{usual[0]:g} to {usual[1]:g} is usual for its kind.",
            "Compare the bag weight and the coverages with the label.",
        )

"""What the ceiling may carry, and what to do where the load is over it (handbook §7)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..base.units import fixed, r_value
from ..given.section import SectionInput
from ..layers.ceiling_load import load_limit_psf, load_psf
from .blower import Blower
from .site import ask_for_board


def ceiling_limit(section: SectionInput, notes: Notebook) -> float | None:
    """The load limit of the ceiling, lb/ft²; asks for what it needs.

    Source: handbook §7, load.
    """
    ask_for_board(section, notes)
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


def over_limit(load: float | None, limit: float | None, blower: Blower | None) -> tuple[str, str] | None:
    """What is wrong and what to do where the load is over the limit, lb/ft²; None where it is not, or nobody knows.

    Source: handbook §7, load: over the limit.
    """
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
        f"{fixed(load, 2)} lb/ft² on a ceiling that may carry {limit:g} lb/ft².",
        (most if blower else "")
        + "Pick a lighter fill, clear out heavy old fill, or record what board it really is or an engineer's note.",
    )

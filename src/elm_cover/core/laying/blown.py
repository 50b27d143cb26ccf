"""Loose fill over what is kept, or over batts laid between the joists first (handbook §5, §7)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..batts.batt import BattLayer
from ..layers.layer import pressed
from ..layers.stack import Stack
from ..old_fill.as_it_lies import needs_board
from ..old_fill.keep_or_clear import kept_of
from .batt_faults import flag_places
from .blower import Blower, depth_under, pick_fill
from .build_up import Bed, Laid, as_layers, first_between, nothing_laid


def blown(bed: Bed, notes: Notebook) -> Laid:
    """Top-up, lift and fill, clear and blow: loose fill straight over what is kept.

    Source: handbook §7, choosing.
    """
    return _over(bed, (), notes)


def blown_cap(bed: Bed, notes: Notebook) -> Laid:
    """Batts between the joists, loose fill over them.

    Source: handbook §7, batts between, blown cap.
    """
    if bed.product.chart is None:
        return _over(bed, (), notes)
    between = first_between(bed, notes)
    if between is None:
        return nothing_laid(bed.target, bed.kept, notes)
    flag_places(bed, between, notes)
    return _over(bed, between, notes)


def _over(bed: Bed, batts: tuple[BattLayer, ...], notes: Notebook) -> Laid:
    section, site, kept = bed.section, bed.site, bed.kept
    chart = bed.product.chart
    if chart is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick a loose fill with a coverage chart")
        old = bed.old
        left = None if old.today is None else kept_of(old.action, old.today, section.joist_depth_in, None, None)
        return nothing_laid(bed.target, left, notes)
    if kept is None or (site.boundary is None and needs_board(kept.layers)):
        return nothing_laid(bed.target, kept, notes)
    new = as_layers(batts)
    blower = Blower(chart, (*kept.layers, *new), site.boundary, section.settings.interpolate, kept.rise_in)

    def depth_for(r: float) -> float:
        return depth_under(blower, blower.for_target(r))

    bed.target.ask(notes)
    r_target = bed.target.at(section, site.eaves, depth_for, notes)
    fill = pick_fill(section, r_target, blower, notes)
    needed = None if r_target is None else blower.needed(r_target)
    if fill is None:
        return Laid(r_target=r_target, kept=kept, blower=blower, batts=batts, r_needed=needed, depth_for=depth_for)
    return Laid(
        r_target=r_target,
        kept=kept,
        blower=blower,
        batts=batts,
        r_needed=needed,
        r_added=fill.r + sum(layer.batt.r for layer in batts),
        r_nominal=blower.reached(fill),
        fill=fill,
        stack=Stack(pressed(kept.layers, fill.weight_psf), fill, kept.rise_in, kept.under_layers, new),
        depth_for=depth_for,
    )

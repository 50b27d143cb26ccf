"""The methods of insulating a floor: one line each. What a method lays stands in the file of its name (handbook §7)."""

from __future__ import annotations

from collections.abc import Callable

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..old_fill.keep_or_clear import kept_of
from ..target.by_basis import Target
from .batts_alone import batts_across, batts_between_and_across
from .blown import blown, blown_cap
from .build_up import Bed, Laid, nothing_laid
from .decided import OldFill
from .site import Site

METHODS: dict[str, Callable[[Bed, Notebook], Laid]] = {
    "top_up": blown,
    "lift_and_fill": blown,
    "clear_and_blow": blown,
    "batts_across": batts_across,
    "batts_between_and_across": batts_between_and_across,
    "batts_between_blown_cap": blown_cap,
}


def lay(section: SectionInput, site: Site, old: OldFill, target: Target, notes: Notebook) -> Laid:
    """What the section's choice lays on its floor; asks for what it lacks, flags what speaks against it.

    Source: handbook §7, choosing.
    """
    choice = section.choice
    if choice is None or choice.product is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick what to blow or lay")
        left = None if old.today is None else kept_of(old.action, old.today, section.joist_depth_in, None, None)
        return nothing_laid(target, left, notes)
    method = METHODS.get(choice.method)
    if method is None:
        notes.ask("choose", f"choice.{section.id}.method", "Enclosed fill is for slopes, walls and closed bays")
        return nothing_laid(target, None, notes)
    product = choice.product
    kept = None
    if old.today is not None or old.action == "clear":
        layers = () if old.action == "clear" else old.today or ()
        kept = kept_of(old.action, layers, section.joist_depth_in, product.chart, product.kind)
    bed = Bed(section=section, choice=choice, product=product, site=site, old=old, target=target, kept=kept)
    return method(bed, notes)

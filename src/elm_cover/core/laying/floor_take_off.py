"""What one floor takes by what is laid on it: bags, batts, eaves, removal, counted once for plan, price and rack (handbook §10)."""

from __future__ import annotations

from dataclasses import dataclass

from ..eaves.baffles import fitting
from ..eaves.remedies import remedy_ft3_per_ft
from ..floor.outline import edge_length_ft
from ..given.section import SectionInput
from ..layers.places import Places
from ..money.quantities import Bags, EaveCount, Quantities, quantities_of
from ..old_fill.keep_or_clear import Removal
from .bags import bags_of
from .batt_layout import BattLayout, batt_layouts
from .build_up import Laid
from .decided import OldFill, removal_of
from .heat import Heat
from .site import Site


@dataclass(frozen=True, eq=False, kw_only=True)
class FloorTakeOff:
    """What a floor takes. eaves: by edge, of every eave. complete: whether there is a quantity for each thing laid."""

    bags: Bags
    batts: tuple[BattLayout, ...]
    eaves: dict[int, EaveCount]
    removal: Removal | None
    quantities: Quantities
    complete: bool


def floor_take_off(
    section: SectionInput,
    site: Site,
    old: OldFill,
    laid: Laid,
    heat: Heat,
    places: Places | None,
    *,
    pieces: bool = False,
) -> FloorTakeOff:
    """Everything counted. places: those that heat speaks of. pieces: whether the batts are laid out for the drawing."""
    bags = bags_of(section, site, old, laid, heat.lying, places)
    batts = batt_layouts(section, site, laid, pieces)
    eaves = {i: eave_count(section, site, laid, i) for i, edge in enumerate(section.edges) if edge.kind == "eave"}
    removed = removal_of(section, site, old, places)
    action = None if old.today is None else old.action
    counted = quantities_of(
        section, site.net_ft2, bags, [layer.take_off for layer in batts], eaves.values(), action, removed
    )
    complete = old.today is not None and _is_complete(site, laid, bags, batts, section)
    return FloorTakeOff(bags=bags, batts=batts, eaves=eaves, removal=removed, quantities=counted, complete=complete)


def _is_complete(site: Site, laid: Laid, bags: Bags, batts: tuple[BattLayout, ...], section: SectionInput) -> bool:
    """Whether bags, batts and what the eaves take are all known: what is not counted is not priced.

    Source: handbook, Settled since 11.
    """
    if laid.stack is None or len(batts) < len(laid.batts):
        return False
    if laid.stack.fill.installed_in > 0 and bags.chart is None:
        return False
    eaves = [i for i, edge in enumerate(section.edges) if edge.kind == "eave"]
    return site.eaves is not None and all(edge in site.rows and site.rows[edge].baffles is not None for edge in eaves)


def eave_count(section: SectionInput, site: Site, laid: Laid, edge: int) -> EaveCount:
    """What an eave takes at the fill line; no baffles while it is not known which bays are vented, no pieces while heel,
    pitch or fill is not known. Source: handbook §8, pieces per bay."""
    row, eave = site.rows.get(edge), (site.eaves or {}).get(edge)
    baffle, remedy = section.settings.baffle, section.edges[edge].remedy
    run_ft = edge_length_ft(section.outline_ft, edge)
    baffles = 0 if row is None else row.baffles or 0
    plugs = 0 if row is None else row.plugs
    if eave is None or laid.stack is None:
        return EaveCount(baffles, 0, plugs, None if remedy is None else remedy.kind, 0.0, run_ft)
    depth = laid.stack.depth_in
    pieces = baffles * fitting(eave, depth, baffle).count
    blocks = baffle.wind_blocks(baffles) + plugs
    if remedy is None:
        return EaveCount(baffles, pieces, blocks, run_ft=run_ft)
    return EaveCount(baffles, pieces, blocks, remedy.kind, remedy_ft3_per_ft(eave, remedy, depth) * run_ft, run_ft)

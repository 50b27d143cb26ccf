"""Batts alone: across the joists, or a layer between them and the rest across (handbook §7, batts)."""

from __future__ import annotations

from ..base.memory import remembered
from ..base.notebook import Notebook
from ..batts.batt import BattLayer
from ..batts.rules import MOST_LAYERS, across_on_framing, layers_for_target
from ..layers.chart import NO_FILL
from ..layers.layer import Layer, pressed
from ..layers.stack import Stack, depth_of
from ..layers.voids import r_to_add, r_with
from ..old_fill.as_it_lies import needs_board
from .batt_faults import flag_beyond, flag_places
from .build_up import Bed, Laid, as_layers, asked_batt, first_between, nothing_laid


def batts_across(bed: Bed, notes: Notebook) -> Laid:
    """Every layer across the joists.

    Source: handbook §7, batts across.
    """
    return _across(bed, (), notes)


def batts_between_and_across(bed: Bed, notes: Notebook) -> Laid:
    """A first layer between the joists, the rest across them.

    Source: handbook §7, batts between and across.
    """
    asked_batt(bed, "product", notes)
    between = first_between(bed, notes)
    if between is None:
        return nothing_laid(bed.target, bed.kept, notes)
    return _across(bed, between, notes)


def _across(bed: Bed, first: tuple[BattLayer, ...], notes: Notebook) -> Laid:
    section, site, kept = bed.section, bed.site, bed.kept
    batt = asked_batt(bed, "product", notes)
    if batt is None or kept is None or (site.boundary is None and needs_board(kept.layers)):
        return nothing_laid(bed.target, kept, notes)
    under = (*kept.layers, *as_layers(first))
    joists = section.joist_depth_in
    on_framing = joists is not None and across_on_framing(depth_of(under), joists)

    def count_for(r: float) -> int:
        return layers_for_target(under, batt, site.boundary, r)

    def depth_for(r: float) -> float:
        return depth_of(under) + min(count_for(r), MOST_LAYERS) * batt.thickness_in

    bed.target.ask(notes)
    r_target = bed.target.at(section, site.eaves, depth_for, notes)
    count = bed.choice.layers
    if count is None and r_target is not None:
        count = count_for(r_target)
        if count > MOST_LAYERS:
            count = MOST_LAYERS
            most = r_with((*under, *[batt.layer()] * count), site.boundary)
            flag_beyond(bed.product.name, batt, r_target, most, notes)
    if count is None:
        return Laid(r_target=r_target, kept=kept, batts=first, depth_for=depth_for)
    batts = (*first, *[BattLayer(bed.product.id, batt, "across", on_framing)] * count)
    flag_places(bed, batts, notes)
    resting = sum(layer.batt.weight_psf for layer in batts if layer.rests_on_board)
    old = pressed(kept.layers, resting)
    new = as_layers(batts)
    return Laid(
        r_target=r_target,
        kept=kept,
        batts=batts,
        r_needed=None if r_target is None else _needed_over(kept.layers, site.boundary, r_target),
        r_added=sum(layer.batt.r for layer in batts),
        r_nominal=r_with((*old, *new), site.boundary),
        fill=NO_FILL,
        stack=Stack(old, NO_FILL, batts=new),
        depth_for=depth_for,
    )


@remembered()
def _needed_over(layers: tuple[Layer, ...], boundary: float | None, target: float) -> float:
    """R that batts have to add over what is kept: they do not drop into gaps."""
    return r_to_add(target, lambda r: r_with(layers, boundary, r))

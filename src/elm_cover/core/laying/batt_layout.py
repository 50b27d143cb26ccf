"""Batts of a section counted by their layout, and whether they go through the way in (handbook §7, batts)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..base.notebook import Notebook
from ..base.units import eighths
from ..batts.batt import BattLayer, BattProduct
from ..batts.layout import Layout, LayoutAsked, count, lay_out
from ..batts.take_off import PIECE_GIVES, BattTakeOff, passes, take_off
from ..eaves.eave import Eave
from ..eaves.roof import roof_at
from ..given.section import SectionInput
from ..layers.stack import LEAST_PRESSED_SHARE
from .build_up import Laid
from .site import Site

POSTS = ("stack", "plumbing_stack", "post", "box", "junction_box")


@dataclass(frozen=True, eq=False)
class BattLayout:
    """A layer of batts counted; layout: the pieces behind it, None where they are not laid out."""

    take_off: BattTakeOff
    layout: Layout | None


def batt_layouts(section: SectionInput, site: Site, laid: Laid, pieces: bool) -> tuple[BattLayout, ...]:
    """Every layer of batts counted, and laid out piece by piece where asked; none while framing, eaves or fill is not known.

    Source: handbook §7, take-off is a layout.
    """
    if not laid.batts or laid.stack is None or site.eaves is None or section.spacing_in is None or section.run is None:
        return ()
    found = []
    for layer, asked in zip(laid.batts, _layouts_asked(section, site, laid.batts, laid.stack.old_in), strict=True):
        layout = lay_out(asked) if pieces else None
        found.append(BattLayout(take_off(layer, count(asked), () if layout is None else layout.courses), layout))
    return tuple(found)


def ask_for_run(section: SectionInput, laid: Laid, notes: Notebook) -> None:
    """Asks which way the joists run, where batts are laid by it."""
    if laid.batts and section.run is None:
        notes.ask("measure", f"{section.path}.framing.run", "Which way do the joists run?")


def ask_for_batts(section: SectionInput, site: Site, laid: Laid, notes: Notebook) -> None:
    """Asks which way the joists run, and says what does not go through the way in."""
    ask_for_run(section, laid, notes)
    if not laid.batts or laid.stack is None or site.eaves is None:
        return
    for code, level, text, what_to_do in way_in_faults(section, laid.batts, site.eaves):
        notes.flag(code, level, text, what_to_do)


def _layouts_asked(
    section: SectionInput, site: Site, layers: tuple[BattLayer, ...], old_in: float
) -> list[LayoutAsked]:
    """What each layer is laid over. Framing and eaves are known."""
    found = []
    below = old_in
    for layer in layers:
        found.append(
            LayoutAsked(
                outline_ft=section.outline_ft,
                kept_out_ft=site.shapes + (site.filled_shapes if layer.place == "across" else ()),
                eaves=tuple(
                    _too_near(edge, eave, below, layer.batt) for edge, eave in sorted((site.eaves or {}).items())
                ),
                run=section.run or "x",
                spacing_in=section.spacing_in or 0.0,
                place=layer.place,
                batt=layer.batt,
                from_ft=section.way_in_ft,
                wires_ft=_wires(section),
                posts_ft=tuple(f.at_ft for f in section.features if f.kind in POSTS and f.at_ft is not None),
            )
        )
        below += layer.batt.thickness_in
    return found


def _clear_over_way_in(section: SectionInput, eaves: Mapping[int, Eave]) -> float | None:
    """Height from the ceiling to the underside of the baffles over the way in, inches; None where no eave limits it."""
    if section.way_in_ft is None or not eaves:
        return None
    at = np.array([[section.way_in_ft[0]], [section.way_in_ft[1]]])
    room = float(roof_at(section.outline_ft, eaves, at[0], at[1]).room_in[0])
    return room if np.isfinite(room) else None


def _wires(section: SectionInput) -> tuple[tuple[tuple[float, float], tuple[float, float]], ...]:
    return tuple(
        (f.at_ft, f.to_ft)
        for f in section.features
        if f.kind in ("wire", "pipe") and f.at_ft is not None and f.to_ft is not None
    )


def _too_near(edge: int, eave: Eave, below_in: float, batt: BattProduct) -> tuple[int, float]:
    """How far in from the plate a batt starts, inches: where at least half its thickness fits under the baffle."""
    wanted = below_in + batt.thickness_in * LEAST_PRESSED_SHARE
    return edge, max(0.0, eave.inward_in(wanted))


def way_in_faults(
    section: SectionInput, layers: tuple[BattLayer, ...], eaves: Mapping[int, Eave]
) -> list[tuple[str, str, str, str]]:
    """Each size of piece and bundle against the widest way in: (code, level, text, what to do).

    Source: handbook §7, each piece and each bundle must go through the opening.
    """
    if not section.openings_in or not layers:
        return []
    if section.passage_ft == 0:
        text = "No way into this section is on record: no opening of its own, no edge open to the next."
        return [("no_way_in", "caution", text, "Record the way in, then pieces and bundles are checked against it.")]
    opening = max(section.openings_in, key=lambda size: sorted(size))
    clear_in = _clear_over_way_in(section, eaves)
    way = f"{opening[0]:g} x {opening[1]:g} in opening"
    found = []
    for layer in {layer.product: layer for layer in layers}.values():
        batt = layer.batt
        if section.passage_ft is not None and batt.width_in > section.passage_ft * 12:
            text = f"The way there is {eighths(section.passage_ft * 12)} wide; a piece is {batt.width_in:g} in."
            found.append(("piece_too_wide", "stop", text, "Take narrower pieces, or blow instead."))
        if not passes((batt.thickness_in, batt.width_in, batt.length_in), opening, PIECE_GIVES):
            text = f"A piece {eighths(batt.thickness_in)} thick and {batt.width_in:g} in wide does not go through the {way}."
            what = "Take narrower pieces or a roll, blow instead, or cut a larger way in."
            found.append(("piece_too_large", "stop", text, what))
        elif batt.bundle_in is not None and not passes(batt.bundle_in, opening):
            across, along, high = sorted(batt.bundle_in)
            text = f"A bundle of {across:g} x {along:g} x {high:g} in does not go through the {way}; its pieces do."
            what = "Open the bundles below and hand the pieces up: plan a person for it, and cover the floor."
            found.append(("bundle_too_large", "caution", text, what))
        elif batt.bundle_in is not None and clear_in is not None and max(batt.bundle_in) > clear_in:
            text = (
                f"Only {eighths(clear_in)} stands open over the way in; a bundle is {max(batt.bundle_in):g} in long and "
                "has to be tipped."
            )
            what = "Open the bundles below, or hand them in through a higher place."
            found.append(("bundle_under_roof", "caution", text, what))
    return found

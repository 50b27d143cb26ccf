"""Batts of a section counted by their layout, and whether they go through the way in (handbook: batts)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .batts import BattLayer, BattProduct
from .eaves import Eave
from .layout import Layout, LayoutAsked, lay_out
from .result import BattTakeOff, Notebook
from .roof import roof_at
from .section_input import SectionInput
from .site import Site
from .taper import LEAST_PRESSED_SHARE, Taper
from .units import eighths

POSTS = ("stack", "plumbing_stack", "post", "box", "junction_box")
# A batt bends and gives: a piece goes through an opening as wide as itself across, and half as thick as it is.
PIECE_GIVES = 0.5


@dataclass(frozen=True, eq=False)
class LaidBatts:
    """A layer with the pieces behind it, for the drawing."""

    take_off: BattTakeOff
    layout: Layout


def laid_batts(
    section: SectionInput,
    site: Site,
    layers: tuple[BattLayer, ...],
    taper: Taper | None,
    eaves: dict[int, Eave] | None,
    notes: Notebook,
) -> tuple[LaidBatts, ...]:
    """Every layer of batts laid out over the section; asks which way the joists run."""
    if not layers or taper is None or eaves is None or section.spacing_in is None:
        return ()
    if section.run is None:
        notes.ask("measure", f"{section.path}.framing.run", "Which way do the joists run?")
        return ()
    found = []
    below = taper.old_in
    for layer in layers:
        batt = layer.batt
        asked = LayoutAsked(
            section.outline_ft,
            site.shapes,
            tuple(_too_near(edge, eave, below, batt) for edge, eave in sorted(eaves.items())),
            section.run,
            section.spacing_in,
            layer.place,
            batt,
            section.way_in_ft,
            _wires(section),
            tuple(f.at_ft for f in section.features if f.kind in POSTS and f.at_ft is not None),
        )
        layout = lay_out(asked)
        found.append(LaidBatts(_take_off(layer, layout), layout))
        below += batt.thickness_in
    _way_in_flags(section, layers, _clear_over_way_in(section, eaves), notes)
    return tuple(found)


def _clear_over_way_in(section: SectionInput, eaves: dict[int, Eave]) -> float | None:
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
    return edge, max(0.0, (wanted - eave.room_at_plate_in) / eave.slope)


def _take_off(layer: BattLayer, layout: Layout) -> BattTakeOff:
    return BattTakeOff(
        layer.product,
        layer.place,
        layer.batt.r,
        layer.batt.thickness_in,
        layout.stock,
        sum(1 for piece in layout.pieces if piece.whole),
        layout.cuts,
        layout.splits,
        layout.stock / layer.batt.pieces_per_bundle,
        layout.covered_ft2,
        layout.least,
        layout.waste,
        layout.offcuts_ft2,
        layout.scraps_ft2,
        layout.courses,
    )


def passes(size_in: tuple[float, ...], opening_in: tuple[float, float], gives: float = 0.0) -> bool:
    """Whether a box goes through an opening end on: its two smaller sides against the opening's, inches.

    gives: share by which the smallest side can be pressed.
    """
    small, middle = sorted(size_in)[:2]
    narrow, wide = sorted(opening_in)
    return small * (1 - gives) <= narrow and middle <= wide


def _way_in_flags(
    section: SectionInput, layers: tuple[BattLayer, ...], clear_in: float | None, notes: Notebook
) -> None:
    """Each size of piece and bundle against the widest way in."""
    if not section.openings_in:
        return
    opening = max(section.openings_in, key=lambda size: sorted(size))
    said = set()
    for layer in layers:
        if layer.product in said:
            continue
        said.add(layer.product)
        batt = layer.batt
        way = f"{opening[0]:g} x {opening[1]:g} in opening"
        if not passes((batt.thickness_in, batt.width_in, batt.length_in), opening, PIECE_GIVES):
            notes.flag(
                "piece_too_large",
                "stop",
                f"A piece {eighths(batt.thickness_in)} thick and {batt.width_in:g} in wide does not go through the {way}.",
                "Take narrower pieces or a roll, blow instead, or cut a larger way in.",
            )
        elif batt.bundle_in is not None and not passes(batt.bundle_in, opening):
            across, along, high = sorted(batt.bundle_in)
            notes.flag(
                "bundle_too_large",
                "caution",
                f"A bundle of {across:g} x {along:g} x {high:g} in does not go through the {way}; its pieces do.",
                "Open the bundles below and hand the pieces up: plan a person for it, and cover the floor.",
            )
        elif batt.bundle_in is not None and clear_in is not None and max(batt.bundle_in) > clear_in:
            notes.flag(
                "bundle_under_roof",
                "caution",
                f"Only {eighths(clear_in)} stands open over the way in; a bundle is "
                f"{max(batt.bundle_in):g} in long and has to be tipped.",
                "Open the bundles below, or hand them in through a higher place.",
            )

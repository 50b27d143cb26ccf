"""Foam baffles cut from sheets of 4 × 8 ft (handbook §8)."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from .baffles import NEAR_IN, BaffleInput, fitting
from .eave import Eave

SHEET_IN = (48.0, 96.0)
LEAST_CUT_IN = 0.125


@dataclass(frozen=True)
class FoamCut:
    """Pieces of foam of one size, inches."""

    width_in: float
    length_in: float
    count: int


def foam_cuts(eave: Eave, depth_in: float, baffle: BaffleInput, spacing_in: float, bays: int) -> tuple[FoamCut, ...]:
    """What is cut for a run: chutes in pieces that butt, and a wind block for every bay.

    depth_in: fill line, inches. Source: handbook §8, rigid foam cut on site.
    """
    width = baffle.fitted_width_in(spacing_in)
    sizes: dict[float, int] = {}
    fitted = fitting(eave, depth_in, baffle)
    wanted = ((baffle.piece_in, fitted.count - 1), (fitted.last_in, 1), (eave.closed_leg_in(depth_in), 1))
    for length, of_each in wanted:
        if length >= LEAST_CUT_IN and of_each:
            key = round(length, 3)
            sizes[key] = sizes.get(key, 0) + of_each * bays
    return tuple(FoamCut(width, length, count) for length, count in sorted(sizes.items(), reverse=True) if count)


@dataclass(frozen=True)
class FoamOrder:
    """Sheets of 4 × 8 ft to buy, and every piece cut from them."""

    sheets: int
    thickness_in: float
    cuts: tuple[FoamCut, ...]


def foam_order(cuts: Iterable[FoamCut], thickness_in: float) -> FoamOrder | None:
    """All cuts of a job together, pieces alike in one line; None where there are none, or a piece fits on no sheet.

    thickness_in of the sheet, inches. Source: handbook §8.
    """
    sizes: dict[tuple[float, float], int] = {}
    for cut in cuts:
        sizes[cut.width_in, cut.length_in] = sizes.get((cut.width_in, cut.length_in), 0) + cut.count
    lines = tuple(FoamCut(wide, long, count) for (wide, long), count in sorted(sizes.items(), reverse=True))
    if not lines or any(line.width_in > SHEET_IN[0] or line.length_in > SHEET_IN[1] for line in lines):
        return None
    return FoamOrder(sheet_count(lines), thickness_in, lines)


def sheet_count(cuts: Iterable[FoamCut]) -> int:
    """Sheets of 4 × 8 ft for all cuts: ripped to width along the sheet, strips filled longest piece first.

    Raises ValueError for a piece that no sheet holds.
    """
    wide, long = SHEET_IN
    by_width: dict[float, list[FoamCut]] = {}
    for cut in cuts:
        if cut.width_in > wide + NEAR_IN or cut.length_in > long + NEAR_IN:
            raise ValueError(
                f"no sheet of {wide:g} × {long:g} in holds a piece of {cut.width_in:g} × {cut.length_in:g} in"
            )
        by_width.setdefault(cut.width_in, []).append(cut)
    total = 0
    for width, alike in by_width.items():
        if width > 0:
            total += math.ceil(_strips(alike, long) / max(1, math.floor(wide / width + NEAR_IN)))
    return total


def _strips(cuts: list[FoamCut], long: float) -> int:
    """Strips for the cuts: first fit, longest first, cuts alike taken together so that thousands of them cost nothing."""
    left: list[tuple[float, int]] = []
    for cut in sorted(cuts, key=lambda c: -c.length_in):
        count = cut.count
        used: list[tuple[float, int]] = []
        for room, strips in left:
            filled, count = _filled(room, strips, cut.length_in, count)
            used += filled
        opened, _ = _filled(long, count, cut.length_in, count)
        # Of strips opened for these pieces only those that hold some count.
        left = used + [(room, strips) for room, strips in opened if room < long]
    return sum(strips for _, strips in left)


def _filled(room: float, strips: int, length: float, count: int) -> tuple[list[tuple[float, int]], int]:
    """So many strips with that room, filled with pieces: what room is left in how many of them, and pieces left over.

    Inches; the last strip may hold fewer pieces than the others.
    """
    each = math.floor((room + NEAR_IN) / length)
    if each == 0 or count == 0:
        return [(room, strips)], count
    full = min(strips, count // each)
    rest = min(count - full * each, each) if full < strips else 0
    found = [(room - each * length, full), (room - rest * length, 1 if rest else 0)]
    found.append((room, strips - full - (1 if rest else 0)))
    return [(left, n) for left, n in found if n], count - full * each - rest

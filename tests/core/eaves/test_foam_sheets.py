"""Sheets of foam for baffles cut on site: strips filled longest first, against a plain packing piece by piece."""

from __future__ import annotations

import math
from random import Random

import pytest

from elm_cover.core.eaves.foam_sheets import FoamCut, foam_order, sheet_count


@pytest.mark.parametrize(
    ("cuts", "sheets"),
    [
        # Two strips 22½ in wide from a sheet; four pieces of 24 in in each.
        ([FoamCut(22.5, 24, 8)], 1),
        ([FoamCut(22.5, 24, 9)], 2),
        # The strip that is not full takes a shorter piece: seven of 24 in leave 24 in, where one of 10 in fits.
        ([FoamCut(22.5, 24, 7), FoamCut(22.5, 10, 1)], 1),
        ([FoamCut(22.5, 24, 7), FoamCut(22.5, 10, 2)], 1),
        ([FoamCut(22.5, 24, 7), FoamCut(22.5, 10, 3)], 2),
        # Widths do not share a strip; 14½ in goes three times into 48.
        ([FoamCut(22.5, 96, 1), FoamCut(14.5, 96, 3)], 2),
        ([FoamCut(22.5, 48, 4), FoamCut(22.5, 96, 1)], 2),
        ([], 0),
    ],
)
def test_sheets_worked_by_hand(cuts: list[FoamCut], sheets: int) -> None:
    assert sheet_count(cuts) == sheets


def one_by_one(cuts: list[FoamCut]) -> int:
    """First fit, longest first, each piece by itself."""
    strips: list[float] = []
    for cut in sorted(cuts, key=lambda c: -c.length_in):
        for _ in range(cut.count):
            at = next((i for i, room in enumerate(strips) if room >= cut.length_in - 1e-6), None)
            if at is None:
                strips.append(96.0)
                at = len(strips) - 1
            strips[at] -= cut.length_in
    return math.ceil(len(strips) / 2)


def test_taking_alike_pieces_together_wastes_nothing() -> None:
    dice = Random(4)
    for _ in range(60):
        cuts = [
            FoamCut(22.5, dice.choice([7.5, 12.0, 19.25, 30.0, 41.0, 48.0]), dice.randrange(1, 40)) for _ in range(4)
        ]
        together = {cut.length_in: 0 for cut in cuts}
        for cut in cuts:
            together[cut.length_in] += cut.count
        alike = [FoamCut(22.5, length, count) for length, count in together.items()]
        assert sheet_count(alike) == one_by_one(alike), alike


def test_what_no_sheet_holds_is_no_order() -> None:
    assert foam_order([FoamCut(50, 20, 1)], 1.0) is None and foam_order([], 1.0) is None
    with pytest.raises(ValueError, match="no sheet"):
        sheet_count([FoamCut(22.5, 97, 1)])
    found = foam_order([FoamCut(22.5, 24, 3), FoamCut(22.5, 24, 4), FoamCut(22.5, 10, 1)], 1.0)
    assert found is not None and found.cuts == (FoamCut(22.5, 24, 7), FoamCut(22.5, 10, 1)) and found.sheets == 1

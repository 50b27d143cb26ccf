"""Closed bays by volume and density, batts by layout and count (handbook §7, §19)."""

from __future__ import annotations

import pytest

from elm_cover.core.proof.closed import batts_missing, bay_proof


def test_bays_are_claimed_at_the_density_that_does_not_slump() -> None:
    """100 ft³ at 3.5 lb/ft³ of 25 lb bags: 14 bags."""
    found = bay_proof(14, 25, 100, 3.5, 21, done=True)
    assert (found.density_pcf, found.claimed, found.why_not) == (3.5, 21, None)
    # Bags count to the quarter, and to a hundredth of what is wanted where that is less: 13.86.
    assert bay_proof(13.9, 25, 100, 3.5, 21, done=True).claimed == 21
    assert "¼ bag more" in (bay_proof(13.8, 25, 100, 3.5, 21, done=True).why_not or "")
    light = bay_proof(12, 25, 100, 3.5, 21, done=True)
    assert (light.density_pcf, light.claimed) == (3.0, None)
    assert light.why_not == "3.00 lb/ft³ of the 3.50 wanted: 2 bags more, or the fill slumps"
    assert bay_proof(14, 25, 100, 3.5, 21, done=False).why_not == "not every bay is done"
    with pytest.raises(ValueError, match="volume"):
        bay_proof(14, 25, 0, 3.5, 21, done=True)


def test_batts_are_claimed_once_as_many_bundles_were_used_as_the_layout_takes() -> None:
    assert batts_missing(9.4, 9.4) is None and batts_missing(9.4, 10) is None
    assert batts_missing(9.4, 9) == "9 bundles used of the 9.4 that the layout takes"
    assert batts_missing(9.4, None) == "the bundles are not counted out and back yet"

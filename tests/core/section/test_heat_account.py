"""Where the heat goes: accounts that add up, worked by hand on a floor of two places."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.section.heat_account import shares
from tests.conftest import attic, eave, planned

B = 1.67


def of(job: dict[str, Any]) -> dict[str, Any]:
    return {share.what: share for share in planned(job).heat}


def test_accounts_of_sections_are_summed_largest_first() -> None:
    found = shares([{"field": (20.0, None), "voids": (5.0, 5.0)}, {"field": (10.0, None), "hatch": (5.0, 4.0)}])
    assert [(s.what, s.ua, s.share, s.gain_ua) for s in found] == [
        ("field", 30, 0.75, None),
        ("voids", 5, 0.125, 5),
        ("hatch", 5, 0.125, 4),
    ]
    assert found[1].mended and found[0].mended is None
    assert shares([]) == () and shares([{"field": (0.0, None)}]) == ()


def test_next_to_nothing_is_left_out() -> None:
    found = shares([{"field": (1000.0, None), "voids": (0.9, 0.9), "hatch": (1.1, 1.1)}])
    assert [s.what for s in found] == ["field", "hatch"]


def test_a_floor_without_eaves_goes_by_the_paths() -> None:
    job = attic(edges=[{"kind": "gable"}] * 4, existing=[])
    found = of(job)
    # R-49 of 13.3 in settled over joists of 3½ in: the joist has 3.5 in of wood and what lies above it.
    joist = 1 / (B + 3.5 * 1.25 + 49 * (13.3 - 3.5) / 13.3)
    cavity = 1 / (B + 49)
    assert found["field"].ua == pytest.approx(950 * cavity)
    assert found["wood"].ua == pytest.approx(950 * 0.07 * (joist - cavity))
    assert set(found) == {"field", "wood"}


def test_voids_cost_what_they_add_to_the_sound_path() -> None:
    job = attic(
        edges=[{"kind": "gable"}] * 4, existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8}]
    )
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 11.8}
    found = of(job)
    u = 0.92 / (B + 11 + 38) + 0.08 / (B + 38)
    assert found["voids"].ua == pytest.approx(950 * (u - 1 / (B + 49)))
    assert found["voids"].gain_ua == found["voids"].ua


def test_a_higher_heel_leaves_less_of_a_strip() -> None:
    def strip(heel: float) -> float:
        job = attic(edges=[eave(heel), {"kind": "gable"}, eave(heel), {"kind": "gable"}])
        share = of(job).get("eave_strip")
        return 0.0 if share is None else float(share.ua)

    assert strip(4) > strip(7) > strip(12) > strip(20) == 0


def test_what_is_kept_clear_counts_bare_beside_the_hatch() -> None:
    job = attic(features=[{"kind": "recessed_light", "rating": "non_ic", "at_ft": [19, 12]}])
    job["accesses"] = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30], "lid_r": 20}]
    found = of(job)
    light, curb, opening = 13 * 13 / 144, (24 * 31.5 - 22.5 * 30) / 144, 22.5 * 30 / 144
    assert found["kept_clear"].ua == pytest.approx(light / B)
    # Lid R-20 and films 1.22; the curb outside it wood as high as the fill line, 18.6 in.
    assert found["hatch"].ua == pytest.approx(opening / 21.22 + curb / (1.22 + 1.25 * 18.6))
    full = found["kept_clear"].gain_ua / light
    assert full == pytest.approx(1 / B - 1 / (B + 49), rel=0.02), "what would lie round it"
    assert found["hatch"].gain_ua == pytest.approx(found["hatch"].ua - (opening + curb) / (B + 60), abs=0.02)


def test_the_strip_at_an_eave_by_hand() -> None:
    """One eave of 12 in 12 along 38 ft over 25 ft of floor, no wood: what thin fill loses beyond full depth, by parts of an inch."""
    job = attic(edges=[eave(3.5, 12), *[{"kind": "gable"}] * 3], existing=[])
    job["settings"] = {"vent_gap_in": 0.0}
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 14}
    section = planned(job).sections[0]
    found = of(job)
    depth, settled, r = section.depth_total_in, section.settled_in, section.r_added
    per_in = r / settled
    x = (np.arange(2000) + 0.5) / 2000 * (depth - 3.5)
    thin = (3.5 + x) * settled / depth
    cavity = 1 / (B + thin * per_in)
    ua = 38 * (depth - 3.5) / 12 * float(np.mean(cavity - 1 / (B + r)))
    # The chart's first rows are not in proportion to its last: within a tenth; a tenfold slip would show.
    assert found["eave_strip"].ua == pytest.approx(ua, rel=0.1)
    assert found["eave_strip"].gain_ua == found["eave_strip"].ua

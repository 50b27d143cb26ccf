"""Where the heat goes: accounts that add up, worked by hand on a floor of two places."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.clearances import KeepOut
from elm_cover.core.section.heat_account import hatch_ft2, shares
from tests.conftest import attic, eave, planned

B = 1.67


def of(job: dict[str, Any]) -> dict[str, Any]:
    return {share.what: share for share in planned(job).heat}


def test_floor_under_hatches_and_stairs_alone() -> None:
    outs = [
        KeepOut("hatch", (22.5, 30.0), None),
        KeepOut("stair", (30.0, 54.0), None),
        KeepOut("flue", (8.0, 8.0), None),
    ]
    assert hatch_ft2(outs) == pytest.approx((22.5 * 30 + 30 * 54) / 144)


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
    job = attic(features=[{"kind": "platform", "at_ft": [19, 12], "size_in": [48, 72]}])
    job["accesses"] = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    found = of(job)
    assert found["kept_clear"].ua == pytest.approx(24 / B)
    assert found["hatch"].ua == pytest.approx(22.5 * 30 / 144 / B)
    full = found["kept_clear"].gain_ua / 24
    assert full == pytest.approx(1 / B - 1 / (B + 49), rel=0.02), "what would lie round it"

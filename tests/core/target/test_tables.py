"""Target R: every figure of the code table and the retrofit guidance."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.layers.framing import framing_fraction
from elm_cover.core.layers.heat_paths import Boundary, paths
from elm_cover.core.target.scale import code_table
from elm_cover.core.target.tables import EDITIONS, code_r, raised_heel_r, retrofit_r
from tests.conftest import attic, codes, eave, planned

# By zone: 0/1, 2, 3, 4 except marine, 4 marine and 5, 6, 7 and 8.
ZONES = ("1A", "2B", "3C", "4A", "4C", "5A", "6B", "7", "8", "0A")
TABLE = {
    "2009": (30, 30, 30, 38, 38, 38, 49, 49, 49, 30),
    "2012": (30, 38, 38, 49, 49, 49, 49, 49, 49, 30),
    "2015": (30, 38, 38, 49, 49, 49, 49, 49, 49, 30),
    "2018": (30, 38, 38, 49, 49, 49, 49, 49, 49, 30),
    "2021": (30, 49, 49, 60, 60, 60, 60, 60, 60, 30),
    "2024": (30, 38, 38, 49, 49, 49, 49, 49, 49, 30),
}


def test_code_table() -> None:
    assert {edition: tuple(code_r(zone, edition) for zone in ZONES) for edition in EDITIONS} == TABLE


def test_raised_heel_allowances() -> None:
    assert [raised_heel_r("5A", e) for e in ("2009", "2018", "2021", "2024")] == [30, 38, 49, 38]
    assert [raised_heel_r("3A", e) for e in ("2009", "2012", "2021")] == [None, 30, 38]


@pytest.mark.parametrize(
    ("zone", "r", "expected"),
    # 60 is reached with 50 of new fill over R-10; over R-14 that would be less than at 3 in: R-49 of new fill all the same.
    [("5A", 10, 60), ("5A", 11, 60), ("5A", 14, 63), ("3A", 9, 49), ("3A", 12, 50), ("1A", 5, 30), ("1A", 6, 31)],
)
def test_under_three_inches_never_takes_less_new_fill_than_three(zone: str, r: float, expected: float) -> None:
    assert retrofit_r(zone, 2.9, r) == expected
    assert retrofit_r(zone, 2.999, r) >= retrofit_r(zone, 3, r) - 1e-9
    assert retrofit_r(zone, 0, 0) == {"5A": 60, "3A": 49, "1A": 30}[zone]


@pytest.mark.parametrize(
    ("zone", "depth_in", "expected"),
    [
        ("0A", 0, 30),
        ("0A", 3, 35),
        ("1A", 0, 30),
        ("1A", 3.5, 35),
        ("3A", 0, 49),
        ("3A", 4, 48),
        ("5A", 3, 59),
        ("5A", 4.25, 60),
        ("7", 2.5, 60),
    ],
)
def test_retrofit_adds_on_top_of_three_to_four_inches(zone: str, depth_in: float, expected: float) -> None:
    assert retrofit_r(zone, depth_in, 10) == expected


def test_raised_heel_holds_only_where_every_eave_has_the_room() -> None:
    def target(heel_in: float) -> tuple[float | None, set[str]]:
        edges = [eave(30), {"kind": "gable"}, eave(heel_in), {"kind": "gable"}]
        document = attic(edges=edges)
        document["target"] = {"basis": "code", "edition": "2018", "raised_heel": True}
        result = planned(document)
        return result.sections[0].r_target, codes(result)

    # R-38 here takes R-30 of new fill, 9.3 in, over 3.5 in; c0 = heel − 1.625.
    assert target(12.8 + 1.625)[0] == 38
    r, flags = target(12.7 + 1.625)
    assert (r, "raised_heel_not_met" in flags) == (49, True)


def test_the_codes_u_is_quoted_and_is_worse_than_full_depth_everywhere() -> None:
    table = code_table("5A")
    assert len(table) >= 3
    for line in table:
        assert line.r == code_r("5A", line.edition)
        floor = Boundary(1.67, framing_fraction(24), 3.5)
        full = paths(floor, (), np.array([line.r / 2.6]), np.array([line.r]), 2.6).u(floor.framing_fraction)[0]
        assert full < line.u <= 0.035

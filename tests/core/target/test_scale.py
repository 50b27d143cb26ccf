"""The figures for the R to reach, side by side, and the raised-heel allowance tested eave by eave (handbook §4, §8)."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.target.scale import code_table
from tests.conftest import attic, codes, eave, planned


def test_the_codes_own_ceiling_u_stands_beside_its_r() -> None:
    lines = {line.edition: line for line in code_table("5A")}
    assert (lines["2009"].r, lines["2009"].u, lines["2009"].raised_heel_r) == (38, 0.030, 30)
    assert (lines["2018"].r, lines["2018"].u, lines["2018"].raised_heel_r) == (49, 0.026, 38)
    assert (lines["2021"].r, lines["2021"].u, lines["2021"].raised_heel_r) == (60, 0.024, 49)
    assert (lines["2024"].r, lines["2024"].u, lines["2024"].raised_heel_r) == (49, 0.026, 38)
    assert {(line.r, line.u) for line in code_table("1A")} == {(30, 0.035)}
    assert [line.edition for line in code_table("7")] == ["2009", "2012", "2015", "2018", "2021", "2024"]


def job(**target: Any) -> dict[str, Any]:
    return attic() | {"target": target}


def scale(**target: Any) -> dict[str, tuple[float, bool]]:
    figures = planned(job(**target)).sections[0].target_scale
    assert [f.r for f in figures] == sorted(f.r for f in figures), "lowest first"
    return {figure.kind: (round(figure.r, 2), figure.used) for figure in figures}


def test_every_figure_that_can_be_named_is_on_the_scale_and_one_is_used() -> None:
    assert scale(basis="code", edition="2018") == {
        "today": (6.63, False), "heel": (38, False), "code": (49, True), "retrofit": (55.63, False),
    }  # fmt: skip
    assert scale(basis="retrofit", edition="2009") == {
        "today": (6.63, False), "heel": (30, False), "code": (38, False), "retrofit": (55.63, True),
    }  # fmt: skip
    assert scale(basis="custom", r=44) == {"today": (6.63, False), "retrofit": (55.63, False), "custom": (44, True)}


def test_the_allowance_is_marked_as_used_where_it_holds() -> None:
    tall = attic(edges=[eave(20), {"kind": "gable"}, eave(20), {"kind": "gable"}])
    tall["target"] = {"basis": "code", "edition": "2018", "raised_heel": True}
    section = planned(tall).sections[0]
    used = {figure.kind for figure in section.target_scale if figure.used}
    assert (section.r_target, section.r_code, used) == (38, 49, {"heel"})
    assert all(test.holds for test in section.heel_tests) and len(section.heel_tests) == 2


def test_one_low_eave_fails_the_allowance_for_the_whole_section() -> None:
    mixed = attic(edges=[eave(20), {"kind": "gable"}, eave(10), {"kind": "gable"}])
    mixed["target"] = {"basis": "code", "edition": "2018", "raised_heel": True}
    result = planned(mixed)
    section = result.sections[0]
    assert section.r_target == 49 and "raised_heel_not_met" in codes(result)
    south, north = section.heel_tests
    assert (south.holds, north.holds) == (True, False)
    # R-38 over R 11 with 8 % bare asks 27 or so: the R-30 row, 9.3 in on 3.5 of batt.
    assert south.needed_in == north.needed_in == pytest.approx(3.5 + 9.3)
    assert (south.room_in, north.room_in) == (pytest.approx(20 - 1.625), pytest.approx(10 - 1.625))


def test_an_allowance_not_asked_for_is_tested_and_not_used() -> None:
    section = planned(job(basis="code", edition="2018")).sections[0]
    assert section.r_target == 49 and [test.holds for test in section.heel_tests] == [False, False]


@pytest.mark.parametrize(
    ("edition", "zone", "r"),
    [("2018", "2A", 13), ("2018", "5A", 20), ("2012", "6A", 25), ("2021", "5A", None), ("2009", "5A", None)],
)
def test_a_knee_wall_takes_the_codes_figure_for_walls(edition: str, zone: str, r: float | None) -> None:
    wall = {"of": "knee_wall", "height_ft": 4, "stud_depth_in": 3.5, "backed": True}
    made = attic(kind="knee_wall", wall=wall) | {"target": {"basis": "code", "edition": edition}}
    made["house"]["climate_zone"] = zone
    section = planned(made).sections[0]
    assert section.r_target == r
    figures = {figure.kind: figure for figure in section.target_scale}
    assert "retrofit" not in figures and "heel" not in figures
    assert ("code" in figures) is (r is not None)


@pytest.mark.parametrize(
    ("target", "zone", "asked"),
    [
        ({}, "5A", ["target.basis"]),
        ({"basis": "custom"}, "5A", ["target.r"]),
        ({"basis": "code"}, None, ["house.climate_zone", "target.edition"]),
        ({"basis": "code"}, "5A", ["target.edition"]),
        ({"basis": "retrofit"}, None, ["house.climate_zone"]),
        ({"basis": "code", "edition": "2018"}, "5A", []),
    ],
)
def test_what_a_basis_needs_is_asked(target: dict[str, Any], zone: str | None, asked: list[str]) -> None:
    made = job(**target)
    made["house"] = {} if zone is None else {"climate_zone": zone}
    result = planned(made)
    fields = [item.field for item in result.open if item.step == "target"]
    assert fields == asked
    assert (result.sections[0].r_target is None) is bool(asked)

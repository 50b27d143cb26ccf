"""A step is ticked only where somebody answered something, and no stops means none only when all was looked at (design §5)."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.stops import STOPS
from tests.conftest import attic, planned


def bare() -> dict[str, Any]:
    job = attic(existing=None, edges=[{"kind": "eave"}, {"kind": "gable"}] * 2)
    del job["target"]
    job["choice"] = {}
    return job


@pytest.mark.parametrize(
    ("step", "answer"),
    [
        ("look_over", {"hazards": [{"kind": "roof_leak", "status": "absent"}]}),
        ("look_over", {"accesses": [{"at_ft": [3, 3]}]}),
        ("look_over", {"house": {"vented": True}}),
        ("target", {"target": {"basis": "custom", "r": 38}}),
        ("choose", {"choice": {"main": {"method": "top_up", "product": "c1"}}}),
        ("eaves", {"settings": {"baffle_rule": "alternate"}}),
        ("eaves", {"vents": [{"kind": "ridge", "section": "main"}]}),
    ],
)
def test_one_answer_is_enough(step: str, answer: dict[str, Any]) -> None:
    assert planned(bare()).answered == ()
    assert planned(bare() | answer).answered == (step,)


@pytest.mark.parametrize(
    ("step", "section"),
    [
        ("measure", {"existing": []}),
        ("measure", {"readings": [{"depth_in": 4}]}),
        ("target", {"target": {"basis": "retrofit"}}),
        ("eaves", {"edges": [{"kind": "eave", "soffit": "none"}, {"kind": "gable"}] * 2}),
        ("eaves", {"edges": [{"kind": "eave", "remedy": {"kind": "dense_batt"}}, {"kind": "gable"}] * 2}),
    ],
)
def test_one_answer_in_a_section_is_enough(step: str, section: dict[str, Any]) -> None:
    job = bare()
    job["sections"][0] |= section
    assert planned(job).answered == (step,)


def test_a_zone_or_a_spare_alone_is_no_look_and_no_eave() -> None:
    job = bare() | {"settings": {"spare_pct": 5}}
    assert planned(job).answered == ()


def test_hazards_not_looked_at_are_counted() -> None:
    job = bare()
    assert planned(job).totals.not_looked_at == len(STOPS)
    job["hazards"] = [{"kind": kind, "status": "absent"} for kind in list(STOPS)[:-2]]
    assert planned(job).totals.not_looked_at == 2
    job["hazards"] = [{"kind": kind, "status": "absent"} for kind in STOPS]
    found = planned(job).totals
    assert (found.not_looked_at, found.stops) == (0, 0)


def test_one_eave_looked_at_among_several_is_an_answer() -> None:
    job = bare()
    job["sections"][0]["edges"] = [
        {"kind": "eave", "soffit": "none"},
        {"kind": "gable"},
        {"kind": "eave"},
        {"kind": "gable"},
    ]
    assert planned(job).answered == ("eaves",)

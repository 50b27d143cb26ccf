"""What must not simply be covered, and what the record forbids (handbook §3, §7, §9; Settled since 5)."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.plan import Plan
from tests.conftest import attic, codes, planned


def said(result: Plan, code: str) -> str:
    (flag,) = [flag for flag in result.flags if flag.code == code]
    return f"{flag.level}: {flag.text} {flag.what_to_do}"


def with_layer(method: str = "top_up", **layer: Any) -> dict[str, Any]:
    job = attic()
    job["sections"][0]["existing"][0].update(layer)
    job["choice"]["main"]["method"] = method
    return job


@pytest.mark.parametrize(("rating", "flagged"), [("non_ic", True), ("unknown", True), (None, True), ("ic", False)])
def test_lights_that_may_not_be_covered(rating: str | None, flagged: bool) -> None:
    job = attic(features=[{"kind": "recessed_light", "at_ft": [9, 9], "count": 6, "rating": rating}])
    found = planned(job)
    assert ("non_ic_light" in codes(found)) is flagged
    if flagged:
        assert said(found, "non_ic_light").startswith("caution: 6 recessed lights")
        job["hazards"] = [
            {"kind": "non_ic_light", "status": "cleared", "cleared": {"by": "Electrician", "on": "2026-03-01"}}
        ]
        assert "non_ic_light" not in codes(planned(job)), "covers are fitted"


@pytest.mark.parametrize(
    ("method", "old_fill", "words"),
    [
        ("top_up", None, "vapor retarder on the cold side"),
        ("top_up", "relay", "laid again, they go back with the facing down"),
        ("lift_and_fill", None, "lifted, they go back with the facing down"),
    ],
)
def test_old_batts_facing_up_under_blown_fill_or_lifted(method: str, old_fill: str | None, words: str) -> None:
    job = with_layer(method, facing="up")
    job["sections"][0]["old_fill"] = old_fill
    assert words in said(planned(job), "old_facing_up")
    assert "old_facing_up" not in codes(planned(with_layer(method, facing="down")))


def test_a_facing_that_leaves_with_its_batts_is_no_matter() -> None:
    assert "old_facing_up" not in codes(planned(with_layer("clear_and_blow", facing="up")))


@pytest.mark.parametrize(
    ("zone", "duct_r", "flagged"),
    [
        ("2A", 8, True),
        ("2A", 12.9, True),
        ("2A", 13, False),
        ("2A", None, True),
        ("0A", 8, True),
        ("3A", 8, True),
        ("3B", 8, False),
        ("4A", 8, False),
        ("5A", 7.9, True),
        ("5A", None, True),
    ],
)
def test_a_thin_duct_under_fill(zone: str, duct_r: float | None, flagged: bool) -> None:
    job = attic(features=[{"kind": "duct", "at_ft": [9, 9], "to_ft": [20, 9], "duct_r": duct_r}])
    job["house"]["climate_zone"] = zone
    found = planned(job)
    assert ("thin_duct" in codes(found)) is flagged
    if flagged:
        assert (
            ("sweats" in said(found, "thin_duct")) is zone.endswith("A")
            and "1 duct is insulated to less" in said(found, "thin_duct")
        ) or zone == "5A"
    job["choice"] = {}
    assert "thin_duct" not in codes(planned(job)), "nothing covers it yet"


def test_tented_batts_kept_and_capped_until_somebody_closed_the_air() -> None:
    found = planned(with_layer(void_pct=100))
    assert "100% of the floor" in said(found, "tented_capped")
    assert next(f for f in found.flags if f.code == "tented_capped").field == "sections[0].existing[0]"
    assert "tented_capped" in codes(planned(with_layer(void_pct=50)))
    for job in (
        with_layer(void_pct=49),
        with_layer(void_pct=100, voids="open"),
        with_layer(void_pct=100, ends_closed=True),
        with_layer("lift_and_fill", void_pct=100),
        with_layer("clear_and_blow", void_pct=100),
    ):
        assert "tented_capped" not in codes(planned(job))
    relaid = with_layer(void_pct=100)
    relaid["sections"][0]["old_fill"] = "relay"
    assert "tented_capped" not in codes(planned(relaid))


@pytest.mark.parametrize(
    ("method", "layer", "code"),
    [
        ("top_up", {"condition": "fouled"}, "spoiled_kept"),
        ("lift_and_fill", {"condition": "wet"}, "spoiled_kept"),
        ("lift_and_fill", {"material": "cellulose_loose"}, "lift_loose_fill"),
    ],
)
def test_what_the_record_forbids_stops_the_job(method: str, layer: dict[str, Any], code: str) -> None:
    assert said(planned(with_layer(method, **layer)), code).startswith("stop:")
    assert code not in codes(planned(with_layer("clear_and_blow", **layer)))


def test_vermiculite_is_not_disturbed() -> None:
    job = with_layer("clear_and_blow")
    job["hazards"] = [{"kind": "vermiculite", "status": "suspected"}]
    assert said(planned(job), "vermiculite_disturbed").startswith("stop:")
    job["hazards"][0] |= {"status": "cleared", "cleared": {"by": "Firm", "on": "2026-02-03"}}
    assert "vermiculite_disturbed" not in codes(planned(job))


def test_nothing_is_forbidden_before_something_is_chosen() -> None:
    job = with_layer(condition="fouled")
    job["choice"] = {}
    assert "spoiled_kept" not in codes(planned(job))


def test_short_of_the_target_stops_but_where_the_depth_was_set_by_hand() -> None:
    job = attic()
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 5.9}
    assert said(planned(job), "short_of_target").startswith("caution:")

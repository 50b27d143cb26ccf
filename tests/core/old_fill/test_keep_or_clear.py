"""Keep, re-lay, lift or clear: what each does to R, bags and load, and what the record speaks for."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.layers.layer import Layer, compressed_r
from elm_cover.core.old_fill.keep_or_clear import kept_of
from tests.conftest import CHART, attic, codes, planned

BATTS = {"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8}


@pytest.mark.parametrize(
    ("r", "label_in", "depth_in", "published"),
    [(19, 6.25, 5.5, 18), (19, 6.25, 3.5, 13), (30, 9.5, 5.5, 21), (38, 12, 9.25, 32), (11, 3.5, 2.5, 8.9), (15, 3.5, 2.5, 11)],
)  # fmt: skip
def test_pressed_batts_against_published_tables(r: float, label_in: float, depth_in: float, published: float) -> None:
    assert compressed_r(r, label_in, depth_in) == pytest.approx(published, rel=0.03)
    assert compressed_r(r, label_in, label_in + 1) == r


def section(existing: list[dict[str, Any]], method: str = "top_up", **more: Any) -> Any:
    job = attic(existing=existing, **more)
    job["choice"]["main"]["method"] = method
    return planned(job).sections[0]


def test_cleared_layers_leave() -> None:
    kept, cleared = section([BATTS]), section([BATTS], "clear_and_blow")
    bare = section([])
    assert cleared.r_existing == kept.r_existing == pytest.approx(6.63, abs=0.005)
    assert (cleared.r_needed, cleared.depth_total_in, cleared.load_psf) == (
        pytest.approx(bare.r_needed),
        bare.depth_total_in,
        bare.load_psf,
    )


def test_a_clear_out_is_measured() -> None:
    """3.5 in over 950 ft², less what the roof leaves no room for; batts by hand, 200 ft² an hour, pressed to half in bags of
    10 ft³; loose fill by the vacuum, 120 ft³ an hour."""
    edges = [{"kind": "gable"}] * 4
    removal = section([BATTS], "clear_and_blow", edges=edges).old_fill.removal
    assert removal.volume_ft3 == pytest.approx(950 * 3.5 / 12)
    assert (removal.bags, removal.hours) == (pytest.approx(removal.volume_ft3 / 20), pytest.approx(950 / 200))
    assert (removal.vacuumed_ft3, removal.by_hand_ft2) == (0, 950)
    both = [BATTS, {"material": "cellulose_loose", "depth_in": 6}]
    mixed = section(both, "clear_and_blow", edges=edges).old_fill.removal
    loose = 950 * 6 / 12
    assert mixed.vacuumed_ft3 == pytest.approx(loose) and mixed.hours == pytest.approx(loose / 120 + 950 / 200)
    assert mixed.bags == pytest.approx((loose + 950 * 3.5 / 24) / 10)
    assert removal.weight_lb == pytest.approx(950 * 3.5 / 12 * 0.7)


def test_lifted_batts_come_to_rest_on_the_fill_below() -> None:
    """Fill 4.5 in under (joists 3.5 + 1), batts healed to their full R 11 on it, then the cap."""
    lifted = section([BATTS], "lift_and_fill")
    settled = 4.5 * CHART[0]["settled_in"] / CHART[0]["installed_in"]
    r_under = 19 * settled / CHART[0]["settled_in"]
    assert lifted.old_fill.under_installed_in == 4.5
    assert lifted.r_needed == pytest.approx(49 - 11 - r_under, abs=1e-6)
    assert lifted.depth_total_in == pytest.approx(4.5 + 3.5 + lifted.installed_in)
    assert lifted.r_nominal == pytest.approx(r_under + 11 + lifted.r_added)
    # The bags under the batts are bought too.
    under_bags = lifted.net_area_ft2 / CHART[0]["coverage_ft2"] * settled / CHART[0]["settled_in"]
    row = next(row for row in CHART if row["r"] == lifted.r_added)
    assert lifted.bags.chart == pytest.approx(under_bags + lifted.net_area_ft2 / row["coverage_ft2"])


def test_relaid_batts_are_snug() -> None:
    relaid, kept = section([BATTS], old_fill="relay"), section([BATTS])
    snug = section([{**BATTS, "void_pct": 1}])
    assert relaid.r_needed == pytest.approx(snug.r_needed) and relaid.r_needed < kept.r_needed
    assert relaid.r_existing == kept.r_existing  # today is today


@pytest.mark.parametrize(
    ("existing", "proposed", "word"),
    [
        ([BATTS], "lift", "8.0%"),
        ([{**BATTS, "void_pct": 1}], "keep", "in contact"),
        ([{**BATTS, "condition": "wet"}], "clear", "wet"),
        ([BATTS, {"material": "cellulose_loose", "depth_in": 3}], "keep", "cannot be lifted"),
        ([], "keep", "bare"),
    ],
)
def test_the_record_proposes_with_a_reason(existing: list[dict[str, Any]], proposed: str, word: str) -> None:
    found = section(existing).old_fill
    assert found.proposed == proposed and word in " ".join(found.reasons)
    assert not found.decided and found.action == "keep"  # never silently chosen


def test_vermiculite_is_not_touched() -> None:
    job = attic(existing=[{"material": "unknown_loose", "depth_in": 4, "condition": "fouled"}])
    job["hazards"] = [{"kind": "vermiculite", "status": "suspected"}]
    assert planned(job).sections[0].old_fill.proposed == "wait"


def test_each_defect_has_its_difference() -> None:
    """R as labelled → R as it lies: the steps start at the label, end at r_existing, and each change adds up."""
    pressed = {
        "material": "glass_batt",
        "depth_in": 3.5,
        "r": 19,
        "label_in": 6.25,
        "void_pct": 8,
        "condition": "dusty",
    }
    found = section([pressed])
    steps = found.old_fill.worth
    assert steps[0].r == 19 and steps[-1].r == pytest.approx(found.r_existing)
    assert 19 + sum(step.change for step in steps) == pytest.approx(found.r_existing)
    words = [step.what for step in steps]
    assert "6¼ in to 3½ in" in words[1] and "dusty" in words[2] and "8.0%" in words[3]
    assert steps[1].r == pytest.approx(19 * 0.56**0.65) and steps[2].r == pytest.approx(0.95 * steps[1].r)


def test_wet_fill_earns_nothing_and_says_so() -> None:
    job = attic(existing=[{**BATTS, "condition": "wet"}])
    assert planned(job).sections[0].r_existing == 0
    assert "old_fill_wet" in codes(planned(job))


def test_loose_fill_cannot_be_lifted() -> None:
    loose = attic(existing=[{"material": "cellulose_loose", "depth_in": 4}], old_fill="lift")
    assert "lift_loose_fill" in codes(planned(loose))
    assert "lift_loose_fill" not in codes(planned(attic(existing=[BATTS], old_fill="lift")))


def test_batts_that_hang_in_a_wall_are_laid_again_also_beside_loose_fill() -> None:
    wall = {"height_ft": 4, "stud_depth_in": 5.5, "backed": True}
    poor = [
        {"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 60},
        {"material": "cellulose_loose", "depth_in": 1, "void_pct": 30},
    ]
    for layers, proposed in ((poor, "relay"), (poor[1:], "keep")):
        found = planned(attic(kind="knee_wall", wall=wall, existing=layers)).sections[0].old_fill
        assert found is not None and found.proposed == proposed


def test_sound_fill_is_kept_with_the_worst_share_that_is_bare() -> None:
    two = [
        {"material": "glass_batt", "depth_in": 3.5, "void_pct": 1},
        {"material": "cellulose_loose", "depth_in": 3, "void_pct": 3.5},
    ]
    found = planned(attic(existing=two)).sections[0].old_fill
    assert found is not None and found.proposed == "keep" and "3.5% of the floor bare at most" in found.reasons[0]


def test_worth_without_a_label_starts_from_depth_times_the_default() -> None:
    found = section([{"material": "cellulose_loose", "depth_in": 4, "condition": "matted"}])
    steps = found.old_fill.worth
    assert [step.r for step in steps] == pytest.approx([14, 0.85 * 14])
    assert steps[0].what == "as labelled, or depth × default"


@pytest.mark.parametrize(
    ("joist_in", "settled_in"),
    # Fill of 1 in more than the joists: 9.3 in is a row, 10.3 in lies between two; past the last at its ratio.
    [(8.3, 8.2), (9.3, 8.2 + (10.3 - 9.3) / (11.8 - 9.3) * (10.4 - 8.2)), (19.0, 20.0 * 16.2 / 18.4)],
)
def test_fill_under_lifted_batts_settles_as_the_rows_it_lies_between(joist_in: float, settled_in: float) -> None:
    chart = Chart(tuple(Row(r["r"], r["installed_in"], r["settled_in"], r["coverage_ft2"]) for r in CHART), 25.0)
    kept = kept_of("lift", (Layer("glass_batt", 3.5, 11.0),), joist_in, chart, "cellulose_loose")
    assert kept is not None and kept.under_installed_in == joist_in + 1
    assert kept.under_settled_in == pytest.approx(settled_in) and kept.layers[0].depth_in == kept.under_settled_in

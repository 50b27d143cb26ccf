"""What each method lays on a floor, worked by hand from the layers up (handbook §5, §7)."""

from __future__ import annotations

from typing import Any, get_args

import pytest

from elm_cover.core.laying.methods import METHODS
from elm_cover.core.plan import plan
from elm_cover.core.rack.candidate import METHODS as WEIGHED
from elm_cover.core.rack.candidate import TITLES
from elm_cover.core.section.result import SectionPlan
from elm_cover.job import read_job
from elm_cover.job.choice import Choice
from tests.conftest import attic, codes, planned

BATT = {"id": "b30", "kind": "glass_batt", "name": "Glass batt R-30"} | {
    "batt": {"r": 30, "thickness_in": 9.5, "width_in": 24, "length_in": 48, "pieces_per_bundle": 11, "bundle_lb": 22}
}
THIN = {"id": "b13", "kind": "glass_batt", "name": "Glass batt R-13"} | {
    "batt": {"r": 13, "thickness_in": 3.5, "width_in": 23, "length_in": 93, "pieces_per_bundle": 10}
}


def job(method: str, existing: list[dict[str, Any]] | None = None, **choice: Any) -> dict[str, Any]:
    made = attic(existing=[] if existing is None else existing)
    made["products"] += [BATT, THIN]
    made["choice"]["main"] = {"method": method, "product": "c1"} | choice
    return made


def section(made: dict[str, Any]) -> SectionPlan:
    return planned(made).sections[0]


def test_every_method_of_the_job_is_laid_and_weighed() -> None:
    known = set(get_args(Choice.model_fields["method"].annotation))
    assert set(METHODS) == known - {"enclosed_fill"}, "closed bays are filled by volume, not laid"
    assert set(WEIGHED) == set(METHODS) == set(TITLES)


def test_a_bare_floor_takes_the_row_that_reaches_the_target() -> None:
    made = section(job("top_up"))
    assert (made.r_needed, made.r_added, made.r_nominal) == (pytest.approx(49), 49, pytest.approx(49))
    assert (made.installed_in, made.settled_in, made.depth_total_in) == (15.1, 13.3, 15.1)
    assert made.load_psf == pytest.approx(25 / 13.5)
    assert made.bag_covers_ft2 == 13.5
    # One bag over 950 ft²: 15.1 · 13.5 / 950 in.
    assert made.bag_raises_in == pytest.approx(15.1 * 13.5 / 950)


def test_over_sound_batts_the_rest_is_added() -> None:
    batts = [{"material": "glass_batt", "depth_in": 3.5, "r": 11}]
    made = section(job("top_up", batts))
    assert made.r_needed == pytest.approx(38) and made.r_added == 38
    assert made.depth_total_in == pytest.approx(3.5 + 11.8)
    assert made.depth_settled_total_in == pytest.approx(3.5 + 10.4)
    assert made.load_psf == pytest.approx(0.7 * 3.5 / 12 + 25 / 17.8)


def test_lifted_batts_lie_on_fill_an_inch_over_the_joists() -> None:
    batts = [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 50}]
    made = section(job("lift_and_fill", batts))
    # 4.5 in are blown beneath; they settle by 5.2/5.9 to 3.966 in, of R 19 · 3.966/5.2.
    under = 4.5 * 5.2 / 5.9
    r_under = 19 * under / 5.2
    assert made.old_fill is not None and made.old_fill.action == "lift"
    assert made.old_fill.under_installed_in == 4.5
    assert made.r_needed == pytest.approx(49 - 11 - r_under)
    assert made.r_added == 30
    assert made.depth_total_in == pytest.approx(4.5 + 3.5 + 9.3)
    assert made.depth_settled_total_in == pytest.approx(under + 3.5 + 8.2)
    # Chart bags of both layers: 950 ft² at the cap's row, and the weight of what lies beneath.
    assert made.bags.chart == pytest.approx(950 / 22.8 + 950 * (25 / 36.1 * under / 5.2) / 25)


def test_a_cleared_floor_is_bare() -> None:
    heavy = [{"material": "cellulose_loose", "depth_in": 6}]
    made = section(job("clear_and_blow", heavy))
    assert made.r_added == 49 and made.depth_total_in == 15.1
    assert made.old_fill is not None and made.old_fill.removal is not None
    removed = made.old_fill.removal
    assert removed.weight_lb == pytest.approx(1.8 * removed.volume_ft3)
    assert removed.bags == pytest.approx(removed.volume_ft3 / 10)
    assert removed.hours == pytest.approx(removed.volume_ft3 / 120)


def test_the_removal_goes_by_the_price_books_rates_as_the_price_does() -> None:
    made = job("clear_and_blow", [{"material": "cellulose_loose", "depth_in": 6}])
    made["book"] = {"rates": {"removal_bag_ft3": 20, "vacuum_ft3_per_hour_of_two": 30}}
    result = planned(made)
    old = result.sections[0].old_fill
    assert old is not None and old.removal is not None and result.cost is not None
    assert (old.removal.bag_ft3, old.removal.bags) == (20, pytest.approx(old.removal.volume_ft3 / 20))
    assert old.removal.hours == pytest.approx(old.removal.volume_ft3 / 30)
    lines = {line.what: line.amount for line in result.cost.lines}
    assert lines["Removal bags"] == pytest.approx(old.removal.bags, abs=1)
    assert lines["Clearing out"] == pytest.approx(2 * old.removal.hours), "two people at the vacuum"


def test_batts_across_come_in_whole_layers() -> None:
    made = section(job("batts_across", [{"material": "cellulose_loose", "depth_in": 3.5}], product="b30"))
    # R 12.25 lies there: two layers of R-30 pass R-49, one does not.
    assert [layer.place for layer in made.batts] == ["across", "across"]
    assert made.r_added == 60 and made.r_nominal == pytest.approx(72.25)
    assert made.depth_total_in == 3.5 + 19
    assert made.bag_covers_ft2 is None and made.bags.chart is None
    # Lying on the joists' tops they load the framing, not the board.
    assert made.load_psf == pytest.approx(1.8 * 3.5 / 12)


def test_batts_that_stand_off_the_joists_rest_on_the_board() -> None:
    made = section(job("batts_across", [{"material": "cellulose_loose", "depth_in": 6}], product="b30"))
    each = 22 / (24 * 48 / 144 * 11)
    assert made.load_psf == pytest.approx(1.8 * 6 / 12 + each * len(made.batts))


def test_between_and_across_and_a_blown_cap() -> None:
    across = section(job("batts_between_and_across", product="b30", between="b13"))
    assert [layer.place for layer in across.batts] == ["between", "across", "across"]
    assert across.r_added == 73 and across.depth_total_in == 3.5 + 19
    cap = section(job("batts_between_blown_cap", between="b13"))
    assert (cap.r_needed, cap.r_added) == (pytest.approx(36), 38 + 13)
    assert cap.depth_total_in == pytest.approx(3.5 + 11.8)
    assert [layer.product for layer in cap.batts] == ["b13"]


@pytest.mark.parametrize(
    ("method", "choice", "asked"),
    [
        ("top_up", {"product": "b30"}, "choice.main.product"),
        ("batts_across", {"product": "c1"}, "choice.main.product"),
        ("batts_between_and_across", {"product": "b30"}, "choice.main.between"),
        ("batts_between_blown_cap", {}, "choice.main.between"),
        ("enclosed_fill", {}, "choice.main.method"),
    ],
)
def test_what_a_method_lacks_is_asked_and_nothing_is_laid(method: str, choice: dict[str, Any], asked: str) -> None:
    result = planned(job(method, **choice))
    assert asked in {item.field for item in result.open}
    made = result.sections[0]
    assert (made.r_added, made.depth_total_in, made.bags.chart, result.order) == (None, None, None, ())
    assert made.r_target == 49, "the target is known all the same"


def test_more_than_three_layers_are_never_laid() -> None:
    made = job("batts_across", product="b13")
    made["target"]["r"] = 60
    result = planned(made)
    assert len(result.sections[0].batts) == 3 and "beyond_layers" in codes(result)
    assert result.sections[0].r_nominal == pytest.approx(39)


def test_a_depth_set_by_hand_goes_before_the_target() -> None:
    made = job("top_up", depth={"by": "installed_in", "value_in": 9.0})
    assert section(made).installed_in == 9.3, "it clicks to the row"
    made["settings"] = {"chart_rule": "interpolate"}
    assert section(made).installed_in == pytest.approx(9.0), "it glides"
    assert "short_of_target" in codes(plan(read_job(made)))


def test_framing_is_deducted_from_chart_bags_only_below_the_joists_tops() -> None:
    shallow = job("top_up", depth={"by": "installed_in", "value_in": 5.9})
    shallow["sections"][0]["framing"] = {"run": "y", "spacing_in": 16, "depth_in": 9.25}
    whole = section(shallow).bags.chart
    shallow["settings"] = {"deduct_framing": True}
    assert whole is not None
    # 16 in on center: 1.5/16 + 0.0075 = 0.10125 of the floor is framing.
    assert section(shallow).bags.chart == pytest.approx(whole * (1 - 0.10125))
    deep = job("top_up")
    deep["settings"] = {"deduct_framing": True}
    assert section(deep).bags.chart == pytest.approx(950 / 13.5)

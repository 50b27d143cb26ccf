"""What a section takes, summed and ordered, by hand."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from elm_cover.core.base.notebook import Notebook
from elm_cover.core.batts.take_off import BattTakeOff
from elm_cover.core.from_job.products import product_input
from elm_cover.core.from_job.section import section_input
from elm_cover.core.given.section import SectionInput
from elm_cover.core.money.quantities import Bags, EaveCount, Quantities, bags_to_order, quantities_of, total
from elm_cover.core.old_fill.keep_or_clear import Removal
from elm_cover.job import read_job
from tests.conftest import attic


def section(**more: Any) -> SectionInput:
    job = read_job(attic() | {"choice": {"main": {"method": "top_up", "product": "c1"}}})
    products = {product.id: product_input(product) for product in job.products}
    return replace(section_input(job, 0, products, Notebook("main")), **more)


def batts(product: str = "b1", **more: Any) -> BattTakeOff:
    counts: dict[str, Any] = {
        "pieces": 50,
        "whole": 40,
        "cuts": 10,
        "splits": 0,
        "bundles": 6.25,
        "covered_ft2": 250.0,
        "least": 48,
    }
    sizes: dict[str, Any] = {
        "place": "across",
        "r": 30.0,
        "thickness_in": 10.0,
        "waste": 0.04,
        "offcuts_ft2": 3.0,
        "scraps_ft2": 1.0,
    }
    return BattTakeOff(product=product, courses=(), **(counts | sizes | more))


@pytest.mark.parametrize(
    ("bags", "spare_pct", "order"),
    [(0, 3, 0), (0.01, 0, 1), (33.876, 3, 35), (100, 3, 103), (100.0000000001, 0, 100), (60, 5, 63), (99.1, 0, 100)],
)
def test_one_rounding_at_the_end(bags: float, spare_pct: float, order: int) -> None:
    assert bags_to_order(bags, spare_pct) == order


def test_bags_are_ordered_by_the_chart_and_blown_by_the_attic() -> None:
    found = quantities_of(section(), 900, Bags(chart=50.0, field=44.0), (), (), "keep", None)
    assert found.packs == {"c1": 50.0}
    assert found.blown_lb == {"cellulose_loose": 44 * 25.0} and found.enclosed_lb == {}
    assert quantities_of(section(), 900, Bags(chart=50.0), (), (), "keep", None).blown_lb == {"cellulose_loose": 1250.0}
    assert quantities_of(section(), 900, Bags(), (), (), "keep", None).packs == {}


def test_closed_bays_are_fed_slower_and_counted_apart() -> None:
    found = quantities_of(section(kind="sloped_bays"), 300, Bags(chart=20.0), (), (), None, None)
    assert found.enclosed_lb == {"cellulose_loose": 500.0} and found.blown_lb == {}


def test_batts_of_two_layers_and_what_is_slit_round_wires() -> None:
    layers = [batts(), batts(splits=5, cuts=10, whole=40, covered_ft2=200.0, bundles=5.0)]
    found = quantities_of(section(), 900, Bags(), layers, (), "keep", None)
    assert found.packs == {"b1": 11.25} and found.batt_ft2 == 450
    assert found.batt_ft2_among_wires == pytest.approx(200 * 5 / 50), "one piece in ten of the second layer"
    assert found.cuts == 10 + 10 + 5


def test_what_the_eaves_take() -> None:
    eaves = [
        EaveCount(10, 20, 4, "dense_packed", 12.0, 38.0),
        EaveCount(9, 18, 0, "dense_packed", 8.0, 20.0),
        EaveCount(5, 5, 1, None, 0.0, 30.0),
    ]
    found = quantities_of(section(), 900, Bags(), (), eaves, "keep", None)
    assert (found.baffles, found.baffle_pieces, found.wind_blocks) == (24, 43, 5)
    assert found.edge_ft3 == {"dense_packed": 20.0}
    assert found.edge_ft == 58, "an eave without a remedy has no room filled"


@pytest.mark.parametrize(("action", "handled"), [("keep", 0), ("lift", 900), ("relay", 900), ("clear", 0)])
def test_old_fill_that_is_moved_is_handled(action: str, handled: float) -> None:
    assert quantities_of(section(), 900, Bags(), (), (), action, None).handled_ft2 == handled


def test_what_is_cleared_out() -> None:
    out = Removal(
        volume_ft3=340.0, bag_ft3=20.0, bags=15.0, hours=2.5, weight_lb=420.0, vacuumed_ft3=260.0, by_hand_ft2=90.0
    )
    found = quantities_of(section(), 900, Bags(), (), (), "clear", out)
    assert (found.bagged_ft3, found.vacuumed_ft3, found.cleared_batt_ft2, found.removal_lb) == (300, 260, 90, 420)


def test_sections_are_summed_name_by_name() -> None:
    one = Quantities(area_ft2=900, packs={"c1": 10.5, "b1": 2.0}, blown_lb={"cellulose_loose": 260.0}, cuts=3)
    other = Quantities(area_ft2=100, packs={"c1": 4.25}, enclosed_lb={"cellulose_loose": 100.0}, edge_ft=12.0, cuts=1)
    both = total([one, other])
    assert both == Quantities(
        area_ft2=1000,
        packs={"c1": 14.75, "b1": 2.0},
        blown_lb={"cellulose_loose": 260.0},
        enclosed_lb={"cellulose_loose": 100.0},
        edge_ft=12.0,
        cuts=4,
    )
    assert total([]) == Quantities()
    assert one.packs == {"c1": 10.5, "b1": 2.0}, "summing changes nothing of the parts"

"""No way whose quantities are not known is priced, ranked, picked, mixed or offered (handbook, Settled since 11)."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from elm_cover.core.rack.mix import Limits
from elm_cover.core.rack.result import Rack
from elm_cover.core.ways import rack
from elm_cover.job import JobError, read_job
from elm_cover.papers.offer import offer
from tests.conftest import attic, planned
from tests.random_jobs import POOL

RUN = "sections[0].framing.run"


def without_run(**section: Any) -> dict[str, Any]:
    job = attic(existing=[], **section)
    del job["sections"][0]["framing"]["run"]
    return job


def racked(job: dict[str, Any], mix: str | None = None) -> Rack:
    return rack(read_job(job), POOL, mix, Limits())


def test_batts_without_the_joists_direction_stand_there_with_the_question() -> None:
    found = racked(without_run(), "price")
    batts = [way.weighed for way in found.ways if "batts" in way.weighed.method and not way.weighed.blocks]
    blown = [way.weighed for way in found.ways if way.weighed.method == "top_up" and not way.weighed.blocks]
    assert batts and blown
    for way in batts:
        assert way.cost is None and way.ranks is None and not way.packs and not way.unbeaten
        assert [(item.step, item.field) for item in way.missing] == [("measure", RUN)]
        assert all(core.choice is None and core.quantities is None for core in way.cores)
        assert way.r_nominal is not None and way.fill_line_in is not None, "what is known is still shown"
    assert min(way.ranks["price"] for way in blown) == 1 and not any(way.missing for way in blown)
    assert found.mix is not None and set(found.mix.ways.values()) <= {way.id for way in blown}


def test_with_the_direction_the_same_way_has_its_bundles_in_its_price() -> None:
    found = racked(attic(existing=[]))
    ways = [w.weighed for w in found.ways if w.weighed.method == "batts_between_and_across" and not w.weighed.blocks]
    assert ways
    for way in ways:
        bundles = {line.what: line.amount for line in way.cost.lines if line.unit == "bundles"}
        assert len(way.packs) == 2 and bundles == {pack.name: pack.count for pack in way.packs}
        # Each layer covers the floor: at least 950 ft² of pieces in it.
        assert min(bundles.values()) > 5 and way.cost.price > 2000


@pytest.mark.parametrize("method", ["batts_across", "batts_between_and_across", "batts_between_blown_cap"])
def test_the_plan_has_no_price_and_no_order_for_batts_that_are_not_laid_out(method: str) -> None:
    between = next(p for p in POOL if p.batt and p.batt.thickness_in == 3.5 and p.batt.width_in == 23)
    across = next(p for p in POOL if p.batt and p.batt.r == 30 and p.batt.width_in == 24)
    job = without_run()
    job["products"] += [p.model_dump(exclude_none=True, mode="json") for p in (between, across)]
    cap = method == "batts_between_blown_cap"
    job["choice"]["main"] = {"method": method, "product": "c1" if cap else across.id, "between": between.id}
    found = planned(job)
    assert found.cost is None and found.order == () and found.totals.order == ()
    assert found.totals.uncounted == ("main",) and RUN in {item.field for item in found.open}
    job["sections"][0]["framing"]["run"] = "y"
    found = planned(job)
    laid = {"batts_across": {across.id}, "batts_between_and_across": {between.id, across.id}}
    assert {line.product for line in found.order} == laid.get(method, {between.id, "c1"})
    assert found.cost is not None and found.totals.uncounted == ()


def test_bays_of_spot_vents_that_are_not_counted_leave_the_baffles_unknown() -> None:
    job = attic()
    job["settings"] = {"baffle_rule": "vented_bays"}
    job["sections"][0]["edges"][0]["soffit"] = "spot"
    assert planned(job).cost is None
    found = racked(job)
    assert found.ways and all(way.weighed.cost is None for way in found.ways)
    assert {item.field for item in found.ways[0].weighed.missing} == {"sections[0].edges[0].soffit"}


def test_clearing_out_what_nobody_has_looked_at_has_no_price() -> None:
    job = attic(existing=None)
    job["choice"]["main"]["method"] = "clear_and_blow"
    assert planned(job).cost is None and planned(job).order == ()


def test_an_offer_needs_every_quantity() -> None:
    job = without_run()
    way = next(w.weighed for w in racked(job).ways if w.weighed.missing and not w.weighed.blocks)
    job["weighing"] = {"pinned": [way.id]}
    with pytest.raises(JobError) as refused:
        offer(read_job(job), date(2026, 1, 2))
    assert [fault.path for fault in refused.value.faults] == [RUN]
    job["sections"][0]["framing"]["run"] = "y"
    assert offer(read_job(job), date(2026, 1, 2)).startswith(b"%PDF")
    job["sections"].append(slope())
    with pytest.raises(JobError, match="Back slope"):
        offer(read_job(job), date(2026, 1, 2))


def slope() -> dict[str, Any]:
    return {
        "id": "slope",
        "name": "Back slope",
        "kind": "sloped_bays",
        "outline_ft": [[0, 30], [20, 30], [20, 38], [0, 38]],
        "edges": [{"kind": "gable"}] * 4,
        "slope": {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1},
        "ceiling": {"board": "gypsum_1_2"},
        "framing": {"spacing_in": 16},
        "existing": [],
    }


def test_slopes_and_walls_ride_along_or_are_named_as_not_counted() -> None:
    job = attic()
    job["sections"].append(slope())
    bare = racked(attic())
    found = racked(job)
    assert (found.counted, found.uncounted) == ((), ("slope",))
    prices = {way.weighed.id: way.weighed.cost.price for way in bare.ways if way.weighed.cost}
    assert {w.weighed.id: w.weighed.cost.price for w in found.ways if w.weighed.cost} == prices
    assert all(way.saving is None for way in found.ways), "what the slope saves is not known either"
    job["choice"]["slope"] = {"method": "enclosed_fill", "product": "c1"}
    job["house"]["year_built"] = 1960
    whole = racked(job)
    assert (whole.counted, whole.uncounted) == (("slope",), ())
    mine = next(way for way in whole.ways if way.weighed.id == whole.picked)
    plan = planned(job)
    assert mine.weighed.cost.price == pytest.approx(plan.cost.price)
    assert (mine.saving.low, mine.saving.high) == pytest.approx((plan.saving.low, plan.saving.high))
    assert {pack.product: pack.count for pack in mine.weighed.packs} == {
        line.product: line.bags_order for line in plan.order
    }


def test_a_product_of_no_kind_and_no_price_is_asked_about() -> None:
    job = attic()
    del job["products"][0]["kind"]
    found = planned(job)
    assert found.cost is None and "products[0].price" in {item.field for item in found.open}
    job["products"][0]["price"] = 14.5
    assert planned(job).cost is not None


def test_a_product_goes_by_its_own_price_and_else_by_the_book_which_says_so() -> None:
    job = attic()
    line = next(li for li in planned(job).cost.lines if li.unit == "bags")
    assert (line.each, line.book_price) == (pytest.approx(25 * 0.62), "cellulose_loose_per_lb")
    job["book"] = {"prices": {"cellulose_loose_per_lb": 1.0}}
    assert next(li.each for li in planned(job).cost.lines if li.unit == "bags") == 25
    job["products"][0]["price"] = 11.25
    line = next(li for li in planned(job).cost.lines if li.unit == "bags")
    assert (line.each, line.book_price) == (11.25, None)


def test_two_products_are_told_one_by_one() -> None:
    job = attic()
    second = dict(job["sections"][0], id="wing", outline_ft=[[60, 0], [80, 0], [80, 20], [60, 20]])
    job["sections"].append(second)
    job["products"].append(dict(job["products"][0], id="c2", name="Other cellulose"))
    job["choice"]["wing"] = {"method": "top_up", "product": "c2"}
    order = {line.name: line.bags_order for line in planned(job).totals.order}
    # 950 and 400 ft² at R-49's 13.5 ft² a bag, each rounded up by itself.
    assert order == {"Cellulose": 73, "Other cellulose": 31}

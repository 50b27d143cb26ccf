"""A way over several floors: sums, the section nearest to its limit, texts with their sections; and one core by hand."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.from_job.book import book_input
from elm_cover.core.from_job.products import product_input
from elm_cover.core.money.quantities import Quantities
from elm_cover.core.rack.candidate import Candidate, families
from elm_cover.core.rack.core_sample import CoreSample
from elm_cover.core.rack.weighed import Pricing, Rest, Weighed, weighed
from elm_cover.core.ways import rack
from elm_cover.formats.product_library import library
from elm_cover.job import read_job
from tests.conftest import attic, eave, planned

JOB = read_job(attic())
PRODUCTS = {product.id: product_input(product) for product in JOB.products}
PRICING = Pricing(PRODUCTS, 3.0, book_input(JOB))
FAMILY = families(PRODUCTS.values())[0]
NAMES = {"a": "Main", "b": "Wing"}


def core(section: str, **more: Any) -> CoreSample:
    known: dict[str, Any] = {
        "fill_line_in": 15.0,
        "settled_line_in": 13.5,
        "r_nominal": 49.0,
        "r_effective": 40.0,
        "r_at_plate": 12.0,
        "load_psf": 1.2,
        "load_limit_psf": 1.3,
        "ua_saved": 30.0,
        "quantities": Quantities(
            area_ft2=500, packs={"c1": 10.2}, blown_lb={"cellulose_loose": 250.0}, baffle_pieces=7
        ),
    }
    return CoreSample(section=section, **(known | more))


def way(*cores: CoreSample, method: str = "top_up", bare: bool = False, rest: Quantities | None = None) -> Weighed:
    return weighed(Candidate(method, FAMILY), cores, NAMES, bare, PRICING, Rest(quantities=rest or Quantities()))


def test_figures_of_a_job_from_those_of_its_floors() -> None:
    found = way(
        core("a", r_effective=38.0, fill_line_in=18.0, settled_line_in=15.0),
        core("b", r_nominal=60.0, r_at_plate=9.0, ua_saved=12.5),
    )
    assert (found.r_nominal, found.r_effective, found.r_at_plate) == (49, 38, 9), "the least of them"
    assert (found.fill_line_in, found.settles_in) == (18, 3), "the most of them"
    assert found.saved_ua == 42.5 and found.baffle_pieces == 14
    (pack,) = found.packs
    # 20.4 bags with 3 % spare are 21.01: 22, rounded once for the job.
    assert (pack.count, pack.unit) == (22, "bags")
    assert found.cost is not None and found.cost.price_per_ft2 == pytest.approx(found.cost.price / 1000)


def test_the_rest_of_the_job_rides_along() -> None:
    alone, with_rest = way(core("a")), way(core("a"), rest=Quantities(packs={"c1": 5.0}, area_ft2=100))
    assert alone.packs[0].count == 11 and with_rest.packs[0].count == 16
    assert alone.cost is not None and with_rest.cost is not None and with_rest.cost.price > alone.cost.price


def test_the_load_is_that_of_the_section_nearest_to_its_limit() -> None:
    found = way(core("a", load_psf=1.8, load_limit_psf=2.2), core("b", load_psf=1.2, load_limit_psf=1.3))
    assert (found.load_psf, found.load_limit_psf) == (1.2, 1.3) and found.load_share == pytest.approx(1.2 / 1.3)
    unknown = way(core("a", load_limit_psf=None), core("b", load_psf=1.4, load_limit_psf=None))
    assert (unknown.load_psf, unknown.load_limit_psf, unknown.load_share) == (1.4, None, None)


def test_a_floor_that_is_not_known_leaves_the_figures_out() -> None:
    found = way(core("a"), core("b", quantities=None, blocks=("Not enough is known.",)))
    assert found.cost is None and found.r_nominal == 49 and found.packs == ()
    assert found.blocks == ("Wing: Not enough is known.",)
    half = way(core("a"), core("b", r_effective=None, ua_saved=None))
    assert half.r_effective is None and half.saved_ua is None and half.cost is not None


def test_what_holds_for_all_is_said_without_names() -> None:
    both = way(core("a", cautions=("Mind it.",), ways_out=("Do so.",)), core("b", cautions=("Mind it.", "Only here.")))
    assert both.cautions == ("Mind it.", "Wing: Only here.") and both.ways_out == ("Do so.",)
    assert way(core("a", cautions=("Mind it.",))).cautions == ("Mind it.",)


def test_clearing_and_lifting_add_dust_and_a_bare_floor_is_said_so() -> None:
    plain = way(core("a"))
    assert way(core("a"), method="clear_and_blow").dust == plain.dust + 4
    assert way(core("a"), method="lift_and_fill").dust == plain.dust + 1
    assert (plain.subtitle, way(core("a"), bare=True).subtitle) == ("over what is there", "on the bare floor")
    assert way(core("a"), method="lift_and_fill", bare=True).subtitle == "lift and fill"


def racked(job: dict[str, Any]) -> dict[str, Any]:
    return {found.weighed.id: found for found in rack(read_job(job), library()).ways}


CELLULOSE = "Cellulose"


def test_a_core_from_the_ceiling_up_by_hand() -> None:
    job = attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11}])
    ways = racked(job)
    own = next(w.weighed for i, w in ways.items() if i == f"top_up/{CELLULOSE}/as-set")
    (sample,) = own.cores
    assert [(la.role, la.from_in, la.to_in) for la in sample.layers] == [("old", 0, 3.5), ("new", 3.5, 15.3)]
    assert sample.fill_line_in == pytest.approx(15.3) and sample.settled_line_in == pytest.approx(3.5 + 10.4)
    plan = planned(job).sections[0]
    assert sample.heel_line_in == pytest.approx(plan.eaves[0].room_at_plate_in)
    assert sample.ua_saved == pytest.approx(plan.ua_today - plan.ua_after, rel=1e-4)
    assert sample.net_ft2 == plan.net_area_ft2 and sample.bag_covers_ft2 == 17.8
    assert sample.choice is not None and sample.choice.installed_in is None, "by the target"
    up = next(w.weighed for i, w in ways.items() if i == f"top_up/{CELLULOSE}/60")
    assert up.cores[0].choice.installed_in == 15.1, "a step up is picked by its depth"


def test_lifted_batts_lie_over_fresh_fill_in_the_core() -> None:
    job = attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 50}])
    lifted = next(w.weighed for i, w in racked(job).items() if i == f"lift_and_fill/{CELLULOSE}/as-set")
    assert [la.role for la in lifted.cores[0].layers] == ["under", "old", "new"]
    assert lifted.cores[0].layers[0].to_in == pytest.approx(4.5)
    assert lifted.cores[0].choice.old_fill == "lift"


@pytest.mark.parametrize(
    ("existing", "method", "said"),
    [
        ([{"material": "cellulose_loose", "depth_in": 4}], "lift_and_fill", "Only batts can be lifted"),
        ([{"material": "glass_batt", "depth_in": 3.5, "r": 11, "condition": "fouled"}], "top_up", "recorded as fouled"),
    ],
)
def test_what_the_old_fill_forbids(existing: list[dict[str, Any]], method: str, said: str) -> None:
    ways = [w.weighed for w in racked(attic(existing=existing)).values() if w.weighed.method == method]
    assert ways and all(any(said in text for text in w.blocks) for w in ways)


def test_the_tightest_eave_decides_r_over_the_plate() -> None:
    job = attic(edges=[eave(9), {"kind": "gable"}, eave(5), {"kind": "gable"}])
    sample = next(w.weighed for i, w in racked(job).items() if i == f"top_up/{CELLULOSE}/as-set").cores[0]
    plates = {e.edge: e for e in planned(job).sections[0].eaves}
    assert sample.heel_line_in == pytest.approx(plates[2].room_at_plate_in)
    assert sample.r_at_plate == pytest.approx(plates[2].r_at_plate)


def test_one_floor_that_is_not_known_is_enough() -> None:
    found = way(core("a"), core("b", r_nominal=None))
    assert found.r_nominal is None and found.load_psf is None and not found.unbeaten
    assert not way(core("a")).unbeaten, "who is unbeaten is told by all the ways together"

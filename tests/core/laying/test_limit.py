"""What the ceiling may carry, and the old fill as it was decided, by hand."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.base.notebook import Notebook
from elm_cover.core.from_job.products import product_input
from elm_cover.core.from_job.section import section_input
from elm_cover.core.given.section import SectionInput
from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.layers.layer import Layer
from elm_cover.core.layers.places import Places
from elm_cover.core.laying.blower import Blower, depth_under
from elm_cover.core.laying.decided import old_fill_of, removal_of
from elm_cover.core.laying.limit import ceiling_limit, over_limit
from elm_cover.core.laying.site import site_of
from elm_cover.job import read_job
from tests.conftest import CHART, attic, planned

PRINTED = Chart(tuple(Row(c["r"], c["installed_in"], c["settled_in"], c["coverage_ft2"]) for c in CHART), 25.0)


def given(**section: Any) -> SectionInput:
    job = read_job(attic(**section))
    products = {product.id: product_input(product) for product in job.products}
    return section_input(job, 0, products, Notebook("main"))


def test_the_limit_asks_for_what_it_needs() -> None:
    notes = Notebook("main")
    assert ceiling_limit(given(), notes) == 1.3 and not notes.open and not notes.flags
    assert ceiling_limit(given(ceiling={}, framing={"kind": "truss"}), notes) is None
    assert [q.field.split(".", 1)[1] for q in notes.open] == [
        "ceiling.board",
        "framing.spacing_in",
        "framing.depth_in",
    ]


def test_a_board_without_a_published_limit_is_asked_about() -> None:
    notes = Notebook("main")
    assert ceiling_limit(given(ceiling={"board": "plaster"}), notes) is None
    (flag,) = notes.flags
    assert (flag.code, flag.level) == ("load_limit_unknown", "caution") and "engineer" in flag.what_to_do


def test_over_the_limit_says_which_row_fits() -> None:
    # Old fill of 0.2 lb/ft². Rows weigh 25 / coverage: 0.69, 1.10, 1.40, 1.85, 2.29 lb/ft². 1.096 + 0.2 is just under 1.3.
    blower = Blower(PRINTED, (Layer("glass_batt", 3.5, 11.0, weight_psf=0.2),), 1.67, False)
    said = over_limit(2.05, 1.3, blower)
    assert said is not None and said[0] == "2.05 lb/ft² on a ceiling that may carry 1.3 lb/ft²."
    assert said[1].startswith("The most of this product that fits is R-30 added. ")
    heavy = Blower(PRINTED, (Layer("vermiculite", 6, 12.0, weight_psf=3.0),), 1.67, False)
    none = over_limit(4.0, 2.2, heavy)
    assert none is not None and none[1].startswith("No row of this product fits. ")
    alone = over_limit(2.5, 2.2, None)
    assert alone is not None and alone[1].startswith("Pick a lighter fill")


@pytest.mark.parametrize(("load", "limit"), [(1.3, 1.3), (0.5, 1.3), (None, 1.3), (9.0, None)])
def test_at_the_limit_or_not_known_is_not_over_it(load: float | None, limit: float | None) -> None:
    assert over_limit(load, limit, None) is None


def test_a_blower_over_old_fill_by_hand() -> None:
    loose = Layer("glass_loose", 6.0, 15.0)
    blower = Blower(PRINTED, (loose,), None, False)
    row = PRINTED.next_row(38.0)
    # 25/17.8 lb/ft² press loose glass by 0.1 of it: 14 %.
    keep = 1 - 0.1 * 25 / 17.8
    assert blower.reached(row) == pytest.approx(15 * keep + 38)
    assert depth_under(blower, row) == pytest.approx(6 * keep + 11.8)
    assert blower.for_depth(0) is blower.for_target(10)
    assert blower.for_depth(11.0).r == 38, "clicks to the nearest row"
    assert Blower(PRINTED, (loose,), None, True).for_depth(10.55).r == pytest.approx(34)


def test_removal_is_thin_at_the_eaves() -> None:
    section = given(existing=[{"material": "cellulose_loose", "depth_in": 6}], old_fill="clear")
    site = site_of(section)
    old = old_fill_of(section, site, Notebook("main"))
    assert old.action == "clear" and old.decided
    # A quarter of the floor has 2 in of room, the rest plenty: 5 in in the mean.
    places = Places(np.array([2.0, 50.0]), None, np.array([0.25, 0.75]))
    thin = removal_of(section, site, old, places)
    assert thin is not None and thin.volume_ft3 == pytest.approx(5 / 12 * 950)
    full = removal_of(section, site, old, None)
    assert full is not None and full.volume_ft3 == pytest.approx(475)
    assert full.weight_lb == pytest.approx(475 * 1.8)


def test_kept_fill_is_not_removed_and_a_method_decides() -> None:
    kept = given(existing=[{"material": "cellulose_loose", "depth_in": 6}])
    site = site_of(kept)
    old = old_fill_of(kept, site, Notebook("main"))
    assert (old.action, old.decided) == ("keep", False) and removal_of(kept, site, old, None) is None
    job = attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11}])
    job["choice"]["main"] = {"method": "clear_and_blow", "product": "c1"}
    plan = planned(job).sections[0].old_fill
    assert plan is not None and (plan.action, plan.decided) == ("clear", True)

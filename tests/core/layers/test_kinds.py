"""The kinds of insulation: one row each, held equal to the words of the job document and the fields of the price book."""

from __future__ import annotations

from typing import get_args

import pytest

from elm_cover.core.layers.kinds import KINDS, is_batt, is_loose, kind_of
from elm_cover.formats.product_library import library
from elm_cover.job.product import ProductKind
from elm_cover.job.section import Material


def test_every_material_and_product_kind_of_the_job_has_its_row() -> None:
    assert set(KINDS) == set(get_args(Material))
    assert {name for name, kind in KINDS.items() if kind.sold} == set(get_args(ProductKind))


@pytest.mark.parametrize(
    ("name", "r_per_in", "density", "burns"),
    [
        ("glass_batt", 3.1, 0.7, False),
        ("glass_loose", 2.5, 0.7, False),
        ("cellulose_loose", 3.5, 1.8, True),
        ("mineral_wool_batt", 3.3, 2.0, False),
        ("mineral_wool_loose", 2.9, 2.0, False),
        ("wood_fiber_loose", 3.5, 1.8, True),
        ("unknown_loose", 2.2, 2.0, False),
    ],
)
def test_default_r_and_weight_are_the_handbooks(name: str, r_per_in: float, density: float, burns: bool) -> None:
    kind = kind_of(name)
    assert (kind.r_per_in, kind.density_pcf, kind.burns) == (r_per_in, density, burns)


@pytest.mark.parametrize(
    ("name", "usual", "dense", "feeds", "dust"),
    [
        ("cellulose_loose", (1.2, 2.2), 3.5, "cellulose", 3),
        ("glass_loose", (0.37, 0.9), 1.8, "glass", 1),
        ("mineral_wool_loose", (1.3, 2.5), None, "cellulose", 1),
        ("wood_fiber_loose", (1.0, 2.0), 2.6, "cellulose", 2),
        ("glass_batt", None, None, None, 0),
    ],
)
def test_what_else_a_kind_goes_by(
    name: str, usual: tuple[float, float] | None, dense: float | None, feeds: str | None, dust: int
) -> None:
    kind = kind_of(name)
    assert (kind.usual_pcf, kind.dense_pcf, kind.feeds_as, kind.dust) == (usual, dense, feeds, dust)


def test_only_loose_glass_sinks_under_weight() -> None:
    assert [name for name, kind in KINDS.items() if kind.sinks] == ["glass_loose"]


def test_loose_and_batt_are_told_by_the_name() -> None:
    assert {name for name in KINDS if is_loose(name)} | {name for name in KINDS if is_batt(name)} == set(KINDS)
    assert not is_loose(None) and not is_batt(None)
    assert kind_of(None).name == "old fill" and kind_of("sheep").r_per_in == 0


def test_every_shipped_product_is_of_a_kind_that_is_sold_and_its_chart_is_usual() -> None:
    seen = 0
    for product in library():
        kind = kind_of(product.kind)
        assert kind.sold
        if product.chart and kind.usual_pcf and product.bag_lb:
            seen += 1
            for row in product.chart:
                settled = 12 * product.bag_lb / row.coverage_ft2 / row.settled_in
                assert kind.usual_pcf[0] <= settled <= kind.usual_pcf[1]
    assert seen >= 6

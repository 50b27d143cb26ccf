"""Which ways are weighed: families, steps of R, methods, and the batt that goes between the joists."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.base.notebook import Notebook
from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.batts.rules import SNUG_WIDER_IN
from elm_cover.core.from_job.section import section_input
from elm_cover.core.given.product import ProductInput
from elm_cover.core.given.section import SectionInput
from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.rack.candidate import Candidate, Family, candidates, families, first_layer, steps
from elm_cover.job import read_job
from tests.conftest import attic


def batt(name: str, r: float, thick: float, wide: float, facing: str = "unfaced") -> ProductInput:
    product = BattProduct(r, thick, wide, 48.0, 10, "glass_batt", facing=facing)
    return ProductInput(name, name, "glass_batt", None, product)


def loose(name: str) -> ProductInput:
    return ProductInput(name, name, "cellulose_loose", Chart((Row(49, 15.1, 13.3, 13.5),), 25.0))


def section(**more: Any) -> SectionInput:
    return section_input(read_job(attic(**more)), 0, {}, Notebook("main"))


NARROW = batt("Batt R-30, 16 in wide", 30, 10, 16)
WIDE = batt("Batt R-30, 24 in wide", 30, 10, 24)


def test_widths_of_one_batt_are_one_family_and_faced_ones_are_left_out() -> None:
    faced = batt("Batt R-30 kraft", 30, 10, 24, facing="kraft")
    found = families([loose("Cellulose"), NARROW, WIDE, faced, batt("Batt R-38, 24 in wide", 38, 12, 24)])
    assert [(f.name, len(f.products), f.blown, f.r) for f in found] == [
        ("Cellulose", 1, True, None),
        ("Batt R-30", 2, False, 30),
        ("Batt R-38", 1, False, 38),
    ]


@pytest.mark.parametrize(("spacing_in", "wide"), [(16, NARROW), (24, WIDE), (19.2, NARROW), (20, WIDE), (12, NARROW)])
def test_across_goes_the_width_nearest_to_the_spacing(spacing_in: float, wide: ProductInput) -> None:
    assert Family("Batt R-30", "glass_batt", (NARROW, WIDE)).across(spacing_in) is wide


def test_between_goes_the_width_that_is_snug_else_a_wider_one_ripped() -> None:
    family = Family("Batt R-30", "glass_batt", (NARROW, WIDE))
    assert family.between(16) is NARROW, "14½ in clear"
    assert family.between(24) is WIDE, "22½ in clear; 16 in would leave a gap"
    assert family.between(19.2) is WIDE, "17.7 in clear: ripped from the wide one"
    assert Family("Batt R-30", "glass_batt", (NARROW,)).between(24) is None


@pytest.mark.parametrize(
    ("targets", "codes", "retrofits", "wanted"),
    [
        ((), (), (), (None,)),
        ((49.0,), (), (), (None, 60.0)),
        ((49.0,), (60.0,), (49.0,), (None, 60.0)),
        ((38.0,), (60.0,), (49.0,), (None, 49.0, 60.0)),
        ((38.0, 49.0), (60.0,), (38.0,), (None, 60.0)),
        ((60.0,), (49.0,), (), (None, 49.0, 70.0)),
        ((70.0,), (), (), (None,)),
        # Within half an R of a target is the target.
        ((49.4,), (49.0,), (), (None, 60.0)),
    ],
)
def test_steps_are_as_set_one_up_and_what_the_code_says(
    targets: tuple[float, ...], codes: tuple[float, ...], retrofits: tuple[float, ...], wanted: tuple[float | None, ...]
) -> None:
    assert steps(targets, codes, retrofits) == wanted


def test_lifting_and_clearing_only_where_something_lies() -> None:
    pool = families([loose("Cellulose"), WIDE, batt("Batt R-11, 24 in wide", 11, 3.5, 24)])
    bare = {c.method for c in candidates([section(existing=[])], pool, (None,))}
    assert bare == {"top_up", "batts_across", "batts_between_and_across", "batts_between_blown_cap"}
    covered = candidates([section(existing=[]), section()], pool, (None, 60.0))
    assert {c.method for c in covered} == bare | {"lift_and_fill", "clear_and_blow"}
    assert all(c.family.name != "Batt R-11" for c in covered), "thin batts are for between the joists"
    assert len({c.id for c in covered}) == len(covered) == 2 * (4 * 1 + 2 * 1)
    assert Candidate("top_up", pool[0]).id == "top_up/Cellulose/as-set"
    assert Candidate("top_up", pool[0], 60.0).id == "top_up/Cellulose/60"


def test_the_batt_between_is_the_thickest_that_fits_under_the_joist_tops() -> None:
    thin, thicker = batt("Batt R-11, 24 in wide", 11, 3.5, 24), batt("Batt R-21, 24 in wide", 21, 5.5, 24)
    pool = families([loose("Cellulose"), WIDE, thin, thicker])
    framing = {"kind": "joist", "run": "y", "spacing_in": 24, "depth_in": 5.5}
    assert first_layer(section(framing=framing), pool, 0) is thicker
    assert first_layer(section(framing=framing), pool, 1.5) is thin, "4 in are left over the old fill"
    assert first_layer(section(framing=framing), pool, 3) is None
    assert first_layer(section(framing={**framing, "depth_in": 9.25}), pool, 0) is thicker, "10 in stand out of it"
    assert first_layer(section(framing={"kind": "truss"}), pool, 0) is None


def test_an_inch_wider_than_the_bay_is_clear_is_snug_and_more_is_ripped() -> None:
    # 24 in apart: 22½ in clear; up to an inch wider is pressed in, beyond it is ripped: the narrower of two.
    snug, over, widest = (batt(f"w{w}", 30, 9.5, w) for w in (22.5 + SNUG_WIDER_IN, 23.6, 26.0))
    assert Family("Batt R-30", "glass_batt", (over, snug)).between(24) is snug
    assert Family("Batt R-30", "glass_batt", (widest, over)).between(24) is over
    # One exactly at the limit is still snug, and goes before any that is ripped.
    first = Family("Batt R-30", "glass_batt", (snug, batt("wide", 30, 9.5, 30.0))).between(24)
    assert first is snug and SNUG_WIDER_IN == 1


@pytest.mark.parametrize("unknown", [{"kind": "joist", "spacing_in": 16}, {"kind": "joist", "depth_in": 7.25}])
def test_without_the_joists_depth_or_spacing_no_batt_is_laid_between_them(unknown: dict[str, Any]) -> None:
    pool = families([batt("b", 19, 6.25, 15.0)])
    known = {"kind": "joist", "spacing_in": 16, "depth_in": 7.25}
    assert first_layer(section(framing=known), pool, 0.0) is not None
    assert first_layer(section(framing=unknown), pool, 0.0) is None

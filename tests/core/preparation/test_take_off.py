"""Beads, curbs, lids, boards and raised platforms, each by the handbook's worked figure or by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.from_job.book import book_input
from elm_cover.core.preparation.beads import bead, bead_in3, perimeter_in
from elm_cover.core.preparation.ducts import bury_refused, least_duct_r
from elm_cover.core.preparation.hatch import chase_board, curb, lid_layers
from elm_cover.core.preparation.lumber import LUMBER_IN, SOLD_FT, Members, cut_from
from elm_cover.core.preparation.materials import MATERIALS, PRICED, containers, needs, share_price, use
from elm_cover.core.preparation.platforms import frame, lumber_for
from elm_cover.job import read_job
from elm_cover.job.book_preparation import PreparationPrices
from tests.conftest import attic


def test_a_bead_of_three_eighths_is_1_325_in3_a_foot() -> None:
    assert bead_in3(0.375, 1) == pytest.approx(1.325, abs=5e-4)
    assert bead(0.25, 3).what == "caulk" and bead(0.375, 3).what == "gun_foam"
    assert (
        perimeter_in("box", None) == 16
        and perimeter_in("boot", (4, 10)) == 28
        and perimeter_in("fan_housing", None) == 40
    )


def test_containers_are_rounded_once_with_waste() -> None:
    # 192 ft of ⅜ in bead: 254.5 in³, × 1.25 = 318 of the 1,300 in a can.
    assert containers("gun_foam", bead_in3(0.375, 192)) == 1
    assert containers("gun_foam", 1040) == 1 and containers("gun_foam", 1040.1) == 2
    # Three tubes' worth in four places is three tubes, not four.
    quarter = 18.2 / 1.25 * 3 / 4
    (found,) = needs([use("caulk", quarter)] * 4)
    assert (found.containers, found.container) == (3, "tube") and found.amount == pytest.approx(18.2 / 1.25 * 3)
    assert share_price("caulk", 18.2 / 1.25, {"caulk": 4.0}) == pytest.approx(4.0)


def test_every_material_has_a_price() -> None:
    assert set(PreparationPrices().model_dump()) == set(PRICED)
    book = book_input(read_job(attic()))
    assert set(MATERIALS) <= set(book.materials)
    # A length costs its feet: 9¼ in at 1.70, 12 ft.
    assert book.materials["lumber_9_25_12_ft"] == pytest.approx(20.4)


def test_one_price_of_lumber_in_an_older_book_moves_every_section_alike() -> None:
    old = PreparationPrices.model_validate({"lumber": 26.0, "caulk": 3.0})
    assert (old.lumber_3_5, old.lumber_11_25, old.caulk) == (1.3, 4.7, 3.0)
    with pytest.raises(ValueError, match="lumber"):
        PreparationPrices.model_validate({"lumber": "dear"})


@pytest.mark.parametrize(
    ("length", "stock", "pieces", "each"),
    [
        (16, 16, 1, 1),
        (12, 12, 1, 1),
        (5, 10, 1, 2),
        (4, 8, 1, 2),
        (12.1, 14, 1, 1),
        (16.1, 16, 2, 1),
        (30, 16, 2, 1),
        (30.1, 16, 3, 1),
    ],
)
def test_a_member_is_cut_from_a_length_that_holds_it_or_spliced(
    length: float, stock: float, pieces: int, each: int
) -> None:
    cut = cut_from(Members(11.25, 10, length), (8, 10, 12, 14, 16))
    assert (cut.stock_ft, cut.pieces, cut.each) == (stock, pieces, each)
    assert pieces * stock - 2 * (pieces - 1) >= length - 1e-9
    assert cut.lengths == pytest.approx(10 * pieces / each)
    assert ("lap" in cut.told) == (pieces > 1)


def test_without_a_length_bought_there_is_nothing_to_cut_from() -> None:
    with pytest.raises(ValueError, match="name at least one in the price book"):
        cut_from(Members(3.5, 1, 4.0), ())


@given(st.floats(1, 60), st.sets(st.sampled_from(SOLD_FT), min_size=1), st.integers(1, 40))
def test_what_is_ordered_holds_every_member(length: float, stock: set[float], count: int) -> None:
    cut = cut_from(Members(5.5, count, length), tuple(stock))
    assert cut.stock_ft in stock and cut.lengths * cut.stock_ft >= count * length - 1e-6
    # A member of one piece is no longer than what it is cut from.
    assert cut.pieces > 1 or cut.each * length <= cut.stock_ft + 1e-6


def test_the_curb_of_the_worked_hatch() -> None:
    built = curb((22.5, 30), 16.125)
    assert [(p.count, p.length_in, p.height_in) for p in built.pieces] == [(2, 24, 18.125), (2, 30, 18.125)]
    assert built.seal_ft == pytest.approx(8.75) and built.outside_in == (24, 31.5)
    assert built.board_ft2 == pytest.approx((2 * 24 + 2 * 30) * 18.125 / 144)
    with pytest.raises(ValueError, match="over 0"):
        curb((0, 30), 16)


def test_a_lid_has_as_many_layers_as_its_r_asks_for() -> None:
    assert [lid_layers(r) for r in (49, 50, 50.1, 10, 1)] == [5, 5, 6, 1, 1]


def test_the_board_over_a_chase_laps_two_inches() -> None:
    board = chase_board((16, 24))
    assert (board.size_in, board.bead_ft, board.screws) == ((20, 28), 8.0, 16)


def test_lumber_for_a_raised_platform() -> None:
    assert lumber_for(9) == (9.25,) and lumber_for(3.5) == (3.5,) and lumber_for(11.25) == (11.25,)
    # One layer does not reach 12.6 in; of two crossed, 3½ and 9¼ come nearest above it.
    assert lumber_for(12.6) == (3.5, 9.25)
    assert lumber_for(22.5) == (11.25, 11.25) and lumber_for(22.6) is None
    for need in (1.0, 7.0, 11.3, 15.0, 20.0):
        best = lumber_for(need)
        assert best is not None and sum(best) >= need
        pairs = [a + b for a in LUMBER_IN for b in LUMBER_IN]
        assert sum(best) == min(h for h in (*LUMBER_IN, *(p for p in pairs if need > LUMBER_IN[-1])) if h >= need)


def test_members_of_a_frame_are_one_more_than_the_spaces() -> None:
    built = frame((8, 5), 12.6, 16)
    assert built is not None
    # Below: across the 5 ft, every 16 in along 8 ft: 7; above: along the 8 ft, every 16 in across 5 ft: ceil(3.75) + 1.
    assert built.layers == ((3.5, 7, 5), (9.25, 5, 8)) and built.height_in == 12.75
    assert built.deck_ft2 == 40
    # 35 ft at 1.3 lb and 40 ft at 3.4 lb over 40 ft², and the deck.
    assert built.load_psf == pytest.approx((35 * 1.3 + 40 * 3.4) / 40 + 2.2)


def test_when_a_duct_may_be_buried() -> None:
    assert least_duct_r("5A") == 8 and least_duct_r("2A") == 13 and least_duct_r("2B") == 8
    assert bury_refused(8, 49, "5A") is None and bury_refused(13, 30, "3A") is None
    assert "R-8 is needed" in str(bury_refused(6, 49, "5A")) and "R-13 is needed" in str(bury_refused(8, 49, "2A"))
    assert "R-19" in str(bury_refused(8, 18, "5A")) and "not on record" in str(bury_refused(None, 49, "5A"))
    assert math.isclose(least_duct_r(None), 8)

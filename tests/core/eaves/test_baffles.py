"""Baffles along a bay worked by hand: path, pieces, laps, foam and its sheets (handbook §8)."""

from __future__ import annotations

import csv
import itertools
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.eaves.baffles import KINDS, BaffleInput, fitting
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.foam_sheets import FoamCut, foam_cuts, foam_order, sheet_count

PATHS = list(csv.DictReader((Path(__file__).parent / "tables" / "paths.csv").open(encoding="utf-8")))


def eave(row: dict[str, str]) -> Eave:
    return Eave(float(row["heel_in"]), float(row["pitch_in_12"]), float(row["gap_in"]), float(row["thickness_in"]))


@pytest.mark.parametrize("row", PATHS, ids=lambda row: row["case"])
def test_lengths_along_the_bay(row: dict[str, str]) -> None:
    at, depth = eave(row), float(row["depth_in"])
    assert at.room_at_plate_in == pytest.approx(float(row["c0_in"]), abs=1e-3)
    assert at.full_depth_at_in(depth) == pytest.approx(float(row["x_full_in"]), abs=1e-2)
    assert at.closed_leg_in(depth) == pytest.approx(float(row["leg_in"]), abs=1e-3)
    assert at.baffle_length_in(depth) == pytest.approx(float(row["chute_in"]), abs=1e-2)
    fitted = fitting(at, depth, BaffleInput(thickness_in=float(row["thickness_in"])))
    assert fitted.count == int(row["pieces"])
    separate = fitting(at, depth, BaffleInput(integral_wind_block=False))
    assert separate.needed_in == pytest.approx(float(row["chute_in"]), abs=1e-2)


EAVE = Eave(7.5, 5, 1.5, 0)
# Leg 5.875 and chute 31.85: 37.725 in of path.
NEEDED = 37.725


@pytest.mark.parametrize(
    ("piece_in", "count", "last_in"),
    [
        (48, 1, NEEDED),
        (24, 2, NEEDED - 22),
        # Three pieces of 14 with two laps of 2 reach 38: just enough.
        (14, 3, NEEDED - 24),
        # Three of 13.9 reach 37.7: a fourth is needed.
        (13.9, 4, NEEDED - 3 * 11.9),
    ],
)
def test_pieces_lap_by_two_inches(piece_in: float, count: int, last_in: float) -> None:
    fitted = fitting(EAVE, 16.125, BaffleInput(piece_in=piece_in))
    assert fitted.needed_in == pytest.approx(NEEDED)
    assert (fitted.count, fitted.short_in) == (count, 0)
    assert fitted.last_in == pytest.approx(last_in)
    stretches = fitted.pieces(9)
    assert stretches[0][0] == 0 and stretches[-1][1] == pytest.approx(NEEDED)
    assert all(b[0] == pytest.approx(a[1] - 2) for a, b in itertools.pairwise(stretches))


def test_pieces_at_hand_that_do_not_reach_are_short_by_what_is_missing() -> None:
    fitted = fitting(EAVE, 16.125, BaffleInput(piece_in=24, pieces_most=1))
    assert fitted.count == 1 and fitted.short_in == pytest.approx(NEEDED - 24)
    assert fitting(EAVE, 16.125, BaffleInput(piece_in=24, pieces_most=5)).count == 2


def test_foam_butts_has_r_and_a_wind_block_of_its_own() -> None:
    foam = BaffleInput(kind="rigid_foam", thickness_in=1.5, r_per_in=5)
    assert (foam.lap_in, foam.r, foam.integral, foam.wind_blocks(7)) == (0, 7.5, False, 7)
    thin = BaffleInput(thickness_in=1.5)
    assert (thin.lap_in, thin.r, thin.integral, thin.wind_blocks(7)) == (2, 0, True, 0)
    assert BaffleInput(integral_wind_block=False).wind_blocks(7) == 7


def test_a_baffle_is_as_wide_as_the_bay_is_clear_unless_it_is_given() -> None:
    assert BaffleInput().fitted_width_in(24) == 22.5
    assert BaffleInput(width_in=14).fitted_width_in(24) == 14


def test_only_foam_takes_room_to_start_with() -> None:
    assert {name: kind.start_thickness_in for name, kind in KINDS.items()} == {
        "thin_chute": 0, "card": 0, "rigid_foam": 1,
    }  # fmt: skip


def test_foam_is_cut_to_length_with_a_block_for_each_bay() -> None:
    foam = BaffleInput(kind="rigid_foam", thickness_in=0, piece_in=24)
    cuts = foam_cuts(EAVE, 16.125, foam, 24, bays=10)
    # 31.85 in of chute: 24 and 7.85; blocks of 5.875.
    assert [(cut.width_in, cut.length_in, cut.count) for cut in cuts] == [
        (22.5, 24, 10), (22.5, pytest.approx(7.85, abs=1e-3), 10), (22.5, 5.875, 10),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("cuts", "count"),
    [
        # Two strips of 22.5 in go side by side out of 48; four pieces of 24 in out of each strip of 96.
        ([(22.5, 24, 8)], 1),
        ([(22.5, 24, 9)], 2),
        # 60 and 36 share a strip; two such strips share a sheet.
        ([(22.5, 60, 2), (22.5, 36, 2)], 1),
        ([(22.5, 60, 3), (22.5, 36, 2)], 2),
        # Widths are not mixed on a sheet.
        ([(22.5, 24, 1), (14.5, 24, 1)], 2),
        ([(48, 96, 3)], 3),
        ([], 0),
    ],
)
def test_sheets_of_four_by_eight(cuts: list[tuple[float, float, int]], count: int) -> None:
    assert sheet_count([FoamCut(*cut) for cut in cuts]) == count


def test_a_piece_that_no_sheet_holds_is_no_order() -> None:
    assert foam_order([FoamCut(49, 20, 1)], 1) is None
    assert foam_order([], 1) is None
    with pytest.raises(ValueError, match="48 × 96 in holds a piece of 49"):
        sheet_count([FoamCut(49, 20, 1)])


def test_alike_cuts_of_several_runs_stand_in_one_line() -> None:
    order = foam_order([FoamCut(22.5, 24, 3), FoamCut(14.5, 10, 1), FoamCut(22.5, 24, 5)], 1.5)
    assert order is not None
    assert (order.sheets, order.thickness_in) == (2, 1.5)
    assert [(cut.length_in, cut.count) for cut in order.cuts] == [(24, 8), (10, 1)]


@given(st.lists(st.tuples(st.sampled_from([14.5, 22.5]), st.floats(3, 96), st.integers(1, 30)), max_size=6))
def test_sheets_hold_what_is_cut_and_no_more_than_one_a_piece(cuts: list[tuple[float, float, int]]) -> None:
    made = sheet_count([FoamCut(*cut) for cut in cuts])
    area = sum(wide * long * count for wide, long, count in cuts)
    assert made * 48 * 96 >= area - 1e-6
    assert made <= sum(count for _, _, count in cuts)

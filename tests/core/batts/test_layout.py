"""Batts laid out with real pieces: against layouts made by hand, against the bound, and what must be conserved."""

from __future__ import annotations

import itertools
import math
from collections import defaultdict

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.batts.cutting import cut_courses, pack
from elm_cover.core.batts.layout import Layout, LayoutAsked, lay_out

R30 = BattProduct(30, 9.5, 16, 48, 9)
R19 = BattProduct(19, 6.25, 15, 48, 14)
BOX = ((0.0, 0.0), (40.0, 0.0), (40.0, 20.0), (0.0, 20.0))


def laid(outline: tuple = BOX, place: str = "across", batt: BattProduct = R30, **more: object) -> Layout:
    asked = {"kept_out_ft": (), "eaves": (), "run": "y", "spacing_in": 16.0, "from_ft": (20.0, 10.0)}
    return lay_out(LayoutAsked(outline, place=place, batt=batt, **(asked | more)))  # type: ignore[arg-type]


def test_a_floor_of_whole_pieces_needs_no_cut() -> None:
    # Across joists that run up: courses 16 in high, 15 of them in 20 ft; 40 ft is ten pieces of 4 ft.
    found = laid()
    assert (found.stock, found.cuts, len(found.courses), found.waste) == (150, 0, 15, pytest.approx(0))
    assert found.least == 150


def test_one_offcut_serves_the_next_course_as_by_hand() -> None:
    # Courses of 10 ft: two whole pieces and half a one, so that two courses share a fifth piece. 8 courses: 20 pieces.
    outline = ((0.0, 0.0), (10.0, 0.0), (10.0, 16 * 8 / 12), (0.0, 16 * 8 / 12))
    found = laid(outline)
    assert (found.stock, found.cuts) == (20, 8)
    # Of 11 ft: two whole and 36 in; the 12 in left serve no such end, so the cuts are moved: 8 × 132 / 48 = 22.
    outline = ((0.0, 0.0), (11.0, 0.0), (11.0, 16 * 8 / 12), (0.0, 16 * 8 / 12))
    assert laid(outline).stock == 22


def test_between_joists_a_course_is_a_bay() -> None:
    # 20 ft bays, 40 ft / 16 in = 30 of them, five pieces each.
    found = laid(place="between", batt=R19)
    assert (len(found.courses), found.stock, found.cuts) == (30, 150, 0)
    assert {course.width_in for course in found.courses} == {15}
    # 24 in on center with a 23 in batt: 20 bays.
    assert len(laid(place="between", batt=BattProduct(19, 6.25, 23, 48, 10), spacing_in=24).courses) == 20


def test_a_chimney_is_left_out_and_wires_and_posts_are_slit_round() -> None:
    chimney = ((18.0, 8.0), (22.0, 8.0), (22.0, 12.0), (18.0, 12.0))
    found = laid(kept_out_ft=(chimney,), posts_ft=((5.0, 5.0),), wires_ft=(((0.0, 2.0), (12.0, 2.0)),))
    assert found.covered_ft2 == pytest.approx(800 - 16)
    assert all(shapely.Polygon(p.corners_ft).intersection(shapely.Polygon(chimney)).area < 1e-3 for p in found.pieces)
    assert found.splits == 4 + 1 or found.splits == 3 + 1  # three or four pieces lie along 12 ft of wire; one post


def test_pieces_go_down_far_end_first_and_back_to_the_way_in() -> None:
    found = laid(from_ft=(2.0, 1.0))

    def away(piece: object) -> float:
        x, y = shapely.Polygon(piece.corners_ft).centroid.coords[0]  # type: ignore[attr-defined]
        return math.hypot(x - 2, y - 1)

    assert [piece.order for piece in found.pieces] == list(range(1, 151))
    assert away(found.pieces[0]) == max(map(away, found.pieces))
    assert away(found.pieces[-1]) == min(map(away, found.pieces))


def test_batts_keep_off_the_deck_at_the_eave() -> None:
    found = laid(eaves=((0, 30.0), (2, 30.0)))
    assert found.covered_ft2 == pytest.approx(40 * (20 - 5))


floors = st.lists(st.tuples(st.floats(8, 45), st.floats(6, 38)), min_size=1, max_size=3).map(
    lambda sizes: tuple(
        (round(x, 2), round(y, 2))
        for x, y in shapely.unary_union([shapely.box(0, 0, *size) for size in sizes]).exterior.coords[:-1]  # type: ignore[attr-defined]
    )
)


@settings(deadline=None)
@given(floors, st.sampled_from(["between", "across"]), st.sampled_from([48.0, 93.0, 300.0]))
def test_what_is_cut_is_laid_or_left_and_the_floor_is_covered_once(
    outline: tuple, place: str, length_in: float
) -> None:
    batt = BattProduct(19, 6.25, 15 if place == "between" else 16, length_in, 8)
    found = laid(outline, place, batt)
    of_stock: dict[int, float] = defaultdict(float)
    for piece in found.pieces:
        assert piece.length_in <= length_in + 1e-6 and piece.width_in <= batt.width_in + 1e-6
        of_stock[piece.stock] += piece.length_in * piece.width_in / 144
    assert len(of_stock) == found.stock
    assert all(area <= batt.piece_ft2 + 1e-6 for area in of_stock.values())
    assert sum(of_stock.values()) == pytest.approx(found.laid_ft2)
    assert found.laid_ft2 + found.offcuts_ft2 == pytest.approx(found.stock * batt.piece_ft2)
    shapes = [shapely.Polygon(piece.corners_ft) for piece in found.pieces]
    covered = shapely.unary_union(shapes).area
    assert covered == pytest.approx(sum(shape.area for shape in shapes), rel=1e-3)
    assert covered == pytest.approx(found.covered_ft2, rel=2e-3)
    assert found.stock >= found.least


def brute(lengths: list[int], size: int) -> int:
    """The fewest bins, by trying every way."""
    best = len(lengths)

    def put(at: int, bins: list[int]) -> None:
        nonlocal best
        if len(bins) >= best and at < len(lengths):
            return
        if at == len(lengths):
            best = min(best, len(bins))
            return
        for i in {left: i for i, left in enumerate(bins)}.values():
            if bins[i] >= lengths[at]:
                put(at + 1, [*bins[:i], bins[i] - lengths[at], *bins[i + 1 :]])
        put(at + 1, [*bins, size - lengths[at]])

    put(0, [])
    return best


@settings(deadline=None)
@given(st.lists(st.integers(12, 47), min_size=1, max_size=9))
def test_cuts_are_packed_into_the_fewest_pieces(lengths: list[int]) -> None:
    bins = pack(lengths, 48)
    assert sorted(itertools.chain(*bins)) == list(range(len(lengths)))
    assert all(sum(lengths[i] for i in held) <= 48 for held in bins)
    assert len(bins) == brute(sorted(lengths, reverse=True), 48)


def test_exact_packing_beats_first_fit() -> None:
    # First fit decreasing takes three pieces of 48 for these; two hold them: 24 + 12 + 12 and 16 + 16 + 16.
    lengths = [24, 16, 16, 16, 12, 12]
    assert len(pack(lengths, 48)) == 2


@pytest.mark.parametrize(
    ("lengths", "stock", "pieces"),
    # Each several times over, so that a piece is cut the same way more than once, and beside one that is not.
    [
        ([24, 16, 16, 16, 12, 12] * 3, 48, 6),
        ([24, 16, 16, 16, 12, 12] * 2 + [40], 48, 5),
        ([23, 19, 15, 15, 12, 9] * 4, 47, 8),
    ],
)
def test_a_cut_that_repeats_is_made_as_often_as_it_is_wanted(lengths: list[int], stock: int, pieces: int) -> None:
    bins = pack(lengths, stock)
    assert len(bins) == pieces and all(sum(lengths[i] for i in held) <= stock for held in bins)
    assert sorted(itertools.chain(*bins)) == list(range(len(lengths)))


@settings(deadline=None)
@given(st.lists(st.floats(6, 700), min_size=1, max_size=30), st.sampled_from([48.0, 93.0, 470.0]))
def test_courses_are_made_up_exactly_and_without_slivers(courses: list[float], length: float) -> None:
    found = cut_courses(courses, length, 12)
    used: dict[int, float] = defaultdict(float)
    for course, run in zip(courses, found.runs, strict=True):
        assert sum(piece for piece, _ in run) == pytest.approx(course)
        assert all(piece >= min(12, course) - 1e-6 for piece, _ in run)
        for piece, stock in run:
            used[stock] += piece
    assert set(used) == set(range(found.stock)) and max(used.values()) <= length + 1e-6
    assert found.stock >= math.ceil(sum(courses) / length - 1e-9)


def moved(outline: tuple, x: float, y: float) -> tuple:
    return tuple((a + x, b + y) for a, b in outline)


@pytest.mark.parametrize("run", ["x", "y"])
@pytest.mark.parametrize("place", ["across", "between"])
def test_where_the_house_stands_changes_no_piece(run: str, place: str) -> None:
    """Laid from the far end back to the way in, wherever the floor begins."""
    outline = ((0.0, 0.0), (23.0, 0.0), (23.0, 11.0), (9.0, 11.0), (9.0, 17.0), (0.0, 17.0))
    hole = ((4.0, 4.0), (6.0, 4.0), (6.0, 6.0), (4.0, 6.0))
    batt = R30 if place == "across" else R19
    here = laid(outline, place, batt, run=run, from_ft=(2.0, 1.0), kept_out_ft=(hole,), eaves=((0, 14.0),))
    there = laid(
        moved(outline, 31, -8),
        place,
        batt,
        run=run,
        from_ft=(33.0, -7.0),
        kept_out_ft=(moved(hole, 31, -8),),
        eaves=((0, 14.0),),
    )
    assert (here.stock, here.cuts, len(here.pieces)) == (there.stock, there.cuts, len(there.pieces))
    for one, two in zip(here.pieces, there.pieces, strict=True):
        assert one.order == two.order
        assert np.array(two.corners_ft) == pytest.approx(np.add(one.corners_ft, [31, -8]), abs=2e-4)
    first, last = here.pieces[0].corners_ft[0], here.pieces[-1].corners_ft[0]
    assert math.dist(first, (2, 1)) > math.dist(last, (2, 1)), "the far end first"


def test_pieces_and_courses_are_numbered_from_one() -> None:
    outline = ((0.0, 0.0), (10.0, 0.0), (10.0, 16 * 2 / 12), (0.0, 16 * 2 / 12))
    found = laid(outline)
    # Two courses of 2½ pieces: five pieces opened, the fifth shared.
    assert sorted({piece.stock for piece in found.pieces}) == [1, 2, 3, 4, 5]
    assert [course.number for course in found.courses] == [1, 2]
    assert [course.length_in for course in found.courses] == [120, 120]
    halves = [piece for piece in found.pieces if piece.length_in == 24]
    assert len(halves) == 2 and len({piece.stock for piece in halves}) == 1


def test_a_post_is_slit_round_in_the_piece_it_stands_in() -> None:
    # Pieces of 4 ft from the west: a post at 39 ft stands in the tenth of its course, one at 1 ft in the first.
    for x in (1.0, 39.0):
        found = laid(posts_ft=((x, 19.5),))
        (split,) = [piece for piece in found.pieces if piece.splits]
        xs = [px for px, _ in split.corners_ft]
        assert min(xs) <= x <= max(xs) and max(xs) - min(xs) == pytest.approx(4)


@pytest.mark.parametrize("run", ["x", "y"])
def test_a_post_is_found_wherever_the_house_stands(run: str) -> None:
    outline = tuple((x + 100, y - 50) for x, y in BOX)
    found = laid(outline, run=run, posts_ft=((101.0, -31.0),), from_ft=(120.0, -40.0))
    (split,) = [piece for piece in found.pieces if piece.splits]
    xs, ys = zip(*split.corners_ft, strict=True)
    assert min(xs) <= 101 <= max(xs) and min(ys) <= -31 <= max(ys) and found.splits == 1

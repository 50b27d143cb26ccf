"""Two-dimensional conduction: both cases of ISO 10211, one-dimensional theory, slopes, and what must balance."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.corner.conduction import Air, Corners, Domain, DomainError, Solid, graded, solve

MM = 1e-3


def box(x0: float, y0: float, x1: float, y1: float) -> Corners:
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def column(x: float, y: float) -> float:
    """A square column of side 1, top 20, the other three sides 0: the series solution."""
    k = np.arange(1, 400, 2) * np.pi
    return float(np.sum(80 / k * np.sin(k * x) * np.exp(k * (y - 1)) * (1 - np.exp(-2 * k * y)) / (1 - np.exp(-2 * k))))


def test_iso_10211_case_1() -> None:
    regions: tuple[Solid | Air, ...] = (
        Solid("column", box(0, 0, 0.5, 1), 1.0),
        Air("top", box(0, 1, 0.5, 1.02), 20, 0),
        Air("side", box(-0.02, 0, 0, 1), 0, 0),
        Air("foot", box(0, -0.02, 0.5, 0), 0, 0),
        # Lines of the grid through every eighth.
        *(Solid("column", box((i - 1) / 8, (j - 1) / 8, i / 8, j / 8), 1.0) for i in range(1, 5) for j in range(1, 9)),
    )
    found = solve(Domain(regions, 1 / 256, 1 / 64))
    for i in range(1, 5):
        for j in range(1, 8):
            assert found.at(i / 8, j / 8) == pytest.approx(column(i / 8, j / 8), abs=0.1)
    # Published to a tenth, from the top down, the row next to the side and the middle.
    assert [round(found.at(1 / 8, j / 8), 1) for j in range(7, 0, -1)] == [9.7, 5.3, 3.2, 2.0, 1.3, 0.7, 0.3]
    assert [round(found.at(4 / 8, j / 8), 1) for j in range(7, 0, -1)] == [15.1, 10.8, 7.5, 5.0, 3.2, 1.9, 0.9]


CASE_2 = (
    Air("outside", box(0, 47.5 * MM, 500 * MM, 55 * MM), 0, 0.06),
    Air("inside", box(0, -8 * MM, 500 * MM, 0), 20, 0.11),
    Solid("insulation", box(0, 1.5 * MM, 500 * MM, 41.5 * MM), 0.029),
    Solid("concrete", box(0, 41.5 * MM, 500 * MM, 47.5 * MM), 1.15),
    Solid("aluminium", box(0, 0, 500 * MM, 1.5 * MM), 230),
    Solid("wood", box(0, 36.5 * MM, 15 * MM, 41.5 * MM), 0.12),
    Solid("aluminium", box(0, 35 * MM, 15 * MM, 36.5 * MM), 230),
    Solid("aluminium", box(0, 1.5 * MM, 1.5 * MM, 35 * MM), 230),
)


def test_iso_10211_case_2() -> None:
    found = solve(Domain(CASE_2, 0.5 * MM, 10 * MM))
    assert found.cells <= 15_000
    outside, inside = found.surfaces["outside"], found.surfaces["inside"]
    left, right = np.argmin(outside.x), np.argmax(outside.x)
    assert outside.temperature[[left, right]] == pytest.approx([7.1, 0.8], abs=0.1)
    assert inside.temperature[[np.argmin(inside.x), np.argmax(inside.x)]] == pytest.approx([16.8, 18.3], abs=0.1)
    under_concrete = [found.at(x * MM, 41.5 * MM) for x in (0, 15, 500)]
    assert under_concrete == pytest.approx([7.9, 6.3, 0.8], abs=0.1)
    assert [found.at(x * MM, 36.5 * MM) for x in (0, 15)] == pytest.approx([16.4, 16.3], abs=0.1)
    assert inside.total == pytest.approx(9.5, abs=0.1)
    assert outside.total == pytest.approx(-inside.total)


def test_a_plain_slab_is_the_one_dimensional_sum() -> None:
    # Films 0.61, board 0.45 and R-38 of fill over it, in inches: U = 1 / (0.61 + 0.45 + 38 + 0.61).
    regions = (
        Air("room", box(0, -2, 30, 0), 70, 0.61),
        Solid("board", box(0, 0, 30, 0.5), 0.5 / 0.45),
        Solid("fill", box(0, 0.5, 30, 12.5), 12 / 38),
        Air("attic", box(0, 12.5, 30, 15), 10, 0.61),
    )
    found = solve(Domain(regions, 0.25, 2))
    r = 0.61 + 0.45 + 38 + 0.61
    assert found.surfaces["room"].total / 30 == pytest.approx(60 / r)
    assert found.surfaces["room"].temperature == pytest.approx(70 - 60 * 0.61 / r)
    assert found.at(15 if 15 in found.x else 0, 0.5) == pytest.approx(70 - 60 * (0.61 + 0.45) / r, abs=0.05)


def test_a_slope_loses_what_its_own_length_does_not_its_staircase() -> None:
    """A slab turned to 5 in 12, both films on the slope: the steps would give it a third more surface than it has."""
    along, square = np.array([12, 5]) / 13, np.array([-5, 12]) / 13

    def turned(u0: float, v0: float, u1: float, v1: float) -> Corners:
        ends = ((u0, v0), (u1, v0), (u1, v1), (u0, v1))
        return tuple((float(p[0]), float(p[1])) for p in (u * along + v * square for u, v in ends))

    regions = (
        Air("room", turned(0, -3, 60, 0), 20, 1.42),
        Air("attic", turned(0, 4, 60, 7), 0, 0.61),
        Solid("slab", turned(0, 0, 60, 4), 2.0),
    )
    found = solve(Domain(regions, 0.1, 0.5))
    assert found.surfaces["room"].total / 60 == pytest.approx(20 / (1.42 + 2 + 0.61), rel=0.02)
    assert found.surfaces["room"].length.sum() == pytest.approx(60, rel=0.02)
    assert np.median(found.surfaces["room"].temperature) == pytest.approx(20 * (1 - 1.42 / 4.03), abs=0.3)


@settings(deadline=None, max_examples=40)
@given(
    st.floats(0.02, 3),
    st.floats(0.02, 3),
    st.floats(2, 20),
    st.floats(1, 12),
    st.floats(-40, 60),
)
def test_what_goes_in_comes_out_and_no_place_is_beyond_the_airs(
    k_a: float, k_b: float, wide: float, high: float, cold: float
) -> None:
    regions = (
        Air("room", box(0, -2, wide, 0), 70, 0.61),
        Solid("a", box(0, 0, wide, high), k_a),
        Solid("b", box(0, 0, wide / 3, high / 2), k_b),
        Air("outdoors", ((0, high), (wide, high / 2), (wide, high + 2), (0, high + 2)), cold, 0.17),
    )
    found = solve(Domain(regions, 0.25, 1.5))
    assert found.imbalance < 1e-9
    inside = found.temperature[np.isfinite(found.temperature)]
    assert cold - 1e-6 <= inside.min() and inside.max() <= 70 + 1e-6
    # More insulation never loses more.
    better = solve(Domain((*regions[:1], Solid("a", regions[1].corners, k_a / 2), *regions[2:]), 0.25, 1.5))
    assert better.surfaces["room"].total <= found.surfaces["room"].total + 1e-9


def test_the_grid_is_fine_at_the_edges_and_grows_away_from_them() -> None:
    lines = graded([0, 10, 40], 0.5, 4)
    steps = np.diff(lines)
    assert {0.0, 10.0, 40.0} <= set(np.round(lines, 9).tolist())
    assert steps.min() > 0.2 and steps.max() <= 4 + 1e-9
    assert (steps[1:] / steps[:-1]).max() < 1.6


@pytest.mark.parametrize(
    ("regions", "says"),
    [
        ((Air("room", box(0, 0, 4, 4), 70, 0.6),), "no material"),
        ((Solid("a", box(0, 0, 4, 4), 1.0),), "nothing to drive heat"),
        ((Solid("a", box(0, 0, 400, 400), 1.0), Air("room", box(0, -1, 400, 0), 70, 0.6)), "take a coarser one"),
    ],
)
def test_what_cannot_be_solved_says_why(regions: tuple[Solid | Air, ...], says: str) -> None:
    with pytest.raises(DomainError, match=says):
        solve(Domain(regions, 0.5, 0.5))


def test_a_face_is_read_from_the_cells_round_it_by_their_conductance() -> None:
    # Two materials side by side, ten times apart: the face between them goes with the one that conducts.
    regions = (
        Air("room", box(0, -2, 8, 0), 70, 0.61),
        Solid("wood", box(0, 0, 4, 4), 1.0),
        Solid("fill", box(4, 0, 8, 4), 0.1),
        Air("attic", box(0, 4, 8, 6), 10, 0.61),
    )
    found = solve(Domain(regions, 0.5, 1))
    column, row = int(np.argmin(abs(found.x - 4))), int(np.argmin(abs(found.y - 2)))
    cells = [(r, c) for r in (row - 1, row) for c in (column - 1, column)]
    weights = [
        found.conductivity[r, c] / np.hypot(found.x_mid[c] - found.x[column], found.y_mid[r] - found.y[row])
        for r, c in cells
    ]
    expected = sum(w * found.temperature[r, c] for w, (r, c) in zip(weights, cells, strict=True)) / sum(weights)
    assert found.at(found.x[column], found.y[row]) == pytest.approx(expected)
    assert min(found.temperature[r, c] for r, c in cells) < expected < max(found.temperature[r, c] for r, c in cells)


def test_between_cells_of_unequal_width_the_temperature_is_still_a_line() -> None:
    # A slab 1 thick from 0 to 20, its insides cut at a place that is no middle of anything.
    slab = (
        Air("cold", box(-0.1, 0, 0, 1), 0, 0),
        Air("warm", box(1, 0, 1.1, 1), 20, 0),
        Solid("slab", box(0, 0, 0.37, 0.5), 1.0),
        Solid("slab", box(0.37, 0, 1, 0.5), 1.0),
        Solid("slab", box(0, 0.5, 0.37, 1), 1.0),
        Solid("slab", box(0.37, 0.5, 1, 1), 1.0),
    )
    found = solve(Domain(slab, 0.05, 0.3))
    assert found.at(0.37, 0.5) == pytest.approx(20 * 0.37, abs=0.05)

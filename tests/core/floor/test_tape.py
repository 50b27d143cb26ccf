"""Tape walks: how runs are called out, how well they close, and how the error is spread."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.floor.tape import TapeError, length_ft, walk


@pytest.mark.parametrize(
    ("text", "feet"),
    [
        ("38", 38), ("12'6", 12.5), ("12' 6 1/2\"", 12 + 6.5 / 12), ("12'6½", 12 + 6.5 / 12), ("12.5 ft", 12.5),
        ("12 ft 6 in", 12.5), ("150 in", 12.5), ("3.81 m", 12.5), ("3,81 m", 12.5), ("½ in", 1 / 24),
    ],
)  # fmt: skip
def test_lengths_as_people_call_them(text: str, feet: float) -> None:
    assert length_ft(text) == pytest.approx(feet, abs=1e-6)


def test_a_bare_number_is_metres_in_the_metric_view() -> None:
    assert length_ft("11.6", metric=True) == pytest.approx(38.0577, abs=1e-4)


def test_an_l_is_walked() -> None:
    found = walk("38 E, 12'6 N, 20 W, 10 N; E 0.001, 18.001 W\n22'6 S")
    assert found.closes and found.runs == 7
    square = walk("38 E,25 N,38 W,25 S")
    assert square.points_ft == ((0, 0), (38, 0), (38, 25), (0, 25)) and square.error_length_ft == 0
    assert square.text == "The walk closes."
    diamond = walk("10 NE, 10 NW, 10 SW, 10 SE", start_ft=(5, 5))
    assert diamond.points_ft[1] == pytest.approx((5 + 7.071, 5 + 7.071), abs=1e-3) and diamond.error_length_ft < 1e-6
    assert walk("10 N30E, 10 S30E, 10 W").error_length_ft < 1e-6
    assert walk("10 N90E, 10 N0E, 10 N90W, 10 S").error_length_ft < 1e-6, "a bearing turns 0 to 90 degrees"
    with pytest.raises(TapeError, match="Run 1: a bearing like N30E turns 0 to 90"):
        walk("10 N91E, 10 N, 10 W, 10 S")


@pytest.mark.parametrize(
    "text",
    [
        "38 E 12'6 N 38 W 12'6 S", "38E 12'6N 38W 12'6S", "E 38 N 12'6 W 38 S 12'6", "38 ft E 12 ft 6 in N 38 ft W 12.5 S",
        "38 e 150 in n\n38 w 12.5 ft s", "38 E 12'6 N, 38 W 12'6 S", "38 S90E 12'6 N0E 38 N90W 12'6 S",
    ],
)  # fmt: skip
def test_commas_may_be_missing(text: str) -> None:
    found = walk(text)
    assert found.closes and found.runs == 4
    assert found.points_ft == ((0, 0), (38, 0), (38, 12.5), (0, 12.5))


def test_without_commas_a_bearing_with_spaces_is_two_runs() -> None:
    found = walk("20 E 38 N 12 W 38 S 8 W")
    assert found.runs == 5 and found.points_ft[3] == (8, 38)


def test_the_closing_error_is_shown_and_spread_without_turning_walls() -> None:
    found = walk("38'6 E, 25 N, 38 W, 25 S")
    assert found.error_ft == pytest.approx((0.5, 0)) and found.closes
    assert "ends 6 in east" in found.text
    # Spread by how far each run goes that way: half of it on each of the two long walls, and walls stay square.
    corners = [0, 0, 38.2484, 0, 38.2484, 25, 0, 25]
    assert [v for corner in found.spread_ft for v in corner] == pytest.approx(corners, abs=1e-3)


def test_a_walk_that_misses_by_more_than_two_feet_is_not_spread() -> None:
    found = walk("38 E, 25 N, 35 W, 25 S")
    assert not found.closes and found.spread_ft == ()
    assert "3 ft east" in found.text and "more than 2 ft" in found.text


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("38 E, 25 N", "3 to 200 runs"),
        ("38 E, north a bit, 38 W", "Run 2"),
        ("38 E, 25 Q, 38 W", "Run 2, “25 Q”"),
        ("38 E, 0 N, 38 W", "over 0"),
        ("38 E, 1/0 in N, 38 W", "divides by 0"),
        ("", "here are 0"),
    ],
)
def test_what_cannot_be_walked_names_the_run(text: str, says: str) -> None:
    with pytest.raises(TapeError, match=says.replace("(", r"\(")):
        walk(text)


@given(st.lists(st.integers(2, 60), min_size=3, max_size=12), st.floats(-1.2, 1.2), st.floats(-1.2, 1.2))
def test_a_spread_walk_ends_where_it_began(sides: list[int], off_x: float, off_y: float) -> None:
    """A staircase up and one run back each way, off by a little: spread, the last corner closes on the first."""
    out = [f"{s} {'E' if i % 2 == 0 else 'N'}" for i, s in enumerate(sides)]
    east, north = sum(sides[::2]), sum(sides[1::2])
    found = walk(", ".join([*out, f"{east + off_x:.4f} W", f"{north + off_y:.4f} S"]))
    if found.closes and max(abs(off_x), abs(off_y)) > 0.02:
        last = (found.spread_ft[-1][0] - found.spread_ft[0][0], found.spread_ft[-1][1] - found.spread_ft[0][1])
        assert last[0] == pytest.approx(0, abs=0.01)  # the last run is straight south, back to the start

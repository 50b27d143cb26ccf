"""Floor under less than 18 in of headroom by parts of cells: the same however the house stands."""

from __future__ import annotations

from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.eaves.eave import Eave
from elm_cover.core.reach.crawl_floor import Room, low_share


def turned(points: list[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    return tuple((-y, x) for x, y in points)


def eave(heel_in: float, pitch: float) -> Eave:
    return Eave(heel_in, pitch, 0.0, 0.0)


def test_a_strip_along_two_eaves_by_hand() -> None:
    """30 × 20 ft, heel 6 in, 6 in 12: 18 in over the ceiling at 2 ft from each eave: 4 of 20 ft."""
    box = ((0.0, 0.0), (30.0, 0.0), (30.0, 20.0), (0.0, 20.0))
    room = Room("a", box, eaves=((0, eave(6, 6)), (2, eave(6, 6))))
    assert abs(low_share(room) - 0.2) < 0.004
    assert low_share(Room("a", box)) == 0.0


@settings(max_examples=60, deadline=None)
@given(
    wide=st.floats(12, 50),
    long=st.floats(12, 60),
    cut=st.floats(0.2, 0.7),
    heel=st.floats(3, 12),
    pitch=st.floats(3, 10),
)
def test_turned_by_a_quarter_it_is_the_same_within_three_percent(
    wide: float, long: float, cut: float, heel: float, pitch: float
) -> None:
    corners = [(0.0, 0.0), (wide, 0.0), (wide, long * cut), (wide * cut, long * cut), (wide * cut, long), (0.0, long)]
    eaves = ((0, eave(heel, pitch)), (4, eave(heel, pitch)))
    straight = low_share(Room("a", tuple(corners), eaves=eaves))
    across = low_share(Room("a", turned(corners), eaves=eaves))
    assert abs(straight - across) <= 0.03 * max(straight, 0.02)

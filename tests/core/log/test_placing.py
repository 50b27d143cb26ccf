"""When entries were written, by clocks that are off, were set meanwhile or slept: each case worked by hand."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.log.placing import AHEAD_S, Arrival, Written, placed

NOW, HOUR, DAY = 1_000_000.0, 3_600.0, 86_400.0


@pytest.mark.parametrize(
    ("written", "arrival", "at_s", "how"),
    [
        # A clock that is right, and one that has been off all along by as much as it is now.
        (Written(NOW - 60), Arrival(NOW), NOW - 60, None),
        (Written(NOW + 2 * DAY - 60), Arrival(NOW, -2 * DAY), NOW - 60, None),
        # Two days ahead as it wrote an hour ago, set right before it sends: known from before, or by its running time.
        (Written(NOW - HOUR + 2 * DAY, -2 * DAY), Arrival(NOW), NOW - HOUR, None),
        (Written(NOW - HOUR + 2 * DAY, 0.0, 500.0, "r"), Arrival(NOW, 0.0, 500.0 + HOUR, "r"), NOW - HOUR, "run"),
        # A day behind, set right before it sends: as it was last known to be off.
        (Written(NOW - HOUR - DAY, DAY, 500.0, "r"), Arrival(NOW, 0.0, 500.0 + HOUR, "r"), NOW - HOUR, None),
        # A clock that is right on a phone that slept ten of twelve hours: its running time is late and is not believed.
        (Written(NOW - 12 * HOUR, 0.0, 500.0, "r"), Arrival(NOW, 0.0, 500.0 + 2 * HOUR, "r"), NOW - 12 * HOUR, None),
        # The running time of another opening of the page says nothing.
        (Written(NOW - HOUR, 0.0, 9e5, "old"), Arrival(NOW, 0.0, 500.0, "new"), NOW - HOUR, None),
        # Neither: a device that tells no clock of its own, a minute of difference in reading.
        (Written(NOW + 90), Arrival(NOW), NOW + 90, None),
    ],
)  # fmt: skip
def test_a_time_is_told_by_what_is_known(written: Written, arrival: Arrival, at_s: float, how: str | None) -> None:
    ((offset_s, said),) = placed([written], arrival)
    assert written.at_s + offset_s == pytest.approx(at_s) and said == how


def test_a_day_that_nothing_places_is_shifted_whole_so_that_it_does_not_end_after_its_arrival() -> None:
    day = [Written(NOW + 2 * DAY + 600 * i, run="old") for i in range(8)]
    found = placed(day, Arrival(NOW, 0.0, 500.0, "new"))
    at = [written.at_s + offset_s for written, (offset_s, _) in zip(day, found, strict=True)]
    assert at[-1] == pytest.approx(NOW) and {b - a for a, b in pairwise(at)} == {600.0}
    assert {how for _, how in found} == {"shifted"}
    # What another run wrote is not moved with it.
    ((_, first), (_, second)) = placed([Written(NOW - 5, run="a"), Written(NOW + DAY, run="b")], Arrival(NOW))
    assert (first, second) == (None, "shifted")


offsets = st.floats(-3 * DAY, 3 * DAY)


@given(st.lists(st.tuples(offsets, st.none() | offsets, st.none() | st.floats(0, 1e6)), max_size=8), offsets)
def test_nothing_is_placed_after_its_arrival(
    entries: list[tuple[float, float | None, float | None]], off: float
) -> None:
    written = [Written(NOW + at, known, mono, "r" if mono is not None else None) for at, known, mono in entries]
    found = placed(written, Arrival(NOW, off, 1e6, "r"))
    assert len(found) == len(written)
    assert placed([Written(NOW, -2 * NOW)], Arrival(NOW)) == [(0.0, None)], "before 1970 nobody wrote anything"
    for one, (offset_s, how) in zip(written, found, strict=True):
        assert one.at_s + offset_s <= NOW + (0.001 if how == "shifted" else AHEAD_S)

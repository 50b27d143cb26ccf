"""An entry is believed by when it was written: its phone with the firm then, the job with its crew then."""

from __future__ import annotations

import random

import pytest

from elm_cover.core.log import Span, why_doubted

JOINED, GONE = 1_000_000.0, 1_600_000.0
FROM, TO = 1_200_000.0, 1_400_000.0
STAYS = [Span(JOINED, GONE, "north")]
STOOD = {"north": [Span(FROM, TO)], "south": [Span(TO, None)]}


@pytest.mark.parametrize(
    ("at_s", "doubt"),
    [
        (JOINED - 61, "before this phone joined"),
        (FROM - 61, "this phone’s crew"),
        (FROM - 59, None),  # what two clocks may differ
        (FROM, None),
        (TO - 1, None),
        (TO, "this phone’s crew"),  # what has ended has no leeway
        (GONE - 1, "this phone’s crew"),
        (GONE, "after it was taken off the list"),
    ],
)
def test_at_each_bound(at_s: float, doubt: str | None) -> None:
    found = why_doubted(at_s, STAYS, STOOD)
    assert (found is None) if doubt is None else (doubt in (found or ""))


def test_of_all_crews_only_the_stay_counts() -> None:
    assert why_doubted(JOINED, [Span(JOINED, None)], {}) is None
    assert why_doubted(JOINED, [Span(JOINED, None, "north")], {}) is not None


def test_one_that_joined_again_is_believed_in_both_times_and_not_between() -> None:
    stays = [Span(100, 200), Span(300, None)]
    assert [why_doubted(at, stays, {}) is None for at in (150, 199, 200, 239, 240, 300)] == [
        True, True, False, False, True, True,
    ]  # fmt: skip


def test_a_crew_that_changed_is_judged_by_the_crew_of_then() -> None:
    stays = [Span(0, TO, "north"), Span(TO, None, "south")]
    for at_s in (FROM, TO - 1, TO, TO + 1e6):
        assert why_doubted(at_s, stays, STOOD) is None
    assert why_doubted(TO + 1, [Span(0, None, "north")], STOOD) is not None


def test_more_time_never_makes_a_doubt() -> None:
    """A property: whatever is believed is believed too by longer stays, and by a job that stood there longer."""
    dice = random.Random(7)
    for _ in range(2_000):
        stays = [
            Span(a := dice.uniform(0, 900), a + dice.uniform(0, 300), dice.choice([None, "n", "s"])) for _ in range(2)
        ]
        stood = {crew: [Span(a := dice.uniform(0, 900), a + dice.uniform(0, 300))] for crew in ("n", "s")}
        longer = [Span(one.since_s - 5, None, one.crew) for one in stays]
        at_s = dice.uniform(0, 1_200)
        if why_doubted(at_s, stays, stood) is None:
            assert why_doubted(at_s, longer, stood) is None
            assert why_doubted(at_s, stays, {crew: [Span(0, None)] for crew in stood}) is None

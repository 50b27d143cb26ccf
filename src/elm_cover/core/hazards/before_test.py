"""What forbids a fan test, and what a burner asks for before leaks are sealed and before the job ends (handbook §19)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from .stops import BLOCKING_STATUSES, STOPS, marked

# What a test would draw into the house.
NO_TEST_WHILE = marked("no fan test")
# The same for people, on screen and paper.
BEFORE_A_TEST = (
    "Burners off before a test, restored by whoever is qualified. No test while vermiculite-like or suspect fibre, mould or droppings are "
    "suspected, or fire or ash is in a hearth."
)


def no_test_while(hazards: Mapping[str, str | None]) -> tuple[str, ...]:
    """Why no fan test is made yet, each in a sentence. hazards: kind → status. Source: handbook §19, before a fan test."""
    return tuple(
        f"No fan test while this is {hazards[kind]}: {STOPS[kind].title}."
        for kind in NO_TEST_WHILE
        if hazards.get(kind) in BLOCKING_STATUSES
    )


def burner_stops(
    hazards: Mapping[str, str | None], sealed_first: bool, sealed: bool, after: str | None
) -> Iterator[str]:
    """With an atmospheric burner: what is wrong. sealed_first: a leak was ticked before any test before; sealed: one was ticked;
    after: result of the burner's last test after, None without any. Source: handbook §19, with an atmospheric burner."""
    if not any(hazards.get(kind) in BLOCKING_STATUSES for kind in marked("burner is tested")):
        return
    if sealed_first:
        yield "A leak was sealed before the test before, in a house with an atmospheric burner: have it tested now by who is qualified."
    if sealed and after != "passed":
        yield (
            "The job does not end until the burner's test after passes, or it is shut off and tagged by a qualified person: "
            "the house is tighter than it was."
        )

"""No fan test where it would draw dust into the house; what a burner asks for (handbook §19)."""

from __future__ import annotations

import pytest

from elm_cover.core.hazards.before_test import NO_TEST_WHILE, burner_stops, no_test_while


@pytest.mark.parametrize("kind", NO_TEST_WHILE)
def test_no_test_while_it_is_suspected_or_confirmed(kind: str) -> None:
    for status, forbids in (
        ("suspected", True),
        ("confirmed", True),
        ("absent", False),
        ("cleared", False),
        (None, False),
    ):
        assert bool(no_test_while({kind: status})) is forbids
    assert no_test_while({"heat": "confirmed"}) == ()


def test_with_a_burner_the_test_before_comes_first_and_the_job_ends_with_the_test_after() -> None:
    burner = {"atmospheric_burner": "confirmed"}
    assert list(burner_stops(burner, False, False, None)) == []
    (end,) = burner_stops(burner, False, True, None)
    assert "does not end until" in end
    assert len(list(burner_stops(burner, True, True, "failed"))) == 2
    (first,) = burner_stops(burner, True, True, "passed")
    assert "before the test before" in first
    assert list(burner_stops({"atmospheric_burner": "cleared"}, True, True, None)) == []

"""How figures are rounded for the eye: one table of cases that the core and the screen both read (frontend/tests/units)."""

from __future__ import annotations

import csv
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.base.units import eighths, feet_inches, fixed, half_up, nearest_eighth, r_value, whole_up

TABLE = Path(__file__).parent / "tables" / "rounding.csv"
CASES = list(csv.DictReader(TABLE.open(encoding="utf-8")))


@pytest.mark.parametrize("case", CASES, ids=lambda case: f"{case['what']} {case['value']}")
def test_figures_are_rounded_half_up(case: dict[str, str]) -> None:
    value = float(case["value"])
    shown = {
        "eighths": lambda: eighths(value).removesuffix(" in"),
        "r": lambda: r_value(value),
        "fixed": lambda: fixed(value, int(case["digits"])),
    }[case["what"]]()
    assert shown == case["shown"]


def test_the_table_has_cases_of_each_kind() -> None:
    assert {case["what"] for case in CASES} == {"eighths", "r", "fixed"}
    assert len(CASES) > 30


@given(st.floats(-1e4, 1e4), st.integers(0, 3))
def test_rounding_moves_a_figure_by_half_a_step_at_most(value: float, digits: int) -> None:
    assert abs(half_up(value, digits) - value) <= 0.5 * 10.0**-digits * (1 + 1e-6)
    assert half_up(-value, digits) == -half_up(value, digits)


@given(st.floats(0, 500))
def test_an_eighth_is_shown_as_itself(value: float) -> None:
    step = nearest_eighth(value)
    assert step * 8 == int(step * 8)
    assert nearest_eighth(step) == step
    assert abs(step - value) <= 1 / 16 + 1e-9


def test_feet_and_inches_carry_over() -> None:
    assert feet_inches(12.5) == "12 ft 6 in"
    assert feet_inches(11.99) == "12 ft"
    assert feet_inches(4 + 6.5 / 12) == "4 ft 7 in"


def test_what_is_bought_is_rounded_up_once_and_forgives_the_last_digits() -> None:
    assert whole_up(33.876 * 1.03) == 35
    assert whole_up(4.0000000001) == 4
    assert whole_up(4.001) == 5
    assert whole_up(0.0) == 0

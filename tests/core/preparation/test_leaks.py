"""How large the leaks are: the worked example of the handbook, kind by kind."""

from __future__ import annotations

import pytest

from elm_cover.core.preparation.leaks import cfm50, leak_of, opening_leak


def test_the_worked_attic_leaks_1075_at_50_pascal() -> None:
    parts = [
        leak_of("light", 6),
        leak_of("fan_housing"),
        leak_of("chimney"),
        leak_of("hole", 12),
        leak_of("hatch"),
        opening_leak(16 * 24),
        leak_of("plates", 120),
    ]
    assert [part.before for part in parts] == pytest.approx([9.6, 1.6, 4.5, 11.16, 4.6, 19.2, 8.4])
    assert cfm50(sum(part.before for part in parts)) == pytest.approx(1075, abs=0.6)


@pytest.mark.parametrize(
    ("kind", "after"),
    [
        ("light", 1.6 / 3),
        ("box", 0.13 / 3),
        ("fan_housing", 1.6 / 3),
        ("flue", 1.6),
        ("chimney", 1.5),
        ("hole", 0.31),
        ("hatch", 2.8),
        ("stair", 3.4),
        ("stair_boxed", 0.6),
        ("plates", 0.07 / 3),
        ("boot", 1.75 / 3),
    ],
)
def test_what_is_left_after_sealing(kind: str, after: float) -> None:
    leak = leak_of(kind)
    assert leak.after == pytest.approx(after)
    assert leak.cfm50.before - leak.cfm50.after == pytest.approx(18.2 * leak.worth)


def test_an_opening_leaks_a_twentieth_of_itself_and_never_less_than_ten() -> None:
    assert opening_leak(400).before == pytest.approx(20) and opening_leak(199).before == 10
    assert opening_leak(400).after == pytest.approx(20 / 3)

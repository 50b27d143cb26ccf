"""How large the leaks are, before and after they are sealed (handbook §13, the work list, how large a leak).

Effective leakage areas at 4 Pa: best estimates for ranking, not a measurement.
"""

from __future__ import annotations

from dataclasses import dataclass

# ft³/min at 50 Pa for each in² at 4 Pa: discharge coefficient 1, exponent 0.65.
CFM50_PER_IN2 = 18.2
# in² each (plates: each ft), before and after; None: a third of before, as a sealed hole is to an open one.
LEAKS_IN2: dict[str, tuple[float, float | None]] = {
    "light": (1.6, None),
    "box": (0.13, None),
    "fan_housing": (1.6, None),
    "flue": (4.8, None),
    "chimney": (4.5, None),
    "hole": (0.93, 0.31),
    "hatch": (4.6, 2.8),
    "stair": (6.8, 3.4),
    "stair_boxed": (6.8, 0.6),
    "plates": (0.07, None),
    "boot": (1.75, None),
}
SEALED_SHARE = 1 / 3
OPENING_SHARE = 0.05
OPENING_LEAST_IN2 = 10.0


@dataclass(frozen=True)
class Leak:
    """Effective leakage area, in² at 4 Pa, before and after the work."""

    before: float
    after: float

    @property
    def worth(self) -> float:
        """What the work is worth, in²: before − after.

        Source: handbook §13, how large a leak.
        """
        return self.before - self.after

    @property
    def cfm50(self) -> Leak:
        """The same as flow at 50 Pa, ft³/min."""
        return Leak(cfm50(self.before), cfm50(self.after))


def cfm50(leak_in2: float) -> float:
    """Flow at 50 Pa, ft³/min, of a leakage area in in² at 4 Pa: 18.2 for each. 59.06 in² → 1,075.

    Source: handbook §13, how large a leak.

    >>> round(cfm50(10.0), 1)
    182.0
    """
    return CFM50_PER_IN2 * leak_in2


def leak_of(kind: str, amount: float = 1.0) -> Leak:
    """So many of a kind (plates: so many ft), before and after; KeyError for a kind that is no leak.

    in². Source: handbook §13, effective leakage areas.
    """
    before, after = LEAKS_IN2[kind]
    return Leak(before * amount, (before * SEALED_SHARE if after is None else after) * amount)


def opening_leak(opening_in2: float) -> Leak:
    """An open chase or drop soffit: 5 % of its opening, at least 10 in². 16 × 24 in → 19.2.

    in². Source: handbook §13, start values by judgement.
    """
    before = max(OPENING_LEAST_IN2, OPENING_SHARE * opening_in2)
    return Leak(before, before * SEALED_SHARE)

"""Ways ranked by what matters, and why not to take one (handbook §7)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from ..base.units import eighths, fixed, r_value
from .weighed import Weighed

# What may matter most to a customer, and how a figure is compared: the least is best.
AIMS = ("price", "hours", "weight", "depth", "r_per_money", "settling", "dust")


def measure(way: Weighed, aim: str) -> float | None:
    """The figure that an aim goes by, the least being best; None where it is not known."""
    price = None if way.cost is None else way.cost.price
    figures = {
        "price": price,
        "hours": None if way.cost is None else way.cost.hours,
        "weight": way.load_psf,
        "depth": way.fill_line_in,
        "r_per_money": None if not price or way.saved_ua is None else -way.saved_ua / price,
        "settling": way.settles_in,
        "dust": float(way.dust) if way.cost is not None else None,
    }
    return figures[aim]


def ranked(ways: Sequence[Weighed]) -> tuple[Weighed, ...]:
    """The same with their places by each aim, whether anything beats them, and what speaks for them.

    Among equals by an aim, the cheaper comes first.
    """
    open_ways = [way for way in ways if not way.blocks and way.cost is not None]
    figures = {way.id: _compared(way) for way in open_ways}
    ranks: dict[str, dict[str, int]] = {way.id: {} for way in open_ways}
    best: dict[str, list[str]] = {way.id: [] for way in open_ways}
    for aim in AIMS:
        known = [way for way in open_ways if measure(way, aim) is not None]
        known.sort(key=lambda way: (round(measure(way, aim) or 0.0, 6), measure(way, "price") or 0.0, way.id))
        for place, way in enumerate(known):
            ranks[way.id][aim] = place + 1
        as_set = [way for way in known if way.step_r is None]
        if len(as_set) > 1 and aim in BEST:
            best[as_set[0].id].append(BEST[aim])
    return tuple(
        replace(
            way,
            ranks=ranks.get(way.id),
            unbeaten=way.id in ranks and not any(_beats(other, figures[way.id]) for other in figures.values()),
            speaks_for=tuple(best.get(way.id, ())),
        )
        for way in ways
    )


BEST = {
    "price": "cheapest of all",
    "hours": "fastest",
    "weight": "lightest",
    "depth": "lowest fill line",
    "r_per_money": "most heat saved for the money",
}
COMPARED = ("price", "hours", "weight", "depth")
Compared = tuple[float | None, ...]


def _compared(way: Weighed) -> Compared:
    """What one way is held against another by, the least being best: price, hours, weight, depth, R as it works."""
    worth = None if way.r_effective is None else -way.r_effective
    return (*(measure(way, aim) for aim in COMPARED), worth)


def _beats(other: Compared, way: Compared) -> bool:
    """Whether other is no worse in anything compared and better in something."""
    better = False
    for a, b in zip(other, way, strict=True):
        if a is None or b is None:
            continue
        if a > b + 1e-9:
            return False
        better = better or a < b - 1e-9
    return better


def why_not(way: Weighed, picked: Weighed, named: str = "the one picked") -> tuple[str, ...]:
    """What speaks against a way, held against the one picked, or another named so: figures that differ, and what it needs."""
    found = [*way.blocks, *way.ways_out]
    if way.cost is not None and picked.cost is not None and way.id != picked.id:
        money = way.cost.currency
        than = f"than {named}"
        found += _differs(
            way.cost.price, picked.cost.price, lambda d: f"{money}{fixed(d)}", f"dearer {than}", f"cheaper {than}"
        )
        found += _differs(
            way.cost.hours, picked.cost.hours, lambda d: f"{fixed(d, 1)} h", f"more work {than}", f"less work {than}"
        )
        if way.load_psf is not None and picked.load_psf is not None:
            found += _differs(way.load_psf, picked.load_psf, lambda d: f"{fixed(d, 2)} lb/ft²", "heavier", "lighter")
        if way.fill_line_in is not None and picked.fill_line_in is not None:
            found += _differs(way.fill_line_in, picked.fill_line_in, eighths, "higher fill line", "lower fill line")
        if way.r_effective is not None and picked.r_effective is not None:
            shown = f"{r_value(way.r_effective)} as it works, {r_value(picked.r_effective)} with {named}."
            if abs(way.r_effective - picked.r_effective) >= 0.5:
                found.append(shown)
    found += way.cautions
    return tuple(dict.fromkeys(found))


def _differs(mine: float, other: float, shown: Callable[[float], str], more: str, less: str) -> list[str]:
    """A sentence where two figures differ by more than a hundredth."""
    if abs(mine - other) <= 0.01 * max(abs(mine), abs(other)):
        return []
    return [f"{shown(abs(mine - other))} {more if mine > other else less}."]

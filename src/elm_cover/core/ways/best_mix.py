"""The best mix of ways over the sections, under an aim and limits (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..base.units import fixed
from ..money.cost import Cost
from ..money.quantities import Quantities, total
from ..rack.core_sample import CoreSample
from ..rack.mix import Limits, MixProgram, Option
from ..rack.result import Mix
from ..rack.weighed import Pricing, Weighed

NO_MIX = (
    "Nothing on the list meets these limits. Raise the budget, allow more products, lower a target, or record the ceiling where "
    "no load limit is known for it."
)


def mix_of_ways(ways: Sequence[Weighed], rest: Quantities, pricing: Pricing, aim: str, limits: Limits) -> Mix:
    """The best mix of ways that reach the targets as set."""
    options: dict[str, list[Option]] = {}
    of: dict[tuple[str, str], CoreSample] = {}
    for way in ways:
        for core in way.cores if way.step_r is None else ():
            options.setdefault(core.section, [])
            if core.blocks or core.quantities is None or core.load_psf is None:
                continue
            share = core.load_psf / core.load_limit_psf if core.load_limit_psf else None
            options[core.section].append(
                Option(way.id, core.quantities, core.load_psf, share, core.fill_line_in or 0.0, core.net_ft2)
            )
            of[core.section, way.id] = core

    def priced(best: dict[str, str]) -> Cost | None:
        parts = [of[section, way].quantities for section, way in best.items()]
        return pricing.cost(total([*(part for part in parts if part is not None), rest]))

    best = MixProgram(options, rest, pricing, limits).solve(aim)
    if best is not None:
        return Mix(aim, best, priced(best), "")
    nearest = None
    if limits.budget is not None:
        nearest = MixProgram(options, rest, pricing, replace(limits, budget=None)).solve("price")
    cost = None if nearest is None else priced(nearest)
    if cost is None or limits.budget is None:
        return Mix(aim, {}, None, NO_MIX)
    short = f"{cost.currency}{fixed(cost.price)}, {cost.currency}{fixed(cost.price - limits.budget)} over the budget"
    return Mix(aim, {}, None, f"The nearest price is {short}. {NO_MIX}")

"""Places that are short of their fill line, and the bags that bring them to it (handbook §17; «Settled since, second part» 11)."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from .table import FillTable
from .walked import DepthRead, Walked

QUARTERS = 4


@dataclass(frozen=True, kw_only=True)
class Short:
    """A place whose latest reading is short of its fill line by more than half an inch, and what mends it: bags to the quarter;
    0 is less than a quarter of one; mends: the same in words. place: of the table, None for one read elsewhere."""

    place: str | None
    section: str
    marker: int | None
    at_ft: tuple[float, float] | None
    band: int | None
    depth_in: float
    fill_in: float
    short_in: float
    bags: float
    mends: str


def shortages(table: FillTable, walked: Walked) -> tuple[Short, ...]:
    """Every short place. Each marker and random place, read or not, stands for its band's floor ÷ all places of the band; what was
    read elsewhere stands for as much as one of them. The bags of a band's places add up to no more than what is missing at them.

    Source: handbook, «Settled since, second part» 11.
    """
    places = {place.id: place for place in table.places}
    quotas = {band.number: band for band in table.bands}
    standing_for: dict[int | None, int] = defaultdict(int)
    for place in table.places:
        standing_for[place.band] += 1
    for one in walked.latest.values():
        standing_for[one.band] += one.place is None
    found: dict[int | None, list[tuple[DepthRead, float]]] = {}
    for one in walked.latest.values():
        short = 0.0 if one.fill_in is None else one.fill_in - one.depth_in
        if short > table.constants.short_in:
            found.setdefault(one.band, []).append((one, short))
    told = []
    for band, many in found.items():
        per_in = quotas[band].bags_per_in / standing_for[band] if band in quotas else 0.0
        for (one, short), bags in zip(many, _in_quarters([short * per_in for _, short in many]), strict=True):
            at = places.get(one.place or "")
            told.append(
                Short(
                    place=one.place, section=one.section, marker=None if at is None else at.marker, at_ft=one.at_ft,
                    band=band, depth_in=one.depth_in, fill_in=one.fill_in or 0.0, short_in=short, bags=bags,
                    mends=bags_to_mend(bags),
                )
            )  # fmt: skip
    return tuple(told)


def bags_to_mend(bags: float) -> str:
    """In words: bags to the quarter.

    >>> bags_to_mend(0.0), bags_to_mend(0.75), bags_to_mend(1.0), bags_to_mend(2.5)
    ('less than ¼ bag', '¾ bag', '1 bag', '2½ bags')
    """
    whole, quarters = divmod(round(bags * QUARTERS), QUARTERS)
    if not whole and not quarters:
        return "less than ¼ bag"
    figure = f"{whole or ''}{('', '¼', '½', '¾')[quarters]}"
    return f"{figure} bag{'s' if whole + quarters / QUARTERS > 1 else ''}"


def _in_quarters(exact: Sequence[float]) -> list[float]:
    """Bags in quarters that add up to no more than the exact ones do: the largest remainders are rounded up, the first of equal ones."""
    quarters = [math.floor(bags * QUARTERS + 1e-9) for bags in exact]
    left = math.floor(sum(exact) * QUARTERS + 1e-9) - sum(quarters)
    # Told apart to the millionth, so that a phone's sums, added up in another order, come to the same.
    remainders = [round((bags * QUARTERS - whole) * 1e6) for bags, whole in zip(exact, quarters, strict=True)]
    for i in sorted(range(len(exact)), key=lambda i: (-remainders[i], i))[: max(0, left)]:
        quarters[i] += 1
    return [whole / QUARTERS for whole in quarters]

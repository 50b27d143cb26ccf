"""Within what bags are counted, and what is missing of a row where every band is done (handbook §19; «Settled since, second part» 4)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ..base.units import r_value
from .shortage import QUARTERS, bags_to_mend
from .table import FillTable, Quota, RowWanted

# Bags count to the quarter; never more than this share of what is wanted.
BAGS_WITHIN, SHARE_WITHIN = 0.25, 0.01


@dataclass(frozen=True, kw_only=True)
class RowLack:
    """What a section lacks of the row that it is planned to: bags to the quarter, and the same in words."""

    section: str
    r: float
    bags: float
    text: str


def bags_enough(wanted: float) -> float:
    """From how many bags on a row is proved that takes so many: ¼ bag under them, at most 1 %.

    >>> bags_enough(70.0), bags_enough(10.0)
    (69.75, 9.9)
    """
    return wanted - min(BAGS_WITHIN, SHARE_WITHIN * wanted)


def bags_missing(have: float, wanted: float) -> float:
    """Bags to the quarter that bring it within its measure; 0 where it is.

    >>> bags_missing(69.69, 70.0), bags_missing(69.75, 70.0), bags_missing(68.9, 70.0)
    (0.25, 0.0, 1.0)
    """
    return max(0.0, math.ceil((bags_enough(wanted) - have) * QUARTERS - 1e-9) / QUARTERS)


def missing(
    table: FillTable, lies: Mapping[int, float], done: Mapping[int, bool], none: Mapping[int, bool]
) -> Iterator[RowLack]:
    """What keeps sections whose bands are all done from their row; nothing where the floors of a product have it together.

    lies, done, none: by band. Source: handbook, «Settled since, second part» 4, said before the day ends.
    """
    held = {one.section: _held(table, one, lies, none) for one in table.rows}
    over = [one for one in table.rows if _over(table, one.section, done, none)]
    for one in over:
        bands, have = held[one.section]
        wanted = sum(band.bags for band in bands)
        bags = bags_missing(have, wanted)
        if bags <= 0:
            continue
        alike = [o for o in table.rows if o.product == one.product and o.r == one.r and not o.closed]
        if not one.closed and len(alike) > 1 and all(o in over for o in alike):
            together = sum(held[o.section][1] for o in alike)
            if bags_missing(together, sum(band.bags for o in alike for band in held[o.section][0])) <= 0:
                continue
        where = f" in {table.sections.get(one.section, one.section)}" if len(table.rows) > 1 else ""
        yield RowLack(
            section=one.section, r=one.r, bags=bags, text=f"{bags_to_mend(bags)} more proves {r_value(one.r)}{where}"
        )


def _held(
    table: FillTable, one: RowWanted, lies: Mapping[int, float], none: Mapping[int, bool]
) -> tuple[list[Quota], float]:
    bands = [band for band in table.bands if band.section == one.section and not none.get(band.number)]
    return bands, sum(lies.get(band.number, 0.0) for band in bands)


def _over(table: FillTable, section: str, done: Mapping[int, bool], none: Mapping[int, bool]) -> bool:
    mine = [band.number for band in table.bands if band.section == section]
    return bool(mine) and all(done.get(number) or none.get(number) for number in mine)

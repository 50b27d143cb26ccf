"""Where another way into an attic would open how much of the floor that nobody can reach now (handbook §14)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..base.units import fixed
from ..reach.crawl_floor import GO_IN, CrawlFloor
from ..reach.way import Entrance, Way, way_over

MOST_NAMED = 3
# Smaller islands are filled by hand: nobody cuts a hatch for them.
LEAST_OPENED_FT2 = 6.0


@dataclass(frozen=True)
class NewWay:
    """A new way in: where, ft, and how much floor it opens, ft²."""

    at_ft: tuple[float, float]
    opens_ft2: float
    text: str


def new_ways(
    floor: CrawlFloor, way: Way, entrances: Sequence[Entrance], room: int, ft2_each: float
) -> tuple[NewWay, ...]:
    """New ways in to what is not reached of a room, the one that opens most first. ft2_each: net floor of each node.

    Source: handbook §14, floor that no way reaches needs another hatch, a gable or a roof vent opening.
    """
    left = floor.can_be & ~np.isfinite(way.crawl_ft) & (floor.room == room)
    found: list[NewWay] = []
    while left.any() and len(found) < MOST_NAMED:
        nodes = np.flatnonzero(left)
        # Where there is most headroom; among equals nearest to the middle of what is left.
        high = np.minimum(floor.headroom_in[nodes], 2 * GO_IN)
        x, y = floor.x_ft[nodes], floor.y_ft[nodes]
        at = nodes[np.lexsort((np.hypot(x - x.mean(), y - y.mean()), -high))[0]]
        place = (float(floor.x_ft[at]), float(floor.y_ft[at]))
        opened = left & np.isfinite(way_over(floor, [Entrance(place, room)]).crawl_ft)
        left &= ~opened
        opens = float(opened.sum()) * ft2_each
        if opens >= LEAST_OPENED_FT2:
            where = (
                f"{place[0] - floor.origin_ft[0]:.0f}, {place[1] - floor.origin_ft[1]:.0f} ft from the west and south"
            )
            text = f"a hatch at {where}, or a gable or roof vent opening there, opens {fixed(opens)} ft²"
            found.append(NewWay(place, opens, text))
    return tuple(sorted(found, key=lambda one: -one.opens_ft2))

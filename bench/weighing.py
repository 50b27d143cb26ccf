"""The rack against one plan, and the waste of layouts against their bound."""

from __future__ import annotations

from collections.abc import Sequence

import shapely

from elm_cover.core.base.arrays import Points
from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.batts.layout import Layout, LayoutAsked, count, lay_out
from elm_cover.job.product import Product

ACROSS, BETWEEN = BattProduct(30, 9.5, 16, 48, 9), BattProduct(19, 6.25, 15, 93, 8)
# Ten odd floors, ft: an L, a T, a U, a cross, a Z, and five that are askew.
ODD_FLOORS: dict[str, Points] = {
    "L": ((0, 0), (44, 0), (44, 27), (20, 27), (20, 40), (0, 40)),
    "T": ((0, 0), (40, 0), (40, 20), (27, 20), (27, 33), (13, 33), (13, 20), (0, 20)),
    "U": ((0, 0), (45, 0), (45, 30), (31, 30), (31, 14), (13, 14), (13, 30), (0, 30)),
    "cross": ((14, 0), (28, 0), (28, 12), (41, 12), (41, 26), (28, 26), (28, 38), (14, 38), (14, 26), (0, 26), (0, 12), (14, 12)),
    "Z": ((0, 0), (23, 0), (23, 16), (37, 16), (37, 41), (15, 41), (15, 22), (0, 22)),
    "trapezium": ((0, 0), (40, 0), (31, 22), (6, 22)),
    "hexagon": ((0, 8.5), (14, 0), (30, 3), (36, 15), (22, 26), (4, 22)),
    "wedge": ((0, 0), (47, 0), (47, 9), (0, 31)),
    "bay front": ((0, 0), (12, 0), (16, -4), (24, -4), (28, 0), (39.5, 0), (39.5, 26.5), (0, 26.5)),
    "round end": ((0, 0), (30, 0), (36, 3), (39, 9), (39, 17), (36, 23), (30, 26), (0, 26)),
}  # fmt: skip
CHIMNEY = ((17.0, 9.0), (20.0, 9.0), (20.0, 11.5), (17.0, 11.5))


def asked(outline: Points, place: str) -> LayoutAsked:
    """One layer over an odd floor with a chimney in it."""
    batt = ACROSS if place == "across" else BETWEEN
    inside = shapely.Polygon(outline).contains(shapely.Polygon(CHIMNEY))
    return LayoutAsked(
        outline_ft=outline,
        kept_out_ft=(CHIMNEY,) if inside else (),
        eaves=(),
        run="y",
        spacing_in=16,
        place=place,
        batt=batt,
        from_ft=(12.0, 10.0),
    )


def laid_afresh(outline: Points, place: str) -> Layout:
    """The layout with nothing remembered."""
    count.cache_clear()
    lay_out.cache_clear()
    return lay_out(asked(outline, place))


def twins(products: Sequence[Product]) -> list[Product]:
    """The loose fills once more under other names: twice the candidates."""
    return [p.model_copy(update={"id": f"{p.id}-2", "name": f"{p.name}, again"}) for p in products if p.chart]

"""What things weigh and how much of the truck they take (handbook §15)."""

from __future__ import annotations

from ..batts.batt import BattProduct
from ..layers.kinds import feed_of
from ..preparation.lumber import LUMBER_IN, LUMBER_LB_PER_FT, SOLD_FT, lumber_key

# A bundle whose own size nobody knows: its batts pressed to a quarter. By judgement.
BUNDLE_SHARE = 0.25
# Of one container of a material of preparation: lb, ft³. By judgement, as bought.
CONTAINERS: dict[str, tuple[float, float]] = {
    "gun_foam": (2.2, 0.1), "caulk": (1.0, 0.02), "heat_sealant": (1.2, 0.02), "rigid_board": (22.0, 5.4),
    "lid_board": (12.0, 5.4), "wood_board": (60.0, 2.0), "gypsum": (52.0, 1.4), "sheet_metal": (25.0, 0.3),
    "screws": (1.5, 0.03), "light_cover": (2.5, 1.0), "weatherstrip": (0.3, 0.05), "latch": (0.4, 0.02),
    "stair_cover": (16.0, 4.0), "fan_duct": (2.0, 0.5), "duct_sleeve": (8.0, 2.5), "vent_hood": (2.0, 0.5), "mastic": (10.0, 0.2),
    "bay_plug": (0.5, 0.4), "air_barrier": (8.0, 0.6), "strapping": (3.0, 0.1), "relay_batt": (20.0, 3.5), "marker": (0.05, 0.01),
    "pipe_sleeve": (0.6, 0.2), "screen": (6.0, 0.3), "co_alarm": (0.6, 0.05), "radiant_barrier": (14.0, 0.8),
} | {
    lumber_key(height, stock): (LUMBER_LB_PER_FT[height] * stock, 1.5 * height / 144 * stock)
    for height in LUMBER_IN
    for stock in SOLD_FT
}  # fmt: skip
# Of one piece: a baffle nested in others, a wind block. By judgement.
BAFFLE, WIND_BLOCK = (0.5, 0.06), (0.2, 0.1)
FOAM_FT3_LB = 1.5
# A removal bag, folded.
REMOVAL_BAG = (0.3, 0.02)
# Of one foot of hose, and of cord.
HOSE, CORD = (0.6, 0.06), (0.15, 0.004)


def bag_ft3(kind: str, bag_lb: float) -> float:
    """How much of the truck a bag takes, ft³: 2.6 for 25 lb of cellulose, 4.0 for 30 lb of glass; others as what feeds alike.

    25 lb of cellulose → 2.6; 30 lb of wood fiber → 3.12. Source: handbook §15, a compressed bag.

    >>> [round(bag_ft3(kind, lb), 2) for kind, lb in (("cellulose_loose", 25.0), ("glass_loose", 30.0))]
    [2.6, 4.0]
    """
    feed = feed_of(kind)
    return feed.bag_ft3 * bag_lb / feed.bag_lb


def bundle_ft3(batt: BattProduct) -> tuple[float, bool]:
    """How much of the truck a bundle takes, ft³, and whether that is its own size; else its batts pressed to a quarter.

    Source: handbook §15, bundles by their own size.
    """
    if batt.bundle_in is not None:
        long, wide, high = batt.bundle_in
        return long * wide * high / 1728, True
    return batt.bundle_ft2 * batt.thickness_in / 12 * BUNDLE_SHARE, False

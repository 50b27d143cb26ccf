"""Wind washing: what wind through an open bay takes from the fill behind it. A stated penalty, not a measurement (handbook §8).

The model: where nothing stands between soffit and fill, moving air takes a share of the fill's R, most at the plate's outer
edge and less inward, none from REACH_IN on::

    R_windy(x) = R(x) · (1 − loss · (1 − x / REACH_IN))      x < REACH_IN

By judgement, since no published figure holds for every wind: loose and batt glass let air through and lose half at the edge;
denser fill a quarter; board and sprayed foam nothing. Behind a baffle with a wind block nothing is lost. So it is off unless
asked for, and what it costs is said for the bays that lie open alone.
"""

from __future__ import annotations

import numpy as np

from ..base.arrays import Floats

REACH_IN = 24.0
LOSS_GLASS, LOSS_OTHER = 0.50, 0.25
TIGHT = ("rigid_board", "sprayed_foam")
STRIPS = 4
ASSUMPTION = (
    "Assumed, by judgement: in a bay open to the soffit wind takes half the R of glass, a quarter of denser fill, at the plate's "
    "outer edge, less inward, nothing from 24 in on. Behind a baffle with a wind block: nothing."
)


def loss(material: str | None) -> float:
    """Share of its R that a material loses at the plate's outer edge.

    Source: an assumption by judgement, said on screen.
    """
    if material in TIGHT:
        return 0.0
    return LOSS_GLASS if material is not None and material.startswith("glass") else LOSS_OTHER


def kept_share(material: str | None, x_in: Floats | float) -> Floats:
    """What is left of its R at each x inward from the plate's outer edge.

    x_in in inches, any shape. Source: an assumption by judgement, said on screen.
    """
    found: Floats = 1 - loss(material) * np.maximum(0.0, 1 - np.asarray(x_in) / REACH_IN)
    return found

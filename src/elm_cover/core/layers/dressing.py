"""Work at the edge as the heat sees it, at each point of a floor (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.arrays import Floats
from .layer import Layer


@dataclass(frozen=True, eq=False)
class Dressing:
    """Edge work at each point. over_r: of the foam baffle for each ft² of floor, where the fill touches it. r_per_in: of
    the remedy, 0 where there is none."""

    over_r: Floats
    r_per_in: Floats


# What the heat paths take a remedy as: a sound layer without voids.
REMEDY_LAYER = Layer(material=None, depth_in=0.0, r=0.0)

"""What lies over the plate: depth and R at its outer edge and in the mean (handbook §8)."""

from __future__ import annotations

import numpy as np

from ..eaves.baffles import BaffleInput
from ..eaves.eave import Eave
from ..eaves.remedies import Remedy
from ..layers.dressing import Dressing
from ..layers.heat_paths import cavity_r
from ..layers.stack import Stack
from .blower import Blower

PLATE_SAMPLES = 64


def wind_blocks(baffles: int, baffle: BaffleInput) -> int:
    """Wind blocks that are pieces of their own; 0 where they are bent from the baffle."""
    return 0 if baffle.integral else baffles


def over_the_plate(
    eave: Eave,
    stack: Stack,
    blower: Blower | None,
    boundary: float | None,
    plate_width_in: float,
    samples: int = PLATE_SAMPLES,
    remedy: Remedy | None = None,
    foam_r: float = 0.0,
) -> tuple[float | None, float, float | None]:
    """R at x = 0, then mean depth and R over the plate's width (R of the mean U), with what is done at the edge."""
    x = np.concatenate([[0.0], (np.arange(samples) + 0.5) * plate_width_in / samples])
    room = np.maximum(0.0, eave.room_at_plate_in + x * eave.slope)
    mean_depth = float(np.minimum(stack.depth_in, room)[1:].mean())
    if boundary is None or (blower is None and stack.fill.r > 0):
        return None, mean_depth, None
    per_in = np.zeros_like(x) if remedy is None else np.where(x < remedy.reach_in, remedy.r_per_in, 0.0)
    dressed = None
    if remedy is not None or foam_r > 0:
        dressed = Dressing(np.full_like(x, foam_r * np.cos(eave.angle)), per_in)
    lying = stack.at(room, None, dressed)
    new_r = blower.chart.thin_r(lying.new_settled_in) if blower else np.zeros_like(room)
    new_per_in = blower.chart.r_per_in(stack.fill.r) if blower and stack.fill.r else 0.0
    r = cavity_r(lying.layers, boundary, new_r, new_per_in, lying.over_r)
    return float(r[0]), mean_depth, float(1 / np.mean(1 / (boundary + r[1:])) - boundary)

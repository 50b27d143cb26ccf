"""What lies over the plate: depth and R at its outer edge and in the mean (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..given.section import SectionInput
from ..layers.dressing import Dressing
from ..layers.heat_paths import cavity_r
from .build_up import Laid
from .site import Site

PLATE_SAMPLES = 64


@dataclass(frozen=True)
class OverPlate:
    """r: at the plate's outer edge, None while the board is not known. mean_in, mean_r: over its width, R of the mean U."""

    r: float | None
    mean_in: float
    mean_r: float | None


def over_the_plate(
    section: SectionInput, site: Site, laid: Laid, edge: int, samples: int = PLATE_SAMPLES
) -> OverPlate | None:
    """What lies over the plate of an eave, with what is done at the edge; None while eave or fill is not known.

    Source: handbook §8, depth and R at x = 0 and as a mean over the plate.
    """
    stack, eave = laid.stack, (site.eaves or {}).get(edge)
    if stack is None or eave is None:
        return None
    width, remedy = section.edges[edge].plate_width_in, section.edges[edge].remedy
    x = np.concatenate([[0.0], (np.arange(samples) + 0.5) * width / samples])
    room = eave.room_in(x)
    mean_in = float(np.minimum(stack.depth_in, room)[1:].mean())
    chart = None if laid.blower is None else laid.blower.chart
    if site.boundary is None or (chart is None and stack.fill.r > 0):
        return OverPlate(None, mean_in, None)
    dressed = None
    if remedy is not None or site.work.foam_r > 0:
        per_in = np.zeros_like(x) if remedy is None else np.where(x < remedy.reach_in, remedy.r_per_in, 0.0)
        dressed = Dressing(np.full_like(x, site.work.foam_r * np.cos(eave.angle)), per_in)
    lying = stack.at(room, None, dressed)
    new_r = chart.thin_r(lying.new_settled_in) if chart else np.zeros_like(room)
    new_per_in = chart.r_per_in(stack.fill.r) if chart and stack.fill.r else 0.0
    r = cavity_r(lying.layers, site.boundary, new_r, new_per_in, lying.over_r)
    return OverPlate(float(r[0]), mean_in, float(1 / np.mean(1 / (site.boundary + r[1:])) - site.boundary))

"""The grid's formulas once more as a plain Python loop over cells: what the plan is measured against."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence

from elm_cover.core.eaves.eave import Eave
from elm_cover.core.layers.framing import WOOD_R_PER_IN, framing_fraction
from elm_cover.core.layers.layer import boundary_r
from elm_cover.core.plan import Plan
from elm_cover.job import Job


def interpolated(x: float, xs: Sequence[float], ys: Sequence[float]) -> float:
    i = min(max(1, bisect_left(xs, x)), len(xs) - 1)
    return ys[i - 1] + (ys[i] - ys[i - 1]) * (x - xs[i - 1]) / (xs[i] - xs[i - 1])


def loop(job: Job, plan: Plan, cell_ft: float = 0.25) -> tuple[float, float]:
    """Field bags and mean U of a job of hipped rectangles, cell by cell. The plan gives the row of the chart."""
    total_bags = total_u = cells = 0.0
    chart = job.products[0].chart or ()
    bag_lb = job.products[0].bag_lb or 1.0
    settled_rows = [0.0, *(row.settled_in for row in chart)]
    r_rows = [0.0, *(row.r for row in chart)]
    w_rows = [0.0, *(bag_lb / row.coverage_ft2 for row in chart)]
    for section, planned in zip(job.sections, plan.sections, strict=True):
        (x0, y0), _, (x1, y1), _ = section.outline_ft
        edge = section.edges[0]
        eave = Eave(edge.heel_in or 0, edge.pitch_in_12 or 1, job.settings.vent_gap_in, 0)
        b = boundary_r(section.ceiling.board or "other")
        layer = (section.existing or ())[0]
        old, r_old, void = layer.depth_in or 0, layer.r or 0, layer.void_pct / 100
        fraction, joist = framing_fraction(section.framing.spacing_in or 24), section.framing.depth_in or 3.5
        depth, ratio = planned.depth_total_in or 0, (planned.settled_in or 0) / (planned.installed_in or 1)
        for i in range(round((x1 - x0) / cell_ft)):
            for j in range(round((y1 - y0) / cell_ft)):
                x, y = (i + 0.5) * cell_ft, (j + 0.5) * cell_ft
                nearest = min(x, y, x1 - x0 - x, y1 - y0 - y)
                room = max(0.0, eave.room_at_plate_in + nearest * 12 * eave.slope)
                share = min(old, room) / old
                settled = max(0.0, min(depth, room) - min(old, room)) * ratio
                r_new = interpolated(settled, settled_rows, r_rows)
                weight = interpolated(settled, settled_rows, w_rows)
                below = min(max(0.0, joist - min(old, room)), settled)
                weight *= 1 - fraction * (below / settled if settled else 0)
                cavity = 1 / ((1 - void) / (b + r_old * share + r_new) + void / (b + r_new))
                here = old * share
                above = r_old * share * (max(0.0, here - joist) / here if here else 0)
                above += r_new * (min(max(0.0, here + settled - joist), settled) / settled if settled else 0)
                wood = WOOD_R_PER_IN * min(joist, here + settled)
                total_u += fraction / (b + wood + above) + (1 - fraction) / cavity
                total_bags += weight * cell_ft**2 / bag_lb
                cells += 1
    return total_bags, total_u / cells

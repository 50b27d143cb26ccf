"""What may be claimed: the printed row that both bags and depth prove (handbook §19)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from ..filling.measure import bags_enough
from ..layers.chart import Chart

# Bags and thicknesses that are the row's but for the last digits of a float are the row's.
SLACK = 1e-9
OZ_PER_LB = 16.0
# Depths are read to the eighth: half of one. Source: handbook, Settled since, second part, 4.
DEPTH_WITHIN_IN = 1 / 16


@dataclass(frozen=True, kw_only=True)
class Claim:
    """R of the rows that bags and depth prove (0: none), what each would be between the rows, and what is claimed.

    by_cores: R at the weight that the cores found; None without any. claimed: None while bags or depth prove nothing yet.
    """

    row_by_bags: float | None
    row_by_depth: float | None
    r_by_bags: float | None
    r_by_depth: float | None
    r_by_cores: float | None
    claimed: float | None


def row_reached(value: float, wanted: Sequence[float], r: Sequence[float]) -> float:
    """R of the highest row whose wanted value is reached; 0 where none is. wanted rises with r.

    Source: handbook §19, row proved; Settled since, second part, 4: wanted already is from where on it counts.
    """
    reached = [row for want, row in zip(wanted, r, strict=True) if value >= want - SLACK * max(1.0, want)]
    return max(reached, default=0.0)


def between_rows(value: float, wanted: Sequence[float], r: Sequence[float]) -> float:
    """R linear between rows, from nothing; no more than the last row's. Source: handbook §19, in between."""
    before = (0.0, 0.0)
    for want, row in zip(wanted, r, strict=True):
        if value < want:
            share = (value - before[0]) / (want - before[0]) if want > before[0] else 1.0
            return before[1] + share * (row - before[1])
        before = (want, row)
    return before[1]


def claim(
    chart: Chart, bags: float | None, field_bags: Sequence[float], depth_in: float | None, core_psf: float | None = None
) -> Claim:
    """bags: in the attic less what went into closed bays; field_bags: that each printed row would take here, rising; depth_in:
    the bound of the random readings, or the least where the firm says so; core_psf: weight that the cores found, lb/ft².

    Raises ValueError where field_bags are not one for each row. Source: handbook §19, row proved; Settled since, second part, 4, within ¼ bag and 1⁄16 in.
    """
    r = [row.r for row in chart.rows]
    thick = [row.installed_in for row in chart.rows]
    if len(field_bags) != len(r):
        raise ValueError("field bags: one for each printed row")
    by_bags = None if bags is None else row_reached(bags, [bags_enough(want) for want in field_bags], r)
    by_depth = None if depth_in is None else row_reached(depth_in, [want - DEPTH_WITHIN_IN for want in thick], r)
    return Claim(
        row_by_bags=by_bags,
        row_by_depth=by_depth,
        r_by_bags=None if bags is None else between_rows(bags, field_bags, r),
        r_by_depth=None if depth_in is None else between_rows(depth_in, thick, r),
        r_by_cores=None if core_psf is None else between_rows(core_psf, list(chart.weight_psf[1:]), r),
        claimed=None if by_bags is None or by_depth is None else min(by_bags, by_depth),
    )


def core_density_pcf(diameter_in: float, depth_in: float, weight_oz: float) -> float:
    """Weight over the volume of the tube, lb/ft³. Raises ValueError for nothing. Source: handbook §19, core.

    >>> round(core_density_pcf(4, 14, 2.61), 2)
    1.6
    """
    if min(diameter_in, depth_in, weight_oz) <= 0:
        raise ValueError("diameter, depth and weight are over 0")
    return weight_oz / OZ_PER_LB / (math.pi / 4 * diameter_in**2 * depth_in / 1728)


def box_density_pcf(box_ft3: float, weight_oz: float) -> float:
    """Of fill blown into a box, lb/ft³. Raises ValueError for nothing. Source: handbook §7, §19, box.

    >>> box_density_pcf(1.5, 48.0)
    2.0
    """
    if min(box_ft3, weight_oz) <= 0:
        raise ValueError("volume and weight are over 0")
    return weight_oz / OZ_PER_LB / box_ft3


def core_weight_psf(density_pcf: float, depth_in: float) -> float:
    """density × depth / 12, lb/ft². Source: handbook §19, R by cores.

    >>> round(core_weight_psf(1.6, 12.0), 2)
    1.6
    """
    return density_pcf * depth_in / 12


def density_by_volume_pcf(bags: float, bag_lb: float, volume_ft3: float) -> float:
    """n·W / volume, lb/ft³. Raises ValueError for no volume. Source: handbook §19, bags by volume."""
    if volume_ft3 <= 0:
        raise ValueError("a volume is over 0 ft³")
    return bags * bag_lb / volume_ft3

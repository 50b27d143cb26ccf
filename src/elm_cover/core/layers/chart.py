"""Coverage charts: from R to thickness, weight and bags (handbook §7, blown fill by the bag)."""

from __future__ import annotations

from bisect import bisect_left
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ..base.arrays import Floats
from ..base.units import ROUNDING_SLACK


@dataclass(frozen=True)
class Row:
    """A printed row: R, thicknesses in inches, ft² of net area that one bag covers."""

    r: float
    installed_in: float
    settled_in: float
    coverage_ft2: float


@dataclass(frozen=True)
class NewFill:
    """The layer to blow: R it adds, both thicknesses in inches, weight in lb/ft². beyond: the chart ends before it."""

    r: float
    installed_in: float
    settled_in: float
    weight_psf: float
    beyond: bool = False


NO_FILL = NewFill(0.0, 0.0, 0.0, 0.0)


@dataclass(frozen=True)
class Chart:
    """A product's coverage chart: rows in rising R, and the weight of a bag in lb."""

    rows: tuple[Row, ...]
    bag_lb: float

    @cached_property
    def r(self) -> Floats:
        """R of the rows, from 0: shape (rows + 1,)."""
        return np.array([0.0, *(row.r for row in self.rows)])

    @cached_property
    def installed_in(self) -> Floats:
        """Installed thickness of the rows, in, from 0: shape (rows + 1,)."""
        return np.array([0.0, *(row.installed_in for row in self.rows)])

    @cached_property
    def settled_in(self) -> Floats:
        """Settled thickness of the rows, in, from 0: shape (rows + 1,)."""
        return np.array([0.0, *(row.settled_in for row in self.rows)])

    @cached_property
    def weight_psf(self) -> Floats:
        """w = bag weight / coverage, lb/ft², from (0, 0) through the rows.

        Shape (rows + 1,). Source: handbook §7, w.
        """
        return np.array([0.0, *(self.bag_lb / row.coverage_ft2 for row in self.rows)])

    @cached_property
    def _corners(self) -> tuple[NewFill, ...]:
        """(0, 0) and the rows, for one value at a time: bisection asks for many."""
        return (NO_FILL, *(self._fill_of_row(index) for index in range(len(self.rows))))

    @cached_property
    def _stops(self) -> tuple[float, ...]:
        return tuple(fill.r for fill in self._corners)

    def _fill_of_row(self, index: int, beyond: bool = False) -> NewFill:
        row = self.rows[index]
        return NewFill(row.r, row.installed_in, row.settled_in, self.bag_lb / row.coverage_ft2, beyond)

    def next_row(self, r_needed: float) -> NewFill:
        """The next printed row that reaches the R: what the label can prove. The last row, marked beyond, past the end.

        Source: handbook §7, next printed row up.
        """
        for index, row in enumerate(self.rows):
            if row.r >= r_needed - ROUNDING_SLACK:
                return self._fill_of_row(index)
        return self._fill_of_row(-1, beyond=True)

    def row_for_depth(self, installed_in: float) -> NewFill:
        """The next printed row that is at least that deep on the day; the last row, marked beyond, past the end.

        installed_in in inches of new fill. Source: handbook §7.
        """
        for index, row in enumerate(self.rows):
            if row.installed_in >= installed_in - ROUNDING_SLACK:
                return self._fill_of_row(index)
        return self._fill_of_row(-1, beyond=True)

    def interpolated(self, r_needed: float) -> NewFill:
        """Both thicknesses and weight linear in R between rows, and from (0, 0) to the first; never past the last.

        Source: handbook §7, interpolate.
        """
        if r_needed > self.r[-1] + ROUNDING_SLACK:
            return self._fill_of_row(-1, beyond=True)
        index = bisect_left(self._stops, r_needed, 1, len(self._stops) - 1)
        low, high = self._corners[index - 1], self._corners[index]
        share = (r_needed - low.r) / (high.r - low.r)
        return NewFill(
            float(r_needed),
            low.installed_in + share * (high.installed_in - low.installed_in),
            low.settled_in + share * (high.settled_in - low.settled_in),
            low.weight_psf + share * (high.weight_psf - low.weight_psf),
        )

    def interpolated_for_depth(self, installed_in: float) -> NewFill:
        """The fill of that installed thickness, between rows.

        installed_in in inches of new fill. Source: handbook §7, interpolate.
        """
        if installed_in > self.installed_in[-1] + ROUNDING_SLACK:
            return self._fill_of_row(-1, beyond=True)
        return self.interpolated(float(np.interp(installed_in, self.installed_in, self.r)))

    def settled_of(self, installed_in: float) -> float:
        """What a layer of that thickness on the day settles to, in: between the rows it lies between; past the last at that row's
        ratio. Source: handbook, Settled since, second part, 3.
        """
        last = self.rows[-1]
        if installed_in > last.installed_in:
            return installed_in * last.settled_in / last.installed_in
        return float(np.interp(installed_in, self.installed_in, self.settled_in))

    def thin_r(self, settled_in: Floats) -> Floats:
        """R of a thinner layer, linear in settled thickness through (0, 0) and the rows.

        settled_in in inches, any shape; answers the same shape. Source: handbook §7, a thin layer.
        """
        return np.interp(settled_in, self.settled_in, self.r)

    def thin_weight_psf(self, settled_in: Floats) -> Floats:
        """Weight of a layer, lb/ft², linear in settled thickness through (0, 0) and the rows; deeper than the last row, as in
        dips of uneven old fill, on at the slope of the last two.

        settled_in in inches, any shape; answers the same shape. Source: handbook §7, a thin layer; Settled since 7.
        """
        deep, w = self.settled_in, self.weight_psf
        slope = (w[-1] - w[-2]) / (deep[-1] - deep[-2])
        found: Floats = np.interp(settled_in, deep, w) + slope * np.maximum(0.0, settled_in - deep[-1])
        return found

    def r_per_in(self, r: float) -> float:
        """R per settled inch near that R: of the first row below it, of the last past the end.

        Source: handbook §5, R_gap.
        """
        r = min(max(r, self.rows[0].r), self.rows[-1].r)
        return r / self.interpolated(r).settled_in

    def densities_pcf(self) -> Floats:
        """Settled lb/ft³ row by row: 12·w / settled thickness.

        Shape (rows,). Source: handbook §7, 12·w / thickness.
        """
        return 12 * self.weight_psf[1:] / self.settled_in[1:]


def chart_bags(net_area_ft2: float, fill: NewFill, bag_lb: float) -> float:
    """Bags that the chart asks for, unrounded: net area / coverage, where coverage is bag weight / w.

    net_area_ft2 in ft², bag_lb in lb. Source: handbook §7, chart bags.
    """
    return net_area_ft2 * fill.weight_psf / bag_lb

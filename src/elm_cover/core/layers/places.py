"""Where on a floor something is asked for: at the cells of its grid, or at parts of equal room under the roof (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.arrays import Floats, Integers
from .dressing import Dressing


@dataclass(frozen=True, eq=False)
class Places:
    """Where on a floor something is asked for: at its cells, to draw it, or at the parts that its sums are made of.

    room_in: room under the roof at each, inches. old_in: depth of the old fill there, None without a map. share: of the
    net floor for each, summing to 1; None: all alike. dressed: what is done at the edge there. edge: the eave that limits
    it, or −1; None where nobody asks.
    """

    room_in: Floats
    old_in: Floats | None = None
    share: Floats | None = None
    dressed: Dressing | None = None
    edge: Integers | None = None

    def mean(self, values: Floats) -> float:
        """Area mean of values given for each place."""
        return float(values.mean() if self.share is None else values @ self.share)

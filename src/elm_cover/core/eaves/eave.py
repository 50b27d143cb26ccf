"""The eave: room for fill under the deck, and the baffle that keeps air over it (handbook §8, eaves).

At plan distance x inward from the outer edge of the top plate::

                          deck  /
                             /  /   g  vent gap, b  baffle, both square to the deck
                          /  /
          H  heel      /  /          room(x) = max(0, c0 + x·tanθ)
                    /  / ____________ D  fill line: old + new installed
                 /  /|
            |  /|  c0|
            |___|____|___________________ ceiling plane
            |plate
            x = 0     x_full

All lengths in inches; pitch is rise in inches per 12 in of run.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from typing import TypeVar

import numpy as np

from ..base.arrays import Floats

Numbers = TypeVar("Numbers", float, Floats)
STANDS_ABOVE_FILL_IN = 2.0
LOW_ROOF_PITCH_IN_12 = 1.0


@dataclass(frozen=True)
class Eave:
    """The section through one eave. heel_in at the outer edge of the plate, from ceiling plane to underside of deck."""

    heel_in: float
    pitch_in_12: float
    vent_gap_in: float
    baffle_thickness_in: float

    @cached_property
    def angle(self) -> float:
        """θ = atan(pitch / 12), radians.

        Source: handbook §8.
        """
        return math.atan(self.pitch_in_12 / 12)

    @cached_property
    def slope(self) -> float:
        """tan θ: rise over run."""
        return self.pitch_in_12 / 12

    @cached_property
    def under_deck_in(self) -> float:
        """(g + b)/cosθ: what gap and baffle take of the height under the deck.

        Inches. Source: handbook §8.
        """
        return (self.vent_gap_in + self.baffle_thickness_in) / math.cos(self.angle)

    @cached_property
    def room_at_plate_in(self) -> float:
        """c0 = H − (g + b)/cosθ, with its sign: the raised-heel test needs it.

        Inches. Source: handbook §8, c0.
        """
        return self.heel_in - self.under_deck_in

    def plane_in(self, x_in: Numbers) -> Numbers:
        """Underside of the baffle at x, in from the ceiling plane, with its sign: c0 + x·tanθ. x_in: a number or an array.

        Inches. Source: handbook §8.
        """
        return self.room_at_plate_in + x_in * self.slope

    def room_in(self, x_in: Numbers) -> Numbers:
        """Vertical room for insulation at x: max(0, c0 + x·tanθ). x_in: a number or an array. Source: handbook §8."""
        plane = self.plane_in(x_in)
        return np.maximum(0.0, plane) if isinstance(plane, np.ndarray) else max(0.0, plane)

    def inward_in(self, plane_in: Numbers) -> Numbers:
        """x where the underside of the baffle is that high, in from the plate's outer edge: (z − c0)/tanθ, signed.

        Inches. Source: handbook §8, x_full.
        """
        return (plane_in - self.room_at_plate_in) / self.slope

    def full_depth_at_in(self, depth_in: float) -> float:
        """x where the full depth begins: (D − c0)/tanθ, not less than 0.

        Inches. Source: handbook §8, x_full.
        """
        return max(0.0, self.inward_in(depth_in))

    def closed_leg_in(self, depth_in: float) -> float:
        """The wind block, from the plate up to the chute: c0, at most 2 in above the fill.

        Inches; depth_in: fill line. Source: handbook §8, closed leg.
        """
        return min(max(0.0, self.room_at_plate_in), depth_in + STANDS_ABOVE_FILL_IN)

    def chute_reach_in(self, depth_in: float) -> float:
        """How far in the chute ends, in plan: 2 in above the fill; 0 where the heel is tall enough to need none.

        Inches in plan; depth_in: fill line. Source: handbook §8, chute length.
        """
        spare = depth_in + STANDS_ABOVE_FILL_IN - self.room_at_plate_in
        return self.full_depth_at_in(depth_in) + max(0.0, min(STANDS_ABOVE_FILL_IN, spare)) / self.slope

    def baffle_length_in(self, depth_in: float) -> float:
        """The chute along the deck.

        Inches along it; depth_in: fill line. Source: handbook §8, chute length.
        """
        return self.chute_reach_in(depth_in) / math.cos(self.angle)

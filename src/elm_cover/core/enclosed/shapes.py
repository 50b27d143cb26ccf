"""Sections that are not an open floor: sloped rafter bays, upright walls, and bays under a net or a floor (handbook §7).

Slope area = plan area / cosθ, depth = rafter depth − channel (handbook: blown fill, enclosed bays)::

        deck
      ______channel          |  |          ===== floor or net
     /  fill /               |  | stud     | fill | joist
    /______ /  board         |__|          |______|
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ..base.arrays import Points
from ..floor.outline import edge_length_ft, polygon_area_ft2
from ..layers.framing import JOIST_WIDTH_IN

CHANNEL_IN = 1.0


@dataclass(frozen=True)
class SlopeInput:
    """Rafter bays as measured: inches, rise in inches per 12 in of run; None: not known."""

    rafter_depth_in: float | None = None
    pitch_in_12: float | None = None
    channel_in: float | None = None


@dataclass(frozen=True)
class WallInput:
    """An upright section as measured, feet and inches; None: not known. backed: its attic side has an air barrier."""

    of: str = "knee_wall"
    height_ft: float | None = None
    length_ft: float | None = None
    stud_depth_in: float | None = None
    backed: bool | None = None


@dataclass(frozen=True)
class CavityInput:
    """Bays under a net or a floor as measured: depth in inches; None: not known."""

    cover: str | None = None
    depth_in: float | None = None


@dataclass(frozen=True)
class Enclosed:
    """An enclosed section measured: its surface in ft², the depth to fill in inches, and what it takes to draw it.

    kind: sloped_bays, knee_wall or netted_cavity. rise_in_12: of the slope, 0 for level bays. framing_in: depth of
    rafter, stud or joist. channel_in: air left open over the fill. wood_in: how high in the bay the framing reaches; above
    it a net hangs free. backed: a wall's attic side has an air barrier; None: not looked at.
    """

    kind: str
    surface_ft2: float
    depth_in: float
    framing_in: float
    channel_in: float = 0.0
    rise_in_12: float = 0.0
    height_ft: float = 0.0
    length_ft: float = 0.0
    of: str | None = None
    cover: str | None = None
    backed: bool | None = None
    wood_in: float = math.inf

    def volume_ft3(self, spacing_in: float, from_in: float = 0.0) -> float:
        """Room in the bays from that height up: area × depth × (1 − 1.5 / spacing) as high as the framing, all of it above.

        Inches, ft³. Source: handbook §7, enclosed bays; Settled since 7.
        """
        between = max(0.0, min(self.depth_in, self.wood_in) - from_in) * (1 - JOIST_WIDTH_IN / spacing_in)
        above = max(0.0, self.depth_in - max(from_in, self.wood_in))
        return self.surface_ft2 * (between + above) / 12


def slope_area_ft2(plan_area_ft2: float, pitch_in_12: float) -> float:
    """Plan area / cosθ, ft².

    Source: handbook §7, enclosed bays.

    >>> round(slope_area_ft2(100.0, 12.0), 1)
    141.4
    """
    return plan_area_ft2 / math.cos(math.atan(pitch_in_12 / 12))


def sloped_bays(outline: Points, plan_area_ft2: float, slope: SlopeInput) -> Enclosed | None:
    """None while rafter depth, pitch or channel is not known.

    Source: handbook §7, slope area, depth = rafter depth − channel.
    """
    if slope.rafter_depth_in is None or slope.pitch_in_12 is None or slope.channel_in is None:
        return None
    return Enclosed(
        "sloped_bays",
        slope_area_ft2(plan_area_ft2, slope.pitch_in_12),
        max(0.0, slope.rafter_depth_in - slope.channel_in),
        slope.rafter_depth_in,
        slope.channel_in,
        slope.pitch_in_12,
        length_ft=_longest_ft(outline),
    )


def upright_wall(outline: Points, wall: WallInput) -> Enclosed | None:
    """A knee wall along the longest side, or a shaft all round; None while its height or stud depth is not known.

    Source: handbook §7, enclosed bays.
    """
    if wall.height_ft is None or wall.stud_depth_in is None:
        return None
    around = sum(edge_length_ft(outline, i) for i in range(len(outline)))
    length = wall.length_ft or (around if wall.of == "skylight_shaft" else _longest_ft(outline))
    return Enclosed(
        "knee_wall",
        length * wall.height_ft,
        wall.stud_depth_in,
        wall.stud_depth_in,
        height_ft=wall.height_ft,
        length_ft=length,
        of=wall.of,
        backed=wall.backed,
    )


def closed_cavity(
    outline: Points, floor_ft2: float, cavity: CavityInput, joist_depth_in: float | None = None
) -> Enclosed | None:
    """None while its depth or cover is not known, or for a net how deep the joists under it are.

    Source: handbook §7, enclosed bays; Settled since 7.
    """
    if cavity.depth_in is None or cavity.cover is None:
        return None
    if cavity.cover == "net" and joist_depth_in is None:
        return None
    return Enclosed(
        "netted_cavity",
        floor_ft2,
        cavity.depth_in,
        cavity.depth_in,
        length_ft=_longest_ft(outline),
        cover=cavity.cover,
        wood_in=joist_depth_in if cavity.cover == "net" and joist_depth_in is not None else math.inf,
    )


def _longest_ft(outline: Points) -> float:
    return max(edge_length_ft(outline, i) for i in range(len(outline)))


def plan_area_ft2(outline: Points, holes: tuple[Points, ...]) -> float:
    """Floor of the outline less its holes, ft²."""
    return polygon_area_ft2(outline) - sum(polygon_area_ft2(hole) for hole in holes)

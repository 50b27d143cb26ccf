"""What is done at the edge of the floor beside the fill: denser material or foam over the plate, foam baffles along the slope (handbook §8).

Over the plate, from its outer edge to reach_in in plan, the remedy fills the room under the chute in place of old and new fill::

               deck ╱ ╱ foam baffle: R·cosθ for each ft² of floor, as far in as the fill touches it
                  ╱ ╱
                ╱ ╱ |
        ______╱_____|__________ fill line
       |  remedy    |  fill
       |____________|_______________ ceiling
       |plate| reach_in

Source: handbook, eaves: remedies in order. R per inch to start from: a dense batt R-15 at 3.5 in (handbook, batts) is 4.3;
extruded foam board R-5 per inch (ASTM C578); closed-cell sprayed foam 6.0 by judgement, its label has the last word.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats, Integers
from ..layers.dressing import Dressing
from .eave import Eave


@dataclass(frozen=True)
class RemedyKind:
    """title: as it reads in a sentence. r_per_in, reach_in: to start from. mind: what to mind."""

    title: str
    r_per_in: float
    mind: str
    reach_in: float


REMEDIES = {
    "dense_batt": RemedyKind(
        "denser batts at the edge", 4.3, "Cut them to the slope; snug, not squeezed; baffle and wind block first.", 24.0
    ),
    "rigid_board": RemedyKind(
        "rigid board over the plate",
        5.0,
        "Cut to the chute, laid in layers, edges sealed. Foam board may need an ignition barrier: local rule.",
        12.0,
    ),
    "sprayed_foam": RemedyKind(
        "closed-cell foam over the plate",
        6.0,
        "Sprayed by trained people with the maker's protection and nobody else in the space; ignition barrier by local rule.",
        12.0,
    ),
}
SAMPLES = 256


@dataclass(frozen=True)
class Remedy:
    """What fills the room over the plate, from its outer edge to reach_in."""

    kind: str
    r_per_in: float
    reach_in: float


def remedy_of(kind: str, r_per_in: float | None = None, reach_in: float | None = None) -> Remedy:
    """A remedy with the start values of its kind where none are given.

    Raises KeyError for a kind that is none. Source: handbook §8, remedies in order.
    """
    start = REMEDIES[kind]
    return Remedy(
        kind, start.r_per_in if r_per_in is None else r_per_in, start.reach_in if reach_in is None else reach_in
    )


def remedy_ft3_per_ft(eave: Eave, remedy: Remedy, depth_in: float) -> float:
    """How much of it each foot of eave takes, ft³: ∫ min(D, room) dx from the plate's outer edge to reach_in, /144.

    depth_in: fill line, inches. Source: handbook §8, room(x).
    """
    x = (np.arange(SAMPLES) + 0.5) * remedy.reach_in / SAMPLES
    room = eave.room_in(x)
    return float(np.minimum(depth_in, room).mean()) * remedy.reach_in / 144


@dataclass(frozen=True)
class EdgeWork:
    """The edges of one section. foam_r: R square to a foam baffle, 0 for thin kinds. remedies by edge."""

    foam_r: float = 0.0
    remedies: tuple[tuple[int, Remedy], ...] = ()

    @property
    def any(self) -> bool:
        """Whether anything is done at the edges."""
        return self.foam_r > 0 or bool(self.remedies)


def dressing(work: EdgeWork, eaves: Mapping[int, Eave], edge: Integers, plane_in: Floats) -> Dressing | None:
    """Edge work at points: edge is the eave that limits each, or −1; plane_in the underside of the baffle there.

    None where there is no edge work. Arrays of shape (places,), inches. Source: handbook §8, remedies in order.
    """
    if not work.any:
        return None
    over, per_in = np.zeros(edge.shape), np.zeros(edge.shape)
    remedies = dict(work.remedies)
    for index, eave in eaves.items():
        mine = edge == index
        over[mine] = work.foam_r * np.cos(eave.angle)
        remedy = remedies.get(index)
        if remedy is not None:
            inward = eave.inward_in(plane_in)
            per_in[mine & (inward < remedy.reach_in)] = remedy.r_per_in
    return Dressing(over, per_in)

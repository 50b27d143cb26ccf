"""Voids and poor contact: heat paths through layers that miss the ceiling in places, and the R still to add (handbook §5).

A layer of R 11 that misses the ceiling over 8 % of the floor is not worth R 10: those bare places carry most of the
heat. So voids are areas with a heat path of their own, never a percentage off::

         sound part 1 − v          bare part v
      B + R + N  (new fill N)      B + R_gap + N
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..base.memory import remembered
from .layer import Layer

MOST_R_TO_ADD = 1000.0
R_TOLERANCE = 1e-10


@dataclass(frozen=True)
class VoidPath:
    """One heat path through the old layers: its share of the floor, and the R of the layers that are there on it."""

    share: float
    r_old: float
    open_depth_in: float


def void_shares(layers: Sequence[Layer]) -> tuple[tuple[float, tuple[bool, ...]], ...]:
    """Every combination of sound and bare among the voided layers: its share of the floor, and which are bare.

    Shares are independent and sum to 1. Source: handbook §5, several voided layers.
    """
    return _shares_of(tuple(layer.void for layer in layers))


@remembered()
def _shares_of(voids: tuple[float, ...]) -> tuple[tuple[float, tuple[bool, ...]], ...]:
    choices = [((1 - void, False), (void, True)) if void > 0 else ((1.0, False),) for void in voids]
    found = []
    for combination in itertools.product(*choices):
        share = 1.0
        for part, _ in combination:
            share *= part
        if share > 0:
            found.append((share, tuple(bare for _, bare in combination)))
    return tuple(found)


def void_paths(layers: Sequence[Layer]) -> tuple[VoidPath, ...]:
    """The heat paths through the layers, with the R that is there on each.

    Source: handbook §5, voids and poor contact.
    """
    return tuple(
        VoidPath(
            share,
            sum(0.0 if bare else layer.r for layer, bare in zip(layers, bares, strict=True)),
            sum(layer.depth_in for layer, bare in zip(layers, bares, strict=True) if bare and layer.open),
        )
        for share, bares in void_shares(layers)
    )


def r_with(layers: Sequence[Layer], boundary: float | None, r_new: float = 0.0, new_r_per_in: float = 0.0) -> float:
    """R of the layers with new fill on top, by parallel paths, films and board taken off again.

    layers: as they lie. boundary: B, or None where no layer has voids (B then cancels). r_new: R laid on top.
    new_r_per_in: R per inch of the new fill that drops into gaps open from above. Source: handbook, voids.
    """
    paths = void_paths(layers)
    if len(paths) == 1:
        return paths[0].r_old + paths[0].open_depth_in * new_r_per_in + r_new
    if boundary is None:
        raise ValueError("the ceiling board is needed where a layer has voids")
    u = sum(p.share / (boundary + p.r_old + p.open_depth_in * new_r_per_in + r_new) for p in paths)
    return 1 / u - boundary


def r_to_add(target: float, reached: Callable[[float], float]) -> float:
    """The smallest N ≥ 0 with reached(N) = target, by bisection; reached rises with N. 0 where it is there already.

    Source: handbook §5, solve by bisection.
    """
    if reached(0.0) >= target:
        return 0.0
    low, high = 0.0, target
    while reached(high) < target and high < MOST_R_TO_ADD:
        high *= 2
    while high - low > R_TOLERANCE:
        middle = (low + high) / 2
        low, high = (low, middle) if reached(middle) >= target else (middle, high)
    return high

"""Old layers as the solved corner takes them: what is without credit still is an enclosed air space (Settled since 3) (handbook §8).

A batt that is tented, or a fouled one, earns no R in the plan. In the section drawn something is there all the same: air that
does not move to the attic, R 0.9 over ¾ in or more. Each layer goes smoothly from sound to that with its void share::

      sound, share 1 − v       air space, share v        together: 1 / ((1 − v)/(B + R) + v/(B + R_air)) − B

Gaps open from above hold new loose fill where it is blown; with nothing over them they are bare board, and the layer is drawn
thinner by their share.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..layers.layer import Layer, air_space_r
from ..layers.voids import r_with
from .model import SettledLayer


@dataclass(frozen=True)
class Over:
    """What lies over the old layers. r: of it all. per_in: R per inch of loose fill that drops into gaps, 0: none does.
    anything: whether there is something, so that gaps open from above are covered."""

    r: float = 0.0
    per_in: float = 0.0
    anything: bool = False


def settled_old(layers: Sequence[Layer], boundary: float, over: Over) -> tuple[SettledLayer, ...]:
    """Old layers from the ceiling up, each with its share of what they are worth together in the corner.

    boundary: B. Source: handbook §5, voids; Settled since 3.
    """
    bares = [_bare_r(layers, number, over) for number in range(len(layers))]
    sound = [max(layer.r, air_space_r(layer.depth_in)) for layer in layers]
    alone = []
    for number, layer in enumerate(layers):
        others = boundary + over.r + sum(sound) - sound[number]
        alone.append(1 / ((1 - layer.void) / (others + sound[number]) + layer.void / (others + bares[number])) - others)
    scale = _together(layers, sound, bares, boundary + over.r) / sum(alone) if sum(alone) > 0 else 1.0
    return tuple(
        _settled(layer, sound[i], bares[i], alone[i], scale, _is_uncovered(layers, i, over))
        for i, layer in enumerate(layers)
    )


def _is_uncovered(layers: Sequence[Layer], number: int, over: Over) -> bool:
    """Whether the gaps of a layer are open to the attic: open from above, and nothing lies over them."""
    return layers[number].open and not over.anything and number == len(layers) - 1


def _bare_r(layers: Sequence[Layer], number: int, over: Over) -> float:
    """R where the layer is missing: of new fill in the gap, of the air enclosed there, or none."""
    layer = layers[number]
    if layer.open and over.per_in > 0:
        return layer.depth_in * over.per_in
    return 0.0 if _is_uncovered(layers, number, over) else air_space_r(layer.depth_in)


def _together(layers: Sequence[Layer], sound: Sequence[float], bares: Sequence[float], around: float) -> float:
    """R of all of them by parallel paths, with what is around them in series."""
    # A gap worth R is, for the path, a sound layer of that R under one that is missing.
    low = [replace(layer, r=bare, void=0.0) for layer, bare in zip(layers, bares, strict=True)]
    high = [replace(layer, r=s - b) for layer, s, b in zip(layers, sound, bares, strict=True)]
    return r_with((*low, *(replace(la, open=False) for la in high)), around)


def _settled(layer: Layer, sound: float, bare: float, alone: float, scale: float, uncovered: bool) -> SettledLayer:
    if uncovered:
        return SettledLayer(layer.depth_in * (1 - layer.void), alone * scale, layer.material)
    air = air_space_r(layer.depth_in)
    share = 1.0 if sound <= air else min(1.0, max(0.0, (sound - alone) / (sound - air)))
    if bare > air:
        share = 0.0  # filled: no air is left in it
    return SettledLayer(
        depth_in=layer.depth_in,
        r=alone * scale,
        material=layer.material,
        air=share,
        fill_conductivity=layer.depth_in / sound if sound > 0 else 0.0,
    )

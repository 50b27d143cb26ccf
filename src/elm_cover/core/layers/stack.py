"""How old and new fill share the room under the roof, place by place (handbook §8, eaves, what is there already).

The fill line is level: over a dip of the old fill the new fill is thicker, over a heap it is thinner. Where the roof
leaves less room than the fill line asks for, the old fill keeps its place and its R shrinks with its depth.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ..base.arrays import Floats
from .chart import NewFill
from .dressing import REMEDY_LAYER, Dressing
from .kinds import kind_of
from .layer import Layer, compression_exponent, topmost_loose

# By judgement: a batt pressed to less than this share of its thickness is cut back instead.
LEAST_PRESSED_SHARE = 0.5


@dataclass(frozen=True, eq=False)
class LayerAt:
    """A layer of old fill at many points: what it is, and its depth (in) and R there."""

    layer: Layer
    depth_in: Floats
    r: Floats


@dataclass(frozen=True, eq=False)
class Lying:
    """What lies at each point: the layers from the ceiling up, new batts included, and the blown fill over them.

    old_in: top of the old fill on the day. under_in: top of the batts, where the blown fill starts. top_in: of it all.
    over_r: R of a foam baffle that lies on it.
    """

    layers: tuple[LayerAt, ...]
    old_in: Floats
    under_in: Floats
    new_installed_in: Floats
    new_settled_in: Floats
    over_r: Floats | float = 0.0

    @property
    def top_in(self) -> Floats:
        """Top of it all on the day, in, shape (places,)."""
        return self.under_in + self.new_installed_in


@dataclass(frozen=True)
class Stack:
    """The fill of one section. layers: what lies under the new fill, at its mean depth, in inches.

    rise_in: how much higher the layers stand on the day than later, where they were lifted onto fresh fill.
    under_layers: how many of the layers are such fresh fill; a map of the old fill does not speak of those.
    batts: new batts over the layers and under the fill. At the eave a batt is pressed to the room that is left, down to
    half its thickness; where there is less, it is cut back, so that nothing is jammed against the deck.
    """

    layers: tuple[Layer, ...]
    fill: NewFill
    rise_in: float = 0.0
    under_layers: int = 0
    batts: tuple[Layer, ...] = ()

    @cached_property
    def old_in(self) -> float:
        """Depth of the old fill, on the day."""
        return sum(layer.depth_in for layer in self.layers) + self.rise_in

    @cached_property
    def installed_in(self) -> float:
        """All that is new on the day: batts and blown fill."""
        return depth_of(self.batts) + self.fill.installed_in

    @cached_property
    def settled_in(self) -> float:
        """All that is new after settling, inches."""
        return depth_of(self.batts) + self.fill.settled_in

    @cached_property
    def depth_in(self) -> float:
        """D: what lies there + new installed, the fill line."""
        return self.old_in + self.installed_in

    def map_under(self, today: Sequence[Layer], map_in: Floats) -> Floats:
        """A map of what lies today as it lies under the new fill, in, same shape: a little thinner where it is pressed.

        Source: handbook §8, old(x).
        """
        now, later = depth_of(today), depth_of(self.layers[self.under_layers :])
        return map_in * (later / now) if now > 0 else map_in

    def at(self, room_in: Floats, old_in: Floats | None = None, dressed: Dressing | None = None) -> Lying:
        """What lies where the room is room_in. old_in: depth of the old fill there by the readings, or None: the mean.

        dressed: work at the edge, which takes the place of the fill over the plate.

        Inches, each array of shape (places,). Source: handbook §8, old(x), new_installed(x), new_settled(x).
        """
        laid = self._laid(np.ones_like(room_in), old_in)
        later = sum((layer.depth_in for layer in laid), np.zeros_like(room_in))
        today = later + self.rise_in
        lies = np.minimum(today, room_in)
        share = np.divide(np.minimum(later, room_in), later, out=np.ones_like(room_in), where=later > 0)
        layers = tuple(LayerAt(la.layer, la.depth_in * share, la.r * share) for la in laid)
        batts, under = self._batts_at(room_in, lies)
        # Where a batt is cut back, loose fill takes its place; without any there is nothing.
        installed = np.maximum(0.0, np.minimum(self.depth_in, room_in) - under)
        if self.fill.installed_in == 0:
            installed = np.zeros_like(room_in)
        ratio = self.fill.settled_in / self.fill.installed_in if self.fill.installed_in > 0 else 0.0
        # Fill does not settle into spare room: the installed depth there, times settled / installed.
        lying = Lying((*layers, *batts), lies, under, installed, installed * ratio)
        return lying if dressed is None else self._dressed(lying, room_in, dressed)

    def _dressed(self, lying: Lying, room_in: Floats, dressed: Dressing) -> Lying:
        """The same with the edge's remedy in place of the fill, and the foam baffle over what touches it."""
        filled = dressed.r_per_in > 0
        top = np.where(filled, np.minimum(self.depth_in, room_in), 0.0)
        stays = np.where(filled, 0.0, 1.0)
        kept = [LayerAt(la.layer, la.depth_in * stays, la.r * stays) for la in lying.layers]
        kept.insert(len(self.layers), LayerAt(REMEDY_LAYER, top, top * dressed.r_per_in))
        return Lying(
            tuple(kept),
            lying.old_in * stays,
            np.where(filled, top, lying.under_in),
            lying.new_installed_in * stays,
            lying.new_settled_in * stays,
            np.where(room_in < self.depth_in, dressed.over_r, 0.0),
        )

    def _batts_at(self, room_in: Floats, lies: Floats) -> tuple[tuple[LayerAt, ...], Floats]:
        """The batts where the room is room_in over what lies there, and the top of them."""
        found: list[LayerAt] = []
        top, going_on = lies, np.ones(room_in.shape, dtype=bool)
        for batt in self.batts:
            space = np.clip(room_in - top, 0.0, batt.depth_in)
            going_on = going_on & (space >= batt.depth_in * LEAST_PRESSED_SHARE)
            depth = np.where(going_on, space, 0.0)
            exponent = compression_exponent(batt.r, batt.depth_in)
            found.append(LayerAt(batt, depth, batt.r * (depth / batt.depth_in) ** exponent))
            top = top + depth
        return tuple(found), top

    def _laid(self, ones: Floats, old_in: Floats | None) -> tuple[LayerAt, ...]:
        """The layers at full room. The topmost loose old layer takes what the map says more or less than the mean."""
        depths = [ones * layer.depth_in for layer in self.layers]
        old = self.layers[self.under_layers :]
        if old_in is not None and old:
            top = self.under_layers + topmost_loose([layer.material for layer in old])
            others = sum(layer.depth_in for layer in old) - self.layers[top].depth_in
            for i in range(self.under_layers, len(self.layers)):
                layer = self.layers[i]
                if i == top:
                    depths[i] = np.maximum(0.0, old_in - others)
                elif others > 0:
                    depths[i] = layer.depth_in * np.minimum(1.0, old_in / others)
        return tuple(
            LayerAt(layer, depth, depth * _r_per_in(layer)) for layer, depth in zip(self.layers, depths, strict=True)
        )


def _r_per_in(layer: Layer) -> float:
    return layer.r / layer.depth_in if layer.depth_in > 0 else kind_of(layer.material).r_per_in


def depth_of(layers: Sequence[Layer]) -> float:
    """Depth of all layers, inches."""
    return sum(layer.depth_in for layer in layers)

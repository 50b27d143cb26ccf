"""The old fill as it lies: its layers today, what they are worth, defect by defect (handbook §5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..base.arrays import Floats
from ..base.memory import Itself, remembered
from ..base.notebook import Notebook
from ..base.units import eighths
from ..given.section import LayerInput, SectionInput
from ..layers.chart import NO_FILL
from ..layers.heat_paths import cavity_r
from ..layers.kinds import kind_of
from ..layers.layer import Layer, labelled_r, old_layer, topmost_loose
from ..layers.stack import Stack, depth_of
from ..layers.voids import r_with


@dataclass(frozen=True)
class WorthStep:
    """What the old fill is worth after one more defect is counted; layer: place in the list, or None for all."""

    layer: int | None
    what: str
    r: float
    change: float


USUAL_OLD_DENSITY_PCF = (0.3, 5.0)
NO_CREDIT = ("wet", "fouled")


def layers_today(section: SectionInput, mean_in: float | None, notes: Notebook) -> tuple[Layer, ...] | None:
    """The old layers as they lie, at their mean depth by the readings where there are any; None while unknown.

    Source: handbook §5, order within a layer; design §3, readings.
    """
    if section.layers is None:
        if section.kind == "left_out":
            return None
        notes.ask("measure", f"{section.path}.existing", "What lies there now? Bare, or which old fill and how deep")
        return None
    layers = list(section.layers)
    for index, layer in enumerate(layers):
        at = f"{section.path}.existing[{index}]"
        if layer.depth_in is None:
            notes.ask("measure", f"{at}.depth_in", "How deep is this old layer?")
        if layer.r is None and layer.material is None:
            notes.ask("measure", f"{at}.material", "What is this old layer made of?")
    if any(la.depth_in is None or (la.r is None and la.material is None) for la in layers):
        return None
    if mean_in is not None and layers:
        layers = _at_mean(layers, mean_in)
    for layer in layers:
        _layer_flags(layer, notes)
    return tuple(_as_it_lies(layer) for layer in layers)


def _at_mean(layers: list[LayerInput], mean_in: float) -> list[LayerInput]:
    """The recorded layers with the readings' mean as their total: the topmost loose one takes the difference."""
    top = topmost_loose([layer.material for layer in layers])
    others = sum(layer.depth_in or 0.0 for i, layer in enumerate(layers) if i != top)
    recorded = layers[top].depth_in or 0.0
    depth = max(0.0, mean_in - others)
    r = layers[top].r
    scaled = None if r is None else (r * depth / recorded if recorded else 0.0)
    # A pressed batt keeps its label: its R follows from the thickness it was printed for.
    kept = layers[top].label_in is not None and r is not None
    return [
        replace(layer, depth_in=depth, r=r if kept else scaled) if i == top else layer for i, layer in enumerate(layers)
    ]


def _as_it_lies(layer: LayerInput) -> Layer:
    lying = old_layer(
        layer.material, layer.depth_in or 0.0, layer.r, layer.condition, layer.density_pcf, layer.label_in
    )
    return replace(lying, void=layer.void, open=layer.open)


def _layer_flags(layer: LayerInput, notes: Notebook) -> None:
    if layer.condition in NO_CREDIT:
        notes.flag(
            "old_fill_" + layer.condition,
            "caution",
            f"Old fill recorded as {layer.condition}: it earns no R.",
            "Mend the cause, then clear it out before new fill goes down.",
        )
    least, most = USUAL_OLD_DENSITY_PCF
    if layer.density_pcf is not None and not least <= layer.density_pcf <= most:
        notes.flag(
            "unusual_density",
            "caution",
            f"Old fill of {layer.density_pcf:g} lb/ft³ is unusual.",
            "Check the sample: weigh a known volume again.",
        )


def needs_board(layers: Sequence[Layer], map_in: Floats | None = None) -> bool:
    """Whether the ceiling board must be known: with voids, or where the depth differs, B stays in the sum.

    Source: handbook §5, B.
    """
    return any(layer.void > 0 for layer in layers) or (map_in is not None and bool(np.ptp(map_in) > 0))


def r_as_it_lies(layers: tuple[Layer, ...], boundary: float | None, map_in: Floats | None) -> float:
    """R of the old fill over the floor: by the mean of U where the depth differs, films and board taken off again.

    map_in: inches at each cell, shape (cells,). Source: handbook §5, §6, mean of U, not of R.
    """
    if map_in is None or not layers or boundary is None or np.ptp(map_in) == 0:
        return r_with(layers, boundary)
    return _over_map(layers, boundary, Itself(map_in))


# No depth of the new fill changes it.
@remembered(lambda _: 8, lambda layers, boundary, old_in: old_in.thing.nbytes)
def _over_map(layers: tuple[Layer, ...], boundary: float, old_in: Itself) -> float:
    map_in: Floats = old_in.thing
    laid = Stack(layers, NO_FILL).at(np.full(map_in.size, np.inf), map_in).layers
    r = cavity_r(laid, boundary, np.zeros(map_in.size), 0.0)
    return float(1 / np.mean(1 / (boundary + r)) - boundary)


def worth(
    section: SectionInput, layers: tuple[Layer, ...], boundary: float | None, r_existing: float
) -> tuple[WorthStep, ...]:
    """R as labelled → R as it lies, one defect at a time in the order of the handbook."""
    return _worth(section.layers or (), bool(section.readings), layers, boundary, r_existing)


# No depth of the new fill changes it.
@remembered()
def _worth(
    recorded: tuple[LayerInput, ...],
    read: bool,
    layers: tuple[Layer, ...],
    boundary: float | None,
    r_existing: float,
) -> tuple[WorthStep, ...]:
    given = list(recorded)
    if not given:
        return ()
    r = sum(labelled_r(la.material, la.depth_in or 0.0, la.r) for la in given)
    steps = [WorthStep(None, "as labelled, or depth × default", r, 0.0)]

    def step(layer: int | None, what: str, to: float) -> None:
        nonlocal r
        if abs(to - r) > 0.005:
            steps.append(WorthStep(layer, what, to, to - r))
        r = to

    bare = [replace(la, condition="sound", label_in=None, void=0.0) for la in given]
    if read:
        bare = _at_mean([replace(la, label_in=None) for la in bare], depth_of(layers))
        step(None, "depth by the readings", sum(_as_it_lies(la).r for la in bare))
        given = _at_mean(given, depth_of(layers))
    for i, layer in enumerate(given):
        name = kind_of(layer.material).name
        if layer.label_in is not None and layer.r is not None and (layer.depth_in or 0.0) < layer.label_in:
            bare[i] = replace(bare[i], label_in=layer.label_in, r=layer.r)
            pressed = f"{name} pressed from {eighths(layer.label_in)} to {eighths(layer.depth_in or 0.0)}"
            step(i, pressed, sum(_as_it_lies(la).r for la in bare))
    for i, layer in enumerate(given):
        if layer.condition != "sound":
            bare[i] = replace(bare[i], condition=layer.condition)
            name = kind_of(layer.material).name
            step(i, f"{name} {layer.condition}", sum(_as_it_lies(la).r for la in bare))
    if boundary is not None:
        for i, layer in enumerate(given):
            if layer.void > 0:
                bare[i] = replace(bare[i], void=layer.void, open=layer.open)
                name = kind_of(layer.material).name
                so_far = tuple(_as_it_lies(la) for la in bare)
                step(i, f"{name} bare or not touching over {layer.void:.1%}", r_with(so_far, boundary))
    step(None, "uneven depth", r_existing)
    return tuple(steps)

"""Keep the old fill, re-lay it, lift it or clear it out: what it is worth, what speaks for which, and what is left."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..base.units import eighths
from ..floor.outline import Floats
from ..given.section import LayerInput, SectionInput
from ..layers.chart import NO_FILL, Chart
from ..layers.heat_paths import cavity_r
from ..layers.layer import CONTACT_VOID, OldLayer, labelled_r, old_layer, r_with, topmost_loose
from ..layers.stack import Taper, depth_of
from ..section.result import Notebook, OldFillOption, Removal, WorthStep

USUAL_OLD_DENSITY_PCF = (0.3, 5.0)
NO_CREDIT = ("wet", "fouled")
# Above this share bare, batts that can be moved are worth lifting or re-laying: worse than the grade "minor".
POOR_CONTACT_VOID = 0.05
STANDS_CLEAR_OF_JOISTS_IN = 1.0
REMOVAL_BAG_FT3 = 10.0
VACUUM_FT3_PER_HOUR = 120.0
NAMES = {
    "glass_batt": "glass batts",
    "mineral_wool_batt": "mineral wool batts",
    "glass_loose": "loose glass",
    "cellulose_loose": "loose cellulose",
    "mineral_wool_loose": "loose mineral wool",
    "wood_fiber_loose": "loose wood fiber",
    "unknown_loose": "old loose fill",
}


def layers_today(section: SectionInput, mean_in: float | None, notes: Notebook) -> tuple[OldLayer, ...] | None:
    """The old layers as they lie, at their mean depth by the readings where there are any; None while unknown."""
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


def _as_it_lies(layer: LayerInput) -> OldLayer:
    return old_layer(
        layer.material,
        layer.depth_in or 0.0,
        layer.r,
        layer.condition,
        layer.void,
        layer.open,
        layer.density_pcf,
        layer.label_in,
    )


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


def needs_board(layers: Sequence[OldLayer], map_in: Floats | None = None) -> bool:
    """Whether the ceiling board must be known: with voids, or where the depth differs, B stays in the sum."""
    return any(layer.void > 0 for layer in layers) or (map_in is not None and bool(np.ptp(map_in) > 0))


def r_as_it_lies(layers: tuple[OldLayer, ...], boundary: float | None, map_in: Floats | None) -> float:
    """R of the old fill over the floor: by the mean of U where the depth differs, films and board taken off again."""
    if map_in is None or not layers or boundary is None or np.ptp(map_in) == 0:
        return r_with(layers, boundary)
    laid = Taper(layers, NO_FILL).at(np.full(map_in.size, np.inf), map_in).layers
    r = cavity_r(laid, boundary, np.zeros(map_in.size), 0.0)
    return float(1 / np.mean(1 / (boundary + r)) - boundary)


def worth(
    section: SectionInput, layers: tuple[OldLayer, ...], boundary: float | None, r_existing: float
) -> tuple[WorthStep, ...]:
    """R as labelled → R as it lies, one defect at a time in the order of the handbook."""
    given = list(section.layers or ())
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
    if section.readings:
        bare = _at_mean([replace(la, label_in=None) for la in bare], depth_of(layers))
        step(None, "depth by the readings", sum(_as_it_lies(la).r for la in bare))
        given = _at_mean(given, depth_of(layers))
    for i, layer in enumerate(given):
        name = NAMES.get(layer.material or "", "old fill")
        if layer.label_in is not None and layer.r is not None and (layer.depth_in or 0.0) < layer.label_in:
            bare[i] = replace(bare[i], label_in=layer.label_in, r=layer.r)
            pressed = f"{name} pressed from {eighths(layer.label_in)} to {eighths(layer.depth_in or 0.0)}"
            step(i, pressed, sum(_as_it_lies(la).r for la in bare))
    for i, layer in enumerate(given):
        if layer.condition != "sound":
            bare[i] = replace(bare[i], condition=layer.condition)
            name = NAMES.get(layer.material or "", "old fill")
            step(i, f"{name} {layer.condition}", sum(_as_it_lies(la).r for la in bare))
    if boundary is not None:
        for i, layer in enumerate(given):
            if layer.void > 0:
                bare[i] = replace(bare[i], void=layer.void, open=layer.open)
                name = NAMES.get(layer.material or "", "old fill")
                so_far = tuple(_as_it_lies(la) for la in bare)
                step(i, f"{name} bare or not touching over {layer.void:.1%}", r_with(so_far, boundary))
    step(None, "uneven depth", r_existing)
    return tuple(steps)


def propose(section: SectionInput, layers: Sequence[OldLayer]) -> tuple[str, tuple[str, ...]]:
    """What the record speaks for: keep, lift, clear, or wait; and why. Never chosen for the user."""
    if "vermiculite" in section.blocked_by:
        return "wait", ("Vermiculite-like fill may hold asbestos: nothing in it is disturbed until it is cleared.",)
    given = section.layers or ()
    if not given:
        return "keep", ("The floor is bare: there is nothing to lift or clear.",)
    spoiled = [la for la in given if la.condition in NO_CREDIT]
    if spoiled:
        reasons = [f"{_named(la)} recorded as {la.condition}: no R, and no base for new fill." for la in spoiled]
        return "clear", (*reasons, "Mend the cause first, or the new fill goes the same way.")
    if "animals" in section.blocked_by:
        return "clear", ("Animals or droppings are recorded: fouled fill comes out after the way in is shut.",)
    poor = [la for la in given if la.void >= POOR_CONTACT_VOID]
    if poor:
        why = tuple(f"{_named(la)} bare or not touching over {la.void:.1%} of the floor." for la in poor)
        if only_batts(section):
            return "lift", (*why, "Sound batts can be raised, blown beneath and laid back; or re-laid by hand, slowly.")
        return "keep", (
            *why,
            "Loose fill lies over it, so it cannot be lifted; clear it out only where leaks must be found.",
        )
    worst = max((la.void for la in given), default=0.0)
    return "keep", (f"Sound and in contact: {worst:.1%} of the floor bare at most.",)


def only_batts(section: SectionInput) -> bool:
    """Whether all that is on record is batts: loose fill cannot be lifted."""
    return all((la.material or "").endswith("_batt") for la in section.layers or ())


def _named(layer: LayerInput) -> str:
    return NAMES.get(layer.material or "", "old fill").capitalize()


@dataclass(frozen=True)
class Ground:
    """What the new fill lies on after the decision: the layers, and what was blown under lifted batts."""

    layers: tuple[OldLayer, ...]
    under_installed_in: float = 0.0
    under_settled_in: float = 0.0
    under_weight_psf: float = 0.0

    @property
    def rise_in(self) -> float:
        return self.under_installed_in - self.under_settled_in

    @property
    def under_layers(self) -> int:
        return 1 if self.under_installed_in > 0 else 0


def action_of(section: SectionInput) -> str:
    """keep, relay, lift or clear: by the method where it says so, else as decided for the section, else keep."""
    method = section.choice.method if section.choice else None
    by_method = {"lift_and_fill": "lift", "clear_and_blow": "clear"}.get(method or "")
    return by_method or section.old_fill or "keep"


def ground(
    action: str, layers: tuple[OldLayer, ...], joist_depth_in: float | None, chart: Chart | None, kind: str | None
) -> Ground | None:
    """The layers after keep, relay, lift or clear; None where lifting needs the joists' depth or a chart.

    Cleared layers leave. Re-laid ones are snug. Lifted batts lie in full contact on fresh fill that stands 1 in above the
    joists. Source: handbook, keep, lift or clear.
    """
    if action == "clear":
        return Ground(())
    if action == "relay":
        return Ground(tuple(replace(la, void=min(la.void, CONTACT_VOID["snug"])) for la in layers))
    if action != "lift" or not layers:
        return Ground(layers)
    if joist_depth_in is None or chart is None:
        return None
    installed = joist_depth_in + STANDS_CLEAR_OF_JOISTS_IN
    row = chart.rows[0]
    settled = installed * row.settled_in / row.installed_in
    at = np.array([settled])
    weight = float(chart.thin_weight_psf(at)[0])
    under = OldLayer(kind, settled, float(chart.thin_r(at)[0]), weight_psf=weight)
    healed = tuple(replace(la, void=0.0) for la in layers)
    return Ground((under, *healed), installed, settled, weight)


def options(layers: tuple[OldLayer, ...], boundary: float | None, r_existing: float) -> tuple[OldFillOption, ...]:
    """What the old fill would be worth after each of the four, side by side."""
    if not layers:
        return ()
    relaid = ground("relay", layers, None, None, None)
    relaid_r = None if relaid is None or (boundary is None and needs_board(layers)) else r_with(relaid.layers, boundary)
    return (
        OldFillOption("keep", r_existing, "It stays as it lies; new fill goes on top."),
        OldFillOption("relay", relaid_r, "Re-laid in contact by hand: slow, no machine."),
        OldFillOption("lift", sum(la.r for la in layers), "Raised, blown beneath, laid back in contact, then capped."),
        OldFillOption("clear", 0.0, "Vacuumed out and bagged; every leak can be seen."),
    )


def removal(volume_ft3: float, layers: Sequence[OldLayer], net_area_ft2: float) -> Removal:
    """What clearing out takes: volume, bags of 10 ft³, hours for two with a vacuum, weight. Source: handbook, start rates."""
    return Removal(
        volume_ft3,
        volume_ft3 / REMOVAL_BAG_FT3,
        volume_ft3 / VACUUM_FT3_PER_HOUR,
        sum(la.weight_psf for la in layers) * net_area_ft2,
    )

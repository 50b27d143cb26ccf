"""What lies in a section and what to blow on it: existing R, target, and the row of the chart."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from .coverage import NO_FILL, Chart, NewFill
from .eaves import Eave
from .existing import OldLayer, old_layer, pressed, r_to_add, r_with, topmost_loose
from .outline import edge_side
from .result import Notebook
from .section_input import SectionInput
from .targets import code_r, raised_heel_r, retrofit_r
from .units import ROUNDING_SLACK, eighths, r_value

USUAL_OLD_DENSITY_PCF = (0.3, 5.0)


def layers_today(section: SectionInput, notes: Notebook) -> tuple[OldLayer, ...] | None:
    """The old layers as they lie, their depths by the mean of the readings where there are any; None while unknown."""
    if section.layers is None:
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
    if section.readings_in and layers:
        mean = sum(section.readings_in) / len(section.readings_in)
        top = topmost_loose([layer.material for layer in layers])
        others = sum(layer.depth_in or 0.0 for i, layer in enumerate(layers) if i != top)
        recorded = layers[top].depth_in or 0.0
        depth = max(0.0, mean - others)
        r = layers[top].r
        layers[top] = replace(
            layers[top], depth_in=depth, r=None if r is None else (r * depth / recorded if recorded else 0.0)
        )
        notes.flag(
            "readings_mean",
            "note",
            f"The old depth is taken as the mean of {len(section.readings_in)} readings, {eighths(mean)}, everywhere.",
            "Look at the lowest reading by itself before the fill hides it.",
        )
    for layer in layers:
        if layer.condition in ("wet", "fouled"):
            notes.flag(
                "old_fill_" + layer.condition,
                "caution",
                f"Old fill recorded as {layer.condition}: it earns no R.",
                "Mend the cause, then clear it out before new fill goes down.",
            )
        if layer.density_pcf is not None and not (
            USUAL_OLD_DENSITY_PCF[0] <= layer.density_pcf <= USUAL_OLD_DENSITY_PCF[1]
        ):
            notes.flag(
                "unusual_density",
                "caution",
                f"Old fill of {layer.density_pcf:g} lb/ft³ is unusual.",
                "Check the sample: weigh a known volume again.",
            )
    return tuple(
        old_layer(la.material, la.depth_in or 0.0, la.r, la.condition, la.void, la.open, la.density_pcf)
        for la in layers
    )


def depth_of(layers: Sequence[OldLayer]) -> float:
    """Depth of all layers, inches."""
    return sum(layer.depth_in for layer in layers)


def needs_board(layers: Sequence[OldLayer]) -> bool:
    """Whether the ceiling board must be known: only where a layer has voids does B stay in the sum."""
    return any(layer.void > 0 for layer in layers)


@dataclass(frozen=True)
class Blower:
    """One product over the old layers of one floor: what R each row of its chart reaches there."""

    chart: Chart
    layers: tuple[OldLayer, ...]
    boundary: float | None
    interpolate: bool

    def reached(self, fill: NewFill) -> float:
        """R with that fill on top, by parallel paths, loose glass pressed by its weight: r_nominal."""
        return r_with(
            pressed(self.layers, fill.weight_psf), self.boundary, fill.r, self.chart.r_per_in(fill.r) if fill.r else 0.0
        )

    def needed(self, target: float) -> float:
        """The smallest R to add that reaches the target."""
        return _needed(self, target)

    def for_target(self, target: float) -> NewFill:
        """The fill that the chart gives for the target, by the school that is set."""
        needed = self.needed(target)
        if needed <= ROUNDING_SLACK:
            return NO_FILL
        return self.chart.interpolated(needed) if self.interpolate else self.chart.next_row(needed)

    def for_depth(self, installed_in: float) -> NewFill:
        """The fill of a depth the user set: the row it clicks to, or glided to between rows."""
        if installed_in <= 0:
            return NO_FILL
        if self.interpolate:
            return self.chart.interpolated_for_depth(installed_in)
        return self.chart.row_for_depth(installed_in)


@lru_cache(maxsize=512)
def _needed(blower: Blower, target: float) -> float:
    last = blower.chart.rows[-1].r

    def by(r: float) -> float:
        return blower.reached(blower.chart.interpolated(min(r, last))) + max(0.0, r - last)

    return r_to_add(target, by)


def target_r(
    section: SectionInput,
    layers: Sequence[OldLayer] | None,
    r_existing: float | None,
    eaves: dict[int, Eave] | None,
    blower: Blower | None,
    notes: Notebook,
) -> float | None:
    """The R to reach, by its basis; None while something it needs is not known."""
    target, zone = section.target, section.zone
    if target is None or target.basis is None:
        notes.ask("target", "target.basis", "Which R to reach: by code, by retrofit guidance, or your own?")
        return None
    if target.basis == "custom":
        if target.r is None:
            notes.ask("target", "target.r", "Type the R to reach, 1 to 150")
        return target.r
    if zone is None:
        notes.ask("target", "house.climate_zone", "Which climate zone is the house in?")
    if target.basis == "retrofit":
        if zone is None or r_existing is None or layers is None:
            return None
        return retrofit_r(zone, depth_of(layers), r_existing)
    if target.edition is None:
        notes.ask("target", "target.edition", "Which edition of the code is adopted here?")
    if zone is None or target.edition is None:
        return None
    full = code_r(zone, target.edition)
    lower = raised_heel_r(zone, target.edition)
    if not target.raised_heel or lower is None:
        return full
    if eaves is None or blower is None:
        return full
    depth = _depth_under(blower, blower.for_target(lower))
    short = [edge for edge, eave in eaves.items() if eave.room_at_plate_in < depth - ROUNDING_SLACK]
    if not short:
        return lower
    notes.flag(
        "raised_heel_not_met",
        "caution",
        f"The raised-heel allowance does not hold: {r_value(lower)} needs {eighths(depth)} of room over the plate; "
        f"the {edge_side(section.outline_ft, short[0])} eave has {eighths(max(0.0, eaves[short[0]].room_at_plate_in))}.",
        f"The plan goes by the full {r_value(full)}.",
    )
    return full


def _depth_under(blower: Blower, fill: NewFill) -> float:
    return depth_of(pressed(blower.layers, fill.weight_psf)) + fill.installed_in


def pick_fill(section: SectionInput, r_target: float | None, blower: Blower, notes: Notebook) -> NewFill | None:
    """The new fill, by the depth the user set or by the target; a stop where the chart ends before it."""
    installed = section.choice.installed_in if section.choice else None
    if installed is not None:
        fill = blower.for_depth(installed)
        asked = f"{eighths(installed)} of new fill"
    elif r_target is not None:
        fill = blower.for_target(r_target)
        asked = f"{r_value(blower.needed(r_target))} to add"
    else:
        return None
    if fill.beyond:
        last = blower.chart.rows[-1]
        notes.flag(
            "beyond_chart",
            "stop",
            f"The chart ends at {r_value(last.r)}, {eighths(last.installed_in)} installed; this job asks for {asked}.",
            "Pick a product whose chart goes further or lower the target. The figures shown are for the last row.",
        )
    return fill

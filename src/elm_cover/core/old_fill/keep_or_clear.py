"""Keep the old fill, re-lay it, lift it or clear it out: what it is worth, what speaks for which, and what is left (handbook §5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..given.book import RemovalRates
from ..given.section import LayerInput, SectionInput
from ..hazards.stops import marked
from ..layers.chart import Chart
from ..layers.kinds import is_batt, kind_of
from ..layers.layer import CONTACT_VOID, Layer
from ..layers.voids import r_with
from .as_it_lies import NO_CREDIT, WorthStep, needs_board


@dataclass(frozen=True)
class OldFillOption:
    """keep, relay, lift or clear: R of the old fill alone afterwards."""

    action: str
    r_old: float | None
    text: str


@dataclass(frozen=True)
class Removal:
    """What a clear-out takes. bags: unrounded, each of bag_ft3. hours: by the clock, for two. vacuumed_ft3: of loose fill;
    by_hand_ft2: of batts, each layer of them."""

    volume_ft3: float
    bag_ft3: float
    bags: float
    hours: float
    weight_lb: float
    vacuumed_ft3: float
    by_hand_ft2: float


@dataclass(frozen=True)
class OldFillPlan:
    """What to do with the old fill: as decided (or kept while undecided), and what the record speaks for."""

    action: str
    decided: bool
    proposed: str
    reasons: tuple[str, ...]
    worth: tuple[WorthStep, ...]
    options: tuple[OldFillOption, ...]
    removal: Removal | None = None
    under_installed_in: float | None = None


# Above this share bare, batts that can be moved are worth lifting or re-laying: worse than the grade "minor".
POOR_CONTACT_VOID = 0.05
STANDS_CLEAR_OF_JOISTS_IN = 1.0
BATTS_PRESSED_TO = 0.5


def propose(section: SectionInput, layers: Sequence[Layer]) -> tuple[str, tuple[str, ...]]:
    """What the record speaks for: keep, lift, clear, or wait; and why. Never chosen for the user.

    Source: handbook §5, keep, lift or clear.
    """
    if section.blocked_by.intersection(marked("not to be disturbed")):
        return "wait", ("Vermiculite-like fill may hold asbestos: nothing in it is disturbed until it is cleared.",)
    given = section.layers or ()
    if not given:
        return "keep", ("The floor is bare: there is nothing to lift or clear.",)
    spoiled = [la for la in given if la.condition in NO_CREDIT]
    if spoiled:
        reasons = [f"{_named(la)} recorded as {la.condition}: no R, and no base for new fill." for la in spoiled]
        return "clear", (*reasons, "Mend the cause first, or the new fill goes the same way.")
    if section.blocked_by.intersection(marked("fouls")):
        return "clear", ("Animals or droppings are recorded: fouled fill comes out after the way in is shut.",)
    poor = [la for la in given if la.void >= POOR_CONTACT_VOID]
    if poor:
        why = tuple(f"{_named(la)} bare or not touching over {la.void:.1%} of the floor." for la in poor)
        if section.kind != "open_floor" and any(is_batt(la.material) for la in poor):
            return "relay", (
                *why,
                "Re-laid in full contact and backed with an air barrier, before anything else is judged.",
            )
        if only_batts(section):
            return "lift", (*why, "Sound batts can be raised, blown beneath and laid back; or re-laid by hand, slowly.")
        return "keep", (
            *why,
            "Loose fill lies over it, so it cannot be lifted; clear it out only where leaks must be found.",
        )
    worst = max((la.void for la in given), default=0.0)
    return "keep", (f"Sound and in contact: {worst:.1%} of the floor bare at most.",)


def only_batts(section: SectionInput) -> bool:
    """Whether all that is on record is batts: loose fill cannot be lifted.

    Source: handbook §5, lift-and-fill.
    """
    return all(is_batt(la.material) for la in section.layers or ())


def _named(layer: LayerInput) -> str:
    return kind_of(layer.material).name.capitalize()


@dataclass(frozen=True)
class Kept:
    """What the new fill lies on after the decision: the layers, and what was blown under lifted batts."""

    layers: tuple[Layer, ...]
    under_installed_in: float = 0.0
    under_settled_in: float = 0.0
    under_weight_psf: float = 0.0

    @property
    def rise_in(self) -> float:
        """How much higher it stands on the day than later, inches."""
        return self.under_installed_in - self.under_settled_in

    @property
    def under_layers(self) -> int:
        """How many of the layers are fill blown under lifted batts."""
        return 1 if self.under_installed_in > 0 else 0


def kept_of(
    action: str, layers: tuple[Layer, ...], joist_depth_in: float | None, chart: Chart | None, kind: str | None
) -> Kept | None:
    """The layers after keep, relay, lift or clear; None where lifting needs the joists' depth or a chart.

    Cleared layers leave. Re-laid ones are snug. Lifted batts lie in full contact on fresh fill that stands 1 in above the
    joists. Source: handbook, keep, lift or clear; Settled since, second part, 3.
    """
    if action == "clear":
        return Kept(())
    if action == "relay":
        return Kept(tuple(replace(la, void=min(la.void, CONTACT_VOID["snug"])) for la in layers))
    if action != "lift" or not layers:
        return Kept(layers)
    if joist_depth_in is None or chart is None:
        return None
    installed = joist_depth_in + STANDS_CLEAR_OF_JOISTS_IN
    settled = chart.settled_of(installed)
    at = np.array([settled])
    weight = float(chart.thin_weight_psf(at)[0])
    under = Layer(kind, settled, float(chart.thin_r(at)[0]), weight_psf=weight)
    healed = tuple(replace(la, void=0.0) for la in layers)
    return Kept((under, *healed), installed, settled, weight)


def options(layers: tuple[Layer, ...], boundary: float | None, r_existing: float) -> tuple[OldFillOption, ...]:
    """What the old fill would be worth after each of the four, side by side.

    Source: handbook §5, keep, lift or clear.
    """
    if not layers:
        return ()
    relaid = kept_of("relay", layers, None, None, None)
    relaid_r = None if relaid is None or (boundary is None and needs_board(layers)) else r_with(relaid.layers, boundary)
    return (
        OldFillOption("keep", r_existing, "It stays as it lies; new fill goes on top."),
        OldFillOption("relay", relaid_r, "Re-laid in contact by hand: slow, no machine."),
        OldFillOption("lift", sum(la.r for la in layers), "Raised, blown beneath, laid back in contact, then capped."),
        OldFillOption("clear", 0.0, "Vacuumed out and bagged; every leak can be seen."),
    )


def removal(layers: Sequence[Layer], share: float, area_ft2: float, rates: RemovalRates) -> Removal:
    """What clearing out takes: loose fill is vacuumed by its volume, batts are taken out by hand by their area and bagged
    pressed to half; hours for two people. share: of the layers' depth that lies there in the mean, less at eaves.

    area_ft2 in ft². Source: handbook §10, start rates; Settled since 14.
    """
    loose_in = sum(la.depth_in for la in layers if not is_batt(la.material)) * share
    batts_in = sum(la.depth_in for la in layers if is_batt(la.material)) * share
    courses = sum(1 for la in layers if is_batt(la.material) and la.depth_in > 0)
    vacuumed = loose_in / 12 * area_ft2
    bagged = vacuumed + batts_in / 12 * area_ft2 * BATTS_PRESSED_TO
    by_hand = courses * area_ft2
    return Removal(
        volume_ft3=(loose_in + batts_in) / 12 * area_ft2,
        bag_ft3=rates.bag_ft3,
        bags=bagged / rates.bag_ft3,
        hours=vacuumed / rates.vacuum_ft3_per_hour + by_hand / rates.batts_ft2_per_hour,
        weight_lb=sum(la.weight_psf for la in layers) * share * area_ft2,
        vacuumed_ft3=vacuumed,
        by_hand_ft2=by_hand,
    )

"""What goes onto the floor by the method chosen: what is left of the old fill, new batts, blown fill, in that order."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from ..base.arrays import Floats
from ..base.notebook import Notebook
from ..base.units import r_value
from ..batts.batt import BATT_KINDS, BattLayer, BattProduct
from ..batts.rules import BATTS_ONLY, MOST_LAYERS, across_on_framing, facing_faults, layers_for_target, place_faults
from ..eaves.eave import Eave
from ..given.choice import ChoiceInput
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, NewFill
from ..layers.layer import Layer, pressed
from ..layers.stack import Stack, depth_of
from ..layers.voids import r_to_add, r_with
from ..old_fill.as_it_lies import needs_board
from ..old_fill.keep_or_clear import Kept, action_of, ground
from ..target.by_basis import target_r
from .blower import Blower, depth_under, pick_fill
from .site import Site


@dataclass(frozen=True, eq=False)
class BuildUp:
    """left: under everything new. fill: the blown layer, NO_FILL where there is none. None while unknown.

    r_needed: R still to add over what is left (for a blown cap, over the batts too). r_added: of all that is new.
    """

    action: str
    left: Kept | None = None
    blower: Blower | None = None
    batts: tuple[BattLayer, ...] = ()
    r_target: float | None = None
    r_needed: float | None = None
    r_added: float | None = None
    r_nominal: float | None = None
    fill: NewFill | None = None
    stack: Stack | None = None
    depth_for: Callable[[float], float] | None = None

    @property
    def under_psf(self) -> float:
        return 0.0 if self.left is None else self.left.under_weight_psf

    def map_under(self, map_in: Floats | None, today: tuple[Layer, ...] | None) -> Floats | None:
        """A map of the old fill as it lies under the new: gone where it is cleared, a little thinner where it is pressed."""
        if map_in is None or self.stack is None or self.action == "clear" or not today:
            return None
        now, later = depth_of(today), depth_of(self.stack.layers[self.stack.under_layers :])
        return map_in * (later / now) if now > 0 else map_in

    @property
    def bag_covers_ft2(self) -> float | None:
        """What one bag covers at this depth, ft²; None where nothing is blown."""
        if self.blower is None or self.fill is None or self.fill.weight_psf <= 0:
            return None
        return self.blower.chart.bag_lb / self.fill.weight_psf

    @property
    def load_psf(self) -> float | None:
        """What rests on the board, lb/ft²: layers that the joists carry load the framing instead."""
        if self.left is None or self.fill is None:
            return None
        batts = sum(layer.batt.weight_psf for layer in self.batts if layer.rests_on_board)
        return sum(layer.weight_psf for layer in self.left.layers) + batts + self.fill.weight_psf


def build_up(section: SectionInput, site: Site, eaves: dict[int, Eave] | None, notes: Notebook) -> BuildUp:
    """What the section's choice puts onto its floor; asks for what it lacks, flags what speaks against it."""
    action = action_of(section)
    choice = section.choice
    kept = None if site.today is None else ground(action, site.today, section.joist_depth_in, None, None)
    if choice is None or choice.product is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick what to blow or lay")
        return _undecided(section, site, eaves, action, kept, notes)
    if choice.method == "enclosed_fill":
        notes.ask("choose", f"choice.{section.id}.method", "Enclosed fill is for slopes, walls and closed bays")
        return _undecided(section, site, eaves, action, None, notes)
    left = None
    if site.today is not None or action == "clear":
        layers = () if action == "clear" else site.today or ()
        chart, kind = choice.product.chart, choice.product.kind
        left = ground(action, layers, section.joist_depth_in, chart, kind)
    if choice.method in BATTS_ONLY:
        return _batts(section, site, eaves, action, left, choice, notes)
    return _blown(section, site, eaves, action, left, kept, choice, notes)


def _undecided(
    section: SectionInput,
    site: Site,
    eaves: dict[int, Eave] | None,
    action: str,
    left: Kept | None,
    notes: Notebook,
) -> BuildUp:
    return BuildUp(action, left, r_target=target_r(section, site.today, site.r_existing, eaves, None, notes))


def _blown(
    section: SectionInput,
    site: Site,
    eaves: dict[int, Eave] | None,
    action: str,
    left: Kept | None,
    kept: Kept | None,
    choice: ChoiceInput,
    notes: Notebook,
) -> BuildUp:
    """Loose fill over what is left, or over batts laid between the joists first."""
    chart = None if choice.product is None else choice.product.chart
    if chart is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick a loose fill with a coverage chart")
        return _undecided(section, site, eaves, action, kept, notes)
    batts: tuple[BattLayer, ...] = ()
    if choice.method == "batts_between_blown_cap":
        between = _batt(choice.between, section, "between", notes)
        if between is None or choice.between is None:
            return _undecided(section, site, eaves, action, left, notes)
        batts = (BattLayer(choice.between.id, between, "between", False),)
        _place_flags(section, left, batts, notes)
    if left is None or (site.boundary is None and needs_board(left.layers)):
        return _undecided(section, site, eaves, action, left, notes)
    laid = _as_layers(batts)
    under = (*left.layers, *laid)
    blower = Blower(chart, under, site.boundary, section.settings.interpolate, left.rise_in)

    def depth_for(r: float) -> float:
        return depth_under(blower, blower.for_target(r))

    r_target = target_r(section, site.today, site.r_existing, eaves, depth_for, notes)
    fill = pick_fill(section, r_target, blower, notes)
    stack = None
    if fill is not None:
        stack = Stack(
            pressed(left.layers, fill.weight_psf),
            fill,
            left.rise_in,
            left.under_layers,
            laid,
        )
    return BuildUp(
        action,
        left,
        blower,
        batts,
        r_target,
        None if r_target is None else blower.needed(r_target),
        None if fill is None else fill.r + sum(layer.batt.r for layer in batts),
        None if fill is None else blower.reached(fill),
        fill,
        stack,
        depth_for,
    )


def _batts(
    section: SectionInput,
    site: Site,
    eaves: dict[int, Eave] | None,
    action: str,
    left: Kept | None,
    choice: ChoiceInput,
    notes: Notebook,
) -> BuildUp:
    """Batts alone: across the joists, or a layer between them and the rest across."""
    product = choice.product
    batt = _batt(product, section, "product", notes)
    between = None
    if choice.method == "batts_between_and_across":
        between = _batt(choice.between, section, "between", notes)
        if between is None:
            batt = None
    if batt is None or product is None or left is None or (site.boundary is None and needs_board(left.layers)):
        return _undecided(section, site, eaves, action, left, notes)
    first = (
        () if between is None or choice.between is None else (BattLayer(choice.between.id, between, "between", False),)
    )
    under = (*left.layers, *_as_layers(first))
    joists = section.joist_depth_in
    on_framing = joists is not None and across_on_framing(depth_of(under), joists)

    def count_for(r: float) -> int:
        return layers_for_target(under, batt, site.boundary, r)

    def depth_for(r: float) -> float:
        return depth_of(under) + min(count_for(r), MOST_LAYERS) * batt.thickness_in

    r_target = target_r(section, site.today, site.r_existing, eaves, depth_for, notes)
    count = choice.layers
    if count is None and r_target is not None:
        count = count_for(r_target)
        if count > MOST_LAYERS:
            count = MOST_LAYERS
            most = r_with((*under, *[batt.layer()] * count), site.boundary)
            _beyond_layers(notes, product.name, batt, r_target, most)
    if count is None:
        return BuildUp(action, left, batts=first, r_target=r_target, depth_for=depth_for)
    batts = (*first, *[BattLayer(product.id, batt, "across", on_framing)] * count)
    _place_flags(section, left, batts, notes)
    resting = sum(layer.batt.weight_psf for layer in batts if layer.rests_on_board)
    old = pressed(left.layers, resting)
    laid = _as_layers(batts)
    reached = r_with((*old, *laid), site.boundary)
    needed = None
    if r_target is not None:
        needed = _needed_over(left.layers, site.boundary, r_target)
    return BuildUp(
        action,
        left,
        None,
        batts,
        r_target,
        needed,
        sum(layer.batt.r for layer in batts),
        reached,
        NO_FILL,
        Stack(old, NO_FILL, batts=laid),
        depth_for,
    )


def _as_layers(batts: Sequence[BattLayer]) -> tuple[Layer, ...]:
    return tuple(layer.batt.layer() for layer in batts)


@lru_cache(maxsize=4096)
def _needed_over(layers: tuple[Layer, ...], boundary: float | None, target: float) -> float:
    """R that batts have to add over what is left: they do not drop into gaps."""
    return r_to_add(target, lambda r: r_with(layers, boundary, r))


def _batt(product: ProductInput | None, section: SectionInput, field: str, notes: Notebook) -> BattProduct | None:
    if product is None or product.batt is None or product.kind not in BATT_KINDS:
        where = "between the joists" if field == "between" else "across the joists"
        notes.ask("choose", f"choice.{section.id}.{field}", f"Pick a batt to lay {where}, with its R and its size")
        return None
    return product.batt


def _place_flags(section: SectionInput, left: Kept | None, batts: Sequence[BattLayer], notes: Notebook) -> None:
    """What speaks against each layer where it is to lie."""
    joists, spacing = section.joist_depth_in, section.spacing_in
    if left is None or joists is None or spacing is None:
        return
    under: tuple[Layer, ...] = left.layers
    said: set[str] = set()
    for number, layer in enumerate(batts):
        below = depth_of(under)
        if number == 0 or layer.place != batts[number - 1].place:
            for code, text, what_to_do in place_faults(layer.batt, layer.place, below, joists, spacing):
                notes.flag(code, "stop", text, what_to_do)
        over = below > 0 or number > 0
        for text, what_to_do in facing_faults(layer.batt, layer.place, over, section.zone, section.retarder):
            if text not in said:
                notes.flag("second_vapor_retarder", "stop", text, what_to_do)
            said.add(text)
        under = (*under, layer.batt.layer())
    if any(la.facing == "up" for la in section.layers or ()):
        notes.flag(
            "old_facing_up",
            "caution",
            "Old batts lie with their facing up: under new batts it is a vapor retarder on the cold side.",
            "Slash or strip the facing, or turn those batts facing down.",
        )


def _beyond_layers(notes: Notebook, name: str, batt: BattProduct, target: float, reached: float) -> None:
    """Enters that even the most layers of this batt do not reach the target."""
    notes.flag(
        "beyond_layers",
        "stop",
        f"{MOST_LAYERS} layers of {name} reach {r_value(reached)}; the target is {r_value(target)}.",
        f"Take a batt of more than R-{batt.r:g}, or blow over the batts.",
    )

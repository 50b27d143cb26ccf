"""What is laid on a floor, whatever the method: left of the old fill, new batts, blown fill, in that order (handbook §5, §7)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..base.notebook import Notebook
from ..batts.batt import BattLayer, BattProduct
from ..batts.rules import narrow_fault
from ..given.choice import ChoiceInput
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..layers.chart import NewFill
from ..layers.kinds import is_batt
from ..layers.layer import Layer
from ..layers.stack import Stack
from ..old_fill.keep_or_clear import Kept
from ..target.by_basis import Target
from .blower import Blower
from .decided import OldFill
from .site import Site


@dataclass(frozen=True, eq=False, kw_only=True)
class Bed:
    """What a way is laid on: the section with its choice, its floor, its old fill, the R to reach."""

    section: SectionInput
    choice: ChoiceInput
    product: ProductInput
    site: Site
    old: OldFill
    target: Target
    kept: Kept | None


@dataclass(frozen=True, eq=False, kw_only=True)
class Laid:
    """What a method lays. kept: under everything new. fill: the blown layer, NO_FILL where nothing is blown.

    Only r_target is known while something is not; kept, too, while no more can be laid. r_needed: R still to add over
    what is kept (for a blown cap, over the batts too). r_added: of all that is new. depth_for: fill line in inches that an
    R asks for with what is laid here.
    """

    r_target: float | None
    kept: Kept | None = None
    blower: Blower | None = None
    batts: tuple[BattLayer, ...] = ()
    r_needed: float | None = None
    r_added: float | None = None
    r_nominal: float | None = None
    fill: NewFill | None = None
    stack: Stack | None = None
    depth_for: Callable[[float], float] | None = None

    @property
    def under_psf(self) -> float:
        """Fill blown under lifted batts, lb/ft²."""
        return 0.0 if self.kept is None else self.kept.under_weight_psf

    @property
    def bag_covers_ft2(self) -> float | None:
        """What one bag covers at this depth, ft²; None where nothing is blown.

        Source: handbook §7, what one bag does.
        """
        if self.blower is None or self.fill is None or self.fill.weight_psf <= 0:
            return None
        return self.blower.chart.bag_lb / self.fill.weight_psf

    @property
    def load_psf(self) -> float | None:
        """What rests on the board, lb/ft²: layers that the joists carry load the framing instead.

        Source: handbook §7, load.
        """
        if self.kept is None or self.fill is None:
            return None
        batts = sum(layer.batt.weight_psf for layer in self.batts if layer.rests_on_board)
        return sum(layer.weight_psf for layer in self.kept.layers) + batts + self.fill.weight_psf


def nothing_laid(target: Target, kept: Kept | None, notes: Notebook) -> Laid:
    """While something the method needs is not known: the target alone, asked for where it is not known either."""
    target.ask(notes)
    return Laid(r_target=target.r, kept=kept)


def as_layers(batts: Sequence[BattLayer]) -> tuple[Layer, ...]:
    """New batts as the layers they make."""
    return tuple(layer.batt.layer() for layer in batts)


def asked_batt(bed: Bed, field: str, notes: Notebook) -> BattProduct | None:
    """The batt that the choice names, "product" or "between"; asks for one with its R and its size where it names none."""
    product = bed.choice.between if field == "between" else bed.product
    if product is None or product.batt is None or not is_batt(product.kind):
        where = "between the joists" if field == "between" else "across the joists"
        at = f"choice.{bed.section.id}.{field}"
        notes.ask("choose", at, f"Pick a batt to lay {where}, with its R and its size")
        return None
    return product.batt


def first_between(bed: Bed, notes: Notebook) -> tuple[BattLayer, ...] | None:
    """The layer between the joists, laid first; None while it is not picked, or too narrow for its bay: that is a stop, and
    it has no layout, no R and no count.

    Source: handbook §7, snug, not squeezed.
    """
    batt = asked_batt(bed, "between", notes)
    if batt is None or bed.choice.between is None:
        return None
    spacing = bed.section.spacing_in
    fault = None if spacing is None else narrow_fault(batt, spacing)
    if fault is not None:
        code, text, what_to_do = fault
        notes.flag(code, "stop", text, what_to_do)
        return None
    return (BattLayer(bed.choice.between.id, batt, "between", False),)

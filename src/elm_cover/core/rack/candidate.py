"""Which ways of insulating are weighed: methods × products × target steps (handbook §7, choosing)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..batts.batt import FACED
from ..batts.rules import BATTS_ONLY, SNUG_WIDER_IN
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..layers.framing import clear_bay_in

METHODS = (
    "top_up",
    "lift_and_fill",
    "clear_and_blow",
    "batts_across",
    "batts_between_and_across",
    "batts_between_blown_cap",
)
TITLES = {
    "top_up": "over what is there",
    "lift_and_fill": "lift and fill",
    "clear_and_blow": "cleared out first",
    "batts_across": "batts across",
    "batts_between_and_across": "batts between and across",
    "batts_between_blown_cap": "batts between, blown cap",
}
ON_BARE = {"top_up": "on the bare floor"}
# Figures that codes and charts speak of; one step up from a target is the next of these.
STEPS_R = (30.0, 38.0, 49.0, 60.0, 70.0)


@dataclass(frozen=True)
class Family:
    """A product in all its widths: of batts each section takes the width that fits its spacing; loose fill has one."""

    name: str
    kind: str
    products: tuple[ProductInput, ...]

    @property
    def blown(self) -> bool:
        return self.products[0].chart is not None

    @property
    def r(self) -> float | None:
        batt = self.products[0].batt
        return None if batt is None else batt.r

    def across(self, spacing_in: float) -> ProductInput | None:
        """The width to lay across: as near the spacing as there is."""
        return min(
            (p for p in self.products if p.batt is not None),
            key=lambda p: (abs(_width(p) - spacing_in), -_width(p)),
            default=None,
        )

    def between(self, spacing_in: float) -> ProductInput | None:
        """The width that fits the bay snugly; else one that is ripped to it; None where all leave a gap."""
        clear = clear_bay_in(spacing_in)
        wide = [p for p in self.products if _width(p) >= clear - 1e-9]
        return min(wide, key=lambda p: (_width(p) > clear + SNUG_WIDER_IN, _width(p)), default=None)


@dataclass(frozen=True)
class Candidate:
    """One way: method, what is blown or laid across, and the R to reach; step_r None: each section's own target."""

    method: str
    family: Family
    step_r: float | None = None

    @property
    def id(self) -> str:
        step = "as-set" if self.step_r is None else f"{self.step_r:g}"
        return f"{self.method}/{self.family.name}/{step}"


def _width(product: ProductInput) -> float:
    return 0.0 if product.batt is None else product.batt.width_in


def families(products: Iterable[ProductInput]) -> tuple[Family, ...]:
    """Products grouped: batts that differ in width alone are one family, named by what they share."""
    found: dict[tuple[object, ...], list[ProductInput]] = {}
    for product in products:
        batt = product.batt
        key: tuple[object, ...]
        if product.chart is not None:
            key = (product.id,)
        elif batt is not None and batt.facing not in FACED:
            key = (batt.kind, batt.r, batt.thickness_in, batt.length_in)
        else:
            continue
        found.setdefault(key, []).append(product)
    return tuple(Family(_family_name(members), members[0].kind or "", tuple(members)) for members in found.values())


def _family_name(members: Sequence[ProductInput]) -> str:
    """What the names of all widths begin with, before the first comma."""
    first = members[0].name
    return first if members[0].chart is not None else first.split(",")[0]


def steps(targets: Sequence[float], codes: Sequence[float], retrofits: Sequence[float]) -> tuple[float | None, ...]:
    """The R figures to weigh: as set, one printed step up, and the code's and the retrofit figure where they differ."""
    if not targets:
        return (None,)
    top = max(targets)
    up = next((step for step in STEPS_R if step > top + 1e-6), None)
    others = {up, *(r for r in (*codes, *retrofits) if all(abs(r - t) > 0.5 for t in targets))} - {None}
    return (None, *sorted(r for r in others if r is not None))


def candidates(
    sections: Sequence[SectionInput], pool: Sequence[Family], wanted: Sequence[float | None]
) -> tuple[Candidate, ...]:
    """Every way that makes sense on these open floors. Lifting and clearing only where something lies there."""
    covered = any(section.layers for section in sections)
    found = []
    for method in METHODS:
        if method in ("lift_and_fill", "clear_and_blow") and not covered:
            continue
        blown = method not in BATTS_ONLY
        for family in pool:
            if family.blown != blown:
                continue
            if not blown and family.products[0].batt is not None and family.products[0].batt.thickness_in < 5:
                continue  # thin ones are for between the joists
            found += [Candidate(method, family, step) for step in wanted]
    return tuple(found)


def first_layer(section: SectionInput, pool: Sequence[Family], under_in: float) -> ProductInput | None:
    """The batt between the joists: the thickest that fits under their tops and in the bay; None where none does."""
    if section.joist_depth_in is None or section.spacing_in is None:
        return None
    room = section.joist_depth_in - under_in
    fitting = []
    for family in pool:
        product = family.between(section.spacing_in)
        if not family.blown and product is not None and product.batt is not None and product.batt.thickness_in <= room:
            fitting.append(product)
    return max(fitting, key=lambda p: (p.batt.thickness_in, -p.batt.r) if p.batt else (0, 0), default=None)

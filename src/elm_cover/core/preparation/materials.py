"""What preparation is done with: how it is counted, what container it comes in, what is added for waste (handbook §13, beads)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..base.units import eighths, whole_up
from .lumber import LUMBER_IN, SOLD_FT, lumber_key, price_name


@dataclass(frozen=True)
class MaterialUse:
    """So much of a material, in its unit, without waste."""

    what: str
    amount: float
    unit: str


@dataclass(frozen=True)
class MaterialKind:
    """A material. holds: how much of its unit one container gives. waste: what is added, as a factor. weighs nothing here."""

    title: str
    unit: str
    container: str
    holds: float
    waste: float = 1.0


@dataclass(frozen=True)
class MaterialNeed:
    """Of one material over a whole job: amount in its unit without waste, and whole containers, rounded once."""

    what: str
    title: str
    amount: float
    unit: str
    containers: int
    container: str


BEAD_WASTE = 1.25
# Sheets are counted by area, with what straight cuts usually lose.
SHEET_WASTE = 1.15
SHEET_FT2 = 32.0
# Start yields and sizes, as bought; each is changed where the firm buys others.
MATERIALS: dict[str, MaterialKind] = {
    "gun_foam": MaterialKind("Gun foam", "in³", "can", 1300.0, BEAD_WASTE),
    "caulk": MaterialKind("Caulk", "in³", "tube", 18.2, BEAD_WASTE),
    "heat_sealant": MaterialKind("High-temperature sealant", "in³", "tube", 18.2, BEAD_WASTE),
    "rigid_board": MaterialKind("Rigid board", "ft²", "sheet", SHEET_FT2, SHEET_WASTE),
    "lid_board": MaterialKind("Insulation board, 2 in", "ft²", "sheet", SHEET_FT2, SHEET_WASTE),
    "wood_board": MaterialKind("Board, ¾ in", "ft²", "sheet", SHEET_FT2, SHEET_WASTE),
    "gypsum": MaterialKind("Gypsum board", "ft²", "sheet", SHEET_FT2, SHEET_WASTE),
    "sheet_metal": MaterialKind("Sheet metal", "ft²", "sheet", 24.0, SHEET_WASTE),
    **{
        lumber_key(height, stock): MaterialKind(f"Lumber {eighths(height)}, {stock:g} ft", "lengths", "length", 1.0)
        for height in LUMBER_IN
        for stock in SOLD_FT
    },
    "screws": MaterialKind("Screws", "pieces", "box of 100", 100.0),
    "light_cover": MaterialKind("Rated light cover", "pieces", "piece", 1.0),
    "weatherstrip": MaterialKind("Weatherstrip", "ft", "roll of 17 ft", 17.0),
    "latch": MaterialKind("Latch", "pieces", "piece", 1.0),
    "stair_cover": MaterialKind("Stair cover", "pieces", "piece", 1.0),
    "fan_duct": MaterialKind("Fan duct", "ft", "length of 5 ft", 5.0),
    "duct_sleeve": MaterialKind("Insulation sleeve", "ft", "sleeve of 25 ft", 25.0),
    "vent_hood": MaterialKind("Hood with damper", "pieces", "piece", 1.0),
    "mastic": MaterialKind("Duct mastic", "ft", "tub for 120 ft", 120.0),
    "bay_plug": MaterialKind("Bay plug", "pieces", "piece", 1.0),
    "air_barrier": MaterialKind("Air-barrier wrap", "ft²", "roll of 300 ft²", 300.0, 1.1),
    "strapping": MaterialKind("Strapping", "ft", "roll of 250 ft", 250.0),
    "relay_batt": MaterialKind("Batts to re-lay with", "ft²", "bundle of 40 ft²", 40.0, 1.05),
    "marker": MaterialKind("Depth marker", "pieces", "piece", 1.0),
    "pipe_sleeve": MaterialKind("Pipe sleeve", "ft", "sleeve of 6 ft", 6.0),
    "screen": MaterialKind("Animal screen", "ft²", "roll of 25 ft²", 25.0),
    "co_alarm": MaterialKind("Carbon monoxide alarm", "pieces", "piece", 1.0),
    "radiant_barrier": MaterialKind("Radiant barrier", "ft²", "roll of 500 ft²", 500.0, 1.1),
}


# What the price book has a price for, by the name it goes by there: of lumber a foot of each section.
PRICED: dict[str, MaterialKind] = {
    **{name: kind for name, kind in MATERIALS.items() if not name.startswith("lumber_")},
    **{price_name(height): MaterialKind(f"Lumber {eighths(height)}", "ft", "ft", 1.0) for height in LUMBER_IN},
}


def use(what: str, amount: float) -> MaterialUse:
    """So much of a material, with the unit it is counted in. KeyError for a material that is none of these."""
    return MaterialUse(what, amount, MATERIALS[what].unit)


def containers(what: str, amount: float) -> int:
    """Whole containers for an amount: ceil(amount × waste / yield), one rounding a material over the whole job.

    amount in the material's unit. Source: handbook §13, every container count is one ceil at the end.
    """
    kind = MATERIALS[what]
    return whole_up(amount * kind.waste / kind.holds)


def needs(uses: Iterable[MaterialUse]) -> tuple[MaterialNeed, ...]:
    """Everything used, by material in the order of the list, each with its containers.

    Source: handbook §13, beads.
    """
    summed = amounts(uses)
    return tuple(
        MaterialNeed(what, kind.title, summed[what], kind.unit, containers(what, summed[what]), kind.container)
        for what, kind in MATERIALS.items()
        if summed.get(what)
    )


def amounts(uses: Iterable[MaterialUse]) -> dict[str, float]:
    """The uses summed by material, each in its own unit."""
    summed: dict[str, float] = {}
    for each in uses:
        summed[each.what] = summed.get(each.what, 0.0) + each.amount
    return summed


def share_price(what: str, amount: float, prices: Mapping[str, float]) -> float:
    """What an amount costs as a share of its containers, waste in it, in the book's currency.

    prices: of one container. Source: handbook §10, material by price book.
    """
    kind = MATERIALS[what]
    return amount * kind.waste / kind.holds * prices[what]

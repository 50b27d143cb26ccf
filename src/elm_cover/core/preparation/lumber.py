"""Framing lumber by section and length: what is bought, and what members are cut from (handbook §13, raised platform)."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..base.units import eighths

LUMBER_IN = (3.5, 5.5, 7.25, 9.25, 11.25)
# Softwood of each height, lb for each ft; start values.
LUMBER_LB_PER_FT = dict(zip(LUMBER_IN, (1.3, 2.0, 2.7, 3.4, 4.1), strict=True))
# Lengths that a yard sells, ft; which of them a firm buys stands in its price book.
SOLD_FT = (8.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0)
# Two pieces of a member that is longer than what is bought lap so far over a bearing, ft. By judgement.
LAP_FT = 2.0
NO_STOCK = "no length of lumber is bought: name at least one in the price book, preparation"


@dataclass(frozen=True)
class Members:
    """So many members of one section: height in in., length in ft."""

    height_in: float
    count: int
    length_ft: float


@dataclass(frozen=True, kw_only=True)
class CutFrom:
    """What members are cut from. stock_ft: the length bought; pieces: of it for each member, laid on with a lap where there are
    several; each: how many members come out of one length; lengths: bought, unrounded."""

    members: Members
    stock_ft: float
    pieces: int
    each: int

    @property
    def lengths(self) -> float:
        return self.members.count * self.pieces / self.each

    @property
    def told(self) -> str:
        """“10 of 11¼ in × 16 ft, from 16 ft lengths”; a member of several pieces names its splice."""
        m = self.members
        text = f"{m.count} of {eighths(m.height_in)} × {round(m.length_ft, 1):g} ft"
        if self.pieces > 1:
            return f"{text}, each of {self.pieces} lengths of {self.stock_ft:g} ft, {LAP_FT:g} ft of lap over a bearing"
        several = f", {self.each} out of each" if self.each > 1 else ""
        return f"{text}, from {self.stock_ft:g} ft lengths{several}"


def cut_from(members: Members, stock_ft: Sequence[float]) -> CutFrom:
    """From which of the lengths bought a member is cut: the one that takes the fewest feet for each; a member longer than all of
    them is laid of several of the longest. Cuts cost nothing here.

    16 ft of 8 to 16 → 16 ft lengths; 5 ft → two out of each 10; 30 ft → two of 16 with a lap of 2 ft.
    Raises ValueError where nothing is bought. Source: handbook §13, raised platform.
    """
    if not stock_ft:
        raise ValueError(NO_STOCK)
    long_enough = [one for one in stock_ft if one >= members.length_ft - 1e-9]
    if not long_enough:
        longest = max(stock_ft)
        more = math.ceil((members.length_ft - longest) / (longest - LAP_FT) - 1e-9)
        return CutFrom(members=members, stock_ft=longest, pieces=1 + more, each=1)
    by = {one: int(one / members.length_ft + 1e-9) for one in long_enough}
    best = min(long_enough, key=lambda one: (one / by[one], one))
    return CutFrom(members=members, stock_ft=best, pieces=1, each=by[best])


def lumber_key(height_in: float, stock_ft: float) -> str:
    """What lumber of a section and a length is called among the materials: (9.25, 12) → “lumber_9_25_12_ft”."""
    return f"lumber_{_named(height_in)}_{stock_ft:g}_ft"


def lumber_prices(per_ft: Mapping[str, float]) -> dict[str, float]:
    """Price of every length of every section. per_ft: of a foot of each, by “lumber_9_25” and so on."""
    return {lumber_key(height, stock): per_ft[price_name(height)] * stock for height in LUMBER_IN for stock in SOLD_FT}


def price_name(height_in: float) -> str:
    """Under which name the price book keeps a foot of that section."""
    return f"lumber_{_named(height_in)}"


def _named(height_in: float) -> str:
    return f"{height_in:g}".replace(".", "_")
